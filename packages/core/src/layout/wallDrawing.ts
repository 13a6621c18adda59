/**
 * An elevation as it is put on a screen: where each shape, name, dimension and tick comes to lie in a window of so many pixels. Pixels to
 * the right and down; mm along the wall as its face is seen, and up.
 */
import { printFeet, printLength, printMark, type LengthUnit } from '../measure/index.js';
import type { Dimension, Elevation, ElevationShape } from './elevation.js';

/** Part of a wall, mm. */
export interface WallWindow {
  u: number;
  z: number;
  width: number;
  height: number;
}
/** What was read at a place with its doubt, mm. */
export interface WallMark {
  u: number;
  halfMm: number;
  z: number;
  label: string;
}
/** How far it is zoomed, and moved by how many pixels. */
export interface Zoomed {
  k: number;
  x: number;
  y: number;
}
export interface DrawInput {
  wall: Elevation;
  /** pixels that there are */
  size: { width: number; height: number };
  /** the part that zoom 1 shows; absent: where the work is */
  base?: WallWindow | undefined;
  zoomed: Zoomed;
  unit: LengthUnit;
  marks?: readonly WallMark[];
}

/** Round the drawing: room for figures and ticks. */
const PAD = { left: 46, right: 16, top: 22, bottom: 30 };
/** A line of dimensions under the drawing. */
const LANE = 20;
/** Below the drawing to the first of them. */
const FIRST_LANE = 30;
/** Half a letter’s width at the sizes that names and dimensions are written in (Barlow, measured). */
const HALF_LETTER = { name: 3.4, dimension: 3.3 };
/** On a screen narrower than this every dimension gets a lane. */
const NARROW = 620;
/** Lines of names, and how often one steps aside before it is left out. */
const NAME_LINE = 16;
const NAME_STEPS = 8;
/** Ticks stand at least so far apart, figures beside them so far. */
const BETWEEN_TICKS = 10;
const BETWEEN_FIGURES = 46;
const TICKS_MM = { in: [25.4, 50.8, 76.2, 152.4, 304.8, 609.6], mm: [10, 50, 100, 250, 500, 1000] };
const MAJOR_MM = { in: 304.8, mm: 500 };

/** From what lies behind to what lies before. */
const RANK: Readonly<Record<ElevationShape['kind'], number>> = {
  ...{ wall: 0, plate: 1, stud: 1, 'stud-guess': 1, obstacle: 2, run: 2, fixture: 3, base: 3, door: 4, window: 4, reference: 5 },
  ...{ 'ghost-box': 6, patch: 6, 'old-box': 6, cover: 7, opening: 8, box: 9, way: 10, hole: 11 },
};
const NAMED: ReadonlySet<ElevationShape['kind']> = new Set<ElevationShape['kind']>([
  ...(['box', 'ghost-box', 'obstacle', 'reference', 'door', 'window', 'fixture', 'old-box'] as const),
]);
/** Large things carry their name inside. */
const LARGE: ReadonlySet<ElevationShape['kind']> = new Set<ElevationShape['kind']>(['door', 'window', 'fixture']);
export const isBoxShape = ({ kind }: ElevationShape): boolean => kind === 'box' || kind === 'ghost-box' || kind === 'old-box';

/** mm to pixels along one axis, and back. */
export interface Axis {
  px: (mm: number) => number;
  mm: (px: number) => number;
}
const axis = (zeroPx: number, perMm: number): Axis => ({ px: (mm) => zeroPx + perMm * mm, mm: (px) => (px - zeroPx) / perMm });

export interface Drawn {
  s: ElevationShape;
  x: number;
  y: number;
  width: number;
  height: number;
  cx: number;
}
export interface Frame {
  x: number;
  y: number;
  width: number;
  height: number;
}
interface KeyPlan {
  /** all of the wall is seen: nothing is drawn */
  whole: boolean;
  width: number;
  height: number;
  marks: { s: ElevationShape; x: number; y: number; width: number; height: number }[];
  view: Frame;
}
export interface Tick {
  at: number;
  /** empty where there is no room for a figure */
  text: string;
  major: boolean;
}
export interface WallDrawing {
  frame: Frame & { all: { width: number; height: number } };
  x: Axis;
  y: Axis;
  /** pixels a mm */
  scale: number;
  /** lines of dimensions under the drawing */
  lanes: number;
  shapes: Drawn[];
  names: (Drawn & { text: string; at: number; ty: number })[];
  along: {
    d: Dimension;
    from: number;
    to: number;
    a: number;
    b: number;
    inFrom: boolean;
    inTo: boolean;
    y: number;
    mid: number;
    label: string;
  }[];
  up: { d: Dimension; x: number; reach: number; a: number; b: number }[];
  xTicks: Tick[];
  yTicks: Tick[];
  marks: { m: WallMark; x: number; y: number; half: number }[];
  plan: KeyPlan;
  /** how much of the wall is seen, in words */
  shown: string;
}

