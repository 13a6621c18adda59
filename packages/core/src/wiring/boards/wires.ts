/** Wires of one box: down from the cable, along a lane of their own, to the splice or the screw. */
import { nodeOf } from '../../circuit/index.js';
import { endColour, endKey, jointOf, PANEL, type Bench, type Joint, type Pigtail, type WireEnd } from '../../model/index.js';
import { COLUMN, FAN, LANE, LETTERS, ORDER, roleOf, TOP, type BenchDeviceShape, type BenchSpot, type BenchWire } from './shapes.js';

type Point = [number, number];
interface Path {
  points: Point[];
  label: Point;
  letter?: string;
  tip?: Point;
}
const path = (label: Point, ...points: Point[]): Path => ({ points, label });

/** What the wires of a box are laid between. */
export interface WireGround {
  boxId: string;
  left: number;
  /** the floor of the box */
  bottom: number;
  spliceX: number;
  /** where the wires to screws begin, under the rows of splices */
  firstLane: number;
  /** where each conductor comes out of its sheath, and where each splice is, by their keys */
  tipX: ReadonlyMap<string, number>;
  spliceY: ReadonlyMap<string, number>;
  spots: readonly BenchSpot[];
  devices: readonly BenchDeviceShape[];
}

export function wiresOf(bench: Bench, ground: WireGround): BenchWire[] {
  const cableEnds = bench.cables.flatMap((cable) =>
    ([0, 1] as const)
      .filter((end) => cable.ends[end] === ground.boxId)
      .flatMap((end) => cable.colours.map((_, conductor): WireEnd => ({ cableId: cable.id, conductor, end }))),
  );
  const lanes = lanesOf(bench, cableEnds, ground);
  let looseTails = 0;
  const tailEnds = bench.pigtails
    .filter((p) => p.boxId === ground.boxId)
    .flatMap((tail) => {
      const loose = !jointOf(bench, { pigtailId: tail.id, end: 0 }) && !jointOf(bench, { pigtailId: tail.id, end: 1 });
      const row = loose ? looseTails++ : 0;
      return ([0, 1] as const).map((end) => ({
        end: { pigtailId: tail.id, end } as WireEnd,
        path: tailPath(bench, tail, end, row, ground),
      }));
    });
  return [...cableEnds.map((end) => ({ end, path: conductorPath(bench, end, lanes, ground) })), ...tailEnds].map(({ end, path }) =>
    wire(bench, end, path),
  );
}

function wire(bench: Bench, end: WireEnd, { points, label, letter, tip }: Path): BenchWire {
  const key = endKey(end);
  const colour = endColour(bench, end)!;
  return {
    key,
    node: nodeOf.end(key),
    end,
    colour,
    letter: letter ?? LETTERS[colour],
    points,
    label,
    tip: tip ?? points.at(-1)!,
    loose: jointOf(bench, end) === undefined,
  };
}

/** Each conductor that goes to a screw runs in a lane of its own, hots above neutrals above grounds. */
function lanesOf(bench: Bench, cableEnds: readonly WireEnd[], ground: WireGround): Map<string, { y: number; nth: number }> {
  return new Map(
    cableEnds
      .filter((e) => jointOf(bench, e)?.kind === 'terminal')
      .sort((a, b) => ORDER[roleOf(endColour(bench, a)!)] - ORDER[roleOf(endColour(bench, b)!)])
      .map((e, nth) => [endKey(e), { y: ground.firstLane + nth * LANE, nth }]),
  );
}

/** A bar has one spot, however many screws are on it. */
const spotOf = (joint: Joint, ground: WireGround): BenchSpot =>
  ground.spots.find((s) => s.joint === joint.id) ??
  ground.spots.find((s) => joint.at !== undefined && s.device === joint.at.device && s.terminal === joint.at.terminal)!;

