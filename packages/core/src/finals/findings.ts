/** Everything that is judged of a final circuit as it lies, before a tester touches it. */
import { finalWords } from '../words/finals/findings.js';
import { toldBy, type Told } from '../words/phrases.js';
import {
  atMost,
  carriesA,
  coreAreas,
  electrodeLimitOhm,
  FULL_LOAD_C,
  LAID_WORDS,
  loopLimitOhm,
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

type Says = Told & Partial<FinalFinding> & Pick<FinalFinding, 'verdict'>;

/** All findings of a circuit, what stops it first. */
export function finalFindings(final: Final, incoming: Incoming = {}): FinalFinding[] {
  const shape = shapeOf(final);
  const lengths = lengthsRead(final);
  const out: Omit<FinalFinding, 'about'>[] = [];
  const say = (rule: FinalRule, told: Says): void => {
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
      ...(taken ? { verdict: 'can’t tell', ...finalWords[taken]({ told: toldBy(told) }) } : {}),
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
    say('lengths', { verdict: 'can’t tell', ...finalWords.runsWithoutLength({ unknownCount: lengths.unknown.length, runCount: final.runs.length }) }); // prettier-ignore
  return out.sort(byVerdict).map((f) => ({ ...f, about: [f.subject] }));
}

/** What is to be looked at before a rule can be told; undefined where all it rests on was seen. */
function takenFor(final: Final, rule: FinalRule): 'bySize' | 'byLength' | undefined {
  const rests = ruleRow('UK', rule).restsOn;
  if (rests?.includes('size') && final.runs.some((r) => r.presets?.includes('size'))) return 'bySize'; // prettier-ignore
  if (rests?.includes('length') && final.runs.some((r) => r.length?.known === 'assumed')) return 'byLength'; // prettier-ignore
  return undefined;
}

type Say = (rule: FinalRule, told: Says) => void;
/** A point by its name, or the consumer unit. */
export const nameOf = (final: Final, id: string): string => (id === BOARD ? 'the consumer unit' : (final.points.find((p) => p.id === id)?.name ?? id)); // prettier-ignore
const names = (final: Final, ids: readonly string[]): string => ids.map((id) => nameOf(final, id)).join(', ');
/** A run in words: from where to where. */
export const runWords = (final: Final, run: { ends: readonly [string, string] }): string => `${nameOf(final, run.ends[0])} to ${nameOf(final, run.ends[1])}`; // prettier-ignore

const PROBLEM_WORDS: Readonly<Record<ShapeProblem['is'], (at: string) => Says>> = {
  'no points': () => ({
    verdict: 'can’t tell',
    ...finalWords.noPoints(),
  }),
  'not at the board': () => ({ verdict: 'stop', ...finalWords.notAtBoard() }),
  apart: (at) => ({ verdict: 'stop', ...finalWords.apart({ at }) }),
  'open ring': (at) => ({ verdict: 'stop', ...finalWords.openRing({ at }) }), // prettier-ignore
  interconnected: (at) => ({ verdict: 'stop', ...finalWords.interconnected({ at }) }), // prettier-ignore
  'loop in a radial': (at) => ({ verdict: 'stop', ...finalWords.loopInRadial({ at }) }), // prettier-ignore
  'spur on a spur': (at) => ({ verdict: 'stop', ...finalWords.spurOnSpur({ at }) }), // prettier-ignore
  'spur from the board': (at) => ({ verdict: 'caution', ...finalWords.spurFromBoard({ at }) }), // prettier-ignore
};
function shapeFindings(final: Final, shape: Shape, say: Say): void {
  for (const p of shape.problems) {
    const spur = p.is === 'spur on a spur' || p.is === 'spur from the board';
    say(spur ? 'spurs' : 'shape', { ...PROBLEM_WORDS[p.is](names(final, p.points)), subject: `${final.id}/${p.is}/${p.points.join('+')}` });
  }
  if (shape.problems.length) return;
  if (shape.ring)
    say('shape', { verdict: 'ok', ...finalWords.ring({ pointCount: shape.ring.points.length, spurCount: shape.spurs.length }) }); // prettier-ignore
  else say('shape', { verdict: 'ok', ...finalWords.radial({ pointCount: final.points.length }) });
}

function spurFindings(final: Final, { ring, spurs }: Shape, say: Say): void {
  if (!ring || !spurs.length) return;
  const unfused = spurs.filter((s) => !s.fused);
  const outlets = ring.points.filter((p) => p.kind !== 'joint').length;
  const sums: Sum[] = [{ terms: [term('unfused spurs', unfused.length, 'count')], result: term('unfused spurs', unfused.length, 'count'), limit: { ...term('outlets on the ring', outlets, 'count'), relation: '≤' } }]; // prettier-ignore
  if (unfused.length > outlets) say('spurs', { verdict: 'stop', ...finalWords.tooManySpurs(), sums });
  else say('spurs', { verdict: 'ok', ...finalWords.spurs({ unfused: unfused.length, fused: spurs.length - unfused.length }), sums });
  // three cables in one accessory are one spur; a second leaves no room for its terminals
  for (const point of ring.points) {
    const from = spurs.filter((s) => s.from === point.id);
    if (from.length > 1) say('spurs', { verdict: 'stop', subject: `${final.id}/${point.id}`, ...finalWords.spursFromOne({ spurs: from.length, conductors: 2 + from.length, point: point.name }) }); // prettier-ignore
  }
  const thin = spurs.flatMap((s) => s.runs).filter((r) => !ofRingSize(r.size));
  if (thin.length) say('spurs', { verdict: 'stop', subject: `${final.id}/thin`, ...finalWords.spurTooThin({ thin: thin.map((r) => runWords(final, r)) }) }); // prettier-ignore
}
/** Whether a cable is of 2.5 mm² or more. */
const ofRingSize = (size: CableSize): boolean => coreAreas(size).live >= 2.5;

/** Largest breaker of a radial of sockets for a size, A (guidance; memory). */
const RADIAL_A: Readonly<Partial<Record<number, number>>> = { 2.5: 20, 4: 32, 6: 40 };
const thinnest = (final: Final): CableSize | undefined =>
  final.runs.map((r) => r.size).sort((a, b) => coreAreas(a).live - coreAreas(b).live || coreAreas(a).cpc - coreAreas(b).cpc)[0];

function ratingFinding(final: Final, say: Say): void {
  if (final.ratingA === undefined) return say('rating', { verdict: 'can’t tell', ...finalWords.ratingUnknown() }); // prettier-ignore
  const size = thinnest(final);
  if (size === undefined) return;
  if (final.shape === 'ring') {
    if (!RING_RATINGS_A.includes(final.ratingA)) return say('rating', { verdict: 'caution', ...finalWords.ringRating({ ratingA: final.ratingA }) , ...(final.ratingA > 32 ? { verdict: 'stop' as const } : {}) }); // prettier-ignore
    if (!ofRingSize(size)) return say('rating', { verdict: 'stop', ...finalWords.ringTooThin({ size }) });
    return say('rating', { verdict: 'ok', ...finalWords.ringHeld({ size }) });
  }
  const most = RADIAL_A[coreAreas(size).live];
  if (most === undefined || final.ratingA > most) return say('rating', { verdict: 'stop', ...finalWords.radialTooThin({ ratingA: final.ratingA, size, most }) }); // prettier-ignore
  say('rating', { verdict: 'ok', ...finalWords.radialHeld({ ratingA: final.ratingA, size }) });
}

/** What a run carries where its circuit lies at its worst, A. Singles among flat cable lie in conduit all the same. */
const carriesThere = (size: CableSize, laid: Laid): number => carriesA(size, laid) ?? carriesA(size, 'B')!;
function carriesFinding(final: Final, say: Say): void {
  const { laid } = final;
  if (final.runs.length === 0) return;
  if (laid === undefined) return say('carries', { verdict: 'can’t tell', ...finalWords.laidUnknown() }); // prettier-ignore
  const sizes = [...new Set(final.runs.map((r) => r.size))];
  if (sizes.every((s) => carriesA(s, laid) === undefined)) return say('carries', { verdict: 'stop', ...finalWords.noSheath({ laid: LAID_WORDS[laid] }) }); // prettier-ignore
  const [[size, has]] = sizes.map((s) => [s, carriesThere(s, laid)] as const).sort((a, b) => a[1] - b[1]) as [readonly [CableSize, number]];
  const need = final.shape === 'ring' ? RING_LEG_A : final.ratingA;
  if (need === undefined) return;
  const sums: Sum[] = [{ terms: [term(`${size} mm², ${LAID_WORDS[carriesA(size, laid) === undefined ? 'B' : laid]}`, has, 'A')], result: term('carries', has, 'A'), limit: { ...term(final.shape === 'ring' ? 'each leg of a ring' : 'the breaker', need, 'A'), relation: '≥' } }]; // prettier-ignore
  if (has < need) say('carries', { verdict: 'stop', ...finalWords.carriesTooLittle({ has, need }), sums });
  else say('carries', { verdict: 'ok', ...finalWords.carries({ has }), sums });
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
  const leg = { worstA, run: runWords(final, run), loadA: RING_FAR_A, at: worst.p.name };
  if (!atMost(worstA, has)) say('legs', { verdict: 'caution', ...finalWords.legTooMuch(leg), sums }); // prettier-ignore
  else say('legs', { ...(lengths.taken ? { verdict: 'can’t tell', ...finalWords.legTaken(leg) } : { verdict: 'ok', ...finalWords.legAtMost(leg) }), sums }); // prettier-ignore
}

function loopFinding(final: Final, lengths: Lengths, incoming: Incoming, say: Say): void {
  const { zeOhm } = incoming;
  if (lengths.unknown.length && !lengths.taken) return say('loop', { verdict: 'can’t tell', ...finalWords.lengthsMissing() }); // prettier-ignore
  if (zeOhm === undefined) return say('loop', { verdict: 'can’t tell', ...finalWords.zeUnread() }); // prettier-ignore
  const worst = loopsOf(final, lengths.mm, zeOhm).reduce((a, b) => ((b.zsWarm ?? 0) > (a.zsWarm ?? 0) ? b : a));
  const zs = worst.zsWarm!;
  const terms = [term('Ze', zeOhm, 'Ω'), product(`R1+R2 at ${nameOf(final, worst.pointId)}, at ${FULL_LOAD_C} °C`, worst.r1r2, warmth(FULL_LOAD_C), 'Ω')]; // prettier-ignore
  if (!Number.isFinite(zs)) return;
  if (incoming.earthing === 'TT') {
    const sums: Sum[] = [{ terms, result: term('Zs', zs, 'Ω'), limit: { ...term('50 V ÷ 30 mA', electrodeLimitOhm(), 'Ω'), relation: '≤' } }]; // prettier-ignore
    return final.residual
      ? say('loop', { verdict: atMost(zs, electrodeLimitOhm()) ? 'ok' : 'stop', ...finalWords.electrodeHeld({ zs }), sums, source: TT_SOURCE })
      : say('loop', { verdict: final.residual === undefined ? 'can’t tell' : 'stop', ...finalWords.electrodeUnprotected(), sums, source: TT_SOURCE }); // prettier-ignore
  }
  if (final.ratingA === undefined || final.curve === undefined) return say('loop', { verdict: 'can’t tell', ...finalWords.breakerUnknown() }); // prettier-ignore
  const limit = loopLimitOhm(final.ratingA, final.curve);
  const sums: Sum[] = [{ terms, result: term('Zs warm', zs, 'Ω'), limit: { ...term(`${final.curve}${final.ratingA} opens at once`, limit, 'Ω'), relation: '≤' } }]; // prettier-ignore
  const loop = { zs, at: nameOf(final, worst.pointId), limit };
  if (!atMost(zs, limit)) return say('loop', { verdict: 'stop', ...finalWords.loop(loop), sums });
  say('loop', { ...(lengths.taken ? { verdict: 'can’t tell', ...finalWords.loopTaken(loop) } : { verdict: 'ok', ...finalWords.loop(loop) }), sums }); // prettier-ignore
}

function incomingFindings({ earthing, zeOhm }: Incoming, say: Say): void {
  if (earthing === undefined) return say('incoming', { verdict: 'can’t tell', ...finalWords.earthingUnknown() }); // prettier-ignore
  if (zeOhm === undefined) return;
  const usual = ZE_USUAL[earthing];
  const sums: Sum[] = [{ terms: [term('read', zeOhm, 'Ω')], result: term('Ze', zeOhm, 'Ω'), limit: { ...term(`usual for ${earthing}`, usual, 'Ω'), relation: '≤' } }]; // prettier-ignore
  if (atMost(zeOhm, usual)) say('incoming', { verdict: 'ok', ...finalWords.outside({ zeOhm }), sums });
  else say('incoming', { verdict: 'caution', ...(earthing === 'TT' ? finalWords.electrodeTooHigh() : finalWords.loopTooHigh()), sums }); // prettier-ignore
}

/** Floor served at most, m² (guidance; memory). */
const floorFor = (final: Final): number => (final.shape === 'ring' ? 100 : (final.ratingA ?? 20) > 20 ? 75 : 50);
function protectionFindings(final: Final, say: Say): void {
  if (final.residual === undefined) say('residual', { verdict: 'can’t tell', ...finalWords.residualUnknown() }); // prettier-ignore
  else if (final.residual) say('residual', { verdict: 'ok', ...finalWords.residualThere() });
  else say('residual', { verdict: 'stop', ...finalWords.residualAsked() }); // prettier-ignore
  if (!final.arcFault) say('arc-fault', { verdict: 'note', ...finalWords.arcFault() });
  if (final.servesM2 !== undefined) {
    const most = floorFor(final);
    const sums: Sum[] = [{ terms: [term('floor', final.servesM2, 'm²')], result: term('floor served', final.servesM2, 'm²'), limit: { ...term('guidance', most, 'm²'), relation: '≤' } }]; // prettier-ignore
    say('area', {
      verdict: atMost(final.servesM2, most) ? 'ok' : 'caution',
      ...finalWords.served({ servesM2: final.servesM2, shape: final.shape }),
      sums,
    });
  }
}

const FUSE_3A_W = 700;
function pointFindings(final: Final, say: Say): void {
  for (const p of final.points) {
    const subject = `${final.id}/${p.id}`;
    if (p.kind === 'fused unit' && p.watts !== undefined) {
      const need = p.watts <= FUSE_3A_W ? 3 : 13;
      if (p.fuseA === undefined) say('fused-unit', { verdict: 'can’t tell', subject, ...finalWords.fuseUnread({ point: p.name, neededA: need, watts: p.watts }) }); // prettier-ignore
      else if (p.watts > 13 * 230) say('fused-unit', { verdict: 'stop', subject, ...finalWords.fuseOver13({ point: p.name, watts: p.watts }) });
      else if (p.fuseA * 230 < p.watts) say('fused-unit', { verdict: 'stop', subject, ...finalWords.fuseBlows({ point: p.name, fuseA: p.fuseA, watts: p.watts }) });
      else say('fused-unit', { verdict: p.fuseA > need ? 'caution' : 'ok', subject, ...finalWords.fuse({ point: p.name, fuseA: p.fuseA, watts: p.watts, neededA: need }) }); // prettier-ignore
    }
    if (p.metalBox && p.earthLead === false) say('metal-box', { verdict: 'stop', subject, ...finalWords.boxNoEarth({ point: p.name }) }); // prettier-ignore
    else if (p.metalBox && p.earthLead === undefined) say('metal-box', { verdict: 'can’t tell', subject, ...finalWords.boxEarthUnseen({ point: p.name }) }); // prettier-ignore
  }
}

/** Points at which cables of the old colours meet those of the new. */
function coresFindings(final: Final, say: Say): void {
  for (const p of final.points) {
    const here = final.runs.filter((r) => r.ends.includes(p.id));
    const kinds = new Set(here.flatMap((r) => (r.cores ? [r.cores] : [])));
    if (kinds.size > 1) say('cores', { verdict: 'caution', subject: `${final.id}/${p.id}`, ...finalWords.twoColours({ point: p.name }) }); // prettier-ignore
  }
}
