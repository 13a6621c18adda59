/** What the house knows of itself after a job became part of it, and what is in a wall at a point. */
import { describe, expect, it } from 'vitest';
import { heldJobs, quinceStreet } from '../houses.testing.js';
import { dayIn, feet, inches } from '../measure/index.js';
import { measured, type CableWay, type House, type Job, type KeptEntry, type KeptPhoto } from '../model/index.js';
import { awayFromLine, builtShapes, houseFile, inWall, textOf, type InWall } from './index.js';

const wall = quinceStreet.site.walls.find((w) => w.id === 'sewing-hall')!;
const way: CableWay = {
  key: 'hall-box', title: 'up and over', feed: 'hall-box', drillFrom: [], chases: [], outside: [], bends: 1, loops: 0, open: false, past: [],
  legs: [{
    space: 'bay/sewing-hall/2', kind: 'wall', words: 'up in the bay to the top plate', path: [], lengthMm: feet(6), staples: [], fastened: 'fished',
    onWall: { wallId: wall.id, points: [{ u: feet(3), z: inches(16) }, { u: feet(3), z: feet(7.5) }] },
  }],
  holes: [{ id: 'h1', member: 'top plate', where: 'over the bay', count: 1, sizeMm: 19, bushing: false, seal: true, onWall: { wallId: wall.id, u: feet(3), z: feet(8) }, at: { x: 0, y: 0 } }],
  openings: [{ id: 'o1', wallId: wall.id, face: 'A', what: 'to fish through', left: feet(3) - 50, right: feet(3) + 50, bottom: feet(7), top: feet(7) + 100 }],
}; // prettier-ignore
const cable = { ...quinceStreet.site.cables[0]!, id: 'new-run', name: 'hall to sewing' };
const closed: House = {
  ...quinceStreet,
  site: { ...quinceStreet.site, cables: [...quinceStreet.site.cables, cable] },
  history: [
    {
      id: 'closing-1', jobId: 'sewing-corner', jobName: 'Sewing corner', at: '2026-11-20T12:00:00Z',
      changes: [{ id: 'c', title: 'Cable laid', do: 'run-cable', cable, way }], differs: ['free ends: 7" instead of 6"'],
      was: { boxes: [], cables: [], devices: [], circuits: [], loads: [], breakers: [] }, wasAt: {},
      became: { boxes: [], cables: [cable], devices: [], circuits: [], loads: [], breakers: [] },
    },
  ],
}; // prettier-ignore
const at = (x: number, z: number, house = closed, jobs: Job[] = []) => inWall(house, jobs, [], wall.id, { x, z });
const of = (list: InWall[], what: string | RegExp) => list.find((i) => (typeof what === 'string' ? i.what === what : what.test(i.what)));

