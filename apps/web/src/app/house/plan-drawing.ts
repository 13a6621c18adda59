import { afterNextRender, ChangeDetectionStrategy, Component, computed, ElementRef, input, output, viewChild } from '@angular/core';
import type { PlanDrawing } from '@saddle/core/layout';
import type { FaceId } from '@saddle/core/model';
import { nudgedOnPlan, type RoutePlanFigure } from '@saddle/core/purpose';
import { makeDraggable } from '../drawing/draggable';

/** A point of the plan in mm, y downward as it is drawn. */
export interface PlanPointer {
  x: number;
  y: number;
  done: boolean;
}

/** The rooms in plan, with a way through the house on them where there is one: its levels differ by dash, never by colour alone. */
@Component({
  selector: 'sa-plan-drawing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './plan-drawing.html',
  styleUrl: './plan-drawing.css',
})
export class PlanDrawingView {
  readonly plan = input.required<PlanDrawing>();
  readonly way = input<RoutePlanFigure>();
  /** the next press on a leg sets the point to pass there */
  readonly settingVia = input(false);
  readonly opened = output<{ wallId: string; face: FaceId }>();
  readonly legPressed = output<{ space: string; x: number; y: number }>();
  readonly viaMoved = output<PlanPointer>();
  private readonly svg = viewChild.required<ElementRef<SVGSVGElement>>('svg');
  protected readonly marks = computed(() => {
    const [, , width, height] = this.plan().viewBox.split(' ').map(Number) as [number, number, number, number];
    // signs keep their size on a large house
    const unit = Math.max(width, height) / 100;
    return {
      hole: 1.35 * unit,
      end: 1.1 * unit,
      text: Math.max(1.9 * unit, 170),
      name: Math.max(1.55 * unit, 250),
      size: Math.max(1.25 * unit, 190),
      under: Math.max(1.8 * unit, 300),
      small: 1.6 * unit,
      line: 0.5 * unit,
      hit: 3 * unit,
      via: 1.7 * unit,
    };
  });

  constructor() {
    afterNextRender(() =>
      makeDraggable(this.svg().nativeElement, {
        grab: (target) => target.closest<SVGGElement>('.way-via') ?? undefined,
        start: (via) => via.focus(),
        move: (_via, at) => this.viaMoved.emit({ ...at, done: false }),
        end: (_via, at) => this.viaMoved.emit({ ...at, done: true }),
      }),
    );
  }

  protected at(event: PointerEvent): { x: number; y: number } {
    const matrix = this.svg().nativeElement.getScreenCTM();
    const p = matrix ? new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse()) : new DOMPoint();
    return { x: p.x, y: p.y };
  }

  protected press(space: string, event: PointerEvent): void {
    if (this.settingVia()) this.legPressed.emit({ space, ...this.at(event) });
  }

  protected nudge(event: KeyboardEvent): void {
    const via = this.way()?.via;
    const to = via && nudgedOnPlan(via, event.key);
    if (!to) return;
    event.preventDefault();
    this.viaMoved.emit({ ...to, done: true });
  }
}
