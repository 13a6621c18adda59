/**
 * The gates, on five steps written by hand: switch off, prove dead, cut, connect, switch on. Each limit just inside and just outside. A source of
 * 100 to 140 V proves a tester, dead is at most 1 V, a proof lasts four hours: common practice; a proving unit from 207 V on: GS 38, from memory.
 */
import { describe, expect, it } from 'vitest';
import type { Finding } from '../codebook/index.js';
import {
  DOCUMENT_VERSION,
  DEFAULT_SCHOOLS,
  emptySite,
  inHouse,
  type DeadProof,
  type House,
  type Job,
  type JobInHouse,
  type StepValue,
} from '../model/index.js';
import {
  askRange, builtChangeIds, DEAD_MOST_V, enterProof, enterValue, foundLive, gateOf, isTicked, judgeAsk, judgeProofReading, LIVE_V, noteTold, noteTook, notProved,
  printAsked, PROOF_LASTS_MS, PROOF_ORDER, proofLabel, proofOf, proofState, provedBy, STRAY_MOST_V, tick, untick, valueOf, type ProofKey, type Step, type StepAsk, type Target,
} from './index.js'; // prettier-ignore

/** So many minutes after nine. */
const at = (minutes: number): string => new Date(Date.UTC(2026, 4, 4, 9, minutes)).toISOString();
const house: House = {
  format: 'saddle-house',
  version: DOCUMENT_VERSION,
  id: 'h',
  name: 'H',
  edition: 'US-2020',
  unit: 'in',
  site: emptySite(),
};
const bare: Job = { format: 'saddle-job', version: DOCUMENT_VERSION, id: 'j', houseId: 'h', name: 'J', purpose: 'outlet', changes: [], schools: DEFAULT_SCHOOLS, work: { ticks: [], notes: [], values: [], proofs: [] } }; // prettier-ignore
const laid = (work: Partial<Job['work']> = {}): JobInHouse => inHouse({ ...bare, work: { ...bare.work, ...work } }, house);

const target = (key: string, sole: boolean): Target => ({
  key,
  words: `circuit ${key}`,
  off: `off-${key}`,
  prove: `prove-${key}`,
  on: `on-${key}`,
  sole,
});
const four = target('4', true);
const plain = (id: string, after: string[], more: Partial<Step> = {}): Step => ({
  ...{ id, title: `Do ${id}`, says: [], place: undefined, time: [], minutes: { least: 1, middle: 1, most: 1 } as unknown as Step['minutes'], hands: 1, wait: undefined },
  ...{ dead: [], proves: [], alters: false, connects: false, after, asks: [], cautions: [], changeIds: [] },
  ...more,
}); // prettier-ignore
const volts: StepAsk = {
  key: 'hn',
  label: 'hot to neutral',
  what: 'hot to neutral',
  unit: 'V',
  least: 114,
  most: 126,
  otherwise: 'Stop.',
  source: 'practice',
};
const free: StepAsk = {
  key: 'free',
  label: 'free ends',
  what: 'free ends',
  unit: 'length',
  least: 152.4,
  otherwise: 'Cut anew.',
  source: 'practice',
};
const steps: Step[] = [
  plain('off-4', []),
  plain('prove-4', ['off-4'], { proves: [four], dead: [four] }),
  plain('cut', ['prove-4'], { alters: true, dead: [four], changeIds: ['c1'] }),
  plain('connect', ['cut'], { connects: true, dead: [four], asks: [free] }),
  plain('on-4', ['connect']),
  plain('test', ['on-4'], { asks: [volts] }),
  plain('apart', []),
];
const step = (id: string): Step => steps.find((s) => s.id === id)!;
const reading = (v: number, minute: number) => ({ at: at(minute), volts: v, where: 'x' });
/** Switched off at nine; the five readings one minute apart from the second on. */
const good: DeadProof = { of: '4', testerBefore: reading(120, 2), hotNeutral: reading(0, 3), hotGround: reading(0.3, 4), neutralGround: reading(0, 5), testerAfter: reading(120, 6) }; // prettier-ignore
const off = { step: 'off-4', at: at(0) };
const dead = (proof: Partial<DeadProof> = {}, work: Partial<Job['work']> = {}): JobInHouse =>
  laid({ ticks: [off], proofs: [{ ...good, ...proof }], ...work });
