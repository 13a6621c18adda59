/** Checks on wiring made by hand, edits, and jobs on the bench. Clauses from memory. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { nodeOf, runOfBoxes, sharedNeutralRun, switchOn } from '../circuit/index.js';
import { aquariumAlcove, sewingCorner } from '../houses.testing.js';
import { readLamps, readVolts } from '../instruments/index.js';
import { inches } from '../measure/index.js';
import { Bench, endKey, PANEL, plannedSite, type WireEnd } from '../model/index.js';
import {
  addPigtail,
  benchDifferences,
  benchDrawing,
  benchFindings,
  benchOf,
  breakTab,
  cap,
  connect,
  cut,
  planBox,
  readBenchWords,
  strip,
  takeOff,
  throwBreaker,
} from './index.js';
import { expectMeant } from '../words/meaning.testing.js';
import { CASES } from './boxPlans.testing.js';

const findings = (bench: Bench) => {
  const list = benchFindings(switchOn(bench), bench, 'US-2020');
  // what the codebook’s own judges say stands beside a rule that may soften it
  list.filter((f) => f.code.startsWith('bench.')).forEach(expectMeant);
  return list;
};
/** Rules with one sentence for their stop, and which it is. */
const SENTENCE: Partial<Record<string, string>> = {
  'one-per-screw': 'manyUnderScrew',
  'push-in': 'pushIn',
  loose: 'looseJoint',
  'breakers-joined': 'breakersJoined',
  'loose-end': 'looseEnd',
  ground: 'groundOpen',
  'device-ground': 'slotNoGround',
  'lamp-shell': 'shellHot',
  'shared-legs': 'sameLeg',
  'shared-trip': 'notTied',
  'one-yoke': 'yokeUntied',
};
const stops = (bench: Bench) =>
  findings(bench)
    .filter((f) => f.verdict === 'stop')
    .map((f) => {
      const sentence = SENTENCE[f.rule];
      if (sentence && f.title !== 'Ends in the panel') expect([f.rule, f.code]).toEqual([f.rule, `bench.${sentence}`]);
      return f.rule;
    });
const at = (bench: Bench, deviceId: string, terminal: string) =>
  bench.joints.find((j) => j.at?.device === deviceId && j.at.terminal === terminal)!;
const moved = (bench: Bench, end: WireEnd, to: Parameters<typeof connect>[2]): Bench => {
  const r = connect(bench, end, to, 'new');
  if (!r.ok) throw new Error(r.why);
  return r.bench;
};

