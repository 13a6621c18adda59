/**
 * A box opened flat as plain geometry: cables enter at the top, hots, neutrals and grounds run in lanes of their own, the
 * devices stand at the right, seen from the front with the ground contact down. Both the page and the sheet draw this.
 */
import { DEVICE_KINDS, type DeviceKindForm } from '../catalog/index.js';
import type { Lead, PlannedJoint, Role, Terminal, TerminalName, WiringPlan } from './plan/index.js';

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
  kind: 'splice' | 'cap';
  x: number;
  y: number;
  width: number;
  count: number;
  label: string;
}
export interface TerminalShape {
  deviceId: string;
  name: TerminalName;
  x: number;
  y: number;
  used: boolean;
  role: Role;
  labelSide: 'left' | 'right' | 'below';
}
export interface DeviceShape {
  id: string;
  x: number;
  y: number;
  width: number;
  height: number;
  /** in lines that fit over it */
  name: string[];
  form: DeviceKindForm;
  /** middles of the faces that are drawn on it */
  faces: number[];
  broken: { brass: boolean; silver: boolean } | undefined;
}
export interface WiringDrawing {
  width: number;
  height: number;
  cables: { id: string; x: number; width: number; label: string; side: string; kind: string }[];
  wires: WireShape[];
  splices: SpliceShape[];
  terminals: TerminalShape[];
  devices: DeviceShape[];
}

const CABLE_PITCH = 104;
const WIRE_PITCH = 24;
const LEFT = 34;
const TOP = 50;
const HOT_LANE = 128;
/** between splices of one role, and between conductors that go straight to a screw */
const PITCH = { splice: 32, cap: 32, terminal: 14 };
const DEVICE = { width: 84, height: 186, pitch: 284 };

interface Lanes {
  /** of each joint that has one */
  y: Map<string, number>;
  hotEnd: number;
  groundY: number;
  bottom: number;
}

/** A line of its own for every splice, cap and conductor that goes straight to a screw: hots above, neutrals, grounds below. */
function lanesOf(plan: WiringPlan): Lanes {
  const y = new Map<string, number>();
  const lay = (role: Role, from: number): number => {
    let at = from;
    for (const j of plan.joints.filter((x) => x.role === role)) {
      // a jumper from screw to screw has a line too, by its far end
      if (j.kind === 'terminal' && !j.leads[0]?.cableId && !(j.leads[0]?.jumper && j.leads[0].far)) continue;
      y.set(j.id, at);
      at += PITCH[j.kind];
    }
    return at;
  };
  const hotEnd = lay('hot', HOT_LANE);
  const neutralEnd = lay('neutral', Math.max(196, hotEnd + 24));
  const groundY = Math.max(344, neutralEnd + 28);
  return { y, hotEnd, groundY, bottom: lay('ground', groundY) };
}

