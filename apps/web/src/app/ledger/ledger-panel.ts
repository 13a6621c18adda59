import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { findingKey } from '@saddle/core/codebook';
import { alikeFindings, ofWords } from '@saddle/core/ledger';
import type { Stage } from '@saddle/core/model';
import { JobSession } from '../job/job-session';
import { FindingList, type FindingRow } from './finding-list';
import { Segmented, type Segment } from '../fields/segmented';
import { WordMark } from '../words/word';

/** Findings of the job beside the drawing; each opens to its sum, its source and its remedies. */
@Component({
  selector: 'sa-ledger',
  imports: [WordMark, Segmented, FindingList],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="ledger-head">
      <h2>Ledger</h2>
      @defer (on immediate) {
        <sa-word of="ledger" />
      } @error {}
      <span class="ledger-count">{{ session.counts() }}</span>
      <sa-segmented class="small" label="Which findings" [segments]="views" [value]="all()" (set)="all.set($event)" />
    </div>
    <sa-finding-list
      [photosIn]="{ houseId: session.laid().houseId, jobId: session.laid().id }"
      [rows]="shown()"
      [nothing]="session.judged() ? 'Nothing to judge at this stage yet.' : session.unjudged() || 'Checking the plan …'"
      (cured)="apply($event.key, $event.id)"
    />
  `,
  styleUrl: './ledger-panel.css',
})
export class LedgerPanel {
  protected readonly session = inject(JobSession);
  readonly stage = input.required<Stage>();
  protected readonly views: Segment<boolean>[] = [
    { value: false, label: 'this stage' },
    { value: true, label: 'all' },
  ];
  protected readonly all = signal(false);

  protected readonly shown = computed((): FindingRow[] => {
    const whole = this.all() || ['buy', 'when', 'record', 'work'].includes(this.stage());
    return this.groups()
      .filter(({ finding }) => whole || finding.stage === this.stage())
      .map(({ finding: { rule, subject, remedies, ...f }, of }) => ({
        ...f,
        key: `${rule}/${subject}`,
        cures: remedies,
        ...(of.length > 1 ? { of: ofWords(of) } : {}),
      }));
  });
  /** the same said of several things stands once */
  private readonly groups = computed(() => alikeFindings(this.session.ledger(), this.session.planned()));

  protected apply(key: string, id: string): void {
    const remedy = this.groups()
      .find(({ finding: f }) => findingKey(f) === key)
      ?.finding.remedies.find((r) => r.id === id);
    if (remedy) this.session.apply(remedy.title, remedy.edits);
  }
}
