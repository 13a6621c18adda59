/**
 * What an instructor found wrong and `found.spec.ts` does not hold, each named after it: switch boxes, the bench, needless stops, words and
 * sources. Clauses from memory of the edition named.
 */
import { describe, expect, it } from 'vitest';
import { runOfBoxes, sharedNeutralRun, switchOn } from '../../circuit/index.js';
import { circuitLoad, freeConductor, smallestGaugeFor } from '../../codebook/index.js';
import { openJobs, quinceStreet, sewingCorner } from '../../houses.testing.js';
import { readLamps } from '../../instruments/index.js';
import { counterClearance } from '../../layout/index.js';
import { inches } from '../../measure/index.js';
import { applyEdits, EDITIONS, wantOf, type Bench, type JobInHouse, type Joint } from '../../model/index.js';
import { asWholeJobs, keptParts, routeDetail, searchRoutes, takeWay, wantFeeds } from '../../purpose/index.js';
import { racewayFill } from '../../route/index.js';
import { benchFindings, faceFindings, planBox, planRequest } from '../../wiring/index.js';
import { stepsOf, type Step } from '../../work/index.js';
import { ledgerOf } from '../meant.testing.js';
import { wiredRun } from './asDocument.js';

/** A wanted job of the demo with its favourite way taken. */
function taken(id: string): JobInHouse {
  const job = openJobs.find((j) => j.id === id)!;
  const want = wantOf(job)!;
  const { options } = searchRoutes(quinceStreet, want).found;
  const details = options.map((o) => routeDetail(quinceStreet, want, o));
  const { option, detail } = asWholeJobs(quinceStreet, want, options, details)[0]!;
  return takeWay(job, keptParts(quinceStreet.site, want, option, detail)).job as JobInHouse;
}
const loom = taken('loom-lamp');
const kiln = taken('kiln-corner');
const text = (steps: readonly Step[], id: RegExp): string =>
  steps
    .filter((s) => id.test(s.id))
    .flatMap((s) => [...s.says, ...s.cautions])
    .join(' ');
const cured = (job: JobInHouse, label: RegExp): JobInHouse => {
  const remedy = ledgerOf(job)
    .flatMap((f) => f.remedies)
    .find((r) => label.test(r.title))!;
  return applyEdits(job, remedy.edits) as JobInHouse;
};
const withSource = (job: JobInHouse, has: 'hot and neutral' | 'switch loop' | undefined): JobInHouse => ({
  ...job,
  found: {
    ...job.found,
    boxes: job.found.boxes.map((b) => {
      if (b.id !== 'loom-switch') return b;
      const { switchHas: _had, ...box } = b;
      return has ? { ...box, switchHas: has } : box;
    }),
  },
});

describe('one value crashes everything: 8 AWG on a 40 or 50 A circuit', () => {
  it.each([8, 6, 16, 18] as const)('%d AWG seen in the feed’s box: its ledger and its feeds have findings', (gauge) => {
    const job: JobInHouse = {
      ...sewingCorner,
      found: {
        ...sewingCorner.found,
        cables: sewingCorner.found.cables.map((c) => (c.id === 'hall-from-panel' ? { ...c, gauge } : c)),
        circuits: sewingCorner.found.circuits.map((c) => (c.id === 'c4' ? { ...c, breakerA: 40 as const } : c)),
      },
    };
    expect(ledgerOf(job).some((f) => f.verdict === 'stop')).toBe(true);
    const house = { ...quinceStreet, site: { ...quinceStreet.site, cables: job.found.cables, circuits: job.found.circuits } };
    expect(wantFeeds(house, wantOf(openJobs[0]!)!).length).toBeGreaterThan(0);
  });
  it('the next gauge for 40 A is 8, for 50 A 6 (334.80: the 60 °C column)', () =>
    expect([40, 50].map((a) => smallestGaugeFor(a))).toEqual([8, 6]));
});

describe('a switch box as feed', () => {
  const steps = stepsOf(loom);
  it('the new hot is taken ahead of the switch, the lamp’s black stays behind it, no blank plate', () => {
    const wire = text(steps, /^wire-source/);
    expect(wire).toMatch(/Splice the black \(H\) of the cable from panel, the black \(H\) of the cable to Loom lamp, a black pigtail/);
    expect(wire).toMatch(/black \(S\) of the cable to loom ceiling light, .* under the second screw of the switch/);
    expect(wire).toMatch(/stays live with the switch off/);
    expect(steps.flatMap((s) => [...s.says, ...s.cautions]).join(' ')).not.toMatch(/blank plate/);
  });
  it('its switch takes a yoke: three 14-2, their grounds and the switch are 12 + 2 + 4 = 18 in³ with no clamps (314.16(B)(4))', () => {
    const fill = ledgerOf(loom).find((f) => f.rule === 'box-fill' && f.subject === 'loom-switch')!;
    expect(fill.says).toMatch(/needs 18\.00 in³/);
  });
  it('nobody looked for a neutral: can’t tell, and nothing is connected there; a loop is a stop', () => {
    const nobody = ledgerOf(withSource(loom, undefined)).find((f) => f.rule === 'switch-box')!;
    expect(nobody.verdict).toBe('can’t tell');
    expect(nobody.ask).toMatch(/proved dead: look behind the switch/);
    expect(nobody.ask).not.toMatch(/test which black/);
    expect(ledgerOf(withSource(loom, 'switch loop')).find((f) => f.rule === 'switch-box')!.verdict).toBe('stop');
  });
  it('has no face to be proved dead at, and none to be tested afterwards', () => {
    expect(text(steps, /^prove-dead/)).toMatch(/has no face to test at/);
    expect(text(steps, /^test$/)).not.toMatch(/the old one/);
    expect(text(steps, /^test$/)).toMatch(/off, it is dark, and the new outlet stays on/);
  });
});

