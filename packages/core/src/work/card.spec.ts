/** What is shown and said at the wall, one activity at a time. Limits of readings: common practice, as in the proof of dead. */
import { describe, expect, it } from 'vitest';
import { ledgerOf } from '../ledger/meant.testing.js';
import { inches } from '../measure/index.js';
import { checkJobIn, bareJob, type JobInHouse } from '../model/index.js';
import { once } from '../once.testing.js';
import { siteWith } from '../panel/smallPanel.testing.js';
import { boxOn } from '../route/smallHouse.testing.js';
import {
  drawingOf,
  enterProof,
  enterValue,
  foundLive,
  gateOf,
  isTicked,
  judgeAsk,
  noteTold,
  notDeadIs,
  proofOf,
  proofState,
  provedBy,
  spoken,
  stepsOf,
  tick,
  valueOf,
  type ProofKey,
} from './index.js';
import { cable, device, houseAt, jobAt, outlet } from '../panel/smallJob.testing.js';

const site = siteWith({ boxes: [boxOn('one', 'e', 20, { circuitId: 'c1' })], cables: [cable('k1', 'one')], devices: [device('one')], loads: [] }); // prettier-ignore
/** An outlet in the den from the box beside it; the bay was looked into. */
const job = once(() => jobAt({ ...site, walls: site.walls.map((w) => ({ ...w, bayLooked: 'seen' as const })) }, outlet(boxOn('new', 'e', 26), 'one'))); // prettier-ignore
const steps = once(() => stepsOf(job()));
const step = (id: string) => steps().find((s) => s.id === id)!;
/** 9 in the evening of a day, and so many minutes later, where it is read */
const at = (minutes: number): string => new Date(new Date(2026, 4, 5, 21, 0).getTime() + minutes * 60_000).toISOString();
const target = once(() => step('prove-dead').proves[0]!);
const KEYS: ProofKey[] = ['testerBefore', 'hotNeutral', 'hotGround', 'neutralGround', 'testerAfter'];
/** breaker off and proved dead from 9 on */
const dead = (): JobInHouse => {
  const off = { ...job(), work: { ...job().work, ticks: [{ step: 'breaker-off', at: at(0) }] } };
  return KEYS.reduce((j, key, i) => enterProof(j, target(), key, { at: at(1 + i), volts: key.startsWith('tester') ? 120 : 0, where: 'here' }), off as JobInHouse); // prettier-ignore
};

describe('a card', () => {
  it('marking and cutting are drawn on their wall, connecting on the box opened flat; switching off is words', () => {
    expect(drawingOf(step('mark-out'))).toEqual({ kind: 'wall', wallId: 'e', boxId: 'new' });
    expect(drawingOf(step('wire-source'))).toEqual({ kind: 'box', boxId: 'one' });
    expect([drawingOf(step('breaker-off')), drawingOf(step('record'))]).toEqual([undefined, undefined]);
  });
  it('only where both are known: work at no wall, or in no box, has none', () => {
    expect(drawingOf({ ...step('mark-out'), place: undefined })).toBeUndefined();
    expect(drawingOf({ ...step('mark-out'), place: { wallId: 'e' } as never })).toEqual({ kind: 'wall', wallId: 'e' });
    expect(drawingOf({ ...step('wire-source'), place: { wallId: 'e' } as never })).toBeUndefined();
    // looked at in the box before the wall, where a step has both
    const both = { ...step('wire-source'), time: [...step('mark-out').time, ...step('wire-source').time] };
    expect(drawingOf(both)).toEqual({ kind: 'box', boxId: 'one' });
  });
  it('is read with a full stop after each line, and with no second one', () => {
    expect(spoken({ ...step('breaker-off'), title: 'Off', says: ['Switch it off.', 'Tag it'], cautions: [] })).toBe('Off. Switch it off. Tag it.'); // prettier-ignore
  });
  it('is read aloud whole: what to do and what bears on it', () => {
    const text = spoken(step('breaker-off'));
    expect(text.startsWith(`${step('breaker-off').title}. `)).toBe(true);
    for (const line of [...step('breaker-off').says, ...step('breaker-off').cautions]) expect(text).toContain(line.replace(/\.$/, ''));
  });
});

