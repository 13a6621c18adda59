/**
 * Boxes of the bench opened flat, side by side with the panel. Cables come in at the top; hots, neutrals and grounds run in lanes of
 * their own; devices stand at the right of each box, seen from the front. Plain geometry in drawing units; positions follow from the
 * wiring alone, so that the same wiring gives the same drawing.
 */
import type { TERMINALS } from '../model/index.js';
import { printMark, type LengthUnit } from '../measure/index.js';
import { nodeOf, terminalNodeOf } from '../circuit/index.js';
import {
  endBox,
  endColour,
  endKey,
  GROUND_BAR,
  jointOf,
  NEUTRAL_BAR,
  PANEL,
  type Bench,
  type Joint,
  type WireColour,
  type WireEnd,
} from '../model/index.js';

export interface BenchWire {
  key: string;
  /** where an instrument touches it */
  node: string;
  end: WireEnd;
  colour: WireColour;
  letter: string;
  points: [number, number][];
  label: [number, number];
  /** where it ends: the spot to grab */
  tip: [number, number];
  loose: boolean;
}
export interface BenchSpot {
  key: string;
  node: string;
  kind: 'terminal' | 'splice' | 'cap';
  x: number;
  y: number;
  label: string;
  device?: string;
  terminal?: string;
  joint?: string;
  count: number;
  role: 'hot' | 'neutral' | 'ground' | 'other';
  side: 'left' | 'right' | 'below' | 'above';
  /** what is written beside it, clear of the screw; LINE or LOAD stands on the device itself */
  words?: { x: number; y: number; anchor: 'start' | 'end'; text: string };
}
export interface BenchDeviceShape {
  id: string;
  name: string;
  form: string;
  x: number;
  y: number;
  width: number;
  height: number;
  faces: {
    face: 'upper' | 'lower';
    x: number;
    y: number;
    width: number;
    height: number;
    pins: { pin: 'hot' | 'neutral' | 'ground'; node: string; x: number; y: number }[];
  }[];
  brassTab: boolean;
  silverTab: boolean;
}
export interface BenchBoxShape {
  id: string;
  name: string;
  x: number;
  y: number;
  width: number;
  height: number;
  cables: { id: string; x: number; width: number; name: string; toward: string; kind: string; free: string; side: string; y: number }[];
}
export interface BenchDrawing {
  width: number;
  height: number;
  boxes: BenchBoxShape[];
  devices: BenchDeviceShape[];
  spots: BenchSpot[];
  wires: BenchWire[];
}

const WIRE = 22;
const CABLE_GAP = 20;
const TOP = 74;
/** where the sheath of a cable that comes in at the top is drawn */
const SHEATH_Y = 38;
/** room for sheaths and their words under the boxes */
const BELOW = 92;
const ROW = 34;
const LANE = 9;
const DEVICE = { width: 84, height: 176, gap: 116 };
const HOTS: WireColour[] = ['black', 'red', 'brown'];
const GROUNDS: WireColour[] = ['bare', 'green', 'green-yellow'];
const LETTERS: Record<WireColour, string> = {
  black: 'H',
  red: 'R',
  brown: 'L',
  blue: 'N',
  white: 'N',
  grey: 'N',
  bare: 'G',
  green: 'G',
  'green-yellow': 'E',
};

const roleOf = (colour: WireColour): 'hot' | 'neutral' | 'ground' =>
  HOTS.includes(colour) ? 'hot' : GROUNDS.includes(colour) ? 'ground' : 'neutral';
const ORDER = { hot: 0, neutral: 1, ground: 2, other: 1 } as const;

/** Terminal places on a device of one form, seen from the front with the ground contact down. */
type TerminalPlace = [number, number, BenchSpot['side'], BenchSpot['role']];

/** From behind, left and right change places. */
function terminalPlaces(form: keyof typeof TERMINALS, seen: 'front' | 'back'): Record<string, TerminalPlace> {
  const front = frontPlaces(form);
  if (seen === 'front') return front;
  const swap = { left: 'right', right: 'left', above: 'above', below: 'below' } as const;
  return Object.fromEntries(
    Object.entries(front).map(([name, [x, y, side, role]]): [string, TerminalPlace] => [name, [DEVICE.width - x, y, swap[side], role]]),
  );
}

