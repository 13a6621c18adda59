import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { printSource } from '@saddle/core/catalog';
import type { Finding, Remedy, Stage } from '@saddle/core/model';
import { JobSession } from '../job/job-session';
import { SumTable } from './sum-table';
import { VerdictStamp } from './verdict-stamp';

/** Findings beside the drawing; each opens to its sum, its source and its remedies. */
@Component({
  selector: 'sa-ledger',
  imports: [SumTable, VerdictStamp],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="ledger-head">
      <h2>Ledger</h2>
      <span class="ledger-count">{{ counts() }}</span>
      <div class="segmented small" role="group" aria-label="Which findings">
        <button type="button" [attr.aria-pressed]="!all()" (click)="all.set(false)">this stage</button>
        <button type="button" [attr.aria-pressed]="all()" (click)="all.set(true)">all</button>
      </div>
    </div>
    <ul class="findings">
      @for (finding of shown(); track finding.rule + finding.subject) {
        <li class="finding" [attr.data-verdict]="finding.verdict" [class.open]="isOpen(finding)">
          <button type="button" class="finding-head" [attr.aria-expanded]="isOpen(finding)" (click)="toggle(finding)">
            <sa-verdict [verdict]="finding.verdict" />
            <span class="finding-words">
              <strong>{{ finding.title }}</strong>
              <span>{{ finding.says }}</span>
            </span>
          </button>
          @if (isOpen(finding)) {
            <div class="finding-body">
              @if (finding.ask) {
                <p class="ask"><i class="bi bi-rulers" aria-hidden="true"></i> {{ finding.ask }}</p>
              }
              @for (sum of finding.sums; track $index) {
                <sa-sum-table [sum]="sum" [unit]="session.job().unit" />
              }
              <p class="source">{{ sourceOf(finding) }}</p>
            </div>
          }
          @if (finding.remedies.length && (isOpen(finding) || finding.verdict === 'stop')) {
            <div class="remedies">
              @for (remedy of finding.remedies; track remedy.id) {
                <button type="button" class="btn-line" (click)="apply(remedy)">{{ remedy.title }}</button>
              }
            </div>
          }
        </li>
      } @empty {
        <li class="finding-none">Nothing to judge at this stage yet.</li>
      }
    </ul>
  `,
})
export class LedgerPanel {
  protected readonly session = inject(JobSession);
  readonly stage = input.required<Stage>();
  protected readonly all = signal(false);
  private readonly toggled = signal<ReadonlySet<string>>(new Set());

  protected readonly shown = computed(() => {
    const findings = this.session.ledger();
    return this.all() || this.stage() === 'buy' || this.stage() === 'record' || this.stage() === 'work'
      ? findings
      : findings.filter((f) => f.stage === this.stage());
  });
  protected readonly counts = computed(() => {
    const of = (verdict: string) => this.session.ledger().filter((f) => f.verdict === verdict).length;
    return (
      [
        [of('stop'), 'stop'],
        [of('can’t tell'), 'can’t tell'],
        [of('caution'), 'caution'],
      ]
        .filter(([n]) => n)
        .map(([n, word]) => `${n} ${word}`)
        .join(' · ') || 'all in order'
    );
  });

  private id = (finding: Finding): string => `${finding.rule}/${finding.subject}`;

  /** Stops stand open at first; a click turns any row over. */
  protected isOpen(finding: Finding): boolean {
    return (finding.verdict === 'stop') !== this.toggled().has(this.id(finding));
  }

  protected toggle(finding: Finding): void {
    const next = new Set(this.toggled());
    if (!next.delete(this.id(finding))) next.add(this.id(finding));
    this.toggled.set(next);
  }

  protected apply(remedy: Remedy): void {
    this.session.apply(remedy.title, remedy.edits);
  }

  protected sourceOf = (finding: Finding): string => printSource(finding.source);
}
