/** Everything that is judged of a final circuit as it lies, before a tester touches it. */
import {
  atMost,
  carriesA,
  coreAreas,
  electrodeLimitOhm,
  FULL_LOAD_C,
  LAID_WORDS,
  loopLimitOhm,
  NO_SHEATH,
  product,
  RING_LEG_A,
  RING_RATINGS_A,
  term,
  TT_SOURCE,
  warmth,
  ZE_USUAL,
  byVerdict,
  FINAL_RULES,
  ruleRow,
  type FinalRule,
  type Judgement,
} from '../codebook/index.js';
import { BOARD, type CableSize, type Final, type Incoming, type Laid, type Sum } from '../model/index.js';
import { designLoad, dropJudged, legCurrents, loopsOf, outletsOf, RING_FAR_A, type Lengths } from './design.js';
import { shapeOf, type Shape, type ShapeProblem } from './shape.js';
import { lengthsRead } from './tests.js';

/** What is judged of a final circuit; `subject` is the circuit, or the id of a point or run of it. */
export interface FinalFinding extends Judgement<FinalRule> {
  subject: string;
}

type Told = Partial<FinalFinding> & Pick<FinalFinding, 'verdict' | 'says'>;

/** All findings of a circuit, what stops it first. */
export function finalFindings(final: Final, incoming: Incoming = {}): FinalFinding[] {
  const shape = shapeOf(final);
  const lengths = lengthsRead(final);
  const out: Omit<FinalFinding, 'about'>[] = [];
  const say = (rule: FinalRule, told: Told): void => {
    const { title, source } = FINAL_RULES[rule];
    // what rests on a size or a length that is only taken is no ok
    const taken = told.verdict === 'ok' ? takenFor(final, rule) : undefined;
    out.push({
      rule,
      subject: final.id,
      title,
      source,
      sums: [],
      ...told,
      ...(taken ? { verdict: 'can’t tell', says: `${told.says}; by ${taken.by}`, ask: taken.ask } : {}),
    });
  };
  shapeFindings(final, shape, say);
  spurFindings(final, shape, say);
  ratingFinding(final, say);
  carriesFinding(final, say);
  legsFinding(final, lengths, say);
  const usable = shape.problems.every((p) => p.is === 'spur on a spur' || p.is === 'spur from the board');
  if (usable) say('drop', dropJudged(final, lengths));
  if (usable) loopFinding(final, lengths, incoming, say);
  incomingFindings(incoming, say);
  protectionFindings(final, say);
  pointFindings(final, say);
  coresFindings(final, say);
  if (lengths.unknown.length)
    say('lengths', { verdict: 'can’t tell', says: `${lengths.unknown.length} of ${final.runs.length} runs have no length`, ask: 'Measure them along their way, or read r1 round the ring: what it leaves is shared evenly, and said.' }); // prettier-ignore
  return out.sort(byVerdict).map((f) => ({ ...f, about: [f.subject] }));
}

/** What is to be looked at before a rule can be told; undefined where all it rests on was seen. */
function takenFor(final: Final, rule: FinalRule): { by: string; ask: string } | undefined {
  const rests = ruleRow('UK', rule).restsOn;
  if (rests?.includes('size') && final.runs.some((r) => r.presets?.includes('size'))) return { by: 'a size that is only taken', ask: 'Look at the cable in an opened accessory, dead.' }; // prettier-ignore
  if (rests?.includes('length') && final.runs.some((r) => r.length?.known === 'assumed')) return { by: 'a length that is only taken', ask: 'Measure the runs whose length is only taken.' }; // prettier-ignore
  return undefined;
}

type Say = (rule: FinalRule, told: Told) => void;
/** A point by its name, or the consumer unit. */
export const nameOf = (final: Final, id: string): string => (id === BOARD ? 'the consumer unit' : (final.points.find((p) => p.id === id)?.name ?? id)); // prettier-ignore
const names = (final: Final, ids: readonly string[]): string => ids.map((id) => nameOf(final, id)).join(', ');
/** A run in words: from where to where. */
export const runWords = (final: Final, run: { ends: readonly [string, string] }): string => `${nameOf(final, run.ends[0])} to ${nameOf(final, run.ends[1])}`; // prettier-ignore