const finding = (verdict: Finding['verdict'], rule: string, ask?: string): Finding => ({ rule, title: `Of ${rule}`, verdict, code: 'x.y', figures: {}, says: 'x', ...(ask ? { ask } : {}), sums: [], source: { basis: 'practice' }, about: [], stage: 'box', remedies: [] }) as unknown as Finding; // prettier-ignore

describe('one reading of a proof', () => {
  it.each([
    ['testerBefore', LIVE_V.least, 'ok'],
    ['testerBefore', LIVE_V.least - 0.1, 'stop'],
    ['testerAfter', LIVE_V.most, 'ok'],
    ['testerAfter', LIVE_V.most + 0.1, 'stop'],
    ['hotNeutral', DEAD_MOST_V, 'ok'],
    ['hotGround', DEAD_MOST_V + 0.01, 'can’t tell'],
    ['neutralGround', STRAY_MOST_V, 'can’t tell'],
    ['hotNeutral', STRAY_MOST_V + 0.1, 'stop'],
  ] as [ProofKey, number, string][])('%s at %s V: %s', (key, v, verdict) =>
    expect(judgeProofReading(key, reading(v, 0)).verdict).toBe(verdict),
  );
  it('by the UK way a proving unit from 207 V to 1000 V; 120 V proves nothing there', () => {
    const judged = (v: number, key: ProofKey = 'testerBefore') => judgeProofReading(key, reading(v, 0), { uk: true }).verdict;
    expect([206.9, 207, 1000, 120].map((v) => judged(v))).toEqual(['stop', 'ok', 'ok', 'stop']);
    expect([judged(0.5, 'hotNeutral'), judged(230, 'hotNeutral')]).toEqual(['ok', 'stop']);
    expect([proofLabel('hotGround', { uk: true }), proofLabel('hotGround', {})]).toEqual([
      'Point of work, line to earth',
      'Target, hot to ground',
    ]);
  });
  it('not read is not known', () => expect(judgeProofReading('hotNeutral', undefined).verdict).toBe('can’t tell'));
});

