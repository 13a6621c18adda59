/** Gates: nothing that needs a dead circuit is ticked before tester, target, tester. Limits are common practice or from memory. */
import { once } from '../once.testing.js';
import { describe, expect, it } from 'vitest';
import { heldJobs, openJobs, hallBox, quinceStreet, sewingCorner } from '../houses.testing.js';
import { workOf } from '../ledger/index.js';
import { ledgerOf } from '../ledger/meant.testing.js';
import { inches } from '../measure/index.js';
import { applyEdits, bareJob, inHouse, wantOf, type House, type JobInHouse } from '../model/index.js';
import { keptParts, routeDetail, searchRoutes, takeWay } from '../purpose/index.js';
import {
  enterProof,
  enterValue,
  gateOf,
  isolationsOf,
  isTicked,
  judgeAsk,
  judgeProofReading,
  notProved,
  outageMinutes,
  outagesOf,
  proofOf,
  printSpan,
  proofState,
  restingOn,
  restsOn,
  stepsOf,
  summarise,
  tick,
  untick,
  type ProofKey,
  type Target,
} from './index.js';

const at = (minute: number): string => new Date(Date.UTC(2026, 10, 24, 9, minute)).toISOString();

/** Sewing corner with its stops cured and every ground looked at. */
const cured = once((): JobInHouse => {
  let job: JobInHouse = {
    ...sewingCorner,
    found: { ...sewingCorner.found, cables: sewingCorner.found.cables.map((c) => ({ ...c, ground: 'bare' as const })) },
  };
  for (const rule of ['circuit-load', 'box-fill', 'arc-fault']) {
    const finding = ledgerOf(job).find((f) => f.rule === rule && f.verdict === 'stop')!;
    job = applyEdits(job, finding.remedies[0]!.edits);
  }
  return job;
});

const doStep = (job: JobInHouse, id: string, minute: number): { job: JobInHouse; reasons: string[] } => {
  const result = tick(job, id, stepsOf(job), ledgerOf(job), at(minute));
  return result.ok ? { job: result.job, reasons: [] } : { job, reasons: result.reasons };
};
const must = (job: JobInHouse, id: string, minute: number): JobInHouse => {
  const { job: next, reasons } = doStep(job, id, minute);
  if (reasons.length) throw new Error(`${id}: ${reasons.join('; ')}`);
  return next;
};
const value = (job: JobInHouse, step: string, key: string, v: number, minute: number): JobInHouse =>
  enterValue(job, { step, key, value: v, at: at(minute) });
/** What one step of the job proves dead. */
const target = (job: JobInHouse, step = 'prove-dead'): Target => stepsOf(job).find((s) => s.id === step)!.proves[0]!;
const prove = (job: JobInHouse, volts: Partial<Record<ProofKey, number>>, from: number, step = 'prove-dead'): JobInHouse =>
  (Object.entries(volts) as [ProofKey, number][]).reduce(
    (j, [key, v], i) => enterProof(j, target(job, step), key, { at: at(from + i), volts: v, where: 'there' }),
    job,
  );
const state = (job: JobInHouse, now?: string) => proofState(job, target(job), now);

/** Everything up to and with the breaker off. */
const upToOff = once((): JobInHouse => {
  let job = must(cured(), 'prepare', 0);
  job = must(value(job, 'mark-out', 'bottom', inches(13.25), 1), 'mark-out', 1);
  job = must(job, 'cut-opening', 2);
  job = must(value(job, 'set-new-box', 'free-target', inches(7), 3), 'set-new-box', 3);
  job = must(job, 'wire-new', 4);
  return must(job, 'breaker-off', 5);
});
const DEAD = { testerBefore: 121, hotNeutral: 0.1, hotGround: 0, neutralGround: 0, testerAfter: 120.5 };

