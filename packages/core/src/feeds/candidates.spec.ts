/** Feeds of one box on the wall between den and shop: studs at 16 in, the new box 40 in along, between those at 32 and 48. */
import { describe, expect, it } from 'vitest';
import { cable, device, inch, jobAt, outlet } from '../panel/smallJob.testing.js';
import { SOUND, siteWith, sub } from '../panel/smallPanel.testing.js';
import { boxOn, smallHouse, wallOf } from '../route/smallHouse.testing.js';
import { EDITIONS, type Box, type Circuit, type Device, type Site, type Wall } from '../model/index.js';
import { homeRunFor, judgedFeeds, type FeedCandidate, type Trial } from './index.js';

const target = boxOn('new', 'e', 40);
const box = (id: string, wallId: string, fromLeft: number, part: Partial<Box> = {}): Box => boxOn(id, wallId, fromLeft, { circuitId: 'c3', volumeIn3: 30, ...part }); // prettier-ignore

interface Part {
  circuit?: Partial<Circuit>;
  device?: Partial<Device>;
  site?: Partial<Site>;
}
function siteOf(boxes: Box[], part: Part = {}): Site {
  const site = siteWith({
    ...{ boxes, circuits: { c3: { ...SOUND, ...part.circuit } } },
    cables: boxes.map((b) => cable(`in-${b.id}`, b.id, { whiteUsedAsHot: 'no' })),
    devices: boxes.map((b) => device(b.id, 'duplex-15', { condition: 'sound', ...part.device })),
  });
  return { ...site, ...part.site };
}
const trialOf = (site: Site, asked: string[] = []): Trial => ({
  ...{ target, site },
  from: (id) => {
    asked.push(id);
    return jobAt(site, outlet(target, id));
  },
});
const feeds = (boxes: Box[], part: Part = {}): FeedCandidate[] => judgedFeeds(trialOf(siteOf(boxes, part)), { ownCircuits: [] });
const one = (b: Box, part: Part = {}): FeedCandidate => feeds([b], part)[0]!;
/** The wall with something else in it. */
const wallAs = (framing: Partial<Wall['framing']>): Part => {
  const e = wallOf('e', 96, { A: 'den', B: 'shop' });
  return { site: { walls: smallHouse({ walls: { e: { framing: { ...e.framing, ...framing } } } }).walls } };
};

describe('where a feed is', () => {
  const place = (b: Box, part: Part = {}) => {
    const { way, where, studs } = one(b, part);
    return [way, where, studs];
  };
  it('in the bay, over studs, on the other face, on another wall', () => {
    expect(place(box('b', 'e', 44))).toEqual(['same bay', 'the same face of the wall, same bay', 0]);
    expect(place(box('b', 'e', 56))).toEqual(['along the wall', 'the same face of the wall, one stud between', 1]);
    expect(place(box('b', 'e', 24))).toEqual(['along the wall', 'the same face of the wall, one stud between', 1]);
    expect(place(box('b', 'e', 72))).toEqual(['along the wall', 'the same face of the wall, 2 studs between', 2]);
    // seen from the shop the wall runs the other way: 56 in there are 40 in here
    expect(place(box('b', 'e', 56, { face: 'B' }))).toEqual(['other side', 'the other side of the same wall, in the shop, same bay', 0]);
    expect(place(box('b', 'e', 40, { face: 'B' }))).toEqual([
      'other side',
      'the other side of the same wall, in the shop, one stud between',
      1,
    ]);
    expect(place(box('b', 'w', 40))).toEqual(['another wall', 'another wall, in the den', undefined]);
    expect(place(box('b', 'n2', 40))).toEqual(['another wall', 'another wall, in the shop', undefined]);
  });
  it('studs that nobody found are not counted; one found by itself counts', () => {
    const none = wallAs({ knownStud: undefined });
    expect(place(box('b', 'e', 44), none)).toEqual(['along the wall', 'the same face of the wall, studs not found', undefined]);
    const extra = wallAs({ knownStud: undefined, extraStuds: [{ id: 's', x: inch(8) }] });
    expect(place(box('b', 'e', 44), extra)[2]).toBe(0);
    // brick has none
    expect(place(box('b', 'e', 72), wallAs({ material: 'masonry', knownStud: undefined }))[2]).toBe(0);
  });
  it('a room that is not there has no name to say', () => {
    const rooms = smallHouse().rooms.filter((r) => r.id !== 'shop');
    expect(place(box('b', 'n2', 40), { site: { rooms } })[1]).toBe('another wall');
    expect(place(box('b', 'e', 56, { face: 'B' }), { site: { rooms } })[1]).toBe('the other side of the same wall, same bay');
  });
});