describe('what is in this wall', () => {
  it('a cable that a job laid, where it laid it, as built; its hole and the patch over it', () => {
    const answer = at(feet(3), feet(7));
    expect(of(answer.here, 'hall to sewing')).toMatchObject({ how: 'as built', awayMm: 0, says: 'laid by “Sewing corner”' });
    expect(of(answer.here, 'patched opening')).toMatchObject({ how: 'as built' });
    expect(of(answer.near, /hole in the top plate/)?.awayMm).toBeCloseTo(feet(1), 6);
    // two feet beside it is not there any more
    expect(of(at(feet(3) + feet(2) + 1, feet(7)).here, 'hall to sewing')).toBeUndefined();
  });
  it('a cable whose way is known is not guessed at besides', () => {
    const box = quinceStreet.site.boxes.find((b) => b.wallId === wall.id)!;
    const ends: typeof cable.ends = [{ label: 'panel' }, { boxId: box.id, label: box.name, side: 'top' }];
    const known: House = { ...closed, site: { ...closed.site, cables: [{ ...cable, ends }] } };
    const x = closedX(box.id);
    expect(at(x, feet(5), known).here.filter((i) => i.id.startsWith('new-run') && i.how === 'a guess')).toEqual([]);
  });
  it('what an open job plans is planned and nothing else', () => {
    const open: Job = { ...heldJobs[0]!, id: 'other', name: 'Other job', changes: [{ id: 'c', title: 'x', do: 'run-cable', cable: { ...cable, id: 'p', name: 'planned run' }, way }] }; // prettier-ignore
    expect(of(at(feet(3), feet(5), quinceStreet, [open]).here, 'planned run')).toMatchObject({ how: 'planned', says: '“Other job” plans it here' }); // prettier-ignore
    // closed it stands in the history, not here a second time
    expect(of(at(feet(3), feet(5), quinceStreet, [{ ...open, closed: { at: '2026-11-20T12:00:00Z', closing: 'x' } }]).here, 'planned run')).toBeUndefined(); // prettier-ignore
  });
  it('a cable whose way nobody knows is a guess by the side it comes in; without that, both up and down', () => {
    const box = quinceStreet.site.boxes.find((b) => b.wallId === wall.id)!;
    const loose = (side: 'top' | 'bottom' | undefined): House => ({
      ...quinceStreet,
      site: {
        ...quinceStreet.site,
        cables: [{ ...cable, id: 'l', name: 'feed', ends: [{ label: 'panel' }, { boxId: box.id, label: box.name, ...(side ? { side } : {}) }] }],
      },
    }); // prettier-ignore
    const x = closedX(box.id);
    const [over, under] = [feet(7), inches(4)];
    const guess = (side: 'top' | 'bottom' | undefined, z: number) => of(at(x, z, loose(side)).here, 'feed');
    expect(guess('top', over)).toMatchObject({ how: 'a guess', says: expect.stringContaining('it comes in at the top') });
    expect(guess('top', under)?.says).toBeUndefined();
    expect(guess('bottom', over)?.says).toBeUndefined();
    expect([guess(undefined, over)?.how, guess(undefined, under)?.how]).toEqual(['a guess', 'a guess']);
  });
  it('studs: measured is seen, by the rhythm is reckoned; and beside a kitchen there may be pipes', () => {
    const list = at(feet(3), feet(4));
    expect([...list.here, ...list.near].filter((i) => i.what.startsWith('stud')).length).toBeGreaterThan(0);
    const wet: House = { ...quinceStreet, site: { ...quinceStreet.site, rooms: quinceStreet.site.rooms.map((r) => (r.id === wall.faces.A.roomId ? { ...r, use: 'kitchen' as const } : r)) } }; // prettier-ignore
    expect(of(at(feet(3), feet(4), wet).here, /pipes/)).toMatchObject({ how: 'a guess' });
    expect(of(at(feet(3), feet(4)).here, /pipes/)).toBeUndefined();
  });
  it('beside a door the studs are doubled, over it lies a header: both guessed', () => {
    const withDoor: House = { ...quinceStreet, site: { ...quinceStreet.site, walls: quinceStreet.site.walls.map((w) => (w.id === wall.id ? { ...w, openings: [{ id: 'd', kind: 'door' as const, x: measured(feet(4)), z: measured(0), width: measured(feet(3)), height: measured(feet(6.75)) }] } : w)) } }; // prettier-ignore
    expect(of(at(feet(4) - inches(2), feet(3), withDoor).here, 'doubled studs beside the door')).toMatchObject({ how: 'a guess' });
    // over the door the studs beside it go on as any
    expect(of(at(feet(4) - inches(2), feet(7), withDoor).here, 'doubled studs beside the door')).toBeUndefined();
    expect(of(at(feet(5), feet(6.75) + inches(5), withDoor).here, 'header over the door')).toMatchObject({ how: 'a guess' });
    expect(of(at(feet(5), feet(3), withDoor).here, 'door')).toMatchObject({ how: 'seen', awayMm: 0 });
  });
  it('says what nobody looked into, and that a point is not on the wall', () => {
    const blind: House = { ...quinceStreet, site: { ...quinceStreet.site, walls: quinceStreet.site.walls.map(({ bayLooked: _, looks: __, ...w }) => w) } }; // prettier-ignore
    expect(at(feet(3), feet(4), blind).unknown.join()).toMatch(/Nobody looked into this bay/);
    expect(at(-10, feet(4)).unknown.join()).toMatch(/not on the wall/);
    expect(inWall(closed, [], [], 'no-wall', { x: 0, z: 0 }).unknown).toEqual(['There is no such wall.']);
  });
  it('a point of a photo is that far off at least as its ± leaves', () => {
    const photo = { id: 'p', name: 'pipe stub', wallId: wall.id, face: 'A' as const, x: feet(3) + 100, up: feet(4), plusMinusMm: 30 };
    expect(of(inWall(closed, [], [photo], wall.id, { x: feet(3), z: feet(4) }).here, 'pipe stub')).toMatchObject({ how: 'from a photo', awayMm: 70 }); // prettier-ignore
  });
  it('from a point to a line: beside it, beyond its end, to a single point', () => {
    expect(awayFromLine({ x: 3, z: 5 }, [{ u: 0, z: 0 }, { u: 0, z: 10 }])).toBe(3); // prettier-ignore
    expect(awayFromLine({ x: 3, z: 14 }, [{ u: 0, z: 0 }, { u: 0, z: 10 }])).toBe(5); // prettier-ignore
    expect(awayFromLine({ x: 3, z: 4 }, [{ u: 0, z: 0 }])).toBe(5);
    expect(awayFromLine({ x: 0, z: 0 }, [])).toBe(Infinity);
  });
});

/** middle of a box along face A */
function closedX(boxId: string): number {
  const box = of(at(0, 0).here, boxId);
  if (box) return 0;
  for (let x = 0; x < wall.length.mm; x += 20) {
    const found = inWall(quinceStreet, [], [], wall.id, { x, z: quinceStreet.site.boxes.find((b) => b.id === boxId)!.place.bottom.mm + 20 }).here.find((i) => i.id === boxId); // prettier-ignore
    if (found?.awayMm === 0) return x + 20;
  }
  throw new Error('the box is not on the wall');
}

