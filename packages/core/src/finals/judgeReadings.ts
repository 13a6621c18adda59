/** What a reading of a final circuit says: against its limit, against what the circuit must read, and what it points to where it is out of line. */
import { readingWords } from '../words/finals/judgeReadings.js';
import type { Told } from '../words/phrases.js';
import {
  atLeast,
  atMost,
  COLD_SHARE,
  electrodeLimitOhm,
  FAULT_SOURCE,
  INSULATION_LEAST_MOHM,
  INSULATION_SOURCE,
  INSULATION_USUAL_MOHM,
  loopLimitOhm,
  milliohmPerMetre,
  POLARITY_SOURCE,
  RESIDUAL_MS,
  RESIDUAL_SOURCE,
  RING_SOURCE,
  term,
  TT_SOURCE,
  UNSTABLE_OHM,
  warmth,
  ZS_SOURCE,
  type Judged,
} from '../codebook/index.js';
import { BOARD, type Final, type FinalReading, type FinalRun, type CableSize, type Incoming, type Sum, type Term } from '../model/index.js';
import { corrected, dueKey, dueTests, lengthsRead, predicted, readingsOf, type Due } from './tests.js';
import { shapeOf, type Shape } from './shape.js';

/** Readings of a sound ring agree within this, Ω (guidance; memory). */
export const AGREE_OHM = 0.05;

export interface ReadingLine {
  due: Due;
  reading?: FinalReading;
  /** what it must read, Ω; absent: can’t be told. Infinity: nothing */
  predicted?: number;
  judged?: Judged;
}

interface Context {
  final: Final;
  incoming: Incoming;
  shape: Shape;
  readings: Map<string, FinalReading>;
  expected: Map<string, number>;
  lengthsTaken: boolean;
}

/** Every test in its order with what it must read, what was read, and what that says. */
export function readingLines(final: Final, incoming: Incoming = {}): ReadingLine[] {
  const lengths = lengthsRead(final);
  const context: Context = {
    final,
    incoming,
    shape: shapeOf(final),
    readings: readingsOf(final.tests),
    expected: predicted(final, lengths.mm, incoming),
    lengthsTaken: lengths.taken,
  };
  return dueTests(final).map((due): ReadingLine => {
    const reading = context.readings.get(dueKey(due));
    const expected = context.expected.get(dueKey(due));
    return {
      due,
      ...(reading ? { reading, judged: judge(context, due, reading) } : {}),
      ...(expected === undefined || due.unit !== 'Ω' ? {} : { predicted: expected }),
    };
  });
}

/** What one reading says of a circuit of which no more is known than its kind, breaker and size: for a sum without a house. */
export function lineOf(of: Pick<Final, 'shape'> & Partial<Pick<Final, 'ratingA' | 'curve'>> & { size?: CableSize }, readings: readonly FinalReading[], key: string): Judged {
  const { size = '2.5/1.5', ...rest } = of;
  const final: Final = {
    ...{ id: 'f', name: 'f', number: '1', ...rest },
    points: [{ id: 'p', name: 'p', kind: 'twin' }],
    runs: [{ id: 'a', ends: [BOARD, 'p'], size }, ...(of.shape === 'ring' ? [{ id: 'b', ends: ['p', BOARD] as [string, string], size }] : [])],
    tests: { readings: [...readings] },
  };
  return readingLines(final).find((l) => dueKey(l.due) === key)!.judged!;
} // prettier-ignore

/** What a test must read as it is written on a sheet; empty where it can’t be told. */
export const mustRead = ({ predicted: ohm }: ReadingLine): string =>
  ohm === undefined ? '' : Number.isFinite(ohm) ? ohm.toFixed(2) : 'nothing';

const ohmOf = (context: Context, reading: FinalReading | undefined): number | undefined =>
  reading && !reading.over ? corrected(reading.value, context.final.tests ?? {}) : undefined;

/** A reading with what was taken off it, as terms. */
function readTerms({ final }: Context, reading: FinalReading): { terms: Term[]; formula?: string } {
  const { leadsOhm = 0, celsius = 20 } = final.tests ?? {};
  const terms = [term('read', reading.value, 'Ω'), ...(leadsOhm ? [term('leads', -leadsOhm, 'Ω')] : [])];
  return celsius === 20 ? { terms } : { terms, formula: `(read − leads) ÷ ${warmth(celsius).toFixed(3)}, to 20 °C from ${celsius} °C` };
}
const judged = (verdict: Judged['verdict'], words: Told, source: Judged['source'], sums: Sum[] = []): Judged => ({ verdict, ...words, sums, source }); // prettier-ignore

