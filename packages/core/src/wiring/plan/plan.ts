/**
 * What lands where in a box, and in which order: any cables, any devices, by what each conductor is for and by the user's schools, never
 * against code. The plan is wired, switched on and measured; one that doesn't do what is wanted is refused.
 */
import { DEVICE_KINDS } from '../../catalog/index.js';
import { inches, type Awg } from '../../measure/index.js';
import type { Insulation } from '../../model/index.js';
import { boxMaterial, cablesIn, devicesIn } from '../boxContents.js';
import { breakLine, jointLine, Landing } from './landing.js';
import type { Role } from './lead.js';
import { netsOf } from './nets.js';
import type { WiringPlan } from './planned.js';
import { provenWrong } from './prove.js';
import { purposesIn, type PlanInput } from './purposes.js';

/** A cable's name on the trade's tongue: `14-2`, `12-3`. */
export const cableKind = (cable: { gauge: Awg; conductors: readonly Insulation[] }): string => `${cable.gauge}-${cable.conductors.length}`;

/** Plans by what they are made of. A box that was moved or measured is wired as it was, and switching it on costs milliseconds. */
const known = new Map<string, WiringPlan>();
const MOST_KEPT = 3000;

/** The plan for one box. Pure: the same site and schools give the same plan. */
export function wiringPlan(input: PlanInput): WiringPlan {
  const { site, box, circuit, schools, added, reachMm } = input;
  const inside = cablesIn(site, box.id);
  const { id, name, kind, gangs, material, holds, switchHas, circuitId } = box;
  const key = JSON.stringify([
    { id, name, kind, gangs, material, holds, switchHas, circuitId },
    inside.map(({ cable }) => [cable, added?.has(cable.id) ?? false]),
    devicesIn(site, box.id),
    { id: circuit?.id, number: circuit?.number, sharedNeutral: circuit?.sharedNeutral },
    ...[schools, reachMm],
  ]);
  const before = known.get(key);
  if (before) return before;
  if (known.size >= MOST_KEPT) known.clear();
  const plan = planned(input);
  known.set(key, plan);
  return plan;
}

function planned(input: PlanInput): WiringPlan {
  const { box, schools } = input;
  const read = purposesIn(input);
  const { inside, devices } = read;
  const plan: WiringPlan = {
    boxId: box.id,
    boxName: box.name,
    devices: devices.map((d) => ({ id: d.id, kind: d.kind, name: d.name, broken: undefined })),
    cables: inside.map(({ cable, farLabel, side, end }) => ({
      ...{ id: cable.id, label: farLabel, side },
      ...{ kind: cableKind(cable), unbroken: !end },
    })),
    joints: [],
    pigtailMm: inches(schools.pigtailIn),
    ...{ takeApart: [], connect: [], breaks: [], fold: [], notes: [...read.notes] },
    refused: read.refused,
    missing: read.missing,
  };
  if (plan.refused.length || plan.missing.length) return plan;
  const { nets, missing, notes, tabs } = netsOf(box, read);
  plan.missing = missing;
  if (missing.length) return plan;

  const unlooked = inside.filter(({ cable }) => cable.ground === undefined);
  if (unlooked.length)
    plan.notes.push(
      `Nobody has looked for a ground in the ${unlooked.map((c) => `cable to ${c.farLabel}`).join(' and the ')}: look before this plan is used.`,
    );
  if (boxMaterial(box) === undefined) plan.notes.push('Whether the box is metal was not noted: a metal box gets a ground lead of its own.');
  plan.notes.push(...notes);
  const receptacles = devices.filter((d) => DEVICE_KINDS[d.kind].outlets > 0);
  const isSwitch = devices.some((d) => DEVICE_KINDS[d.kind].form === 'switch');
  if (schools.device === 'feed-through' && receptacles.length > 1)
    plan.notes.push('Two receptacles on one feed: pigtails to each, so that neither depends on the other.');
  if (isSwitch && [...(input.added ?? [])].some((id) => inside.some(({ cable }) => cable.id === id && cable.uses === undefined)))
    plan.notes.push('The new hot is taken ahead of the switch: it stays live with the switch off.');
  const landing = new Landing(schools, plan.notes);
  for (const net of nets) landing.lay(net);
  plan.joints = landing.joints;
  plan.devices = plan.devices.map((d) => ({ ...d, broken: tabs.get(d.id) }));

  const wrong = provenWrong(input, read, plan);
  if (wrong.length) return { ...plan, joints: [], notes: [], refused: wrong };

  const byRole = (role: Role) => plan.joints.filter((j) => j.role === role);
  const inOrder = [...byRole('ground'), ...byRole('neutral'), ...byRole('hot')];
  plan.breaks = [...tabs].map(([id, tab]) => breakLine(tab, plan.devices.find((d) => d.id === id)!.name));
  plan.connect = [...plan.breaks, ...inOrder.map(jointLine)];
  if (devices.length) {
    const what = devices.length > 1 ? 'devices' : receptacles.length ? 'device' : isSwitch ? 'switch' : 'device';
    plan.takeApart = [`Take the hots off the ${what} first, and treat every conductor as live; then the neutrals, last the grounds.`];
    const protector = receptacles.find((d) => DEVICE_KINDS[d.kind].groundFault);
    const unused = protector
      ? plan.joints.some((j) => j.at?.deviceId === protector.id && j.at.name === 'load brass')
        ? ''
        : 'Leave the LOAD terminals taped.'
      : schools.terminals === 'side screw' && receptacles.length
        ? 'Drive the unused screws home.'
        : '';
    if (unused) plan.connect.push(unused);
    plan.connect.push(`Tighten every screw to the torque printed on the device (common practice 14 to 18 lbf·in) and tug every conductor.`);
  }
  plan.fold = [
    'Fold the grounds to the back first, like an accordion, clear of the hot screws.',
    'Then the neutrals, then the hots; fold, don’t stuff.',
    devices.length
      ? devices.every((d) => d.kind === 'lampholder')
        ? 'Screw the lampholder to the box, flush.'
        : 'Set the device upright and flush, then the plate.'
      : 'Close with a blank plate that stays reachable.',
  ];
  return plan;
}
