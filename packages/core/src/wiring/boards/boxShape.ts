/** One box of the bench, or the panel: its cables along the top, its splices in rows, its devices at the right, its wires between. */
import { nodeOf, terminalNodeOf } from '../../circuit/index.js';
import { printMark, type LengthUnit } from '../../measure/index.js';
import {
  endColour,
  endKey,
  GROUND_BAR,
  GROUND_COLOURS,
  NEUTRAL_BAR,
  PANEL,
  type Bench,
  type BenchDevice,
  type Joint,
} from '../../model/index.js';
import { facePins, terminalPlaces } from './devicePlaces.js';
import {
  CABLE_GAP,
  COLUMN,
  DEVICE,
  FAN,
  FIRST_ROW,
  ORDER,
  roleOf,
  ROW,
  SHEATH_Y,
  TOP,
  UNDER_ROWS,
  WIRE,
  type BenchBoxShape,
  type BenchDeviceShape,
  type BenchSpot,
  type BenchWire,
} from './shapes.js';
import { wiresOf } from './wires.js';

export interface LaidBox {
  shape: BenchBoxShape;
  devices: BenchDeviceShape[];
  spots: BenchSpot[];
  wires: BenchWire[];
}

/** Lays out the box, its left edge at `left`. */
export function layBox(
  bench: Bench,
  place: { id: string; name: string },
  left: number,
  { unit, seen }: { unit: LengthUnit; seen: 'front' | 'back' },
): LaidBox {
  const cables = cablesAlong(bench, place.id, left + 16, unit);
  const joints = bench.joints.filter((j) => j.boxId === place.id);
  const spliceX = cables.right + 26;
  const { spots, bottom: rowsEnd } = spliceSpots(bench, joints, spliceX);
  const rows = spots.length;
  const spliceY = new Map(spots.map((s) => [s.joint!, s.y]));
  const firstLane = rows ? rowsEnd + UNDER_ROWS : TOP + 40;
  let right = rows ? spliceX + 70 : cables.right;
  let bottom: number;
  const devices: BenchDeviceShape[] = [];
  const screw = (device: string, terminal: string, at: TerminalSpot): void =>
    void spots.push(screwSpot(place.id, joints, device, terminal, at));
  if (place.id === PANEL) {
    const x = right + 40 + COLUMN * joints.filter((j) => j.kind === 'terminal').reduce((n, j) => n + j.ends.length, 0);
    const after = TOP + 60 + bench.breakers.length * 34;
    const at = (y: number, role: BenchSpot['role'], label: string): TerminalSpot => ({ x, y, side: 'right', role, label, of: 'panel' });
    bench.breakers.forEach((b, i) => screw(b.id, 'screw', at(TOP + 60 + i * 34, 'hot', `breaker ${b.number}`)));
    screw(NEUTRAL_BAR, 'screw', at(after + 10, 'neutral', 'neutral bar'));
    screw(GROUND_BAR, 'screw', at(after + 44, 'ground', 'ground bar'));
    right = x + 110;
    bottom = after + 70;
  } else {
    const own = bench.devices.filter((d) => d.boxId === place.id);
    own.forEach((d, i) => {
      const shape = deviceShape(d, right + 62 + i * (DEVICE.width + DEVICE.gap), TOP + 54);
      devices.push(shape);
      for (const [terminal, [x, y, side, role]] of Object.entries(terminalPlaces(d.form, seen)))
        screw(d.id, terminal, { x: shape.x + x, y: shape.y + y, side, role, label: terminal, of: 'device' });
    });
    if (own.length) right += 62 + own.length * (DEVICE.width + DEVICE.gap) - 10;
    if (bench.boxes.find((b) => b.id === place.id)?.material === 'metal') {
      screw('box', 'screw', { x: spliceX, y: firstLane + 170, side: 'right', role: 'ground', label: 'box screw', of: 'box' });
      right = Math.max(right, spliceX + 110);
    }
    bottom = Math.max(firstLane + 200, TOP + 54 + DEVICE.height + 70);
  }
  const wires = wiresOf(bench, { boxId: place.id, left, bottom, spliceX, firstLane, tipX: cables.tipX, spliceY, spots, devices });
  const width = Math.max(right - left, 190);
  return {
    shape: { id: place.id, name: place.name, x: left, y: 46, width, height: bottom - 46, cables: cables.shapes },
    devices,
    spots,
    wires,
  };
}

