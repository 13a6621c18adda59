/**
 * A dictionary of a circuit of one box: what each hypothesis has of all, what a test shows for it, and how a reading that is taken down
 * wrongly is reckoned. Shares by hand; what two together have is common practice, no source.
 */
import { describe, expect, it } from 'vitest';
import { NetworkError, runOfBoxes, sharedNeutralRun, switchOn, variedCircuit } from '../circuit/index.js';
import { readLamps } from '../instruments/index.js';
import { COMPLAINTS, emptySite, type Bench } from '../model/index.js';
import { once } from '../once.testing.js';
import type { CircuitBench } from './circuitBench.js';
import { dictionaryOf, type Dictionary } from './predict.js';
import { faultsOn } from './suspects.js';
import { lampId } from './testKinds.js';

const onBench = (bench: Bench): CircuitBench => ({ bench: { ...bench, plugged: [] }, taken: [], unseen: new Set(), circuit: undefined, site: emptySite() }); // prettier-ignore
const known = onBench(runOfBoxes({ boxes: 1 }));
const one = once(() => dictionaryOf(known, 'box1'));
const sum = (list: Iterable<number>): number => [...list].reduce((a, b) => a + b, 0);
const rowOf = (d: Dictionary, test: string, hypothesis: number): Float64Array => {
  const { row, rows } = d.odds.get(test)!;
  return rows[row[hypothesis]!]!;
};
const suspectAt = (d: Dictionary, kind: string): number => d.suspects.findIndex((s) => s.kind === kind);
const aloneOf = (d: Dictionary, suspect: number): number => d.classes.find((c) => c.members.includes(suspect))!.alone;

describe('what each has of all', () => {
  it('shares sum to one; two together have three in a hundred of it, sound none before anything was mended', () => {
    const { hypotheses } = one();
    expect(sum(hypotheses.map((h) => h.prior))).toBeCloseTo(1, 9);
    expect(sum(hypotheses.filter((h) => h.of.length === 2).map((h) => h.prior))).toBeCloseTo(0.03, 9);
    expect([hypotheses.at(-1), hypotheses.filter((h) => h.of.length === 0).length]).toEqual([{ of: [], prior: 0 }, 1]);
  });
  it('a class has what its suspects have; each suspect is in one class of its part', () => {
    const { suspects, classes, hypotheses } = one();
    expect(classes.flatMap((c) => c.members).sort((a, b) => a - b)).toEqual(suspects.map((_, i) => i));
    const all = sum(suspects.map((s) => s.prior));
    classes.forEach((c, i) => {
      expect(hypotheses[c.alone]!.of).toEqual([i]);
      for (const m of c.members) expect(suspects[m]!.part).toBe(c.part);
      expect(hypotheses[c.alone]!.prior / 0.97).toBeCloseTo(sum(c.members.map((m) => suspects[m]!.prior)) / all, 9);
    });
  });
  it('two are of different parts, each a fault of its own circuit, and as likely as both of them together', () => {
    const { classes, hypotheses, suspects } = one();
    const NOT = ['none of these', 'lost service neutral', 'back-fed', 'wrong breaker noted'];
    const pairs = hypotheses.filter((h) => h.of.length === 2);
    expect(pairs.length).toBeGreaterThan(10);
    for (const { of } of pairs) {
      const [a, b] = of.map((c) => classes[c]!);
      expect(a!.part).not.toBe(b!.part);
      for (const c of [a!, b!]) expect(NOT).not.toContain(suspects[c.members[0]!]!.kind);
    }
    const [x, y] = pairs as [(typeof pairs)[0], (typeof pairs)[0]];
    const product = (h: typeof x) => h.of.reduce((p, c) => p * hypotheses[classes[c]!.alone]!.prior, 1);
    expect(x.prior / y.prior).toBeCloseTo(product(x) / product(y), 6);
  });
  it('so many pairs as are asked for, the likeliest; none where none are', () => {
    const few = dictionaryOf(known, 'box1', undefined, { mostPairs: 3 });
    const pairs = few.hypotheses.filter((h) => h.of.length === 2);
    expect([pairs.length, sum(pairs.map((h) => h.prior))]).toEqual([3, expect.closeTo(0.03, 9)]);
    const likeliest = one().hypotheses.filter((h) => h.of.length === 2).sort((a, b) => b.prior - a.prior).slice(0, 3); // prettier-ignore
    expect(pairs.map((h) => h.of)).toEqual(likeliest.map((h) => h.of));
    expect(dictionaryOf(known, 'box1', undefined, { mostPairs: 0 }).hypotheses.some((h) => h.of.length === 2)).toBe(false);
  });
  it('two ways the wiring may be share it by their shares', () => {
    const d = dictionaryOf([{ known, share: 0.25 }, { known, share: 0.75 }], 'box1', undefined, { mostPairs: 2 }); // prettier-ignore
    expect(sum(d.hypotheses.map((h) => h.prior))).toBeCloseTo(1, 9);
    const n = one().suspects.length;
    expect(d.suspects).toHaveLength(2 * n);
    for (let i = 0; i < n; i++) expect(d.suspects[i + n]!.prior / d.suspects[i]!.prior).toBeCloseTo(3, 9);
    expect(sum(d.hypotheses.filter((h) => h.of.length === 2).map((h) => h.prior))).toBeCloseTo(0.03, 9);
  });
});

