/**
 * Rough-in in open framing (handbook 1, 5, 26): nailed to studs, bored above the boxes, looked at before it is covered. A lean-to of 14 by
 * 10 ft with its own panel, made up for this test.
 */
import { describe, expect, it } from 'vitest';
import { besideStud, gapToStud, suitableBoxes } from '../layout/index.js';
import { wiringOf, workOf } from '../ledger/index.js';
import { ledgerOf } from '../ledger/meant.testing.js';
import { inches } from '../measure/index.js';
import {
  DOCUMENT_VERSION,
  baysLooked,
  emptySite,
  EVEN_WEIGHTS,
  inHouse,
  measured,
  wantOf,
  DEFAULT_SCHOOLS,
  type Box,
  type House,
  type JobInHouse,
  type Site,
  type WantPlace,
} from '../model/index.js';
import { fromBox } from '../purpose/index.js';
import { addRoom } from '../survey/index.js';
import { materialsOf } from '../takeoff/index.js';
import { keptParts, routeDetail, searchRoutes, takeWay } from '../purpose/index.js';
import { restsOn, stepsOf } from './index.js';

const inch = (v: number) => measured(inches(v), `${v}`);
function leanTo(open: boolean): House {
  const bare: Site = addRoom(
    emptySite(),
    { id: 'lean', name: 'lean-to', use: 'workshop', lengths: [168, 120, 168, 120].map(inch), turns: ['right', 'right', 'right', 'right'], height: inch(96), above: 'flat-roof', below: 'slab' },
    'in',
  ).site; // prettier-ignore
  const walls = bare.walls.map((w) => ({
    ...w,
    framing: {
      ...w.framing,
      material: 'wood' as const,
      studDepth: inch(3.5),
      studWidth: inch(1.5),
      spacing: inch(16),
      knownStud: inch(16),
    },
    faces: {
      A: { ...w.faces.A, layers: [{ finish: 'drywall' as const, thickness: inch(0.5) }], ...(open ? { open: true } : {}) },
      B: { ...w.faces.B, layers: [{ finish: 'wood-siding' as const, thickness: inch(0.75) }] },
    },
  }));
  const panel = {
    name: 'Lean-to panel',
    place: { wallId: 'lean-w4', face: 'A' as const, fromLeft: inch(60), bottom: inch(48) },
    spaces: 12,
    mainA: 60,
    types: 'P',
    breakers: [],
    covered: [],
    tests: [],
  };
  return { format: 'saddle-house', version: DOCUMENT_VERSION, id: 'h', name: 'Made up', edition: 'US-2020', unit: 'in', built: 1990, site: { ...bare, walls, panel } }; // prettier-ignore
}
const at = (wallId: string, x: number): WantPlace => ({ wallId, face: 'A', fromLeft: inch(x), bottom: inch(12.5) });
function taken(house: House, places: WantPlace[]): JobInHouse {
  const job = inHouse(
    {
      ...{
        format: 'saddle-job',
        version: DOCUMENT_VERSION,
        id: 'rough',
        houseId: 'h',
        name: 'Rough-in',
        purpose: 'run',
        changes: [],
        schools: DEFAULT_SCHOOLS,
      },
      want: { kind: 'run', places, loads: [], ownCircuit: true, mayShow: false, forbidden: [], weights: EVEN_WEIGHTS },
      work: { ticks: [], notes: [], values: [], proofs: [] },
    },
    house,
  );
  const want = wantOf(job)!;
  const [option] = searchRoutes(house, want).found.options;
  return inHouse(takeWay(job, keptParts(house.site, want, option!, routeDetail(house, want, option!))).job, house);
}
const PLACES = [at('lean-w1', 24), at('lean-w1', 72), at('lean-w2', 60)];