describe('the proof of dead', () => {
  it('without it the old box stays closed', () => {
    expect(doStep(upToOff(), 'prove-dead', 6).reasons.join()).toMatch(/not proved dead: tester on a live source/);
    expect(doStep(upToOff(), 'open-source', 6).reasons.length).toBeGreaterThan(0);
  });
  it('tester, target on every pair, tester again: then it opens', () => {
    const proved = prove(upToOff(), DEAD, 6);
    expect(state(proved, at(12))).toMatchObject({ proved: true, reasons: [] });
    expect(isTicked(must(proved, 'prove-dead', 12), 'prove-dead')).toBe(true);
  });
  it.each([
    ['tester was never seen to work', { ...DEAD, testerBefore: 0 }],
    ['hot to neutral is live', { ...DEAD, hotNeutral: 119 }],
    ['hot to ground is live', { ...DEAD, hotGround: 118 }],
    ['stray 24 V is not dead', { ...DEAD, neutralGround: 24 }],
    ['tester died on the way', { ...DEAD, testerAfter: 0 }],
    ['not tested again', { testerBefore: 121, hotNeutral: 0, hotGround: 0, neutralGround: 0 }],
  ])('not proved when the %s', (_why, readings) => {
    const job = prove(upToOff(), readings, 6);
    expect(state(job).proved).toBe(false);
    expect(doStep(job, 'prove-dead', 12).reasons).not.toEqual([]);
  });
  it('voltage on the target is LIVE, stray voltage can’t be told, nothing is dead', () => {
    const judge = (volts: number) => judgeProofReading('hotNeutral', { at: at(0), volts, where: 'x' }).verdict;
    expect([0, 1, 1.1, 50, 51, 120].map(judge)).toEqual(['ok', 'ok', 'can’t tell', 'can’t tell', 'stop', 'stop']);
  });
  it('a reading from before the breaker was off proves nothing', () => {
    const early = prove(cured(), DEAD, -30);
    const job = { ...upToOff(), work: { ...upToOff().work, proofs: early.work.proofs } };
    expect(state(job).reasons.join()).toMatch(/before the breaker was off/);
  });
  it('entering a reading again takes back those behind it', () => {
    const again = enterProof(prove(upToOff(), DEAD, 6), target(upToOff()), 'hotNeutral', { at: at(20), volts: 0, where: 'there' });
    expect(proofOf(again, target(again)).testerAfter).toBeUndefined();
    expect(state(again).next).toBe('hotGround');
  });
  it('after four hours away it is proved again', () => {
    const proved = prove(upToOff(), DEAD, 6);
    expect(state(proved, at(6 + 4 * 60)).proved).toBe(true);
    expect(state(proved, at(15 + 4 * 60)).reasons.join()).toMatch(/four hours/);
  });
  it('taking back the breaker voids the proof and all that rests on it', () => {
    const proved = must(prove(upToOff(), DEAD, 6), 'prove-dead', 12);
    const back = untick(proved, 'breaker-off', stepsOf(proved));
    expect(back.work.proofs).toEqual([]);
    expect(isTicked(back, 'prove-dead')).toBe(false);
    expect(isTicked(back, 'wire-new')).toBe(true);
  });
});

