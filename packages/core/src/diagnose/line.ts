/** The circuit as a line of boxes from the panel on, and how much suspicion lies on each box and cable of it. */
import { PANEL, type Bench } from '../model/index.js';
import { spots } from './outward.js';
import type { Dictionary } from './predict.js';
import type { PartLikely } from './search.js';

export const SUSPICIONS = ['likely', 'possible', 'hardly', 'cleared'] as const;
/** In words and pattern, never by colour alone. */
export type Suspicion = (typeof SUSPICIONS)[number];
/** From these shares on; under the last it is cleared. */
const FROM: Record<Exclude<Suspicion, 'cleared'>, number> = { likely: 0.25, possible: 0.03, hardly: 0.01 };
export const suspicionOf = (share: number): Suspicion => SUSPICIONS.find((s) => s !== 'cleared' && share >= FROM[s]) ?? 'cleared';

export interface LineBox {
  id: string;
  name: string;
  /** how many boxes lie between it and the panel, and on which branch it is drawn */
  column: number;
  lane: number;
  share: number;
  suspicion: Suspicion;
  /** parts in it that carry any of it, the likeliest first */
  parts: string[];
}
export interface LineCable {
  id: string;
  name: string;
  from: { column: number; lane: number };
  to: { column: number; lane: number };
  share: number;
  suspicion: Suspicion;
}
export interface CircuitLine {
  boxes: LineBox[];
  cables: LineCable[];
  columns: number;
  lanes: number;
  /** of what is in no box and no cable: the appliance, the survey itself */
  elsewhere: { part: string; share: number }[];
}

/** In which box or cable a part is; undefined: in neither. */
function placeOf(part: string, bench: Bench): { box?: string; cable?: string } | undefined {
  const [kind, ...rest] = part.split('/');
  const id = rest.join('/');
  switch (kind) {
    case 'panel':
    case 'breaker':
      return { box: PANEL };
    case 'joints':
      return { box: id };
    case 'cable':
    case 'unknown':
      return { cable: id };
    case 'device':
    case 'tripped':
    case 'switch': {
      const device = bench.devices.find((d) => d.id === id);
      return device && { box: device.boxId };
    }
    default:
      return undefined;
  }
}

/** @param parts as `searchState` gives them */
export function circuitLine({ known }: Pick<Dictionary, 'known'>, parts: readonly PartLikely[]): CircuitLine {
  const { bench } = known;
  const { at, lanes } = spots(bench);
  const boxes = new Map<string, { share: number; parts: PartLikely[] }>();
  const cables = new Map<string, number>();
  const elsewhere: CircuitLine['elsewhere'] = [];
  for (const part of parts) {
    const place = placeOf(part.part, bench);
    if (place?.box !== undefined) {
      const there = boxes.get(place.box) ?? { share: 0, parts: [] };
      boxes.set(place.box, { share: Math.min(1, there.share + part.share), parts: [...there.parts, part] });
    } else if (place?.cable !== undefined) cables.set(place.cable, Math.min(1, (cables.get(place.cable) ?? 0) + part.share));
    else elsewhere.push({ part: part.part, share: part.share });
  }
  const box = (id: string, name: string): LineBox => {
    const { share, parts: own } = boxes.get(id) ?? { share: 0, parts: [] };
    return { id, name, ...at.get(id)!, share, suspicion: suspicionOf(share), parts: own.filter((p) => p.share >= FROM.hardly).map((p) => p.suspects[0]!.suspect.words) }; // prettier-ignore
  };
  return {
    boxes: [box(PANEL, 'Panel'), ...bench.boxes.map((b) => box(b.id, b.name))],
    cables: bench.cables.flatMap((c): LineCable[] => {
      const [a, b] = c.ends.map((e) => at.get(e));
      if (!a || !b) return [];
      const share = cables.get(c.id) ?? 0;
      return [{ id: c.id, name: c.name, from: a, to: b, share, suspicion: suspicionOf(share) }];
    }),
    columns: 1 + Math.max(...[...at.values()].map((s) => s.column)),
    lanes,
    elsewhere,
  };
}