function judge(context: Context, due: Due, reading: FinalReading): Judged {
  switch (due.test) {
    case 'r1':
    case 'rn':
    case 'r2':
      return endToEnd(context, due.test, reading);
    case 'crossed-ln':
      return crossed(context, due, reading, 'n');
    case 'crossed-le':
      return context.shape.ring || context.final.shape === 'ring' ? crossed(context, due, reading, 'e') : linked(context, due, reading);
    case 'insulation-ln':
    case 'insulation-le':
    case 'insulation-ne':
      return insulationJudged(reading);
    case 'polarity':
    case 'polarity-live':
      return reading.value === 1
        ? judged('ok', readingWords.asMarked(), POLARITY_SOURCE)
        : judged('stop', readingWords.exchanged(), POLARITY_SOURCE);
    case 'zs':
      return loop(context, due, reading);
    case 'fault-current':
      return faultCurrent(context, reading);
    case 'residual-1x':
    case 'residual-5x':
      return residual(reading, due.test === 'residual-1x' ? RESIDUAL_MS.once : RESIDUAL_MS.fiveTimes);
    case 'residual-button':
      return reading.value === 1
        ? judged('ok', readingWords.opens(), RESIDUAL_SOURCE)
        : judged('stop', readingWords.buttonDead(), RESIDUAL_SOURCE);
  }
}

const CORE_WORDS = { r1: 'line', rn: 'neutral', r2: 'protective conductor' } as const;

/** r1, rn and r2: through at all, like each other, in the ratio of the areas, and as long as was noted. */
function endToEnd(context: Context, test: 'r1' | 'rn' | 'r2', reading: FinalReading): Judged {
  const word = CORE_WORDS[test];
  if (reading.over) return judged('stop', readingWords.ringBroken({ word }), RING_SOURCE); // prettier-ignore
  const own = ohmOf(context, reading)!;
  const result = term(`${test} at 20 °C`, own, 'Ω');
  const sums: Sum[] = [{ ...readTerms(context, reading), result }];
  const r1 = ohmOf(context, context.readings.get('r1'));
  if (test === 'rn' && r1 !== undefined) {
    const apart = Math.abs(own - r1);
    sums.push({ terms: [term('rn', own, 'Ω'), term('r1', -r1, 'Ω')], formula: '|rn − r1|', result: term('apart', apart, 'Ω'), limit: { ...term('at most', AGREE_OHM, 'Ω'), relation: '≤' } }); // prettier-ignore
    if (!atMost(apart, AGREE_OHM))
      return judged('stop', readingWords.liveApart({ apart, own, r1 }), RING_SOURCE, sums); // prettier-ignore
  }
  if (test === 'r2' && r1 !== undefined) {
    const ratio = ratioOf(context.shape.ring?.runs ?? context.final.runs);
    if (ratio !== undefined) {
      const want = r1 * ratio;
      const apart = Math.abs(own - want);
      // what the metres of a ring may differ by
      const within = Math.max(AGREE_OHM, 0.1 * want);
      sums.push({
        terms: [term('r1', r1, 'Ω')],
        formula: `r1 × ${ratio.toFixed(2)}, by the areas`,
        result: term('r2 must be near', want, 'Ω'),
      });
      if (apart > within)
        return own > want
          ? judged('stop', readingWords.cpcHigh({ own, ratio }), RING_SOURCE, sums) // prettier-ignore
          : judged('caution', readingWords.cpcLow({ own, ratio }), RING_SOURCE, sums); // prettier-ignore
    }
  }
  const expected = context.expected.get(test);
  if (expected !== undefined && Number.isFinite(expected) && !context.lengthsTaken) {
    const per = milliohmPerMetre(context.final.runs[0]!.size)[test === 'r2' ? 'cpc' : 'live'] / 1000;
    const metres = (own - expected) / per;
    if (Math.abs(own - expected) > Math.max(AGREE_OHM, 0.1 * expected))
      return judged('caution', readingWords.lengthsApart({ expected, metres }), RING_SOURCE, sums); // prettier-ignore
  }
  return judged('ok', readingWords.goesRound(), RING_SOURCE, sums);
}

/** Protective conductor’s resistance to the line’s, by area; undefined where the sizes of the ring differ. */
function ratioOf(runs: readonly FinalRun[]): number | undefined {
  const sizes = new Set(runs.map((r) => r.size));
  if (sizes.size !== 1) return undefined;
  const { live, cpc } = milliohmPerMetre([...sizes][0]!);
  return cpc / live;
}

