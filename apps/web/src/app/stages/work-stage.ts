import {
  afterNextRender,
  ChangeDetectionStrategy,
  ChangeDetectorRef,
  Component,
  computed,
  ElementRef,
  inject,
  Injector,
  signal,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import { outagesOf, printSpan, type ProofKey, type Step, type Target } from '@saddle/core/work';
import { JobSession } from '../job/job-session';
import { VerdictStamp } from '../ledger/verdict-stamp';
import { WordMark } from '../words/word';
import { JobWork } from '../work/job-work';

/** The steps in order, with gates: nothing that needs a dead circuit before the proof of dead. */
@Component({
  selector: 'sa-work-stage',
  imports: [RouterLink, WordMark, VerdictStamp],
  providers: [JobWork],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './work-stage.html',
  styleUrl: './work-stage.css',
})
export class WorkStage {
  protected readonly session = inject(JobSession);
  protected readonly work = inject(JobWork);
  protected readonly openStep = signal<string | undefined>(undefined);
  protected readonly errors = this.work.errors;
  protected readonly time = this.work.time;
  protected readonly rows = computed(() => {
    const rows = this.work.rows();
    const current = rows.find((r) => r.current)?.step.id;
    return rows.map((r) => ({ ...r, open: (this.openStep() ?? current) === r.step.id }));
  });
  protected readonly outages = computed(() =>
    outagesOf(this.session.steps())
      .map((o) => `${o.words} off for ${printSpan(o.minutes)}`)
      .join(' · '),
  );
  protected readonly done = computed(() => this.rows().filter((r) => r.ticked).length);
  private readonly changes = inject(ChangeDetectorRef);
  /** Takes a reading; the next one stands open before the next key comes, however busy the page is, so that no digit is lost. */
  protected prove(target: Target, key: ProofKey, text: string, where: string): void {
    this.work.prove(target, key, text, where);
    this.changes.detectChanges();
  }
  protected text = (event: Event): string => (event.target as HTMLInputElement).value;

  protected toggleOpen(id: string): void {
    this.openStep.set(this.rows().find((r) => r.step.id === id)?.open ? '' : id);
  }
  protected toggle(step: Step): void {
    if (!this.work.toggle(step)) return;
    this.openStep.set(undefined);
    // what was done folds up: the next one begins where the eye is, not above the screen
    afterNextRender(() => this.showCurrent(), { injector: this.injector });
  }

  private readonly injector = inject(Injector);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  private showCurrent(): void {
    const next = this.host.nativeElement.querySelector('li.current');
    if (!next) return;
    const { top } = next.getBoundingClientRect();
    if (top < 0 || top > window.innerHeight / 2) next.scrollIntoView({ block: 'start' });
  }
}
