/**
 * Nothing that nobody measured or looked at passes as fine: on the wall, behind the cut and on the bench, each example takes one
 * measurement away and holds what is said. The rule is the project's own; figures are worked by hand.
 */
import { describe, expect, it } from 'vitest';
import { switchOn } from '../circuit/index.js';
import { quinceStreet, sewingCorner, wainscot } from '../houses.testing.js';
import { behindTheCut, openingRect } from '../layout/index.js';
import { inches } from '../measure/index.js';
import {
  baysLooked,
  DEFAULT_SCHOOLS,
  measured,
  plannedSite,
  type Bench,
  type Box,
  type Circuit,
  type Site,
  type Verdict,
  type Wall,
} from '../model/index.js';
import { stepsOf } from '../work/index.js';
import { bayLookedInto, judgeBox } from '../survey/index.js';
import { benchFindings, benchOf, faceFindings } from '../wiring/index.js';
import { inPlaceBoxes, plannedBench, workOf } from './index.js';
import { ledgerOf } from './meant.testing.js';

const site = plannedSite(sewingCorner);
const wall = site.walls.find((w) => w.id === 'sewing-hall')!;
const box = site.boxes.find((b) => b.id === 'sewing-box')!;
const opening = openingRect(wall, box)!;
const verdicts = (list: { verdict: Verdict }[]): Verdict[] => list.map((x) => x.verdict);

describe('looking into a bay', () => {
  // studs at 40 in and every 16 in from it: 24, 40, 56, 72 …; the new opening lies between 40 and 56
  const unseen: Wall = { ...wall, bayLooked: undefined };
  const looked = (at: number): Wall => bayLookedInto({ ...site, walls: [unseen] }, unseen.id, inches(at)).walls[0]!;
  it('through a hole counts from stud to stud and no further', () => {
    expect([opening.left, opening.right].every((x) => x > inches(40.75) && x < inches(55.25))).toBe(true);
    expect([30, 45, 53, 60].map((at) => baysLooked(looked(at), opening))).toEqual([false, true, true, false]);
  });
  it('an opening over two bays wants a look into both', () => {
    const over = { left: inches(54), right: inches(58) };
    expect(baysLooked(looked(50), over)).toBe(false);
    const both = bayLookedInto({ ...site, walls: [looked(50)] }, unseen.id, inches(60)).walls[0]!;
    expect(baysLooked(both, over)).toBe(true);
  });
  it('with no stud known, only a hole inside the outline counts', () => {
    const blind = (at: number): Wall => ({ ...looked(at), framing: { ...wall.framing, knownStud: undefined } });
    expect(baysLooked(blind(50.3), { left: inches(49), right: inches(52) })).toBe(true);
    expect(baysLooked(blind(46), { left: inches(49), right: inches(52) })).toBe(false);
  });
  it('the same hole twice is one look', () => {
    const once = looked(45);
    expect(bayLookedInto({ ...site, walls: [once] }, once.id, inches(45)).walls[0]!.looks).toHaveLength(1);
  });
  it('a look beside the bay of the cut leaves the cut untold, and the saw waits for a dead circuit', () => {
    const beside = looked(60);
    expect(verdicts(behindTheCut({ ...site, walls: [beside] }, beside, box, 'US-2020', DEFAULT_SCHOOLS))).toContain('can’t tell');
    const job = (w: Wall) => ({
      ...sewingCorner,
      found: { ...sewingCorner.found, walls: sewingCorner.found.walls.map((x) => (x.id === w.id ? w : x)) },
    });
    const cutWaits = (w: Wall) => stepsOf(job(w)).find((s) => s.id === 'cut-opening')!.dead.length > 0;
    expect(cutWaits(beside)).toBe(true);
    expect(cutWaits(looked(45))).toBe(false);
    expect(ledgerOf(job(beside)).find((f) => f.rule === 'bay-looked')!.verdict).toBe('can’t tell');
  });
});

