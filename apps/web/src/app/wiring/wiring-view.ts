import { ChangeDetectionStrategy, Component, computed, input, signal } from '@angular/core';
import { wiringDrawing, type WireShape, type WiringPlan } from '@saddle/core/wiring';
import { line } from 'd3-shape';

const path = line<[number, number]>();

/** A box opened flat: hots, neutrals and grounds in lanes of their own; colour, letter and hatch say which is which. */
@Component({
  selector: 'sa-wiring-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './wiring-view.html',
  styleUrl: './wiring-view.css',
})
export class WiringView {
  readonly plan = input.required<WiringPlan>();
  readonly planned = input(true);
  /** the connection that is being made: lit while nothing else is pointed at */
  readonly inHand = input<string>();
  protected readonly drawing = computed(() => wiringDrawing(this.plan()));
  protected readonly view = computed(() => `0 -6 ${this.drawing().width} ${this.drawing().height + 8}`);
  private readonly pointed = signal<string | undefined>(undefined);
  protected readonly lit = computed(() => this.pointed() ?? this.inHand());
  protected readonly says = computed(() => this.plan().joints.find((j) => j.id === this.lit())?.says);

  protected point(id: string | undefined): void {
    this.pointed.set(id);
  }
  protected pathOf = (wire: WireShape): string => path(wire.points) ?? '';
  protected isLit = (wire: WireShape): boolean => this.lit() !== undefined && wire.jointIds.includes(this.lit()!);
}
