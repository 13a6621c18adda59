/** The panel as it hangs on the wall: rows of two spaces, legs, what stands in each, what is free. */
import { legOf, spacesOf, type Breaker, type Circuit, type Panel, type Site } from '../model/index.js';

export interface PanelSpace {
  space: number;
  leg: 'A' | 'B';
  /** `lower` is the second space of a two-pole breaker */
  is: 'breaker' | 'lower' | 'covered' | 'unseen' | 'free';
  breaker?: Breaker;
  circuit?: Circuit;
}

export interface PanelRow {
  left: PanelSpace;
  right: PanelSpace;
}

/** Legs that a breaker draws from. */
export const legsOf = (breaker: Pick<Breaker, 'space' | 'poles'>): ('A' | 'B')[] => spacesOf(breaker).map(legOf);

/** Spaces where nothing stands and that somebody looked at, from the top. */
export function freeSpaces(panel: Panel): number[] {
  const taken = new Set([...panel.breakers.flatMap(spacesOf), ...panel.covered, ...(panel.notLooked ?? [])]);
  return Array.from({ length: panel.spaces }, (_, i) => i + 1).filter((s) => !taken.has(s));
}

const emptyIs = (panel: Panel, space: number): PanelSpace['is'] =>
  panel.covered.includes(space) ? 'covered' : panel.notLooked?.includes(space) ? 'unseen' : 'free';

/** All rows from the top, odd spaces left, even ones right. */
export function panelRows(site: Pick<Site, 'panel' | 'circuits'>): PanelRow[] {
  const { panel, circuits } = site;
  if (!panel) return [];
  const at = (space: number): PanelSpace => {
    const breaker = panel.breakers.find((b) => spacesOf(b).includes(space));
    const circuit = breaker && circuits.find((c) => c.id === breaker.circuitId);
    return {
      space,
      leg: legOf(space),
      is: !breaker ? emptyIs(panel, space) : breaker.space === space ? 'breaker' : 'lower',
      ...(breaker ? { breaker } : {}),
      ...(circuit ? { circuit } : {}),
    };
  };
  return Array.from({ length: panel.spaces / 2 }, (_, row) => ({ left: at(2 * row + 1), right: at(2 * row + 2) }));
}
