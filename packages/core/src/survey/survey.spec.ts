/** The tape's language, rooms typed round, things put and moved, second measurements, guidance and judgement. Lengths worked by hand; habits are common practice. */
import type { RuleId } from '../codebook/index.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { hiddenTruth } from '../demo/index.js';
import { aquariumAlcove, plannedJobs, quinceStreet } from '../houses.testing.js';
import { lookInside, sweepStuds } from '../instruments/index.js';
import { closing } from '../layout/index.js';
import { inches } from '../measure/index.js';
import { ledgerOf } from '../ledger/meant.testing.js';
import {
  bareJob,
  DEFAULT_SCHOOLS,
  emptySite,
  inHouse,
  measured,
  siteErrors,
  studPlaces,
  wallThicknessMm,
  type Box,
  type Site,
  type Wall,
} from '../model/index.js';
import {
  addOutdoors,
  addRoom,
  addThing,
  awayFromItsStud,
  contradictions,
  dragThing,
  dropThing,
  freeFaces,
  judgeBox,
  measureOf,
  nearestReferences,
  nextMeasures,
  nextWall,
  nudgeThing,
  putThing,
  readRound,
  readTape,
  roomFaces,
  roomList,
  setByTape,
  snapped,
  takeSeen,
  takeStud,
  thingById,
  thingsOf,
  type TapeOk,
} from './index.js';

const site = quinceStreet.site;
const wallOf = (s: Site, id: string): Wall => s.walls.find((w) => w.id === id)!;
const sewing = wallOf(site, 'sewing-hall');
const read = (text: string, usual: Parameters<typeof readTape>[1] = 'left', selected = 'sewing-window-box') =>
  readTape(text, usual, site, sewing, selected, 'in');
const ok = (text: string, usual?: Parameters<typeof readTape>[1]): TapeOk => {
  const reading = read(text, usual);
  if (!reading.ok) throw new Error(reading.message);
  return reading;
};

describe('what the tape understands', () => {
  it.each([
    ['b 13 1/4', 'bottom', 13.25, undefined],
    ['x 41 3/8 from left', 'left', 41.375, 'left-end'],
    ['41 3/8', 'left', 41.375, undefined],
    ["r 2' 6 from right", 'right', 30, 'right-end'],
    ['t 20 from ceiling', 'top', 20, 'ceiling'],
    ['x 6 from vent', 'left', 6, 'vent'],
    ['c 8 from the door edge', 'centre', 8, 'door-edge'],
    ['w 300mm', 'width', 300 / 25.4, undefined],
  ] as const)('%s', (text, measure, inch, from) => {
    const reading = ok(text);
    expect([reading.measure, reading.from?.thing]).toEqual([measure, from]);
    expect(reading.mm).toBeCloseTo(inches(inch), 6);
  });
  it.each([
    ['k 5', /sets nothing here/],
    ['x 5 from piano', /Nothing here is called/],
    ['x 5 from floor', /up and down/],
    ['b 5 from left', /along the wall/],
    ['w 5 from left', /is not taken from anything/],
    ['x 5 from stud', /could be stud 1 or/],
    ['x abc', /not a length/],
    ['x'.repeat(200), /characters long/],
  ])('refuses %s and says what would do', (text, says) => {
    const reading = read(text);
    expect(reading.ok ? '' : reading.message).toMatch(says);
  });
  it('set, then measured: the same figure comes back, on both faces and for every measure', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('left', 'right', 'centre', 'bottom', 'top'),
        fc.constantFrom<'A' | 'B'>('A', 'B'),
        fc.integer({ min: 8 * 16, max: 80 * 16 }),
        (measure, face, sixteenths) => {
          const mm = inches(sixteenths / 16);
          const reading: TapeOk = { ok: true, measure: measure as 'left', mm, as: '' };
          const after = setByTape(site, sewing, face, 'sewing-window-box', reading);
          const thing = thingById(after, wallOf(after, sewing.id), 'sewing-window-box')!;
          expect(measureOf(sewing, thing, face, measure as 'left', after)).toBeCloseTo(mm, 3);
        },
      ),
    );
  });
  it('from a thing: the distance lies between the two edges that face each other', () => {
    const after = setByTape(site, sewing, 'A', 'sewing-window-box', ok('x 6 from vent'));
    const box = thingById(after, sewing, 'sewing-window-box')!;
    // the vent spans 60½ to 63¾; the box lay to its left: its right edge is 6 in before 60½
    expect(box.right).toBeCloseTo(inches(54.5), 3);
    // l says which edge: then the left one lies there
    expect(
      thingById(setByTape(site, sewing, 'A', 'sewing-window-box', ok('l 6 from vent')), sewing, 'sewing-window-box')!.left,
    ).toBeCloseTo(inches(54.5), 3);
  });
  it('a height from the ceiling counts down: 96 − 20 = 76', () => {
    const after = setByTape(site, sewing, 'A', 'sewing-window-box', ok('t 20 from ceiling'));
    expect(thingById(after, sewing, 'sewing-window-box')!.top).toBeCloseTo(inches(76), 4);
  });
});

