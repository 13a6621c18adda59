/** From the plan to the record by the UK way: gates, terminals, what is bought, what is read, and what the house knows afterwards. */
import { describe, expect, it } from 'vitest';
import { entriesOf } from '../log/index.js';
import { closeJob, hindrances, reopenJob } from '../closing/index.js';
import { shoppingIn } from './index.js';
import { bareJob, checkHouse, laidIn, type House, type Job, type JobInBook } from '../model/index.js';
import {
  enterProof,
  enterValue,
  gateOf,
  isTicked,
  judgeProofReading,
  notDeadIs,
  proofState,
  stepsOf,
  tick,
  type ProofKey,
  inUsBook,
} from '../work/index.js';
import { alterationLedger, alterationParts, alterationSteps, connections, finalAsTested, mustReadAt, plannedOf, readingsTaken, terminalWords } from './index.js'; // prettier-ignore
import { mm, sampleHouse, sampleJob } from './sample.js';

const place = { wallId: 'parlour-w1', face: 'A' as const, fromLeft: mm(2800), bottom: mm(457) };
const spur = (house: House) => sampleJob(house, 'spur', { outlet: { name: 'New', kind: 'twin' }, place, cable: mm(3000) });
const at = (minute: number): string => new Date(Date.UTC(2026, 10, 21, 9, minute)).toISOString();
const KEYS: ProofKey[] = ['testerBefore', 'hotNeutral', 'hotGround', 'neutralGround', 'testerAfter'];

/** Everything done in order, what is asked read as it must be. */
function worked(start: JobInBook, last?: string): JobInBook {
  let job = start;
  let minute = 0;
  const steps = alterationSteps(job);
  const findings = alterationLedger(job);
  for (const step of steps) {
    for (const target of step.proves) for (const key of KEYS) job = enterProof(job, target, key, { at: at(minute++), volts: key.startsWith('tester') ? 690 : 0, where: 'here' }); // prettier-ignore
    for (const ask of step.asks) {
      const value = ask.unit === 'MΩ' ? 200 : ask.unit === 'ms' ? 28 : ask.least !== undefined && ask.most !== undefined ? (ask.least + ask.most) / 2 : ask.unit === 'Ω' ? 0.5 : (ask.least ?? 0); // prettier-ignore
      job = enterValue(job, { step: step.id, key: ask.key, value, at: at(minute++) });
    }
    const result = tick(job, step.id, steps, findings, at(minute++));
    if (!result.ok) throw new Error(`${step.id}: ${result.reasons.join('; ')}`);
    job = result.job;
    if (step.id === last) break;
  }
  return job;
}

describe('gates of a spur', () => {
  const job = spur(sampleHouse());
  const steps = alterationSteps(job);
  const gate = (id: string, now = job) =>
    gateOf(
      now,
      steps.find((s) => s.id === id)!,
      steps,
      alterationLedger(now),
      at(400),
    );
  it('nothing is cut or connected before it is proved dead at the point of work; live tests come last', () => {
    for (const id of ['cut-box', 'cable', 'connect-old', 'connect-new', 'dead-tests'])
      expect(gate(id).join(), id).toMatch(/not proved dead/);
    expect(steps.map((s) => s.id).indexOf('dead-tests')).toBeLessThan(steps.map((s) => s.id).indexOf('energise'));
    expect(steps.find((s) => s.id === 'live-tests')!.after).toEqual(['energise']);
  });
  it('a proving unit’s 690 V proves the indicator, 120 V does not; 230 V at the point of work stops it', () => {
    const read = (key: ProofKey, volts: number) => judgeProofReading(key, { at: at(1), volts, where: 'x' }, { uk: true }).verdict;
    expect([read('testerBefore', 690), read('testerBefore', 207), read('testerBefore', 206), read('testerBefore', 120)]).toEqual(['ok', 'ok', 'stop', 'stop']); // prettier-ignore
    expect([read('hotNeutral', 0), read('hotNeutral', 30), read('hotNeutral', 230)]).toEqual(['ok', 'can’t tell', 'stop']);
  });
  it('a proof that is four hours old is none', () => {
    const done = worked(job, 'prove-dead');
    const [target] = steps.find((s) => s.id === 'prove-dead')!.proves;
    expect([proofState(done, target!, at(30)).proved, proofState(done, target!, at(300)).proved]).toEqual([true, false]);
  });
  it('a stop of the ledger shuts every step that cuts or connects', () => {
    const unsafe = {
      ...sampleHouse(),
      site: { ...sampleHouse().site, finals: sampleHouse().site.finals!.map((f) => ({ ...f, residual: false })) },
    };
    const stopped = spur(unsafe);
    expect(
      gateOf(
        stopped,
        steps.find((s) => s.id === 'cut-box')!,
        steps,
        alterationLedger(stopped),
      ).join(),
    ).toMatch(/the ledger has a stop|the ledger has .* stops/);
  });
});

