/**
 * Whatever passes the check of a document gives findings, steps, a list of parts and a sheet; nothing throws. The jobs of the sample are
 * altered at random in every way that the schema allows: gauges, ratings, volts, editions, walls, boxes, devices, what was measured or not.
 */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { BOX_KIND_IDS, DEVICE_KIND_IDS } from '../catalog/index.js';
import { heldJobs, plannedJobs, quinceStreet } from '../houses.testing.js';
import { jobSheet } from '../exchange/index.js';
import { AWG_SIZES } from '../measure/index.js';
import { bareJob, checkHouse, checkJob, checkJobIn, EDITIONS, inHouse, INSULATION, RESERVED_USES, wantOf, type Box, type Cable, type Circuit, type Device, type House, type Job, type JobInHouse, type Load, type Room, type Site, type Wall } from '../model/index.js'; // prettier-ignore
import { stepsOf, summarise, toolsByStep } from '../work/index.js';
import { materialsOf } from '../takeoff/index.js';
import { wantFeeds } from '../purpose/index.js';
import { ledgerOf } from './meant.testing.js';

const oneOf = <T>(...values: T[]) => fc.constantFrom(...values);
const length = (most: number) =>
  fc.record({ mm: fc.double({ min: 1, max: most, noNaN: true }), known: oneOf('measured', 'assumed', 'felt', 'scanned') } as const);
const some = <T>(value: fc.Arbitrary<T>) => fc.record({ some: value }, { requiredKeys: [] }).map((r) => r.some);

/** Part of a thing that takes the place of what it says; what is left out stays. */
const cable = fc.record(
  {
    gauge: oneOf(...AWG_SIZES),
    conductors: fc.uniqueArray(oneOf(...INSULATION), { minLength: 2, maxLength: 4 }),
    ground: oneOf('bare', 'green', 'none', undefined),
    metal: oneOf('copper', 'aluminium', undefined),
    sheath: oneOf('nonmetallic', 'cloth', 'armoured', 'single wires', 'on insulators'),
    direction: oneOf('known', 'unknown'),
    whiteUsedAsHot: oneOf('no', 'marked', 'unmarked', undefined),
    length: some(length(60_000)),
  },
  { requiredKeys: [] },
) as fc.Arbitrary<Partial<Cable>>;
const circuit = fc.record(
  {
    voltsNominal: oneOf(120, 230, 240),
    breakerA: oneOf(15, 20, 25, 30, 32, 40, 50, 60, undefined),
    sharedNeutral: oneOf(true, false, undefined),
    commonTrip: oneOf(true, false, undefined),
    reservedFor: oneOf(...RESERVED_USES, undefined),
    groundFault: oneOf('breaker', 'device upstream', 'none', undefined),
    arcFault: oneOf('breaker', 'device upstream', 'none', undefined),
    lengthToSource: some(length(60_000)),
    loadsComplete: oneOf(true, false, undefined),
  },
  { requiredKeys: [] },
) as fc.Arbitrary<Partial<Circuit>>;
const box = fc.record(
  {
    kind: oneOf(...BOX_KIND_IDS, 'other'),
    gangs: fc.integer({ min: 1, max: 6 }),
    volumeIn3: some(fc.double({ min: 1, max: 60, noNaN: true })),
    depth: some(length(120)),
    clamps: oneOf('internal', 'moulded', 'external', 'none', undefined),
    material: oneOf('plastic', 'metal', undefined),
    hangsOn: oneOf('left', 'right', 'none', undefined),
    condition: oneOf('sound', 'loose', 'stripped', 'cracked', undefined),
    holds: oneOf('receptacle', 'switch', 'junction', undefined),
    switchHas: oneOf('hot and neutral', 'switch loop', undefined),
    divided: oneOf(true, undefined),
  },
  { requiredKeys: [] },
) as fc.Arbitrary<Partial<Box>>;
const device = fc.record({ kind: oneOf(...DEVICE_KIND_IDS), wiredAs: oneOf('feed-through', 'pigtail', undefined), condition: oneOf('sound', 'worn', 'scorched', undefined) }, { requiredKeys: [] }) as fc.Arbitrary<Partial<Device>>; // prettier-ignore
const load = fc.record({ continuous: fc.boolean(), fixed: fc.boolean() }, { requiredKeys: [] }) as fc.Arbitrary<Partial<Load>>;
const room = fc.record({ use: oneOf('bedroom', 'kitchen', 'bathroom', 'laundry', 'garage', 'outdoors', 'unfinished-basement', 'workshop', 'closet', 'deck', 'hallway'), waterWithin6ft: oneOf(true, false, undefined) }, { requiredKeys: [] }) as fc.Arbitrary<Partial<Room>>; // prettier-ignore
const wall = fc.record(
  {
    framing: fc.record({
      material: oneOf('wood', 'metal', 'masonry'),
      studDepth: length(200),
      studWidth: fc.constant({ mm: 38.1, known: 'assumed' as const }),
      spacing: oneOf(304.8, 406.4, 609.6).map((mm) => ({ mm, known: 'assumed' as const })),
      knownStud: some(length(2000)),
      extraStuds: fc.constant([]),
    }),
    bayLooked: oneOf('seen', 'felt', undefined),
    fireRated: oneOf(true, false, undefined),
    bearing: oneOf(true, false, undefined),
  },
  { requiredKeys: [] },
) as fc.Arbitrary<Partial<Wall>>;

