/** The drawing of one face, held against lengths worked by hand on the sewing corner’s wall (120 × 96 in, studs at 8, 24, 40 … in). */
import { describe, expect, it } from 'vitest';
import { quinceStreet, sewingCorner } from '../houses.testing.js';
import { workOf } from '../ledger/index.js';
import { inches, parseLength, toInches } from '../measure/index.js';
import { measured, plannedSite, type Cable, type FaceId, type Site } from '../model/index.js';
import { addThing, readTape, setByTape } from '../survey/index.js';
import { elevation, uOf, type Elevation, type ElevationInput, type ElevationShape } from './index.js';

const site = plannedSite(sewingCorner);
const wall = site.walls.find((w) => w.id === 'sewing-hall')!;
const draw = (face: FaceId, more: Partial<ElevationInput> = {}): Elevation =>
  elevation({
    site,
    wall,
    face,
    open: true,
    plannedIds: new Set(['sewing-box']),
    workBoxId: 'sewing-box',
    sourceBoxId: 'hall-box',
    unit: 'in',
    ...more,
  });
const shape = (drawn: Elevation, id: string): ElevationShape => {
  const found = drawn.shapes.find((s) => s.id === id);
  if (!found) throw new Error(`no ${id} in the drawing`);
  return found;
};
const placed = (s: ElevationShape) => [s.u, s.z, s.width, s.height].map((v) => Math.round(toInches(v) * 1e6) / 1e6);

describe('what stands where', () => {
  it('the door of 28 in that begins 92 in along A: at 92 seen from the sewing room, at 0 seen from the hall', () => {
    expect(placed(shape(draw('A'), 'hall-door'))).toEqual([92, 0, 28, 80]);
    expect(placed(shape(draw('B'), 'hall-door'))).toEqual([0, 0, 28, 80]);
  });
  it('the vent of 3 1/4 in at 60 1/2: its left edge is at 120 − 60 1/2 − 3 1/4 = 56 1/4 from the hall', () => {
    expect(placed(shape(draw('A'), 'vent'))).toEqual([60.5, 2, 3.25, 90]);
    expect(placed(shape(draw('B'), 'vent'))).toEqual([56.25, 2, 3.25, 90]);
    expect(shape(draw('A'), 'vent').label).toBe('vent · felt · 1" behind');
    // from the other face its depth is another figure, so none is written
    expect(shape(draw('B'), 'vent').label).toBe('vent · felt · from the other face');
  });
  it('the hall box, 49 1/4 in right of the door edge from the hall: its left edge at 28 + 49 1/4 there', () => {
    expect(placed(shape(draw('B'), 'hall-box'))[0]).toBeCloseTo(77.25, 6);
    expect(shape(draw('B'), 'hall-box')).toMatchObject({ kind: 'box', state: 'found' });
    expect(shape(draw('A'), 'hall-box')).toMatchObject({ kind: 'ghost-box', state: 'behind' });
  });
  it('the plate is centred on its box and larger all round', () => {
    const drawn = draw('A');
    const [box, cover] = [shape(drawn, 'sewing-box'), shape(drawn, 'sewing-box-cover')];
    expect(cover.u + cover.width / 2).toBeCloseTo(box.u + box.width / 2, 6);
    expect(cover.z + cover.height / 2).toBeCloseTo(box.z + box.height / 2, 6);
    expect(cover.width).toBeGreaterThan(box.width);
    expect(cover.height).toBeGreaterThan(box.height);
    // 2 3/4 × 4 1/2 in (handbook 3)
    expect([cover.width, cover.height].map((v) => Math.round(toInches(v) * 1000) / 1000)).toEqual([2.75, 4.5]);
  });
  it('closed, nothing of what lies behind the finish is drawn', () => {
    const behind = (drawn: Elevation) => drawn.shapes.filter((s) => s.state === 'behind').map((s) => s.id);
    expect(behind(draw('A')).length).toBeGreaterThan(8);
    expect(behind(draw('A', { open: false }))).toEqual([]);
  });
  it('a stud that somebody found is drawn as a stud, those that are only reckoned are named as such', () => {
    const studs = draw('A').shapes.filter((s) => s.kind === 'stud' || s.kind === 'stud-guess');
    expect(studs.filter((s) => s.kind === 'stud').map((s) => [s.id, s.label])).toEqual([['stud-known', 'stud']]);
    expect(studs.filter((s) => s.kind === 'stud-guess').every((s) => s.label === 'stud?')).toBe(true);
  });
  it('masonry has neither studs nor plates', () => {
    const masonry = { ...wall, framing: { ...wall.framing, material: 'masonry' as const } };
    expect(draw('A', { wall: masonry }).shapes.some((s) => ['stud', 'stud-guess', 'plate'].includes(s.kind))).toBe(false);
  });
  it('what is measured behind one face stands on no drawing of another wall', () => {
    const other = quinceStreet.site.walls.find((w) => w.id === 'study-w1')!;
    const ids = elevation({ site: quinceStreet.site, wall: other, face: 'A', open: true, plannedIds: new Set(), unit: 'in' }).shapes.map(
      (s) => s.id,
    );
    expect(ids).toContain('alcove-box');
    expect(ids).not.toContain('hall-box');
  });
});