describe('a proof of dead', () => {
  const why = (proof: Partial<DeadProof>, now?: string, work: Partial<Job['work']> = {}) =>
    proofState(dead(proof, work), four, now).reasons;
  it('stands when all five are good, in order, after the breaker was off', () => {
    expect(proofState(dead(), four)).toEqual({ proved: true, next: undefined, reasons: [] });
    expect(proofState(dead(), four, at(7)).proved).toBe(true);
  });
  it('says which reading is next, and what is wrong with it', () => {
    for (const [i, key] of PROOF_ORDER.entries()) {
      const only = Object.fromEntries(PROOF_ORDER.slice(0, i).map((k) => [k, good[k]]));
      expect(proofState(laid({ ticks: [off], proofs: [{ of: '4', ...only }] }), four).next).toBe(key);
    }
    expect(why({ hotGround: reading(118, 4) })[0]).toMatch(/^target, hot to ground: /);
  });
  it('says what is switched off for it: its breaker, or the main where a panel is worked in', () => {
    expect(proofState(laid(), { ...four, by: 'the main switch' }).reasons[0]).toBe('the main switch has not been ticked off');
    const early = { ticks: [{ step: 'off-4', at: at(4) }] };
    expect([proofState(dead({}, early), { ...four, by: 'the main breaker' }).reasons, why({}, undefined, early)]).toEqual([['the target was read before the main breaker was off: read it again'], ['the target was read before the breaker was off: read it again']]); // prettier-ignore
  });
  it('falls with its breaker not ticked off, or off only after the target was read; the same minute will do', () => {
    expect(why({}, undefined, { ticks: [] })).toEqual(['the breaker has not been ticked off']);
    expect(why({}, undefined, { ticks: [{ step: 'off-4', at: at(4) }] })).toEqual([
      'the target was read before the breaker was off: read it again',
    ]);
    expect(why({}, undefined, { ticks: [{ step: 'off-4', at: at(3) }] })).toEqual([]);
  });
  it('falls when taken out of order: each reading at the time of the one before it, or later', () => {
    for (const [i, key] of PROOF_ORDER.entries()) {
      if (i === 0) continue;
      const before = good[PROOF_ORDER[i - 1]!]!;
      expect(why({ [key]: { ...good[key]!, at: before.at } })).toEqual([]);
      expect(why({ [key]: { ...good[key]!, at: at(1) } }).join()).toMatch(/not taken in order/);
    }
  });
  it('lasts four hours and no minute longer, and never into another day', () => {
    const last = Date.parse(good.testerAfter!.at);
    expect(why({}, new Date(last + PROOF_LASTS_MS).toISOString())).toEqual([]);
    expect(why({}, new Date(last + PROOF_LASTS_MS + 1).toISOString())).toEqual([
      'over four hours since it was proved dead: prove it again',
    ]);
    // two hours over midnight, by the clock of the place
    const late = new Date(2026, 4, 4, 23, 0);
    const night = (minutes: number) => ({ volts: 0, where: 'x', at: new Date(late.getTime() + minutes * 60_000).toISOString() });
    const proof: DeadProof = { of: '4', testerBefore: { ...night(0), volts: 120 }, hotNeutral: night(1), hotGround: night(2), neutralGround: night(3), testerAfter: { ...night(4), volts: 120 } }; // prettier-ignore
    const job = laid({ ticks: [{ step: 'off-4', at: late.toISOString() }], proofs: [proof] });
    expect(proofState(job, four, new Date(2026, 4, 4, 23, 50).toISOString()).proved).toBe(true);
    expect(proofState(job, four, new Date(2026, 4, 5, 0, 30).toISOString()).reasons).toEqual([
      'it was proved dead on another day: prove it again',
    ]);
  });
  it('is of one target; one that names none counts only where nothing else is switched off', () => {
    const { of: _, ...old } = good;
    const job = laid({ ticks: [off], proofs: [old] });
    expect([proofState(job, four).proved, proofState(job, { ...four, sole: false }).proved]).toEqual([true, false]);
    expect(proofOf(laid({ proofs: [{ ...good, of: '7' }] }), four)).toEqual({});
    // its own comes before the one without a name
    expect(proofOf(laid({ proofs: [old, good] }), four)).toEqual(good);
  });
  it('what needs two dead says which of them is not', () => {
    const five = target('5', false);
    expect(notProved(dead(), [four])).toEqual([]);
    expect(notProved(laid(), [four])[0]).toBe('not proved dead: the breaker has not been ticked off');
    expect(notProved(dead(), [{ ...four, sole: false }, five])).toEqual(['circuit 5 not proved dead: the breaker has not been ticked off']);
  });
});