const PROBLEM_WORDS: Readonly<Record<ShapeProblem['is'], (at: string) => Told>> = {
  'no points': () => ({
    verdict: 'can’t tell',
    says: 'no point is noted yet',
    ask: 'Note every socket, fused unit and joint in its order.',
  }),
  'not at the board': () => ({ verdict: 'stop', says: 'no run leads to the consumer unit: by what is noted nothing feeds it' }),
  apart: (at) => ({ verdict: 'stop', says: `no run leads to ${at}` }),
  'open ring': (at) => ({ verdict: 'stop', says: `the ring does not close${at ? `: it ends at ${at}` : ''}. Each leg is then a radial of 2.5 mm² on 32 A: too much for the cable. A run is missing in the notes, or the ring is broken`, ask: 'Read r1, rn and r2 end to end: they tell which.' }), // prettier-ignore
  interconnected: (at) => ({ verdict: 'stop', says: `more than one way round${at ? `, at ${at}` : ''}: a figure of eight. A broken conductor in it is found by no end-to-end test; take the short cut out` }), // prettier-ignore
  'loop in a radial': (at) => ({ verdict: 'stop', says: `a radial that comes back to itself, at ${at}: a ring on a breaker that is not chosen for one, or a wrong note` }), // prettier-ignore
  'spur on a spur': (at) => ({ verdict: 'stop', says: `one unfused spur feeds ${at}: one single or one twin is all it may. A fused unit first, or the ring taken through them` }), // prettier-ignore
  'spur from the board': (at) => ({ verdict: 'caution', says: `${at}: a spur straight from the consumer unit is allowed for one single or one twin; label it there, since three cables in the breaker look like a ring and a stray` }), // prettier-ignore
};
function shapeFindings(final: Final, shape: Shape, say: Say): void {
  for (const p of shape.problems) {
    const spur = p.is === 'spur on a spur' || p.is === 'spur from the board';
    say(spur ? 'spurs' : 'shape', { ...PROBLEM_WORDS[p.is](names(final, p.points)), subject: `${final.id}/${p.is}/${p.points.join('+')}` });
  }
  if (shape.problems.length) return;
  if (shape.ring)
    say('shape', { verdict: 'ok', says: `one way round through ${shape.ring.points.length} points${shape.spurs.length ? `, with ${shape.spurs.length} ${shape.spurs.length === 1 ? 'spur' : 'spurs'}` : ''}` }); // prettier-ignore
  else say('shape', { verdict: 'ok', says: `a radial through ${final.points.length} points` });
}

function spurFindings(final: Final, { ring, spurs }: Shape, say: Say): void {
  if (!ring || !spurs.length) return;
  const unfused = spurs.filter((s) => !s.fused);
  const outlets = ring.points.filter((p) => p.kind !== 'joint').length;
  const sums: Sum[] = [{ terms: [term('unfused spurs', unfused.length, 'count')], result: term('unfused spurs', unfused.length, 'count'), limit: { ...term('outlets on the ring', outlets, 'count'), relation: '≤' } }]; // prettier-ignore
  if (unfused.length > outlets) say('spurs', { verdict: 'stop', says: 'more unfused spurs than there are outlets on the ring', sums });
  else say('spurs', { verdict: 'ok', says: `${unfused.length} unfused, ${spurs.length - unfused.length} behind a fused unit`, sums });
  // three cables in one accessory are one spur; a second leaves no room for its terminals
  for (const point of ring.points) {
    const from = spurs.filter((s) => s.from === point.id);
    if (from.length > 1) say('spurs', { verdict: 'stop', subject: `${final.id}/${point.id}`, says: `${from.length} spurs from ${point.name}: its terminals would hold ${2 + from.length} conductors each; one spur from each accessory` }); // prettier-ignore
  }
  const thin = spurs.flatMap((s) => s.runs).filter((r) => !ofRingSize(r.size));
  if (thin.length) say('spurs', { verdict: 'stop', subject: `${final.id}/thin`, says: `an unfused spur is of the ring’s size at least: ${thin.map((r) => runWords(final, r)).join('; ')}` }); // prettier-ignore
}
/** Whether a cable is of 2.5 mm² or more. */
const ofRingSize = (size: CableSize): boolean => coreAreas(size).live >= 2.5;

