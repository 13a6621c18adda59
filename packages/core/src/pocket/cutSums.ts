/** Sums of cutting: joists, stock lengths, masonry, outer walls. */
import { pocketWords } from '../words/pocket/sums.js';
import * as z from 'zod';
import { practice } from '../catalog/index.js';
import { joistCut, term } from '../codebook/index.js';
import { anchorLoad, chase, cutStock, throughWall } from '../layout/index.js';
import { inches, printLength } from '../measure/index.js';
import { base, f, lengthField, options, Spoken, SumInputError, type PocketSum, type SumAnswer, type UnitField } from './fields.js';

const JoistInput = z.strictObject({
  ...base,
  joistDepth: Spoken,
  cut: z.enum(['hole', 'notch', 'notch at the end']).default('hole'),
  size: Spoken,
  toEdge: Spoken.optional(),
  toNextHole: Spoken.optional(),
  third: z.enum(['outer', 'middle', 'not known']).default('not known'),
});
const StockInput = z.strictObject({
  ...base,
  pieces: z.string().max(2000),
  stock: Spoken,
  kerf: Spoken.default('1/8"'),
});
const ChaseSumInput = z.strictObject({
  ...base,
  length: Spoken,
  width: Spoken,
  depth: Spoken,
  leaf: Spoken.optional(),
  runs: z.enum(['up and down', 'along']).default('up and down'),
});
const above0 = (what: string) =>
  z.coerce
    .number({ error: `${what}: a number` })
    .positive(`${what} is above 0`)
    .max(10_000);
const anchors = (what: string) =>
  z.coerce
    .number({ error: `${what}: a whole number` })
    .int(`${what}: a whole number`)
    .min(1)
    .max(40);
const AnchorSumInput = z.strictObject({
  ...base,
  weight: above0('the weight'),
  out: Spoken,
  down: Spoken,
  upper: anchors('anchors in the upper row'),
  all: anchors('anchors in all'),
  pull: z.union([z.literal(''), above0('the most in pull')]).optional(),
  shear: z.union([z.literal(''), above0('the most in shear')]).optional(),
});
const ThroughInput = z.strictObject({ ...base, wall: Spoken });

const open = (value: string | number | undefined): value is string | number => value !== undefined && value !== '';

function joistSum(i: z.infer<typeof JoistInput>): SumAnswer {
  const read = (key: 'joistDepth' | 'size') => lengthField(key, i[key], i.unit, { above0: true });
  const [depth, size] = [read('joistDepth'), read('size')];
  if (size >= depth) throw new SumInputError('size', i.size, 'The cut is as large as the joist is deep.');
  const judged = joistCut({
    joistDepthMm: depth,
    cut: i.cut,
    sizeMm: size,
    ...(open(i.toEdge) ? { toEdgeMm: lengthField('toEdge', i.toEdge, i.unit) } : {}),
    ...(open(i.toNextHole) ? { toNextHoleMm: lengthField('toNextHole', i.toNextHole, i.unit) } : {}),
    ...(i.third === 'not known' ? {} : { third: i.third }),
  });
  // a limit is rounded down to a mark of the tape, never up
  const mark = i.unit === 'in' ? inches(1 / 16) : 1;
  const most = Math.floor(judged.sums[0]!.limit!.value / mark + 1e-9) * mark;
  return { ...judged, figure: `at most ${printLength(most, i.unit)}` };
}

/** Most pieces of one list; more are more than one wall's raceway. */
const MOST_PIECES = 200;

/** `3 x 41 1/2; 16` → lengths. */
function readPieces(text: string, unit: z.infer<typeof UnitField>): number[] {
  const parts = text
    .split(/[;\n]/)
    .map((p) => p.trim())
    .filter(Boolean);
  if (parts.length === 0) throw new SumInputError('pieces', text, 'Name at least one piece: 3 x 41 1/2; 16');
  const pieces = parts.flatMap((part) => {
    const times = /^(\d+)\s*[x×]\s*(.+)$/i.exec(part);
    const count = times ? Number(times[1]) : 1;
    if (count < 1 || count > MOST_PIECES) throw new SumInputError('pieces', part, `1 to ${MOST_PIECES} of one length would do.`);
    return Array.from({ length: count }, () => lengthField('pieces', times ? times[2]! : part, unit, { above0: true }));
  });
  if (pieces.length > MOST_PIECES)
    throw new SumInputError('pieces', text, `${pieces.length} pieces came; at most ${MOST_PIECES} would do.`);
  return pieces;
}

function stockSum(i: z.infer<typeof StockInput>): SumAnswer {
  const pieces = readPieces(i.pieces, i.unit);
  const stock = lengthField('stock', i.stock, i.unit, { above0: true });
  const kerf = lengthField('kerf', i.kerf, i.unit);
  const long = pieces.find((p) => p > stock);
  if (long !== undefined)
    throw new SumInputError(
      'pieces',
      printLength(long, i.unit),
      `${printLength(long, i.unit)} is longer than the stock of ${printLength(stock, i.unit)}.`,
    );
  const cut = cutStock(pieces, stock, kerf);
  const print = (mm: number): string => printLength(mm, i.unit);
  return {
    figure: `${cut.bars.length} of ${print(stock)}`,
    verdict: 'note',
    ...(cut.fewest ? pocketWords.fewest() : pocketWords.notAllTried()),
    source: practice,
    sums: cut.bars.map((bar, n) => ({
      terms: [
        ...bar.pieces.map((p, k) => term(`piece ${k + 1}`, p, 'length')),
        ...(bar.pieces.length > 1
          ? [
              term(
                bar.pieces.length === 2 ? 'one cut between them' : `${bar.pieces.length - 1} cuts between them`,
                kerf * (bar.pieces.length - 1),
                'length',
              ),
            ]
          : []),
      ],
      result: term(`length ${n + 1}, used`, bar.pieces.reduce((s, p) => s + p, 0) + kerf * (bar.pieces.length - 1), 'length'),
      limit: { ...term('stock', stock, 'length'), relation: '≤' as const },
    })),
  };
}