describe('while the house has power', () => {
  const order = (house: House, at: { wallId: string; fromLeft: number; bottom: number }, outage?: 'off at the start') => {
    const job = sampleJob(house, 'spur', { outlet: { name: 'New', kind: 'twin' }, place: { wallId: at.wallId, face: 'A', fromLeft: mm(at.fromLeft), bottom: mm(at.bottom) }, way: 'under the floor' }); // prettier-ignore
    const steps = alterationSteps(outage ? { ...job, alteration: { ...job.alteration!, schools: { outage } } } : job);
    const before = steps
      .slice(
        0,
        steps.findIndex((s) => s.id === 'lock-off'),
      )
      .map((s) => s.id);
    return { before, ids: steps.map((s) => s.id), dead: steps.filter((s) => s.dead.length).map((s) => s.id) };
  };
  const [own, other] = ['parlour-w1', 'parlour-w2'];
  it('a box on a wall without accessories is let in before the breaker goes off; chases at the old box come after', () => {
    const far = order(sampleHouse(), { wallId: other!, fromLeft: 1500, bottom: 457 }, undefined);
    expect(far.before).toEqual(['sheets', 'mark-out', 'cut-box', 'set-box']);
    expect(far.dead).toContain('chase');
  });
  it('in the lines of an accessory it is dead first: 150 mm beside its column, over or under its row', () => {
    const early = (fromLeft: number, bottom: number) => order(sampleHouse(), { wallId: own!, fromLeft, bottom }).before.includes('cut-box');
    // the single at 1000 is 963.5 to 1036.5 wide, 457 to 530 high; the twin 133 wide and 73 high
    expect([early(2200, 680), early(2200, 679)]).toEqual([true, false]);
    expect([early(1254, 900), early(1252, 900)]).toEqual([true, false]);
    // the one on the other side at 1457 to 1530 counts as well
    expect([early(2200, 1234), early(2200, 1235)]).toEqual([true, false]);
  });
  it('who wants it off from the start has it so; a lined box goes in over its cables', () => {
    expect(order(sampleHouse(), { wallId: other!, fromLeft: 1500, bottom: 457 }, 'off at the start').before).not.toContain('cut-box');
    const lined = order(sampleHouse({ material: 'wood', deep: 75, skin: 12.5 }), { wallId: other!, fromLeft: 1500, bottom: 457 });
    expect(lined.ids.indexOf('set-box')).toBeGreaterThan(lined.ids.indexOf('cable'));
    expect(lined.dead).toContain('set-box');
  });
});

describe('what a point that is not dead may be, in the words of the UK', () => {
  it('live, an open neutral, a borrowed one, a few volts; nothing while it is dead', () => {
    const is = (ln: number, le: number, ne: number) => notDeadIs({ hotNeutral: { volts: ln }, hotGround: { volts: le }, neutralGround: { volts: ne } }, { uk: true })[0]; // prettier-ignore
    expect([is(230, 230, 0), is(0, 230, 0), is(0, 0, 230), is(8, 0, 0), is(0, 0, 0)]).toEqual([expect.stringMatching(/wrong breaker/), expect.stringMatching(/neutral is open/), expect.stringMatching(/borrowed/), expect.stringMatching(/indicator loads it/), undefined]); // prettier-ignore
    expect(JSON.stringify(notDeadIs({ hotNeutral: { volts: 230 } }, { uk: true }))).not.toMatch(/hot|panel|ground/);
  });
});

