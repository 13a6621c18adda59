/**
 * Boxes of the bench opened flat, side by side with the panel. Cables come in at the top; hots, neutrals and grounds run in lanes of
 * their own; devices stand at the right of each box, seen from the front. Plain geometry in drawing units; positions follow from the
 * wiring alone, so that the same wiring gives the same drawing.
 */
import type { LengthUnit } from '../../measure/index.js';
import { endBox, PANEL, type Bench } from '../../model/index.js';
import { layBox } from './boxShape.js';
import { BELOW, type BenchBoxShape, type BenchDrawing } from './shapes.js';

/** Lays the bench out: the panel first, then the boxes in their order. */
export function benchDrawing(bench: Bench, unit: LengthUnit = 'in', seen: 'front' | 'back' = 'front'): BenchDrawing {
  const drawing: BenchDrawing = { width: 12, height: 0, boxes: [], devices: [], spots: [], wires: [] };
  for (const place of [{ id: PANEL, name: 'Panel' }, ...bench.boxes]) {
    const laid = layBox(bench, place, drawing.width, { unit, seen });
    drawing.boxes.push(laid.shape);
    drawing.devices.push(...laid.devices);
    drawing.spots.push(...laid.spots);
    drawing.wires.push(...laid.wires);
    drawing.width += laid.shape.width + 26;
  }
  drawing.height = Math.max(300, ...drawing.boxes.map((b) => b.y + b.height)) + 12;
  const below = drawing.boxes.some((b) => b.cables.some((c) => c.side === 'bottom' && b.id !== PANEL));
  if (below) drawing.height += BELOW;
  for (const b of drawing.boxes) {
    b.height = drawing.height - 12 - (below ? BELOW - 40 : 0) - b.y;
    fromBelow(bench, b, drawing);
  }
  return drawing;
}

/** Cables that come in at the bottom are drawn there: their wires run up in the same columns. The panel’s all come in at the top. */
function fromBelow(bench: Bench, box: BenchBoxShape, drawing: BenchDrawing): void {
  if (box.id === PANEL) return;
  const floor = box.y + box.height;
  for (const c of box.cables.filter((x) => x.side === 'bottom')) {
    c.y = floor - 8;
    for (const w of drawing.wires) {
      if (!('cableId' in w.end) || w.end.cableId !== c.id || endBox(bench, w.end) !== box.id || w.points.length < 2) continue;
      const [x] = w.points[0]!;
      w.points[0] = [x, floor - 8];
      w.label = [x, floor - 26];
      if (w.loose) {
        w.points[1] = [x, floor - 44];
        w.tip = w.points[1];
      }
    }
  }
}

/** Smaller than this nothing can be read or hit. */
const LEAST_SCALE = 0.78;
/** The scale at which a drawing goes into a width, never larger than drawn nor smaller than can be read. */
export const fittingScale = (drawing: Pick<BenchDrawing, 'width'>, roomPx: number): number =>
  Math.max(LEAST_SCALE, Math.min(1, roomPx / Math.max(1, drawing.width)));
