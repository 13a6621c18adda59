/** The way of fewest minutes from the box `b` of a small house to a place, laid out: for specs of what comes of it. */
import { inches } from '../measure/index.js';
import type { Site, WantPlace } from '../model/index.js';
import { cheapestWay, framing, traced, type FrameEdge, type Framing, type Traced, type TraceInput } from './index.js';
import { RATES } from './smallHouse.testing.js';

const FRESH = [0, 0, 0, 0, 0];
/** minutes, and as few openings as can be */
const CLEAN = [1, 0, 1000, 0, 0];

export function way(f: Framing, from: number, to: number): { nodes: number[]; edges: FrameEdge[] } {
  const edges = cheapestWay(f.graph, [{ node: from, cost: FRESH }], to, CLEAN)!.edges.map((e) => f.edges[e]!);
  const nodes = [from];
  for (const e of edges) nodes.push(e.from === nodes.at(-1) ? e.to : e.from);
  return { nodes, edges };
}
export const input = (site: Site, f: Framing): Omit<TraceInput, 'nodes' | 'edges'> => ({
  ...{ site, framing: f, edition: 'US-2023', unit: 'in', schools: { compound: 'setting, same day' } },
  ...{ freeEndsMm: [inches(8), inches(8)], sheathMm: inches(0.5) },
});
export const framed = (site: Site, place: WantPlace): Framing => framing(site, [place], { rates: RATES, gauge: 14, dryingHours: 24 });
/** From the box to a place. */
export function laid(site: Site, place: WantPlace, more: Partial<TraceInput> = {}): Traced {
  const f = framed(site, place);
  return traced({ ...input(site, f), ...way(f, f.boxes.get('b')!, f.places[0]!), ...more });
}
