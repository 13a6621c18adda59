/** The circuit as a line drawing, a step back from the boxes. */
import { GROUND_COLOURS, PANEL, type Bench } from '../../model/index.js';

export interface LineDrawing {
  width: number;
  height: number;
  boxes: {
    id: string;
    name: string;
    x: number;
    y: number;
    width: number;
    height: number;
    devices: string[];
    breakers: { number: string; amps: number; on: boolean }[];
  }[];
  cables: { id: string; name: string; kind: string; x1: number; y1: number; x2: number; y2: number }[];
}
const STEP = { x: 220, y: 110, width: 150, height: 74 };

/** The circuit as a line drawing, a step back: the panel at the left, boxes by how many cables away they are. */
export function lineDrawing(bench: Bench): LineDrawing {
  const depth = new Map<string, number>([[PANEL, 0]]);
  const open = [PANEL];
  while (open.length) {
    const at = open.shift()!;
    for (const c of bench.cables)
      for (const [a, b] of [c.ends, [c.ends[1], c.ends[0]] as const])
        if (a === at && !depth.has(b)) {
          depth.set(b, depth.get(at)! + 1);
          open.push(b);
        }
  }
  const rows = new Map<number, number>();
  const boxes = [{ id: PANEL, name: 'Panel' }, ...bench.boxes].map(({ id, name }) => {
    const column = depth.get(id) ?? 1;
    const row = rows.get(column) ?? 0;
    rows.set(column, row + 1);
    return {
      id,
      name,
      x: 20 + column * STEP.x,
      y: 20 + row * STEP.y,
      width: STEP.width,
      height: STEP.height,
      devices: bench.devices.filter((d) => d.boxId === id).map((d) => d.name),
      breakers: id === PANEL ? bench.breakers.map((b) => ({ number: b.number, amps: b.amps, on: b.on })) : [],
    };
  });
  const cables = bench.cables.map((c, i) => {
    const [a, b] = c.ends.map((e) => boxes.find((x) => x.id === e));
    const from = a ?? b!;
    const [x1, y1] = [from.x + STEP.width, from.y + STEP.height / 2];
    const insulated = c.colours.filter((x) => !GROUND_COLOURS.includes(x)).length;
    // what goes elsewhere ends a little way off
    const [x2, y2] = a && b ? [b.x, b.y + STEP.height / 2] : [x1 + 60, y1 + 26 + (i % 3) * 12];
    return { id: c.id, name: c.name, kind: `${c.gauge}-${insulated}`, x1, y1, x2, y2 };
  });
  return {
    width: Math.max(...boxes.map((b) => b.x + b.width)) + 90,
    height: Math.max(...boxes.map((b) => b.y + b.height)) + 60,
    boxes,
    cables,
  };
}