describe('what each test shows', () => {
  it('every outcome of every test for every hypothesis: shares that sum to one', () => {
    const d = one();
    for (const t of d.tests) {
      const { row, rows } = d.odds.get(t.id)!;
      expect([t.id, row.length]).toEqual([t.id, d.hypotheses.length]);
      for (const r of rows) expect([r.length, sum(r)]).toEqual([t.outcomes.length, expect.closeTo(1, 6)]);
      expect(d.shows.get(t.id)).toHaveLength(d.suspects.length);
    }
  });
  it('a breaker that is off is seen as off, and leaves the face dark; mended, all is right', () => {
    const d = one();
    const off = suspectAt(d, 'breaker off');
    expect(d.shows.get('breakers')![off]).toBe('breaker off');
    const lamps = d.tests.find((t) => t.id === 'lamps/device1/upper')!;
    const [right] = lamps.outcomes.flatMap((o, i) => (o.id === 'reads as right' ? [i] : []));
    const sound = d.hypotheses.length - 1;
    expect(rowOf(d, lamps.id, sound)[right!]).toBeGreaterThan(0.9);
    expect(rowOf(d, lamps.id, aloneOf(d, off))[right!]).toBeLessThan(0.1);
    expect(d.fitOf.dead[aloneOf(d, off)]).toBeGreaterThan(0.5);
    expect(d.fitOf.dead[sound]).toBe(0.01);
  });
  it('how well each goes with a complaint: by suspect, and by hypothesis', () => {
    const d = one();
    for (const c of COMPLAINTS) {
      expect([d.fits[c].length, d.fitOf[c].length]).toEqual([d.suspects.length, d.hypotheses.length]);
      for (const { alone, members } of d.classes) for (const m of members) expect(d.fitOf[c][alone]).toBe(d.fits[c][m]);
    }
  });
  it('of readings that are taken down wrongly one in ten times, the tenth is shared out among the other outcomes', () => {
    const misread = dictionaryOf(known, 'box1', undefined, { misread: 0.1, mostPairs: 0 });
    const exact = dictionaryOf(known, 'box1', undefined, { mostPairs: 0 });
    expect([misread.misread, exact.misread]).toEqual([0.1, 0]);
    for (const t of misread.tests)
      for (const h of [0, 5, misread.hypotheses.length - 1])
        rowOf(misread, t.id, h).forEach((p, o) => {
          const was = rowOf(exact, t.id, h)[o]!;
          const others = t.outcomes.length - 1;
          expect(p).toBeCloseTo(others ? 0.9 * was + (0.1 * (1 - was)) / others : 0.9 * was, 9);
        });
  });
  it('says how far it is, from none to all, never backwards', () => {
    const seen: number[] = [];
    dictionaryOf(known, 'box1', (done) => seen.push(done));
    expect(seen[0]).toBe(0);
    expect(Math.max(...seen)).toBeLessThanOrEqual(1);
    expect(seen).toEqual([...seen].sort((a, b) => a - b));
    expect(Math.max(...seen)).toBeGreaterThan(0.6);
  });
  it('of two ways the wiring may be each takes its half', () => {
    const seen: number[] = [];
    dictionaryOf([{ known, share: 0.5 }, { known, share: 0.5 }], 'box1', (done) => seen.push(done), { mostPairs: 100 }); // prettier-ignore
    // singles are two fifths of each, pairs the rest, said every fifty: the second half begins at a half
    expect([seen[0], seen.includes(0.2), seen.includes(0.5), seen.includes(0.7), seen.includes(0.85)]).toEqual([0, true, true, true, true]);
    expect([seen, Math.max(...seen)]).toEqual([[...seen].sort((a, b) => a - b), 0.85]);
  });
  it('volts by their shares: full where all is sound, none behind what is open, each a row of its own', () => {
    const d = one();
    const volts = d.tests.find((t) => t.id === 'volts/device1/upper')!;
    const share = (h: number, id: string) => rowOf(d, volts.id, h)[volts.outcomes.findIndex((o) => o.id === id)]!;
    const broken = aloneOf(
      d,
      d.suspects.findIndex((s) => s.kind === 'broken conductor' && s.words.startsWith('black')),
    );
    const sound = d.hypotheses.length - 1;
    expect([share(sound, 'full') > 0.8, share(broken, 'none') > 0.8, share(broken, 'full') < 0.1]).toEqual([true, true, true]);
  });
  it('a shared neutral is asked for across two hots; of one circuit there is nothing to ask', () => {
    expect(one().tests.some((t) => t.id.startsWith('shared/'))).toBe(false);
    // loads are no faces: where none can be read there is nothing to ask either
    const loads = dictionaryOf(onBench(sharedNeutralRun(20, 40)), 'box', undefined, { mostPairs: 0 });
    expect(loads.tests.some((t) => t.id.startsWith('shared/'))).toBe(false);
  });
});

