/** The catalogue against the tables it was written from: NEC Table 314.16(A) as in handbook 20 (from memory), sizes of handbook 2. */
import { describe, expect, it } from 'vitest';
import { toInches } from '../measure/index.js';
import {
  APPLIANCES,
  articleIdsOf,
  ARTICLE_IDS,
  ARTICLES,
  BOX_KINDS,
  boxKinds,
  connectorFor,
  DEVICE_KINDS,
  FINISHES,
  finishesOf,
  GANG_PITCH_MM,
  nec,
  PLATE,
  plateWidthMm,
  practice,
  priceOf,
  printSource,
  spliceParts,
  ukBoxSort,
} from './index.js';

describe('boxes', () => {
  it('the sort of a back box is told from none but a back box', () =>
    expect(['back-metal-35-2g', 'back-lined-47-1g', 'back-surface-32-1g', 'back-weather-50-2g', 'metal-device-2', 'back-metal', 'other', undefined].map(ukBoxSort)).toEqual(['metal', 'lined', 'surface', 'weather', undefined, undefined, undefined, undefined])); // prettier-ignore
  it.each([
    ['metal-device-2', 10],
    ['metal-device-2-1/4', 10.5],
    ['metal-device-2-1/2', 12.5],
    ['metal-device-2-3/4', 14],
    ['metal-device-3-1/2', 18],
    ['metal-utility-1-1/2', 10.3],
    ['metal-utility-1-7/8', 13],
    ['metal-utility-2-1/8', 14.5],
    ['metal-square-1-1/2', 21],
    ['metal-square-2-1/8', 30.3],
    ['masonry-2-1/2', 14],
    ['masonry-3-1/2', 21],
  ] as const)('%s holds %d in³ by the table', (id, volume) => {
    expect(BOX_KINDS[id].volumeIn3).toBe(volume);
    expect(BOX_KINDS[id].source).toMatchObject({ clause: 'Table 314.16(A)', from: 'memory' });
  });
  it('no box is said to hold more than its outside', () => {
    for (const box of boxKinds())
      expect(box.volumeIn3, box.id).toBeLessThanOrEqual(toInches(box.widthMm) * toInches(box.heightMm) * toInches(box.depthMm));
  });
  it('plastic boxes say that their volume is common practice, and clamp a range of finishes if they have wings', () => {
    for (const box of boxKinds().filter((b) => b.material === 'plastic')) {
      expect(box.source).toEqual(practice);
      expect(box.clampsFinishMm !== undefined, box.id).toBe(box.mounting === 'wings');
    }
  });
  it('what goes into a closed wall has an opening; what needs open framing or stands on the wall has none', () => {
    for (const box of boxKinds()) expect(box.opening !== undefined, box.id).toBe(!['nail-on', 'surface'].includes(box.mounting));
  });
  it('an old-work opening is 2 1/4 × 3 3/4 in; a second gang adds 1 13/16 in', () => {
    expect(BOX_KINDS['wings-1g-20'].opening).toEqual({ widthMm: 2.25 * 25.4, heightMm: 3.75 * 25.4 });
    expect(toInches(GANG_PITCH_MM)).toBeCloseTo(1.8125);
    expect(BOX_KINDS['wings-2g-32'].widthMm - BOX_KINDS['wings-1g-20'].widthMm).toBeCloseTo(GANG_PITCH_MM);
  });
  it('a plate is 2 3/4 × 4 1/2 in', () => {
    expect([toInches(PLATE.widthMm), toInches(PLATE.heightMm)]).toEqual([2.75, 4.5]);
    expect(toInches(plateWidthMm(2))).toBeCloseTo(4.5625);
  });
});

describe('devices, finishes, appliances', () => {
  it('a duplex is two outlets, a single one is one', () => {
    expect(DEVICE_KINDS['duplex-15'].outlets).toBe(2);
    expect(DEVICE_KINDS['single-20']).toMatchObject({ outlets: 1, ratingA: 20 });
  });
  it('wood burns, drywall and plaster don’t', () => {
    expect([
      FINISHES['wood-panelling'].combustible,
      FINISHES['wood-siding'].combustible,
      FINISHES.drywall.combustible,
      FINISHES['plaster-lath'].combustible,
    ]).toEqual([true, true, false, false]);
  });
  it('every appliance draws something, and says it is only common practice', () => {
    expect(new Set(APPLIANCES.map((a) => a.name)).size).toBe(APPLIANCES.length);
    for (const a of APPLIANCES) {
      expect(a.watts).toBeGreaterThan(0);
      expect(a.source).toEqual(practice);
    }
  });
});

it('a source prints what it is and that memory wants checking', () => {
  expect(printSource(nec('2020', '314.16(B)'))).toBe('NEC 2020, 314.16(B) · from memory, check the adopted local code');
  expect(printSource(practice)).toBe('common practice');
  expect(printSource({ from: 'stamped' })).toBe('stamped on the part');
  expect(printSource({ from: 'measured' })).toBe('measured on site');
});

