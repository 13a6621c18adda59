/** Chases in masonry and holes through an outer wall. Lengths in mm; limits from memory or common practice, as named. */
import { masonryWords } from '../words/layout/masonry.js';
import { practice } from '../catalog/index.js';
import { atMost, term, type Judged } from '../codebook/index.js';
import { inches, type LengthUnit } from '../measure/index.js';

/** A plaster pass thicker than this sags and cracks (common practice). */
const PASS_MM = inches(0.5);
/** Broken out, masonry takes up about half as much room again (common practice). */
const LOOSE = 1.5;
const LITRE = 1e6;

export interface ChaseInput {
  lengthMm: number;
  widthMm: number;
  depthMm: number;
  /** thickness of the leaf it is cut into; absent: not known */
  leafMm?: number;
  runs: 'up and down' | 'along';
}

export type Chase = Judged & { rubbleLitres: number; mortarLitres: number; passes: number };

/** Depth against the leaf, rubble, mortar and passes. A third of the leaf up and down, a sixth along (BS EN 1996-1-1 8.6, memory). */
export function chase(input: ChaseInput): Chase {
  const { lengthMm, widthMm, depthMm, leafMm, runs } = input;
  if (![lengthMm, widthMm, depthMm].every((v) => v > 0)) throw new RangeError('chase: length, width and depth must be above 0 mm');
  const solid = (lengthMm * widthMm * depthMm) / LITRE;
  const passes = Math.max(1, Math.ceil(depthMm / PASS_MM - 1e-9));
  const share = runs === 'up and down' ? 3 : 6;
  const volume = {
    terms: [term('length', lengthMm, 'length'), term('width', widthMm, 'length'), term('depth', depthMm, 'length')],
    formula: 'length × width × depth, then half as much again once broken out',
    result: term('rubble, litres', solid * LOOSE, 'count'),
  };
  const coats = {
    terms: [term('depth', depthMm, 'length'), term('a pass, at most', PASS_MM, 'length')],
    formula: 'depth ÷ pass, rounded up',
    result: term('passes of plaster', passes, 'count'),
  };
  const figures = { rubbleLitres: solid * LOOSE, mortarLitres: solid, passes };
  const source = { standard: 'BS EN 1996-1-1', clause: '8.6', from: 'memory' as const };
  if (leafMm === undefined)
    return {
      ...figures,
      verdict: 'can’t tell',
      ...masonryWords.leafUnmeasured(),
      sums: [volume, coats],
      source,
    };
  const limit = {
    terms: [term('leaf', leafMm, 'length')],
    formula: `leaf ÷ ${share}`,
    result: term('depth of the chase', depthMm, 'length'),
    limit: { ...term(`${runs}, at most`, leafMm / share, 'length'), relation: '≤' as const },
  };
  const ok = atMost(depthMm, leafMm / share);
  return {
    ...figures,
    verdict: ok ? 'ok' : 'stop',
    ...(ok ? masonryWords.leafBears() : masonryWords.leafTooThin()),
    sums: [limit, volume, coats],
    source,
  };
}

/** Fall of a hole to the outside, so that water runs out: 1/4 in a foot (common practice). */
const FALL = 0.25 / 12;
/** Bit beyond the wall on its way out (common practice). */
const BEYOND_MM = inches(1);

/** A hole from inside through an outer wall: how much lower it comes out, and the bit and sleeve it takes. */
export function throughWall(wallMm: number, unit: LengthUnit): Judged & { fallMm: number; alongMm: number; bitMm: number } {
  if (!(wallMm > 0)) throw new RangeError('throughWall: the wall must be above 0 mm thick');
  const fallMm = wallMm * FALL;
  const alongMm = Math.hypot(wallMm, fallMm);
  const bitMm = alongMm + BEYOND_MM;
  const degrees = (Math.atan(FALL) * 180) / Math.PI;
  return {
    fallMm,
    alongMm,
    bitMm,
    verdict: 'note',
    ...masonryWords.drillThrough({ fallMm, unit, degrees, alongMm, bitMm }),
    source: practice,
    sums: [
      {
        terms: [term('wall, surface to surface', wallMm, 'length')],
        formula: '× 1/4 in a foot',
        result: term('lower at the outside', fallMm, 'length'),
      },
      {
        terms: [term('wall', wallMm, 'length'), term('fall', fallMm, 'length')],
        formula: 'root of the sum of their squares',
        result: term('along the hole', alongMm, 'length'),
      },
      {
        terms: [term('along the hole', alongMm, 'length'), term('beyond it', BEYOND_MM, 'length')],
        result: term('bit, at least', bitMm, 'length'),
      },
    ],
  };
}