describe('cables behind the cut', () => {
  it('hang in the cavity whichever face their box is on', () => {
    // the hall box hangs on the far face, its two cables come from above: a hole cut over it meets them
    const hall = site.boxes.find((b) => b.id === 'hall-box')!;
    const rect = openingRect(wall, hall)!;
    const above: Box = {
      ...box,
      place: { from: 'left-end', toward: 'right', to: 'left-edge', distance: measured(rect.left), bottom: measured(rect.top + inches(12)) },
    };
    const said = behindTheCut(site, wall, above, 'US-2020', DEFAULT_SCHOOLS).filter((j) => j.verdict === 'stop');
    expect(said.map((j) => j.says).join()).toMatch(/panel to hall runs up here from Hall box/);
  });
  it('of a box that is raised hang where its new opening is cut', () => {
    const found = quinceStreet.site;
    const parlour = found.walls.find((w) => w.id === 'parlour-w2')!;
    const before = found.boxes.find((b) => b.id === 'parlour-box')!;
    const from = (side: 'top' | 'bottom'): Site => ({
      ...found,
      cables: found.cables.map((c) => ({
        ...c,
        ends: c.ends.map((e) => (e.boxId === before.id ? { ...e, side } : e)) as typeof c.ends,
      })),
    });
    const raised: Box = { ...before, place: { ...before.place, bottom: measured(inches(38.5)) } };
    const own = (side: 'top' | 'bottom') =>
      behindTheCut(from(side), parlour, raised, 'US-2020', DEFAULT_SCHOOLS, before).filter((j) => /its own/.test(j.says));
    expect(verdicts(own('top'))).toContain('caution');
    expect(own('bottom')).toEqual([]);
  });
});

describe('studs nobody found', () => {
  it('can’t be ruled out where a moved box is newly cut', () => {
    const found = quinceStreet.site;
    const blindWall = (w: Wall): Wall => ({ ...w, framing: { ...w.framing, knownStud: undefined, extraStuds: [] } });
    const blind: Site = { ...found, walls: found.walls.map((w) => (w.id === 'parlour-w2' ? blindWall(w) : w)) };
    const moved: Site = {
      ...blind,
      boxes: blind.boxes.map((b) => (b.id === 'parlour-box' ? { ...b, place: { ...b.place, bottom: measured(inches(38.5)) } } : b)),
    };
    const studs = judgeBox({
      site: moved,
      found: blind,
      wall: moved.walls.find((w) => w.id === 'parlour-w2')!,
      boxId: 'parlour-box',
      edition: 'US-2020',
      schools: DEFAULT_SCHOOLS,
      unit: 'in',
    }).findings.find((f) => f.rule === 'stud')!;
    expect(studs.verdict).toBe('can’t tell');
  });
});

