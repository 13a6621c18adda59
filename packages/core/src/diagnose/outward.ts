/** The way from the panel to each box of a circuit. */
import { PANEL, type Bench } from '../model/index.js';

interface Spot {
  column: number;
  lane: number;
}

/** Boxes outward from the panel, in the order one walks them; each further branch of a box takes a lane of its own. A loop is drawn once round. */
export function spots(bench: Bench): { at: Map<string, Spot>; lanes: number } {
  const at = new Map<string, Spot>();
  let lanes = 0;
  const place = (id: string, column: number, lane: number): void => {
    at.set(id, { column, lane });
    lanes = Math.max(lanes, lane + 1);
    let next = lane;
    for (const cable of bench.cables) {
      const end = cable.ends[0] === id ? cable.ends[1] : cable.ends[1] === id ? cable.ends[0] : undefined;
      if (end === undefined || end === 'elsewhere' || at.has(end)) continue;
      place(end, column + 1, next);
      next = lanes;
    }
  };
  place(PANEL, 0, 0);
  // what no cable is known to lead to stands below
  for (const box of bench.boxes) if (!at.has(box.id)) place(box.id, 1, lanes);
  return { at, lanes };
}