/** Lays a plan out; the same plan gives the same drawing. */
export function wiringDrawing(plan: WiringPlan): WiringDrawing {
  const wireX = new Map<string, number>();
  const cables = plan.cables.map((cable, i) => ({
    id: cable.id,
    x: LEFT + i * CABLE_PITCH,
    width: 76,
    label: cable.label,
    side: cable.side === 'unknown' ? (cable.unbroken ? 'runs through uncut' : 'line or load not known') : cable.side,
    kind: cable.kind,
  }));
  const cableLeads = uniqueLeads(plan.joints).filter((l) => l.cableId);
  for (const cable of cables) {
    const own = cableLeads.filter((l) => l.cableId === cable.id).sort((a, b) => 'GNTSRH'.indexOf(b.letter) - 'GNTSRH'.indexOf(a.letter));
    // hot nearest the left edge, ground nearest the right: the lanes then cross least
    const pitch = own.length > 3 ? 18 : WIRE_PITCH;
    own.forEach((lead, i) => wireX.set(lead.id, cable.x + 11 + i * pitch));
  }
  const lanes = lanesOf(plan);
  const spliceX = LEFT + cables.length * CABLE_PITCH + 22;
  // its strap reaches 18 over a device: under the last of the hots that pass there
  const top = Math.max(152, lanes.hotEnd + 10);
  const devices = plan.devices.map((d, i): DeviceShape => {
    const { name, form } = DEVICE_KINDS[d.kind];
    const x = spliceX + 180 + i * DEVICE.pitch;
    const y = Math.max(top, lanes.groundY - DEVICE.height - 6);
    const faces = form === 'single' || form === 'lamp' ? [0.5] : form === 'duplex' || form === 'ground-fault' ? [0.28, 0.72] : [];
    return {
      ...{ id: d.id, x, y, width: DEVICE.width, height: DEVICE.height, form, broken: d.broken },
      name: name.split(', '),
      faces: faces.map((f) => y + DEVICE.height * f),
    };
  });
  const terminals = devices.flatMap((d) => terminalShapes(plan, d));
  const boxScrew = plan.joints.some((j) => j.at?.name === 'box screw');
  if (boxScrew)
    terminals.push({
      deviceId: 'box',
      name: 'box screw',
      x: spliceX + 12,
      y: lanes.bottom + 20,
      used: true,
      role: 'ground',
      labelSide: 'right',
    });

  const splices: SpliceShape[] = plan.joints
    .filter((j) => j.kind !== 'terminal')
    .map((j) => ({
      ...{ id: j.id, role: j.role, kind: j.kind === 'cap' ? 'cap' : 'splice', x: spliceX, y: lanes.y.get(j.id)!, width: 24 },
      ...{ count: j.leads.length, label: j.connector ?? '' },
    }));
  const spliceOf = new Map(splices.map((s) => [s.id, s]));
  const spot = (at: Terminal): TerminalShape => terminals.find((t) => t.deviceId === at.deviceId && t.name === at.name)!;

  const wires: WireShape[] = [];
  for (const joint of plan.joints) {
    const splice = spliceOf.get(joint.id);
    if (splice) {
      wires.push(...intoSplice(joint, splice, wireX, plan, spliceOf));
      continue;
    }
    const lead = joint.leads[0]!;
    const to = spot(joint.at!);
    if (lead.jumper) {
      const near = lead.far && plan.joints.find((j) => j !== joint && j.leads[0]?.id === lead.id);
      if (near) wires.push(fromScrewToScrew(lead, [near, joint], spot(near.at!), to, devices, lanes));
      continue;
    }
    const from = plan.joints.find((j) => j.kind === 'splice' && j.leads.some((l) => l.id === lead.id));
    const fromY = from ? spliceOf.get(from.id)!.y : 0;
    const start: [number, number][] = from
      ? [[spliceX + 24, fromY]]
      : [
          [wireX.get(lead.id)!, TOP],
          [wireX.get(lead.id)!, lanes.y.get(joint.id)!],
        ];
    wires.push({
      lead,
      points: [...start, ...approach(joint, start.at(-1)!, to, devices, lanes)],
      label: from ? [spliceX + 48, fromY] : [wireX.get(lead.id)!, TOP + 22],
      jointIds: [joint.id, ...(from ? [from.id] : [])],
    });
  }
  const last = devices.at(-1);
  const under = devices.length > 1 ? 32 + devices.length * 16 : 20;
  return {
    width: last ? last.x + last.width + 140 : spliceX + 80,
    height: Math.max(428, lanes.bottom + 42, ...devices.map((d) => d.y + d.height + under + 24)),
    ...{ cables, wires, splices, terminals, devices },
  };
}

/** A jumper between the screws of two devices: out beside the first, along its own line, and in to the other like what comes from a cable. */
function fromScrewToScrew(
  lead: Lead,
  [near, far]: [PlannedJoint, PlannedJoint],
  from: TerminalShape,
  to: TerminalShape,
  devices: readonly DeviceShape[],
  lanes: Lanes,
): WireShape {
  const y = lanes.y.get(far.id)!;
  const out = from.x + (lead.role === 'hot' ? 20 : -14);
  const start: [number, number][] = [
    [from.x, from.y],
    [out, from.y],
    [out, y],
  ];
  return { lead, points: [...start, ...approach(far, [out, y], to, devices, lanes)], label: [out, y + 14], jointIds: [near.id, far.id] };
}

/** Conductors that come down from their cables into a splice or a cap, and the jumper to the splice before. */
function intoSplice(
  joint: PlannedJoint,
  splice: SpliceShape,
  wireX: ReadonlyMap<string, number>,
  plan: WiringPlan,
  spliceOf: ReadonlyMap<string, SpliceShape>,
): WireShape[] {
  const incoming = joint.leads.filter((l) => l.cableId);
  const wires = incoming.map((lead, i): WireShape => {
    const x = wireX.get(lead.id)!;
    const y = splice.y + (i - (incoming.length - 1) / 2) * 7;
    return {
      lead,
      points: [
        [x, TOP],
        [x, y],
        [splice.x, y],
      ],
      label: [x, TOP + 22],
      jointIds: [joint.id],
    };
  });
  const jumper = joint.leads.find((l) => l.far);
  const first = jumper && plan.joints.find((j) => j.id !== joint.id && j.leads.some((l) => l.id === jumper.id));
  if (!first) return wires;
  const x = splice.x + splice.width + 8;
  const from = spliceOf.get(first.id)!.y;
  return [
    ...wires,
    {
      lead: jumper,
      points: [
        [splice.x + splice.width, from + 5],
        [x, from + 5],
        [x, splice.y - 5],
        [splice.x + splice.width, splice.y - 5],
      ],
      label: [x + 8, (from + splice.y) / 2],
      jointIds: [first.id, joint.id],
    },
  ];
}

