/** A panel of eight spaces with two circuits in a den and a shop: 8 A on leg A in space 1, 2 A on leg B in space 3. */
import { smallHouse } from '../route/smallHouse.testing.js';
import type { Circuit, Panel, Site, Subpanel } from '../model/index.js';

export const smallPanel: Panel = {
  name: 'Panel',
  spaces: 8,
  mainA: 100,
  types: ' Q1 ; Q1-AF,q2',
  covered: [],
  breakers: [
    { id: 'b1', circuitId: 'c1', space: 1, poles: 1 },
    { id: 'b3', circuitId: 'c3', space: 3, poles: 1 },
  ],
  tests: [],
};
const circuit = (n: number, name: string, part: Partial<Circuit> = {}): Circuit => ({
  ...{ id: `c${n}`, number: `${n}`, name, voltsNominal: 120, breakerA: 20, loadsComplete: true },
  ...part,
});
/** @param part `panel`: of the panel; `circuits`: by id; the rest as it is in a site */
export const siteWith = (
  part: Partial<Omit<Site, 'panel' | 'circuits'>> & { panel?: Partial<Panel>; circuits?: Record<string, Partial<Circuit>> } = {},
): Site => {
  const { panel, circuits, ...rest } = part;
  return {
    ...smallHouse(),
    circuits: [circuit(1, 'hall', circuits?.['c1']), circuit(3, 'porch', circuits?.['c3'])],
    loads: [
      { id: 'l1', name: 'heater', watts: 960, continuous: true, fixed: false, circuitId: 'c1' },
      { id: 'l3', name: 'fan', amps: 2, continuous: false, fixed: false, circuitId: 'c3' },
    ],
    panel: { ...smallPanel, ...panel },
    ...rest,
  };
};
/** A panel of its own behind one of these breakers. */
export const sub = (part: Partial<Subpanel> = {}): Subpanel => ({
  ...{ id: 's', name: 'shop panel', spaces: 4, covered: [], tests: [] },
  breakers: [{ id: 'sb', circuitId: 'sc', space: 1, poles: 1 }],
  ...part,
});
/** All that is asked of a circuit is known, and well. */
export const SOUND: Partial<Circuit> = { sharedNeutral: false, groundFault: 'breaker', arcFault: 'breaker', reservedFor: 'none' };