describe('as built on the drawing', () => {
  it('a cable where it lies, its hole and the patch, mirrored as seen from the other side; the patch on its own face only', () => {
    const fromA = builtShapes(closed, [], wall, 'A');
    expect(fromA.map((s) => [s.kind, s.label])).toEqual([['way', 'hall to sewing, as built'], ['hole', undefined], ['patch', 'patch']]); // prettier-ignore
    expect(fromA[0]).toMatchObject({ u: feet(3) - 8, width: 16, z: inches(16), height: feet(7.5) - inches(16), state: 'behind' });
    const fromB = builtShapes(closed, [], wall, 'B');
    expect(fromB.map((s) => s.kind)).toEqual(['way', 'hole']);
    expect(fromB[0]!.u).toBeCloseTo(wall.length.mm - feet(3) - 8, 6);
    expect(builtShapes(quinceStreet, [], wall, 'A')).toEqual([]);
  });
});

describe('the house file', () => {
  const jobs = heldJobs.filter((j) => j.houseId === quinceStreet.id).map((j) => (j.id === 'sewing-corner' ? { ...j, closed: { at: '2026-11-20T12:00:00Z', closing: 'closing-1' } } : j)); // prettier-ignore
  const log: KeptEntry[] = [
    { id: 'log-entry-1', jobId: 'sewing-corner', kind: 'note', at: '2026-11-19T09:00:00Z', device: 'phone', n: 0, says: 'newspaper of 1961 in the bay', received: '2026-11-19T09:00:01Z', aheadMs: 0 },
  ]; // prettier-ignore
  const photos: KeptPhoto[] = [
    { id: 'photo-entry-1', houseId: quinceStreet.id, of: { kind: 'box', id: 'hall-box' }, at: '2026-11-19T09:05:00Z', note: 'hall box opened', marks: [{ id: 'm', kind: 'words', from: { x: 0.5, y: 0.5 }, text: 'cloth here' }], saved: '2026-11-19T09:06:00Z' },
  ]; // prettier-ignore
  const file = houseFile(closed, jobs, log, photos, dayIn('UTC'));
  const entry = (kind: string, id: string) => file.entries.find((e) => e.kind === kind && e.id === id)!;
  it('has every box, cable, circuit and panel of the house, each with what is not known of it', () => {
    const count = (kind: string) => file.entries.filter((e) => e.kind === kind).length;
    expect(count('box')).toBe(closed.site.boxes.length);
    expect(count('cable')).toBe(closed.site.cables.length);
    expect(count('circuit')).toBe(closed.site.panel!.breakers.filter((b) => b.circuitId !== undefined).length);
    expect(entry('box', 'hall-box').facts.some((f) => f.says.startsWith('circuit '))).toBe(true);
    // nobody opened that one
    expect(file.entries.filter((e) => e.kind === 'box').some((e) => e.facts.some((f) => f.how === 'not known'))).toBe(true);
  });
  it('what only came filled in is assumed, in its line too', () => {
    const preset: House = { ...closed, site: { ...closed.site, devices: closed.site.devices.map((d) => (d.boxId === 'hall-box' ? { ...d, presets: ['kind' as const] } : d)) } }; // prettier-ignore
    const of = (h: House) =>
      houseFile(h, [], [], [], dayIn('UTC'))
        .entries.find((e) => e.id === 'hall-box')!
        .facts.find((f) => /duplex/.test(f.says));
    expect([of(preset)?.how, of(closed)?.how]).toEqual(['assumed', undefined]);
  });
  it('keeps what was closed again: the way of the cable, its hole, the patch', () => {
    expect(entry('cable', 'new-run').facts).toContainEqual({ says: 'up in the bay to the top plate', how: 'as built' });
    expect(entry('hidden', 'new-run-h1')).toMatchObject({ title: 'hole in the top plate', where: 'over the bay' });
    expect(entry('patch', 'new-run-o1').title).toBe(`patch on the ${wall.name}`);
    // a cable that no job laid: its way is not known
    expect(entry('cable', quinceStreet.site.cables[0]!.id).facts).toContainEqual({ says: 'where it runs in the walls is not known', how: 'not known' }); // prettier-ignore
  });
  it('photos stand with their box, notes and words on photos are found by search', () => {
    expect(entry('box', 'hall-box').photos).toEqual(['photo-entry-1']);
    const found = (word: string) => file.entries.filter((e) => textOf(e).includes(word)).map((e) => e.id);
    expect(found('newspaper')).toEqual(['log-entry-1']);
    expect(found('cloth here')).toEqual(['photo-entry-1']);
  });
  it('the timeline has closings, days of work and photos, the latest first', () => {
    expect(file.timeline.map((t) => t.title)).toEqual([
      'Sewing corner became part of the house',
      'hall box opened',
      'Worked at Sewing corner',
    ]);
    expect(file.timeline[0]!.says).toEqual(['Cable laid', 'free ends: 7" instead of 6"']);
  });
});