describe('a new breaker', () => {
  it('the tester is proved on what the main does not switch off, and the cover is on before it is', () => {
    const steps = stepsOf(kiln);
    expect(steps.find((s) => s.id === 'prove-dead')!.says[0]).toMatch(/does not switch off: a battery-fed proving unit/);
    const order = ['breaker-off', 'prove-dead', 'panel-connect', 'close-boxes', 'energise'].map((id) =>
      steps.findIndex((s) => s.id === id),
    );
    expect(order).toEqual([...order].sort((a, b) => a - b));
    expect(text(steps, /^close-boxes/)).toMatch(/Cover of the panel back on/);
    expect(text(steps, /^test$/)).not.toMatch(/the old one/);
  });
  it('an arc-fault breaker takes the circuit’s neutral, is tested by its button, and hot comes last', () => {
    const steps = stepsOf(cured(kiln, /^Arc-fault breaker/));
    expect(text(steps, /^panel-connect/)).toMatch(/the circuit’s neutral to the breaker, not to the bar.* the hot of 12 AWG to it last/);
    expect(text(steps, /^energise/)).toMatch(/Press the test button/);
    expect(text(stepsOf(kiln), /^energise/)).not.toMatch(/test button/);
  });
});

describe('the arc-fault remedy brings its work', () => {
  it('a breaker: main off and proved dead for it alone, before anything is switched on', () => {
    const steps = stepsOf(cured(loom, /^Arc-fault breaker/));
    const swap = steps.find((s) => s.id === 'swap-breaker')!;
    expect(swap.dead.map((t) => t.words)).toEqual(['the panel']);
    expect(steps.indexOf(swap)).toBeLessThan(steps.findIndex((s) => s.id === 'energise'));
    expect(text(steps, /^swap-breaker/)).toMatch(/hot to the breaker last/);
  });
  it('a device as the first outlet: its own step behind its own proof of dead', () => {
    const steps = stepsOf(cured(loom, /^Arc-fault receptacle/));
    const first = steps.find((s) => /^protect-first/.test(s.id))!;
    expect(first.dead.length).toBeGreaterThan(0);
    expect(steps.indexOf(first)).toBeLessThan(steps.findIndex((s) => s.id === 'energise'));
  });
});