/** Largest breaker of a radial of sockets for a size, A (guidance; memory). */
const RADIAL_A: Readonly<Partial<Record<number, number>>> = { 2.5: 20, 4: 32, 6: 40 };
const thinnest = (final: Final): CableSize | undefined =>
  final.runs.map((r) => r.size).sort((a, b) => coreAreas(a).live - coreAreas(b).live || coreAreas(a).cpc - coreAreas(b).cpc)[0];

function ratingFinding(final: Final, say: Say): void {
  if (final.ratingA === undefined) return say('rating', { verdict: 'can’t tell', says: 'the breaker’s rating is not noted', ask: 'Read the number after the letter on it.' }); // prettier-ignore
  const size = thinnest(final);
  if (size === undefined) return;
  if (final.shape === 'ring') {
    if (!RING_RATINGS_A.includes(final.ratingA)) return say('rating', { verdict: 'caution', says: `a ring is protected by 30 or 32 A; ${final.ratingA} A is ${final.ratingA > 32 ? 'too much' : 'less than it was made for'}` , ...(final.ratingA > 32 ? { verdict: 'stop' as const } : {}) }); // prettier-ignore
    if (!ofRingSize(size)) return say('rating', { verdict: 'stop', says: `a ring is of 2.5 mm² at least; there is ${size} in it` });
    return say('rating', { verdict: 'ok', says: `32 A on a ring of ${size} mm²` });
  }
  const most = RADIAL_A[coreAreas(size).live];
  if (most === undefined || final.ratingA > most) return say('rating', { verdict: 'stop', says: `${final.ratingA} A on ${size} mm²: ${most ? `at most ${most} A for a radial of sockets` : 'too thin for a radial of sockets'}` }); // prettier-ignore
  say('rating', { verdict: 'ok', says: `${final.ratingA} A on a radial of ${size} mm²` });
}

/** What a run carries where its circuit lies at its worst, A. Singles among flat cable lie in conduit all the same. */
const carriesThere = (size: CableSize, laid: Laid): number => carriesA(size, laid) ?? carriesA(size, 'B')!;
function carriesFinding(final: Final, say: Say): void {
  const { laid } = final;
  if (final.runs.length === 0) return;
  if (laid === undefined) return say('carries', { verdict: 'can’t tell', says: 'how the cable lies at its worst is not noted', ask: 'Say whether it lies in plaster, in an insulated wall, under insulation.' }); // prettier-ignore
  const sizes = [...new Set(final.runs.map((r) => r.size))];
  if (sizes.every((s) => carriesA(s, laid) === undefined)) return say('carries', { verdict: 'stop', says: `${NO_SHEATH}; noted is: ${LAID_WORDS[laid]}` }); // prettier-ignore
  const [[size, has]] = sizes.map((s) => [s, carriesThere(s, laid)] as const).sort((a, b) => a[1] - b[1]) as [readonly [CableSize, number]];
  const need = final.shape === 'ring' ? RING_LEG_A : final.ratingA;
  if (need === undefined) return;
  const sums: Sum[] = [{ terms: [term(`${size} mm², ${LAID_WORDS[carriesA(size, laid) === undefined ? 'B' : laid]}`, has, 'A')], result: term('carries', has, 'A'), limit: { ...term(final.shape === 'ring' ? 'each leg of a ring' : 'the breaker', need, 'A'), relation: '≥' } }]; // prettier-ignore
  if (has < need) say('carries', { verdict: 'stop', says: `carries ${has} A of the ${need} A it must`, sums });
  else say('carries', { verdict: 'ok', says: `carries ${has} A`, sums });
}

