/**
 * A simulated stud finder and inspection scope over a wall whose truth is hidden from the survey. They read as such things do:
 * edges off by an uncertainty, plaster and lath that gives nothing sure, pipes that look like studs. Deterministic: the same
 * sweep over the same wall reads the same, another sweep a little differently.
 */
import { FINISHES } from '../catalog/index.js';
import { inches, seeded } from '../measure/index.js';
import { finishThicknessMm, otherFace, wallThicknessMm, type FaceId, type Obstacle, type Wall } from '../model/index.js';

/** What really is in a wall; x along face A, mm. */
export interface HiddenTruth {
  /** stud centres */
  studs: number[];
  obstacles: Obstacle[];
}

export interface EdgeReading {
  /** along face A, mm */
  x: number;
  /** half of the band in which the edge truly lies, two times out of three */
  plusMinusMm: number;
  sense: 'begins' | 'ends';
}
export interface SweepReading {
  edges: EdgeReading[];
  /** pairs of edges read as one thing; `centre` is what one would mark */
  marks: { centre: number; widthMm: number; looksLike: 'stud' | 'narrow: pipe or cable?' | 'wide: duct, two studs or a plate?' }[];
  /** what the reading can't be trusted about */
  doubts: string[];
}

/** Roughly normal, mean 0 and deviation 1: the sum of twelve even numbers less six. */
const normal = (random: () => number): number => Array.from({ length: 12 }, random).reduce((a, b) => a + b, -6);

export interface Sweep {
  face: FaceId;
  /** from where to where the finder slides, along face A */
  fromMm: number;
  toMm: number;
  /** height at which it slides */
  zMm: number;
  /** which sweep this is: another number reads a little differently */
  take: number;
}

/** What one would take a thing of such a width for, mm. */
export const looksLike = (widthMm: number): SweepReading['marks'][number]['looksLike'] =>
  widthMm < inches(1) ? 'narrow: pipe or cable?' : widthMm > inches(2.5) ? 'wide: duct, two studs or a plate?' : 'stud';

/** Edges of wood or metal within the finder's depth, each off by its uncertainty: ±1/8 in through drywall, ±1/2 in through plaster on lath (common practice). */
export function sweepStuds(wall: Wall, truth: HiddenTruth, sweep: Sweep): SweepReading {
  const finish = finishThicknessMm(wall, sweep.face);
  const lath = wall.faces[sweep.face].layers.some((l) => l.finish === 'plaster-lath');
  const doubts: string[] = [];
  if (wall.framing.material === 'masonry' || wall.faces[sweep.face].layers.some((l) => !FINISHES[l.finish].hollow))
    return { edges: [], marks: [], doubts: ['the finder shows nothing in masonry'] };
  const sigma = lath ? inches(0.5) : finish > inches(1) ? inches(0.375) : inches(0.125);
  const random = seeded(Math.round(sweep.zMm * 7 + sweep.take * 104_729 + wall.length.mm));
  const [from, to] = [Math.min(sweep.fromMm, sweep.toMm), Math.max(sweep.fromMm, sweep.toMm)];
  const half = wall.framing.studWidth.mm / 2;
  const bodies = [
    ...truth.studs.map((x) => ({ left: x - half, right: x + half })),
    ...truth.obstacles
      .filter((o) => sweep.zMm >= o.z.mm && sweep.zMm <= o.z.mm + o.height.mm)
      // what lies deep is not seen
      .filter((o) => {
        const near =
          o.behindA === undefined ? finish : sweep.face === 'A' ? o.behindA.mm : wallThicknessMm(wall) - o.behindA.mm - (o.thick?.mm ?? 0);
        return near - finish < inches(1);
      })
      .map((o) => ({ left: o.x.mm, right: o.x.mm + o.width.mm })),
  ].sort((a, b) => a.left - b.left);
  if (lath) doubts.push('plaster on lath: every lath reads a little; check each mark by another way');
  const edges: EdgeReading[] = [];
  const marks: SweepReading['marks'] = [];
  for (const body of bodies) {
    if (body.right < from || body.left > to) continue;
    const left = body.left + normal(random) * sigma;
    const right = body.right + normal(random) * sigma;
    edges.push({ x: left, plusMinusMm: sigma, sense: 'begins' }, { x: right, plusMinusMm: sigma, sense: 'ends' });
    const width = right - left;
    marks.push({
      centre: (left + right) / 2,
      widthMm: Math.max(0, width),
      looksLike: looksLike(width),
    });
  }
  // lath gives a mark where nothing is, now and then
  if (lath && random() < 0.5 && to - from > inches(24)) {
    const x = from + random() * (to - from);
    edges.push({ x, plusMinusMm: sigma, sense: 'begins' }, { x: x + inches(1), plusMinusMm: sigma, sense: 'ends' });
    marks.push({ centre: x + inches(0.5), widthMm: inches(1), looksLike: 'narrow: pipe or cable?' });
  }
  if (marks.length === 0) doubts.push('nothing was read on this stretch: sweep further, or higher');
  return { edges: edges.sort((a, b) => a.x - b.x), marks: marks.sort((a, b) => a.centre - b.centre), doubts };
}

