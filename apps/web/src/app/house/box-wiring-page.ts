import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { seenWiring, withoutWiring, withWiring, wiringIsOld, wiringsOf, type Bench } from '@saddle/core/model';
import { benchOf, rewired, withHandles, wiringIn } from '@saddle/core/wiring';
import { BenchBoard } from '../bench/bench-board';
import { PhotoStrip } from '../photos/photo-strip';
import { HouseSession } from './house-session';

/** One box that was opened: what meets where in it, as somebody saw it. Part of the house. */
@Component({
  selector: 'sa-box-wiring-page',
  imports: [BenchBoard, PhotoStrip, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (box(); as b) {
      <div class="stage-head">
        <h2>What meets where in {{ b.name }}</h2>
        <a [routerLink]="['/houses', session.house().id, 'walls', b.wallId, b.face]" [queryParams]="{ box: b.id }">to its wall</a>
      </div>
      @if (noted()) {
        <p class="notice quiet" data-testid="wiring-noted">
          Noted as it was seen.
          <button type="button" class="btn-line" (click)="forget()">Nobody looked: forget it</button>
        </p>
      } @else {
        <p class="notice" data-testid="wiring-noted">
          @if (old(); as why) {
            What was noted is of before: {{ why }}. Drawn by the usual way until somebody looks again.
          } @else {
            Nobody noted it: drawn by the usual way. With the circuit proved dead, open the box and make this as you see it.
          }
          <button type="button" class="btn-key" (click)="keep()">I looked: it is so</button>
        </p>
      }
      <sa-photo-strip [houseId]="session.houseId()" kind="box" [thing]="b.id" label="photo of this box" />
      <sa-bench-board
        [bench]="shown()"
        [edition]="session.edition()"
        [schools]="session.schools()"
        heading="As found"
        (edited)="rewire($event)"
      />
    } @else {
      <p class="lead">There is no such box in this house any more.</p>
    }
  `,
})
export class BoxWiringPage {
  protected readonly session = inject(HouseSession);
  readonly boxId = input.required<string>();
  private readonly site = this.session.surveyed;
  protected readonly box = computed(() => this.site().boxes.find((b) => b.id === this.boxId()));
  protected readonly noted = computed(() => seenWiring(this.site(), this.boxId()));
  protected readonly old = computed(() => {
    const was = wiringsOf(this.site()).find((w) => w.id === this.boxId());
    return was && wiringIsOld(this.site(), was);
  });
  private readonly bench = computed((): Bench => {
    const circuit = this.site().circuits.find((c) => c.id === this.box()?.circuitId);
    return benchOf(this.site(), [this.boxId()], circuit, this.session.schools(), { found: true });
  });
  /** handles and what is plugged in are for a look: not kept */
  private readonly handles = linkedSignal<string, Bench | undefined>({ source: this.boxId, computation: () => undefined });
  protected readonly shown = computed(() => {
    const handles = this.handles();
    return handles ? withHandles(this.bench(), handles) : this.bench();
  });

  protected rewire({ title, bench }: { title: string; bench: Bench }): void {
    this.handles.set(bench);
    const changed = rewired(this.site(), this.bench(), bench);
    if (changed.length) this.session.editSite(title, (site) => changed.reduce((s, c) => withWiring(s, c.wiring, c.free), site));
  }
  protected keep(): void {
    this.session.editSite('Wiring seen', (site) => withWiring(site, wiringIn(site, this.bench(), this.boxId())));
  }
  protected forget(): void {
    this.session.editSite('Wiring not seen', (site) => withoutWiring(site, this.boxId()));
  }
}
