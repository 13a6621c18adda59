/** A plan’s connections in as few words as can be carried to the wall: one line a splice, its pigtails with where they go. */
import { printInches } from '../../measure/index.js';
import { jointLine, sentence } from './landing.js';
import { terminalWords, type Lead, type PlannedJoint } from './lead.js';
import type { WiringPlan } from './planned.js';

/** The lines of `plan.connect` that are joints, said shortly; the others as they are. */
export function connectBriefly(plan: WiringPlan): string[] {
  const { joints } = plan;
  const landsAt = (lead: Lead): PlannedJoint | undefined =>
    lead.cableId ? undefined : joints.find((j) => j.kind === 'terminal' && j.leads.some((l) => l.id === lead.id));
  const short = (lead: Lead): string => {
    const to = landsAt(lead)?.at;
    return lead.cableId
      ? `${lead.colour} (${lead.letter}) of the ${lead.from}`
      : to
        ? `${lead.colour} pigtail to the ${terminalWords(to)}`
        : `${lead.colour} ${lead.from}`;
  };
  const line = (j: PlannedJoint): string | undefined => {
    if (j.kind === 'cap') return j.says;
    const [wire] = j.leads;
    if (wire?.jumper) {
      const near = wire.far && joints.find((x) => x !== j && x.leads.some((l) => l.id === wire.id))?.at;
      return near ? `${wire.colour} jumper from the ${terminalWords(near)} to the ${terminalWords(j.at!)}` : undefined;
    }
    if (j.kind === 'splice') return `${j.connector ?? 'splice'}: ${j.leads.map(short).join(' + ')}`;
    // a pigtail’s end is said at its splice
    const own = j.leads.filter((l) => l.cableId ?? !joints.some((x) => x.kind === 'splice' && x.leads.some((y) => y.id === l.id)));
    return own.length ? `${own.map(short).join(' and ')} on the ${terminalWords(j.at!)}` : undefined;
  };
  const inOrder = (['ground', 'neutral', 'hot'] as const).flatMap((role) => joints.filter((j) => j.role === role));
  const said = new Set(joints.map(jointLine));
  const others = plan.connect.filter((l) => !said.has(l) && !plan.breaks.includes(l));
  const strips = [...new Set(joints.filter((j) => j.kind === 'terminal').map((j) => printInches(j.stripMm)))];
  return [
    ...plan.breaks,
    ...inOrder.flatMap((j) => {
      const text = line(j);
      return text === undefined ? [] : [`${sentence(text)}.`];
    }),
    ...(strips.length ? [`Under the screws ${strips.join(' or ')} bare.`] : []),
    ...others,
  ];
}