describe('what is said of a feed', () => {
  const rules = (c: FeedCandidate) => c.findings.map((f) => f.rule);
  it('all known and well: fit, with nothing to cure', () => {
    expect(one(box('b', 'e', 44))).toMatchObject({ id: 'b', name: 'box b', verdict: 'ok', cures: [], refused: false });
  });
  it('nothing of the way there, nothing of the new box alone', () => {
    const said = rules(one(box('b', 'e', 72)));
    expect(said).toEqual(expect.arrayContaining(['circuit-load', 'may-tap', 'ground-present', 'box-fill']));
    for (const rule of ['same-bay', 'voltage-drop', 'height', 'receptacle-rating', 'free-conductor']) expect(said).not.toContain(rule);
    // the new box is full or not whatever feeds it: box fill is said of the feed alone
    expect(one(box('b', 'e', 44)).findings.filter((f) => f.rule === 'box-fill').map((f) => f.subject)).toEqual(['b']); // prettier-ignore
  });
  it('a stop with a cure leaves it in the running, and the cure is named; one without refuses it, and no cure is', () => {
    // two cables of 12 AWG, grounds, clamps, a device: 9 + 2.25 + 2.25 + 4.5 = 18 in³ (Table 314.16(B), memory)
    const full = one(box('b', 'e', 44, { volumeIn3: 17.9 }));
    expect(full).toMatchObject({ verdict: 'stop', refused: false });
    expect(full.cures).toEqual(full.findings.filter((f) => f.verdict === 'stop').map((f) => f.remedies[0]!.title));
    expect(full.cures).toHaveLength(1);
    expect(one(box('b', 'e', 44, { volumeIn3: 18 })).verdict).toBe('ok');
    // two hots on one neutral without handle ties can't be cured here
    const shared = one(box('b', 'e', 44, { volumeIn3: 17.9 }), { circuit: { sharedNeutral: true } });
    expect(shared).toMatchObject({ verdict: 'stop', refused: true, cures: [] });
  });
  it('other editions that say otherwise, and only those', () => {
    // five grounds take no more than one in 2017: here one edition alone finds the box too full (314.16(B)(5), memory)
    const c = one(box('b', 'e', 44), { circuit: { arcFault: undefined } });
    const others = Object.fromEntries(c.editions.map((e) => [e.edition, e.verdict]));
    for (const e of EDITIONS) expect(others[e], e).not.toBe(c.verdict);
    expect(others['US-2020']).toBeUndefined();
    const sites = EDITIONS.map((edition) => {
      const site = siteOf([box('b', 'e', 44)], { circuit: { arcFault: undefined } });
      const trial: Trial = { target, site, from: (id) => jobAt(site, outlet(target, id), { house: { edition } }) };
      return judgedFeeds(trial, { ownCircuits: [] })[0]!.verdict;
    });
    // each as it is judged where the house is by that edition
    for (const [i, e] of EDITIONS.entries()) if (e !== 'US-2020') expect(others[e] ?? c.verdict, e).toBe(sites[i]);
  });
});

