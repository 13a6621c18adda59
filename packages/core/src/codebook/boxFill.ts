/** Box fill (NEC 314.16(B)): what every conductor, clamp, fitting and yoke takes of a box's volume. */
import { fillWords } from '../words/codebook/boxFill.js';
import { nec, type Source } from '../catalog/index.js';
import { printAwg, type Awg } from '../measure/index.js';
import { editionYear, type Edition, type Term } from '../model/index.js';
import { atMost, product, term, total, type Judged } from './judged.js';

/** Volume allowance per conductor in in³, NEC 2020 Table 314.16(B)(1), from memory. */
export const VOLUME_PER_CONDUCTOR: Record<Awg, number> = { 18: 1.5, 16: 1.75, 14: 2, 12: 2.25, 10: 2.5, 8: 3, 6: 5 };

export interface FillConductors {
  label: string;
  gauge: Awg;
  /** how many, a whole number of 0 or more */
  count: number;
  /**
   * `ends`: from outside, ends or is spliced here (1 each) · `unbroken`: runs through without a cut (1 each) ·
   * `loop`: unbroken with a loop of at least twice the free length (2 each) · `inside`: pigtails that never leave the box (0)
   */
  kind: 'ends' | 'unbroken' | 'loop' | 'inside';
}
export interface FillYoke {
  label: string;
  /** largest conductor on its terminals */
  gauge: Awg;
  /** gangs that the device is wide; 1 for a usual receptacle */
  gangs: number;
}
export interface BoxFillInput {
  edition: Edition;
  conductors: FillConductors[];
  /** equipment grounds entering the box, by gauge; pigtails don't count */
  grounds: { gauge: Awg; count: number }[];
  /** a second set: isolated grounds */
  isolatedGrounds?: { gauge: Awg; count: number }[];
  /** clamps inside the box (moulded tabs and outside connectors take nothing) */
  internalClamps: boolean;
  supportFittings: number;
  yokes: FillYoke[];
  /** undefined: not known, and then nothing can be told */
  volumeIn3: number | undefined;
}

const WEIGHT = { ends: 1, unbroken: 1, loop: 2, inside: 0 } as const;
const KIND_WORDS = {
  ends: 'end or are spliced here',
  unbroken: 'pass unbroken',
  loop: 'pass unbroken in a long loop',
  inside: 'wholly inside',
} as const;

const thickest = (gauges: Awg[]): Awg | undefined =>
  gauges.length ? gauges.reduce((a, b) => (VOLUME_PER_CONDUCTOR[b] > VOLUME_PER_CONDUCTOR[a] ? b : a)) : undefined;

/** One allowance for up to four grounds and, from 2020 on, a quarter for each further one; before, one for all. */
function groundTerms(label: string, grounds: { gauge: Awg; count: number }[], edition: Edition): Term[] {
  const present = grounds.filter((g) => g.count > 0);
  const largest = thickest(present.map((g) => g.gauge));
  if (largest === undefined) return [];
  const count = present.reduce((sum, g) => sum + g.count, 0);
  const each = VOLUME_PER_CONDUCTOR[largest];
  const first = product(`${count} ${count === 1 ? label.replace(/s$/, '') : label}, one allowance, ${printAwg(largest)}`, 1, each, 'in³');
  if (editionYear(edition) < 2020 || count <= 4) return [first];
  return [first, product(`${count - 4} beyond the fourth, a quarter each`, count - 4, each / 4, 'in³')];
}

const wholeCounts = (input: BoxFillInput): void => {
  const counts = [...input.conductors, ...input.grounds, ...(input.isolatedGrounds ?? [])].map((c) => c.count);
  for (const count of [...counts, input.supportFittings]) {
    if (!Number.isInteger(count) || count < 0) throw new RangeError(`boxFill: a count must be a whole number of 0 or more, got ${count}`);
  }
};

/** The rule's source in an edition. */
export const boxFillSource = (edition: Edition): Source => nec(edition.slice(3), '314.16(B)');

/**
 * Sums a box's fill against its volume.
 * @returns needed volume in in³, and stop above the volume, ok at or below, can't tell without a volume
 * @throws RangeError on negative or broken counts
 */
export function boxFill(input: BoxFillInput): Judged & { neededIn3: number } {
  wholeCounts(input);
  const terms: Term[] = [];
  for (const group of input.conductors) {
    if (group.count === 0) continue;
    const each = VOLUME_PER_CONDUCTOR[group.gauge] * WEIGHT[group.kind];
    terms.push(product(`${group.label}, ${printAwg(group.gauge)}`, group.count, each, 'in³', { how: KIND_WORDS[group.kind] }));
  }
  terms.push(
    ...groundTerms('grounds', input.grounds, input.edition),
    ...groundTerms('isolated grounds', input.isolatedGrounds ?? [], input.edition),
  );
  const largest = thickest([
    ...input.conductors.filter((c) => c.count > 0).map((c) => c.gauge),
    ...input.grounds.filter((g) => g.count > 0).map((g) => g.gauge),
  ]);
  const largestEach = largest === undefined ? 0 : VOLUME_PER_CONDUCTOR[largest];
  terms.push(
    input.internalClamps ? product('clamps inside, together', 1, largestEach, 'in³') : term('clamps inside: none that count', 0, 'in³'),
  );
  if (input.supportFittings > 0) terms.push(product('support fittings', input.supportFittings, largestEach, 'in³'));
  for (const yoke of input.yokes)
    terms.push(product(`${yoke.label}, ${printAwg(yoke.gauge)} on it`, 2 * yoke.gangs, VOLUME_PER_CONDUCTOR[yoke.gauge], 'in³'));

  const neededIn3 = total(terms);
  const result = term('needed', neededIn3, 'in³');
  const source = boxFillSource(input.edition);
  if (input.volumeIn3 === undefined) {
    return {
      neededIn3,
      source,
      verdict: 'can’t tell',
      ...fillWords.volumeUnknown({ neededIn3 }),
      sums: [{ terms, result }],
    };
  }
  const fits = atMost(neededIn3, input.volumeIn3);
  return {
    neededIn3,
    source,
    verdict: fits ? 'ok' : 'stop',
    ...fillWords.held({ neededIn3, volumeIn3: input.volumeIn3 }),
    sums: [{ terms, result, limit: { ...term('volume of the box', input.volumeIn3, 'in³'), relation: '≤' } }],
  };
}