function conductorPath(bench: Bench, end: WireEnd, lanes: ReturnType<typeof lanesOf>, ground: WireGround): Path {
  const key = endKey(end);
  const x = ground.tipX.get(key)!;
  const joint = jointOf(bench, end);
  const down = (...points: Point[]): Path => path([x, TOP + 18], [x, TOP], ...points);
  if (!joint) return down([x, TOP + 34]);
  if (joint.kind === 'terminal') {
    const { y, nth } = lanes.get(key)!;
    const to = spotOf(joint, ground);
    // at the panel all screws stand in one column: each wire comes down in its own, those of the lower lanes further out
    if (ground.boxId === PANEL) return down([x, y], [to.x - 18 - nth * COLUMN, y], [to.x - 18 - nth * COLUMN, to.y], [to.x, to.y]);
    return down([x, y], ...approach(x, y, to, ground.devices));
  }
  // several wires under one connector fan out
  const y = ground.spliceY.get(joint.id)! + (joint.ends.findIndex((e) => endKey(e) === key) - (joint.ends.length - 1) / 2) * FAN;
  return down([x, y], [ground.spliceX - 8, y]);
}

/** A pigtail is one wire, drawn from its splice to its screw; drawn once, at its far end when that is on something. */
function tailPath(bench: Bench, tail: Pigtail, end: 0 | 1, looseRow: number, ground: WireGround): Path {
  const joints = ([0, 1] as const).map((e) => jointOf(bench, { pigtailId: tail.id, end: e }));
  const [own, other] = [joints[end], joints[end === 0 ? 1 : 0]];
  if (!own && !other) {
    const y = ground.bottom - 26 - looseRow * 12;
    const toward = end === 0 ? -1 : 1;
    const from = ground.left + 90;
    return path([from + toward * 25, y], [from, y], [from + toward * 50, y]);
  }
  if (!own) {
    const from = spotOf(other!, ground);
    return path([from.x + 28, from.y - 10], [from.x + 10, from.y], [from.x + 46, from.y - 14]);
  }
  const spot = spotOf(own, ground);
  if (own.kind === 'terminal') {
    const splice = other && other.kind !== 'terminal' ? spotOf(other, ground) : undefined;
    const start: Point = splice ? [splice.x + 10, splice.y] : [spot.x - 40, spot.y];
    return path([start[0] + 26, start[1]], start, ...approach(...start, spot, ground.devices));
  }
  if (other?.kind === 'terminal') return { points: [], label: [0, 0], letter: '', tip: [spot.x + 10, spot.y] };
  return path([spot.x + 24, spot.y], [spot.x + 10, spot.y], [spot.x + 30, spot.y]);
}

/** From a lane to a screw without crossing the device: hots to its right side, neutrals to its left, grounds from below. */
function approach(x: number, y: number, to: BenchSpot, devices: readonly BenchDeviceShape[]): Point[] {
  const device = to.device ? devices.find((d) => d.id === to.device) : undefined;
  if (!device)
    return [
      [to.x - 18, y],
      [to.x - 18, to.y],
      [to.x, to.y],
    ];
  const stagger =
    (to.terminal ?? '').includes('lower') || (to.terminal ?? '').includes('line') || to.y > device.y + device.height / 2 ? 12 : 0;
  // what goes to a device behind another keeps clear of that one
  const between = devices.filter((o) => o.x > x && o.x < device.x && y > o.y - 6 && y < o.y + o.height + 8).sort((a, b) => a.x - b.x)[0];
  if (to.side === 'right') {
    const over = Math.min(y, device.y - 12) - (between ? 6 : 0);
    const rx = device.x + device.width + 22 + stagger;
    const up = (between ? between.x - 8 : device.x) - 46 - stagger;
    return y > device.y - 6
      ? [
          [up, y],
          [up, over - stagger / 2],
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
  if (between) {
    const ground = to.side === 'below';
    const under = device.y + device.height + (ground ? 64 : 54) + stagger / 2;
    const down = between.x - (ground ? 68 : 40) - stagger / 2;
    const up = device.x - (ground ? 56 : 22 + stagger);
    const rest: Point[] = ground
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
