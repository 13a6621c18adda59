import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { NgbActiveModal } from '@ng-bootstrap/ng-bootstrap';
import type { House, Job } from '@saddle/core/model';
import { summarise } from '@saddle/core/steps';
import type { DocumentSession } from './document-session';

interface Side {
  title: string;
  choice: 'mine' | 'theirs';
  changes: string[];
  words: string;
}

/** Two versions of one document: shows what each has and lets the person keep either, or both. */
@Component({
  selector: 'sa-conflict-dialog',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="modal-header"><h2 class="modal-title">Saved in another tab</h2></div>
    <div class="modal-body">
      <p>Nothing is lost: choose which version goes on. The other stays in the list of revisions.</p>
      <div class="versions">
        @for (side of sides(); track side.choice) {
          <section>
            <h3>{{ side.title }}</h3>
            <p>{{ side.words }}</p>
            <ul>
              @for (change of side.changes; track $index) {
                <li>{{ change }}</li>
              }
            </ul>
            <button type="button" class="btn-line strong" [disabled]="busy()" (click)="choose(side.choice)">
              {{ side.choice === 'mine' ? 'Keep mine' : 'Take the other' }}
            </button>
          </section>
        }
      </div>
    </div>
    <div class="modal-footer">
      <button type="button" class="btn-line" [disabled]="busy()" (click)="choose('both')">Keep both: mine becomes one of its own</button>
    </div>
  `,
})
export class ConflictDialog {
  private readonly modal = inject(NgbActiveModal);
  session!: DocumentSession<Job> | DocumentSession<House>;
  protected readonly busy = signal(false);
  protected readonly sides = computed((): Side[] => {
    const theirs = this.session.conflict();
    if (!theirs) return [];
    const mine = this.session.current();
    return [
      { title: 'Mine, in this tab', choice: 'mine', changes: differing(mine, theirs.document), words: words(mine) },
      {
        title: `The other, saved ${theirs.savedAt.slice(0, 19).replace('T', ' ')} UTC`,
        choice: 'theirs',
        changes: differing(theirs.document, mine),
        words: words(theirs.document),
      },
    ];
  });

  protected async choose(choice: 'mine' | 'theirs' | 'both'): Promise<void> {
    this.busy.set(true);
    this.modal.close(await this.session.settle(choice));
  }
}

const words = (kept: Job | House): string => {
  if (kept.format === 'saddle-house')
    return `${kept.site.rooms.length} rooms, ${kept.site.walls.length} walls, ${kept.site.boxes.length} boxes`;
  const s = summarise(kept);
  return `${s.stops} stop, ${s.cantTell} can’t tell, ${s.stepsDone} of ${s.steps} steps done`;
};

/** What `a` has that `b` hasn't, in words. */
function differing(a: Job | House, b: Job | House): string[] {
  if (a.format === 'saddle-house' || b.format === 'saddle-house') return differingHouse(a as House, b as House);
  const list: string[] = [];
  if (a.name !== b.name) list.push(`name: ${a.name}`);
  for (const change of a.changes) {
    const other = b.changes.find((c) => c.id === change.id);
    if (JSON.stringify(other) !== JSON.stringify(change)) list.push(other ? `${change.title} (changed)` : change.title);
  }
  for (const change of b.changes) if (!a.changes.some((c) => c.id === change.id)) list.push(`without: ${change.title}`);
  if (JSON.stringify(a.found) !== JSON.stringify(b.found)) list.push('other survey values');
  if (JSON.stringify(a.schools) !== JSON.stringify(b.schools)) list.push('other ways of working');
  if (JSON.stringify(a.work) !== JSON.stringify(b.work)) list.push('other ticks, notes or readings');
  return list.length ? list : ['no difference'];
}

const LISTS = ['rooms', 'walls', 'boxes', 'cables', 'devices', 'circuits', 'loads'] as const;
function differingHouse(a: House, b: House): string[] {
  const list: string[] = a.name === b.name ? [] : [`name: ${a.name}`];
  for (const key of LISTS) {
    const others = new Map(b.site[key].map((x) => [x.id, JSON.stringify(x)]));
    for (const item of a.site[key])
      if (others.get(item.id) !== JSON.stringify(item)) list.push(`${item.name}${others.has(item.id) ? ' (changed)' : ''}`);
    for (const item of b.site[key]) if (!a.site[key].some((x) => x.id === item.id)) list.push(`without: ${item.name}`);
  }
  return list.length ? list.slice(0, 12) : ['no difference'];
}