describe('connectors of a splice (common practice: the packet says what it takes)', () => {
  const of = (n: number, gauge: 14 | 12 = 14) => Array.from({ length: n }, () => gauge);
  it('one as long as one takes them all', () => {
    for (const n of [2, 3, 4, 5]) expect(spliceParts('plain twist-on', of(n)), `${n}`).toHaveLength(1);
  });
  it('two where one does not: every conductor in exactly one of them, and a jumper’s room in each', () => {
    const parts = spliceParts('plain twist-on', of(7))!;
    expect(parts.flatMap((p) => p.of).sort()).toEqual([0, 1, 2, 3, 4, 5, 6]);
    for (const p of parts) expect(connectorFor('plain twist-on', of(p.of.length + 1))).toEqual(p.connector);
  });
  it('a lever connector has five ports at most: more go into a twist-on, said by its name', () => {
    expect(spliceParts('lever', of(5))![0]!.connector.name).toContain('lever');
    expect(spliceParts('lever', of(6))!.every((p) => p.connector.name.length > 0)).toBe(true);
  });
  it('the jumper is as thick as the thickest, wherever that stands', () => {
    // copper of a large one: five of 12 AWG, 16.5 mm²; four of them with a jumper of 12 AWG fit, with one of 10 AWG (5.26 mm²) they don’t
    const thick = (at: number) => of(7, 12).map((g, i) => (i === at ? 10 : g));
    expect([4, 5, 6].map((at) => spliceParts('plain twist-on', thick(at)))).toEqual([undefined, undefined, undefined]);
    expect(spliceParts('plain twist-on', of(7, 12))!.map((p) => p.of)).toEqual([
      [0, 1, 2, 3],
      [4, 5, 6],
    ]);
    // four thin ones with a thick jumper; one half that finds none leaves the splice without
    expect(spliceParts('plain twist-on', [14, 14, 14, 14, 10, 14, 14])!.map((p) => p.connector.name)).toEqual(['large twist-on connector', 'large twist-on connector']); // prettier-ignore
  });
  it('sizes of twist-on connectors, just full and one more (common practice)', () => {
    const name = (...gauges: (14 | 12 | 10)[]) => connectorFor('plain twist-on', gauges)?.name.split(' ')[0];
    expect([name(14, 14), name(14, 12), name(14, 14, 14), name(12, 12, 12), name(14, 14, 14, 14), name(12, 12, 12, 12)]).toEqual(['small', 'medium', 'medium', 'medium', 'medium', 'large']); // prettier-ignore
    expect([name(...of(5)), name(...of(6)), name(...of(7)), name(...of(5, 12)), name(...of(6, 12))]).toEqual(['large', 'large', undefined, 'large', undefined]); // prettier-ignore
  });
  it('ports of a push-in: the next that has enough; none for 10 AWG', () => {
    const ports = (school: 'push-in' | 'lever', n: number) => connectorFor(school, of(n))?.name;
    expect([ports('push-in', 6), ports('push-in', 7), ports('push-in', 8), ports('push-in', 9)]).toEqual(['push-in connector, 6 ports', 'push-in connector, 8 ports', 'push-in connector, 8 ports', undefined]); // prettier-ignore
    expect([ports('lever', 5), ports('lever', 6)]).toEqual(['lever connector, 5 ports', undefined]);
    expect([connectorFor('push-in', [14, 12])?.name, connectorFor('push-in', [12, 10])]).toEqual(['push-in connector, 2 ports', undefined]); // prettier-ignore
    // bare ends: 7/16 in for a lever, 1/2 in for a push-in and a twist-on, 3/4 in where they are twisted first (common practice)
    const strip = (school: Parameters<typeof connectorFor>[0]) => Math.round(toInches(connectorFor(school, of(2))!.stripMm) * 1e6) / 1e6;
    expect([strip('lever'), strip('push-in'), strip('plain twist-on'), strip('pre-twisted twist-on')]).toEqual([0.4375, 0.5, 0.5, 0.75]);
  });
  it('none is none: twenty 12 AWG fit no two', () => expect(spliceParts('plain twist-on', of(20, 12))).toBeUndefined());
  it('a splice of one is no splice', () => expect(() => connectorFor('lever', of(1))).toThrow(/2 or more/));
});

describe('finishes by country', () => {
  it('US by their names, in their order; UK those that are met there, by theirs', () => {
    expect(finishesOf(false).map((f) => f.id)).toEqual(Object.keys(FINISHES));
    expect(finishesOf(false).find((f) => f.id === 'drywall')!.name).toBe(FINISHES.drywall.name);
    expect(finishesOf(true).map((f) => f.name).sort()).toEqual(['bare block', 'bare brick', 'lath and plaster', 'panelling', 'plaster on masonry', 'plasterboard', 'tiles']); // prettier-ignore
    expect(finishesOf(true).find((f) => f.name === 'plasterboard')!.id).toBe('drywall');
  });
});
describe('prices and what is of a country', () => {
  it('one’s own price in place of the placeholder, 0 too', () => {
    const given = ARTICLES.plate.price;
    expect([priceOf(undefined, 'plate'), priceOf({}, 'plate'), priceOf({ plate: 0 }, 'plate'), priceOf({ plate: 2.5 }, 'plate')]).toEqual([given, given, 0, 2.5]); // prettier-ignore
  });
  it('each article is of one country', () => {
    const [us, uk] = [articleIdsOf(false), articleIdsOf(true)];
    expect([...us, ...uk].sort()).toEqual([...ARTICLE_IDS].sort());
    expect([us.includes('cable-14'), uk.includes('uk-twin'), us.some((id) => id.startsWith('uk-')), uk.every((id) => id.startsWith('uk-'))]).toEqual([true, true, false, true]); // prettier-ignore
  });
});
