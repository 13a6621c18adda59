/** What each test shows of faults in a run of three behind a protective receptacle, worked by hand from handbook 6 to 8. */
import { once } from '../once.testing.js';
import { describe, expect, it } from 'vitest';
import { IMBALANCE_TRIP_A, runOfBoxes, switchOn } from '../circuit/index.js';
import { quinceStreet } from '../houses.testing.js';
import type { Bench } from '../model/index.js';
import { dictionaryOf, FaultLab, faultsOn, showsMost, type CircuitBench, type Dictionary } from './index.js';

const onBench = (bench: Bench): CircuitBench => ({ bench: { ...bench, plugged: [] }, taken: [], unseen: new Set(), circuit: undefined, site: quinceStreet.site }); // prettier-ignore
const known = once(() => onBench(runOfBoxes({ boxes: 3, protectedFirst: true })));
const d = once(() => dictionaryOf(known(), 'box3'));
/** The hypothesis of one suspect alone. */
const alone = (of: Dictionary, suspect: string): number =>
  of.hypotheses.findIndex((h) => h.of.length === 1 && of.classes[h.of[0]!]!.members.some((m) => of.suspects[m]!.id === suspect));

describe('what each test shows', () => {
  // does anything else not work · probe at the last box · face up to the LINE screws · each wire of its cable through
  it.each([
    ['off/breaker', 'all', 'silent', 'none', 'whole'],
    ['appliance', 'none', 'signals', 'full', 'whole'],
    // dead behind its LOAD, its own LINE is fed
    ['tripped/device1', 'all', 'silent', 'full', 'whole'],
    // a hot that stops in the second box takes the last along, the first stays
    ['open/device2-brass-upper/cable2/0/1', 'some', 'silent', 'full', 'whole'],
    // a neutral that stops there leaves the hot at the last box: dead, and the probe signals
    ['open/device2-silver-upper/cable2/1/1', 'some', 'signals', 'full', 'whole'],
    // toward the last box only: nothing else knows of it
    ['open/device2-silver-lower/cable3/1/0', 'none', 'signals', 'full', 'whole'],
    ['open/device1-line-brass/cable1/0/1', 'all', 'silent', 'none', 'whole'],
    ['open/neutral-bar-1/cable1/1/0', 'all', 'signals', 'none', 'whole'],
    // a scratch to ground ahead of the protective receptacle opens nothing; insulation tells
    ['leak/cable1', 'none', 'signals', 'full', 'touching'],
    ['broken/cable1/1', 'all', 'signals', 'none', 'broken'],
    ['short/cable1', 'all', 'silent', 'none', 'touching'],
  ])('%s', (suspect, others, probe, line, through) => {
    const h = alone(d(), suspect);
    expect(h).toBeGreaterThanOrEqual(0);
    expect(['others', 'probe/device3', 'line/device1', 'through/cable1'].map((t) => showsMost(d(), t, h))).toEqual([
      others,
      probe,
      line,
      through,
    ]);
  });
  it('a broken tab is said of a whole one, and joined of a broken one', () => {
    const split: Bench = {
      ...known().bench,
      devices: known().bench.devices.map((x) => (x.id === 'device2' ? { ...x, brassTab: false } : x)),
    };
    const tabs = (bench: Bench) => faultsOn(onBench(bench)).filter((f) => f.suspect.id === 'tab/device2');
    for (const f of tabs(split)) {
      expect(f.suspect.words).toMatch(/joins its halves/);
      expect(f.bench!(split).devices.find((x) => x.id === 'device2')!.brassTab).toBe(true);
    }
    expect(tabs(split).length).toBeLessThanOrEqual(1);
  });
});

describe('what opens', () => {
  it('a receptacle that protects opens from 5 mA to the ground behind it on; before it, and for what is only plugged in, it stays', () => {
    const run = runOfBoxes({ boxes: 2, protectedFirst: true });
    const leaks = (cable: string) => faultsOn(onBench({ ...run, plugged: [] })).find((f) => f.suspect.id === `leak/${cable}`)?.net?.[0]?.[0] as { from: string; to: string; ohm: number } | undefined; // prettier-ignore
    const behind = leaks('cable2')!;
    const of = (share: number, bench: Bench = run, at = behind) => {
      const change = [{ ...at, ohm: 120 / (share * IMBALANCE_TRIP_A) }];
      const lab = new FaultLab(bench);
      lab.prepare([change]);
      return [lab.read(change).deviceOpens, lab.read([]).deviceOpens];
    };
    // with what the run has plugged in, and without
    for (const bench of [run, { ...run, plugged: [] }])
      expect([of(0.97, bench), of(1.03, bench)]).toEqual([
        [false, false],
        [true, false],
      ]);
    // on its LINE side it is not the device's
    const before = { ...behind, from: behind.from.replace('cable2', 'cable1') };
    expect(of(5, run, before)).toEqual([false, false]);
  });
  it('a ground-fault breaker opens for 6 mA past it, the receptacle behind it for its own; neither for nothing', () => {
    const breaker: Bench = { ...runOfBoxes({ boxes: 2 }), plugged: [] };
    const sensing: Bench = { ...breaker, breakers: breaker.breakers.map((b) => ({ ...b, kind: 'ground-fault' as const })) };
    const leak = faultsOn(onBench(sensing)).find((f) => f.suspect.id === 'leak/cable2')!.net![0]!;
    for (const bench of [breaker, sensing]) {
      const lab = new FaultLab(onBench(bench).bench);
      lab.prepare([leak]);
      // the same leak is nothing to a plain breaker
      expect([lab.read(leak).breakerOpens, lab.read([]).breakerOpens]).toEqual([bench === sensing, false]);
      expect(switchOn(bench).bench.breakers.every((b) => b.on)).toBe(true);
    }
    // a plain breaker has no such suspect: nothing would show it
    expect(faultsOn(onBench(breaker)).some((f) => f.suspect.kind === 'leak')).toBe(false);
  });
});

describe('a tester that is read wrongly one time in ten', () => {
  it('odds of what shows and of all else sum to one', () => {
    const misread = dictionaryOf(onBench(runOfBoxes({ boxes: 2 })), 'box2', undefined, { misread: 0.1 });
    for (const { rows } of misread.odds.values()) for (const row of rows) expect(row.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
  });
  it('no two of one part at once, and none with a survey that is wrong everywhere', () => {
    for (const h of d().hypotheses)
      if (h.of.length === 2) {
        const [a, b] = h.of.map((c) => d().classes[c]!.part);
        expect(a).not.toBe(b);
      }
  });
});
