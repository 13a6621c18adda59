/**
 * A box opened flat as plain geometry: cables enter at the top, hots, neutrals and grounds run in lanes of their own, the
 * device stands at the right, seen from the front with the ground contact down. Both the page and the sheet draw this.
 */
import type { Lead, PlannedJoint, Role, TerminalName, WiringPlan } from './plan.js';

export interface WireShape {
  lead: Lead;
  /** corners of the run, in drawing units */
  points: [number, number][];
  label: [number, number];
  jointIds: string[];
}
export interface SpliceShape {
  id: string;
  role: Role;
  x: number;
  y: number;
  width: number;
  count: number;
  label: string;
}
export interface TerminalShape {
  name: TerminalName;
  x: number;
  y: number;
  used: boolean;
  role: Role;
  labelSide: 'left' | 'right' | 'below';
}
export interface WiringDrawing {
  width: number;
  height: number;
  cables: { id: string; x: number; width: number; label: string; side: string; kind: string }[];
  wires: WireShape[];
  splices: SpliceShape[];
  terminals: TerminalShape[];
  device: { x: number; y: number; width: number; height: number; name: string; groundFault: boolean } | undefined;
}

const LANE: Record<Role, number> = { hot: 128, neutral: 196, ground: 344 };
const SECOND = 30;
const CABLE_PITCH = 104;
const WIRE_PITCH = 24;
const LEFT = 34;
const TOP = 50;

interface Spot {
  x: number;
  y: number;
}

/** Lays a plan out; the same plan gives the same drawing. */
export function wiringDrawing(plan: WiringPlan): WiringDrawing {
  const wireX = new Map<string, number>();
  const cables = plan.cables.map((cable, i) => {
    const x = LEFT + i * CABLE_PITCH;
    return {
      id: cable.id,
      x,
      width: 76,
      label: cable.label,
      side: cable.side === 'unknown' ? (cable.unbroken ? 'runs through uncut' : 'line or load not known') : cable.side,
      kind: cable.kind,
    };
  });
  const cableLeads = uniqueLeads(plan.joints).filter((l) => l.cableId);
  for (const cable of cables) {
    const own = cableLeads.filter((l) => l.cableId === cable.id).sort((a, b) => 'GNRH'.indexOf(b.letter) - 'GNRH'.indexOf(a.letter));
    // hot nearest the left edge, ground nearest the right: the lanes then cross least
    own.forEach((lead, i) => wireX.set(lead.id, cable.x + 14 + i * WIRE_PITCH));
  }
  const spliceX = LEFT + cables.length * CABLE_PITCH + 22;
  const deviceX = spliceX + 152;
  const groundFault = plan.deviceName?.includes('ground-fault') ?? false;
  const device = plan.deviceName ? { x: deviceX, y: 152, width: 84, height: 186, name: plan.deviceName, groundFault } : undefined;
  const terminals = device ? terminalShapes(plan, device, groundFault) : [];
  const hasBoxScrew = plan.joints.some((j) => j.terminal === 'box screw');
  if (hasBoxScrew) terminals.push({ name: 'box screw', x: spliceX + 12, y: 396, used: true, role: 'ground', labelSide: 'right' });

  const splices: SpliceShape[] = plan.joints
    .filter((j) => j.kind === 'splice')
    .map((j, _, all) => ({
      id: j.id,
      role: j.role,
      x: spliceX,
      // a splice in two parts: the second under the first
      y: LANE[j.role] + (all.find((x) => x.role === j.role) === j ? 0 : SECOND),
      width: 24,
      count: j.leads.length,
      label: j.connector ?? '',
    }));
  const spliceOf = new Map(splices.map((s) => [s.id, s]));
  const spot = (terminal: TerminalName): Spot => terminals.find((t) => t.name === terminal)!;

  const wires: WireShape[] = [];
  for (const joint of plan.joints) {
    const splice = spliceOf.get(joint.id);
    if (splice) {
      const incoming = joint.leads.filter((l) => l.cableId);
      incoming.forEach((lead, i) => {
        const x = wireX.get(lead.id)!;
        const y = splice.y + (i - (incoming.length - 1) / 2) * 7;
        wires.push({
          lead,
          points: [
            [x, TOP],
            [x, y],
            [splice.x, y],
          ],
          label: [x, TOP + 22],
          jointIds: [joint.id],
        });
      });
      const jumper = joint.leads.find((l) => l.far);
      const first = jumper && plan.joints.find((j) => j.id !== joint.id && j.leads.some((l) => l.id === jumper.id));
      if (first) {
        const x = splice.x + splice.width + 8;
        const top = spliceOf.get(first.id)!.y;
        wires.push({
          lead: jumper,
          points: [
            [splice.x + splice.width, top + 5],
            [x, top + 5],
            [x, splice.y - 5],
            [splice.x + splice.width, splice.y - 5],
          ],
          label: [x + 8, (top + splice.y) / 2],
          jointIds: [first.id, joint.id],
        });
      }
      continue;
    }
    // the second receptacle stands behind the first: its pigtails are in the words and in the splice's count
    if (joint.kind !== 'terminal' || joint.second) continue;
    const lead = joint.leads[0]!;
    const to = spot(joint.terminal!);
    const from = plan.joints.find((j) => j.kind === 'splice' && j.leads.some((l) => l.id === lead.id));
    const fromY = from ? spliceOf.get(from.id)!.y : 0;
    const start: [number, number][] = from
      ? [[spliceX + 24, fromY]]
      : [
          [wireX.get(lead.id)!, TOP],
          [wireX.get(lead.id)!, laneFor(joint, plan)],
        ];
    wires.push({
      lead,
      points: [...start, ...approach(joint, start.at(-1)!, to, device)],
      label: from ? [spliceX + 48, fromY] : [wireX.get(lead.id)!, TOP + 22],
      jointIds: [joint.id, ...(from ? [from.id] : [])],
    });
  }
  return { width: device ? device.x + device.width + 120 : spliceX + 80, height: 428, cables, wires, splices, terminals, device };
}

