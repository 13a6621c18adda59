/**
 * What a code instructor found wrong in the judgement, each held at its limit on both sides. Clauses from memory of the edition named; the
 * job is the sewing corner with one fact changed.
 */
import type { RuleId } from '../../codebook/index.js';
import { describe, expect, it } from 'vitest';
import { conductorForBreaker, cordConnected, receptacleRating, smallestGaugeFor, type Finding } from '../../codebook/index.js';
import { sharedNeutralRun, runOfBoxes, switchOn } from '../../circuit/index.js';
import { quinceStreet, sewingCorner } from '../../houses.testing.js';
import { inches } from '../../measure/index.js';
import {
  applyEdits,
  boxCentreX,
  distanceForCentre,
  measured,
  plannedSite,
  type Bench,
  type Box,
  type Change,
  type Circuit,
  type Edition,
  type JobInHouse,
  type Load,
  type Room,
  type RoomUse,
  type WireEnd,
} from '../../model/index.js';
import { breakerFindings, breakerSteps, type NewCircuit } from '../../panel/index.js';
import { gateOf, stepsOf } from '../../work/index.js';
import { benchFindings, benchOf, faceFindings, wiringIn } from '../../wiring/index.js';
import { ledgerOf } from '../meant.testing.js';
import { workOf } from '../work.js';
import { plannedBench } from '../workBox.js';

interface Facts {
  edition?: Edition;
  use?: RoomUse;
  circuit?: Partial<Circuit>;
  loads?: Partial<Load>[];
  /** edits of what is planned */
  change?: (c: Change) => Change;
  found?: (job: JobInHouse) => JobInHouse['found'];
}
const job = ({ edition = 'US-2020', use = 'bedroom', circuit = {}, loads, change, found }: Facts): JobInHouse => {
  const base: JobInHouse = {
    ...sewingCorner,
    edition,
    changes: change ? sewingCorner.changes.map(change) : sewingCorner.changes,
    found: {
      ...sewingCorner.found,
      rooms: sewingCorner.found.rooms.map((r) => (r.id === 'sewing' ? { ...r, use, waterWithin6ft: false } : r)),
      circuits: sewingCorner.found.circuits.map((c) => (c.id === 'c4' ? { ...c, ...circuit } : c)),
      ...(loads
        ? { loads: loads.map((l, i): Load => ({ id: `l${i}`, name: `load ${i}`, continuous: false, fixed: false, circuitId: 'c4', ...l })) }
        : {}),
    },
  };
  return found ? { ...base, found: found(base) } : base;
};
const of = (facts: Facts, rule: RuleId): Finding | undefined => ledgerOf(job(facts)).find((f) => f.rule === rule);
const verdict = (facts: Facts, rule: RuleId): string | undefined => of(facts, rule)?.verdict;

describe('a 120 V face on a 240 V circuit (210.6, 406.4(F))', () => {
  it('is a stop, and nothing is connected', () => {
    expect(of({ circuit: { voltsNominal: 240 } }, 'face-volts')).toMatchObject({ verdict: 'stop' });
    expect(verdict({}, 'face-volts')).toBeUndefined();
  });
  it('on the bench both legs feed it: 240 V between its screws, no UK supply', () => {
    const { found, schools } = sewingCorner;
    const circuit = { ...found.circuits.find((c) => c.id === 'c4')!, voltsNominal: 240 as const };
    const bench = benchOf(found, ['hall-box'], circuit, schools);
    expect([bench.supply.kind, bench.breakers.map((b) => [b.leg, b.curve])]).toEqual([
      'split-phase',
      [
        ['A', 'US'],
        ['B', 'US'],
      ],
    ]);
  });
});

describe('wire and breaker: sheathed cable by the 60 °C column (334.80)', () => {
  it.each([
    [8, 40, 'ok'],
    [8, 50, 'stop'],
    [8, 60, 'stop'],
    [6, 50, 'ok'],
    [6, 60, 'ok'],
    [10, 30, 'ok'],
    [10, 32, 'stop'],
  ] as const)('%i AWG on %i A: %s', (gauge, breaker, says) => expect(conductorForBreaker('US-2020', gauge, breaker).verdict).toBe(says));
  it('both places that judge it agree: 50 A asks for 6 AWG', () => {
    expect(smallestGaugeFor(50)).toBe(6);
    const wanted: NewCircuit = { name: 'oven', ratingA: 50, poles: 2, gauge: 8, rooms: [], loads: [] };
    const judged = (gauge: 8 | 6) =>
      breakerFindings(quinceStreet.site, 'US-2020', { ...wanted, gauge }).find((f) => f.rule === 'conductor-breaker')!.verdict;
    expect([judged(8), judged(6)]).toEqual(['stop', 'ok']);
  });
});