describe('the bench of a job', () => {
  const circuit = site.circuits.find((c) => c.id === 'c4')!;
  const sure: Site = {
    ...site,
    cables: site.cables.map((c) => ({
      ...c,
      ground: c.ground ?? ('bare' as const),
      length: measured(inches(240)),
      ends: c.ends.map((e) => ({ ...e, freeLength: measured(inches(7)) })) as unknown as typeof c.ends,
    })),
  };
  const known: Circuit = { ...circuit, breakerA: 15 };
  const bench = (s: Site, c: Circuit | undefined = known, found = false): Bench =>
    benchOf(s, ['hall-box', 'sewing-box'], c, sewingCorner.schools, { found });
  const findings = (b: Bench) => benchFindings(switchOn(b), b, 'US-2020');
  const of = (b: Bench, rule: string, boxId?: string) => findings(b).filter((f) => f.rule === rule && (!boxId || f.about.includes(boxId)));
  const but = (part: (c: Site['cables'][number]) => Partial<Site['cables'][number]>): Site => ({
    ...sure,
    cables: sure.cables.map((c) => (c.id === 'hall-from-panel' ? { ...c, ...part(c) } : c)),
  });

  it('all measured: nothing is left untold', () => {
    expect(bench(sure).unmeasured).toBeUndefined();
    expect(findings(bench(sure)).filter((f) => f.verdict === 'can’t tell')).toEqual([]);
    for (const f of of(bench(sure), 'free-conductor')) expect(f.verdict).toBe('ok');
  });
  it('a free end nobody measured is not six inches', () => {
    const b = bench(but((c) => ({ ends: c.ends.map((e) => ({ ...e, freeLength: undefined })) as unknown as typeof c.ends })));
    expect(of(b, 'free-conductor').find((f) => /panel to hall/.test(f.title))).toMatchObject({
      verdict: 'can’t tell',
      says: 'the free length has not been measured',
    });
  });
  it('a length nobody measured gives no volts and no short-circuit current', () => {
    const b = bench(
      but(() => ({ length: undefined })),
      { ...known, lengthToSource: undefined },
    );
    const faces = faceFindings(switchOn(b), b, 'US-2020');
    expect(faces.length).toBeGreaterThan(0);
    expect(new Set(verdicts(faces))).toEqual(new Set(['can’t tell']));
    expect(of(b, 'as-drawn').map((f) => f.title)).toContain('Length of panel to hall');
  });
  it('a ground nobody looked for: neither the ground nor the fill is ok', () => {
    const b = bench(but(() => ({ ground: undefined })));
    expect(of(b, 'box-fill', 'hall-box')[0]!.verdict).not.toBe('ok');
    expect(of(b, 'ground', 'hall-box').every((f) => f.verdict !== 'ok')).toBe(true);
  });
  it('a breaker whose number nobody read', () => {
    const b = bench(sure, { ...known, breakerA: undefined });
    expect(of(b, 'as-drawn').map((f) => f.title)).toEqual(['Breaker of this circuit']);
  });
  it('a box that may be metal', () => {
    const other: Site = {
      ...sure,
      boxes: sure.boxes.map((x) => (x.id === 'hall-box' ? { ...x, kind: 'other' as const, material: undefined, volumeIn3: 18 } : x)),
    };
    expect(of(bench(other), 'metal-box', 'hall-box')[0]!.verdict).toBe('can’t tell');
  });
  it('wiring nobody looked at is drawn by the school, and no ok stands on it', () => {
    const unseen: Site = { ...sure, devices: sure.devices.map((d) => ({ ...d, wiredAs: undefined })) };
    const b = bench(unseen, known, true);
    expect(findings(b).filter((f) => f.about.includes('hall-box') && f.verdict === 'ok')).toEqual([]);
    expect(of(b, 'as-drawn', 'hall-box')[0]!.says).toMatch(/drawn by your own school/);
  });
  it('the planned cable has the length and the free ends of the plan', () => {
    const c = workOf(sewingCorner);
    const b = plannedBench(c);
    const cable = b.cables.find((x) => x.id === c.runs[0]!.cable.id)!;
    expect(cable.lengthMm).toBe(c.runs[0]!.run!.runMm);
    expect(b.unmeasured?.filter((u) => u.of === cable.id) ?? []).toEqual([]);
  });
  it('what has no figure is not plugged in as 0 W', () => {
    const loads: Site['loads'] = [{ ...sure.loads[0]!, id: 'x', name: 'lamp', boxId: 'hall-box', watts: undefined, amps: undefined }];
    expect(bench({ ...sure, loads }).plugged).toEqual([]);
  });
});

describe('the wainscot job', () => {
  it('says before the cut whether its own cable hangs there', () => {
    const w = workOf(wainscot);
    const side = w.planned.cables.flatMap((x) => x.ends).find((e) => e.boxId === inPlaceBoxes(w)[0]!.box.id)?.side;
    const own = ledgerOf(wainscot).filter((f) => /its own/.test(f.says));
    expect(own.length > 0).toBe(side === 'top');
  });
});