describe('a reading that isn’t dead', () => {
  const is = (hotNeutral: number, hotGround: number, neutralGround: number) =>
    notDeadIs({ hotNeutral: { volts: hotNeutral }, hotGround: { volts: hotGround }, neutralGround: { volts: neutralGround } });
  it('dead, or not read yet: nothing to say', () => {
    expect([is(0, 0.4, 0), notDeadIs({}), notDeadIs({ testerBefore: { volts: 120 } })]).toEqual([[], [], []]);
  });
  it('120, 120, 0: the wrong breaker, a second circuit, another source', () => {
    expect(is(120, 120, 0)[0]).toMatch(/wrong breaker/);
  });
  it('0, 120, 120 and 0, 120, 0: the white carries voltage, or the neutral is open; as live as any other', () => {
    expect(is(0, 120, 120)[0]).toMatch(/white carries voltage.*shares its neutral/);
    expect(is(0, 120, 0)[0]).toMatch(/neutral is open/);
  });
  it('30 V is no feed yet and no proof either', () => {
    expect(is(30, 30, 0)[0]).toMatch(/low-impedance/);
  });
  it('what comes first decides: the white, then the open neutral; one reading alone is enough', () => {
    expect([is(120, 120, 120)[0], is(0, 0, 120)[0]]).toEqual([expect.stringMatching(/white carries/), expect.stringMatching(/white carries/)]); // prettier-ignore
    // hot to neutral only: the ground is open, or there is none
    expect([is(120, 0, 0)[0], notDeadIs({ hotNeutral: { volts: 120 } })[0]]).toEqual([expect.stringMatching(/wrong breaker/), expect.stringMatching(/wrong breaker/)]); // prettier-ignore
    expect(notDeadIs({ hotGround: { volts: 120 } })[0]).toMatch(/neutral is open/);
    // live beside a few volts is live
    expect([is(120, 30, 0)[0], is(30, 120, 0)[0]]).toEqual([expect.stringMatching(/wrong breaker/), expect.stringMatching(/neutral is open/)]); // prettier-ignore
    for (const one of [is(30, 0, 0), is(0, 30, 0), is(0, 0, 30)]) expect(one[0]).toMatch(/A few volts on a high-impedance meter/);
  });
  it('in the UK the same by its own words: a borrowed neutral, rings joined, solar cells; two poles tell what is coupled', () => {
    const uk = (ln: number | undefined, le: number | undefined, ne: number | undefined) => {
      const read = (volts: number | undefined) => (volts === undefined ? {} : { volts });
      return notDeadIs({ hotNeutral: read(ln) as never, hotGround: read(le) as never, neutralGround: read(ne) as never }, { uk: true })[0];
    };
    expect([uk(0, 0, 0), uk(undefined, undefined, undefined)]).toEqual([undefined, undefined]);
    expect([uk(0, 230, 230), uk(230, 230, 230), uk(0, 0, 230)]).toEqual(Array(3).fill(expect.stringMatching(/borrowed from another circuit/))); // prettier-ignore
    expect([uk(0, 230, 0), uk(undefined, 230, 0), uk(30, 230, 0)]).toEqual(Array(3).fill(expect.stringMatching(/neutral is open/)));
    expect([uk(230, 230, 0), uk(230, 0, 0)]).toEqual(Array(2).fill(expect.stringMatching(/wrong breaker.*Plug a lamp in/)));
    expect([uk(30, 0, 0), uk(0, 0, 30)]).toEqual(Array(2).fill(expect.stringMatching(/approved two-pole indicator/)));
  });
});

describe('what voids a proof', () => {
  it('another day: at 21:06 it stands, after midnight it doesn’t, although three hours are fewer than four', () => {
    expect(proofState(dead(), target(), at(10)).proved).toBe(true);
    expect(proofState(dead(), target(), at(185)).reasons).toEqual(['it was proved dead on another day: prove it again']);
    expect(proofState(dead(), target(), at(250)).reasons).toEqual(['over four hours since it was proved dead: prove it again']);
  });
  it('something else found live: every proof goes, and the steps() that rested on it open up again', () => {
    const proved = tick(dead(), 'prove-dead', steps(), ledgerOf(job()), at(8));
    if (!proved.ok) throw new Error(proved.reasons.join());
    const now = foundLive(proved.job, steps());
    expect([proofOf(now, target()), isTicked(now, 'prove-dead'), isTicked(now, 'breaker-off')]).toEqual([{}, false, true]);
    expect(gateOf(now, step('open-source'), steps(), []).join()).toMatch(/not proved dead/);
  });
  it('who read it stays with the readings that follow', () => {
    const by = provedBy(dead(), target(), 'Marta');
    const again = enterProof(by, target(), 'hotNeutral', { at: at(20), volts: 0, where: 'here' });
    expect([proofOf(again, target()).by, proofOf(provedBy(again, target(), undefined), target()).by]).toEqual(['Marta', undefined]);
  });
  it('household and breaker are ticked with a name, and taken back without one; the document keeps it', () => {
    const told = noteTold(noteTold(job(), target().key, 'household', 'Jon', at(0)), target().key, 'breaker', 'Marta', at(1));
    expect(told.work.told!.map((t) => [t.what, t.by])).toEqual([['household', 'Jon'], ['breaker', 'Marta']]); // prettier-ignore
    expect(noteTold(told, target().key, 'household', undefined, at(2)).work.told!.map((t) => t.what)).toEqual(['breaker']);
    expect(checkJobIn(bareJob(told), houseAt(site), [])).toMatchObject({ ok: true });
  });
});

describe('an estimate', () => {
  const mark = once(() => step('mark-out'));
  const ask = once(() => mark().asks[0]!);
  const with_ = (value: number, estimated: boolean): JobInHouse =>
    enterValue(job(), { step: 'mark-out', key: ask().key, value, at: at(0), ...(estimated ? { estimated } : {}) });
  it('is never ok; it lets a length stand in, and outside its limit it stops as measured ones do', () => {
    const good = (ask().least ?? 0) + inches(1 / 4);
    expect(judgeAsk(ask(), valueOf(with_(good, false), 'mark-out', ask().key), 'in').verdict).toBe('ok');
    const about = judgeAsk(ask(), valueOf(with_(good, true), 'mark-out', ask().key), 'in');
    expect([about.verdict, about.says]).toEqual(['can’t tell', expect.stringMatching(/^about .*estimated.*: measure it$/)]);
    const wild = judgeAsk(ask(), valueOf(with_(inches(900), true), 'mark-out', ask().key), 'in');
    expect(wild.verdict).toBe('stop');
    const others = (j: JobInHouse) => gateOf(j, mark(), steps(), []).filter((r) => r.startsWith(ask().label));
    expect([others(with_(good, true)), others(job()).length]).toEqual([[], 1]);
  });
  it('volts are read, never estimated', () => {
    const test = step('test');
    const [volts] = test.asks;
    const guessed = enterValue(job(), { step: 'test', key: volts!.key, value: 120, at: at(0), estimated: true });
    expect(gateOf(guessed, test, steps(), []).some((r) => r.startsWith(volts!.label))).toBe(true);
  });
});
