/** Patches, moves, cuts, templates and plans as geometry. Lengths worked by hand from handbook 2, 3, 5, 9; habits of the trade are common practice. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { quinceStreet, sewingCorner } from '../houses.testing.js';
import { inches } from '../measure/index.js';
import { DEFAULT_SCHOOLS, measured, plannedSite, type Box, type Wall } from '../model/index.js';
import {
  behindTheCut,
  CHECK_BAR_MM,
  closing,
  cutPlan,
  elevation,
  enlarging,
  heightJig,
  keyPlan,
  leftover,
  leftoverArea,
  longestScrewMm,
  neededFree,
  openingTemplate,
  PAPER_MM,
  patchPlan,
  relocationReach,
  roomPlans,
  slackChange,
  studSide,
  suitableBoxes,
  templateSvg,
  tiles,
  uOf,
  withKind,
  type OpeningRect,
} from './index.js';

const rect = (left: number, bottom: number, width: number, height: number): OpeningRect => ({
  left,
  right: left + width,
  bottom,
  top: bottom + height,
});
const rectOf = fc
  .tuple(
    fc.integer({ min: 0, max: 300 }),
    fc.integer({ min: 0, max: 300 }),
    fc.integer({ min: 1, max: 200 }),
    fc.integer({ min: 1, max: 200 }),
  )
  .map(([x, z, w, h]) => rect(x, z, w, h));
const area = (r: OpeningRect): number => (r.right - r.left) * (r.top - r.bottom);
const shared = (a: OpeningRect, b: OpeningRect): number =>
  Math.max(0, Math.min(a.right, b.right) - Math.max(a.left, b.left)) * Math.max(0, Math.min(a.top, b.top) - Math.max(a.bottom, b.bottom));

describe('what an old opening leaves', () => {
  it('a patch covers exactly what the opening leaves: the pieces and the overlap make the whole, and no two meet', () => {
    fc.assert(
      fc.property(rectOf, rectOf, (before, after) => {
        const pieces = leftover(before, after);
        expect(leftoverArea(before, after) + shared(before, after)).toBeCloseTo(area(before), 6);
        pieces.forEach((p, i) => {
          expect(shared(p, after)).toBe(0);
          expect(shared(p, before)).toBeCloseTo(area(p), 6);
          pieces.slice(i + 1).forEach((q) => expect(shared(p, q)).toBe(0));
        });
      }),
    );
  });
  it('a box raised by 2 in over its own opening leaves a strip as high as the raise', () => {
    const before = rect(0, inches(12), inches(2.25), inches(3.75));
    const after = rect(0, inches(14), inches(2.25), inches(3.75));
    const { pieces, screws, battens } = patchPlan({ before, after, studs: [], compound: 'premixed, overnight' });
    expect(pieces.map((p) => p.piece.top - p.piece.bottom)).toEqual([expect.closeTo(inches(2), 9)]);
    // one piece: four corners, and two battens with two each
    expect([battens, screws]).toEqual([2, 8]);
  });
  it('is squared out to the middle of a near stud, and then needs one batten', () => {
    const before = rect(inches(20), inches(12), inches(2), inches(3));
    const { pieces, battens } = patchPlan({ before, after: undefined, studs: [inches(19)], compound: 'setting, same day' });
    expect(pieces[0]).toMatchObject({ onStud: true, piece: { left: inches(19), right: inches(22) } });
    expect(battens).toBe(1);
  });
  it('each coat is wider than the one before', () => {
    const { coatsMm2 } = patchPlan({ before: rect(0, 0, 50, 75), after: undefined, studs: [], compound: 'premixed, overnight' });
    expect(coatsMm2[0]! < coatsMm2[1]! && coatsMm2[1]! < coatsMm2[2]!).toBe(true);
    // 50 × 75 mm with 2 in all round: (50 + 4·25.4)(75 + 4·25.4)
    expect(coatsMm2[0]).toBeCloseTo((50 + 101.6) * (75 + 101.6), 6);
  });
});

describe('moving: what a cable gains or loses', () => {
  it.each([
    ['top', 10, 0, 10],
    ['top', -10, 0, -10],
    ['bottom', 10, 0, -10],
    ['bottom', -4, 0, 4],
    ['left', 0, -6, 6],
    ['left', 0, 6, -6],
    ['right', 0, 6, 6],
    ['top', 0, 5, -5],
  ] as const)('from the %s, %d up and %d to the right: %d', (side, up, right, change) =>
    expect(slackChange(side, up, right, undefined)).toBe(change),
  );
  it('held 12 in away, 5 in sideways swings round: 12 − √(12² + 5²) = −1', () =>
    expect(slackChange('top', 0, inches(5), inches(12))).toBeCloseTo(inches(-1), 6));
  it('7 in free from below, raised by 2: 5 in, under the 6 of 300.14', () => {
    const judged = relocationReach({
      edition: 'US-2020',
      cable: { name: 'feed', side: 'bottom', freeMm: inches(7) },
      upMm: inches(2),
      sidewaysMm: 0,
      neededMm: inches(6),
    });
    expect(judged.newFreeMm).toBeCloseTo(inches(5), 6);
    expect(judged.verdict).toBe('stop');
  });
  it('nobody looked from where it comes, or how long it is: can’t tell', () => {
    const base = { edition: 'US-2020', upMm: 10, sidewaysMm: 0, neededMm: inches(6) } as const;
    expect(relocationReach({ ...base, cable: { name: 'c', side: undefined, freeMm: 200 } }).verdict).toBe('can’t tell');
    expect(relocationReach({ ...base, cable: { name: 'c', side: 'top', freeMm: undefined } }).verdict).toBe('can’t tell');
  });
  it('300.14 holds both rules: in a 3½ in deep box with ¼ in of sheath, 3¼ + 3 = 6¼ in', () =>
    expect(neededFree(inches(3.25), rect(0, 0, inches(2.25), inches(3.75)))).toBeCloseTo(inches(6.25), 6));
});

const site = quinceStreet.site;
const wallOf = (id: string): Wall => site.walls.find((w) => w.id === id)!;
const boxOf = (id: string): Box => site.boxes.find((b) => b.id === id)!;

describe('stud side and enlarging', () => {
  it('as noted, else by a stud that somebody found, never by a reckoned one', () => {
    const alcove = boxOf('alcove-box');
    expect(studSide(wallOf('study-w1'), alcove)).toEqual({ side: 'left', how: 'noted' });
    const bare = { ...alcove, hangsOn: undefined };
    expect(studSide(wallOf('study-w1'), bare)).toEqual({ side: 'left', how: 'nearest stud' });
    const far: Box = { ...bare, place: { ...bare.place, distance: measured(inches(40.6)) } };
    expect(studSide(wallOf('study-w1'), far).side).toBeUndefined();
  });
  it('grows away from the stud; one gang wants 1 13/16 in', () => {
    const judged = enlarging(wallOf('study-w1'), boxOf('alcove-box'), 1);
    expect([judged.toward, judged.verdict]).toEqual(['right', 'ok']);
    expect(judged.sums[0]!.limit!.value).toBeCloseTo(inches(1.8125), 6);
    // stud 24½ ± ¾, box from 25¼ to 27½; next stud 40½ begins at 39¾: 12¼ in free
    expect(judged.sums[0]!.result.value).toBeCloseTo(inches(12.25), 4);
  });
  it('seven more gangs do not go between two studs', () =>
    expect(enlarging(wallOf('study-w1'), boxOf('alcove-box'), 7).verdict).toBe('stop'));
  it('another kind keeps the edge at the stud', () => {
    const before = boxOf('parlour-box');
    const after = withKind(wallOf('parlour-w2'), before, 'wings-1g-plaster-20');
    // hung on its left: the left edge at 97¼ stays though the body grows from 2 to 2¼ in
    expect(after.place.distance.mm).toBeCloseTo(inches(97.25), 3);
  });
});

describe('which box goes into which wall', () => {
  const fits = (wall: Wall, gangs = 1) =>
    suitableBoxes(wall, 'A', { gangs, neededIn3: 12, unit: 'in' })
      .filter((k) => k.fits)
      .map((k) => k.kind.mounting);
  const made = (
    finish: 'drywall' | 'plaster-lath' | 'brick' | 'tile-on-board',
    inch: number,
    material: Wall['framing']['material'] = 'wood',
  ): Wall => {
    const wall = wallOf('study-w1');
    return {
      ...wall,
      framing: { ...wall.framing, material },
      faces: { ...wall.faces, A: { ...wall.faces.A, layers: [{ finish, thickness: measured(inches(inch)) }] } },
    };
  };
  it('half-inch drywall: wings', () => expect(new Set(fits(made('drywall', 0.5)))).toEqual(new Set(['wings'])));
  it('7/8 in of plaster on lath is past wings that clamp 3/4: only the long ones', () => {
    const kinds = suitableBoxes(made('plaster-lath', 0.875), 'A', { gangs: 1, neededIn3: 12, unit: 'in' }).filter((k) => k.fits);
    expect(kinds.map((k) => k.kind.id)).toEqual(['wings-1g-plaster-20']);
  });
  it('brick on block: a masonry box', () => expect(new Set(fits(made('brick', 3.625, 'masonry')))).toEqual(new Set(['masonry'])));
  it('what does not fit says why', () => {
    const nail = suitableBoxes(made('drywall', 0.5), 'A', { gangs: 1, neededIn3: 12, unit: 'in' }).find(
      (k) => k.kind.id === 'nail-on-1g-18',
    )!;
    expect(nail.reasons).toContain('needs open framing');
  });
  it('a pipe of unknown depth behind the place leaves nothing', () => {
    const wall: Wall = {
      ...made('drywall', 0.5),
      obstacles: [{ id: 'p', kind: 'pipe', x: measured(inches(30)), z: measured(0), width: measured(20), height: measured(2000) }],
    };
    const at = rect(inches(29.5), inches(13), inches(2.25), inches(3.75));
    expect(suitableBoxes(wall, 'A', { gangs: 1, neededIn3: 12, unit: 'in', at }).some((k) => k.fits)).toBe(false);
  });
  it('screws never longer than the stud is thick', () => {
    expect(longestScrewMm(made('drywall', 0.5))).toBeCloseTo(inches(1.5), 6);
    expect(longestScrewMm(made('drywall', 0.5, 'masonry'))).toBeUndefined();
  });
});

describe('the cut', () => {
  const planned = plannedSite(sewingCorner);
  const wall = planned.walls[0]!;
  const box = planned.boxes.find((b) => b.id === 'sewing-box')!;
  it('never deeper than the finish and a hair', () =>
    expect(cutPlan(planned, wall, box, 'US-2020', DEFAULT_SCHOOLS, 'in').depthMm).toBeCloseTo(inches(0.5625), 6));
  it('on plaster the surface is scored first and the middle lath stays to the last', () => {
    const order = cutPlan(site, wallOf('parlour-w2'), boxOf('parlour-box'), 'US-2020', DEFAULT_SCHOOLS, 'in').order.join(' ');
    expect(order).toMatch(/score the plaster/);
    expect(order).toMatch(/middle lath whole/);
  });
  it('a stud-mounted box starts with a diagonal 1 in from the stud (handbook 2)', () =>
    expect(cutPlan(site, wallOf('parlour-w2'), boxOf('parlour-box'), 'US-2020', DEFAULT_SCHOOLS, 'in').firstCut).toMatch(/diagonal.*1"/));
  it('nobody looked into the bay: look first', () => {
    const judged = behindTheCut(planned, { ...wall, bayLooked: undefined }, box, 'US-2020', DEFAULT_SCHOOLS);
    expect(judged.map((j) => j.verdict)).toContain('can’t tell');
    expect(judged.map((j) => j.says).join()).toMatch(/look first/);
  });
  it('a vent 1 in behind stops a 5 in stroke, and only cautions a blade set to the finish', () => {
    const onVent: Box = { ...box, place: { ...box.place, distance: measured(inches(60)) } };
    const verdict = (saw: typeof DEFAULT_SCHOOLS.saw) =>
      behindTheCut(planned, wall, onVent, 'US-2020', { saw }).find((j) => j.says.includes('vent'))!.verdict;
    expect([verdict('hand saw'), verdict('rotary with depth set')]).toEqual(['stop', 'caution']);
  });
  it('what is known only by its place stops any saw', () => {
    const unknown: Wall = { ...wall, obstacles: wall.obstacles.map((o) => ({ ...o, behindA: undefined })) };
    const onVent: Box = { ...box, place: { ...box.place, distance: measured(inches(60)) } };
    expect(behindTheCut(planned, unknown, onVent, 'US-2020', { saw: 'rotary with depth set' })[0]!.verdict).toBe('stop');
  });
});

describe('flip', () => {
  it('twice is the identity, for every place on every wall', () => {
    fc.assert(
      fc.property(fc.constantFrom(...site.walls), fc.double({ min: 0, max: 3000, noNaN: true }), (wall, x) => {
        expect(uOf(wall, 'B', uOf(wall, 'B', x))).toBeCloseTo(x, 6);
        expect(uOf(wall, 'A', x)).toBe(x);
      }),
    );
  });
  it('what stands at u on one face stands mirrored on the other, edge for edge', () => {
    for (const wall of site.walls) {
      const face = (f: 'A' | 'B') => elevation({ site, wall, face: f, open: true, plannedIds: new Set(), unit: 'in' }).shapes;
      const other = new Map(face('B').map((s) => [s.id, s]));
      for (const s of face('A').filter((x) => ['stud', 'stud-guess', 'obstacle', 'door', 'window'].includes(x.kind)))
        expect(other.get(s.id)!.u).toBeCloseTo(wall.length.mm - s.u - s.width, 6);
    }
  });
});

describe('rooms in plan', () => {
  it.each([
    [[10, 8, 10, 8], ['right', 'right', 'right', 'right'], true],
    [[10, 8, 10.5, 8], ['right', 'right', 'right', 'right'], false],
    // an L: 12 right 10 right 6 right 4 left 6 right 6 right
    [[12, 10, 6, 4, 6, 6], ['right', 'right', 'right', 'left', 'right', 'right'], true],
  ] as const)('%j closes: %s', (lengths, turns, closes) =>
    expect(
      closing(
        lengths.map((l) => inches(12 * l)),
        [...turns] as ('left' | 'right')[],
      ).closes,
    ).toBe(closes),
  );
  it('two rooms that share a wall lie its thickness apart', () => {
    const plans = roomPlans(site);
    const side = (room: string) => plans.find((p) => p.room.id === room)!.sides.find((s) => s.wallId === 'sewing-hall')!;
    // ½ in drywall, 3½ in studs, ½ in drywall
    expect(Math.abs(side('hall').from.y - side('sewing').from.y)).toBeCloseTo(inches(4.5), 6);
    expect(side('hall').from.x).toBeCloseTo(side('sewing').to.x, 6);
  });
  it('all rooms of the sample close', () => {
    for (const plan of roomPlans(site)) expect(Math.hypot(plan.gap.x, plan.gap.y)).toBeLessThan(1);
  });
});

describe('templates', () => {
  const wall = wallOf('parlour-w2');
  const box = boxOf('parlour-box');
  const made = (mirrored: boolean) => openingTemplate({ wall, box, unit: 'in', roomName: 'parlour', mirrored });
  const shape = (t: ReturnType<typeof made>, stroke: string) => t.shapes.filter((s) => s.kind !== 'text' && s.stroke === stroke);
  it('the outline is the opening of the kind: 2 1/16 × 3 1/16 in for a 3 × 2 in metal box', () => {
    const cut = shape(made(false), 'cut')[0] as { width: number; height: number };
    expect([cut.width, cut.height]).toEqual([expect.closeTo(inches(2.0625), 6), expect.closeTo(inches(3.0625), 6)]);
  });
  it('mirrored twice is the same drawing, and the stud changes sides once', () => {
    const [plain, mirrored] = [made(false), made(true)];
    const x = (t: typeof plain) =>
      shape(t, 'stud')
        .map((s) => (s as { x1: number }).x1)
        .sort((a, b) => a - b);
    expect(
      x(mirrored)
        .map((v) => plain.widthMm - v)
        .sort((a, b) => a - b),
    ).toEqual(x(plain).map((v) => expect.closeTo(v, 6)));
    expect(mirrored.shapes.some((s) => s.kind === 'text' && /behind/.test(s.text))).toBe(true);
  });
  it('carries a 4 in check bar, or 100 mm in a metric house', () => {
    expect(CHECK_BAR_MM.in).toBeCloseTo(101.6, 6);
    const bar = shape(made(false), 'check').map((s) => s as { x1: number; x2: number; y1: number; y2: number });
    expect(Math.max(...bar.map((l) => Math.abs(l.x2 - l.x1)))).toBeCloseTo(101.6, 6);
  });
  it('the SVG says its size in mm and one unit is one mm', () => {
    const t = made(false);
    const svg = templateSvg(t);
    expect(svg).toContain(`viewBox="0 0 ${Number(t.widthMm.toFixed(3))} ${Number(t.heightMm.toFixed(3))}"`);
    expect(svg).toContain(`width="${Number(t.widthMm.toFixed(3))}mm"`);
  });
  it('larger drawings are tiled: every point is on a sheet, neighbours overlap, and each cross is on all sheets that meet there', () => {
    fc.assert(
      fc.property(
        fc.constantFrom<'letter' | 'a4'>('letter', 'a4'),
        fc.integer({ min: 50, max: 900 }),
        fc.integer({ min: 50, max: 1200 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (paper, widthMm, heightMm, a, b) => {
          const sheets = tiles({ widthMm, heightMm }, paper);
          const on = (x: number, y: number) => sheets.filter((t) => x >= t.x && x <= t.x + t.width && y >= t.y && y <= t.y + t.height);
          expect(on(a * widthMm, b * heightMm).length).toBeGreaterThan(0);
          for (const t of sheets) expect(t.width <= PAPER_MM[paper].width && t.height <= PAPER_MM[paper].height).toBe(true);
          if (sheets.length > 1) for (const t of sheets) expect(t.crosses.length).toBeGreaterThan(0);
          for (const cross of sheets.flatMap((t) => t.crosses)) expect(on(cross.x, cross.y).length).toBeGreaterThan(1);
        },
      ),
    );
  });
  it('a jig for 12 3/4 in where 3/4 of floor are still to come: it stands on what is there, leg 12 3/4 − 1/2 of ply (handbook 2 and 3)', () => {
    const jig = heightJig(inches(12.75), inches(0.75), inches(0.5), inches(3), 'in');
    expect(jig.pieces.find((p) => p.name === 'leg')!.lengthMm).toBeCloseTo(inches(12.25), 6);
    expect(
      jig.template.shapes.some(
        (s) => s.kind === 'text' && s.text === 'Jig: box bottom 12 3/4" above the floor as it is (12" once 3/4" is laid)',
      ),
    ).toBe(true);
    expect(() => heightJig(inches(0.25), 0, inches(0.5), inches(3), 'in')).toThrow(/more than 1\/2 in/);
  });
});

describe('key plan', () => {
  const plan = keyPlan(quinceStreet.site, ['shed-box', 'pantry-box', 'nowhere'])!;
  it('numbers boxes in the order given, those in no room left out', () => {
    expect(plan.boxes.map((b) => [b.id, b.n])).toEqual([
      ['shed-box', '1'],
      ['pantry-box', '2'],
    ]);
    expect(keyPlan(quinceStreet.site, ['nowhere'])).toBeUndefined();
  });
  it('every box lies in the window', () => {
    const [x, y, width, height] = plan.viewBox.split(' ').map(Number) as [number, number, number, number];
    for (const b of plan.boxes) {
      expect(b.x > x && b.x < x + width).toBe(true);
      expect(b.y > y && b.y < y + height).toBe(true);
    }
  });
});