/** Sheaths side by side, and where each conductor comes out: hots nearest the left, grounds nearest the right, the lanes then cross least. */
function cablesAlong(
  bench: Bench,
  boxId: string,
  left: number,
  unit: LengthUnit,
): { shapes: BenchBoxShape['cables']; tipX: Map<string, number>; right: number } {
  const tipX = new Map<string, number>();
  const shapes: BenchBoxShape['cables'] = [];
  let x = left;
  for (const cable of bench.cables)
    for (const end of [0, 1] as const) {
      if (cable.ends[end] !== boxId) continue;
      cable.colours
        .map((_, i) => i)
        .sort((a, b) => ORDER[roleOf(cable.colours[a]!)] - ORDER[roleOf(cable.colours[b]!)] || a - b)
        .forEach((conductor, k) => tipX.set(endKey({ cableId: cable.id, conductor, end }), x + 14 + k * WIRE));
      const other = cable.ends[end === 0 ? 1 : 0];
      const width = Math.max(70, cable.colours.length * WIRE + 14);
      shapes.push({
        id: cable.id,
        x,
        width,
        name: cable.name,
        toward: other === PANEL ? 'panel' : (bench.boxes.find((b) => b.id === other)?.name ?? 'elsewhere'),
        kind: `${cable.gauge}-${cable.colours.filter((c) => !GROUND_COLOURS.includes(c)).length}`,
        free: printMark(cable.freeMm[end], unit),
        side: cable.sides[end],
        y: SHEATH_Y,
      });
      x += width + CABLE_GAP;
    }
  return { shapes, tipX, right: x };
}

/** Splices and caps in rows under the cables: hots, neutrals, grounds; a row is as high as its wires fan out. */
function spliceSpots(bench: Bench, joints: readonly Joint[], x: number): { spots: BenchSpot[]; bottom: number } {
  const role = (j: Joint) => roleOf(endColour(bench, j.ends[0]!) ?? 'black');
  let bottom = FIRST_ROW;
  const spots = joints
    .filter((j) => j.kind !== 'terminal')
    .sort((a, b) => ORDER[role(a)] - ORDER[role(b)])
    .map((j): BenchSpot => {
      const high = ROW + Math.max(0, j.ends.length - 3) * FAN;
      bottom += high;
      return {
        key: `joint ${j.id}`,
        node: nodeOf.joint(j.id),
        kind: j.kind === 'cap' ? 'cap' : 'splice',
        x,
        y: bottom - high / 2,
        label: j.connector ?? (j.kind === 'cap' ? 'cap' : (j.how ?? 'splice')),
        joint: j.id,
        count: j.ends.length,
        role: role(j),
        side: 'above',
      };
    });
  return { spots, bottom };
}

interface TerminalSpot {
  x: number;
  y: number;
  side: BenchSpot['side'];
  role: BenchSpot['role'];
  label: string;
  of: 'panel' | 'box' | 'device';
}

/** A screw: of a device, of the panel or of the box itself. */
function screwSpot(boxId: string, joints: readonly Joint[], device: string, terminal: string, at: TerminalSpot): BenchSpot {
  const there = joints.filter((j) => j.at?.device === device && j.at.terminal === terminal);
  return {
    key: `terminal ${boxId} ${device} ${terminal}`,
    node: terminalNodeOf(boxId, device, terminal),
    kind: 'terminal',
    x: at.x,
    y: at.y,
    label: at.label,
    words: screwWords(at),
    device,
    terminal,
    ...(there[0] ? { joint: there[0].id } : {}),
    count: there.reduce((n, j) => n + j.ends.length, 0),
    role: at.role,
    side: at.side,
  };
}

/** A device's screws are named toward its middle, those of the panel and of the box away from the wires. */
function screwWords({ x, y, side, label, of }: TerminalSpot): NonNullable<BenchSpot['words']> {
  const text = label.replace(/ (upper|lower)$|^(line|load) /, '');
  if (of === 'device' && side === 'right') return { x: x - 13, y: y + 4, anchor: 'end', text };
  return { x: x + (of === 'device' ? 13 : 16), y: y + (side === 'below' ? 5 : 4), anchor: 'start', text };
}

const SOCKETS: Partial<Record<BenchDevice['form'], readonly ('upper' | 'lower')[]>> = {
  duplex: ['upper', 'lower'],
  'ground-fault': ['upper', 'lower'],
  single: ['upper'],
};

function deviceShape(device: BenchDevice, x: number, y: number): BenchDeviceShape {
  const faces = (SOCKETS[device.form] ?? []).map((face) => {
    const at = { x: x + 16, y: y + (face === 'upper' ? 16 : DEVICE.height - 76) };
    return { face, ...at, width: DEVICE.width - 32, height: 60, pins: facePins(device.id, face, at.x, at.y) };
  });
  const { id, name, form, brassTab, silverTab } = device;
  return { id, name, form, x, y, width: DEVICE.width, height: DEVICE.height, faces, brassTab, silverTab };
}
