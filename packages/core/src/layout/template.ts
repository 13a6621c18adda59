/**
 * Openings and jigs at true scale: lines and words in mm, y downward from the upper left corner of the drawing, as SVG has it.
 * The page, the SVG and the PDF are made from the same shapes.
 */
import { BOX_KINDS } from '../catalog/index.js';
import { inches, printMark, type LengthUnit } from '../measure/index.js';
import { alongX, boxBody, boxRect, finishThicknessMm, studPlaces, type Box, type Site, type Wall } from '../model/index.js';
import { notches } from './cutting.js';
import { openingRect } from './opening.js';

export type TemplateStroke = 'cut' | 'ear' | 'level' | 'centre' | 'stud' | 'floor-line' | 'check' | 'cross' | 'edge' | 'fold';
export type TemplateShape =
  | { kind: 'line'; stroke: TemplateStroke; x1: number; y1: number; x2: number; y2: number }
  | { kind: 'rect'; stroke: TemplateStroke; x: number; y: number; width: number; height: number }
  | { kind: 'text'; x: number; y: number; size: number; text: string; anchor: 'start' | 'middle' };

export interface Template {
  title: string;
  /** face it is for, in words */
  forFace: string;
  mirrored: boolean;
  widthMm: number;
  heightMm: number;
  shapes: TemplateShape[];
}

export const CHECK_BAR_MM = { in: inches(4), mm: 100 } as const;
const MARGIN = 12;

/** A 4 in or 100 mm bar with end ticks, to prove the print by a tape. */
function checkBar(x: number, y: number, unit: LengthUnit): TemplateShape[] {
  const length = CHECK_BAR_MM[unit];
  return [
    { kind: 'line', stroke: 'check', x1: x, y1: y, x2: x + length, y2: y },
    { kind: 'line', stroke: 'check', x1: x, y1: y - 3, x2: x, y2: y + 3 },
    { kind: 'line', stroke: 'check', x1: x + length, y1: y - 3, x2: x + length, y2: y + 3 },
    {
      kind: 'text',
      x: x + 3,
      y: y - 2,
      size: 3.4,
      text: `this bar is exactly ${unit === 'in' ? '4 in' : '100 mm'}: measure it before cutting`,
      anchor: 'start',
    },
  ];
}

/** An arrow that points up on the wall, with the word; drawn, since not every font has the sign. */
function arrowUp(x: number, y: number): TemplateShape[] {
  const line = (x1: number, y1: number, x2: number, y2: number): TemplateShape => ({ kind: 'line', stroke: 'check', x1, y1, x2, y2 });
  return [
    line(x, y, x, y - 12),
    line(x, y - 12, x - 2.5, y - 8),
    line(x, y - 12, x + 2.5, y - 8),
    { kind: 'text', x: x + 4, y: y - 4, size: 4.4, text: 'up', anchor: 'start' },
  ];
}

/** Lines of text are set at this much of their size apart. */
const LEADING = 1.35;

export interface OpeningTemplateInput {
  wall: Wall;
  box: Box;
  unit: LengthUnit;
  /** name of the room whose face it is held to */
  roomName: string;
  /** for tracing from behind, or onto the back of a board */
  mirrored: boolean;
}

