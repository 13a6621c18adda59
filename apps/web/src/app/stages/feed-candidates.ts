import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { feedCandidates, refed, type FeedCandidate } from '@saddle/core/feeds';
import { JobSession } from '../job/job-session';
import { FindingList, type FindingRow } from '../ledger/finding-list';
import { VerdictStamp } from '../ledger/verdict-stamp';

interface Row {
  c: FeedCandidate;
  hours: string;
  says: string;
  findings: FindingRow[];
}

/** Every feed that was surveyed, side by side: what each takes, what speaks against it, and the way to take another. */
@Component({
  selector: 'sa-feed-candidates',
  imports: [FindingList, VerdictStamp],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h3>Feeds that were surveyed</h3>
    <ul class="feeds-list">
      @for (r of rows(); track r.c.id) {
        <li [class.current]="r.c.current" [attr.data-testid]="'candidate-' + r.c.id" [attr.data-verdict]="r.c.verdict">
          <div class="feed-head">
            <sa-verdict [verdict]="r.c.verdict" />
            <button type="button" class="feed-name" [attr.aria-expanded]="open() === r.c.id" (click)="toggle(r.c.id)">
              <strong>{{ r.c.name }}</strong> <span>{{ r.c.where }}</span>
            </button>
            <span class="figure">{{ r.hours }}</span>
            @if (r.c.current) {
              <em>feeds it now</em>
            } @else if (r.c.choosable) {
              <button type="button" class="btn-line" (click)="choose(r.c)">Feed it from here</button>
            }
          </div>
          <p class="quiet">{{ r.says }}</p>
          @if (open() === r.c.id) {
            <sa-finding-list [rows]="r.findings" />
          }
        </li>
      }
    </ul>
  `,
})
export class FeedCandidates {
  private readonly session = inject(JobSession);
  protected readonly open = signal<string | undefined>(undefined);
  protected readonly rows = computed((): Row[] =>
    feedCandidates(this.session.job()).map((c) => ({
      c,
      hours: c.hours ? `${c.hours[0]} to ${c.hours[1]} h` : 'way not worked out',
      says: [
        ...c.findings
          .filter((f) => f.verdict === 'stop' || (f.verdict === 'can’t tell' && !c.refused && c.verdict !== 'stop'))
          .map((f) => f.says),
        ...(c.cures.length ? [`would do: ${c.cures.join('; ')}`] : c.refused ? ['refused'] : []),
        ...c.editions.map((e) => `${e.edition.replace('-', ' ')}: ${e.verdict}`),
      ].join(' · '),
      findings: c.findings.map((f) => ({ ...f, key: `${f.rule}/${f.subject}`, cures: [] })),
    })),
  );

  protected toggle(id: string): void {
    this.open.update((o) => (o === id ? undefined : id));
  }
  protected choose(c: FeedCandidate): void {
    this.session.edit(`Fed from ${c.name}`, (job) => refed(job, c.id));
  }
}
