/** What is left of a job, and how long things dry, on the small house. Minutes of the handbook (23, common practice). */
import { describe, expect, it } from 'vitest';
import { planned, siteOf, smallJob } from '../ledger/smallLedger.testing.js';
import type { JobInHouse } from '../model/index.js';
import { inch, renew } from '../panel/smallJob.testing.js';
import { leftToDo } from './activities.js';
import { driedIn, dryingFactor, inAirRange } from './air.js';

const job = (id = 'j', part: Partial<JobInHouse> = {}): JobInHouse => ({ ...smallJob({}, planned(), { id, name: `Job ${id}` }), ...part });
const ticked = (of: JobInHouse, ...steps: string[]): JobInHouse => ({ ...of, work: { ...of.work, ticks: steps.map((step) => ({ step, at: '2026-11-27T10:00:00Z' })) } }); // prettier-ignore
const left = (jobs: JobInHouse[], ...more: [Parameters<typeof leftToDo>[3]?, Parameters<typeof leftToDo>[4]?]) => leftToDo(jobs, '2026-11-27', (at) => at.slice(0, 16), ...more); // prettier-ignore
const of = (l: ReturnType<typeof left>, id: string) => l.activities.find((a) => a.id === id)!;

describe('what is left of a job', () => {
  it('each step with its minutes, by what it is made of: 5 to look inside and 10 to cut drywall', () => {
    const cut = of(left([job()]), 'j/cut-opening');
    expect(cut).toMatchObject({ jobId: 'j', jobName: 'Job j', step: 'cut-opening', minutes: { middle: 15, bad: 35 }, hands: 1, place: 'box b, den', where: 'den', only: [], after: [{ id: 'j/mark-out', wait: { middle: 0, bad: 0 } }] }); // prettier-ignore
    expect(cut.wait).toBeUndefined();
    expect(cut).not.toHaveProperty('notBefore');
    // who takes longer takes longer at that alone: 5 + 40
    expect(of(left([job()], { 'cut drywall': { middle: 40, bad: 60, from: 3 } }), 'j/cut-opening').minutes).toEqual({
      middle: 45,
      bad: 75,
    });
    // two cables to land at 8 min
    expect(of(left([job()]), 'j/wire-source').minutes).toEqual({ middle: 16, bad: 30 });
  });
  it('what is loud, dusty, wet, and what puts in something that is bought', () => {
    const l = left([job()]);
    const which = (is: (a: (typeof l.activities)[number]) => boolean) => l.activities.filter(is).map((a) => a.step);
    expect(which((a) => a.loud)).toEqual(['cross-studs']);
    expect(which((a) => a.dusty)).toEqual(['cut-opening', 'cross-studs', 'paint']);
    expect(which((a) => a.wet)).toEqual(['coat-1', 'coat-2', 'coat-3', 'paint']);
    expect(which((a) => a.usesParts)).toEqual(['set-new-box', 'wire-new', 'fish', 'wire-source', 'close-boxes', 'patch', 'coat-1', 'coat-2', 'coat-3', 'paint']); // prettier-ignore
    expect(which((a) => a.visit)).toEqual([]);
  });
  it('each coat dries eight hours before the next, and the note at the end waits for no paint', () => {
    const l = left([job()]);
    expect(['j/coat-2', 'j/paint', 'j/record'].map((id) => of(l, id).after.map((a) => [a.id, a.wait.middle]))).toEqual([[['j/coat-1', 480]], [['j/coat-3', 480]], [['j/paint', 0]]]); // prettier-ignore
    expect(of(l, 'j/coat-1').wait).toEqual({ kind: 'premixed compound', minutes: { middle: 480, bad: 1440 } });
    // in damp air by its factor
    expect(of(left([job()], {}, { celsius: 10, humidity: 80 }), 'j/coat-2').after[0]!.wait.middle).toBeGreaterThan(4 * 1440);
  });
  it('what is ticked is gone, is waited for no more, and dries from when it was ticked: 10:00 and eight hours', () => {
    const l = left([ticked(job(), 'prepare', 'mark-out', 'coat-1')]);
    expect([of(l, 'j/prepare'), of(l, 'j/cut-opening').after, of(l, 'j/coat-2').after]).toEqual([undefined, [], []]);
    expect([of(l, 'j/coat-2').notBefore, of(l, 'j/cut-opening').notBefore, of(l, 'j/coat-3').notBefore]).toEqual([600 + 480, undefined, undefined]); // prettier-ignore
  });
  it('what is off from the breaker to the breaker; begun, the rest of it; on again, nothing', () => {
    const off = ['breaker-off', 'prove-dead', 'open-source', 'fish', 'wire-source', 'close-boxes', 'energise'];
    expect(left([job()]).outages).toEqual([{ targets: [{ key: 'c1', words: 'circuit 1' }], off: 'j/breaker-off', on: 'j/energise', activities: off.map((s) => `j/${s}`) }]); // prettier-ignore
    expect(left([ticked(job(), 'breaker-off', 'prove-dead')]).outages[0]!.activities).toEqual(off.slice(2).map((s) => `j/${s}`));
    expect(left([ticked(job(), ...off)]).outages).toEqual([]);
  });
  it('a job that comes after another begins behind its last step', () => {
    const l = left([job('late', { after: ['soon'] }), job('soon')]);
    expect(of(l, 'late/prepare').after.map((a) => a.id)).toEqual(['soon/record']);
    expect([of(l, 'soon/prepare').after, of(l, 'late/mark-out').after.map((a) => a.id)]).toEqual([[], ['late/prepare']]);
    // one that is no part of the schedule holds nothing up
    expect(of(left([job('late', { after: ['gone'] })]), 'late/prepare').after).toEqual([]);
  });
  it('a step of no room is in the only one there is; of two rooms, at its wall, else with its job', () => {
    const through = smallJob(
      {},
      planned({ face: 'B', place: { from: 'left-end', toward: 'right', to: 'centre', distance: inch(54), bottom: inch(14) } }),
    );
    const where = new Set(left([through]).activities.map((a) => a.where));
    expect([left([job()]).activities.every((a) => a.where === 'den'), where.has('den'), where.has('shop'), where.has('j')]).toEqual([true, true, true, true]); // prettier-ignore
  });
  it('one box moved in its place: cut while its circuit is off', () => {
    const place = { from: 'left-end' as const, toward: 'right' as const, to: 'centre' as const, distance: inch(44), bottom: inch(20) };
    expect(left([smallJob({}, [renew(siteOf(), 'a', { place })])]).outages[0]!.activities).toContain('j/cut-opening');
  });
});