describe('a circuit of its own against what is to hang on it (210.19, 210.20(A))', () => {
  const kiln = (watts: number, continuous: boolean): NewCircuit => ({
    ...{ name: 'kiln', ratingA: 20, poles: 1, gauge: 12, rooms: [] },
    loads: [{ watts, continuous }],
  });
  it.each([
    [1920, true, 'ok'],
    [1930, true, 'stop'],
    [2400, false, 'ok'],
    [4800, true, 'stop'],
  ] as const)('%i W, for hours %s, on 20 A: %s', (watts, hours, says) =>
    expect(breakerFindings(quinceStreet.site, 'US-2020', kiln(watts, hours)).find((f) => f.rule === 'circuit-load')!.verdict).toBe(says),
  );
});

describe('rooms whose receptacles have circuits of their own', () => {
  const may = (use: RoomUse, reservedFor: Circuit['reservedFor'], edition: Edition = 'US-2020') =>
    verdict({ use, edition, circuit: { reservedFor } }, 'may-tap');
  it.each(['kitchen', 'dining', 'pantry', 'bathroom'] as const)('a general circuit into the %s: stop', (use) =>
    expect(may(use, 'none')).toBe('stop'),
  );
  it.each(['laundry', 'garage'] as const)('a general circuit into the %s: caution', (use) => expect(may(use, 'none')).toBe('caution'));
  it('a bedroom, a study, a hallway: it may', () => {
    for (const use of ['bedroom', 'study', 'hallway'] as const) expect(may(use, 'none')).toBe('ok');
  });
  it('a pantry hangs on the small-appliance circuit; outdoors on that of the garage (210.11(C)(4) Exception)', () => {
    expect([may('pantry', 'kitchen-small-appliance'), may('outdoors', 'garage'), may('bedroom', 'garage')]).toEqual(['ok', 'ok', 'stop']);
  });
});

describe('what is asked only where it is asked', () => {
  it('arc-fault: 120 V, 15 and 20 A; not on a dryer’s or a range’s circuit', () => {
    const room: Room = { ...sewingCorner.found.rooms[0]!, use: 'kitchen' };
    const asked = (poles: 1 | 2, ratingA: 20 | 30) =>
      breakerFindings(quinceStreet.site, 'US-2020', { name: 'x', ratingA, poles, gauge: 10, rooms: [room], loads: [] }).find(
        (f) => f.rule === 'arc-fault',
      )!;
    expect([asked(1, 20).verdict, asked(2, 30).verdict]).not.toContain('stop');
    expect(asked(2, 30).says).toMatch(/15 and 20 A only/);
  });
  it('arc-fault in a finished basement too, and a workshop is asked about', () => {
    expect(verdict({ use: 'basement', circuit: { arcFault: 'none' } }, 'arc-fault')).toBe('stop');
    expect(verdict({ use: 'workshop', circuit: { arcFault: 'none' } }, 'arc-fault')).toBe('caution');
  });
  it('tamper-resistant: not above 5 1/2 ft (406.12 Exception)', () => {
    const at = (feetUp: number) =>
      verdict(
        {
          change: (c) =>
            c.do === 'place-box'
              ? { ...c, box: { ...c.box, place: { ...c.box.place, bottom: measured(inches(feetUp * 12)) } } }
              : c.do === 'place-device'
                ? { ...c, device: { ...c.device, tamperResistant: false } }
                : c,
        },
        'tamper',
      );
    expect([at(1), at(5.45), at(5.55)]).toEqual(['stop', 'stop', 'ok']);
  });
  it('a kitchen outlet away from the counter before 2023: not asked; nobody noted the counters: can’t tell', () => {
    const with_ = (fixtures: boolean, edition: Edition) =>
      verdict(
        {
          use: 'kitchen',
          edition,
          circuit: { groundFault: 'none' },
          found: ({ found }) => ({ ...found, walls: found.walls.map((w) => (fixtures ? { ...w, fixtures: [] } : w)) }),
        },
        'ground-fault',
      );
    expect([with_(true, 'US-2017'), with_(false, 'US-2020'), with_(true, 'US-2023')]).toEqual(['ok', 'can’t tell', 'stop']);
  });
  it('the only single receptacle of a circuit carries what the circuit does, and may be rated above it (210.21(B)(1))', () => {
    const draws = (sole: boolean) => cordConnected('US-2020', 15, 15, { name: 'heater', watts: 1600 }, 120, sole).verdict;
    expect([draws(false), draws(true)]).toEqual(['stop', 'ok']);
    expect(receptacleRating('US-2020', 'single-20', 15, true).verdict).toBe('ok');
    expect(receptacleRating('US-2020', 'single-15', 20, true).verdict).toBe('stop');
  });
});