describe('what a step asks', () => {
  const value = (v: number, more: Partial<StepValue> = {}): StepValue => ({ step: 'connect', key: 'free', value: v, at: at(8), ...more });
  it('reads its range as people say it', () => {
    const range = (least?: number, most?: number, unit: StepAsk['unit'] = 'V') => askRange({ ...volts, unit, ...(least === undefined ? {} : { least }), ...(most === undefined ? {} : { most }) }, 'in'); // prettier-ignore
    const bareAsk = (part: Partial<StepAsk>) =>
      askRange({ key: 'k', label: 'l', what: 'w', unit: 'Ω', otherwise: '', source: '', ...part }, 'in');
    expect([range(), bareAsk({ most: 1 }), bareAsk({ least: 0, most: 1 }), bareAsk({ least: 2 }), bareAsk({ least: 0 }), bareAsk({})]).toEqual(['114 V to 126 V', 'at most 1 Ω', 'at most 1 Ω', 'at least 2 Ω', '', '']); // prettier-ignore
    expect([printAsked({ unit: 'Ω' }, 0.6149, 'in'), printAsked({ unit: 'V' }, 119.5, 'in'), printAsked({ unit: 'length' }, 152.4, 'in'), printAsked({ unit: 'length' }, 12, 'mm')]).toEqual(['0.61 Ω', '119.5 V', '6"', '12 mm']); // prettier-ignore
  });
  it('a length is read to 0.8 mm, volts as they are', () => {
    const length = (v: number) => judgeAsk(free, value(v), 'in').verdict;
    expect([length(152.4 - 0.8), length(152.4 - 0.81), length(9000)]).toEqual(['ok', 'stop', 'ok']);
    const read = (v: number) => judgeAsk(volts, value(v, { key: 'hn' }), 'in').verdict;
    expect([read(114), read(113.99), read(126), read(126.01)]).toEqual(['ok', 'stop', 'ok', 'stop']);
    const most = judgeAsk({ ...free, most: 200 }, value(200.8), 'in').verdict;
    expect([most, judgeAsk({ ...free, most: 200 }, value(200.81), 'in').verdict]).toEqual(['ok', 'stop']);
  });
  it('says what was read, in the unit it is asked in', () => {
    expect(judgeAsk(volts, value(119.512, { key: 'hn' }), 'in').says).toMatch(/119\.512 V/);
    expect(judgeAsk(free, value(100), 'in').says).toMatch(/3 15\/16"|4"/);
    expect(judgeAsk(free, value(100), 'mm').says).toMatch(/100 mm/);
  });
  it('nothing measured and a guess can’t tell; a guess that is outside stops', () => {
    expect(judgeAsk(free, undefined, 'in').verdict).toBe('can’t tell');
    expect(judgeAsk(free, value(200, { estimated: true }), 'in').verdict).toBe('can’t tell');
    expect(judgeAsk(free, value(100, { estimated: true }), 'in').verdict).toBe('stop');
    expect(judgeAsk({ ...free, most: 300 }, value(400, { estimated: true }), 'in').verdict).toBe('stop');
  });
});

describe('the gate of a step', () => {
  const gate = (id: string, job: JobInHouse, findings: Finding[] = [], now = at(7)) => gateOf(job, step(id), steps, findings, now);
  const upTo = (...ids: string[]) => ids.map((id, i) => ({ step: id, at: at(i ? 6 : 0) }));
  it('what comes before comes first, by its title', () => {
    expect(gate('prove-4', laid())[0]).toBe('first: Do off-4');
    expect(gate('cut', dead())).toEqual(['first: Do prove-4']);
    expect(gate('cut', dead({}, { ticks: upTo('off-4', 'prove-4') }))).toEqual([]);
    expect(gateOf(laid(), plain('x', ['gone']), steps, [])).toEqual(['first: gone']);
  });
  it('needs what it needs dead proved, and not on again', () => {
    expect(gate('cut', dead({ testerAfter: reading(90, 6) }, { ticks: upTo('off-4', 'prove-4') }))[0]).toMatch(/^not proved dead: /);
    expect(gate('cut', dead({}, { ticks: [...upTo('off-4', 'prove-4'), { step: 'on-4', at: at(6) }] }))).toEqual([
      'circuit 4 is on again: take that back, switch off and prove it dead anew',
    ]);
    expect(gate('cut', dead({}, { ticks: upTo('off-4', 'prove-4') }), [], at(500))[0]).toMatch(/four hours|another day/);
  });
  it('a stop holds back what cuts, and nothing else; one or several are counted', () => {
    const ready = dead({}, { ticks: upTo('off-4', 'prove-4') });
    expect(gate('cut', ready, [finding('caution', 'screw-length')])).toEqual([]);
    expect(gate('cut', ready, [finding('stop', 'box-fill')])).toEqual(['the ledger has a stop: Of box-fill']);
    expect(gate('cut', ready, [finding('stop', 'box-fill'), finding('stop', 'screw-length')])).toEqual([
      'the ledger has 2 stops: Of box-fill',
    ]);
    expect(gate('apart', ready, [finding('stop', 'box-fill')])).toEqual([]);
  });
  it('what can’t be told holds back what it decides: of the job the first cut, of connecting what is connected', () => {
    const ready = dead({}, { ticks: upTo('off-4', 'prove-4') });
    // `circuit` decides the job, `switch-box` connecting, `dust` neither
    const untold = [
      finding('can’t tell', 'circuit', 'Find its breaker.'),
      finding('can’t tell', 'switch-box'),
      finding('can’t tell', 'dust'),
    ];
    expect(gate('cut', ready, untold)).toEqual(['not known yet: Of circuit. Find its breaker.']);
    const cut = dead({}, { ticks: upTo('off-4', 'prove-4', 'cut'), values: [{ step: 'connect', key: 'free', value: 180, at: at(6) }] });
    expect(gate('connect', cut, untold)).toEqual(['not known yet: Of circuit. Find its breaker.', 'not known yet: Of switch-box.']);
    expect(gate('connect', cut, [finding('ok', 'circuit')])).toEqual([]);
    expect(gate('apart', ready, untold)).toEqual([]);
  });
  it('a length that was guessed lets the work go on, volts that were guessed do not', () => {
    const cut = (v?: Partial<StepValue>) =>
      dead(
        {},
        { ticks: upTo('off-4', 'prove-4', 'cut'), values: v ? [{ step: 'connect', key: 'free', value: 180, at: at(6), ...v }] : [] },
      );
    expect(gate('connect', cut())[0]).toMatch(/^free ends: /);
    expect(gate('connect', cut({ estimated: true }))).toEqual([]);
    expect(gate('connect', cut({ value: 100, estimated: true }))[0]).toMatch(/^free ends: /);
    expect(gate('connect', cut({ value: 100 }))[0]).toMatch(/^free ends: /);
    // of another step, or another key, it is none
    expect(gate('connect', cut({ step: 'cut' }))[0]).toMatch(/^free ends: /);
    expect(gate('connect', cut({ key: 'other' }))[0]).toMatch(/^free ends: /);
    const on = (v: Partial<StepValue>) => laid({ ticks: upTo('on-4'), values: [{ step: 'test', key: 'hn', value: 120, at: at(6), ...v }] });
    expect([gate('test', on({})), gate('test', on({ estimated: true })).length]).toEqual([[], 1]);
  });
});