describe('what goes into which terminal', () => {
  it('the twin it comes from: each leg its own earth, the spur with the second; three in neutral and line', () => {
    const job = sampleJob(sampleHouse(), 'spur', { outlet: { name: 'New', kind: 'single' }, place, cable: mm(3000) }, 'b');
    const terminals = connections(plannedOf(job).final!, 'b');
    expect(terminals.map((t) => [t.name, t.ends.length])).toEqual([
      ['earth', 1],
      ['second earth', 2],
      ['neutral', 3],
      ['line', 3],
    ]);
    expect(terminalWords(terminals[3]!)).toBe(
      'Line: brown of the cable to First; brown of the cable to Behind; brown of the cable to New.',
    );
  });
  it('a metal box brings a lead of its own; colours that nobody noted are not guessed', () => {
    const house = sampleHouse();
    const bare = {
      ...house,
      site: { ...house.site, finals: house.site.finals!.map((f) => ({ ...f, runs: f.runs.map(({ cores: _, ...r }) => r) })) },
    };
    const terminals = connections(plannedOf(spur(bare)).final!, 'a');
    expect(terminals[0]!.ends.at(-1)).toMatchObject({ runId: undefined, cable: 'lead from the metal box' });
    expect(terminals.find((t) => t.name === 'line')!.ends.map((e) => e.colour)).toEqual(['line, colour not noted', 'line, colour not noted', 'brown']); // prettier-ignore
  });
  it('a fused unit: feed and load apart, what hangs behind it is on the load', () => {
    const job = sampleJob(sampleHouse(), 'spur', {
      outlet: { name: 'Unit', kind: 'fused unit', watts: 600, fuseA: 3 },
      place,
      cable: mm(3000),
    });
    const final = plannedOf(job).final!;
    const behind = { ...final, points: [...final.points, { id: 'z', name: 'Fan', kind: 'fixed appliance' as const }], runs: [...final.runs, { id: 'rz', ends: ['job-point', 'z'] as [string, string], size: '1.0/1.0' as const }] }; // prettier-ignore
    const terminals = connections(behind, 'job-point');
    expect(Object.fromEntries(terminals.map((t) => [t.name, t.ends.map((e) => e.cable)]))).toMatchObject({ line: ['cable to First'], 'line, load': ['cable to Fan'], 'neutral, load': ['cable to Fan'] }); // prettier-ignore
    expect(() => connections(final, 'nobody')).toThrow(RangeError);
  });
});