function chaseSum(i: z.infer<typeof ChaseSumInput>): SumAnswer {
  const read = (key: 'length' | 'width' | 'depth') => lengthField(key, i[key], i.unit, { above0: true });
  const judged = chase({
    lengthMm: read('length'),
    widthMm: read('width'),
    depthMm: read('depth'),
    runs: i.runs,
    ...(open(i.leaf) ? { leafMm: lengthField('leaf', i.leaf, i.unit, { above0: true }) } : {}),
  });
  return {
    ...judged,
    figure: `${judged.rubbleLitres.toFixed(1)} l of rubble, ${judged.mortarLitres.toFixed(1)} l of mortar, ${judged.passes} passes`,
  };
}

function throughSum(i: z.infer<typeof ThroughInput>): SumAnswer {
  const judged = throughWall(lengthField('wall', i.wall, i.unit, { above0: true }), i.unit);
  return { ...judged, figure: `${printLength(judged.fallMm, i.unit)} lower outside, bit ${printLength(judged.bitMm, i.unit)}` };
}

function anchorSum(i: z.infer<typeof AnchorSumInput>): SumAnswer {
  const read = (key: 'out' | 'down') => lengthField(key, i[key], i.unit, { above0: true });
  const [outMm, downMm] = [read('out'), read('down')];
  if (i.all < i.upper) throw new SumInputError('all', i.all, `There are ${i.upper} in the upper row alone.`);
  const judged = anchorLoad({
    ...{ weightLb: i.weight, outMm, downMm, upper: i.upper, all: i.all },
    pullLb: i.pull || undefined,
    shearLb: i.shear || undefined,
  });
  return {
    ...judged,
    figure: `${judged.pullLb.toFixed(1)} lb of pull and ${judged.shearLb.toFixed(1)} lb of shear on each of the upper row`,
  };
}

export const CUT_SUMS = [
  {
    name: 'joist-cut',
    title: 'Hole or notch in a joist',
    about: 'How large, how near to an edge, and where in the span; solid wood only.',
    schema: JoistInput,
    run: joistSum,
    fields: [
      f('joistDepth', 'depth of the joist', 'length', '9 1/4'),
      f('cut', 'cut', 'choice', 'hole', { choices: options('hole', 'notch', 'notch at the end') }),
      f('size', 'hole, or depth of the notch', 'length', '3/4'),
      f('toEdge', 'hole edge to the nearer edge', 'length', '', { optional: true, hint: 'open: in the middle' }),
      f('toNextHole', 'hole edge to the next hole', 'length', '', { optional: true, hint: 'open: none near' }),
      f('third', 'third of the span', 'choice', 'not known', { choices: options('not known', 'outer', 'middle') }),
    ],
  },
  {
    name: 'cut-stock',
    title: 'Pieces from stock lengths',
    about: 'Raceway, conduit or batten: the fewest lengths, and which pieces come out of which.',
    schema: StockInput,
    run: stockSum,
    fields: [
      f('pieces', 'pieces, one after the other with ;', 'expression', '3 x 41 1/2; 16; 22 3/4', { hint: '3 x 41 1/2 for three alike' }),
      f('stock', 'stock length', 'length', `10'`),
      f('kerf', 'saw cut', 'length', '1/8'),
    ],
  },
  {
    name: 'masonry-chase',
    title: 'Chase in masonry',
    about: 'Depth against the leaf, rubble, mortar and passes of plaster.',
    schema: ChaseSumInput,
    run: chaseSum,
    fields: [
      f('length', 'length', 'length', '30'),
      f('width', 'width', 'length', '1 1/4'),
      f('depth', 'depth', 'length', '1'),
      f('leaf', 'thickness of the leaf', 'length', '4', { optional: true, hint: 'without plaster' }),
      f('runs', 'runs', 'choice', 'up and down', { choices: options('up and down', 'along') }),
    ],
  },
  {
    name: 'through-wall',
    title: 'Hole to the outside',
    about: 'Slope so that water runs out, sleeve and bit.',
    schema: ThroughInput,
    run: throughSum,
    fields: [f('wall', 'wall, surface to surface', 'length', '9 1/2')],
  },
  {
    name: 'wall-anchors',
    title: 'Anchors under a screen',
    about: 'Pull and shear on anchors in a hollow wall, by the weight and how far it stands out.',
    schema: AnchorSumInput,
    run: anchorSum,
    fields: [
      f('weight', 'weight with its mount, lb', 'number', '40', { hint: '1 kg is 2.2 lb' }),
      f('out', 'wall to the middle of the weight', 'length', '4', { hint: 'an arm drawn out' }),
      f('down', 'upper row to the lower edge of the plate', 'length', '12'),
      f('upper', 'anchors in the upper row', 'number', '4'),
      f('all', 'anchors in all', 'number', '8'),
      f('pull', 'the packet’s most in pull, lb', 'number', '', { optional: true, hint: 'for this thickness of drywall' }),
      f('shear', 'the packet’s most in shear, lb', 'number', '', { optional: true }),
    ],
  },
] as PocketSum[];
