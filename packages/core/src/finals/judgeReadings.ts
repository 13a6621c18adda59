/** What a reading of a final circuit says: against its limit, against what the circuit must read, and what it points to where it is out of line. */
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
import { printReading } from './readText.js';
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
export const mustRead = ({ predicted: ohm, due }: ReadingLine): string =>
  ohm === undefined ? '' : Number.isFinite(ohm) ? printReading({ value: ohm }, due.unit) : 'nothing';

const say = (ohm: number): string => `${ohm.toFixed(2)} Ω`;
const ohmOf = (context: Context, reading: FinalReading | undefined): number | undefined =>
  reading && !reading.over ? corrected(reading.value, context.final.tests ?? {}) : undefined;

/** A reading with what was taken off it, as terms. */
function readTerms({ final }: Context, reading: FinalReading): { terms: Term[]; formula?: string } {
  const { leadsOhm = 0, celsius = 20 } = final.tests ?? {};
  const terms = [term('read', reading.value, 'Ω'), ...(leadsOhm ? [term('leads', -leadsOhm, 'Ω')] : [])];
  return celsius === 20 ? { terms } : { terms, formula: `(read − leads) ÷ ${warmth(celsius).toFixed(3)}, to 20 °C from ${celsius} °C` };
}
const judged = (verdict: Judged['verdict'], says: string, source: Judged['source'], sums: Sum[] = []): Judged => ({ verdict, says, sums, source }); // prettier-ignore

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
        ? judged('ok', 'as marked', POLARITY_SOURCE)
        : judged('stop', 'conductors are exchanged: the circuit stays off until they are where they belong', POLARITY_SOURCE);
    case 'zs':
      return loop(context, due, reading);
    case 'fault-current':
      return faultCurrent(context, reading);
    case 'residual-1x':
    case 'residual-5x':
      return residual(reading, due.test === 'residual-1x' ? RESIDUAL_MS.once : RESIDUAL_MS.fiveTimes);
    case 'residual-button':
      return reading.value === 1
        ? judged('ok', 'opens', RESIDUAL_SOURCE)
        : judged('stop', 'doesn’t open by its button: it protects nobody; replace it', RESIDUAL_SOURCE);
  }
}

const CORE_WORDS = { r1: 'line', rn: 'neutral', r2: 'protective conductor' } as const;