describe('things on a wall', () => {
  it('a reckoned stud that is put elsewhere becomes one that was measured, and the rhythm forgets the old place', () => {
    const before = studPlaces(sewing);
    const guess = before.find((s) => s.known === 'guessed' && s.x > inches(50))!;
    const after = wallOf(
      putThing(site, sewing.id, guess.id, { left: guess.x + inches(0.5) - inches(0.75), said: { known: 'measured' } }),
      sewing.id,
    );
    const places = studPlaces(after);
    expect(places).toHaveLength(before.length);
    expect(places.some((s) => s.known === 'measured' && Math.abs(s.x - guess.x - inches(0.5)) < 0.01)).toBe(true);
  });
  it('nudges go to marks of the tape: 1/16 in, 1 in with Shift, mm in metric houses', () => {
    const at = (right: number, big: boolean, unit: 'in' | 'mm') => {
      const s = nudgeThing(site, sewing.id, 'sewing-window-box', 'A', right, 0, big, unit);
      return thingById(s, sewing, 'sewing-window-box')!.left;
    };
    expect(at(1, false, 'in')).toBeCloseTo(inches(9.3125), 4);
    expect(at(-1, true, 'in')).toBeCloseTo(inches(8.25), 4);
    expect(at(1, false, 'mm')).toBeCloseTo(Math.round(inches(9.25) + 1), 4);
  });
  it('on face B right is the other way', () => {
    const s = nudgeThing(site, sewing.id, 'hall-box', 'B', 1, 0, true, 'in');
    expect(thingById(s, sewing, 'hall-box')!.left).toBeCloseTo(thingById(site, sewing, 'hall-box')!.left - inches(1), 3);
  });
  it('a drag snaps to a stud’s face, and never leaves the wall', () => {
    const { to, site: after } = dragThing(site, sewing.id, 'sewing-window-box', 'A', inches(31.4), 0, 'in', inches(0.25));
    // 9¼ + 31.4 = 40.65; the scanned stud at 40 has its face at 40¾
    expect(to).toContain(thingsOf(site, sewing).find((t) => t.kind === 'stud' && t.known === 'scanned')!.name);
    expect(thingById(after, sewing, 'sewing-window-box')!.left).toBeCloseTo(inches(40.75), 3);
    const out = dragThing(site, sewing.id, 'sewing-window-box', 'A', -9999, -9999, 'in', 0).site;
    expect(thingById(out, sewing, 'sewing-window-box')).toMatchObject({ left: expect.closeTo(0, 3), bottom: expect.closeTo(0, 3) });
  });
  it('snaps to heights that are there', () => {
    const thing = thingById(site, sewing, 'sewing-window-box')!;
    expect(snapped(site, sewing, thing, inches(20), inches(13.3), inches(0.2)).bottom).toBeCloseTo(inches(13.25), 4);
  });
  it('the two nearest references are the ones a tape can hook to, never a reckoned stud', () => {
    const near = nearestReferences(site, sewing, 'A', 'sewing-window-box');
    expect(near.map((n) => n.name)).toEqual(['left end', expect.stringMatching(/^stud/)]);
    expect(near[0]!.mm).toBeCloseTo(inches(9.25), 4);
    // from 11¼ (2 in box) to the scanned stud's face at 39¼
    expect(near[1]!.mm).toBeCloseTo(inches(28), 4);
  });
  it('a new door finds a place clear of the one that is there', () => {
    const s = addThing(site, sewing.id, 'A', 'new-door', { kind: 'opening', what: 'door' }, inches(105));
    expect(siteErrors(s, 'in', '')).toEqual([]);
  });
  it('everything that can be added passes the document’s check, and what is dropped leaves nothing behind', () => {
    const kinds = [
      { kind: 'box' },
      { kind: 'stud' },
      { kind: 'obstacle', what: 'fire-block' },
      { kind: 'obstacle', what: 'pipe' },
      { kind: 'opening', what: 'window' },
      { kind: 'fixture', what: 'counter' },
      { kind: 'fixture', what: 'wainscot' },
    ] as const;
    const base = wallOf(site, 'study-w2');
    for (const what of kinds) {
      const s = addThing(site, base.id, 'A', 'made', what, base.length.mm / 2);
      expect(siteErrors(s, 'in', ''), what.kind).toEqual([]);
      const made = thingsOf(s, wallOf(s, base.id)).find((t) => t.id === 'made');
      if (what.kind === 'stud') expect(wallOf(s, base.id).framing.knownStud).toBeDefined();
      else {
        expect(made).toBeDefined();
        expect(thingsOf(dropThing(s, base.id, 'made'), wallOf(dropThing(s, base.id, 'made'), base.id)).some((t) => t.id === 'made')).toBe(
          false,
        );
      }
    }
  });
});