describe('loads of a circuit', () => {
  /** what the job itself plugs in hardly counts */
  const plain = (c: Change): Change => (c.do === 'plug-in' ? { ...c, load: { ...c.load, watts: 1 } } : c);
  it('lamps are no appliances fastened in place (210.23(A)(2))', () => {
    const clock = { watts: 20 };
    expect(
      verdict(
        { loads: [{ watts: 960, fixed: true, lighting: true }, clock], circuit: { loadsComplete: true }, change: plain },
        'circuit-load',
      ),
    ).not.toBe('stop');
    expect(
      of({ loads: [{ watts: 960, fixed: true }, clock], circuit: { loadsComplete: true }, change: plain }, 'circuit-load')!.says,
    ).toMatch(/half of a circuit/);
  });
  it('12.5 A for hours on 15 A: the breaker holds, it is loaded over 80 %; “would trip” is not said', () => {
    const says = of({ loads: [{ watts: 1500, continuous: true }], change: plain, circuit: { loadsComplete: true } }, 'circuit-load')!;
    expect([says.verdict, says.says]).toEqual(['stop', expect.stringMatching(/the breaker holds/)]);
  });
  it('a 15 A face is no remedy on a 30 A circuit', () => {
    const f = of({ circuit: { breakerA: 30 } }, 'receptacle-rating')!;
    expect([f.verdict, f.remedies]).toEqual(['stop', []]);
  });
});

describe('an opening over live cables', () => {
  const hall = sewingCorner.found.boxes.find((b) => b.id === 'hall-box')!;
  const wall = sewingCorner.found.walls.find((w) => w.id === hall.wallId)!;
  /** the new box 40 in up, right above the hall box on the other face */
  const above = (c: Change): Change => {
    if (c.do !== 'place-box') return c;
    const distance = measured(distanceForCentre(wall, c.box, boxCentreX(wall, hall)!)!);
    return { ...c, box: { ...c.box, place: { ...c.box.place, distance, bottom: measured(inches(40)) } } };
  };
  it('cables of the feed box run up behind it: said, with a place beside them, and dead before the cut', () => {
    const at = job({
      change: above,
      found: ({ found }) => ({ ...found, walls: found.walls.map((w) => ({ ...w, bayLooked: 'seen' as const })) }),
    });
    const f = ledgerOf(at).find((x) => x.rule === 'behind-cut')!;
    expect(f.says).toMatch(/runs up from Hall box/);
    expect(
      stepsOf(at)
        .find((s) => s.id === 'cut-opening')!
        .dead.map((t) => t.key),
    ).toEqual(['c4']);
  });
  it('cables of a box on another circuit hang there: that circuit is off and proved dead too, before the cut', () => {
    const other = (circuitId: string | undefined) =>
      stepsOf(
        job({
          change: above,
          found: ({ found }) => ({
            ...found,
            walls: found.walls.map((w) => ({ ...w, bayLooked: 'seen' as const })),
            // a second box right behind, above the first, with a cable that goes up
            boxes: [...found.boxes, { ...hall, id: 'clock-box', name: 'Clock box', circuitId, place: { ...hall.place, bottom: measured(inches(24)) } }],
            cables: [...found.cables, { ...found.cables[0]!, id: 'clock-line', name: 'to the clock', ends: [{ label: 'panel' }, { boxId: 'clock-box', label: 'Clock box', side: 'top' as const }] }],
          }),
        }),
      ); // prettier-ignore
    const cutDead = (steps: ReturnType<typeof other>) => steps.find((s) => s.id === 'cut-opening')!.dead.map((t) => t.words);
    expect(cutDead(other('c5'))).toEqual(['circuit 4', 'circuit 5']);
    expect(other('c5').find((s) => s.id === 'breaker-off')!.title).toBe('Breakers 4 and 5 off, locked or labelled');
    expect(cutDead(other(undefined))).toEqual(['circuit 4', 'what feeds Clock box']);
    expect(
      other(undefined)
        .find((s) => s.id === 'breaker-off')!
        .says.join(' '),
    ).toMatch(/Which breaker feeds Clock box is not known: find it/);
  });
  it('beside them nothing is said', () => expect(verdict({}, 'behind-cut')).toBeUndefined());
});