describe('checks on any wiring', () => {
  const run = runOfBoxes({ boxes: 2 });
  it('bare copper by hand: too much beside a screw, too little in it, and gone when the end is cut (common practice, no source)', () => {
    const end: WireEnd = { cableId: 'cable2', conductor: 0, end: 1 };
    const back = (bench: Bench) => moved(bench, end, { terminal: { device: 'device2', terminal: 'brass upper' } });
    const says = (mm: number) => {
      const r = strip(run, end, mm);
      if (!r.ok) return r.why;
      return findings(back(r.bench)).find((f) => f.rule === 'strip')?.says;
    };
    expect(says(15.875)).toBeUndefined();
    expect(says(28)).toMatch(/stands bare/);
    expect(says(6)).toMatch(/insulation is clamped/);
    expect(says(0)).toMatch(/more than 0/);
    const long = strip(run, end, 28);
    const short = long.ok && cut(long.bench, end);
    expect(short && short.ok && short.bench.strips).toEqual([]);
    expect(readBenchWords(run, 'strip 5/8', end)).toMatchObject({ ok: true, order: { do: 'strip', end, mm: 15.875 } });
    expect(readBenchWords(run, 'strip 5/0', end)).toMatchObject({ ok: false });
  });
  it('a sound run has no stop', () => expect(stops(run)).toEqual([]));
  it('two conductors under a screw (110.14)', () =>
    expect(
      stops(moved(run, at(run, 'device1', 'brass lower').ends[0]!, { terminal: { device: 'device1', terminal: 'brass upper' } })),
    ).toContain('one-per-screw'));
  it('hot on silver: polarity', () => {
    const a = at(run, 'device2', 'brass upper').ends[0]!;
    const b = at(run, 'device2', 'silver upper').ends[0]!;
    const swapped = {
      ...run,
      joints: run.joints.map((j) =>
        j.at?.device !== 'device2'
          ? j
          : j.at.terminal === 'brass upper'
            ? { ...j, ends: [b] }
            : j.at.terminal === 'silver upper'
              ? { ...j, ends: [a] }
              : j,
      ),
    };
    expect(stops(swapped)).toContain('polarity');
    expect(findings(swapped).find((f) => f.rule === 'polarity')!.code).toBe('bench.reversed');
    // a white on the green screw is another matter
    const [white, bare] = [at(run, 'device2', 'silver upper').ends[0]!, at(run, 'device2', 'green').ends[0]!];
    const onGreen = {
      ...run,
      joints: run.joints.map((j) =>
        j.at?.device !== 'device2'
          ? j
          : j.at.terminal === 'green'
            ? { ...j, ends: [white] }
            : j.at.terminal === 'silver upper'
              ? { ...j, ends: [bare] }
              : j,
      ),
    };
    expect(
      findings(onGreen)
        .filter((f) => f.rule === 'polarity')
        .map((f) => f.code),
    ).toContain('bench.screwGroundOnly');
    expect(readLamps(switchOn(swapped), 'device2', 'upper').says).toBe('hot and neutral swapped');
  });
  it('a white used as a hot wants a mark (200.7)', () => {
    const white: WireEnd = { cableId: 'cable2', conductor: 1, end: 0 };
    const used = moved(run, white, { terminal: { device: 'device1', terminal: 'brass lower' } });
    expect(stops(used)).toContain('colour');
  });
  it('an end that hangs loose is bare, and live', () => {
    const r = takeOff(run, at(run, 'device2', 'brass upper').ends[0]!);
    expect(r.ok && stops(r.bench)).toContain('loose-end');
    const capped = r.ok && cap(r.bench, { cableId: 'cable2', conductor: 0, end: 1 }, 'c');
    expect(capped && capped.ok && stops(capped.bench)).not.toContain('loose-end');
  });
  it('a receptacle whose green screw leads to no ground promises one (406.4); a protective one is marked, a lamp’s frame is not protected', () => {
    const off = (bench: Bench): Bench => ({ ...bench, joints: bench.joints.filter((j) => j.at?.terminal !== 'green') });
    const ground = (bench: Bench) =>
      benchFindings(switchOn(bench), bench, 'US-2020')
        .filter((f) => f.rule === 'device-ground')
        .map((f) => f.verdict);
    expect(ground(run)).toEqual([]);
    expect(ground(off(run))).toEqual(['stop', 'stop']);
    expect(ground(off(runOfBoxes({ boxes: 1, protectedFirst: true })))).toEqual(['caution']);
    expect(ground(off(sharedNeutralRun(24, 96)))).toEqual(['caution', 'caution']);
    // nobody looked whether the cables have one: that is no stop
    const unlooked: Bench = { ...off(run), unmeasured: run.cables.map((c) => ({ of: c.id, what: 'ground', boxId: 'box1' })) };
    expect(ground(unlooked)).toEqual(['stop', 'can’t tell']);
    // what nothing feeds is not judged by its ground
    expect(ground({ ...off(run), joints: off(run).joints.filter((j) => j.boxId !== PANEL) })).toEqual([]);
  });
  it('ground through a yoke (250.148)', () => {
    const over = {
      ...run,
      joints: run.joints
        .filter((j) => j.id !== 'grounds1')
        .map((j) => (j.id === 'device1-green' ? { ...j, ends: [{ cableId: 'cable1', conductor: 2, end: 1 as const }] } : j)),
    };
    expect(stops(over)).toContain('ground');
  });
  it('a feed on LOAD', () => {
    const p = runOfBoxes({ boxes: 1, protectedFirst: true });
    const reversed = {
      ...p,
      joints: p.joints.map((j) =>
        j.at?.terminal.startsWith('line') ? { ...j, at: { ...j.at, terminal: j.at.terminal.replace('line', 'load') } } : j,
      ),
    };
    expect(stops(reversed)).toContain('line-load');
    expect(stops(p)).not.toContain('line-load');
  });
  it('a shared neutral on one leg, and one whose breakers are not tied (210.4)', () => {
    expect(stops(sharedNeutralRun(24, 96, ['A', 'A']))).toContain('shared-legs');
    const loose = sharedNeutralRun(24, 96);
    expect(stops({ ...loose, breakers: loose.breakers.map((b) => ({ ...b, tiedTo: undefined })) })).toContain('shared-trip');
    expect(stops(sharedNeutralRun(24, 96))).toEqual([]);
  });
  it('12 AWG in a push-in', () => {
    const r = runOfBoxes({ boxes: 1, gauge: 12 });
    expect(
      stops({ ...r, joints: r.joints.map((j) => (j.at?.terminal === 'brass upper' ? { ...j, how: 'push-in' as const } : j)) }),
    ).toContain('push-in');
  });
  it('cut back too often, the free ends are too short (300.14)', () => {
    let bench = run;
    const end: WireEnd = { cableId: 'cable2', conductor: 0, end: 1 };
    for (let i = 0; i < 3; i++) {
      const r = cut(bench, end);
      if (r.ok) bench = r.bench;
    }
    expect(findings(bench).some((f) => f.rule === 'free-conductor' && f.verdict === 'stop')).toBe(true);
  });
  it('exactly six inches are enough, a sixteenth less is not; what reaches out of a box that is only drawn nobody can tell', () => {
    const free = (mm: number) =>
      findings({ ...run, cables: run.cables.map((c) => ({ ...c, freeMm: [mm, mm] as [number, number] })) }).filter((f) => f.rule === 'free-conductor'); // prettier-ignore
    expect(new Set(free(inches(6)).map((f) => f.verdict))).toEqual(new Set(['note']));
    expect(free(inches(6))[0]!.says).toMatch(/can’t be told: it is drawn without its depth/);
    expect(new Set(free(inches(5.9375)).map((f) => f.verdict))).toEqual(new Set(['stop']));
  });
  it('fill as wired: two 14-2 cables and a yoke, no clamps: 8 + 2 + 4 = 14 in³ (handbook 22 less its clamps)', () => {
    const plain = { ...run, boxes: run.boxes.map((b) => ({ ...b, clamps: 'none' as const })) };
    const fill = findings(plain).find((f) => f.rule === 'box-fill' && f.about.includes('box1'))!;
    expect(fill.sums[0]!.result.value).toBeCloseTo(14, 6);
  });
});