/** The opening of a box: outline, ears, slots, level and centre lines, stud edges, box-bottom line with its height, arrow up, check bar. */
export function openingTemplate(input: OpeningTemplateInput): Template {
  const { wall, box, unit, mirrored } = input;
  const opening = openingRect(wall, box);
  const rect = boxRect(wall, box);
  if (!opening || !rect) throw new RangeError(`openingTemplate: ${box.name} has no place on the wall; give its distance from a reference`);
  const width = opening.right - opening.left;
  const height = opening.top - opening.bottom;
  const side = 42;
  const words = 34;
  const widthMm = Math.max(width + 2 * side, CHECK_BAR_MM[unit] + 2 * MARGIN);
  const heightMm = height + 2 * 22 + words + 16;
  const ox = (widthMm - width) / 2;
  const oy = words + 18;
  const shapes: TemplateShape[] = [];
  const flip = (x: number, w = 0): number => (mirrored ? widthMm - x - w : x);
  const line = (stroke: TemplateStroke, x1: number, y1: number, x2: number, y2: number) =>
    shapes.push({ kind: 'line', stroke, x1: flip(x1), y1, x2: flip(x2), y2 });
  shapes.push({ kind: 'rect', stroke: 'cut', x: flip(ox, width), y: oy, width, height });
  for (const n of notches(box, width, height))
    shapes.push({
      kind: 'rect',
      stroke: 'ear',
      x: flip(ox + n.x, n.width),
      y: oy + height - n.z - n.height,
      width: n.width,
      height: n.height,
    });
  line('level', ox - side + 8, oy + height / 2, ox + width + side - 8, oy + height / 2);
  line('centre', ox + width / 2, oy - 12, ox + width / 2, oy + height + 12);
  line('floor-line', ox - side + 8, oy + height, ox + width + side - 8, oy + height);
  const rightwards = alongX(box.face, 'right');
  const leftX = rightwards > 0 ? opening.left : opening.right;
  const edges: number[] = [];
  for (const stud of studPlaces(wall)) {
    for (const edge of [-1, 1]) {
      const x = (stud.x + (edge * wall.framing.studWidth.mm) / 2 - leftX) * rightwards;
      if (x <= -side + 4 || x >= width + side - 4) continue;
      line('stud', ox + x, oy - 8, ox + x, oy + height + 8);
      edges.push(ox + x);
    }
  }
  const text = (x: number, y: number, size: number, words: string, anchor: 'start' | 'middle' = 'start') =>
    shapes.push({ kind: 'text', x, y, size, text: words, anchor });
  for (const x of edges) text(flip(x), oy - 10, 3, 'stud edge', 'middle');
  const kind = box.kind === 'other' ? 'box as measured' : BOX_KINDS[box.kind].name;
  text(MARGIN, 9, 4.4, `${box.name}: ${kind}`);
  text(
    MARGIN,
    9 + 4.4 * LEADING,
    3.4,
    mirrored ? `mirrored: to trace from behind the ${input.roomName} face` : `hold to the ${input.roomName} face`,
  );
  text(
    MARGIN,
    9 + 4.4 * LEADING + 3.4 * LEADING,
    3.4,
    `opening ${printMark(width, unit)} × ${printMark(height, unit)}, cut on the inside of the line`,
  );
  shapes.push(...arrowUp(ox + width / 4, oy + height / 2 - 4));
  text(
    flip(ox + width / 2),
    oy + height + 4.6,
    3.2,
    `box bottom ${printMark(box.place.bottom.mm, unit)} above the floor as it is`,
    'middle',
  );
  text(flip(ox + width + side / 2), oy + height / 2 - 1.6, 3, 'level', 'middle');
  text(flip(ox + width / 2) + 1.5, oy - 9, 3, 'centre');
  shapes.push(...checkBar(MARGIN, heightMm - 7, unit));
  return { title: `Opening of ${box.name}`, forFace: input.roomName, mirrored, widthMm, heightMm, shapes };
}

export interface JigPiece {
  name: string;
  lengthMm: number;
  widthMm: number;
  thickMm: number;
  count: number;
}
export interface Jig {
  pieces: JigPiece[];
  template: Template;
}
const PLY_MM = inches(0.5);

/**
 * A jig for repeated heights: a leg cut to the box bottom, a shelf that carries the box, and a lip that sets it forward of the
 * stud by the finish (handbook 3: 1/2 in plywood, 1 1/2 in wide; common practice).
 * @param bottomMm above the floor as it is: that is what the leg stands on
 * @param floorToAddMm floor still to be laid on it, which is said
 */
export function heightJig(bottomMm: number, floorToAddMm: number, finishMm: number, boxDepthMm: number, unit: LengthUnit): Jig {
  const leg = bottomMm - PLY_MM;
  if (!(leg > 0))
    throw new RangeError(
      `heightJig: a box bottom at ${printMark(bottomMm, unit)} leaves no leg under the shelf; it needs more than 1/2 in`,
    );
  const wide = inches(1.5);
  const shelf = boxDepthMm + wide;
  const pieces: JigPiece[] = [
    { name: 'leg', lengthMm: leg, widthMm: wide, thickMm: PLY_MM, count: 1 },
    { name: 'shelf under the box', lengthMm: shelf, widthMm: wide, thickMm: PLY_MM, count: 1 },
    { name: `lip, as thick as the finish`, lengthMm: inches(3), widthMm: wide, thickMm: finishMm, count: 1 },
  ];
  const widthMm = Math.max(wide + 90, CHECK_BAR_MM[unit] + 2 * MARGIN, shelf + 2 * MARGIN);
  const heightMm = leg + PLY_MM + 40;
  const shapes: TemplateShape[] = [
    { kind: 'rect', stroke: 'cut', x: MARGIN, y: 20 + PLY_MM, width: wide, height: leg },
    { kind: 'rect', stroke: 'cut', x: MARGIN, y: 20, width: shelf, height: PLY_MM },
    {
      kind: 'text',
      x: MARGIN,
      y: 9,
      size: 4.4,
      text: `Jig: box bottom ${printMark(bottomMm, unit)}${floorToAddMm ? ` above the floor as it is (${printMark(bottomMm - floorToAddMm, unit)} once ${printMark(floorToAddMm, unit)} is laid)` : ''}`,
      anchor: 'start',
    },
    {
      kind: 'text',
      x: MARGIN,
      y: 15,
      size: 3.4,
      text: `lip ${printMark(finishMm, unit)} in front of the stud; shelf ½ in plywood, side view`.replace('½', '1/2'),
      anchor: 'start',
    },
    { kind: 'text', x: MARGIN + wide + 4, y: 20 + PLY_MM + leg / 2, size: 3.6, text: `leg ${printMark(leg, unit)}`, anchor: 'start' },
    ...arrowUp(MARGIN + wide + 6, 20 + PLY_MM + leg / 2 - 8),
    ...checkBar(MARGIN, heightMm - 7, unit),
  ];
  return { pieces, template: { title: 'Height jig', forFace: '', mirrored: false, widthMm, heightMm, shapes } };
}