describe('ticks', () => {
  const ready = dead({}, { ticks: [off, { step: 'prove-4', at: at(6) }] });
  const put = (job: JobInHouse, id: string, now = at(7)) => tick(job, id, steps, [], now);
  it('are put when the gate is open, once, and not at all when it is closed or the step is unknown', () => {
    const made = put(ready, 'cut');
    expect(made.ok && made.job.work.ticks.at(-1)).toEqual({ step: 'cut', at: at(7) });
    expect(made.ok && tick(made.job, 'cut', steps, [], at(9))).toEqual({ ok: true, job: made.ok && made.job });
    expect(put(laid(), 'cut').ok).toBe(false);
    expect(put(ready, 'gone')).toEqual({ ok: false, reasons: ['there is no step gone'] });
  });
  it('take what stands on the clock: from half a minute on, in whole minutes, a day at most', () => {
    const took = (minutes: number) => {
      const made = put(laid({ timers: [{ step: 'apart', minutes }] }), 'apart');
      if (!made.ok) throw new Error('gate');
      expect(made.job.work.timers).toBeUndefined();
      return made.job.work.ticks[0]!.took;
    };
    expect([0.49, 0.5, 1.4, 1.6, 3000].map(took)).toEqual([undefined, 1, 1, 2, 1440]);
  });
  it('the minutes can be noted afterwards, and taken back, for one step alone', () => {
    const job = laid({ ticks: [{ step: 'a', at: at(0) }, { step: 'b', at: at(1), took: 5 }] });
    expect(noteTook(job, 'a', 12).work.ticks.map((t) => t.took)).toEqual([12, 5]);
    expect(noteTook(job, 'a', 12).work.ticks).toStrictEqual([{ step: 'a', at: at(0), took: 12 }, { step: 'b', at: at(1), took: 5 }]);
    expect(noteTook(job, 'c', 1).work.ticks).toStrictEqual(job.work.ticks);
    expect(noteTook(job, 'b', undefined).work.ticks).toStrictEqual([{ step: 'a', at: at(0) }, { step: 'b', at: at(1) }]);
  }); // prettier-ignore
});