function frontPlaces(form: keyof typeof TERMINALS): Record<string, TerminalPlace> {
  const [w, h] = [DEVICE.width, DEVICE.height];
  const [up, low] = [48, h - 48];
  switch (form) {
    case 'duplex':
      return {
        'silver upper': [0, up, 'left', 'neutral'],
        'silver lower': [0, low, 'left', 'neutral'],
        'brass upper': [w, up, 'right', 'hot'],
        'brass lower': [w, low, 'right', 'hot'],
        green: [16, h, 'below', 'ground'],
      };
    case 'single':
      return { silver: [0, up, 'left', 'neutral'], brass: [w, up, 'right', 'hot'], green: [16, h, 'below', 'ground'] };
    case 'ground-fault':
      return {
        'load silver': [0, up, 'left', 'neutral'],
        'line silver': [0, low, 'left', 'neutral'],
        'load brass': [w, up, 'right', 'hot'],
        'line brass': [w, low, 'right', 'hot'],
        green: [16, h, 'below', 'ground'],
      };
    case 'switch':
      return { 'screw 1': [w, up, 'right', 'hot'], 'screw 2': [w, low, 'right', 'hot'], green: [16, h, 'below', 'ground'] };
    case 'three-way':
      return {
        common: [w, low, 'right', 'hot'],
        'traveller 1': [0, up, 'left', 'hot'],
        'traveller 2': [w, up, 'right', 'hot'],
        green: [16, h, 'below', 'ground'],
      };
    case 'four-way':
      return {
        'in 1': [0, low, 'left', 'hot'],
        'in 2': [w, low, 'right', 'hot'],
        'out 1': [0, up, 'left', 'hot'],
        'out 2': [w, up, 'right', 'hot'],
        green: [16, h, 'below', 'ground'],
      };
    case 'lamp':
    case 'appliance':
      return { neutral: [0, up, 'left', 'neutral'], hot: [w, up, 'right', 'hot'], green: [16, h, 'below', 'ground'] };
  }
}

/** The three slots of a face, ground down. */
const facePins = (deviceId: string, face: 'upper' | 'lower', x: number, y: number): BenchDeviceShape['faces'][number]['pins'] => [
  { pin: 'neutral', node: nodeOf.slot(deviceId, face, 'neutral'), x: x + 16, y: y + 22 },
  { pin: 'hot', node: nodeOf.slot(deviceId, face, 'hot'), x: x + 36, y: y + 22 },
  { pin: 'ground', node: nodeOf.slot(deviceId, face, 'ground'), x: x + 26, y: y + 44 },
];

interface Place {
  id: string;
  name: string;
}

/** Lays the bench out: the panel first, then the boxes in their order. */
export function benchDrawing(bench: Bench, unit: LengthUnit = 'in', seen: 'front' | 'back' = 'front'): BenchDrawing {
  const drawing: BenchDrawing = { width: 0, height: 0, boxes: [], devices: [], spots: [], wires: [] };
  const places: Place[] = [{ id: PANEL, name: 'Panel' }, ...bench.boxes];
  let x = 12;
  for (const place of places) x = layBox(bench, place, x, drawing, unit, seen) + 26;
  drawing.width = x;
  drawing.height = Math.max(300, ...drawing.boxes.map((b) => b.y + b.height)) + 12;
  const below = drawing.boxes.some((b) => b.cables.some((c) => c.side === 'bottom' && b.id !== PANEL));
  if (below) drawing.height += BELOW;
  for (const b of drawing.boxes) {
    b.height = drawing.height - 12 - (below ? BELOW - 40 : 0) - b.y;
    fromBelow(bench, b, drawing);
  }
  return drawing;
}

/** A device's screws are named toward its middle, those of the panel and of the box away from the wires. */
function spotWords(
  x: number,
  y: number,
  side: BenchSpot['side'],
  label: string,
  of: 'panel' | 'box' | 'device',
): NonNullable<BenchSpot['words']> {
  const text = label.replace(/ (upper|lower)$|^(line|load) /, '');
  if (of === 'device' && side === 'right') return { x: x - 13, y: y + 4, anchor: 'end', text };
  return { x: x + (of === 'device' ? 13 : 16), y: y + (side === 'below' ? 5 : 4), anchor: 'start', text };
}