/** r1, rn and r2: through at all, like each other, in the ratio of the areas, and as long as was noted. */
function endToEnd(context: Context, test: 'r1' | 'rn' | 'r2', reading: FinalReading): Judged {
  const word = CORE_WORDS[test];
  if (reading.over) return judged('stop', `the ${word} does not go round: the ring is broken in it. Where: from one end at the board with a long lead to the socket in the middle; through means it lies beyond, and so on by halves. Until it is mended it stays off.`, RING_SOURCE); // prettier-ignore
  const own = ohmOf(context, reading)!;
  const result = term(`${test} at 20 °C`, own, 'Ω');
  const sums: Sum[] = [{ ...readTerms(context, reading), result }];
  const r1 = ohmOf(context, context.readings.get('r1'));
  if (test === 'rn' && r1 !== undefined) {
    const apart = Math.abs(own - r1);
    sums.push({ terms: [term('rn', own, 'Ω'), term('r1', -r1, 'Ω')], formula: '|rn − r1|', result: term('apart', apart, 'Ω'), limit: { ...term('at most', AGREE_OHM, 'Ω'), relation: '≤' } }); // prettier-ignore
    if (!atMost(apart, AGREE_OHM))
      return judged('stop', `line and neutral are of one size and must read alike; ${say(apart)} apart is a loose terminal on the ${own > r1 ? 'neutral' : 'line'}, or the ends of two circuits`, RING_SOURCE, sums); // prettier-ignore
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
          ? judged('stop', `${say(own)} is more than ${ratio.toFixed(2)} × r1: a loose or corroded terminal on a protective conductor`, RING_SOURCE, sums) // prettier-ignore
          : judged('caution', `${say(own)} is less than ${ratio.toFixed(2)} × r1: another way to earth lies beside it (metal boxes, pipes), or a larger protective conductor`, RING_SOURCE, sums); // prettier-ignore
    }
  }
  const expected = context.expected.get(test);
  if (expected !== undefined && Number.isFinite(expected) && !context.lengthsTaken) {
    const per = milliohmPerMetre(context.final.runs[0]!.size)[test === 'r2' ? 'cpc' : 'live'] / 1000;
    const metres = (own - expected) / per;
    if (Math.abs(own - expected) > Math.max(AGREE_OHM, 0.1 * expected))
      return judged('caution', `the lengths noted give ${say(expected)}: about ${Math.abs(metres).toFixed(0)} m of cable ${metres > 0 ? 'more than was noted, or a contact that is not good' : 'less than was noted'}`, RING_SOURCE, sums); // prettier-ignore
  }
  return judged('ok', 'goes round', RING_SOURCE, sums);
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
  if (reading.over) return judged('stop', `nothing between ${word} here: a conductor is open on the way to this point, or the ends were not cross-connected`, RING_SOURCE); // prettier-ignore
  const own = ohmOf(context, reading)!;
  const sums: Sum[] = [{ ...readTerms(context, reading), result: term('at 20 °C', own, 'Ω') }];
  if (a === undefined || b === undefined) return judged('can’t tell', `r1 and ${with_ === 'n' ? 'rn' : 'r2'} come first: this is held against them`, RING_SOURCE, sums); // prettier-ignore
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
      ? {
          ...judged(
            'can’t tell',
            `a spur: ${say(Math.max(0, own - quarter))} more than on the ring; its cable was not measured`,
            RING_SOURCE,
            sums,
          ),
          ask: 'Measure the spur’s cable: more than it has is a loose terminal.',
        }
      : judged('stop', `a spur can’t read less than the ring it hangs on`, RING_SOURCE, sums);
  // line with the smaller protective conductor reads a little less toward the board
  const least = with_ === 'e' ? expected - (quarter - (a * b) / (a + b)) - AGREE_OHM : expected - AGREE_OHM;
  if (!atMost(own, expected + AGREE_OHM)) {
    const { live, cpc } = milliohmPerMetre(context.final.runs[0]!.size);
    const metres = ((own - expected) * 1000) / (live + (with_ === 'n' ? live : cpc));
    return judged('stop', tail.length ? `${say(own - expected)} more than its spur has: a longer spur, a spur on a spur, or a loose terminal` : `${say(own - expected)} more than the others may: it hangs on a spur of about ${metres.toFixed(1)} m that nobody noted, or a terminal here is loose`, RING_SOURCE, sums); // prettier-ignore
  }
  if (own < least)
    return judged('stop', `less than a ring can read here: the legs were not crossed but joined straight, or two rings are connected with each other`, RING_SOURCE, sums); // prettier-ignore
  return judged('ok', tail.length ? 'as its spur makes it' : 'like the others', RING_SOURCE, sums);
}

/** R1+R2 of a radial at a point, against its cable. */
function linked(context: Context, due: Due, reading: FinalReading): Judged {
  if (reading.over) return judged('stop', 'nothing from line to protective conductor here: one of them is open, or the link at the board is missing', RING_SOURCE); // prettier-ignore
  const own = ohmOf(context, reading)!;
  const sums: Sum[] = [{ ...readTerms(context, reading), result: term('R1+R2 at 20 °C', own, 'Ω') }];
  const expected = context.expected.get(dueKey(due));
  if (expected === undefined) return judged('can’t tell', 'through; how much it must be hangs on lengths that nobody measured', RING_SOURCE, sums); // prettier-ignore
  if (!Number.isFinite(expected)) return judged('can’t tell', 'by the runs noted nothing leads here', RING_SOURCE, sums);
  const within = Math.max(AGREE_OHM, 0.1 * expected);
  if (own > expected + within) return judged('stop', `its cable has ${say(expected)}: a loose terminal, or more cable than was noted`, RING_SOURCE, sums); // prettier-ignore
  if (own < expected - within) return judged('caution', `its cable has ${say(expected)}: less cable than was noted, or another way to earth`, RING_SOURCE, sums); // prettier-ignore
  return judged('ok', 'as its cable has it', RING_SOURCE, sums);
}

function insulationJudged({ value, over }: FinalReading): Judged {
  const sums: Sum[] = [{ terms: [term(over ? 'more than' : 'read', value, 'MΩ')], result: term('insulation', value, 'MΩ'), limit: { ...term('at least', INSULATION_LEAST_MOHM, 'MΩ'), relation: '≥' } }]; // prettier-ignore
  if (!atLeast(value, INSULATION_LEAST_MOHM)) return judged('stop', 'under 1 MΩ: something is still connected, or insulation is damaged or damp. The circuit stays off.', INSULATION_SOURCE, sums); // prettier-ignore
  if (value < INSULATION_USUAL_MOHM) return judged('caution', `passes; a sound circuit reads over ${INSULATION_USUAL_MOHM} MΩ (common practice): look for what is still connected, and for damp`, INSULATION_SOURCE, sums); // prettier-ignore
  return judged('ok', 'sound', INSULATION_SOURCE, sums);
}

