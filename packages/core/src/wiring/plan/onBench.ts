/** A plan's joints and pigtails as wiring that can be switched on. */
import { idOf, type Bench, type BenchDevice, type Joint, type Pigtail, type Schools, type WireEnd } from '../../model/index.js';
import { DEVICE_KINDS } from '../../catalog/index.js';
import type { Lead, PlannedJoint } from './lead.js';
import type { PlannedDevice } from './planned.js';

/** A planned device on the bench; a switch is on, a lampholder has a lamp in it. */
export const deviceOnBench = (d: PlannedDevice & { boxId: string; watts?: number | undefined }): BenchDevice => {
  const { form, ratingA } = DEVICE_KINDS[d.kind];
  return {
    ...{ id: d.id, name: d.name, boxId: d.boxId, form, ratingA },
    ...{ brassTab: !d.broken?.brass, silverTab: !d.broken?.silver, up: form === 'switch', tripped: false, powerFactor: 1 },
    ...(form === 'lamp' ? { watts: d.watts ?? 60 } : {}),
  };
};

export interface Placed {
  joints: Joint[];
  pigtails: Pigtail[];
}

/**
 * The joints of one box's plan.
 * @param cables as they lie on the bench; leads of cables that aren't there are left out
 */
export function jointsOnBench(
  plan: { boxId: string; joints: readonly PlannedJoint[]; pigtailMm: number },
  cables: Bench['cables'],
  schools: Schools,
): Placed {
  const { boxId } = plan;
  const placed: Placed = { joints: [], pigtails: [] };
  const tails = new Set<string>();
  const short = (text: string): string => idOf(boxId, text);
  const endOf = (lead: Lead, far: boolean): WireEnd | undefined => {
    if (!lead.cableId) {
      const id = short(lead.id);
      if (!tails.has(id)) {
        tails.add(id);
        placed.pigtails.push({ id, boxId, colour: lead.colour, gauge: lead.gauge, lengthMm: plan.pigtailMm });
      }
      return { pigtailId: id, end: far ? 1 : 0 };
    }
    const cable = cables.find((c) => c.id === lead.cableId);
    if (!cable) return undefined;
    const tail = lead.id.slice(lead.cableId.length + 1);
    return { cableId: cable.id, conductor: tail === 'g' ? cable.colours.length - 1 : Number(tail), end: cable.ends[0] === boxId ? 0 : 1 };
  };
  const spliced = schools.splice === 'lever' ? 'lever' : schools.splice === 'push-in' ? 'push-in connector' : 'twist-on';
  for (const joint of plan.joints) {
    const ends = joint.leads
      .map((l) => endOf(l, l.far === true || (joint.kind === 'terminal' && !l.jumper)))
      .filter((e): e is WireEnd => e !== undefined);
    if (ends.length === 0) continue;
    placed.joints.push({
      id: short(joint.id),
      boxId,
      kind: joint.kind,
      ...(joint.at
        ? {
            at: joint.at.deviceId === 'box' ? { device: 'box', terminal: 'screw' } : { device: joint.at.deviceId, terminal: joint.at.name },
          }
        : {}),
      how: joint.kind === 'splice' ? spliced : joint.kind === 'cap' ? 'cap' : joint.role === 'ground' ? 'side screw' : schools.terminals,
      ...(joint.connector ? { connector: joint.connector } : {}),
      ends,
    });
  }
  return placed;
}