/** Cross-connected: alike at every socket of the ring, higher on a spur by the spur. */
function crossed(context: Context, due: Due, reading: FinalReading, with_: 'n' | 'e'): Judged {
  const [a, b] = [ohmOf(context, context.readings.get('r1')), ohmOf(context, context.readings.get(with_ === 'n' ? 'rn' : 'r2'))];
  const word = with_ === 'n' ? 'line and neutral' : 'line and protective conductor';
  if (reading.over) return judged('stop', readingWords.crossedNothing({ word }), RING_SOURCE); // prettier-ignore
  const own = ohmOf(context, reading)!;
  const sums: Sum[] = [{ ...readTerms(context, reading), result: term('at 20 °C', own, 'Ω') }];
  if (a === undefined || b === undefined) return judged('can’t tell', readingWords.endsFirst({ core: with_ }), RING_SOURCE, sums); // prettier-ignore
  const quarter = (a + b) / 4;
  const tail = context.shape.tail.get(due.point!.id) ?? [];
  const tailOhm = tail.every((r) => r.length && r.length.known !== 'assumed') ? tail.reduce((sum, r) => sum + ((milliohmPerMetre(r.size).live + milliohmPerMetre(r.size)[with_ === 'n' ? 'live' : 'cpc']) * r.length!.mm) / 1e6, 0) : undefined; // prettier-ignore
  const expected = tail.length && tailOhm === undefined ? undefined : quarter + (tailOhm ?? 0);
  sums.push({
    terms: [term('r1', a, 'Ω'), term(with_ === 'n' ? 'rn' : 'r2', b, 'Ω'), ...(tailOhm ? [term('its spur', tailOhm, 'Ω')] : [])],
    formula: `(r1 + ${with_ === 'n' ? 'rn' : 'r2'}) ÷ 4${tailOhm ? ' + the spur’s own' : ''}`,
    result: term(with_ === 'n' ? 'on a sound ring' : 'in the middle of a sound ring', expected ?? quarter, 'Ω'),
  });
  if (expected === undefined)
    return own >= quarter - AGREE_OHM
      ? judged('can’t tell', readingWords.spurUnmeasured({ moreOhm: Math.max(0, own - quarter) }), RING_SOURCE, sums)
      : judged('stop', readingWords.spurTooLow(), RING_SOURCE, sums);
  // line with the smaller protective conductor reads a little less toward the board
  const least = with_ === 'e' ? expected - (quarter - (a * b) / (a + b)) - AGREE_OHM : expected - AGREE_OHM;
  if (!atMost(own, expected + AGREE_OHM)) {
    const { live, cpc } = milliohmPerMetre(context.final.runs[0]!.size);
    const metres = ((own - expected) * 1000) / (live + (with_ === 'n' ? live : cpc));
    return judged('stop', tail.length ? readingWords.spurMore({ moreOhm: own - expected }) : readingWords.moreThanOthers({ moreOhm: own - expected, metres }), RING_SOURCE, sums); // prettier-ignore
  }
  if (own < least)
    return judged('stop', readingWords.tooLow(), RING_SOURCE, sums); // prettier-ignore
  return judged('ok', tail.length ? readingWords.asItsSpur() : readingWords.likeOthers(), RING_SOURCE, sums);
}

/** R1+R2 of a radial at a point, against its cable. */
function linked(context: Context, due: Due, reading: FinalReading): Judged {
  if (reading.over) return judged('stop', readingWords.linkedNothing(), RING_SOURCE); // prettier-ignore
  const own = ohmOf(context, reading)!;
  const sums: Sum[] = [{ ...readTerms(context, reading), result: term('R1+R2 at 20 °C', own, 'Ω') }];
  const expected = context.expected.get(dueKey(due));
  if (expected === undefined) return judged('can’t tell', readingWords.lengthsUnknown(), RING_SOURCE, sums); // prettier-ignore
  if (!Number.isFinite(expected)) return judged('can’t tell', readingWords.nothingLeads(), RING_SOURCE, sums);
  const within = Math.max(AGREE_OHM, 0.1 * expected);
  if (own > expected + within) return judged('stop', readingWords.cableMore({ expected }), RING_SOURCE, sums); // prettier-ignore
  if (own < expected - within) return judged('caution', readingWords.cableLess({ expected }), RING_SOURCE, sums); // prettier-ignore
  return judged('ok', readingWords.asItsCable(), RING_SOURCE, sums);
}

function insulationJudged({ value, over }: FinalReading): Judged {
  const sums: Sum[] = [{ terms: [term(over ? 'more than' : 'read', value, 'MΩ')], result: term('insulation', value, 'MΩ'), limit: { ...term('at least', INSULATION_LEAST_MOHM, 'MΩ'), relation: '≥' } }]; // prettier-ignore
  const passes = atLeast(value, INSULATION_LEAST_MOHM);
  if (!passes && over) return judged('can’t tell', readingWords.rangeEnds(), INSULATION_SOURCE, sums);
  if (!passes) return judged('stop', readingWords.insulationLow(), INSULATION_SOURCE, sums);
  if (value < INSULATION_USUAL_MOHM)
    // where the instrument shows no more it is at least so much: no sign of a poor circuit, and none of how good it is
    return over
      ? judged('ok', readingWords.insulationOver({ atLeastMohm: value }), INSULATION_SOURCE, sums)
      : judged('caution', readingWords.insulationPoor({ insulationUsualMohm: INSULATION_USUAL_MOHM }), INSULATION_SOURCE, sums);
  return judged('ok', readingWords.sound(), INSULATION_SOURCE, sums);
}

