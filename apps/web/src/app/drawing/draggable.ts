/**
 * Dragging on a drawing: one listener for all that can be grabbed on it, places in the drawing’s own units. What can be grabbed says
 * `touch-action: none` in its style; the rest of a drawing still scrolls under a thumb.
 */
import { drag, type D3DragEvent } from 'd3-drag';
import { select } from 'd3-selection';

export interface Place {
  x: number;
  y: number;
}
export interface Grip<T> {
  /** what is under the hand; undefined: nothing that can be dragged now */
  grab: (target: Element) => T | undefined;
  start?: (of: T, at: Place) => void;
  move: (of: T, at: Place, from: Place) => void;
  /** `event` is that of the browser */
  end: (of: T, at: Place, from: Place, event: Event) => void;
}

export function makeDraggable<T>(svg: SVGSVGElement, { grab, start, move, end }: Grip<T>): void {
  type Dragged = D3DragEvent<SVGSVGElement, unknown, unknown>;
  let held: { of: T; from: Place } | undefined;
  const place = ({ x, y }: Dragged): Place => ({ x, y });
  select(svg)
    .call(
      drag<SVGSVGElement, unknown>()
        .container(() => svg)
        .filter((event: MouseEvent) => !event.button && grab(event.target as Element) !== undefined)
        .on('start', (event: Dragged) => {
          const of = grab((event.sourceEvent as Event).target as Element);
          held = of === undefined ? undefined : { of, from: place(event) };
          if (of !== undefined) start?.(of, place(event));
        })
        .on('drag', (event: Dragged) => held && move(held.of, place(event), held.from))
        .on('end', (event: Dragged) => {
          if (held) end(held.of, place(event), held.from, event.sourceEvent as Event);
          held = undefined;
        }),
    )
    // d3 takes touch from the whole of it
    .style('touch-action', null);
}