describe('two breakers on one neutral: an outlet on each, one box after the other', () => {
  const { bench } = variedCircuit('shared neutral', 2, 1);
  const two = once(() => dictionaryOf(onBench(bench), 'box2', undefined, { mostPairs: 40 }));
  const [A, B] = ['box1-outlet', 'box2-outlet'];
  const shownBy = (test: string, is: (words: string, kind: string) => boolean) =>
    two().suspects.flatMap((s, i) => (is(s.words, s.kind) ? [two().shows.get(test)![i]] : []));
  it('each face of either is asked for with one of the other, three of each at most', () => {
    const asked = two().tests.filter((t) => t.id.startsWith('shared/')).map((t) => t.id); // prettier-ignore
    expect(asked.sort()).toEqual([`shared/${A}/lower`, `shared/${A}/upper`, `shared/${B}/lower`, `shared/${B}/upper`]);
    // of a run of six with three outlets on each hot three faces are enough
    const six = dictionaryOf(onBench(variedCircuit('shared neutral', 6, 1).bench), 'box6', undefined, { mostPairs: 0 });
    expect(six.tests.filter((t) => t.id.startsWith('shared/'))).toHaveLength(6);
  });
  it('both on one leg: no open neutral shows as two volts apart, nothing is asked', () => {
    const leg = { ...bench, breakers: bench.breakers.map((b) => ({ ...b, leg: 'A' as const })) };
    const one = dictionaryOf(onBench(leg), 'box2', undefined, { mostPairs: 0 });
    expect(one.tests.some((t) => t.id.startsWith('shared/'))).toBe(false);
  });
  it('sound it is full; with the neutral of both open the lightly loaded half goes high; with one breaker off a third of the other’s volts stays in the dead wire', () => {
    const test = `shared/${A}/upper`;
    const kind = two().tests.find((t) => t.id === test)!;
    const [full, high] = ['full', 'high'].map((id) => kind.outcomes.findIndex((o) => o.id === id));
    const sound = two().hypotheses.length - 1;
    expect(rowOf(two(), test, sound)[full!]).toBeGreaterThan(0.9);
    expect(rowOf(two(), test, sound)[high!]).toBeLessThan(0.05);
    const open = shownBy(test, (words, kindOf) => /^open/.test(kindOf) && /white of panel/.test(words) && /panel|bar/.test(words));
    expect(open.length).toBeGreaterThan(0);
    expect(open.filter((o) => o === 'full')).toEqual([]);
    // its own off: the hot lies between one live and two dead wires of the cable, 40 V to a meter (a capacitive divider of three alike)
    expect(shownBy(test, (_, kindOf) => kindOf === 'breaker off').sort()).toEqual(['full', 'low']);
  });
  it('lamps that are too bright go with that neutral, with a breaker that is off they don’t', () => {
    const bright = (is: (words: string, kind: string) => boolean) => two().suspects.flatMap((s, i) => (is(s.words, s.kind) ? [two().fits.bright[i]!] : [])); // prettier-ignore
    const open = bright((words, kindOf) => /^open/.test(kindOf) && /white of panel/.test(words) && /panel|bar/.test(words));
    expect(Math.min(...open)).toBeGreaterThan(0.5);
    expect(Math.max(...bright((_, kindOf) => kindOf === 'breaker off'))).toBeLessThan(0.1);
  });
});