/** The loop as read cold against 80 % of its limit, and against what outside loop and cable make. */
function loop(context: Context, due: Due, reading: FinalReading): Judged {
  const { final, incoming } = context;
  if (reading.over) return judged('stop', 'no loop: the earth is open on the way, or line and neutral are exchanged', ZS_SOURCE);
  const own = reading.value;
  if (incoming.earthing === 'TT') {
    const limit = electrodeLimitOhm();
    const sums: Sum[] = [{ terms: [term('read', own, 'Ω')], result: term('Zs', own, 'Ω'), limit: { ...term('50 V ÷ 30 mA', limit, 'Ω'), relation: '≤' } }]; // prettier-ignore
    if (final.residual === false)
      return judged('stop', 'an earth electrode without a 30 mA device: nothing opens in time', TT_SOURCE, sums);
    if (!atMost(own, limit)) return judged('stop', 'too high even for the 30 mA device', TT_SOURCE, sums);
    if (final.residual === undefined) return judged('can’t tell', 'whether a 30 mA device stands ahead was not noted', TT_SOURCE, sums);
    return own > UNSTABLE_OHM ? judged('caution', 'over 200 Ω an electrode may not stay as it is', TT_SOURCE, sums) : judged('ok', 'within what the 30 mA device needs', TT_SOURCE, sums); // prettier-ignore
  }
  if (final.ratingA === undefined || final.curve === undefined)
    return { ...judged('can’t tell', 'the limit hangs on the breaker', ZS_SOURCE, [{ terms: [term('read', own, 'Ω')], result: term('Zs', own, 'Ω') }]), ask: 'Read rating and letter on the breaker.' }; // prettier-ignore
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
  if (!atMost(own, limit)) return judged('stop', `${say(own)} is over the ${say(limit)} at which ${final.curve}${final.ratingA} still opens at once${final.residual ? ': only the 30 mA device would open. Find why it is so high' : ''}`, ZS_SOURCE, sums); // prettier-ignore
  if (!atMost(own, COLD_SHARE * limit)) return judged('caution', `over 80 % of ${say(limit)}: warm it may pass the limit. Reckon it with the temperature, or shorten the way`, ZS_SOURCE, sums); // prettier-ignore
  if (expected !== undefined && own > expected + Math.max(AGREE_OHM, 0.1 * expected)) return judged('caution', `within its limit, but ${say(own - expected)} more than outside loop and cable have: a contact on the way is not good`, ZS_SOURCE, sums); // prettier-ignore
  return judged('ok', 'opens at once', ZS_SOURCE, sums);
}

function faultCurrent({ final }: Context, { value, over }: FinalReading): Judged {
  const { breaksKa } = final;
  const result = term(over ? 'more than' : 'fault current', value, 'kA');
  if (breaksKa === undefined) return { ...judged('can’t tell', 'what the breaker breaks was not read', FAULT_SOURCE, [{ terms: [term('read', value, 'kA')], result }]), ask: 'Read the figure in a box on the breaker: 6000 is 6 kA.' }; // prettier-ignore
  const sums: Sum[] = [{ terms: [term('read', value, 'kA')], result, limit: { ...term('breaks', breaksKa, 'kA'), relation: '≤' } }]; // prettier-ignore
  if (!atMost(value, breaksKa)) return judged('stop', `more than the ${breaksKa} kA that the breaker breaks: leave it to the competent person`, FAULT_SOURCE, sums); // prettier-ignore
  if (over) return judged('can’t tell', 'the instrument showed no more than that: read it with one of a greater range', FAULT_SOURCE, sums);
  return judged('ok', `the breaker breaks ${breaksKa} kA`, FAULT_SOURCE, sums);
}
function residual({ value, over }: FinalReading, limit: number): Judged {
  const sums: Sum[] = [{ terms: [term(over ? 'more than' : 'read', value, 'ms')], result: term('time', value, 'ms'), limit: { ...term('at most', limit, 'ms'), relation: '≤' } }]; // prettier-ignore
  return !over && atMost(value, limit)
    ? judged('ok', 'opens in time', RESIDUAL_SOURCE, sums)
    : judged('stop', 'too slow: it protects nobody; replace it', RESIDUAL_SOURCE, sums);
}