/** Feed-through: the second conductor of a role gets a lane of its own beside the first. */
const laneFor = (joint: PlannedJoint, plan: WiringPlan): number => {
  const direct = plan.joints.filter((j) => j.role === joint.role && j.kind === 'terminal' && j.leads[0]?.cableId);
  return LANE[joint.role] + direct.indexOf(joint) * 14;
};

/** From a lane to a screw: hots pass over the device to its right side, neutrals come from the left, the ground from below. */
function approach(joint: PlannedJoint, [, y]: [number, number], to: Spot, device: WiringDrawing['device']): [number, number][] {
  if (!device || joint.terminal === 'box screw')
    return [
      [to.x, y],
      [to.x, to.y],
    ];
  if (joint.role === 'hot') {
    const right = device.x + device.width + (to.y > device.y + device.height / 2 ? 52 : 34);
    return [
      [right, y],
      [right, to.y],
      [to.x, to.y],
    ];
  }
  if (joint.role === 'neutral') {
    const left = device.x - (to.y > device.y + device.height / 2 ? 40 : 26);
    return [
      [left, y],
      [left, to.y],
      [to.x, to.y],
    ];
  }
  return [
    [device.x - 54, y],
    [device.x - 54, to.y + 22],
    [to.x, to.y + 22],
    [to.x, to.y],
  ];
}

function terminalShapes(plan: WiringPlan, device: NonNullable<WiringDrawing['device']>, groundFault: boolean): TerminalShape[] {
  const used = new Set(plan.joints.filter((j) => j.kind === 'terminal').map((j) => j.terminal));
  const upper = device.y + 52;
  const lower = device.y + device.height - 52;
  const names: [TerminalName, number, number, Role, TerminalShape['labelSide']][] =
    plan.deviceName === 'switch'
      ? [
          ['switch line', device.x + device.width, upper, 'hot', 'right'],
          ['switch load', device.x + device.width, lower, 'hot', 'right'],
        ]
      : groundFault
        ? [
            ['load silver', device.x, upper, 'neutral', 'left'],
            ['line silver', device.x, lower, 'neutral', 'left'],
            ['load brass', device.x + device.width, upper, 'hot', 'right'],
            ['line brass', device.x + device.width, lower, 'hot', 'right'],
          ]
        : [
            ['silver upper', device.x, upper, 'neutral', 'left'],
            ['silver lower', device.x, lower, 'neutral', 'left'],
            ['brass upper', device.x + device.width, upper, 'hot', 'right'],
            ['brass lower', device.x + device.width, lower, 'hot', 'right'],
          ];
  names.push(['green', device.x + 16, device.y + device.height, 'ground', 'below']);
  return names.map(([name, x, y, role, labelSide]) => ({ name, x, y, used: used.has(name), role, labelSide }));
}

function uniqueLeads(joints: PlannedJoint[]): Lead[] {
  const byId = new Map<string, Lead>();
  for (const joint of joints) for (const lead of joint.leads) byId.set(lead.id, lead);
  return [...byId.values()];
}