describe('hands on the bench', () => {
  it('whatever is connected and taken off, the document keeps its schema and no end is on two joints', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(30), fc.nat(40), fc.nat(3)), { maxLength: 12 }), (moves) => {
        let bench = runOfBoxes({ boxes: 2 });
        for (const [e, t, what] of moves) {
          const ends = [0, 1].flatMap((i) =>
            bench.cables.flatMap((c) => c.colours.map((_, conductor): WireEnd => ({ cableId: c.id, conductor, end: i as 0 | 1 }))),
          );
          const end = ends[e % ends.length]!;
          const r =
            what === 0
              ? takeOff(bench, end)
              : what === 1
                ? connect(bench, end, { joint: bench.joints[t % Math.max(1, bench.joints.length)]?.id ?? 'none' }, `n${e}-${t}`)
                : what === 2
                  ? connect(bench, end, { end: ends[t % ends.length]! }, `n${e}-${t}`)
                  : cut(bench, end);
          if (r.ok) bench = r.bench;
        }
        expect(Bench.safeParse(bench).success).toBe(true);
        const all = bench.joints.flatMap((j) => j.ends.map(endKey));
        expect(new Set(all).size).toBe(all.length);
        switchOn(bench);
        benchDrawing(bench);
      }),
      { numRuns: 80 },
    );
  });
  it('a conductor can’t be put into another box', () => {
    const run = runOfBoxes({ boxes: 2 });
    const r = connect(run, { cableId: 'cable1', conductor: 0, end: 1 }, { terminal: { device: 'device2', terminal: 'brass upper' } }, 'n');
    expect(r).toMatchObject({ ok: false, why: expect.stringMatching(/different boxes/) });
  });
  it('tied handles move together; tabs break once', () => {
    expect(throwBreaker(sharedNeutralRun(24, 96), 'b1', false).breakers.map((b) => b.on)).toEqual([false, false]);
    const run = runOfBoxes({ boxes: 1 });
    const broken = breakTab(run, 'device1', 'brass');
    expect(broken.ok && breakTab(broken.bench, 'device1', 'brass').ok).toBe(false);
  });
  it('differences name the ends that land elsewhere', () => {
    const run = runOfBoxes({ boxes: 1 });
    const off = takeOff(run, { cableId: 'cable1', conductor: 0, end: 1 });
    expect(off.ok && [...benchDifferences(run, off.bench).ends]).toEqual(['cable1/0/1']);
  });
  it('a pigtail has a length', () => expect(addPigtail(runOfBoxes({ boxes: 1 }), 'box1', 'black', 14, 0, 'p').ok).toBe(false));
});