/** The jig that repeats this box's height on its wall; undefined while its depth is not known or it sits too low for a leg. */
export function jigFor(site: Site, wall: Wall, box: Box, unit: LengthUnit): Jig | undefined {
  const depth = boxBody(box).depthMm;
  const floorToAdd = site.rooms.find((r) => r.id === wall.faces[box.face].roomId)?.floorToAdd?.mm ?? 0;
  if (depth === undefined || box.place.bottom.mm <= PLY_MM) return undefined;
  return heightJig(box.place.bottom.mm, floorToAdd, finishThicknessMm(wall, box.face), depth, unit);
}

export const PAPER_MM = { letter: { width: 215.9, height: 279.4 }, a4: { width: 210, height: 297 } } as const;
export type Paper = keyof typeof PAPER_MM;
/** Printers leave this much of the edge white; tiles overlap by the other. */
export const TILE = { marginMm: 10, overlapMm: 12 };

export interface Tile {
  column: number;
  row: number;
  columns: number;
  rows: number;
  /** part of the template that this sheet shows, in template mm */
  x: number;
  y: number;
  width: number;
  height: number;
  /** cross marks on the template where sheets are laid over each other, in template mm */
  crosses: { x: number; y: number }[];
}

/** Sheets that show the whole template at true scale, with an overlap and cross marks where it needs more than one. */
export function tiles(template: Pick<Template, 'widthMm' | 'heightMm'>, paper: Paper): Tile[] {
  const room = { width: PAPER_MM[paper].width - 2 * TILE.marginMm, height: PAPER_MM[paper].height - 2 * TILE.marginMm };
  const count = (size: number, space: number) => (size <= space ? 1 : 1 + Math.ceil((size - space) / (space - TILE.overlapMm)));
  const columns = count(template.widthMm, room.width);
  const rows = count(template.heightMm, room.height);
  const stepX = room.width - TILE.overlapMm;
  const stepY = room.height - TILE.overlapMm;
  const list: Tile[] = [];
  const crossesX = Array.from({ length: columns - 1 }, (_, i) => (i + 1) * stepX + TILE.overlapMm / 2);
  const crossesY = Array.from({ length: rows - 1 }, (_, i) => (i + 1) * stepY + TILE.overlapMm / 2);
  const xs = crossesX.length ? crossesX : [template.widthMm * 0.2, template.widthMm * 0.8];
  const ys = crossesY.length ? crossesY : [template.heightMm * 0.2, template.heightMm * 0.8];
  const crosses = columns * rows > 1 ? xs.flatMap((x) => ys.map((y) => ({ x, y }))) : [];
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++) {
      const x = column * stepX;
      const y = row * stepY;
      const width = Math.min(room.width, template.widthMm - x);
      const height = Math.min(room.height, template.heightMm - y);
      list.push({
        column,
        row,
        columns,
        rows,
        x,
        y,
        width,
        height,
        crosses: crosses.filter((c) => c.x >= x && c.x <= x + width && c.y >= y && c.y <= y + height),
      });
    }
  return list;
}

const escape = (text: string): string => text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/"/g, '&quot;');
const n = (value: number): string => `${Number(value.toFixed(3))}`;
export const STROKES: Record<TemplateStroke, { width: number; dash?: number[] }> = {
  cut: { width: 0.5 },
  ear: { width: 0.25, dash: [1.5, 1] },
  level: { width: 0.2, dash: [6, 1.5, 1, 1.5] },
  centre: { width: 0.2, dash: [6, 1.5, 1, 1.5] },
  stud: { width: 0.3, dash: [3, 1.5] },
  'floor-line': { width: 0.3 },
  check: { width: 0.35 },
  cross: { width: 0.2 },
  edge: { width: 0.15 },
  fold: { width: 0.15, dash: [1, 1] },
};

/** A stand-alone SVG at true scale: its size is in mm and one unit is one mm. */
export function templateSvg(template: Template): string {
  const parts = template.shapes.map((s) => {
    if (s.kind === 'text')
      return `<text x="${n(s.x)}" y="${n(s.y)}" font-family="sans-serif" font-size="${n(s.size)}" text-anchor="${s.anchor}">${escape(s.text)}</text>`;
    const stroke = STROKES[s.stroke];
    const style = `fill="none" stroke="#000" stroke-width="${stroke.width}"${stroke.dash ? ` stroke-dasharray="${stroke.dash.join(' ')}"` : ''} data-is="${s.stroke}"`;
    return s.kind === 'line'
      ? `<line x1="${n(s.x1)}" y1="${n(s.y1)}" x2="${n(s.x2)}" y2="${n(s.y2)}" ${style}/>`
      : `<rect x="${n(s.x)}" y="${n(s.y)}" width="${n(s.width)}" height="${n(s.height)}" ${style}/>`;
  });
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${n(template.widthMm)}mm" height="${n(template.heightMm)}mm" viewBox="0 0 ${n(template.widthMm)} ${n(template.heightMm)}"><title>${escape(template.title)}</title>${parts.join('')}</svg>`;
}