/** The loop as read cold against 80 % of its limit, and against what outside loop and cable make. */
function loop(context: Context, due: Due, reading: FinalReading): Judged {
  const { final, incoming } = context;
  if (reading.over) return judged('stop', readingWords.noLoop(), ZS_SOURCE);
  const own = reading.value;
  if (incoming.earthing === 'TT') {
    const limit = electrodeLimitOhm();
    const sums: Sum[] = [{ terms: [term('read', own, 'Ω')], result: term('Zs', own, 'Ω'), limit: { ...term('50 V ÷ 30 mA', limit, 'Ω'), relation: '≤' } }]; // prettier-ignore
    if (final.residual === false) return judged('stop', readingWords.ttUnprotected(), TT_SOURCE, sums);
    if (!atMost(own, limit)) return judged('stop', readingWords.ttTooHigh(), TT_SOURCE, sums);
    if (final.residual === undefined) return judged('can’t tell', readingWords.ttResidualUnknown(), TT_SOURCE, sums);
    return own > UNSTABLE_OHM ? judged('caution', readingWords.electrodeUnstable(), TT_SOURCE, sums) : judged('ok', readingWords.ttWithin(), TT_SOURCE, sums); // prettier-ignore
  }
  if (final.ratingA === undefined || final.curve === undefined)
    return judged('can’t tell', readingWords.limitUnknown(), ZS_SOURCE, [{ terms: [term('read', own, 'Ω')], result: term('Zs', own, 'Ω') }]); // prettier-ignore
  const limit = loopLimitOhm(final.ratingA, final.curve);
  const sums: Sum[] = [
    {
      terms: [term(`limit of ${final.curve}${final.ratingA}`, limit, 'Ω')],
      formula: `${COLD_SHARE} × limit, since conductors get warm`,
      result: term('Zs as read', own, 'Ω'),
      limit: { ...term('at most, read cold', COLD_SHARE * limit, 'Ω'), relation: '≤' },
    },
  ];
  const expected = context.expected.get(dueKey(due));
  if (expected !== undefined && Number.isFinite(expected)) sums.push({ terms: [term('Ze', incoming.zeOhm!, 'Ω'), term('R1+R2 of its cable', expected - incoming.zeOhm!, 'Ω')], result: term('Zs reckoned', expected, 'Ω') }); // prettier-ignore
  if (!atMost(own, limit)) return judged('stop', readingWords.loopOver({ own, limit, curve: final.curve, ratingA: final.ratingA, residual: final.residual }), ZS_SOURCE, sums); // prettier-ignore
  if (!atMost(own, COLD_SHARE * limit)) return judged('caution', readingWords.loopWarm({ limit }), ZS_SOURCE, sums); // prettier-ignore
  if (expected !== undefined && own > expected + Math.max(AGREE_OHM, 0.1 * expected)) return judged('caution', readingWords.loopMore({ moreOhm: own - expected }), ZS_SOURCE, sums); // prettier-ignore
  return judged('ok', readingWords.opensAtOnce(), ZS_SOURCE, sums);
}

function faultCurrent({ final }: Context, { value, over }: FinalReading): Judged {
  const { breaksKa } = final;
  const result = term(over ? 'more than' : 'fault current', value, 'kA');
  if (breaksKa === undefined) return judged('can’t tell', readingWords.breakingUnknown(), FAULT_SOURCE, [{ terms: [term('read', value, 'kA')], result }]); // prettier-ignore
  const sums: Sum[] = [{ terms: [term('read', value, 'kA')], result, limit: { ...term('breaks', breaksKa, 'kA'), relation: '≤' } }]; // prettier-ignore
  if (!atMost(value, breaksKa)) return judged('stop', readingWords.breakingOver({ breaksKa }), FAULT_SOURCE, sums); // prettier-ignore
  if (over) return judged('can’t tell', readingWords.rangeEnds(), FAULT_SOURCE, sums);
  return judged('ok', readingWords.breakingHeld({ breaksKa }), FAULT_SOURCE, sums);
}
function residual({ value, over }: FinalReading, limit: number): Judged {
  const sums: Sum[] = [{ terms: [term(over ? 'more than' : 'read', value, 'ms')], result: term('time', value, 'ms'), limit: { ...term('at most', limit, 'ms'), relation: '≤' } }]; // prettier-ignore
  return !over && atMost(value, limit)
    ? judged('ok', readingWords.residualInTime(), RESIDUAL_SOURCE, sums)
    : judged('stop', readingWords.residualSlow(), RESIDUAL_SOURCE, sums);
}