describe('what is taken back', () => {
  const all = dead({}, { ticks: [off, ...['prove-4', 'cut', 'connect', 'on-4', 'test', 'apart'].map((id) => ({ step: id, at: at(6) }))] });
  const left = (id: string) => untick(all, id, steps).work;
  it('goes with all that rests on it; what doesn’t rest on it stays', () => {
    expect(left('apart').ticks.map((t) => t.step)).not.toContain('apart');
    expect(left('test').ticks.map((t) => t.step)).toEqual(['off-4', 'prove-4', 'cut', 'connect', 'on-4', 'apart']);
    expect(left('test').proofs).toEqual([good]);
    expect(left('off-4')).toMatchObject({ ticks: [{ step: 'apart' }], proofs: [] });
    expect(left('prove-4').proofs).toEqual([]);
    // it had been on since: whoever goes on switches off anew
    expect(left('prove-4').ticks.map((t) => t.step)).toEqual(['apart']);
    const proved = dead({}, { ticks: [off, { step: 'prove-4', at: at(6) }, { step: 'apart', at: at(7) }] });
    expect(untick(proved, 'prove-4', steps).work).toMatchObject({ ticks: [{ step: 'off-4' }, { step: 'apart' }], proofs: [] });
  });
  it('a breaker that was on again: it has to be switched off and proved anew', () => {
    expect(left('on-4')).toMatchObject({ ticks: [{ step: 'apart' }], proofs: [] });
    // connecting taken back takes the breaker-on with it
    expect(left('connect')).toMatchObject({ ticks: [{ step: 'apart' }], proofs: [] });
    // it was not on yet: the proof stands
    const before = dead({}, { ticks: [off, { step: 'prove-4', at: at(6) }, { step: 'cut', at: at(7) }] });
    expect(untick(before, 'cut', steps).work).toMatchObject({ ticks: [{ step: 'off-4' }, { step: 'prove-4' }], proofs: [good] });
  });
  it('the proof of another circuit stays; one without a name falls with the only circuit there is', () => {
    const other = { ...good, of: '9' };
    const { of: _, ...old } = good;
    expect(untick(dead({}, { proofs: [good, other] }), 'off-4', steps).work.proofs).toEqual([other]);
    expect(untick(laid({ ticks: [off], proofs: [old] }), 'off-4', steps).work.proofs).toEqual([]);
    const two = steps.map((s) => (s.proves.length ? { ...s, proves: [{ ...four, sole: false }] } : s));
    expect(untick(laid({ ticks: [off], proofs: [old, good] }), 'off-4', two).work.proofs).toEqual([old]);
  });
  it('something found live voids every proof, and closes what was proved', () => {
    const proved = dead({}, { ticks: [off, { step: 'prove-4', at: at(6) }, { step: 'cut', at: at(7) }, { step: 'apart', at: at(7) }] });
    expect(foundLive(proved, steps).work).toMatchObject({ ticks: [{ step: 'off-4' }, { step: 'apart' }], proofs: [] });
    expect(foundLive(all, steps).work).toMatchObject({ ticks: [{ step: 'apart' }], proofs: [] });
    const unproved = dead();
    expect(foundLive(unproved, steps).work).toMatchObject({ ticks: [{ step: 'off-4' }], proofs: [] });
  });
});