describe('what is bought', () => {
  const words = (job: JobInBook) => Object.fromEntries(alterationParts(job).map((r) => [r.what, r.amount]));
  it('a spur in brick: 3 m of cable, a metal twin box with lead, grommet and two plugs', () => {
    expect(words(spur(sampleHouse()))).toMatchObject({ 'metal box 35 mm, twin': '1', 'twin socket, switched': '1', '2.5/1.5 mm² twin-and-earth': '3 m', 'grommet, 20 mm': '1', 'plug with its screw': '2' }); // prettier-ignore
  });
  it('a spur joins nothing; a ring taken on has four ends to sleeve; a radial has its breaker by letter and amps', () => {
    expect(Object.keys(words(spur(sampleHouse()))).filter((k) => /connector|crimp|blank/.test(k))).toEqual([]);
    expect(
      words(sampleJob(sampleHouse(), 'into ring', { outlet: { name: 'New', kind: 'twin' }, place, way: 'across' }))[
        'green-and-yellow sleeving'
      ],
    ).toBe('1 m');
    const own = (o: object) =>
      Object.keys(
        words(sampleJob(sampleHouse(), 'own radial', { outlet: { name: 'Heater', kind: 'fused unit' }, place, cable: mm(9000), own: o })),
      )
        .filter((k) => k.startsWith('breaker'))
        .join();
    expect([own({}), own({ ratingA: 32, curve: 'C' })]).toEqual([expect.stringContaining('B20'), expect.stringContaining('C32')]);
  });
  it('a socket that moves keeps its face: none is bought, and no row stands without what it is', () => {
    const moved = alterationParts(
      sampleJob(sampleHouse(), 'move', {
        outlet: { name: 'First', kind: 'single' },
        place: { ...place, fromLeft: mm(1000), bottom: mm(1057) },
        cable: mm(900),
      }),
    );
    expect(moved.some((r) => /socket/.test(r.what))).toBe(false);
    expect(moved.every((r) => r.article !== undefined)).toBe(true);
    const single = words(
      sampleJob(sampleHouse(), 'spur', { outlet: { name: 'New', kind: 'single' }, place, schools: { socket: 'unswitched' } }),
    );
    expect(single['single socket, unswitched']).toBe('1');
    expect(
      alterationParts(sampleJob(sampleHouse(), 'spur', { outlet: { name: 'New', kind: 'twin' }, place })).find((r) =>
        /twin socket/.test(r.what),
      )!.article,
    ).toBe('uk-twin');
  });
  it('ends of the ring are read again where one of its points was opened, and in a search for a fault; not for a point on a spur', () => {
    const house = sampleHouse();
    const [ring] = house.site.finals!;
    const withSpurred: House = {
      ...house,
      site: {
        ...house.site,
        boxes: [
          ...house.site.boxes,
          { ...house.site.boxes[0]!, id: 'side', name: 'Side', place: { ...house.site.boxes[0]!.place, distance: mm(2000) } },
        ],
        finals: [
          {
            ...ring!,
            points: [...ring!.points, { id: 's', name: 'Side', kind: 'single', boxId: 'side' }],
            runs: [...ring!.runs, { ...ring!.runs[0]!, id: 'rs', ends: ['a', 's'] }],
          },
        ],
      },
    };
    const asks = (j: JobInBook) => alterationSteps(j).flatMap((s) => (s.id === 'dead-tests' ? s.asks.map((a) => a.key) : []));
    expect(asks(sampleJob(withSpurred, 'enlarge', {}, 'a'))).toContain('r1');
    expect(asks(sampleJob(withSpurred, 'enlarge', {}, 's'))).not.toContain('r1');
    expect(asks(sampleJob(withSpurred, 'find fault', {}, 's'))).toContain('r1');
  });
  it('what the leaf is of: nobody looked, so the first hole goes without hammer and the plug is taken for brick; in aerated block no hammer at all', () => {
    const with_ = (unit?: 'brick' | 'aerated block'): JobInBook => {
      const house = sampleHouse();
      return spur({
        ...house,
        site: { ...house.site, walls: house.site.walls.map((w) => ({ ...w, framing: { ...w.framing, ...(unit ? { unit } : {}) } })) },
      });
    };
    const cut = (j: JobInBook) =>
      alterationSteps(j)
        .find((s) => s.id === 'cut-box')!
        .cautions.join(' ');
    expect(
      [cut(with_()), cut(with_('aerated block')), cut(with_('brick'))].map((s) => [
        /Nobody looked/.test(s),
        /Aerated block: no hammer/.test(s),
      ]),
    ).toEqual([
      [true, false],
      [false, true],
      [false, false],
    ]);
    const why = (j: JobInBook) => alterationParts(j).find((r) => r.what.startsWith('plug'))!.why;
    expect([/brick taken/.test(why(with_())), /brick taken/.test(why(with_('brick')))]).toEqual([true, false]);
  });
  it('by other ways of working: oval conduit, one coat, an unswitched face, crimps; in aerated block other plugs', () => {
    const house = sampleHouse();
    const block: House = {
      ...house,
      site: { ...house.site, walls: house.site.walls.map((w) => ({ ...w, framing: { ...w.framing, unit: 'aerated block' } })) },
    };
    const job = (schools: object, kind: 'spur' | 'into ring' = 'spur') =>
      words(sampleJob(block, kind, { outlet: { name: 'New', kind: 'twin' }, place, way: 'across', schools }));
    const usual = job({});
    expect([usual['capping'], usual['plug for aerated block with its screw']]).toEqual(['2 m', '2']);
    const other = job({ over: 'oval conduit', filler: 'one coat', socket: 'unswitched', boxDepth: 47 });
    expect([other['capping'], other['oval conduit, 20 mm'], other['twin socket, unswitched'], other['metal box 47 mm, twin']]).toEqual([
      undefined,
      '2 m',
      '1',
      '1',
    ]);
    expect(Object.keys(other).filter((k) => k.startsWith('one-coat plaster'))).toHaveLength(2);
    expect(job({ joint: 'crimp' }, 'into ring')['insulated crimp']).toBe('3');
  });
  it('conduit on the wall with singles: three cores of it, 2.5 mm² with an earth as thick; they carry 24 A there (Table 4D1A, memory)', () => {
    const job = sampleJob(sampleHouse(), 'spur', {
      outlet: { name: 'New', kind: 'twin' },
      place,
      way: 'on the surface',
      boxKind: 'back-surface-32-2g',
      schools: { onSurface: 'conduit with singles' },
    });
    const [run] = plannedOf(job).final!.runs.filter((r) => r.id.startsWith('job'));
    expect(run!.size).toBe('2.5/2.5');
    const list = words(job);
    expect(list['2.5 mm² singles']).toMatch(/^3 × \d+ m$/);
    expect(list['20 mm conduit with its bends and saddles']).toMatch(/ m$/);
    expect(alterationLedger(job).find((f) => f.rule === 'lies')).toMatchObject({
      verdict: 'ok',
      says: 'carries 24 A; 20 A are asked of it',
    });
    // without a sheath they lie in nothing but conduit
    const bare = sampleJob(sampleHouse(), 'spur', { outlet: { name: 'New', kind: 'twin' }, place, way: 'across', size: '2.5/2.5' });
    expect(alterationLedger(bare).find((f) => f.rule === 'lies')).toMatchObject({ verdict: 'stop' });
  });
  it('into the ring: two cables and three connectors; a socket moved: three a leg, and a blank plate', () => {
    const into = words(sampleJob(sampleHouse(), 'into ring', { outlet: { name: 'New', kind: 'twin' }, place, cable: mm(3001) }));
    expect(into).toMatchObject({ '2.5/1.5 mm² twin-and-earth': '2 × 4 m', 'maintenance-free connector': '3' });
    const moved = words(sampleJob(sampleHouse(), 'move', { outlet: { name: 'First', kind: 'single' }, place: { ...place, fromLeft: mm(1000), bottom: mm(1057) }, cable: mm(900) })); // prettier-ignore
    expect(moved).toMatchObject({ 'maintenance-free connector': '6', 'blank plate': '1', '2.5/1.5 mm² twin-and-earth': '2 × 1 m' });
  });
  it('cable by the metre or in coils, whichever is cheaper: 3 m cut at 1.50; 45 m as a coil of 50 at 60', () => {
    const cable = (metres: number) => shoppingIn([sampleJob(sampleHouse(), 'spur', { outlet: { name: 'New', kind: 'twin' }, place, cable: mm(metres * 1000) })], sampleHouse()).lines.find((l) => l.article === 'uk-cable-2.5')!; // prettier-ignore
    expect([cable(3).price, cable(45).price]).toEqual([4.5, 60]);
    expect(cable(45).buy).toBe('1 × 50 m');
  });
});

