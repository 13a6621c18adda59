/** What one point of a circuit must read and what it loses under load, each written out: the two ways round a ring, what hangs behind, the loop outside. */
import { FULL_LOAD_C, milliohmPerMetre, term, total, warmth } from '../codebook/index.js';
import { UK_VOLTS, type Final, type FinalRun, type Sum, type Term } from '../model/index.js';
import { dropTerms, loopsOf } from './design.js';
import { shapeOf, type ShapeProblem } from './shape.js';
import { predicted } from './tests.js';

/** Ω at 20 °C, V at full-load temperature; what can’t be told is absent. */
export interface PointFigures {
  /** line and protective conductor, read dead; on a ring with its legs crossed */
  r1r2?: Sum;
  /** loop of line and earth as it is read cold, and with the conductors as warm as full load makes them */
  zs?: Sum;
  zsWarm?: Sum;
  /** with the heavy load there */
  drop?: Sum;
  /** what of its cables nobody saw or measured, in words; absent: nothing */
  taken?: string;
}
/** Shapes in which the ways to a point are not what is written out here. */
const NO_WAY: ReadonlySet<ShapeProblem['is']> = new Set<ShapeProblem['is']>([
  'not at the board',
  'apart',
  'open ring',
  'interconnected',
  'loop in a radial',
  'spur from the board',
]);
const beside = (a: number, b: number): number => (a * b) / (a + b);
const metres = (mm: number): string => `${(mm / 1000).toFixed(1)} m`;

/**
 * @param lengths mm of every run
 * @param zeOhm loop outside the house; where nobody read it neither Zs can be told
 */
export function pointFigures(final: Final, lengths: ReadonlyMap<string, number>, pointId: string, zeOhm: number | undefined): PointFigures {
  const { ring, tail, spurs, problems } = shapeOf(final);
  const point = final.points.find((p) => p.id === pointId);
  if (!point || problems.some((p) => NO_WAY.has(p.is)) || final.runs.some((r) => !lengths.has(r.id))) return {};
  const ohm = (run: FinalRun, core: 'live' | 'cpc'): number => (milliohmPerMetre(run.size)[core] * lengths.get(run.id)!) / 1e6;
  const all = (runs: readonly FinalRun[], core: 'live' | 'cpc'): number => runs.reduce((sum, r) => sum + ohm(r, core), 0);
  const long = (runs: readonly FinalRun[]): number => runs.reduce((sum, r) => sum + lengths.get(r.id)!, 0);
  const behind = tail.get(pointId) ?? [];
  const each = (r: FinalRun): Term => {
    const { live, cpc } = milliohmPerMetre(r.size);
    return term(`${ring ? 'spur' : 'run'} of ${r.size} mm²`, ohm(r, 'live') + ohm(r, 'cpc'), 'Ω', {
      how: `${metres(lengths.get(r.id)!)} × (${live} + ${cpc}) mΩ/m`,
    });
  };
  const tails = behind.map(each);
  // where the spur leaves the ring, or the point itself
  const root = spurs.find((s) => s.points.some((p) => p.id === pointId))?.from ?? pointId;
  const at = ring ? ring.points.findIndex((p) => p.id === root) : -1;
  if (ring && at < 0) return {};
  const [before, after] = ring ? [ring.runs.slice(0, at + 1), ring.runs.slice(at + 1)] : [[], []];
  const whole = predicted(final, lengths, { ...(zeOhm === undefined ? {} : { zeOhm }) });
  const loop = loopsOf(final, lengths, zeOhm).find((l) => l.pointId === pointId);
  const taken = [
    ...(final.runs.some((r) => r.presets?.includes('size')) ? ['sizes'] : []),
    ...(final.runs.some((r) => r.length?.known === 'assumed') ? ['lengths'] : []),
  ];
  const out: PointFigures = taken.length ? { taken: `by ${taken.join(' and ')} that are only taken` } : {};
  const r1r2 = whole.get(`crossed-le/${pointId}`);
  if (r1r2 !== undefined && Number.isFinite(r1r2))
    out.r1r2 = {
      terms: ring
        ? [
            term('line one way, earth the other', all(before, 'live') + all(after, 'cpc'), 'Ω', {
              how: `${metres(long(before))} and ${metres(long(after))}`,
            }),
            term('the same from the other side', all(after, 'live') + all(before, 'cpc'), 'Ω', {
              how: `${metres(long(after))} and ${metres(long(before))}`,
            }),
            ...tails,
          ]
        : tails,
      formula: ring ? `a × b ÷ (a + b)${tails.length ? ', and the spur' : ''}` : 'added up',
      result: term('R1+R2', r1r2, 'Ω'),
    };
  if (loop && zeOhm !== undefined && loop.zs !== undefined && loop.zsWarm !== undefined && Number.isFinite(loop.zs)) {
    const inside = ring
      ? [
          term('line, both ways beside each other', beside(all(before, 'live'), all(after, 'live')), 'Ω'),
          term('earth, both ways beside each other', beside(all(before, 'cpc'), all(after, 'cpc')), 'Ω'),
          ...tails,
        ]
      : tails;
    out.zs = { terms: [term('Ze', zeOhm, 'Ω'), ...inside], result: term('Zs cold', loop.zs, 'Ω') };
    out.zsWarm = {
      terms: [
        term('Ze', zeOhm, 'Ω'),
        term('R1+R2 in use', loop.r1r2, 'Ω', { how: `× ${warmth(FULL_LOAD_C).toFixed(2)} at ${FULL_LOAD_C} °C` }),
      ],
      formula: `Ze + R1+R2 × ${warmth(FULL_LOAD_C).toFixed(2)}`,
      result: term('Zs warm', loop.zsWarm, 'Ω'),
    };
  }
  if (point.kind !== 'joint') {
    const terms = dropTerms(final, lengths, pointId);
    const volts = total(terms);
    if (Number.isFinite(volts))
      out.drop = { terms, result: term('drop', volts, 'V', { how: `${((volts / UK_VOLTS) * 100).toFixed(1)} % of ${UK_VOLTS} V` }) };
  }
  return out;
}
