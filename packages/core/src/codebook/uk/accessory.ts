/** Where an accessory may sit and what box it needs, by the UK book and its guidance. Lengths in mm; values from memory, as named. */
import { accessoryWords } from '../../words/codebook/uk/accessory.js';
import { toldBy, type Told } from '../../words/phrases.js';
import { BOX_KINDS, bs7671, practice, ukBoxSort, type Source, type UkBoxId } from '../../catalog/index.js';
import type { Beside, PointKind, Sum } from '../../model/index.js';
import { atLeast, atMost, term, type Judged } from '../judged.js';
import { ukBath } from './bath.js';

const PART_M: Source = { standard: 'Approved Document M', clause: 'heights of switches and sockets', from: 'memory' };
const PART_P: Source = { standard: 'Approved Document P', clause: 'notifiable work', from: 'memory' };
const GUIDANCE: Source = { standard: 'guidance on kitchens', clause: 'sockets beside sinks, hobs and over worktops', from: 'memory' };
/** Lowest and highest edge of an accessory in a new dwelling. */
export const HEIGHTS = { least: 450, most: 1200 } as const;
/** Over a worktop, from a sink’s edge, from a hob’s edge. */
export const CLEAR = { worktop: 150, sink: 300, hob: 100 } as const;

const held = (label: string, value: number, word: 'least' | 'most', limit: number): Sum => ({
  terms: [],
  result: term(label, value, 'length'),
  limit: { ...term(word === 'least' ? 'at least' : 'at most', limit, 'length'), relation: word === 'least' ? '≥' : '≤' },
});

/** The accessory’s edges over the floor: between 450 and 1200 where a dwelling is new, which is a good aim in one that stands. */
export function ukHeight(bottomMm: number, topMm: number): Judged {
  const sums = [held('lower edge over the floor', bottomMm, 'least', HEIGHTS.least), held('upper edge over the floor', topMm, 'most', HEIGHTS.most)];
  const ok = atLeast(bottomMm, HEIGHTS.least) && atMost(topMm, HEIGHTS.most);
  return { verdict: ok ? 'ok' : 'caution', ...(ok ? accessoryWords.heightReached() : accessoryWords.heightOutside({ least: HEIGHTS.least, most: HEIGHTS.most })), sums, source: PART_M }; // prettier-ignore
} // prettier-ignore

type Measured = Exclude<keyof Beside, 'none'>;
/** What asks for room beside it. Of what nobody measured in a room that has it, nothing can be told. */
export function ukBeside(
  beside: Beside,
  asks: { sink: boolean; bath: boolean },
  of: { kind: PointKind; bottomMm: number },
): (Judged & { of: Measured })[] {
  const out: (Judged & { of: Measured })[] = [];
  const least = (of: Measured, limit: number, label: string, short: Judged['verdict'], why: Told, source: Source): void => {
    const mm = beside[of]?.mm;
    if (mm === undefined) return;
    const ok = atLeast(mm, limit);
    out.push({ of, verdict: ok ? 'ok' : short, ...(ok ? accessoryWords.far({ label }) : why), sums: [held(label, mm, 'least', limit)], source });
  };
  least('worktop', CLEAR.worktop, 'over the worktop', 'caution', accessoryWords.worktopTooClose(), GUIDANCE);
  least('sink', CLEAR.sink, 'from the sink’s edge', 'stop', accessoryWords.sinkTooClose(), GUIDANCE);
  least('hob', CLEAR.hob, 'from the hob’s edge', 'stop', accessoryWords.hobTooClose(), GUIDANCE);
  if (beside.bath) out.push({ of: 'bath', ...ukBath(of.kind, beside.bath.mm, of.bottomMm) });
  // what is only taken passes nothing
  for (const j of out) if (j.verdict === 'ok' && beside[j.of]?.known === 'assumed') Object.assign(j, { verdict: 'can’t tell', ...accessoryWords.distanceTaken({ told: toldBy(j) }) } satisfies Partial<Judged>); // prettier-ignore
  const missing = (what: 'sink' | 'bath'): boolean => asks[what] && beside[what] === undefined && !beside.none?.includes(what);
  if (missing('sink'))
    out.push({ of: 'sink', verdict: 'can’t tell', ...accessoryWords.sinkUnmeasured(), sums: [], source: GUIDANCE }); // prettier-ignore
  if (missing('bath'))
    out.push({ of: 'bath', verdict: 'can’t tell', ...accessoryWords.bathUnmeasured(), sums: [], source: bs7671('701.512.3') }); // prettier-ignore
  return out;
} // prettier-ignore

/** Depth that accessories ask for, mm: with so many cables in the box, comfortable and just possible (common practice). */
const DEPTH = {
  socket: [
    { comfortable: 25, tight: 25 },
    { comfortable: 35, tight: 25 },
    { comfortable: 47, tight: 35 },
  ],
  'fused unit': [
    { comfortable: 47, tight: 35 },
    { comfortable: 47, tight: 35 },
    { comfortable: 47, tight: 47 },
  ],
} as const;

/**
 * Whether an accessory and its cables go into a box of that depth.
 * @param joined pairs of cables that are joined in it beside the terminals
 */