describe('a room typed round', () => {
  it('two lengths make a rectangle', () => {
    const read = readRound(`12' 6", 10'`, 'in');
    expect(read.ok && read.lengths.map((l) => l.mm)).toEqual([150, 120, 150, 120].map((n) => expect.closeTo(inches(n), 6)));
  });
  it('an L with one left corner closes', () => {
    const read = readRound(`12', 10', 6', 4', l 6', 6'`, 'in');
    expect(read.ok).toBe(true);
    if (read.ok)
      expect(
        closing(
          read.lengths.map((l) => l.mm),
          read.turns,
        ).closes,
      ).toBe(true);
  });
  it.each([
    [`12', 10', 12' 6", 10'`, /don’t close.*6" in the direction of wall 1/],
    [`12', 10', 12'`, /Three walls/],
    [`12'`, /with commas/],
    [`12', ten, 12', 10'`, /Wall 2/],
    [`12', 0, 12', 0`, /at least 1 in/],
    [`12', l 10', l 12', l 10'`, /four right corners more/],
  ])('%s', (text, says) => {
    const read = readRound(text, 'in');
    expect(read.ok ? '' : read.message).toMatch(says);
  });
  const answers = (id: string, feet: number[]) => ({
    id,
    name: id,
    use: 'bedroom' as const,
    lengths: feet.map((f) => measured(inches(f * 12))),
    turns: feet.map(() => 'right' as const),
    height: measured(inches(96)),
  });
  it('a yard is not walked round and has no ceiling: it lies along walls of the house, seen from outside', () => {
    const house = addRoom(emptySite(), answers('den', [12, 10, 12, 10]), 'in').site;
    const along = freeFaces(house).slice(0, 2);
    const { site, problems } = addOutdoors(house, { id: 'yard', name: 'back yard', use: 'outdoors', along });
    expect(problems).toEqual([]);
    expect(roomFaces(site).filter((f) => f.name.endsWith('from the back yard')).map((f) => f.wallId)).toEqual(along.map((f) => f.wallId)); // prettier-ignore
    expect(roomList(site).find((r) => r.room.id === 'yard')!.walls).toHaveLength(2);
    expect(siteErrors(site, 'in', '')).toEqual([]);
    // nobody looked at that surface: siding is taken for it, not the drywall of a room
    const [wallId, face] = [along[0]!.wallId, along[0]!.face];
    expect(wallOf(site, wallId).faces[face].layers).toMatchObject([{ finish: 'wood-siding', presets: ['finish'], thickness: { known: 'assumed' } }]); // prettier-ignore
    // one that was measured stays as it was typed
    const thick = { ...wallOf(house, wallId), faces: { ...wallOf(house, wallId).faces, [face]: { roomId: 'outside', layers: [{ finish: 'drywall' as const, thickness: measured(inches(0.625)), presets: ['finish' as const] }] } } }; // prettier-ignore
    const typed = addOutdoors({ ...house, walls: house.walls.map((w) => (w.id === wallId ? thick : w)) }, { id: 'yard', name: 'yard', use: 'outdoors', along: [along[0]!] }).site; // prettier-ignore
    expect(wallOf(typed, wallId).faces[face].layers).toMatchObject([{ finish: 'drywall', thickness: { mm: inches(0.625) } }]);
    // along nothing, or along a side that is another room’s
    expect(addOutdoors(house, { id: 'deck', name: 'deck', use: 'deck', along: [] }).problems).toEqual([
      'Say along which wall of the house it lies.',
    ]);
    expect(addOutdoors(site, { id: 'deck', name: 'deck', use: 'deck', along }).problems).toHaveLength(2);
  });
  it('a wall shared by two rooms is one wall with two faces', () => {
    const one = addRoom(emptySite(), answers('den', [12, 10, 12, 10]), 'in').site;
    expect(freeFaces(one)).toHaveLength(4);
    const two = addRoom(one, { ...answers('nook', [12, 8, 12, 8]), shared: { 0: { wallId: 'den-w3', face: 'B' } } }, 'in');
    expect(two.problems).toEqual([]);
    expect(two.site.walls).toHaveLength(7);
    expect(wallOf(two.site, 'den-w3').faces).toMatchObject({ A: { roomId: 'den' }, B: { roomId: 'nook' } });
    expect(siteErrors(two.site, 'in', '')).toEqual([]);
    // walking right from the nook's shared wall leads to its second wall, left to its last
    expect(nextWall(two.site, 'den-w3', 'B', 1)?.wallId).toBe('nook-w2');
    expect(nextWall(two.site, 'den-w3', 'B', -1)?.wallId).toBe('nook-w4');
  });
  it('a wall measured 1 ft differently from the other room is not the same wall: says by how much, changes nothing', () => {
    const one = addRoom(emptySite(), answers('den', [12, 10, 12, 10]), 'in').site;
    const two = addRoom(one, { ...answers('nook', [13, 8, 13, 8]), shared: { 0: { wallId: 'den-w3', face: 'B' } } }, 'in');
    expect(two.problems.join()).toMatch(/12" apart/);
    expect(two.site).toBe(one);
  });
});

describe('two measurements of one thing', () => {
  const twice = (inch: number, known: 'measured' | 'scanned' = 'measured'): Site => ({
    ...site,
    walls: site.walls.map((w) =>
      w.id === 'sewing-hall'
        ? {
            ...w,
            framing: { ...w.framing, knownStud: { ...w.framing.knownStud!, known } },
            checks: [
              {
                id: 'c',
                axis: 'along' as const,
                from: { thing: 'left-end' as const },
                to: { thing: 'hall-door', edge: 'left' as const },
                distance: measured(inches(inch)),
              },
            ],
          }
        : w,
    ),
  });
  it('92 1/16 agrees with 92: a tape held twice differs by up to 1/8', () =>
    expect(contradictions(twice(92.0625), wallOf(twice(92.0625), 'sewing-hall'))[0]!.verdict).toBe('ok'));
  it('90 1/2 can’t hold beside 92: by 1 1/2 in, and which', () => {
    const [c] = contradictions(twice(90.5), wallOf(twice(90.5), 'sewing-hall'));
    expect([c!.verdict, c!.says]).toEqual(['stop', expect.stringMatching(/left end to door, left/)]);
    expect(Math.abs(c!.offMm)).toBeCloseTo(inches(1.5), 6);
    expect(nextMeasures(twice(90.5), wallOf(twice(90.5), 'sewing-hall'), 'A')[0]!.what).toBe(c!.says);
  });
});

describe('a box and the stud it is noted to hang on', () => {
  const wall = wallOf(site, 'study-w1');
  const alcove = site.boxes.find((b) => b.id === 'alcove-box')!;
  const at = (left: number, more: Partial<Box> = {}): Box => ({
    ...alcove,
    place: { ...alcove.place, distance: measured(inches(left)) },
    ...more,
  });
  it.each([
    // the stud was scanned at 24 1/2: its right face is at 25 1/4, within 1/4; a shim of 1/2 in passes, more doesn’t
    ['against it', 25.25, undefined],
    ['3/4 in off', 26, undefined],
    ['13/16 in off', 26.0625, 'can’t tell'],
    ['8 in off', 33.25, 'can’t tell'],
  ])('%s: %s', (_, left, verdict) => expect(awayFromItsStud(wall, at(left))?.verdict).toBe(verdict));
  it('says both, and how far apart; nothing where nothing is noted, or no stud is known', () => {
    const apart = awayFromItsStud(wall, at(33.25))!;
    expect(apart.says).toMatch(/hanging on the stud to its left/);
    // the next of the rhythm, at 40 1/2, is 8 1/2 in the other way: the nearer one counts
    expect(apart.sums[0]!.result.value).toBeCloseTo(inches(8), 6);
    // held by wings beside “stud on its left”: one of the two is noted wrong, wherever it stands
    expect(awayFromItsStud(wall, at(33.25, { kind: 'wings-1g-20' }))).toMatchObject({ verdict: 'can’t tell', says: expect.stringMatching(/wings/) }); // prettier-ignore
    expect(awayFromItsStud(wall, at(33.25, { hangsOn: 'none' }))).toBeUndefined();
    const { knownStud: _, ...framing } = wall.framing;
    expect(awayFromItsStud({ ...wall, framing }, at(33.25))).toBeUndefined();
  });
  it('seen from the other face left and right change places', () => {
    // 28 in from the other left end: 77 3/4 to 80 in along face A, 4 1/2 in from the stud at 72 1/2
    const other = at(28, { face: 'B', hangsOn: 'right' });
    expect(awayFromItsStud(wall, other)?.says).toMatch(/to its right/);
  });
  it('the ledger of a job at that box asks for it, and of no sample job', () => {
    const moved = { ...quinceStreet, site: { ...site, boxes: site.boxes.map((b) => (b.id === 'alcove-box' ? at(33.25) : b)) } };
    const said = ledgerOf(inHouse(bareJob(aquariumAlcove), moved)).filter((f) => f.rule === 'own-stud');
    expect(said.map((f) => f.title)).toEqual(['Alcove box and the stud it hangs on']);
    for (const job of plannedJobs) expect(ledgerOf(job).filter((f) => f.rule === 'own-stud')).toEqual([]);
  });
});

describe('what to measure next', () => {
  it('an empty wall asks for a stud first, and every entry says how and why', () => {
    const bare = wallOf(site, 'study-w4');
    const next = nextMeasures(site, bare, 'A');
    expect(next[0]!.what).toBe('one stud');
    for (const n of next) expect(n.how.length * n.why.length).toBeGreaterThan(0);
  });
  it('a box asks for the sides its cables come from', () => {
    const s: Site = { ...site, cables: site.cables.filter((c) => c.id !== 'parlour-line') };
    expect(nextMeasures(s, wallOf(s, 'parlour-w2'), 'A').some((n) => /cables in Parlour box/.test(n.what))).toBe(true);
  });
});

describe('judgement of a box', () => {
  const judge = (s: Site, boxId: string, found?: Site) =>
    judgeBox({
      site: s,
      ...(found ? { found } : {}),
      wall: wallOf(s, s.boxes.find((b) => b.id === boxId)!.wallId),
      boxId,
      edition: 'US-2020',
      schools: DEFAULT_SCHOOLS,
      unit: 'in',
    });
  const of = (s: Site, boxId: string, rule: RuleId, found?: Site) => judge(s, boxId, found).findings.find((f) => f.rule === rule)!;
  it('moved sideways into a stud: stop', () => {
    const moved: Site = {
      ...site,
      boxes: site.boxes.map((b) =>
        b.id === 'alcove-box' ? { ...b, hangsOn: 'none' as const, place: { ...b.place, distance: measured(inches(39.5)) } } : b,
      ),
    };
    expect(of(moved, 'alcove-box', 'stud', site).verdict).toBe('stop');
  });
  it('nothing that nobody looked at passes as ok', () => {
    const blind: Site = {
      ...site,
      walls: site.walls.map((w) =>
        w.id === 'study-w1' ? { ...w, bayLooked: undefined, framing: { ...w.framing, knownStud: undefined } } : w,
      ),
      boxes: site.boxes.map((b) => (b.id === 'alcove-box' ? { ...b, hangsOn: undefined } : b)),
    };
    for (const rule of ['stud', 'stud-side', 'behind'] as const) expect(of(blind, 'alcove-box', rule).verdict, rule).toBe('can’t tell');
  });
});

describe('simulated finder and scope', () => {
  const truth = hiddenTruth(quinceStreet.id, 'sewing-hall')!;
  const sweep = { face: 'A', fromMm: inches(20), toMm: inches(80), zMm: inches(40), take: 1 } as const;
  it('the same sweep reads the same, another a little differently', () => {
    expect(sweepStuds(sewing, truth, sweep)).toEqual(sweepStuds(sewing, truth, sweep));
    expect(sweepStuds(sewing, truth, sweep)).not.toEqual(sweepStuds(sewing, truth, { ...sweep, take: 2 }));
  });
  it('two of three edges lie within the stated doubt, over many sweeps', () => {
    const real = truth.studs.flatMap((x) => [x - inches(0.75), x + inches(0.75)]);
    let [within, all] = [0, 0];
    for (let take = 0; take < 200; take++)
      for (const e of sweepStuds({ ...sewing, obstacles: [] }, { ...truth, obstacles: [] }, { ...sweep, take }).edges) {
        all += 1;
        if (Math.min(...real.map((r) => Math.abs(r - e.x))) <= e.plusMinusMm) within += 1;
      }
    expect(within / all).toBeGreaterThan(0.6);
    expect(within / all).toBeLessThan(0.76);
  });
  it('plaster on lath is doubted, masonry shows nothing', () => {
    const lath = wallOf(site, 'parlour-w2');
    expect(sweepStuds(lath, hiddenTruth(quinceStreet.id, lath.id)!, sweep).doubts.join()).toMatch(/lath/);
    const brick: Wall = { ...sewing, framing: { ...sewing.framing, material: 'masonry' } };
    expect(sweepStuds(brick, truth, sweep).marks).toEqual([]);
  });
  it('a reading is taken over as a stud that was scanned, with its doubt', () => {
    const s = takeStud(site, 'sewing-hall', 'new', inches(56.25), inches(0.125));
    const stud = studPlaces(wallOf(s, 'sewing-hall')).find((x) => Math.abs(x.x - inches(56.25)) < 1)!;
    expect(stud.known).toBe('scanned');
    expect(studPlaces(wallOf(s, 'sewing-hall'))).toHaveLength(studPlaces(sewing).length);
  });
  it('the scope sees the bay it looks into, and what it sees can be noted', () => {
    const view = lookInside(sewing, truth, 'A', inches(46), inches(40), 1);
    expect(view.seen.map((s) => s.what)).toContain('cable');
    expect(view.seen.map((s) => s.what)).not.toContain('vent');
    const s = takeSeen(site, 'sewing-hall', 'seen-1', view.seen[0]!, inches(46), 'A', wallThicknessMm(sewing));
    expect(siteErrors(s, 'in', '')).toEqual([]);
    expect(wallOf(s, 'sewing-hall').obstacles.find((o) => o.id === 'seen-1')).toMatchObject({ kind: 'cable', x: { known: 'seen' } });
  });
  it('walls of other houses have no hidden truth', () => expect(hiddenTruth('another', 'sewing-hall')).toBeUndefined());
});

describe('bad walls are refused by their field', () => {
  const errors = (part: Partial<Wall>) =>
    siteErrors({ ...site, walls: site.walls.map((w) => (w.id === 'sewing-hall' ? { ...w, ...part } : w)) }, 'in', '')
      .map((e) => `${e.path} ${e.message}`)
      .join('\n');
  const door = sewing.openings[0]!;
  it('doors over each other, by how much', () =>
    expect(errors({ openings: [door, { ...door, id: 'd2', x: measured(inches(80)) }] })).toMatch(/openings\/1\/x.*over each other by 16"/));
  it('a stud outside', () =>
    expect(errors({ framing: { ...sewing.framing, extraStuds: [{ id: 's', x: measured(inches(130)) }] } })).toMatch(
      /extraStuds\/0.*outside the wall/,
    ));
  it('an obstacle deeper than the wall: 4½ in thick here', () =>
    expect(errors({ obstacles: [{ ...sewing.obstacles[0]!, behindA: measured(inches(4)), thick: measured(inches(2)) }] })).toMatch(
      /would reach 6" into a wall that is 4 1\/2" thick/,
    ));
  it('a wainscot past the end', () =>
    expect(
      errors({
        fixtures: [
          {
            id: 'f',
            kind: 'wainscot',
            face: 'A',
            x: measured(inches(100)),
            z: measured(0),
            width: measured(inches(40)),
            height: measured(inches(36)),
          },
        ],
      }),
    ).toMatch(/fixtures\/0\/x.*past the wall's end/));
});

describe('what was measured stays as it was measured', () => {
  const bare = wallOf(site, 'sewing-w2');
  /** A duct on a wall surveyed from one face: its left edge first, then its width. */
  const surveyed = (face: 'A' | 'B', kind: 'obstacle' | 'opening' | 'fixture') => {
    const what =
      kind === 'obstacle'
        ? ({ kind, what: 'duct' } as const)
        : kind === 'opening'
          ? ({ kind, what: 'door' } as const)
          : ({ kind, what: 'furniture' } as const);
    let s = addThing(site, bare.id, face, 'new-one', what, inches(60));
    for (const entry of ['x 40', 'w 6 1/2', 'h 20']) {
      const wall = wallOf(s, bare.id);
      const reading = readTape(entry, 'left', s, wall, 'new-one', 'in', face);
      if (!reading.ok) throw new Error(reading.message);
      s = setByTape(s, wall, face, 'new-one', reading);
    }
    return s;
  };
  it.each([
    ['A', 'obstacle'],
    ['B', 'obstacle'],
    ['A', 'opening'],
    ['B', 'opening'],
    ['A', 'fixture'],
    ['B', 'fixture'],
  ] as const)('from face %s a width moves the other edge of the %s, not the left one that was measured', (face, kind) => {
    const s = surveyed(face, kind);
    const wall = wallOf(s, bare.id);
    const thing = thingById(s, wall, 'new-one')!;
    expect(measureOf(wall, thing, face, 'left', s)).toBeCloseTo(inches(40), 6);
    expect(measureOf(wall, thing, face, 'width', s)).toBeCloseTo(inches(6.5), 6);
    expect(measureOf(wall, thing, face, 'right', s)).toBeCloseTo(inches(46.5), 6);
    expect(thing.known).toBe('measured');
  });
  it('from the far face a width alone does not make a guessed place a measured one', () => {
    const s = addThing(site, bare.id, 'B', 'duct', { kind: 'obstacle', what: 'duct' }, inches(60));
    const wall = wallOf(s, bare.id);
    const width = readTape('w 6', 'left', s, wall, 'duct', 'in', 'B');
    const after = setByTape(s, wall, 'B', 'duct', width as TapeOk);
    expect(wallOf(after, bare.id).obstacles[0]!.x.known).toBe('assumed');
  });
  it('a depth is taken from the face one stands at: 4 1/2 in wall, 2 in thick, 1 in behind B is 1 1/2 in behind A', () => {
    const s = addThing(site, bare.id, 'B', 'duct', { kind: 'obstacle', what: 'duct' }, inches(60));
    const first = readTape('d 1', 'left', s, wallOf(s, bare.id), 'duct', 'in', 'B');
    expect(first).toMatchObject({ ok: false, message: expect.stringMatching(/How thick is the duct itself/) as string });
    const thick: Site = {
      ...s,
      walls: s.walls.map((w) =>
        w.id === bare.id ? { ...w, obstacles: w.obstacles.map((o) => ({ ...o, thick: measured(inches(2)) })) } : w,
      ),
    };
    const wall = wallOf(thick, bare.id);
    const reading = readTape('d 1', 'left', thick, wall, 'duct', 'in', 'B');
    const after = setByTape(thick, wall, 'B', 'duct', reading as TapeOk);
    const [duct] = wallOf(after, bare.id).obstacles;
    expect(duct!.behindA!.mm).toBeCloseTo(inches(1.5), 6);
    const thing = thingById(after, wallOf(after, bare.id), 'duct')!;
    expect(measureOf(wallOf(after, bare.id), thing, 'B', 'depth', after)).toBeCloseTo(inches(1), 6);
    expect(readTape('d 2 3/4', 'left', thick, wall, 'duct', 'in', 'B')).toMatchObject({
      ok: false,
      message: expect.stringMatching(/stick out/) as string,
    });
  });
  it('a stud added and then measured where the rhythm has one is that one, not a second beside it', () => {
    // known stud 40 in, 16 in apart: the rhythm has 56 and 72
    const before = studPlaces(sewing).length;
    let s = addThing(site, sewing.id, 'A', 'added', { kind: 'stud' }, inches(64));
    const wall = () => wallOf(s, sewing.id);
    s = setByTape(s, wall(), 'A', 'added', readTape('c 72 3/4', 'left', s, wall(), 'added', 'in') as TapeOk);
    expect(studPlaces(wall())).toHaveLength(before);
    expect(studPlaces(wall()).filter((p) => Math.abs(p.x - inches(72)) < inches(3))).toMatchObject([{ id: 'added', known: 'measured' }]);
    // measured far from any, it is one more
    let t = addThing(site, sewing.id, 'A', 'added', { kind: 'stud' }, inches(64));
    t = setByTape(t, wallOf(t, sewing.id), 'A', 'added', readTape('c 64', 'left', t, wallOf(t, sewing.id), 'added', 'in') as TapeOk);
    expect(studPlaces(wallOf(t, sewing.id))).toHaveLength(before + 1);
  });
  it('a reckoned stud can be taken out: nobody found one there, and it stays out when others move', () => {
    const reckoned = studPlaces(sewing).find((p) => p.known === 'guessed' && Math.abs(p.x - inches(72)) < 1)!;
    const after = dropThing(site, sewing.id, reckoned.id);
    const gone = (s: Site) => studPlaces(wallOf(s, sewing.id)).every((p) => Math.abs(p.x - inches(72)) > inches(3));
    expect(gone(after)).toBe(true);
    expect(studPlaces(wallOf(after, sewing.id))).toHaveLength(studPlaces(sewing).length - 1);
    expect(siteErrors(after, 'in', '')).toEqual([]);
    expect(gone(addThing(after, sewing.id, 'A', 'x', { kind: 'stud' }, inches(80)))).toBe(true);
  });
});