describe('values and order', () => {
  it('a whole job can be ticked through, with values judged on the way', () => {
    let job = must(prove(upToOff(), DEAD, 6), 'prove-dead', 12);
    job = must(value(job, 'open-source', 'free-source-old', inches(7), 13), 'open-source', 13);
    job = must(job, 'replace-source', 14);
    const short = value(job, 'fish', 'out-source', inches(10), 15);
    expect(doStep(short, 'fish', 15).reasons.join()).toMatch(/10", at least 12"/);
    job = must(value(job, 'fish', 'out-source', inches(14), 15), 'fish', 15);
    expect(doStep(value(job, 'wire-source', 'free-source', inches(5.5), 16), 'wire-source', 16).reasons.join()).toMatch(/Too short/);
    job = must(value(job, 'wire-source', 'free-source', inches(7), 16), 'wire-source', 16);
    // the main is off only for the breaker, once the boxes are closed
    job = must(must(job, 'close-boxes', 17), 'breaker-off-2', 17);
    expect(doStep(job, 'swap-breaker', 17).reasons.join()).toMatch(/first: Prove it dead,not proved dead/);
    job = must(must(prove(job, DEAD, 18, 'prove-dead-2'), 'prove-dead-2', 24), 'swap-breaker', 25);
    expect(doStep(job, 'energise', 26).reasons.join()).toMatch(/first: Main on/);
    job = must(must(job, 'energise-2', 26), 'energise', 27);
    for (const [key, v] of [['hn', 121], ['hg', 121], ['ng', 0.4]] as const) job = value(job, 'test', key, v, 28); // prettier-ignore
    job = must(must(job, 'test', 28), 'record', 29);
    expect(summarise(job)).toMatchObject({ stage: 'record', stepsDone: stepsOf(job).length });
    for (const id of ['energise', 'energise-2']) expect(untick(job, id, stepsOf(job)).work.proofs, id).toEqual([]);
  });
  it('nothing is cut or connected while the ledger has a stop', () => {
    const job = value(must(sewingCorner, 'prepare', 0), 'mark-out', 'bottom', inches(13.25), 1);
    expect(doStep(must(job, 'mark-out', 1), 'cut-opening', 2).reasons.join()).toMatch(/ledger has 3 stops/);
  });
  it('nothing is connected while it isn’t known whether there is a ground', () => {
    const unlooked: JobInHouse = { ...cured(), found: sewingCorner.found };
    const steps = stepsOf(unlooked);
    const wire = steps.find((s) => s.id === 'wire-source')!;
    expect(gateOf(unlooked, wire, steps, ledgerOf(unlooked)).join()).toMatch(
      /not known yet: Ground in the cable to parlour. Look for a bare or green wire/,
    );
    expect(
      gateOf(
        unlooked,
        steps.find((s) => s.id === 'fish')!,
        steps,
        ledgerOf(unlooked),
      ).join(),
    ).not.toMatch(/Ground/);
  });
  it('what decides whether there is a job at all is asked before the first cut, not at the connecting', () => {
    // nobody named what hangs on the circuit
    const found = { ...cured().found, circuits: cured().found.circuits.map(({ loadsComplete: _, ...c }) => c) };
    const open: JobInHouse = { ...cured(), found };
    const steps = stepsOf(open);
    const first = steps.find((s) => s.alters)!;
    expect(ledgerOf(open).some((f) => f.rule === 'circuit-load' && f.verdict === 'can’t tell')).toBe(true);
    expect(gateOf(open, first, steps, ledgerOf(open)).join()).toMatch(/not known yet: Everything on circuit/);
    expect(gateOf(cured(), first, steps, ledgerOf(cured())).join()).not.toMatch(/not known yet/);
    // marking out alters nothing
    expect(
      gateOf(
        open,
        steps.find((s) => s.id === 'mark-out')!,
        steps,
        ledgerOf(open),
      ).join(),
    ).not.toMatch(/not known yet/);
  });
  it('a step waits for what it rests on', () => expect(doStep(cured(), 'breaker-off', 0).reasons.join()).toMatch(/first: /));
  it('119 V is ordinary, 110 is not, and nothing measured can’t be told', () => {
    const ask = stepsOf(cured()).find((s) => s.id === 'test')!.asks[0]!;
    const judged = (v: number) => judgeAsk(ask, { step: 'test', key: 'hn', value: v, at: at(0) }, 'in').verdict;
    expect([119, 110, 131].map(judged)).toEqual(['ok', 'stop', 'stop']);
    expect(judgeAsk(ask, undefined, 'in').verdict).toBe('can’t tell');
  });
});

describe('schools change the order', () => {
  const order = (job: JobInHouse) => stepsOf(job).map((s) => s.id);
  const early = once((): JobInHouse => ({ ...cured(), schools: { ...cured().schools, outage: 'off at the start' } }));
  it('new side first: opening, box and device before the breaker', () =>
    expect(order(cured()).indexOf('wire-new')).toBeLessThan(order(cured()).indexOf('breaker-off')));
  it('off at the start: the breaker before the first cut, and a longer outage', () => {
    expect(order(early()).indexOf('breaker-off')).toBeLessThan(order(early()).indexOf('cut-opening'));
    expect(outageMinutes(stepsOf(early()))).toBeGreaterThan(outageMinutes(stepsOf(cured())));
  });
  it('a bay nobody looked into: the cut waits for the proof of dead, whatever the school', () => {
    const blind: JobInHouse = {
      ...cured(),
      found: { ...cured().found, walls: cured().found.walls.map((w) => ({ ...w, bayLooked: undefined })) },
    };
    expect(order(blind).indexOf('prove-dead')).toBeLessThan(order(blind).indexOf('cut-opening'));
    expect(stepsOf(blind).find((s) => s.id === 'cut-opening')!.dead.length > 0).toBe(true);
  });
  it('every step behind the proof up to the breaker on needs it', () => {
    for (const job of [cured(), early()]) {
      const steps = stepsOf(job);
      const [from, to] = [steps.findIndex((s) => s.id === 'prove-dead'), steps.findIndex((s) => s.id === 'energise')];
      for (const s of steps.slice(from, to))
        if (!/^(mark-out|breaker-off-2|energise-2)$/.test(s.id)) expect(s.dead.length > 0, s.id).toBe(true);
      expect(gateOf(job, steps[to]!, steps, ledgerOf(job)).length).toBeGreaterThan(0);
    }
  });
});