export function ukBoxDepth(kind: PointKind, cables: number, depthMm: number, joined = 0): Judged {
  const row = DEPTH[kind === 'fused unit' ? 'fused unit' : 'socket'][Math.min(3, Math.max(1, cables)) - 1]!;
  const sums: Sum[] = [
    { terms: [term('cables in it', cables, 'count')], formula: 'by the cables in it', result: term('depth of the box', depthMm, 'length'), limit: { ...term('comfortable from', row.comfortable, 'length'), relation: '≥' } },
  ]; // prettier-ignore
  const told = (verdict: Judged['verdict'], words: Told): Judged => ({ verdict, ...words, sums, source: practice });
  const atTerminals = cables - 2 * joined;
  if (atTerminals > 3) return told('stop', accessoryWords.terminalsFull({ atTerminals }));
  if (depthMm < row.tight) return told('stop', accessoryWords.depthTooShallow({ cables, tight: row.tight }));
  if (depthMm < row.comfortable) return told('caution', accessoryWords.depthTight({ comfortable: row.comfortable, cables }));
  return told('ok', accessoryWords.depthFits());
} // prettier-ignore

/** Whether the board is thick and thin enough for the lugs of a lined box, and the cavity deep enough behind it. */
export function ukLinedBox(kind: UkBoxId, boardMm: number | undefined, cavityMm: number | undefined): Judged {
  const { clampsFinishMm, depthMm } = BOX_KINDS[kind];
  const { min, max } = clampsFinishMm!;
  const sums: Sum[] = [];
  const told = (verdict: Judged['verdict'], words: Told): Judged => ({ verdict, ...words, sums, source: practice }); // prettier-ignore
  if (boardMm !== undefined) {
    sums.push(held('board', boardMm, 'least', min), held('board', boardMm, 'most', max));
    if (!atLeast(boardMm, min) || !atMost(boardMm, max)) return told('stop', accessoryWords.lugsMiss({ min, max }));
  }
  if (cavityMm !== undefined && boardMm !== undefined) {
    sums.push({ terms: [term('board', boardMm, 'length'), term('cavity behind it', cavityMm, 'length')], result: term('from the surface', boardMm + cavityMm, 'length'), limit: { ...term('depth of the box', depthMm, 'length'), relation: '≥' } }); // prettier-ignore
    if (!atLeast(boardMm + cavityMm, depthMm)) return told('stop', accessoryWords.deeperThanCavity());
  }
  if (boardMm === undefined) return told('can’t tell', accessoryWords.boardUnmeasured());
  if (cavityMm === undefined) return told('can’t tell', accessoryWords.cavityUnmeasured()); // prettier-ignore
  return told('ok', accessoryWords.lugsHold({ boardMm }));
}

/** A metal box let into a leaf: plaster helps, and what is left of the leaf behind it. */
export function ukLetIn(depthMm: number, plasterMm: number | undefined, leafMm: number | undefined): Judged & { drillMm: number } {
  const drillMm = depthMm + LET_IN_MM;
  const source: Source = practice;
  if (leafMm === undefined)
    return { drillMm, verdict: 'can’t tell', ...accessoryWords.leafUnmeasured(), sums: [], source }; // prettier-ignore
  const inLeaf = Math.max(0, drillMm - (plasterMm ?? 0));
  const left = leafMm - inLeaf;
  const sums: Sum[] = [
    { terms: [term('box', depthMm, 'length'), term('mortar behind it', LET_IN_MM, 'length'), term('less plaster', -(plasterMm ?? 0), 'length')], result: term('into the leaf', inLeaf, 'length') },
    { terms: [term('leaf', leafMm, 'length'), term('less', -inLeaf, 'length')], result: term('left behind the box', left, 'length'), limit: { ...term('half of the leaf', leafMm / 2, 'length'), relation: '≥' } },
  ]; // prettier-ignore
  const ok = atLeast(left, leafMm / 2);
  return { drillMm, verdict: ok ? 'ok' : left <= 0 ? 'stop' : 'caution', ...(ok ? accessoryWords.leafLeft({ left }) : (left <= 0 ? accessoryWords.leafThrough() : accessoryWords.leafHalf())), sums, source }; // prettier-ignore
}
/** So much deeper than the box the hole is made, mm (common practice). */
export const LET_IN_MM = 3;

const OUTDOORS = bs7671('512.2 and 411.3.3');
/** Outdoors: the box keeps rain out, also with its plug in; what the earth there may be is for whoever certifies it. */
export function ukOutdoors(box: UkBoxId | undefined): Judged {
  if (box === undefined) return { verdict: 'can’t tell', ...accessoryWords.weatherUnknown(), sums: [], source: OUTDOORS }; // prettier-ignore
  return ukBoxSort(box) === 'weather'
    ? { verdict: 'caution', ...accessoryWords.weatherproof(), sums: [], source: OUTDOORS }
    : { verdict: 'stop', ...accessoryWords.rain(), sums: [], source: OUTDOORS }; // prettier-ignore
}

/** Work that is told to building control before it begins, or done by a registered electrician. */
export function ukNotifiable(work: { newCircuit: boolean; byBath: boolean }): Judged {
  const must = work.newCircuit ? 'a new circuit' : work.byBath ? 'work beside a bath or shower' : undefined;
  return must
    ? { verdict: 'caution', ...accessoryWords.notifiable({ must }), sums: [], source: PART_P }
    : { verdict: 'note', ...accessoryWords.notNotifiable(), sums: [], source: PART_P };
} // prettier-ignore

/** What one unfused spur or one leg must carry, A: a single 13, a twin 20, a fused unit its fuse (makers’ usual limit for a twin; memory). */
export const outletAmps = (kind: PointKind): number => (kind === 'twin' ? 20 : 13);

/** Plaster, boards and textured coatings before this year may hold asbestos (memory). */
export const ASBESTOS_UNTIL = 2000;
/** Paint before this year may hold lead (common practice). */
export const UK_LEAD_UNTIL = 1970;
