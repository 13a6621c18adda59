import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { ActivatedRoute, Router, RouterLink } from '@angular/router';
import { MOST_SEED, readTaskCode, SAMPLES, taskCode, type SampleId, type TaskCode } from '@saddle/core/practice';
import { TopBar } from '../shell/top-bar';
import { FaultRound } from './fault-round';
import { MeasureRound } from './measure-round';
import { WiringRound } from './wiring-round';

/** One task, by its code or by the name of a sample. */
@Component({
  selector: 'sa-task-page',
  imports: [TopBar, RouterLink, FaultRound, MeasureRound, WiringRound],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <sa-top-bar />
    <main class="page practice" [class.wide]="code()?.kind === 'wiring'">
      <p class="task-head">
        <a routerLink="/practice">All practice</a>
        @if (shown(); as c) {
          <span
            >code <strong data-testid="task-code">{{ c }}</strong>, to pass on</span
          >
          <button type="button" class="btn-line" (click)="another()">Another one</button>
        }
      </p>
      @if (sample(); as s) {
        <sa-fault-round [sample]="s" topic="sample" />
      } @else if (code(); as c) {
        @switch (c.kind) {
          @case ('fault') {
            <sa-fault-round [task]="c" [house]="house()" [topic]="'fault-' + c.level" />
          }
          @case ('wiring') {
            <sa-wiring-round [task]="c" />
          }
          @case ('measure') {
            <sa-measure-round [task]="c" />
          }
        }
      } @else {
        <p class="notice" role="alert">{{ why() }}</p>
      }
    </main>
  `,
  styleUrl: './practice.css',
})
export class TaskPage {
  private readonly router = inject(Router);
  private readonly route = inject(ActivatedRoute);
  private readonly params = toSignal(this.route.paramMap, { requireSync: true });
  private readonly query = toSignal(this.route.queryParamMap, { requireSync: true });
  private readonly text = computed(() => this.params().get('code') ?? '');
  private readonly read = computed(() => readTaskCode(this.text()));
  protected readonly house = computed(() => this.query().get('house') ?? undefined);
  protected readonly sample = computed((): SampleId | undefined => SAMPLES.find((s) => s.id === this.text())?.id);
  protected readonly code = computed((): TaskCode | undefined => {
    const read = this.read();
    return read.ok ? read.code : undefined;
  });
  protected readonly shown = computed(() => {
    const code = this.code();
    return code && taskCode(code);
  });
  protected readonly why = computed(() => {
    const read = this.read();
    return read.ok ? '' : read.why;
  });
  protected another(): void {
    const code = this.code()!;
    void this.router.navigate(['/practice', taskCode({ ...code, seed: Math.floor(Math.random() * MOST_SEED) })], {
      queryParamsHandling: 'preserve',
    });
  }
}
