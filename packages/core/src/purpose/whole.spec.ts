/** A way's hours and money are those of the whole job: what the stages Work and Buy come to, once it is taken. */
import { describe, expect, it } from 'vitest';
import { openJobs, quinceStreet } from '../houses.testing.js';
import { inches } from '../measure/index.js';
import { measured, wantOf, type House, type JobInHouse, type Want } from '../model/index.js';
import { materialsOf, partsCost } from '../takeoff/index.js';
import { stepsOf } from '../work/index.js';
import { asWholeJobs, keptParts, routeDetail, searchRoutes, takeWay, waysOf } from './index.js';

const job = (id: string): JobInHouse => openJobs.find((j) => j.id === id)!;
const ways = (id: string, more: Partial<Want> = {}) => waysOf(quinceStreet, { ...wantOf(job(id))!, ...more }).ways;

describe.each(openJobs.map((j) => j.id))('%s', (id) => {
  it('the shown hours are the middle of its steps, the shown money its parts by the prices; both open to their terms', () => {
    const want = wantOf(job(id))!;
    const options = searchRoutes(quinceStreet, want).found.options;
    for (const { option, detail } of asWholeJobs(
      quinceStreet,
      want,
      options,
      options.map((o) => routeDetail(quinceStreet, want, o)),
    )) {
      const taken = takeWay(job(id), keptParts(quinceStreet.site, want, option, detail)).job as JobInHouse;
      const minutes = stepsOf(taken).reduce((s, x) => s + x.minutes.middle, 0);
      expect(option.figures.hours).toBeCloseTo(minutes / 60, 6);
      expect(option.figures.money).toBeCloseTo(partsCost(materialsOf(taken), undefined).total, 2);
      for (const c of ['hours', 'money'] as const)
        expect(option.sums[c].terms.reduce((s, t) => s + t.value, 0)).toBeCloseTo(option.figures[c], 2);
    }
  });
  it('one favourite, and it stands first', () => {
    expect(ways(id).map((w) => w.option.favourite)).toEqual(ways(id).map((_, i) => i === 0));
  });
});

describe('what every way needs alike counts too', () => {
  it('ten outlets on a raceway take longer and cost more than six', () => {
    const places = wantOf(job('model-railway'))!.places;
    const more = [52, 88].map((x) => ({ ...places[0]!, fromLeft: measured(inches(x)) }));
    const [six] = ways('model-railway');
    const [eight] = ways('model-railway', { places: [places[0]!, more[0]!, places[1]!, more[1]!, ...places.slice(2)] });
    expect(eight!.option.figures.hours).toBeGreaterThan(six!.option.figures.hours + 0.5);
    // two boxes at 12, two receptacles at 3 (15 A) or 5, two plates at 1, and the fittings between
    expect(eight!.option.figures.money - six!.option.figures.money).toBeGreaterThan(2 * (12 + 3 + 1));
  });
  it('ten lampholders: 15 min each to connect, 5 to set; 4 + 5 + 5 for holder, lamp and box by the placeholders', () => {
    const lamps = wantOf(job('cellar-lights'))!.lamps!;
    const [ten] = ways('cellar-lights');
    const [two] = ways('cellar-lights', { lamps: { ...lamps, count: 2 } });
    expect(ten!.option.figures.hours - two!.option.figures.hours).toBeGreaterThan((8 * 20) / 60);
    expect(ten!.option.figures.money - two!.option.figures.money).toBeGreaterThan(8 * 14);
  });
  it('the user’s own price takes the place of the placeholder, and the sum says which are still placeholders', () => {
    const dear = { ...quinceStreet, prices: { 'breaker-protective': 90, breaker: 70 } };
    const want = wantOf(job('kiln-corner'))!;
    const money = (house: typeof quinceStreet) => waysOf(house, want).ways[0]!.option;
    expect(money(dear).figures.money - money(quinceStreet).figures.money).toBeCloseTo(50, 6);
    const how = money(dear).sums.money.terms.find((t) => /breaker/.test(t.label))!.how;
    expect(how).toBe('1 × 70');
    expect(money(quinceStreet).sums.money.terms.find((t) => /breaker/.test(t.label))!.how).toBe('1 × 20, placeholder');
  });
});

describe('the breaker of a circuit of its own', () => {
  it('15 A where that is said: a 15 A breaker in the plan, 14 AWG all the way, 15 A faces; 20 A and 12 AWG where nothing is', () => {
    const want = wantOf(job('kiln-corner'))!;
    const plan = (more: Partial<Want>) => {
      const asked = { ...want, ...more };
      const [option] = searchRoutes(quinceStreet, asked).found.options;
      const open = { ...job('kiln-corner'), want: { ...job('kiln-corner').want!, ...more } };
      return takeWay(open, keptParts(quinceStreet.site, asked, option!, routeDetail(quinceStreet, asked, option!))).job.changes;
    };
    const of = (more: Partial<Want>) => {
      const changes = plan(more);
      const breaker = changes.find((c) => c.do === 'add-breaker')!;
      return [
        breaker.do === 'add-breaker' && breaker.circuit.breakerA,
        ...changes.flatMap((c) => (c.do === 'run-cable' ? [c.cable.gauge] : [])),
      ];
    };
    expect(of({ ownCircuit: true, ownA: 15, loads: [] })).toEqual([15, 14]);
    expect(of({ ownCircuit: true, loads: [] })).toEqual([20, 12]);
  });
});

describe('what a way costs in all', () => {
  it('an hour at 40 adds 40 for each hour of hands, a fee of 25 itself, and tax a tenth of all; parts as they are bought, not by the foot', () => {
    const want = wantOf(job('kiln-corner'))!;
    const whole = (money?: House['money']) => waysOf({ ...quinceStreet, ...(money ? { money } : {}) }, want).ways[0]!.option.whole!;
    const { fees, spares } = { fees: [], spares: false };
    const plain = whole();
    // the pull along the way takes two: its hour counts twice
    const steps = waysOf(quinceStreet, want).ways[0]!.option.sums.hours.terms;
    const pull = steps.find((t) => /Bring the cable along/.test(t.label))!.value;
    const hands = steps.reduce((s, t) => s + t.value, 0) + pull;
    expect(whole({ hour: 40, fees, spares }).total - plain.total).toBeCloseTo(40 * hands, 6);
    expect(whole({ fees: [{ id: 'p', what: 'permit', amount: 25 }], spares }).total - plain.total).toBeCloseTo(25, 9);
    expect(whole({ taxPercent: 10, fees, spares }).total).toBeCloseTo(plain.total * 1.1, 9);
    // a run of 27 1/2 ft, 15 % over, is a coil of 50 ft at 1.5 × 1.1 = 82.50 by the placeholders
    expect(plain.sum.terms[0]!.value).toBeGreaterThan(82.5);
  });
});