const dimensionWords = (d: Dimension): string => `${d.text} · ${d.of}`;

export function wallDrawing(input: DrawInput): WallDrawing {
  const { wall, size, zoomed, unit } = input;
  const base = input.base ?? wall.work;
  const along = wall.dimensions.filter((d) => d.axis === 'along');
  const narrow = size.width < NARROW || crowded(along, size, base, zoomed);
  const lanes = narrow ? along.length : Math.max(0, ...along.map((d) => d.lane + 1));
  const frame = {
    x: PAD.left,
    y: PAD.top,
    width: Math.max(50, size.width - PAD.left - PAD.right),
    height: Math.max(50, size.height - PAD.top - PAD.bottom - lanes * LANE),
    all: size,
  };
  const fitted = Math.min(frame.width / base.width, frame.height / base.height);
  const scale = fitted * zoomed.k;
  // in the middle where the wall is less wide than the window
  const spareU = (frame.width / fitted - base.width) / 2;
  const x = axis(zoomed.x + zoomed.k * (frame.x - fitted * (base.u - spareU)), scale);
  const y = axis(zoomed.y + zoomed.k * (frame.y + frame.height + fitted * base.z), -scale);
  const view = {
    u: x.mm(frame.x),
    z: y.mm(frame.y + frame.height),
    width: frame.width / scale,
    height: frame.height / scale,
  };
  const shapes = wall.shapes
    .map((s): Drawn => ({
      s,
      x: x.px(s.u),
      y: y.px(s.z + s.height),
      width: s.width * scale,
      height: s.height * scale,
      cx: x.px(s.u + s.width / 2),
    })) // prettier-ignore
    .sort((a, b) => RANK[a.s.kind] - RANK[b.s.kind]);
  const plan = keyPlan(wall, frame, view);
  return {
    ...{ frame, x, y, scale, lanes, shapes, plan },
    names: namesOf(shapes, frame, plan),
    along: along.map((d, i) => alongAt(d, frame, x, narrow ? i : d.lane)),
    up: upOf(wall, x, y),
    xTicks: ticks([view.u, view.u + view.width], wall.widthMm, scale, unit, x),
    yTicks: ticks([view.z, view.z + view.height], wall.heightMm, scale, unit, y),
    marks: (input.marks ?? []).map((m) => ({ m, x: x.px(m.u), y: y.px(m.z), half: Math.max(1.5, m.halfMm * scale) })),
    shown: shownWords(wall, view, plan.whole, unit),
  };
}

/** Words of two dimensions don’t fit side by side. Before lanes take their share of the height: a little late, which one lane more forgives. */
function crowded(along: readonly Dimension[], size: DrawInput['size'], base: WallWindow, { k }: Zoomed): boolean {
  const fits = Math.min((size.width - PAD.left - PAD.right) / base.width, (size.height - PAD.top - PAD.bottom) / base.height);
  const tight = (d: Dimension): boolean => Math.abs(d.to - d.from) * fits * k < dimensionWords(d).length * 2 * HALF_LETTER.dimension;
  return along.length > 1 && along.some(tight);
}

/** Names above boxes step up, names in the bay step down, until they clear those already placed; one that finds no room is left out. */
function namesOf(shapes: readonly Drawn[], frame: Frame, plan: KeyPlan): WallDrawing['names'] {
  const right = frame.x + frame.width;
  const taken: { left: number; right: number; y: number }[] = [];
  const inPlan = (from: number, to: number, y: number): boolean =>
    to > right - plan.width - 14 && from < right && y < frame.y + plan.height + 26;
  return shapes.flatMap((n) => {
    if (!n.s.label || !NAMED.has(n.s.kind) || n.x + n.width <= frame.x || n.x >= right) return [];
    const text = n.s.kind === 'ghost-box' ? `${n.s.label} · other face` : n.s.label;
    const half = text.length * HALF_LETTER.name;
    const at = Math.min(Math.max(n.x + n.width / 2, frame.x + half + 4), right - half - 4);
    const clear = (y: number): boolean =>
      !inPlan(at - half, at + half, y) &&
      taken.every((t) => Math.abs(t.y - y) >= NAME_LINE - 1 || at + half < t.left || at - half > t.right);
    const { ty: first, step } = firstLine(n, frame);
    let ty = first;
    let steps = 0;
    while (!clear(ty) && steps++ < NAME_STEPS) ty += step;
    if (steps > NAME_STEPS) return [];
    taken.push({ left: at - half, right: at + half, y: ty });
    return [{ ...n, text, at, ty }];
  });
}
/** Where a name stands if nothing is in its way, and which way it steps aside. */
function firstLine(n: Drawn, frame: Frame): { ty: number; step: number } {
  if (isBoxShape(n.s)) return { ty: n.y - 20, step: -NAME_LINE };
  const large = LARGE.has(n.s.kind) && n.height > 24;
  // a cap or a shelf is too thin for its name: it stands on it
  if (n.s.kind === 'fixture' && !large && n.y > frame.y + 24) return { ty: n.y - 6, step: -NAME_LINE };
  const inside = Math.min(Math.max(n.y, frame.y) + 18, frame.y + frame.height - 8);
  return { ty: large ? inside : frame.y + 18, step: NAME_LINE };
}