describe('done, closed, and taken back', () => {
  const house = sampleHouse();
  const done = worked(spur(house));
  const stored: Job = bareJob(done);
  it('what must be read is asked within its bounds, and what was read makes the certificate', () => {
    const must = mustReadAt(done, plannedOf(done)).r1r2!;
    expect(readingsTaken(done).find((r) => r.test === 'crossed-le')).toMatchObject({
      pointId: 'job-point',
      value: expect.closeTo(must, 6),
    });
    const tested = finalAsTested(done)!;
    expect(tested.tests!.readings.map((r) => r.test).sort()).toEqual([
      'crossed-le',
      'insulation-le',
      'insulation-ln',
      'r1',
      'r2',
      'residual-1x',
      'rn',
      'zs',
    ]);
    expect(tested.tests!.isolation).toMatchObject({ lineNeutral: 0, lineEarth: 0, neutralEarth: 0 });
  });
  it('the house has box, point, run and readings; taken back it is as it was', () => {
    const closed = closeJob(stored, house, [stored], at(500), false);
    if (!closed.ok) throw new Error(JSON.stringify(closed.hindrances));
    expect(checkHouse(closed.house)).toMatchObject({ ok: true });
    expect(closed.house.site.boxes.map((b) => b.id)).toContain('job-box');
    const [ring] = closed.house.site.finals!;
    expect([ring!.points.at(-1)!.name, ring!.runs.length, ring!.tests!.readings.length]).toEqual(['New', 5, 8]);
    const back = reopenJob(closed.job, closed.house, [closed.job]);
    expect(back.ok && back.house.site).toEqual(house.site);
  });
  it('a circuit that was tested again since keeps it from being taken back', () => {
    const closed = closeJob(stored, house, [stored], at(500), false);
    if (!closed.ok) throw new Error('not closed');
    const since: House = {
      ...closed.house,
      site: { ...closed.house.site, finals: closed.house.site.finals!.map((f) => ({ ...f, servesM2: 61 })) },
    };
    expect(reopenJob(closed.job, since, [closed.job])).toMatchObject({ ok: false, reasons: ['Ring was noted or tested otherwise since.'] });
  });
  it('off and not on again, or not built: it is not closed', () => {
    const half = worked(spur(house), 'dead-tests');
    expect(hindrances(half, [bareJob(half)])[0]!.says).toMatch(/still off/);
    expect(hindrances(spur(house), [])[0]!.says).toMatch(/Nothing of it is built/);
  });
  it('round a ring of 60 m r1 and rn read 0.445, r2 0.726 (handbook 22): asked within a tenth and 0.05 Ω', () => {
    const asks = alterationSteps(spur(house)).find((s) => s.id === 'dead-tests')!.asks;
    const bounds = (key: string) => { const a = asks.find((x) => x.key === key)!; return [a.least, a.most].map((x) => Number(x!.toFixed(3))); }; // prettier-ignore
    expect([bounds('r1'), bounds('r2')]).toEqual([
      [0.35, 0.539],
      [0.603, 0.849],
    ]);
  });
  it('where no length is known nothing that is open passes either: 3.5 Ω, and 1666 Ω on an electrode', () => {
    const { incoming: _, ...dark } = house;
    const unknown: House = { ...dark, incoming: { earthing: 'TT' }, site: { ...house.site, finals: house.site.finals!.map((f) => ({ ...f, runs: f.runs.map(({ length: _l, ...r }) => r) })) } }; // prettier-ignore
    const asks = alterationSteps(spur(unknown)).flatMap((s) => s.asks);
    expect(['r1', 'crossed-le', 'zs'].map((key) => { const a = asks.find((x) => x.key === key)!; return [a.least, a.most]; })).toEqual([[undefined, 3.5], [undefined, 3.5], [undefined, 1666]]); // prettier-ignore
  });
  it('the log says ohms as ohms, and the indicator’s proof in its own words', () => {
    const before = spur(house);
    const steps = alterationSteps(before);
    const [target] = steps.find((s) => s.id === 'prove-dead')!.proves;
    const read = enterValue(before, { step: 'dead-tests', key: 'insulation-le', value: 999, as: '>999', at: at(1) });
    expect(entriesOf(before, read, steps, 'mm', at(2))).toMatchObject([
      { says: expect.stringMatching(/>999 MΩ$/), figure: { unit: 'MΩ', value: 999 } },
    ]);
    const proved = enterProof(before, target!, 'testerBefore', { at: at(1), volts: 690, where: 'proving unit' });
    expect(entriesOf(before, proved, steps, 'mm', at(2))[0]!.says).toMatch(/Indicator on its proving unit: 690 V/);
  });
  it('a reading past its bound keeps the step shut', () => {
    const start = worked(spur(house), 'connect-new');
    const steps = alterationSteps(start);
    const wrong = ['crossed-le', 'insulation-le', 'insulation-ln'].reduce((job, key) => enterValue(job, { step: 'dead-tests', key, value: key === 'crossed-le' ? 1.9 : 200, at: at(90) }), start); // prettier-ignore
    const result = tick(wrong, 'dead-tests', steps, alterationLedger(wrong), at(95));
    expect(!result.ok && result.reasons.join()).toMatch(/1.9 Ω.*loose terminal/);
  });
});