const LISTS = { cables: cable, circuits: circuit, boxes: box, devices: device, loads: load, rooms: room, walls: wall } as const;
const alterations = fc.array(
  oneOf(...(Object.keys(LISTS) as (keyof typeof LISTS)[])).chain((list) =>
    (LISTS[list] as fc.Arbitrary<object>).map((part) => ({ list, part })),
  ),
  { minLength: 1, maxLength: 12 },
);
const altered = fc
  .record({
    job: oneOf(...plannedJobs),
    edition: oneOf(...EDITIONS),
    unit: oneOf('in', 'mm'),
    built: oneOf(1936, 1974, 2005, undefined),
    schools: fc.record({ device: oneOf('pigtail', 'feed-through'), sheath: oneOf('1/4', 'up to 1'), outage: oneOf('new side first', 'off at the start') }, { requiredKeys: [] }), // prettier-ignore
    at: fc.array(fc.nat(), { minLength: 12, maxLength: 12 }),
    alterations,
  })
  .map(({ job, edition, unit, built, schools, at, alterations: list }): { house: House; job: Job } => {
    let site: Site = job.found;
    const planned = job.changes.map((c) => structuredClone(c)) as unknown as (Record<string, object> & { do: string })[];
    list.forEach(({ list: key, part }, i) => {
      const items = site[key] as { id: string }[];
      const one = { cables: 'cable', boxes: 'box', devices: 'device', loads: 'load' }[key as string];
      const changes = planned.filter((c) => one !== undefined && c[one] !== undefined);
      const pick = at[i]! % (items.length + changes.length || 1);
      if (pick < items.length) site = { ...site, [key]: items.map((x, n) => (n === pick ? { ...x, ...part } : x)) };
      else if (changes.length) changes[pick - items.length]![one!] = { ...changes[pick - items.length]![one!], ...part };
    });
    const next = { ...bareJob(job), schools: { ...job.schools, ...schools }, changes: planned };
    return JSON.parse(JSON.stringify({ house: { ...quinceStreet, edition, unit, built, site }, job: next })) as { house: House; job: Job };
  });

describe('any document that passes its check', () => {
  let judged = 0;
  const RUNS = 500;
  it(`gives findings, steps, parts and a sheet: ${RUNS} altered jobs`, () => {
    fc.assert(
      fc.property(altered, (document) => {
        const [house, shape] = [checkHouse(document.house), checkJob(document.job)];
        if (!house.ok || !shape.ok) return;
        const job = inHouse(shape.value, house.value, heldJobs);
        // one that doesn’t fit its house is judged too, but isn’t counted as tried
        if (checkJobIn(shape.value, house.value, heldJobs).ok) judged++;
        const findings = ledgerOf(job);
        expect(findings.length).toBeGreaterThan(5);
        for (const f of findings)
          expect([f.title.length > 0, f.says.length > 0, /undefined|NaN|\[object/.test(f.says)]).toEqual([true, true, false]);
        expect(stepsOf(job).length).toBeGreaterThan(5);
        summarise(job, findings);
        expect(materialsOf(job).length).toBeGreaterThan(0);
        expect(toolsByStep([job]).length).toBeGreaterThan(0);
        jobSheet(job);
        const want = wantOf(job);
        if (want) wantFeeds({ ...house.value, site: job.found }, want);
      }),
      { numRuns: RUNS },
    );
    // most of them must get past the check, or nothing was tried
    expect(judged).toBeGreaterThan(RUNS / 3);
  });
  it.each(AWG_SIZES)('a planned cable of %s AWG on any breaker has its volts worked out and its verdict', (gauge) => {
    for (const breakerA of [15, 20, 30, 40, 50, 60] as const)
      for (const job of plannedJobs) {
        const changes = job.changes.map((c) => (c.do === 'run-cable' ? { ...c, cable: { ...c.cable, gauge } } : c));
        const circuits = job.found.circuits.map((c) => ({ ...c, breakerA }));
        const altered: JobInHouse = { ...job, changes, found: { ...job.found, circuits } };
        expect(checkJob(bareJob(altered)).ok).toBe(true);
        expect(ledgerOf(altered).filter((f) => f.rule === 'voltage-drop').length).toBeLessThanOrEqual(1);
      }
  });
});