export interface ScopeView {
  /** what is seen in the bay, nearest first */
  seen: {
    what: Obstacle['kind'] | 'stud' | 'box';
    x: number;
    widthMm: number;
    behindMm: number;
    known: 'seen';
    zMm: number;
    heightMm: number;
    id: string;
  }[];
  /** how far the bay runs to each side of the hole, mm along face A */
  leftMm: number;
  rightMm: number;
  says: string;
}

/** Looks in through a small hole: the whole bay to its studs, ±1/4 in by eye (common practice). */
export function lookInside(wall: Wall, truth: HiddenTruth, face: FaceId, xMm: number, zMm: number, take: number): ScopeView {
  const random = seeded(Math.round(xMm * 13 + zMm * 3 + take * 7919));
  const byEye = () => normal(random) * inches(0.125);
  const half = wall.framing.studWidth.mm / 2;
  const into = truth.studs.find((s) => Math.abs(s - xMm) <= half);
  if (into !== undefined)
    return {
      seen: [
        {
          what: 'stud',
          x: into - half,
          widthMm: 2 * half,
          behindMm: finishThicknessMm(wall, face),
          known: 'seen',
          zMm: 0,
          heightMm: wall.height.mm,
          id: 'stud',
        },
      ],
      leftMm: 0,
      rightMm: 0,
      says: 'the hole met a stud: nothing to look into',
    };
  const left = Math.max(0, ...truth.studs.filter((s) => s < xMm).map((s) => s + half));
  const right = Math.min(wall.length.mm, ...truth.studs.filter((s) => s > xMm).map((s) => s - half));
  const seen = truth.obstacles
    .filter((o) => o.x.mm < right && o.x.mm + o.width.mm > left)
    .filter((o) => Math.abs(o.z.mm + o.height.mm / 2 - zMm) < o.height.mm / 2 + inches(36))
    .map((o) => {
      const behind =
        o.behindA === undefined
          ? finishThicknessMm(wall, face) + wall.framing.studDepth.mm / 2
          : face === 'A'
            ? o.behindA.mm
            : wallThicknessMm(wall) - o.behindA.mm - (o.thick?.mm ?? 0);
      return {
        what: o.kind,
        x: o.x.mm + byEye(),
        widthMm: o.width.mm,
        behindMm: Math.max(0, behind + byEye()),
        known: 'seen' as const,
        zMm: o.z.mm,
        heightMm: o.height.mm,
        id: o.id,
      };
    })
    .sort((a, b) => a.behindMm - b.behindMm);
  return {
    seen,
    leftMm: xMm - left,
    rightMm: right - xMm,
    says: seen.length
      ? `in the bay: ${seen.map((s) => s.what).join(', ')}`
      : `nothing in this bay within sight; the back of the ${wall.faces[otherFace(face)].layers[0]?.finish.replace('-', ' ') ?? 'other face'} is seen`,
  };
}