/** Cables that come in at the bottom are drawn there: their wires run up in the same columns. The panel’s all come in at the top. */
function fromBelow(bench: Bench, box: BenchBoxShape, drawing: BenchDrawing): void {
  if (box.id === PANEL) return;
  const floor = box.y + box.height;
  for (const c of box.cables.filter((x) => x.side === 'bottom')) {
    c.y = floor - 8;
    for (const w of drawing.wires) {
      if (!('cableId' in w.end) || w.end.cableId !== c.id || endBox(bench, w.end) !== box.id || w.points.length < 2) continue;
      const [x] = w.points[0]!;
      w.points[0] = [x, floor - 8];
      w.label = [x, floor - 26];
      if (w.loose) {
        w.points[1] = [x, floor - 44];
        w.tip = w.points[1];
      }
    }
  }
}

function layBox(bench: Bench, place: Place, left: number, drawing: BenchDrawing, unit: LengthUnit, seen: 'front' | 'back'): number {
  const panel = place.id === PANEL;
  const cables = bench.cables.flatMap((c) => ([0, 1] as const).filter((e) => c.ends[e] === place.id).map((end) => ({ cable: c, end })));
  const tipX = new Map<string, number>();
  let x = left + 16;
  const shapes: BenchBoxShape['cables'] = cables.map(({ cable, end }) => {
    const width = Math.max(70, cable.colours.length * WIRE + 14);
    // hots nearest the left, grounds nearest the right: the lanes then cross least
    const order = cable.colours
      .map((_, i) => i)
      .sort((a, b) => ORDER[roleOf(cable.colours[a]!)] - ORDER[roleOf(cable.colours[b]!)] || a - b);
    order.forEach((conductor, k) => tipX.set(endKey({ cableId: cable.id, conductor, end }), x + 14 + k * WIRE));
    const other = cable.ends[end === 0 ? 1 : 0];
    const toward = other === PANEL ? 'panel' : (bench.boxes.find((b) => b.id === other)?.name ?? 'elsewhere');
    const insulated = cable.colours.filter((c) => !GROUNDS.includes(c)).length;
    const shape = {
      id: cable.id,
      x,
      width,
      name: cable.name,
      toward,
      kind: `${cable.gauge}-${insulated}`,
      free: printMark(cable.freeMm[end], unit),
      side: cable.sides[end],
      y: SHEATH_Y,
    };
    x += width + CABLE_GAP;
    return shape;
  });
  const joints = bench.joints.filter((j) => j.boxId === place.id);
  const free = joints.filter((j) => j.kind !== 'terminal');
  const dominant = (j: Joint): 'hot' | 'neutral' | 'ground' => roleOf(endColour(bench, j.ends[0]!) ?? 'black');
  const rows = [...free].sort((a, b) => ORDER[dominant(a)] - ORDER[dominant(b)]);
  const spliceX = x + 26;
  const spots: BenchSpot[] = [];
  const spliceY = new Map<string, number>();
  rows.forEach((j, i) => {
    const y = TOP + 52 + i * (ROW + Math.max(0, j.ends.length - 3) * 6);
    spliceY.set(j.id, y);
    spots.push({
      key: `joint ${j.id}`,
      node: nodeOf.joint(j.id),
      kind: j.kind === 'cap' ? 'cap' : 'splice',
      x: spliceX,
      y,
      label: j.connector ?? (j.kind === 'cap' ? 'cap' : (j.how ?? 'splice')),
      joint: j.id,
      count: j.ends.length,
      role: dominant(j),
      side: 'above',
    });
  });
  const firstLane = TOP + 52 + rows.length * ROW + (rows.length ? 12 : 0);
  let right = rows.length ? spliceX + 70 : x;
  const put = (
    device: string,
    terminal: string,
    sx: number,
    sy: number,
    side: BenchSpot['side'],
    role: BenchSpot['role'],
    label: string,
  ) => {
    const there = joints.filter((j) => j.at?.device === device && j.at.terminal === terminal);
    const joint = there[0];
    spots.push({
      key: `terminal ${place.id} ${device} ${terminal}`,
      node: terminalNodeOf(place.id, device, terminal),
      kind: 'terminal',
      x: sx,
      y: sy,
      label,
      words: spotWords(sx, sy, side, label, panel ? 'panel' : device === 'box' ? 'box' : 'device'),
      device,
      terminal,
      ...(joint ? { joint: joint.id } : {}),
      count: there.reduce((n, j) => n + j.ends.length, 0),
      role,
      side,
    });
  };
  let bottom = firstLane;
  if (panel) {
    const px = right + 40;
    bench.breakers.forEach((b, i) => put(b.id, 'screw', px, TOP + 60 + i * 34, 'right', 'hot', `breaker ${b.number}`));
    const after = TOP + 60 + bench.breakers.length * 34;
    put(NEUTRAL_BAR, 'screw', px, after + 10, 'right', 'neutral', 'neutral bar');
    put(GROUND_BAR, 'screw', px, after + 44, 'right', 'ground', 'ground bar');
    right = px + 110;
    bottom = after + 70;
  } else {
    const devices = bench.devices.filter((d) => d.boxId === place.id);
    devices.forEach((d, i) => {
      const dx = right + 62 + i * (DEVICE.width + DEVICE.gap);
      const dy = TOP + 54;
      const sockets = ['duplex', 'ground-fault'].includes(d.form)
        ? (['upper', 'lower'] as const)
        : d.form === 'single'
          ? (['upper'] as const)
          : [];
      drawing.devices.push({
        id: d.id,
        name: d.name,
        form: d.form,
        x: dx,
        y: dy,
        width: DEVICE.width,
        height: DEVICE.height,
        faces: sockets.map((face) => ({
          face,
          x: dx + 16,
          y: dy + (face === 'upper' ? 16 : DEVICE.height - 76),
          width: DEVICE.width - 32,
          height: 60,
          pins: facePins(d.id, face, dx + 16, dy + (face === 'upper' ? 16 : DEVICE.height - 76)),
        })),
        brassTab: d.brassTab,
        silverTab: d.silverTab,
      });
      for (const [terminal, [tx, ty, side, role]] of Object.entries(terminalPlaces(d.form, seen)))
        put(d.id, terminal, dx + tx, dy + ty, side, role, terminal);
    });
    if (devices.length) right += 62 + devices.length * (DEVICE.width + DEVICE.gap) - 10;
    if (bench.boxes.find((b) => b.id === place.id)?.material === 'metal') {
      put('box', 'screw', spliceX, firstLane + 170, 'right', 'ground', 'box screw');
      right = Math.max(right, spliceX + 110);
    }
    bottom = Math.max(firstLane + 200, TOP + 54 + DEVICE.height + 70);
  }
  // a bar has one spot, however many screws are on it
  const spotOf = (j: Joint): BenchSpot =>
    spots.find((s) => s.joint === j.id) ??
    spots.find((s) => j.at !== undefined && s.device === j.at.device && s.terminal === j.at.terminal)!;

  // wires: down from the cable, along a lane of its own, to the splice or the screw
  const ends: WireEnd[] = [
    ...cables.flatMap(({ cable, end }) => cable.colours.map((_, conductor): WireEnd => ({ cableId: cable.id, conductor, end }))),
    ...bench.pigtails
      .filter((p) => p.boxId === place.id)
      .flatMap((p) => [{ pigtailId: p.id, end: 0 } as WireEnd, { pigtailId: p.id, end: 1 } as WireEnd]),
  ];
  const direct = ends.filter((e) => 'cableId' in e && jointOf(bench, e)?.kind === 'terminal');
  const laneY = new Map<string, number>();
  [...direct]
    .sort((a, b) => ORDER[roleOf(endColour(bench, a)!)] - ORDER[roleOf(endColour(bench, b)!)])
    .forEach((e, i) => laneY.set(endKey(e), TOP + 40 + (rows.length ? rows.length * ROW + 24 : 0) + i * LANE));
  let looseTails = 0;
  for (const e of ends) {
    const colour = endColour(bench, e)!;
    const joint = jointOf(bench, e);
    const key = endKey(e);
    const wire = (points: [number, number][], label: [number, number]) =>
      drawing.wires.push({
        key,
        node: nodeOf.end(key),
        end: e,
        colour,
        letter: LETTERS[colour],
        points,
        label,
        tip: points.at(-1)!,
        loose: joint === undefined,
      });
    if ('cableId' in e) {
      const wx = tipX.get(key)!;
      if (!joint)
        wire(
          [
            [wx, TOP],
            [wx, TOP + 34],
          ],
          [wx, TOP + 18],
        );
      else if (joint.kind !== 'terminal') {
        const y = spliceY.get(joint.id)! + (joint.ends.findIndex((x) => endKey(x) === key) - (joint.ends.length - 1) / 2) * 6;
        wire(
          [
            [wx, TOP],
            [wx, y],
            [spliceX - 8, y],
          ],
          [wx, TOP + 18],
        );
      } else wire([[wx, TOP], [wx, laneY.get(key)!], ...approach(wx, laneY.get(key)!, spotOf(joint), drawing)], [wx, TOP + 18]);
      continue;
    }
    // a pigtail is one wire, drawn from its splice to its screw; drawn once, at its far end when that is on something
    const tail = bench.pigtails.find((p) => p.id === e.pigtailId)!;
    const [near, far] = [jointOf(bench, { pigtailId: tail.id, end: 0 }), jointOf(bench, { pigtailId: tail.id, end: 1 })];
    if (!near && !far) {
      const y = bottom - 26 - looseTails * 12;
      if (e.end === 0)
        wire(
          [
            [left + 90, y],
            [left + 40, y],
          ],
          [left + 65, y],
        );
      else {
        wire(
          [
            [left + 90, y],
            [left + 140, y],
          ],
          [left + 115, y],
        );
        looseTails += 1;
      }
      continue;
    }
    const own = e.end === 0 ? near : far;
    const other = e.end === 0 ? far : near;
    if (!own) {
      const from = spotOf(other!);
      wire(
        [
          [from.x + 10, from.y],
          [from.x + 46, from.y - 14],
        ],
        [from.x + 28, from.y - 10],
      );
    } else if (own.kind === 'terminal') {
      const start: [number, number] =
        other && other.kind !== 'terminal' ? [spotOf(other).x + 10, spotOf(other).y] : [spotOf(own).x - 40, spotOf(own).y];
      wire([start, ...approach(start[0], start[1], spotOf(own), drawing)], [start[0] + 26, start[1]]);
    } else if (!other || other.kind !== 'terminal') {
      const s = spotOf(own);
      wire(
        [
          [s.x + 10, s.y],
          [s.x + 30, s.y],
        ],
        [s.x + 24, s.y],
      );
    } else
      drawing.wires.push({
        key,
        node: nodeOf.end(key),
        end: e,
        colour,
        letter: '',
        points: [],
        label: [0, 0],
        tip: [spotOf(own).x + 10, spotOf(own).y],
        loose: false,
      });
  }
  drawing.spots.push(...spots);
  const width = Math.max(right - left, 190);
  drawing.boxes.push({ id: place.id, name: place.name, x: left, y: 46, width, height: bottom - 46, cables: shapes });
  return left + width;
}

