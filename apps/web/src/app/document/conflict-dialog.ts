import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { NgbActiveModal } from '@ng-bootstrap/ng-bootstrap';
import { differences, type House, type Job } from '@saddle/core/model';
import { problemOf } from '../api/documents.service';
import type { DocumentSession } from './document-session';
import { DifferenceTable } from './difference-table';

/** Differences that are named one by one. */
const SHOWN = 40;

/** Two versions of one document: shows where they differ, by their values, and lets the person keep either, or both. */
@Component({
  selector: 'sa-conflict-dialog',
  imports: [DifferenceTable],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="modal-header"><h2 class="modal-title">Saved in another tab</h2></div>
    <div class="modal-body">
      <p>Choose which version goes on. The other stays one undo away, and every saved one in the list of versions.</p>
      @if (theirs(); as other) {
        <div class="versions">
          <section>
            <h3>Mine, in this tab</h3>
            <p>{{ words(session.current()) }}</p>
            <button type="button" class="btn-line strong" [disabled]="busy()" (click)="choose('mine')">Keep mine</button>
          </section>
          <section>
            <h3>The other, saved {{ other.savedAt.slice(0, 19).replace('T', ' ') }} UTC</h3>
            <p>{{ words(other.document) }}</p>
            <button type="button" class="btn-line strong" [disabled]="busy()" (click)="choose('theirs')">Take the other</button>
          </section>
        </div>
        <sa-difference-table [differences]="differs().slice(0, shown)" was="the other" now="mine" />
        @if (differs().length > shown) {
          <p class="quiet">{{ differs().length - shown }} more.</p>
        }
      }
      @if (problem()) {
        <p class="notice stop" role="alert">{{ problem() }} Nothing is decided yet: try again, or close and go on later.</p>
      }
    </div>
    <div class="modal-footer">
      <button type="button" class="btn-line" [disabled]="busy()" (click)="choose('both')">Keep both: mine becomes one of its own</button>
      @if (problem()) {
        <button type="button" class="btn-line" (click)="modal.dismiss()">Later</button>
      }
    </div>
  `,
})
export class ConflictDialog {
  protected readonly modal = inject(NgbActiveModal);
  session!: DocumentSession<Job> | DocumentSession<House>;
  /** in which lengths are printed */
  unit: House['unit'] = 'in';
  protected readonly busy = signal(false);
  protected readonly problem = signal('');
  protected readonly shown = SHOWN;
  protected readonly theirs = computed(() => this.session.conflict());
  protected readonly differs = computed(() => {
    const theirs = this.theirs();
    const mine = this.session.current();
    return theirs ? differences(theirs.document, mine, this.unit) : [];
  });

  protected async choose(choice: 'mine' | 'theirs' | 'both'): Promise<void> {
    this.busy.set(true);
    this.problem.set('');
    try {
      this.modal.close(await this.session.settle(choice));
    } catch (error) {
      this.problem.set(problemOf(error).title);
      this.busy.set(false);
    }
  }

  protected words(kept: Job | House): string {
    if (kept.format === 'saddle-house')
      return `${kept.site.rooms.length} rooms, ${kept.site.walls.length} walls, ${kept.site.boxes.length} boxes`;
    return `${kept.changes.length} planned changes, ${kept.work.ticks.length} steps ticked`;
  }
}