describe('a protective outlet before another', () => {
  const { bench } = variedCircuit('protected first', 2, 1);
  const d = once(() => dictionaryOf(onBench(bench), 'box2', undefined, { mostPairs: 0 }));
  const fit = (kind: string) => d().fits['will not reset'][suspectAt(d(), kind)]!;
  it('worn out it will not be reset; of one without a device that protects a breaker is meant', () => {
    expect(fit('device worn out')).toBe(0.8);
    const plain = dictionaryOf(onBench(variedCircuit('chain', 2, 1).bench), 'box2', undefined, { mostPairs: 0 });
    const short = plain.suspects.findIndex((s) => s.kind === 'appliance');
    expect(plain.fits['will not reset'][short]).toBe(0.5);
    expect(plain.fits['will not reset'][suspectAt(plain, 'worn contacts')]).toBe(0.05);
    // dead behind what is open: a device without the supply does not set; where nothing protects nobody presses one
    const open = (of: Dictionary) => of.fits['will not reset'][of.suspects.findIndex((s) => s.kind === 'broken conductor' && s.words.startsWith('black') && s.part === 'cable/cable2')]; // prettier-ignore
    expect([open(plain), open(d())]).toEqual([0.05, 0.4]);
    // the same in a breaker that protects
    const { bench: chain } = variedCircuit('chain', 2, 1);
    const breaker = { ...chain, breakers: chain.breakers.map((b) => ({ ...b, kind: 'ground-fault' as const })) };
    const guarded = dictionaryOf(onBench(breaker), 'box2', undefined, { mostPairs: 0 });
    expect(guarded.fits['will not reset'][suspectAt(guarded, 'worn contacts')]).toBe(d().fits['will not reset'][suspectAt(d(), 'worn contacts')]); // prettier-ignore
    expect(open(guarded)).toBe(0.4);
  });
  it('where it was noticed counts: the first box alone may go dead by what lies in it', () => {
    const first = dictionaryOf(onBench(bench), 'box1', undefined, { mostPairs: 0 });
    const dead = (of: Dictionary, box: string) => of.suspects.flatMap((s, i) => (/^open/.test(s.kind) ? (s.boxId === box ? [of.fits.dead[i]!] : []) : [])); // prettier-ignore
    // what is open in the last box leaves the first as it was
    expect(Math.max(...dead(first, 'box2'))).toBeLessThan(0.1);
    expect(Math.max(...dead(d(), 'box2'))).toBeGreaterThan(0.5);
  });
  it('mended, a device that protects is no longer dead for its button, and a lamp reads as right', () => {
    const sound = d().hypotheses.length - 1;
    for (const t of d().tests.filter((x) => x.id.startsWith('lamps/'))) {
      const right = t.outcomes.findIndex((o) => o.id === 'reads as right');
      expect([t.id, rowOf(d(), t.id, sound)[right]! > 0.9]).toEqual([t.id, true]);
    }
  });
});