/** From a lane to a screw without crossing the device: hots to its right side, neutrals to its left, grounds from below. */
function approach(x: number, y: number, to: BenchSpot, drawing: BenchDrawing): [number, number][] {
  const device = to.device ? drawing.devices.find((d) => d.id === to.device) : undefined;
  if (!device)
    return [
      [to.x - 18, y],
      [to.x - 18, to.y],
      [to.x, to.y],
    ];
  const stagger =
    (to.terminal ?? '').includes('lower') || (to.terminal ?? '').includes('line') || to.y > device.y + device.height / 2 ? 12 : 0;
  if (to.side === 'right') {
    const over = Math.min(y, device.y - 12);
    const rx = device.x + device.width + 22 + stagger;
    return y > device.y - 6
      ? [
          [device.x - 46 - stagger, y],
          [device.x - 46 - stagger, over - stagger / 2],
          [rx, over - stagger / 2],
          [rx, to.y],
          [to.x, to.y],
        ]
      : [
          [rx, y],
          [rx, to.y],
          [to.x, to.y],
        ];
  }
  // what goes to a device behind another passes below that one
  const between = drawing.devices
    .filter((o) => o.x > x && o.x < device.x && y > o.y - 6 && y < o.y + o.height + 8)
    .sort((a, b) => a.x - b.x)[0];
  if (between) {
    const ground = to.side === 'below';
    const under = device.y + device.height + (ground ? 64 : 54) + stagger / 2;
    const down = between.x - (ground ? 68 : 40) - stagger / 2;
    const up = device.x - (ground ? 56 : 22 + stagger);
    const rest: [number, number][] = ground
      ? [
          [up, device.y + device.height + 26],
          [to.x, device.y + device.height + 26],
          [to.x, to.y],
        ]
      : [
          [up, to.y],
          [to.x, to.y],
        ];
    return [[down, y], [down, under], [up, under], ...rest];
  }
  if (to.side === 'left')
    return [
      [device.x - 22 - stagger, y],
      [device.x - 22 - stagger, to.y],
      [to.x, to.y],
    ];
  return [
    [device.x - 56, y],
    [device.x - 56, device.y + device.height + 26],
    [to.x, device.y + device.height + 26],
    [to.x, to.y],
  ];
}