/** From a lane to a screw: hots pass over the devices to their right sides, neutrals come from the left, grounds and what goes past a device from below. */
function approach(
  joint: PlannedJoint,
  [, y]: [number, number],
  to: TerminalShape,
  devices: readonly DeviceShape[],
  lanes: Lanes,
): [number, number][] {
  const nth = devices.findIndex((d) => d.id === to.deviceId);
  const device = devices[nth];
  if (!device)
    return [
      [to.x, y],
      [to.x, to.y],
    ];
  const lower = to.y > device.y + device.height / 2;
  if (joint.role === 'hot') {
    // a column for each screw of that side, beyond the names of those above it: no wire lies on another, or on a name
    const above = SCREWS[device.form].filter(([, side, share]) => side === 'right' && device.y + device.height * share < to.y - 0.5).length;
    const right = device.x + device.width + (above ? 66 + above * 18 : 34);
    return [
      [right, y],
      [right, to.y],
      [to.x, to.y],
    ];
  }
  const bottom = device.y + device.height;
  if (joint.role === 'neutral') {
    // the first comes from above, the others from below: either way past the names of the screws between
    const left = device.x - (nth === 0 ? (lower ? 92 : 26) : lower ? 86 : 92);
    if (nth === 0)
      return [
        [left, y],
        [left, to.y],
        [to.x, to.y],
      ];
    const second = lower ? 4 : 0;
    const [down, under] = [devices[0]!.x - 98 - nth * 8 - second, bottom + 32 + nth * 8 + second];
    return [
      [down, y],
      [down, under],
      [left, under],
      [left, to.y],
      [to.x, to.y],
    ];
  }
  if (nth === 0)
    return [
      [device.x - 54, y],
      [device.x - 54, to.y + 22],
      [to.x, to.y + 22],
      [to.x, to.y],
    ];
  const [down, under] = [devices[0]!.x - 54 - nth * 7, Math.max(bottom + 36 + devices.length * 8, lanes.bottom + 8) + nth * 8];
  return [
    [down, y],
    [down, under],
    [to.x, under],
    [to.x, to.y],
  ];
}

/** Screws of a device: where each sits, by form. Upper and lower in share of the height. */
const SCREWS: Record<DeviceKindForm, [TerminalName, 'left' | 'right', number][]> = {
  duplex: [
    ['silver upper', 'left', 0.28],
    ['silver lower', 'left', 0.72],
    ['brass upper', 'right', 0.28],
    ['brass lower', 'right', 0.72],
  ],
  single: [
    ['silver', 'left', 0.5],
    ['brass', 'right', 0.5],
  ],
  'ground-fault': [
    ['load silver', 'left', 0.28],
    ['line silver', 'left', 0.72],
    ['load brass', 'right', 0.28],
    ['line brass', 'right', 0.72],
  ],
  switch: [
    ['screw 1', 'right', 0.28],
    ['screw 2', 'right', 0.72],
  ],
  'three-way': [
    ['common', 'right', 0.72],
    ['traveller 1', 'right', 0.2],
    ['traveller 2', 'right', 0.44],
  ],
  'four-way': [
    ['in 1', 'right', 0.14],
    ['in 2', 'right', 0.38],
    ['out 1', 'right', 0.62],
    ['out 2', 'right', 0.86],
  ],
  lamp: [
    ['neutral', 'left', 0.5],
    ['hot', 'right', 0.5],
  ],
};

function terminalShapes(plan: WiringPlan, device: DeviceShape): TerminalShape[] {
  const used = new Set(plan.joints.flatMap((j) => (j.at?.deviceId === device.id ? [j.at.name] : [])));
  const screws = SCREWS[device.form].map(([name, labelSide, share]): TerminalShape => ({
    ...{ deviceId: device.id, name, labelSide, used: used.has(name) },
    x: labelSide === 'left' ? device.x : device.x + device.width,
    y: device.y + device.height * share,
    role: labelSide === 'left' ? 'neutral' : 'hot',
  }));
  if (device.form === 'lamp') return screws;
  return [
    ...screws,
    {
      ...{ deviceId: device.id, name: 'green', used: used.has('green'), role: 'ground', labelSide: 'below' },
      ...{ x: device.x + 16, y: device.y + device.height },
    },
  ];
}

function uniqueLeads(joints: PlannedJoint[]): Lead[] {
  const byId = new Map<string, Lead>();
  for (const joint of joints) for (const lead of joint.leads) byId.set(lead.id, lead);
  return [...byId.values()];
}
