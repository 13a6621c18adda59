/** What parts of a bench are called: the same on the drawing, in readings and in what is wrong. */
import { cableNamed, pigtailNamed, pigtailsAt, type Bench, type Joint, type WireEnd } from '../model/index.js';

/** What a conductor end is called on the bench: `black of panel to hall`, `white pigtail 2`. */
export function endName(bench: Bench, end: WireEnd): string {
  if ('cableId' in end) {
    const cable = cableNamed(bench, end.cableId);
    return `${cable?.colours[end.conductor] ?? '?'} of ${cable?.name ?? end.cableId}`;
  }
  const tail = pigtailNamed(bench, end.pigtailId);
  const n = pigtailsAt(bench, tail?.boxId ?? '').findIndex((p) => p.id === end.pigtailId);
  return `${tail?.colour ?? '?'} pigtail ${n + 1}${end.end ? ', far end' : ''}`;
}

export const jointName = (bench: Bench, joint: Joint): string => {
  if (joint.kind === 'terminal') {
    const { device, terminal } = joint.at!;
    if (device === 'box') return 'ground screw of the box';
    const breaker = bench.breakers.find((b) => b.id === device);
    if (breaker) return `breaker ${breaker.number}`;
    return `${bench.devices.find((d) => d.id === device)?.name ?? device.replace('-', ' ')}, ${terminal}`;
  }
  const same = bench.joints.filter((j) => j.boxId === joint.boxId && j.kind === joint.kind);
  return `${joint.kind} ${same.indexOf(joint) + 1}`;
};