describe('what is entered', () => {
  it('a reading clears those behind it, keeps those before it and who took them', () => {
    const job = dead({ by: 'Ada' }, { ticks: [off, { step: 'prove-4', at: at(6) }] });
    const again = enterProof(job, four, 'hotGround', reading(0, 9));
    expect(again.work.proofs).toEqual([
      { of: '4', by: 'Ada', testerBefore: good.testerBefore, hotNeutral: good.hotNeutral, hotGround: reading(0, 9) },
    ]);
    // proved it was; it has to be ticked again
    expect([isTicked(again, 'prove-4'), isTicked(again, 'off-4')]).toEqual([false, true]);
    expect(isTicked(enterProof(job, four, 'testerAfter', reading(121, 9)), 'prove-4')).toBe(true);
    const first = enterProof(laid({ proofs: [{ ...good, of: '9' }] }), four, 'testerBefore', reading(120, 1));
    expect(first.work.proofs).toEqual([
      { ...good, of: '9' },
      { of: '4', testerBefore: reading(120, 1) },
    ]);
    // one from when a job had a single proof goes on under its name
    const { of: _, ...old } = good;
    expect(enterProof(laid({ proofs: [old] }), four, 'testerAfter', reading(120, 9)).work.proofs).toEqual([
      { ...good, testerAfter: reading(120, 9) },
    ]);
  });
  it('who read, who was told: a name puts it, none takes it back', () => {
    const named = provedBy(dead(), four, 'Ada');
    expect(named.work.proofs).toEqual([{ ...good, by: 'Ada' }]);
    expect(provedBy(named, four, undefined).work.proofs).toEqual([good]);
    expect(provedBy(laid({ proofs: [{ ...good, of: '9' }] }), four, 'Bo').work.proofs).toEqual([
      { ...good, of: '9' },
      { of: '4', by: 'Bo' },
    ]);
    const one = { of: '4', what: 'breaker' as const, by: 'Ada', at: at(1) };
    const told = noteTold(laid(), '4', 'breaker', 'Ada', at(1));
    expect(told.work.told).toEqual([one]);
    const both = noteTold(noteTold(told, '4', 'household', 'Bo', at(2)), '5', 'breaker', 'Cy', at(3));
    expect(both.work.told).toHaveLength(3);
    expect(noteTold(both, '4', 'breaker', 'Di', at(4)).work.told!.map((t) => t.by)).toEqual(['Bo', 'Cy', 'Di']);
    expect(noteTold(both, '4', 'breaker', undefined, at(4)).work.told!.map((t) => t.by)).toEqual(['Bo', 'Cy']);
  });
  it('a value takes the place of an earlier one of the same step and key', () => {
    const v = (of: string, key: string, value: number): StepValue => ({ step: of, key, value, at: at(1) });
    const job = enterValue(laid({ values: [v('a', 'k', 1), v('a', 'l', 2), v('b', 'k', 3)] }), v('a', 'k', 4));
    expect(job.work.values.map((x) => x.value)).toEqual([2, 3, 4]);
    expect([valueOf(job, 'a', 'k')!.value, valueOf(job, 'b', 'l')]).toEqual([4, undefined]);
  });
});

describe('what is built', () => {
  it('is what the ticked steps did; wiring by hand when all that it connects there is, or all of the job where nothing is', () => {
    const changes = [
      { id: 'c1', title: 't', do: 'place-device', device: { id: 'd', boxId: 'box' } },
      { id: 'c2', title: 't', do: 'place-device', device: { id: 'e', boxId: 'far' } },
      { id: 'w', title: 't', do: 'wire-box', wiring: { id: 'box' } },
      { id: 'v', title: 't', do: 'wire-box', wiring: { id: 'nothing-there' } },
    ] as unknown as Job['changes'];
    const done = (...ids: string[]) => [...builtChangeIds({ ...bare, changes, work: { ...bare.work, ticks: ids.map((id) => ({ step: id, at: at(0) })) } }, [...steps, plain('far', [], { changeIds: ['c2'] })])]; // prettier-ignore
    expect([done(), done('cut'), done('far'), done('cut', 'far')]).toEqual([[], ['c1', 'w'], ['c2'], ['c1', 'c2', 'w', 'v']]);
    // what is wired in the panel goes by the cable that comes from there
    const home = [
      { id: 'c1', title: 't', do: 'run-cable', way: {}, cable: { id: 'k', ends: [{ label: 'panel' }, { boxId: 'box', label: 'box' }] } },
      { id: 'c2', title: 't', do: 'place-device', device: { id: 'e', boxId: 'far' } },
      { id: 'p', title: 't', do: 'wire-box', wiring: { id: 'far', panelEndOf: 'c5' } },
    ] as unknown as Job['changes'];
    const ticks = [{ step: 'cut', at: at(0) }];
    expect([...builtChangeIds({ ...bare, changes: home, work: { ...bare.work, ticks } }, steps)]).toEqual(['c1', 'p']);
    const only = { ...bare, changes: changes.slice(2, 3) };
    expect([...builtChangeIds(only, steps)]).toEqual([]);
  });
});