it('a job of one book is never judged by the other', () => {
  const job = spur(sampleHouse());
  expect(inUsBook(job)).toBe(false);
  expect(isTicked(job, 'sheets')).toBe(false);
  expect(() => stepsOf(laidIn(bareJob(job), sampleHouse()) as never)).not.toThrow();
});

describe('fault finding on a ring, as a job', () => {
  const house = sampleHouse();
  const read = (readings: [string, number, string?][]): House => ({
    ...house,
    site: { ...house.site, finals: house.site.finals!.map((f) => ({ ...f, tests: { readings: readings.map(([test, value, pointId]) => ({ test: test as 'r1', value, at: at(0), ...(pointId ? { pointId } : {}), ...(value > 1000 ? { over: true } : {}) })) } })) },
  }); // prettier-ignore
  const job = (h: House) => sampleJob(h, 'find fault', {}, 'b');
  it('nothing read: it can’t tell, and asks for the ends first; nothing is placed or laid', () => {
    const list = alterationLedger(job(house));
    expect(list.find((f) => f.rule === 'explains')).toMatchObject({
      verdict: 'can’t tell',
      ask: expect.stringMatching(/end to end first/),
    });
    expect(list.some((f) => ['place', 'way', 'depth', 'height'].includes(f.rule))).toBe(false);
    expect(job(house).changes).toEqual([]);
  });
  it('a line that doesn’t go round: the reading stands with its reason, what explains it is named, and the step says where to begin', () => {
    // 60 m of 2.5/1.5: 0.445, 0.726
    const open = job(read([['r1', 20_000], ['rn', 0.445], ['r2', 0.726]])); // prettier-ignore
    const list = alterationLedger(open);
    expect(list.find((f) => f.rule === 'out-of-line')).toMatchObject({ verdict: 'stop', says: expect.stringMatching(/does not go round/) });
    expect(list.find((f) => f.rule === 'explains')!.says).toMatch(/line open/);
    expect(alterationSteps(open).find((s) => s.id === 'mend')!.says[0]).toMatch(/By what was read: line open/);
  });
  it('mended while it is dead, switched on only once its readings are right again, then closed: the house has them', () => {
    const open = job(read([['r1', 20_000], ['rn', 0.445], ['r2', 0.726]])); // prettier-ignore
    const steps = alterationSteps(open);
    expect(
      gateOf(
        open,
        steps.find((s) => s.id === 'mend')!,
        steps,
        alterationLedger(open),
        at(9),
      ).join(),
    ).toMatch(/not proved dead/);
    expect(
      gateOf(
        open,
        steps.find((s) => s.id === 'energise')!,
        steps,
        alterationLedger(open),
        at(9),
      ).join(),
    ).toMatch(/the ledger has .*stop/);
    const sound = read([['r1', 0.445], ['rn', 0.445], ['r2', 0.726]]); // prettier-ignore
    const done = bareJob(worked(job(sound)));
    const closed = closeJob(done, sound, [done], at(500), false);
    if (!closed.ok) throw new Error(JSON.stringify(closed.hindrances));
    expect(checkHouse(closed.house)).toMatchObject({ ok: true });
    expect(closed.house.site.finals![0]!.tests!.readings.map((r) => r.test)).toContain('residual-1x');
  });
});