describe('wiring made by hand', () => {
  it('with stops on the bench holds the work up; back to the plan it does not', () => {
    const bench = plannedBench(workOf(sewingCorner));
    const wiring = { ...wiringIn(plannedSite(sewingCorner), bench, 'sewing-box'), joints: [] };
    const made: JobInHouse = {
      ...sewingCorner,
      changes: [...sewingCorner.changes, { id: 'wire', title: 'Wiring of Sewing box, by hand', do: 'wire-box', wiring }],
    };
    const f = ledgerOf(made).find((x) => x.rule === 'hand-wiring')!;
    expect(f.verdict).toBe('stop');
    const steps = stepsOf(made);
    const cut = steps.find((s) => s.id === 'wire-new')!;
    expect(gateOf(made, cut, steps, ledgerOf(made)).join()).toMatch(/ledger has/);
    expect(f.remedies[0]!.edits).toEqual([{ op: 'wire-by-plan' }]);
  });
});

describe('the bench', () => {
  const findings = (bench: Bench) => benchFindings(switchOn(bench), bench, 'US-2020');
  const stops = (bench: Bench) =>
    findings(bench)
      .filter((f) => f.verdict === 'stop')
      .map((f) => f.rule);
  it('a white loose at the bar of a shared neutral: the end in the panel, and no way back at both loads (300.13(B))', () => {
    const sound = sharedNeutralRun(24, 96);
    expect(stops(sound)).toEqual([]);
    const open: Bench = { ...sound, joints: sound.joints.filter((j) => j.id !== 'p3') };
    expect(stops(open)).toEqual(expect.arrayContaining(['loose-end', 'neutral-open']));
    expect(findings(open).filter((f) => f.rule === 'shared-legs' && f.verdict === 'ok')).toEqual([]);
  });
  it('a face between two legs: 1 200 W and 150 W on an open neutral stand at 26.7 and 213.3 V; both are stops (ngspice: 26.6/213.2 with wires)', () => {
    const run = runOfBoxes({ boxes: 1 });
    const faces = faceFindings(switchOn(run), run, 'US-2020');
    expect(faces.every((f) => f.verdict === 'note')).toBe(true);
    const dead: Bench = {
      ...run,
      joints: run.joints.map((j) => ({ ...j, ends: j.ends.filter((e) => !isWhiteAtPanel(e)) })).filter((j) => j.ends.length),
    };
    expect(faceFindings(switchOn(dead), dead, 'US-2020').every((f) => f.verdict === 'stop')).toBe(true);
  });
  const isWhiteAtPanel = (e: WireEnd) => 'cableId' in e && e.cableId === 'cable1' && e.conductor === 1 && e.end === 0;
  it('14 AWG on a 30 A breaker (240.4(D))', () => {
    const run = runOfBoxes({ boxes: 1 });
    expect(stops(run)).toEqual([]);
    expect(stops({ ...run, breakers: run.breakers.map((b) => ({ ...b, amps: 30 })) })).toContain('conductor-breaker');
  });
  it('a short at a face with its sides swapped opens its breaker all the same', () => {
    const run = runOfBoxes({ boxes: 1 });
    const swapped: Bench = {
      ...run,
      joints: run.joints.map((j) =>
        j.at && /^(brass|silver)/.test(j.at.terminal)
          ? {
              ...j,
              at: {
                ...j.at,
                terminal: j.at.terminal.startsWith('brass')
                  ? j.at.terminal.replace('brass', 'silver')
                  : j.at.terminal.replace('silver', 'brass'),
              },
            }
          : j,
      ),
    };
    const [face] = faceFindings(switchOn(swapped), swapped, 'US-2020');
    expect(face!.says).not.toMatch(/no breaker would open/);
  });
});