describe('two at once: what is left when the breaker is on again and all is unplugged', () => {
  const d = once(() => dictionaryOf(onBench(variedCircuit('chain', 2, 1, 'screws').bench), 'box2'));
  /** What a test shows most where these two are so, or this one. */
  const shown = (test: string, ...is: ((s: Dictionary['suspects'][number]) => boolean)[]): string | undefined => {
    const classes = is.map((f) => d().classes.findIndex((c) => c.members.some((m) => f(d().suspects[m]!))));
    const h = d().hypotheses.findIndex((x) => x.of.length === classes.length && classes.every((c) => x.of.includes(c)));
    if (h < 0) return undefined;
    const row = rowOf(d(), test, h);
    return d().tests.find((t) => t.id === test)!.outcomes[row.indexOf(Math.max(...row))]!.id;
  };
  const off = (s: Dictionary['suspects'][number]) => s.kind === 'breaker off';
  const appliance = (s: Dictionary['suspects'][number]) => s.kind === 'appliance';
  /** Open in the cable between the boxes; and in the first box's own contacts, which leave the second as it was. */
  const open = (s: Dictionary['suspects'][number]) =>
    s.kind === 'broken conductor' && s.words.startsWith('black') && s.part === 'cable/cable2';
  const worn = (s: Dictionary['suspects'][number]) => s.kind === 'worn contacts' && s.deviceId === 'box1-outlet';
  it('alone: on again it works; with a wire open it is still dead', () => {
    expect([shown('reset', off), shown('reset', open)]).toEqual(['works now', 'still dead']);
  });
  it('with a wire open besides it stays dead; with something that is of another box, or that is unplugged, it works', () => {
    expect([shown('reset', off, open), shown('reset', off, worn), shown('reset', off, appliance)]).toEqual(['still dead', 'works now', 'works now']); // prettier-ignore
    // whichever of the two is put right by it, and neither where both are not; both where both are
    expect([shown('reset', open, appliance), shown('reset', open, worn), shown('reset', worn, appliance)]).toEqual(['still dead', 'still dead', 'works now']); // prettier-ignore
    const trip = once(() => dictionaryOf(onBench(variedCircuit('protected first', 2, 1, 'screws').bench), 'box2'));
    const tripped = trip().hypotheses.findIndex((h) => h.of.length === 2 && h.of.every((c) => trip().classes[c]!.members.some((m) => ['breaker off', 'device tripped'].includes(trip().suspects[m]!.kind)))); // prettier-ignore
    const reset = trip().tests.find((t) => t.id === 'reset')!;
    const row = rowOf(trip(), 'reset', tripped);
    expect([tripped >= 0, reset.outcomes[row.indexOf(Math.max(...row))]!.id]).toEqual([true, 'works now']);
    // seen at the panel it is off all the same
    expect([shown('breakers', off, open), shown('breakers', off, worn)]).toEqual(['breaker off', 'breaker off']);
  });
  it('volts behind what is open are none, whatever else is so', () => {
    for (const other of [off, worn]) {
      const classes = [open, other].map((f) => d().classes.findIndex((c) => c.members.some((m) => f(d().suspects[m]!))));
      const h = d().hypotheses.findIndex((x) => x.of.length === 2 && classes.every((c) => x.of.includes(c)));
      const test = d().tests.find((t) => t.id === 'volts/box2-outlet/upper')!;
      expect([h >= 0, rowOf(d(), test.id, h)[test.outcomes.findIndex((o) => o.id === 'none')]! > 0.8]).toEqual([true, true]);
    }
  });
  it('what each of two does to an outlet both do: dark is dark', () => {
    const dark = (...is: Parameters<typeof shown>[1][]) => shown('lamps/box2-outlet/upper', ...is);
    expect([dark(off) === dark(off, open), dark(open) === dark(off, open), dark(worn) === 'reads as right']).toEqual([true, true, true]);
    expect(shown('lamps/box1-outlet/upper', open)).toBe('reads as right');
    expect(shown('lamps/box1-outlet/upper', off, open)).toBe(shown('lamps/box1-outlet/upper', off));
  });
});

describe('two at once, beside the circuit wired so and switched on', () => {
  it.each([['chain'], ['protected first']] as const)('%s: the lamps of every face, for each pair whose wirings go together', (shape) => {
    const { bench } = variedCircuit(shape, 2, 1, 'screws');
    const plain = onBench(bench);
    const d = dictionaryOf(plain, 'box2');
    const faults = faultsOn(plain);
    const differ: string[] = [];
    let [pairs, shared] = [0, 0];
    for (const [h, { of }] of d.hypotheses.entries()) {
      if (of.length !== 2) continue;
      // a class is alike in every reading: its first speaks for it
      const [a, b] = of.map((c) => faults[d.classes[c]!.members[0]!]!);
      // what is laid across cut wires needs both at its ends; what isn't wiring is no edit of it
      if (!a!.bench || !b!.bench || [a, b].some((f) => /short|pinched|swapped|bootleg|line-load|hot-ground/.test(f!.suspect.id))) continue;
      let on;
      try {
        on = switchOn(b!.bench(a!.bench(plain.bench)));
      } catch (error) {
        if (error instanceof NetworkError) continue;
        throw error;
      }
      pairs += 1;
      if (a!.suspect.kind === 'open contact' && b!.suspect.kind === 'open contact') shared += 1;
      for (const face of ['box1-outlet/upper', 'box1-outlet/lower', 'box2-outlet/upper', 'box2-outlet/lower']) {
        const test = d.tests.find((t) => t.id === `lamps/${face}`);
        if (!test) continue;
        const row = rowOf(d, test.id, h);
        const most = test.outcomes[row.indexOf(Math.max(...row))]!.id;
        const [device, which] = face.split('/') as [string, 'upper' | 'lower'];
        const is = lampId(readLamps(on, device, which).code);
        if (most !== is) differ.push(`${a!.suspect.id} and ${b!.suspect.id}: ${face} ${most} for ${is}`);
      }
    }
    expect([pairs > 40, shared > 0]).toEqual([true, true]);
    expect(differ).toEqual([]);
  });
});