describe('jobs on the bench', () => {
  const site = plannedSite(sewingCorner);
  const bench = benchOf(
    site,
    ['hall-box', 'sewing-box'],
    site.circuits.find((c) => c.id === 'c4'),
    sewingCorner.schools,
  );
  it('the sewing corner as planned is a sound circuit: both faces right, the new one 110 V and more under its load', () => {
    expect(Bench.safeParse(bench).success).toBe(true);
    const on = switchOn(bench);
    for (const d of ['hall-receptacle', 'sewing-receptacle']) expect(readLamps(on, d, 'upper').says).toBe('reads as right');
    const v = readVolts(on, nodeOf.slot('sewing-receptacle', 'upper', 'hot'), nodeOf.slot('sewing-receptacle', 'upper', 'neutral')).volts;
    expect(v).toBeGreaterThan(108);
    expect(v).toBeLessThan(120);
  });
  it('the alcove’s two receptacles are wired on one feed', () => {
    const s = plannedSite(aquariumAlcove);
    const quad = benchOf(
      s,
      ['alcove-box'],
      s.circuits.find((c) => c.id === 'c5'),
      aquariumAlcove.schools,
    );
    const on = switchOn(quad);
    for (const d of quad.devices) expect(readLamps(on, d.id, 'lower').says).toBe('reads as right');
  });
  it('a pigtail starts at its own splice', () => {
    const dense = planBox(CASES.quad()).bench;
    const drawing = benchDrawing(dense);
    for (const w of drawing.wires) {
      if (!('pigtailId' in w.end) || w.end.end === 0 || w.points.length === 0) continue;
      const id = w.end.pigtailId;
      const splice = dense.joints.find((j) => j.kind === 'splice' && j.ends.some((e) => 'pigtailId' in e && e.pigtailId === id))!;
      expect(w.points[0]![1]).toBe(drawing.spots.find((s) => s.joint === splice.id)!.y);
    }
  });
  it('every wire of the drawing ends somewhere, inside the drawing', () => {
    const drawing = benchDrawing(bench);
    expect(drawing.boxes).toHaveLength(3);
    for (const w of drawing.wires)
      for (const [x, y] of w.points) {
        expect(x).toBeGreaterThanOrEqual(0);
        expect(x).toBeLessThanOrEqual(drawing.width);
        expect(y).toBeLessThanOrEqual(drawing.height);
      }
  });
});