describe('steps of a new breaker', () => {
  const plain: NewCircuit = { name: 'kiln', ratingA: 20, poles: 1, gauge: 12, rooms: [], loads: [] };
  const says = (more: Partial<NewCircuit>) => breakerSteps({ ...plain, ...more }, undefined).join(' ');
  it('the tester is proved while a live outlet is there, the cover comes off after the main, and never on the lugs', () => {
    expect(says({})).toMatch(
      /Prove the tester on a live outlet while the main is still on.*Main off.*then the cover off.*Never on the lugs/,
    );
  });
  it('an arc- or ground-fault breaker takes the circuit’s neutral itself, before its hot; only its own lead goes to the bar', () => {
    const text = says({ protection: { arcFault: true, groundFault: false } });
    expect(text).toMatch(/neutral to the breaker, not to the bar/);
    expect(text.indexOf('neutral to the breaker')).toBeLessThan(text.indexOf('the hot of'));
    expect(text).not.toMatch(/ground bar; neutral to the neutral bar/);
  });
  it('two poles have no neutral to land unless the cable brings one; a subpanel keeps its bars apart', () => {
    expect(says({ poles: 2 })).toMatch(/a neutral, where the cable has one/);
    const sub = { name: 'Shed panel', feeder: 'breaker 12 in the Panel' };
    expect(breakerSteps(plain, undefined, sub).join(' ')).toMatch(/Grounds and neutrals have bars of their own here/);
  });
});

describe('sheath inside a box, as measured', () => {
  const inside = (mm: number) => ({
    found: ({ found }: JobInHouse) => ({
      ...found,
      cables: found.cables.map((c) => ({
        ...c,
        ends: c.ends.map((e) => (e.boxId === 'hall-box' ? { ...e, sheathInside: measured(mm) } : e)) as typeof c.ends,
      })),
    }),
  });
  it('is judged: 1/4 in is enough, 1/8 in is not (314.17)', () => {
    const at = (mm: number) =>
      ledgerOf(job(inside(mm)))
        .filter((f) => f.rule === 'sheath' && f.subject.startsWith('hall-box-'))
        .map((f) => f.verdict);
    expect([...new Set(at(inches(0.25)))]).toEqual(['ok']);
    expect([...new Set(at(inches(0.125)))]).toEqual(['stop']);
  });
});

describe('two circuits in the boxes that are opened', () => {
  it('a cable traced to another circuit: both breakers off, each proved dead, in every box', () => {
    const two = job({
      found: ({ found }) => ({
        ...found,
        cables: found.cables.map((c) =>
          c.ends.some((e) => e.boxId === 'hall-box') && c.id !== 'hall-line' ? { ...c, circuitId: 'c5' } : c,
        ),
      }),
    });
    const [off, prove] = ['breaker-off', 'prove-dead'].map((id) => stepsOf(two).find((s) => s.id === id)!);
    expect(off!.title).toBe('Breakers 4 and 5 off, locked or labelled');
    expect(off!.says.join()).toMatch(/Each is proved dead by itself/);
    expect(prove!.says.length).toBeGreaterThan(0);
    expect(stepsOf(job({})).find((s) => s.id === 'breaker-off')!.title).toBe('Breaker 4 off, locked or labelled');
  });
});

describe('a box that is there, its front measured (314.20)', () => {
  const behind = (setback: Box['setback'], condition: Box['condition'] = 'sound') =>
    job({ found: ({ found }) => ({ ...found, boxes: found.boxes.map((b) => (b.id === 'hall-box' ? { ...b, setback, condition } : b)) }) });
  const of = (j: JobInHouse) => ledgerOf(j).find((f) => f.rule === 'setback' && f.subject === 'hall-box');
  it('1/4 in behind drywall is ok only where somebody measured it', () => {
    expect(of(behind(measured(inches(0.25))))!.verdict).toBe('ok');
    expect(of(behind({ mm: inches(0.25), known: 'assumed' }))).toMatchObject({
      verdict: 'can’t tell',
      ask: expect.stringMatching(/Measure/),
    });
    expect(of(behind(undefined))).toBeUndefined();
  });
  it('another box in its place has neither its setback nor its cracks', () => {
    const broken = behind(measured(inches(0.5)), 'cracked');
    expect(of(broken)!.verdict).toBe('stop');
    const state = ledgerOf(broken).find((f) => f.rule === 'box-state')!;
    const cured = applyEdits(broken, state.remedies[0]!.edits) as JobInHouse;
    expect(ledgerOf(cured).filter((f) => f.subject === 'hall-box' && ['setback', 'box-state'].includes(f.rule))).toEqual([]);
    expect(plannedSite(cured).boxes.find((b) => b.id === 'hall-box')).toMatchObject({ condition: 'sound' });
  });
});