/** How far a leg is loaded, with the heavy load where it is worst. */
function legsFinding(final: Final, lengths: Lengths, say: Say): void {
  if (final.shape !== 'ring' || final.laid === undefined) return;
  const worst = outletsOf(final)
    .map((p) => ({ p, legs: legCurrents(final, lengths.mm, designLoad(final, p.id)) }))
    .filter((x) => x.legs)
    .sort((a, b) => b.legs!.worstA - a.legs!.worstA)[0];
  if (!worst?.legs) return;
  const { worstA, worst: run } = worst.legs;
  const has = carriesThere(run.size, final.laid);
  const sums: Sum[] = [
    {
      terms: designLoad(final, worst.p.id).map((l) => term(nameOf(final, l.pointId), l.amps, 'A')),
      formula: 'shared by the resistance of the two ways to each',
      result: term(runWords(final, run), worstA, 'A'),
      limit: { ...term('its cable carries', has, 'A'), relation: '≤' },
    },
  ];
  const told = `${worstA.toFixed(1)} A in ${runWords(final, run)} with ${RING_FAR_A} A at ${worst.p.name}`;
  if (!atMost(worstA, has)) say('legs', { verdict: 'caution', says: `${told}, more than it carries for long: heavy things that run for hours (washer, dryer, heaters) belong far from the board, or on circuits of their own`, sums }); // prettier-ignore
  else say('legs', { verdict: lengths.taken ? 'can’t tell' : 'ok', says: `at most ${told}`, sums, ...(lengths.taken ? { ask: 'Lengths are taken as equal from r1: measure the runs.' } : {}) }); // prettier-ignore
}

function loopFinding(final: Final, lengths: Lengths, incoming: Incoming, say: Say): void {
  const { zeOhm } = incoming;
  if (lengths.unknown.length && !lengths.taken) return say('loop', { verdict: 'can’t tell', says: 'lengths of runs are missing', ask: 'Measure them, or read r1 round the ring.' }); // prettier-ignore
  if (zeOhm === undefined) return say('loop', { verdict: 'can’t tell', says: 'the loop outside (Ze) was not read', ask: 'Let a competent person read Ze at the origin with the main earth off, or ask the supplier.' }); // prettier-ignore
  const worst = loopsOf(final, lengths.mm, zeOhm).reduce((a, b) => ((b.zsWarm ?? 0) > (a.zsWarm ?? 0) ? b : a));
  const zs = worst.zsWarm!;
  const terms = [term('Ze', zeOhm, 'Ω'), product(`R1+R2 at ${nameOf(final, worst.pointId)}, at ${FULL_LOAD_C} °C`, worst.r1r2, warmth(FULL_LOAD_C), 'Ω')]; // prettier-ignore
  if (!Number.isFinite(zs)) return;
  if (incoming.earthing === 'TT') {
    const sums: Sum[] = [{ terms, result: term('Zs', zs, 'Ω'), limit: { ...term('50 V ÷ 30 mA', electrodeLimitOhm(), 'Ω'), relation: '≤' } }]; // prettier-ignore
    return final.residual
      ? say('loop', { verdict: atMost(zs, electrodeLimitOhm()) ? 'ok' : 'stop', says: `${zs.toFixed(1)} Ω behind a 30 mA device`, sums, source: TT_SOURCE })
      : say('loop', { verdict: final.residual === undefined ? 'can’t tell' : 'stop', says: 'an earth electrode needs a 30 mA device', sums, source: TT_SOURCE }); // prettier-ignore
  }
  if (final.ratingA === undefined || final.curve === undefined) return say('loop', { verdict: 'can’t tell', says: 'the limit hangs on the breaker', ask: 'Read rating and letter on the breaker.' }); // prettier-ignore
  const limit = loopLimitOhm(final.ratingA, final.curve);
  const sums: Sum[] = [{ terms, result: term('Zs warm', zs, 'Ω'), limit: { ...term(`${final.curve}${final.ratingA} opens at once`, limit, 'Ω'), relation: '≤' } }]; // prettier-ignore
  const ok = atMost(zs, limit);
  say('loop', { verdict: !ok ? 'stop' : lengths.taken ? 'can’t tell' : 'ok', says: `${zs.toFixed(2)} Ω at ${nameOf(final, worst.pointId)}, warm; ${limit.toFixed(2)} Ω may be`, sums, ...(ok && lengths.taken ? { ask: 'Lengths are taken as equal from r1: the reading of Zs itself tells.' } : {}) }); // prettier-ignore
}