describe('cables as they leave a box', () => {
  const runs = (drawn: Elevation) => drawn.shapes.filter((s) => s.kind === 'run');
  const cable = (side: 'top' | 'bottom' | 'left' | 'right', id = 'x'): Cable => ({
    ...site.cables[0]!,
    id,
    ends: [{ label: 'somewhere' }, { boxId: 'sewing-box', label: 'Sewing box', side }],
  });
  const only = (...cables: Cable[]): Site => ({ ...site, cables });
  it('up goes to the underside of the double top plate: 96 − 3 in', () => {
    const [run] = runs(draw('A', { site: only(cable('top')) }));
    expect(toInches(run!.z + run!.height)).toBeCloseTo(93, 6);
    expect(run!.width).toBe(0);
  });
  it('down goes to the sole plate, 1 1/2 in up', () => {
    const [run] = runs(draw('A', { site: only(cable('bottom')) }));
    expect(toInches(run!.z)).toBeCloseTo(1.5, 6);
  });
  it('right goes to the next stud on the right as seen from the box’s own face', () => {
    const [run] = runs(draw('A', { site: only(cable('right')) }));
    const box = shape(draw('A'), 'sewing-box');
    expect(run!.u).toBeCloseTo(box.u + box.width, 6);
    // the next stud after 51 1/2 in stands at 56
    expect(toInches(run!.u + run!.width)).toBeCloseTo(56, 6);
    const [seen] = runs(draw('B', { site: only(cable('right')) }));
    expect(uOf(wall, 'B', seen!.u + seen!.width)).toBeCloseTo(run!.u, 6);
  });
  it('two that come the same way are drawn side by side', () => {
    const [a, b] = runs(draw('A', { site: only(cable('top', 'x'), cable('top', 'y')) }));
    expect(Math.abs(a!.u - b!.u)).toBeCloseTo(inches(0.6), 6);
  });
  it('a side that nobody noted draws nothing', () => {
    const unknown = { ...cable('top'), ends: [{ label: 'somewhere' }, { boxId: 'sewing-box', label: 'Sewing box' }] } as Cable;
    expect(runs(draw('A', { site: only(unknown) }))).toEqual([]);
  });
});