describe('three outlets in open framing', () => {
  const job = taken(leanTo(true), PLACES);
  const w = workOf(job);
  const steps = stepsOf(job);
  it('each box is nailed to the nearer stud of its bay: 24 lies in the bay from 16 to 32, its centre comes to 17 7/8 or 30 1/8', () => {
    const [first] = w.boxes;
    expect(first!.box.kind).toMatch(/^nail-on/);
    // half a stud and half a box from the stud's middle: 16 + 3/4 + 1 1/8
    expect([17.875, 30.125].map(inches).some((x) => Math.abs(x - first!.box.place.distance.mm) < 0.1)).toBe(true);
    for (const b of w.boxes) expect(Math.abs(gapToStud(b.wall, b.box)!.mm)).toBeLessThan(0.1);
  });
  it('nothing is opened, patched or fished; holes lie more than 12 in above the boxes', () => {
    expect(w.runs.flatMap((r) => r.traced!.openings)).toEqual([]);
    expect(materialsOf(job).some((m) => /patch|compound|tape/.test(m.what))).toBe(false);
    const top = inches(12.5) + inches(3.75);
    const studs = w.runs.flatMap((r) => r.traced!.holes.filter((h) => h.member === 'stud'));
    expect(studs.length).toBeGreaterThan(4);
    for (const h of studs) expect(h.onWall!.z).toBeGreaterThan(top + inches(12));
  });
  it('a cable is stapled within 8 in of a one-gang plastic box without clamps (314.17(C))', () => {
    const held = ledgerOf(job).filter((f) => f.rule === 'securing');
    expect(held.length).toBeGreaterThan(3);
    for (const f of held) expect([f.title, f.verdict]).toEqual([f.title, 'ok']);
  });
  it('along a stud it is held within 8 in of the box and of the panel, where the stretch is long too, and where no stud is near its end by a block', () => {
    const house = leanTo(true);
    const over: House = {
      ...house,
      site: {
        ...house.site,
        panel: { ...house.site.panel!, place: { wallId: 'lean-w1', face: 'A', fromLeft: inch(28), bottom: inch(60) } },
      },
    };
    const leg = workOf(taken(over, [at('lean-w1', 24)])).runs[0]!.traced!.legs.find((l) => l.staples.length > 0)!;
    const upright = leg.onWall!.points.slice(1).map((p, k) => Math.abs(p.z - leg.onWall!.points[k]!.z));
    expect(Math.max(...upright)).toBeGreaterThan(inches(24));
    // out of the panel it goes 10 1/8 in level to the stud it comes down: nothing holds it there but a block
    expect(leg.fastened).toContain('nail a block between the studs');
    expect([leg.staples[0]! <= inches(8) + 1, leg.lengthMm - leg.staples.at(-1)! <= inches(8) + 1]).toEqual([true, true]);
  });
  it('a nailed box is marked from the floor as it is: a floor still to be laid is in its height already, and said', () => {
    const house = leanTo(true);
    const laid: House = { ...house, site: { ...house.site, rooms: house.site.rooms.map((r) => ({ ...r, floorToAdd: inch(0.75) })) } };
    const marked = (h: House) =>
      stepsOf(taken(h, PLACES))
        .find((s) => s.id.startsWith('mark-out'))!
        .says.find((l) => l.startsWith('Lower edge'));
    expect(marked(house)).toBe('Lower edge 12 1/2" above the floor as it is now.');
    expect(marked(laid)).toBe('Lower edge 12 1/2" above the floor as it is now; what is still laid on it is reckoned in.');
  });
  it('wings have nothing to clamp there, nail-on boxes do; behind a finish it is the other way round', () => {
    const fits = (open: boolean, mounting: string) =>
      suitableBoxes(leanTo(open).site.walls[0]!, 'A', { gangs: 1, neededIn3: 10, unit: 'in' }).some(
        (k) => k.fits && k.kind.mounting === mounting,
      );
    expect([fits(true, 'wings'), fits(true, 'nail-on'), fits(false, 'wings'), fits(false, 'nail-on')]).toEqual([false, true, true, false]);
  });
  it('something unknown between open studs is no reason to cut the power for nailing a box', () => {
    const unknown = { id: 'u', kind: 'unknown' as const, x: inch(40), z: inch(30), width: inch(4), height: inch(4) };
    const house = leanTo(true);
    const odd = taken({ ...house, site: { ...house.site, walls: house.site.walls.map((x) => ({ ...x, obstacles: [unknown] })) } }, PLACES);
    const ids = stepsOf(odd).map((s) => s.id);
    expect(ids.indexOf('wire-new')).toBeLessThan(ids.indexOf('breaker-off'));
  });
  it('no saw step, no look into bays; the inspector sees it before it is covered, and devices go on afterwards', () => {
    const ids = steps.map((s) => s.id);
    expect(ids.filter((x) => /^(cut-opening|open-way|patch|coat)/.test(x))).toEqual([]);
    expect(ids.indexOf('inspect-rough')).toBeLessThan(ids.indexOf('close-wall'));
    for (const n of ['', '-2', '-3']) {
      expect(restsOn('inspect-rough', steps).has(`set-new-box${n}`)).toBe(true);
      expect(restsOn(`wire-new${n}`, steps).has('close-wall')).toBe(true);
    }
    expect(steps.find((s) => s.id === 'nail-box')!.says[0]).toMatch(/Front edge 1\/2" forward/);
    expect(steps.find((s) => s.id === 'mark-out')!.says.join()).toMatch(/jig for all 3/);
  });
  it('the same walls closed: wings, openings and patches', () => {
    const closed = taken(leanTo(false), [at('lean-w1', 24), at('lean-w1', 72), at('lean-w2', 56)]);
    expect(workOf(closed).boxes[0]!.box.kind).toMatch(/^wings/);
    expect(workOf(closed).runs.flatMap((r) => r.traced!.openings).length).toBeGreaterThan(2);
  });
  it('nothing that nobody looked at passes as looked at: a note in open framing, the question on the closed face of the same wall', () => {
    const looked = ledgerOf(job).filter((f) => f.rule === 'bay-looked');
    expect(looked.map((f) => f.verdict)).toEqual(['note', 'note', 'note']);
    const wall = leanTo(true).site.walls[0]!;
    expect(baysLooked(wall, { left: 400, right: 700 })).toBe(false);
  });
  it('a box at a stud that was found is ok; at one that is only reckoned it is said', () => {
    // 16 in was measured, the others follow from the spacing
    const nailed = ledgerOf(job).filter((f) => f.rule === 'stud');
    const first = w.boxes.map((b) => gapToStud(b.wall, b.box)!.known);
    expect(nailed.map((f) => f.verdict)).toEqual(first.map((known) => (known ? 'ok' : 'note')));
    expect(nailed.some((f) => f.verdict === 'note')).toBe(true);
  });
  it('seen from the other face left and right change places: the box stands against the same stud', () => {
    const wall = {
      ...leanTo(true).site.walls[0]!,
      faces: { A: leanTo(true).site.walls[0]!.faces.B, B: leanTo(true).site.walls[0]!.faces.A },
    };
    const box = { ...w.boxes[0]!.box, face: 'B' as const, hangsOn: undefined, place: { ...w.boxes[0]!.box.place, distance: inch(24) } };
    const set = besideStud(wall, box);
    expect(Math.abs(gapToStud(wall, set)!.mm)).toBeLessThan(0.1);
    // from face B's left end x runs backwards: 168 − 24 = 144 lies on a stud; the nearer side of it, 1 7/8 in off
    const x = 168 - set.place.distance.mm / 25.4;
    expect(Math.abs(x - 144)).toBeCloseTo(1.875, 4);
    expect(set.hangsOn).toBe(x > 144 ? 'right' : 'left');
  });
  it('a straight cable between two boxes of an open wall bores studs: no opening, no patch', () => {
    const house = leanTo(true);
    const source: Box = { ...w.boxes[0]!.box, id: 'there', name: 'There', circuitId: 'own' };
    const circuit = { id: 'own', number: '1', name: 'lean-to', voltsNominal: 120 as const, breakerA: 20 as const };
    const surveyed: House = { ...house, site: { ...house.site, boxes: [source], circuits: [circuit] } };
    const made = fromBox(surveyed, {
      id: 'j',
      houseId: 'h',
      name: 'j',
      situation: 'same-wall',
      boxId: 'there',
      fromLeft: inch(80),
      gangs: 1,
    });
    if (!made.ok) throw new Error(made.message);
    const straight = inHouse(made.job, surveyed);
    expect(workOf(straight).runs[0]!.crossings.length).toBeGreaterThan(1);
    const cross = stepsOf(straight).find((s) => s.id === 'cross-studs')!;
    expect(cross.title).toMatch(/^Bore the \d studs between$/);
    expect(stepsOf(straight).some((s) => /^(patch|coat)/.test(s.id))).toBe(false);
    expect(materialsOf(straight).some((m) => m.article === 'board')).toBe(false);
  });
  it('a box that stands beside no stud is a stop, and its remedy nails it', () => {
    const box = { ...w.boxes[0]!.box, place: { ...w.boxes[0]!.box.place, distance: inch(24) } };
    const loose: JobInHouse = {
      ...job,
      changes: job.changes.map((c) => (c.do === 'place-box' && c.box.id === box.id ? { ...c, box } : c)),
    };
    const stop = ledgerOf(loose).find((f) => f.rule === 'stud' && f.verdict === 'stop')!;
    expect(stop.says).toMatch(/no stud beside it to nail to/);
    expect(besideStud(w.boxes[0]!.wall, box).place.distance.mm).toBeCloseTo(w.boxes[0]!.box.place.distance.mm, 1);
  });
});

describe('a run that parts where that is better', () => {
  const house = leanTo(true);
  const middle: House = {
    ...house,
    site: { ...house.site, panel: { ...house.site.panel!, place: { wallId: 'lean-w1', face: 'A', fromLeft: inch(84), bottom: inch(48) } } },
  };
  const job = taken(middle, [at('lean-w1', 20), at('lean-w1', 88), at('lean-w1', 150)]);
  const w = workOf(job);
  it('the box under the panel feeds both sides: three cables in it, one in each of the others', () => {
    const cables = w.boxes.map((b) => w.runs.filter((r) => r.from === b || r.to === b).length);
    expect(cables).toEqual([3, 1, 1]);
    expect(w.runs.map((r) => r.from?.box.name)).toEqual([undefined, 'Rough-in 1', 'Rough-in 1']);
  });
  it('its wiring is proved with three cables, and its box holds them', () => {
    const plan = wiringOf(w, w.boxes[0]!);
    expect([plan.missing, plan.refused, plan.cables.length]).toEqual([[], [], 3]);
    expect(ledgerOf(job).filter((f) => f.rule === 'box-fill').map((f) => f.verdict)).toEqual(['ok', 'ok', 'ok']); // prettier-ignore
  });
  it('both far ends are connected before the box that feeds them', () => {
    const steps = stepsOf(job);
    for (const n of ['-2', '-3']) expect(restsOn('wire-new', steps).has(`wire-new${n}`)).toBe(true);
  });
});