describe('feeds in their order', () => {
  const order = (boxes: Box[], part: Part = {}) => feeds(boxes, part).map((c) => c.id);
  it('fewer studs first, then the other side before the bay, then by name', () => {
    const spread = [
      box('far', 'w', 40),
      box('two', 'e', 72),
      box('bay', 'e', 44),
      box('side', 'e', 56, { face: 'B' }),
      box('one', 'e', 56),
    ];
    expect(order(spread)).toEqual(['side', 'bay', 'one', 'two', 'far']);
    expect(order([box('y', 'e', 44), box('x', 'e', 42)])).toEqual(['x', 'y']);
  });
  it('fit, then curable, then not to be told, then refused, however far', () => {
    const refused = { ...SOUND, sharedNeutral: true };
    const site = siteOf([
      box('refused', 'e', 42, { circuitId: 'c1' }),
      box('open', 'e', 44, { volumeIn3: undefined }),
      box('full', 'e', 45, { volumeIn3: 17 }),
      box('fit', 'w', 40),
    ]);
    site.circuits = site.circuits.map((c) => (c.id === 'c1' ? { ...c, ...refused } : c));
    const all = judgedFeeds(trialOf(site), { ownCircuits: [] });
    expect(all.map((c) => [c.id, c.verdict, c.refused])).toEqual([
      ['fit', 'ok', false],
      ['full', 'stop', false],
      ['open', 'can’t tell', false],
      ['refused', 'stop', true],
    ]);
  });
  it('a circuit of its own stands among them by its verdict; the box itself is none of them', () => {
    const own = (verdict: FeedCandidate['verdict']): FeedCandidate => ({ ...one(box('b', 'w', 40)), id: 'panel', name: 'A', way: 'home run', verdict }); // prettier-ignore
    const site = siteOf([target, box('b', 'w', 40)]);
    const ids = (verdict: FeedCandidate['verdict']) => judgedFeeds(trialOf(site), { ownCircuits: [own(verdict)] }).map((c) => c.id);
    expect([ids('ok'), ids('can’t tell')]).toEqual([
      ['b', 'panel'],
      ['b', 'panel'],
    ]);
  });
});

describe('a house with many boxes', () => {
  const MANY = Array.from({ length: 30 }, (_, i) => box(`b${i}`, 'e', 42 + i / 10));
  const askedOf = (boxes: Box[], nearest: boolean, part: Part = {}): number => {
    const asked: string[] = [];
    const site = siteOf(boxes, part);
    judgedFeeds(trialOf(site, asked), { ownCircuits: [], ...(nearest ? { nearestFirst: site.boxes } : {}) });
    return new Set(asked).size;
  };
  it('by the dozen, until a dozen are fit; where nobody asks for the nearest, all', () => {
    expect([askedOf(MANY, true), askedOf(MANY, false)]).toEqual([12, 30]);
    // one of the first dozen is refused: the next dozen is looked at too
    const refused = (site: Box[], n: number) => site.map((b, i) => (i < n ? { ...b, circuitId: 'c1' } : b));
    const shared: Part = { site: { circuits: siteWith({ circuits: { c1: { ...SOUND, sharedNeutral: true }, c3: SOUND } }).circuits } };
    expect([askedOf(refused(MANY, 1), true, shared), askedOf(refused(MANY, 13), true, shared)]).toEqual([24, 30]);
  });
});

describe('a circuit of its own', () => {
  const wanted = (site: Site) => ({ name: 'new', rooms: [site.rooms[0]!], loads: [] });
  it('20 A on 12 AWG, or 15 A on 14 AWG (240.4(D), memory), from the panel by its name', () => {
    const site = siteWith();
    expect(homeRunFor(site, 'US-2020', wanted(site))).toMatchObject({ id: 'panel', name: 'A circuit of its own', way: 'home run', where: 'from the Panel, 20 A, 12 AWG', studs: undefined }); // prettier-ignore
    expect(homeRunFor(site, 'US-2020', { ...wanted(site), amps: 15 }).where).toBe('from the Panel, 15 A, 14 AWG');
    expect(homeRunFor({ ...site, panel: undefined }, 'US-2020', wanted(site))).toMatchObject({ where: 'from the panel, 20 A, 12 AWG', verdict: 'can’t tell' }); // prettier-ignore
  });
  it('from a panel behind another, by that one’s name', () => {
    const site = siteWith({ subpanels: [sub()] } as never);
    expect(homeRunFor(site, 'US-2020', wanted(site), 's')).toMatchObject({ id: 's', name: 'A circuit of its own, shop panel', where: 'from the shop panel, 20 A, 12 AWG' }); // prettier-ignore
  });
  it('all that is found is said of the feed; a full panel without another way is refused', () => {
    const full = siteWith({ panel: { spaces: 2, breakers: [1, 2].map((space) => ({ id: `b${space}`, circuitId: 'c1', space, poles: 1 })) } } as never); // prettier-ignore
    const run = homeRunFor(full, 'US-2020', wanted(full));
    expect(run).toMatchObject({ verdict: 'stop', refused: true, cures: [] });
    expect(new Set(run.findings.map((f) => `${f.stage} ${f.subject} ${f.remedies.length}`))).toEqual(new Set(['feed panel 0']));
    for (const e of run.editions) expect(e.verdict).not.toBe(run.verdict);
  });
});
