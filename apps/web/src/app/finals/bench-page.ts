import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { finalOf } from '@saddle/core/finals';
import { HouseSession } from '../house/house-session';
import { FinalBench } from './final-bench';

/** The bench of one final circuit of the house. */
@Component({
  selector: 'sa-final-bench-page',
  imports: [FinalBench, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (final(); as f) {
      <div class="stage-head">
        <h2>Bench: {{ f.name }}</h2>
        <a class="btn-line" [routerLink]="['/houses', session.houseId(), 'circuits', f.id]">The circuit</a>
      </div>
      <section class="panel-body"><sa-final-bench [final]="f" [incoming]="session.house().incoming ?? {}" /></section>
    } @else {
      <p class="notice stop">There is no such circuit here.</p>
    }
  `,
})
export class FinalBenchPage {
  protected readonly session = inject(HouseSession);
  readonly finalId = input.required<string>();
  protected readonly final = computed(() => finalOf(this.session.surveyed(), this.finalId()));
}