describe('the bench', () => {
  const findings = (bench: Bench) => benchFindings(switchOn(bench), bench, 'US-2020');
  const faces = (bench: Bench) => faceFindings(switchOn(bench), bench, 'US-2020');
  it('a shared neutral open in the box: no “difference 0.00 A: ok”, and what is fixed there is a stop', () => {
    const sound = sharedNeutralRun(24, 96);
    const splice = sound.joints.find((j) => j.boxId !== 'panel' && j.ends.filter((e) => 'cableId' in e && e.conductor === 2).length > 1);
    const open: Bench = { ...sound, joints: sound.joints.filter((j) => j !== splice && j.id !== 'p3') };
    expect(findings(open).filter((f) => f.rule === 'shared-legs' && f.verdict === 'ok')).toEqual([]);
    expect(findings(open).some((f) => f.verdict === 'stop' && f.rule === 'neutral-open')).toBe(true);
  });
  it('a device that protects, hot on LINE and neutral on LOAD; LINE with its sides swapped', () => {
    expect(findings(wiredRun({ wrong: 'hot on LINE, neutral on LOAD' })).find((f) => f.rule === 'line-load')!.verdict).toBe('stop');
    const run = runOfBoxes({ boxes: 2, protectedFirst: true });
    const swapped: Bench = {
      ...run,
      joints: run.joints.map((j): Joint =>
        j.at?.device === 'device1' && j.at.terminal.startsWith('line')
          ? { ...j, at: { ...j.at, terminal: j.at.terminal === 'line brass' ? 'line silver' : 'line brass' } }
          : j,
      ),
    };
    expect(findings(swapped).filter((f) => f.rule === 'polarity' && f.verdict === 'stop').length).toBeGreaterThan(0);
    expect(findings(swapped).map((f) => f.says)).not.toContain('nothing feeds its LINE screws');
  });
  it('two circuits joined: nothing is said of a difference in a neutral that has just opened', () => {
    const joined = findings(wiredRun({ wrong: 'two circuits joined' }));
    expect(joined.some((f) => f.verdict === 'stop')).toBe(true);
    expect(joined.filter((f) => f.rule === 'shared-legs' && f.verdict === 'ok')).toEqual([]);
  });
  it('an open neutral with nothing plugged in is no “120.0 V, drop 0.0 %”', () => {
    const said = faces(wiredRun({ wrong: 'neutral off in a box' })).filter((f) => f.verdict === 'stop');
    expect(said.length).toBeGreaterThan(0);
    for (const f of said) expect(f.says).not.toMatch(/drop 0\.0/);
  });
  it.each(['run', 'quad', 'protected'] as const)(
    'plan “%s”: a live red of a three-wire feed is refused or capped, never left bare',
    (kind) => {
      const run = runOfBoxes({ boxes: 1 });
      const three: Bench = {
        ...run,
        cables: run.cables.map((c) => ({ ...c, colours: ['black', 'red', 'white', 'bare'] as typeof c.colours })),
        joints: run.joints
          .filter((j) => j.boxId === 'panel')
          .map((j) => ({ ...j, ends: j.ends.map((e) => ('cableId' in e && e.conductor > 0 ? { ...e, conductor: e.conductor + 1 } : e)) })),
      };
      const red: Bench = {
      ...three,
      breakers: [...three.breakers, { ...three.breakers[0]!, id: 'b-red', number: '6', leg: 'B' }],
      joints: [
        ...three.joints,
        { id: 'red', boxId: 'panel', kind: 'breaker', how: 'clamp plate', breakerId: 'b-red', ends: [{ cableId: 'cable1', conductor: 1, end: 0 }] } as unknown as Joint,
      ],
    }; // prettier-ignore
      const planned = planBox(planRequest(red, 'box1', kind, sewingCorner.schools));
      const capped = planned.bench.joints.some(
        (j) => j.boxId === 'box1' && j.ends.length === 1 && j.ends.some((e) => 'cableId' in e && e.conductor === 1),
      );
      expect(planned.refused.length > 0 || capped).toBe(true);
    },
  );
});

describe('three lamps: dark, lit, lit has two causes', () => {
  it('an open neutral with 12 Ω switched on behind it reads 0/120/120 too, and both are named', () => {
    const run = runOfBoxes({ boxes: 1 });
    const open: Bench = {
      ...run,
      joints: run.joints.map((j) => ({ ...j, ends: j.ends.filter((e) => !('cableId' in e && e.cableId === 'cable1' && e.conductor === 1 && e.end === 0)) })).filter((j) => j.ends.length),
      // 120² ÷ 1 200 = 12 Ω
      plugged: [{ id: 'heater', name: 'heater', deviceId: 'device1', face: 'lower', watts: 1200, powerFactor: 1, on: true }],
    }; // prettier-ignore
    const r = readLamps(switchOn(open), 'device1', 'upper');
    expect([r.hotNeutral, r.hotGround, r.neutralGround]).toEqual(['dark', 'lit', 'lit']);
    expect(r.says).toMatch(/hot and ground swapped.*more often.*neutral open/);
  });
});

describe('how each edition reads', () => {
  it('loads of a 15 A circuit: 210.23(A) until 2020, (B) in 2023', () => {
    const clause = EDITIONS.map((edition) => circuitLoad({ edition, breakerA: 15, volts: 120, loads: [], complete: true }).source.clause);
    expect(clause).toEqual(['210.20(A) and 210.23(A)', '210.20(A) and 210.23(A)', '210.20(A) and 210.23(B)']);
  });
  it('an opening of 3 3/4 × 7 11/16 in: word for word the 3 in rule applies, by its diagonal of 8.55 in not; both are said', () => {
    const at = (free: number, height = 7.6875) =>
      freeConductor({
        ...{ edition: 'US-2020' as const, openingWidthMm: inches(3.75), openingHeightMm: inches(height) },
        ...{ fromSheathMm: inches(free), sheathToOpeningMm: inches(3.5) },
      });
    expect([at(6.5).verdict, at(6.25).verdict, at(5.9).verdict]).toEqual(['ok', 'caution', 'stop']);
    expect(at(6.25).says).toMatch(/less than 8 in in any dimension/);
    // small both ways: no doubt
    expect(at(6.25, 3.75).verdict).toBe('stop');
  });
  it('a raceway’s fill is its maker’s number; without it nobody can tell, in the job’s own edition', () => {
    const f = racewayFill('US-2023', 12, 3, { insideIn2: 0.0998 });
    expect([f.verdict, f.source.edition]).toEqual(['can’t tell', '2023']);
  });
});

describe('over 20 in above a counter', () => {
  it('it does not count as one of the counter’s, and may stand there', () => {
    const at = (backsplash: number) =>
      counterClearance({
        ...{ edition: 'US-2020', counterMm: inches(36), backsplashMm: inches(backsplash) },
        ...{ clearanceMm: inches(1), boxHeightMm: inches(3.75) },
      }).verdict;
    expect([at(4), at(18)]).toEqual(['ok', 'caution']);
  });
});