/** A dimension along the wall, clipped to what is seen; its words stand in the middle of that. */
function alongAt(d: Dimension, frame: Frame, x: Axis, lane: number): WallDrawing['along'][number] {
  const right = frame.x + frame.width;
  const clip = (v: number): number => Math.min(Math.max(v, frame.x), right);
  const [from, to] = [x.px(d.from), x.px(d.to)];
  const [a, b] = [clip(Math.min(from, to)), clip(Math.max(from, to))];
  const label = dimensionWords(d);
  const half = Math.min(frame.width / 2, label.length * HALF_LETTER.dimension);
  return {
    ...{ d, from, to, a, b, label, inFrom: from === clip(from), inTo: to === clip(to) },
    y: frame.y + frame.height + FIRST_LANE + lane * LANE,
    mid: Math.min(Math.max((a + b) / 2, frame.x + half), right - half),
  };
}

/** Heights, to the right of what they are taken at where there is room, else to the left. */
const ROOM_MM = 250;
function upOf(wall: Elevation, x: Axis, y: Axis): WallDrawing['up'] {
  const up = wall.dimensions.filter((d) => d.axis === 'up');
  const side = up[0] !== undefined && wall.widthMm - up[0].reach > ROOM_MM ? 1 : -1;
  return up.map((d) => ({ d, x: x.px(d.reach) + side * (26 + d.lane * 44), reach: x.px(d.reach), a: y.px(d.from), b: y.px(d.to) }));
}

function ticks([from, to]: [number, number], most: number, scale: number, unit: LengthUnit, at: Axis): Tick[] {
  const of = unit === 'mm' ? 'mm' : 'in';
  const steps = TICKS_MM[of];
  const step = steps.find((s) => s * scale >= BETWEEN_TICKS) ?? steps.at(-1)!;
  const every = steps.find((s) => s * scale >= BETWEEN_FIGURES) ?? steps.at(-1)!;
  const isOn = (mm: number, grid: number): boolean => Math.abs(mm / grid - Math.round(mm / grid)) < 1e-6;
  const list: Tick[] = [];
  for (let mm = Math.max(0, Math.ceil(from / step) * step); mm <= Math.min(to, most) + 0.01; mm += step) {
    const major = isOn(mm, MAJOR_MM[of]);
    list.push({ at: at.px(mm), major, text: isOn(mm, every) ? tickText(mm, major, of) : '' });
  }
  return list;
}
function tickText(mm: number, major: boolean, unit: 'in' | 'mm'): string {
  if (unit === 'mm') return `${Math.round(mm)}`;
  if (!major) return printMark(mm, 'in').replace('"', '');
  return mm === 0 ? `0'` : printFeet(mm, 1);
}

/** The whole wall small in a corner, with what of it is seen. */
function keyPlan(wall: Elevation, frame: Frame, view: WallWindow): KeyPlan {
  const whole = view.u <= 1 && view.u + view.width >= wall.widthMm - 1 && view.z <= 1 && view.z + view.height >= wall.heightMm - 1;
  const width = Math.min(150, frame.width * 0.26);
  const k = width / wall.widthMm;
  const height = wall.heightMm * k;
  const left = Math.max(0, view.u);
  const top = Math.min(wall.heightMm, view.z + view.height);
  return {
    ...{ whole, width: whole ? 0 : width, height: whole ? 0 : height },
    marks: wall.shapes
      .filter((s) => s.kind === 'door' || s.kind === 'window' || s.kind === 'box')
      .map((s) => ({
        s,
        x: s.u * k,
        y: height - (s.z + s.height) * k,
        width: Math.max(2, s.width * k),
        height: Math.max(3, s.height * k),
      })),
    view: {
      x: left * k,
      y: height - top * k,
      width: Math.max(4, (Math.min(wall.widthMm, view.u + view.width) - left) * k),
      height: Math.max(4, (top - Math.max(0, view.z)) * k),
    },
  };
}

function shownWords(wall: Elevation, view: WallWindow, whole: boolean, unit: LengthUnit): string {
  const long = (mm: number): string => (unit === 'mm' ? printLength(Math.round(mm), 'mm') : printFeet(mm));
  return whole
    ? `the whole wall, ${long(wall.widthMm)}`
    : `${long(Math.min(view.width, wall.widthMm))} of ${long(wall.widthMm)} wall shown`;
}
