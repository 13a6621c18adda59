/** Circuits of a house of one’s own to hide a fault in. */
import { circuitBench } from '../diagnose/index.js';
import type { Site } from '../model/index.js';
import type { CircuitOf } from './faultTask.js';

/**
 * Draws a box with an outlet, and all that hangs together with it.
 * @throws Error for a house that has no box with an outlet yet
 */
export function circuitsOf(site: Site): CircuitOf {
  const outlets = site.boxes.filter((b) => {
    const { bench } = circuitBench(site, b.id);
    return bench.devices.some((d) => d.boxId === b.id && ['duplex', 'single', 'ground-fault'].includes(d.form));
  });
  if (!outlets.length)
    throw new Error('No box with an outlet is surveyed in this house yet: survey one, or take a circuit that is drawn for you.');
  return (random) => {
    const box = outlets[Math.floor(random() * outlets.length)]!;
    const { bench } = circuitBench(site, box.id);
    return { bench, inward: [box.id, ...bench.boxes.map((b) => b.id).filter((id) => id !== box.id)] };
  };
}