describe('dimensions', () => {
  it('every one says in words what it measures, and its words read back as its length', () => {
    for (const face of ['A', 'B'] as const)
      for (const d of draw(face).dimensions) {
        const read = parseLength(d.text, { unit: 'in' });
        expect(read.ok, d.text).toBe(true);
        // marks are rounded to what a tape shows: 1/16 in, and the remainder is printed when it matters
        if (read.ok) expect(Math.abs(read.mm - Math.abs(d.to - d.from)), `${d.of} ${d.text}`).toBeLessThanOrEqual(inches(1 / 32) + 1e-6);
        expect(d.of).toMatch(/edge from the /);
      }
  });
  it('both edges from the left end: 49 3/16 less nothing, and the opening’s width further', () => {
    const along = draw('A').dimensions.filter((d) => d.axis === 'along' && d.of.includes('left end'));
    expect(along.map((d) => d.text)).toContain('49 3/16"');
  });
  it('a wall that is only surveyed has no dimensions, and its first view is the whole of it', () => {
    const drawn = draw('A', { workBoxId: undefined, sourceBoxId: undefined });
    expect(drawn.dimensions).toEqual([]);
    expect(drawn.work).toEqual({ u: 0, z: 0, width: wall.length.mm, height: wall.height.mm });
  });
  it('the first view holds both boxes and stays on the wall, on either face', () => {
    for (const face of ['A', 'B'] as const) {
      const drawn = draw(face);
      for (const id of ['sewing-box', 'hall-box']) {
        const s = shape(drawn, id);
        expect(s.u).toBeGreaterThanOrEqual(drawn.work.u);
        expect(s.u + s.width).toBeLessThanOrEqual(drawn.work.u + drawn.work.width);
      }
      expect(drawn.work.u).toBeGreaterThanOrEqual(0);
      expect(drawn.work.u + drawn.work.width).toBeLessThanOrEqual(wall.length.mm + 1e-6);
    }
  });
  it('in a metric house they are millimetres', () => {
    for (const d of draw('A', { unit: 'mm' }).dimensions) expect(d.text).toMatch(/^\d+( mm)?$/);
  });
});

describe('a box that is moved', () => {
  it('stands where it was as an outline, with the patch beside it; on the other face neither is drawn', () => {
    const old = workOf(sewingCorner).runs[0]!.from!.was!;
    const patch = { left: inches(20), right: inches(23), bottom: inches(10), top: inches(14) };
    const before = { box: old, patches: [patch] };
    const own = draw('B', { before });
    expect(shape(own, 'hall-box-before')).toMatchObject({ kind: 'old-box', label: 'Hall box, as found' });
    expect(placed(shape(own, 'patch-0'))).toEqual([97, 10, 3, 4]);
    expect(draw('A', { before }).shapes.some((s) => s.kind === 'patch' || s.kind === 'old-box')).toBe(false);
  });
  it('a box whose reference is gone is left out, not drawn somewhere', () => {
    const lost = {
      ...site,
      boxes: site.boxes.map((b) => (b.id === 'sewing-box' ? { ...b, place: { ...b.place, from: 'gone', distance: measured(0) } } : b)),
    };
    const drawn = draw('A', { site: lost });
    expect(drawn.shapes.some((s) => s.id === 'sewing-box')).toBe(false);
    expect(drawn.dimensions).toEqual([]);
  });
});

describe('what was put down and not measured', () => {
  it.each([
    { kind: 'box' },
    { kind: 'fixture', what: 'counter' },
    { kind: 'opening', what: 'window' },
    { kind: 'obstacle', what: 'pipe' },
  ] as const)('%j is drawn as not placed, and says so, until it is', (what) => {
    const put = addThing(site, wall.id, 'A', 'new', what, inches(30));
    const seen = (s: Site) => shape(draw('A', { site: s, wall: s.walls.find((w) => w.id === wall.id)! }), 'new');
    expect(seen(put)).toMatchObject({ unplaced: true, label: expect.stringMatching(/, not placed$/) });
    const reading = readTape(
      'l 31 1/4',
      'left',
      put,
      put.walls.find((w) => w.id === wall.id)!,
      'new',
      'in',
    );
    if (!reading.ok) throw new Error(reading.message);
    const set = setByTape(
      put,
      put.walls.find((w) => w.id === wall.id)!,
      'A',
      'new',
      reading,
    );
    expect(seen(set).unplaced).toBeUndefined();
    expect(seen(set).label).not.toMatch(/not placed/);
  });
  it('what is surveyed, and what is planned, is not', () => {
    for (const id of ['hall-door', 'vent', 'sewing-box']) expect(shape(draw('A'), id).unplaced, id).toBeUndefined();
  });
});