/** Wanted jobs of the sample by their favourite ways. */
const taken = once(
  () =>
    new Map(
      openJobs.map((open): [string, JobInHouse] => {
        const want = wantOf(open)!;
        const [option] = searchRoutes(quinceStreet, want).found.options;
        return [
          open.id,
          takeWay(open, keptParts(quinceStreet.site, want, option!, routeDetail(quinceStreet, want, option!))).job as JobInHouse,
        ];
      }),
    ),
);

describe('the graph of steps', () => {
  const order = (job: JobInHouse) => stepsOf(job).map((s) => s.id);
  it('every step comes after those it rests on, and the last rests on all', () => {
    for (const job of [cured(), sewingCorner, ...heldJobs.map((j) => inHouse(j, quinceStreet, heldJobs))]) {
      const steps = stepsOf(job);
      steps.forEach((s, i) => {
        for (const a of s.after) expect(order(job).indexOf(a), `${job.id}: ${s.id} after ${a}`).toBeLessThan(i);
      });
      if (steps.length) expect(restsOn('record', steps).size, job.id).toBe(steps.length);
    }
  });
  it('nothing that needs something dead can come before its proof or after its breaker is on, whatever order of the graph is taken', () => {
    const blind = (job: JobInHouse): JobInHouse => ({
      ...job,
      found: { ...job.found, walls: job.found.walls.map((w) => ({ ...w, bayLooked: undefined, looks: undefined })) },
    });
    const early = (job: JobInHouse): JobInHouse => ({ ...job, schools: { ...job.schools, outage: 'off at the start' } });
    const plans = [cured(), ...heldJobs.map((j) => inHouse(j, quinceStreet, heldJobs)), ...taken().values()];
    let held = 0;
    for (const job of [...plans, ...plans.map(blind), ...plans.map(early), ...plans.map((j) => early(blind(j)))]) {
      const steps = stepsOf(job);
      for (const s of steps.filter((x) => x.dead.length && !x.proves.length))
        for (const t of s.dead) {
          held++;
          expect(restsOn(s.id, steps).has(t.prove), `${job.id}: ${s.id}`).toBe(true);
          expect(restingOn(s.id, steps).has(t.on), `${job.id}: ${s.id}`).toBe(true);
        }
      const ids = steps.map((s) => s.id);
      expect(new Set(ids).size, job.id).toBe(ids.length);
      if (steps.length) expect(restsOn('record', steps).size, job.id).toBe(steps.length);
      const done = new Set(steps.flatMap((s) => s.changeIds));
      expect(
        job.changes.filter((c) => !done.has(c.id)).map((c) => c.title),
        job.id,
      ).toEqual([]);
    }
    expect(held).toBeGreaterThan(200);
  });
  it('a step that needs it dead is shut once the breaker is on again', () => {
    const job = must(prove(upToOff(), DEAD, 6), 'prove-dead', 12);
    const on: JobInHouse = { ...job, work: { ...job.work, ticks: [...job.work.ticks, { step: 'energise', at: at(13) }] } };
    expect(doStep(value(on, 'open-source', 'free-source-old', inches(7), 14), 'open-source', 14).reasons.join()).toMatch(
      /circuit 4 is on again/,
    );
  });
  it('two boxes of two circuits: each circuit off for its own box, on again before the next, each with its own proof', () => {
    const [a, b] = ['hall-box', 'studio-box'].map((id) => quinceStreet.site.boxes.find((x) => x.id === id)!);
    const job = inHouse(
      {
        ...bareJob(hallBox),
        changes: [a!, b!].map((box, i) => ({
          id: `swap-${i}`,
          title: `New box for ${box.name}`,
          do: 'replace-box' as const,
          boxId: box.id,
          box,
        })),
      },
      quinceStreet,
    );
    expect(a!.circuitId).not.toBe(b!.circuitId);
    const ids = order(job).filter((x) => /^(breaker-off|prove-dead|open-source|close-boxes|energise|test)/.test(x));
    const block = (n: string) => [`breaker-off${n}`, `prove-dead${n}`, `open-source${n}`, `close-boxes${n}`, `energise${n}`];
    expect(ids).toEqual([...block(''), ...block('-2'), 'test']);
    expect(outagesOf(stepsOf(job)).map((o) => o.words)).toEqual(['circuit 4', 'circuit 5']);
    // neither waits for the other
    expect(restsOn('open-source-2', stepsOf(job)).has('energise')).toBe(false);
    const one = prove(job, DEAD, 6);
    expect([...stepsOf(one).find((s) => s.id === 'open-source-2')!.dead].map((t) => proofState(one, t).reasons[0])).toEqual([
      'the breaker has not been ticked off',
    ]);
  });
  it('boxes of two circuits, and a third in which both meet: all of it off together, each with its own proof', () => {
    const boxes = ['hall-box', 'studio-box', 'alcove-box'].map((id) => quinceStreet.site.boxes.find((x) => x.id === id)!);
    const house: House = {
      ...quinceStreet,
      site: { ...quinceStreet.site, cables: quinceStreet.site.cables.map((c) => (c.id === 'alcove-on' ? { ...c, circuitId: 'c4' } : c)) },
    };
    const job = inHouse(
      { ...bareJob(hallBox), changes: boxes.map((box, i) => ({ id: `swap-${i}`, title: `New ${box.name}`, do: 'replace-box' as const, boxId: box.id, box })) },
      house,
    ); // prettier-ignore
    expect(isolationsOf(workOf(job)).map((i) => i.targets.map((t) => t.words))).toEqual([['circuit 4', 'circuit 5']]);
    expect(outagesOf(stepsOf(job)).map((o) => o.words)).toEqual(['circuit 4 and circuit 5']);
    // one proof from when a job had a single one says nothing of two circuits
    const [steps, old] = [stepsOf(job), { ...prove(upToOff(), DEAD, 6).work.proofs[0]!, of: undefined }];
    const ticked: JobInHouse = { ...job, work: { ...job.work, ticks: [{ step: 'breaker-off', at: at(5) }], proofs: [old] } };
    expect(notProved(ticked, steps.find((s) => s.id === 'open-source')!.dead)).toHaveLength(2);
  });
  it('a proof from when a job had a single one counts where only one circuit is off, and goes with its breaker', () => {
    const one = { ...hallBox, changes: hallBox.changes };
    const [steps, old] = [stepsOf(one), { ...prove(upToOff(), DEAD, 6).work.proofs[0]!, of: undefined }];
    const ticked: JobInHouse = { ...one, work: { ...one.work, ticks: [{ step: 'breaker-off', at: at(5) }], proofs: [old] } };
    expect(notProved(ticked, steps.find((s) => s.id === 'open-source')!.dead)).toEqual([]);
    expect(untick(ticked, 'breaker-off', steps).work.proofs).toEqual([]);
  });
  it('the proof taken back alone is void too', () => {
    const job = must(prove(upToOff(), DEAD, 6), 'prove-dead', 12);
    expect(untick(job, 'prove-dead', stepsOf(job)).work.proofs).toEqual([]);
    expect(isTicked(untick(job, 'prove-dead', stepsOf(job)), 'breaker-off')).toBe(true);
  });
  it('minutes are the handbook’s: opening a box 5 to 10, one cable 8 to 15, three coats of one patch 30 to 45 and their sanding', () => {
    const at = (id: string) => stepsOf(cured()).find((s) => s.id === id)!;
    expect(at('open-source').minutes).toEqual({ middle: 5, bad: 10 });
    expect(at('wire-source').minutes).toEqual({ middle: 8 * 3, bad: 15 * 3 });
    expect(printSpan(at('swap-breaker').minutes)).toBe('30 to 60 min');
  });
  it('a new breaker and another that is exchanged: one outage of the panel, both in it', () => {
    const kiln = taken().get('kiln-corner')!;
    const alter = (circuitId: string): JobInHouse => ({
      ...kiln,
      changes: [
        ...kiln.changes,
        { id: 'protect', title: 'Arc-fault breaker', do: 'alter-circuit', circuitId, with: { arcFault: 'breaker' } },
      ],
    });
    const other = stepsOf(alter('c5'));
    const ids = other.map((s) => s.id).filter((x) => /breaker|panel|energise/.test(x));
    expect(ids).toEqual(['breaker-off', 'panel-connect', 'swap-breaker', 'energise']);
    expect(other.find((s) => s.id === 'swap-breaker')!.changeIds).toEqual(['protect']);
    // its own circuit is protected by the breaker that is set anyway
    const own = stepsOf(alter(kiln.changes.find((c) => c.do === 'add-breaker')!.circuit.id));
    expect(own.some((s) => s.id === 'swap-breaker')).toBe(false);
    expect(own.find((s) => s.id === 'panel-connect')!.changeIds).toContain('protect');
  });
});
