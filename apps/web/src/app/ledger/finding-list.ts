import { ChangeDetectionStrategy, Component, input, output, signal } from '@angular/core';
import { printSource, type Source } from '@saddle/core/catalog';
import type { Sum, Verdict } from '@saddle/core/model';
import { PhotoStrip } from '../photos/photo-strip';
import { SumTable } from './sum-table';
import { VerdictStamp } from './verdict-stamp';

/** One judgement as a row: what a list of findings shows of it. */
export interface FindingRow {
  key: string;
  verdict: Verdict;
  title: string;
  says: string;
  ask?: string | undefined;
  sums: Sum[];
  source: Source;
  cures: { id: string; title: string }[];
  /** said of several things alike: how many, and which */
  of?: string;
}

/** Findings that open to their sum, source and cures. Stops stand open at first; a click turns any row over. */
@Component({
  selector: 'sa-finding-list',
  imports: [PhotoStrip, SumTable, VerdictStamp],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ul class="findings">
      @for (finding of rows(); track finding.key) {
        <li class="finding" [attr.data-verdict]="finding.verdict" [class.open]="isOpen(finding)">
          <button type="button" class="finding-head" [attr.aria-expanded]="isOpen(finding)" (click)="toggle(finding)">
            <sa-verdict [verdict]="finding.verdict" />
            <span class="finding-words">
              <strong>{{ finding.title }}</strong>
              <span>{{ finding.says }}</span>
              @if (finding.of) {
                <span class="said-of">{{ finding.of }}</span>
              }
            </span>
          </button>
          @if (isOpen(finding)) {
            <div class="finding-body">
              @if (finding.ask) {
                <p class="ask"><i class="bi bi-rulers" aria-hidden="true"></i> {{ finding.ask }}</p>
              }
              @for (sum of finding.sums; track $index) {
                <sa-sum-table [sum]="sum" />
              }
              <p class="source">{{ sourceOf(finding) }}</p>
              @if (photosIn(); as p) {
                @defer (on immediate) {
                  <sa-photo-strip
                    [houseId]="p.houseId"
                    [jobId]="p.jobId"
                    kind="finding"
                    [thing]="finding.key.slice(0, 120)"
                    label="photo"
                  />
                } @error {}
              }
            </div>
          }
          @if (finding.cures.length && (isOpen(finding) || finding.verdict === 'stop')) {
            <div class="remedies">
              @for (cure of finding.cures; track cure.id) {
                <button type="button" class="btn-line" (click)="cured.emit({ key: finding.key, id: cure.id })">{{ cure.title }}</button>
              }
            </div>
          }
        </li>
      } @empty {
        <li class="finding-none">{{ nothing() }}</li>
      }
    </ul>
  `,
  styleUrl: './finding-list.css',
})
export class FindingList {
  readonly rows = input.required<FindingRow[]>();
  /** rows stand open until they are closed */
  readonly opened = input(false);
  /** photos belong to findings of this job */
  readonly photosIn = input<{ houseId: string; jobId: string }>();
  readonly nothing = input('Nothing to judge here yet.');
  readonly cured = output<{ key: string; id: string }>();
  private readonly toggled = signal<ReadonlySet<string>>(new Set());

  protected isOpen(finding: FindingRow): boolean {
    return (this.opened() || finding.verdict === 'stop') !== this.toggled().has(finding.key);
  }

  protected toggle(finding: FindingRow): void {
    const next = new Set(this.toggled());
    if (!next.delete(finding.key)) next.add(finding.key);
    this.toggled.set(next);
  }

  protected sourceOf = (finding: FindingRow): string => printSource(finding.source);
}