export interface LineDrawing {
  width: number;
  height: number;
  boxes: {
    id: string;
    name: string;
    x: number;
    y: number;
    width: number;
    height: number;
    devices: string[];
    breakers: { number: string; amps: number; on: boolean }[];
  }[];
  cables: { id: string; name: string; kind: string; x1: number; y1: number; x2: number; y2: number }[];
}
const STEP = { x: 220, y: 110, width: 150, height: 74 };

/** The circuit as a line drawing, a step back: the panel at the left, boxes by how many cables away they are. */
export function lineDrawing(bench: Bench): LineDrawing {
  const depth = new Map<string, number>([[PANEL, 0]]);
  const open = [PANEL];
  while (open.length) {
    const at = open.shift()!;
    for (const c of bench.cables)
      for (const [a, b] of [c.ends, [c.ends[1], c.ends[0]] as const])
        if (a === at && !depth.has(b)) {
          depth.set(b, depth.get(at)! + 1);
          open.push(b);
        }
  }
  const rows = new Map<number, number>();
  const boxes = [{ id: PANEL, name: 'Panel' }, ...bench.boxes].map(({ id, name }) => {
    const column = depth.get(id) ?? 1;
    const row = rows.get(column) ?? 0;
    rows.set(column, row + 1);
    return {
      id,
      name,
      x: 20 + column * STEP.x,
      y: 20 + row * STEP.y,
      width: STEP.width,
      height: STEP.height,
      devices: bench.devices.filter((d) => d.boxId === id).map((d) => d.name),
      breakers: id === PANEL ? bench.breakers.map((b) => ({ number: b.number, amps: b.amps, on: b.on })) : [],
    };
  });
  const cables = bench.cables.map((c, i) => {
    const [a, b] = c.ends.map((e) => boxes.find((x) => x.id === e));
    const from = a ?? b!;
    const [x1, y1] = [from.x + STEP.width, from.y + STEP.height / 2];
    const insulated = c.colours.filter((x) => !GROUNDS.includes(x)).length;
    // what goes elsewhere ends a little way off
    const [x2, y2] = a && b ? [b.x, b.y + STEP.height / 2] : [x1 + 60, y1 + 26 + (i % 3) * 12];
    return { id: c.id, name: c.name, kind: `${c.gauge}-${insulated}`, x1, y1, x2, y2 };
  });
  return {
    width: Math.max(...boxes.map((b) => b.x + b.width)) + 90,
    height: Math.max(...boxes.map((b) => b.y + b.height)) + 60,
    boxes,
    cables,
  };
}

/** Smaller than this nothing can be read or hit. */
const LEAST_SCALE = 0.78;
/** The scale at which a drawing goes into a width, never larger than drawn nor smaller than can be read. */
export const fittingScale = (drawing: Pick<BenchDrawing, 'width'>, roomPx: number): number =>
  Math.max(LEAST_SCALE, Math.min(1, roomPx / Math.max(1, drawing.width)));