describe('the air', () => {
  it('70 °F and half humidity is the measure; by hand: 50 °F and 80 % take up 2.46 hPa of 12.51, five times as long', () => {
    expect(dryingFactor({ celsius: (70 - 32) / 1.8, humidity: 50 })).toBeCloseTo(1, 9);
    // saturated air holds 24.97 hPa at 21.1 °C and 12.27 at 10 °C (psychrometric tables: 25.0 and 12.3)
    expect(dryingFactor({ celsius: 10, humidity: 80 })).toBeCloseTo((25.0 * 0.5) / (12.3 * 0.2), 1);
  });
  it('a premixed coat takes its 24 h by the factor, never under 8; what sets by itself takes what it takes', () => {
    expect(driedIn('premixed compound', { celsius: (70 - 32) / 1.8, humidity: 50 }).middle).toBe(24 * 60);
    expect(driedIn('premixed compound', { celsius: 40, humidity: 10 }).middle).toBe(8 * 60);
    expect(driedIn('setting compound', { celsius: 10, humidity: 80 })).toEqual({ middle: 20, bad: 45 });
    expect(driedIn('wall paint', undefined)).toEqual({ middle: 120, bad: 240 });
  });
  it('what is no air that anything dries in is none', () => {
    expect([inAirRange('celsius', 20), inAirRange('celsius', 1), inAirRange('humidity', 90), inAirRange('humidity', 91), inAirRange('celsius', NaN)]).toEqual([true, false, true, false, false]); // prettier-ignore
  });
});