function incomingFindings({ earthing, zeOhm }: Incoming, say: Say): void {
  if (earthing === undefined) return say('incoming', { verdict: 'can’t tell', says: 'how the earth comes in is not noted', ask: 'Look at the meter: from the neutral in the cut-out (TN-C-S), from the cable’s sheath (TN-S), from a rod (TT). The supplier tells.' }); // prettier-ignore
  if (zeOhm === undefined) return;
  const usual = ZE_USUAL[earthing];
  const sums: Sum[] = [{ terms: [term('read', zeOhm, 'Ω')], result: term('Ze', zeOhm, 'Ω'), limit: { ...term(`usual for ${earthing}`, usual, 'Ω'), relation: '≤' } }]; // prettier-ignore
  if (atMost(zeOhm, usual)) say('incoming', { verdict: 'ok', says: `${zeOhm} Ω outside`, sums });
  else say('incoming', { verdict: 'caution', says: earthing === 'TT' ? 'over 200 Ω an electrode may not stay as it is' : 'more than a sound supply of this kind has: call the supplier before anything else is judged by it', sums }); // prettier-ignore
}

/** Floor served at most, m² (guidance; memory). */
const floorFor = (final: Final): number => (final.shape === 'ring' ? 100 : (final.ratingA ?? 20) > 20 ? 75 : 50);
function protectionFindings(final: Final, say: Say): void {
  if (final.residual === undefined) say('residual', { verdict: 'can’t tell', says: 'whether a 30 mA device stands ahead of it is not noted', ask: 'Look for a device with a test button and “30 mA” in the consumer unit.' }); // prettier-ignore
  else if (final.residual) say('residual', { verdict: 'ok', says: 'a 30 mA device stands ahead of it' });
  else say('residual', { verdict: 'stop', says: 'sockets up to 32 A need a 30 mA device: before anything is added here, one is fitted, by a competent person' }); // prettier-ignore
  if (!final.arcFault) say('arc-fault', { verdict: 'note', says: 'arc-fault detection is recommended, not asked for here' });
  if (final.servesM2 !== undefined) {
    const most = floorFor(final);
    const sums: Sum[] = [{ terms: [term('floor', final.servesM2, 'm²')], result: term('floor served', final.servesM2, 'm²'), limit: { ...term('guidance', most, 'm²'), relation: '≤' } }]; // prettier-ignore
    say('area', { verdict: atMost(final.servesM2, most) ? 'ok' : 'caution', says: `${final.servesM2} m² on one ${final.shape}`, sums });
  }
}

const FUSE_3A_W = 700;
function pointFindings(final: Final, say: Say): void {
  for (const p of final.points) {
    const subject = `${final.id}/${p.id}`;
    if (p.kind === 'fused unit' && p.watts !== undefined) {
      const need = p.watts <= FUSE_3A_W ? 3 : 13;
      if (p.fuseA === undefined) say('fused-unit', { verdict: 'can’t tell', subject, says: `${p.name}: its fuse was not read; ${need} A for ${p.watts} W`, ask: 'Look at the cartridge in the carrier.' }); // prettier-ignore
      else if (p.watts > 13 * 230) say('fused-unit', { verdict: 'stop', subject, says: `${p.name}: ${p.watts} W is more than 13 A` });
      else if (p.fuseA * 230 < p.watts) say('fused-unit', { verdict: 'stop', subject, says: `${p.name}: ${p.fuseA} A blows at ${p.watts} W` });
      else say('fused-unit', { verdict: p.fuseA > need ? 'caution' : 'ok', subject, says: `${p.name}: ${p.fuseA} A for ${p.watts} W${p.fuseA > need ? `; ${need} A protects its flex` : ''}` }); // prettier-ignore
    }
    if (p.metalBox && p.earthLead === false) say('metal-box', { verdict: 'stop', subject, says: `${p.name}: a metal box without an earth lead to its accessory` }); // prettier-ignore
    else if (p.metalBox && p.earthLead === undefined) say('metal-box', { verdict: 'can’t tell', subject, says: `${p.name}: nobody looked whether its metal box has an earth lead`, ask: 'Look, dead.' }); // prettier-ignore
  }
}

/** Points at which cables of the old colours meet those of the new. */
function coresFindings(final: Final, say: Say): void {
  for (const p of final.points) {
    const here = final.runs.filter((r) => r.ends.includes(p.id));
    const kinds = new Set(here.flatMap((r) => (r.cores ? [r.cores] : [])));
    if (kinds.size > 1) say('cores', { verdict: 'caution', subject: `${final.id}/${p.id}`, says: `${p.name}: red meets brown, and black meets blue, which is neutral now and was a phase once. Check with a tester, mark the old ones, and put the notice of two colours at the board` }); // prettier-ignore
  }
}
