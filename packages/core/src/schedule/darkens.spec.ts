/** What goes dark with what is switched off: a circuit, a panel, the breaker that feeds a panel. */
import { describe, expect, it } from 'vitest';
import { heldJobs, quinceStreet } from '../houses.testing.js';
import { inHouse, type Site } from '../model/index.js';
import { darkens } from './layOut.js';

/** A shed panel behind a feeder of its own, with one circuit. */
const site: Site = {
  ...quinceStreet.site,
  circuits: [
    ...quinceStreet.site.circuits,
    { id: 'feeder', number: '21', name: 'shed', voltsNominal: 240, breakerA: 40 },
    { id: 'shed-1', number: '1', name: 'bench', voltsNominal: 120, breakerA: 20 },
  ],
  panel: {
    ...quinceStreet.site.panel!,
    breakers: [...quinceStreet.site.panel!.breakers, { id: 'feeder-breaker', circuitId: 'feeder', space: 21, poles: 2 }],
  },
  subpanels: [
    {
      ...{ id: 'shed-panel', name: 'Shed panel', spaces: 6, covered: [], tests: [], fedBy: 'feeder-breaker' },
      breakers: [{ id: 'shed-breaker', circuitId: 'shed-1', space: 1, poles: 1 }],
    },
  ],
};
const jobs = [inHouse(heldJobs[0]!, { ...quinceStreet, site })];

describe('switched off', () => {
  it.each<[string, string, string, boolean]>([
    ['a circuit', 'c4', 'c4', true],
    ['another circuit', 'c4', 'c5', false],
    ['the main: everything, the shed too', 'panel', 'c5', true],
    ['the main: everything, the shed too', 'panel', 'shed-1', true],
    ['the shed panel: what stands in it', 'shed-panel', 'shed-1', true],
    ['the shed panel: nothing of the house', 'shed-panel', 'c5', false],
    ['the feeder: the shed behind it', 'feeder', 'shed-1', true],
    ['the feeder: nothing of the house', 'feeder', 'c5', false],
  ])('%s (%s off, %s)', (_, key, circuit, dark) => expect(darkens(key, circuit, jobs)).toBe(dark));
});
