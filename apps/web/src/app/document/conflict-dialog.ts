import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { NgbActiveModal } from '@ng-bootstrap/ng-bootstrap/modal';
import { differences, type House, type Job } from '@saddle/core/model';
import { problemOf } from '../api/documents.service';
import type { DocumentSession } from './document-session';
import { DifferenceTable } from './difference-table';
import { ownTime } from '../words/own-clock';

/** Differences that are named one by one. */
const SHOWN = 40;

/** Two versions of one document: shows where they differ, by their values, and lets the person keep either, or both. */
@Component({
  selector: 'sa-conflict-dialog',
  imports: [DifferenceTable],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="modal-header"><h2 class="modal-title">Saved elsewhere meanwhile</h2></div>
    <div class="modal-body">
      @if (clashes().length) {
        <p>
          What only one of you changed is joined already. {{ clashes().length === 1 ? 'One field was' : clashes().length + ' fields were' }}
          changed on both sides: choose for each what holds.
        </p>
        <table class="plain clashes" data-testid="clashes">
          <thead>
            <tr>
              <th>field</th>
              <th>before</th>
              <th>mine, here</th>
              <th>the other</th>
            </tr>
          </thead>
          <tbody>
            @for (c of clashes(); track c.at) {
              <tr>
                <th scope="row">{{ c.words }}</th>
                <td>{{ c.was }}</td>
                <td>
                  <label class="pick"
                    ><input type="radio" [name]="'clash-' + $index" [checked]="!taken().has(c.at)" (change)="take(c.at, false)" />
                    {{ c.mine }}</label
                  >
                </td>
                <td>
                  <label class="pick"
                    ><input
                      type="radio"
                      [name]="'clash-' + $index"
                      [checked]="taken().has(c.at)"
                      (change)="take(c.at, true)"
                      [attr.data-testid]="'theirs-' + $index"
                    />
                    {{ c.theirs }}</label
                  >
                </td>
              </tr>
            }
          </tbody>
        </table>
        <p>
          <button type="button" class="btn-line strong" (click)="settleEach()" data-testid="settle-each">Join them like that</button>
        </p>
        <h3>Or one of them whole</h3>
      }
      <p>Choose which version goes on. The one you don’t take stays one undo away, and every saved one in the list of versions.</p>
      @if (theirs(); as other) {
        <div class="versions">
          <section>
            <h3>Mine, here</h3>
            <p>{{ words(session.current()) }}</p>
            <button type="button" class="btn-line strong" [disabled]="busy()" (click)="choose('mine')">Keep mine</button>
          </section>
          <section>
            <h3>The other, saved {{ time(other.savedAt) }}</h3>
            <p>{{ words(other.document) }}</p>
            <button type="button" class="btn-line strong" [disabled]="busy()" (click)="choose('theirs')">Take the other</button>
          </section>
        </div>
        @if (!clashes().length) {
          <sa-difference-table [differences]="differs().slice(0, shown)" was="the other" now="mine" />
          @if (differs().length > shown) {
            <p class="quiet">{{ differs().length - shown }} more.</p>
          }
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
  styleUrl: './conflict-dialog.css',
})
export class ConflictDialog {
  protected readonly modal = inject(NgbActiveModal);
  session!: DocumentSession<Job> | DocumentSession<House>;
  /** in which lengths are printed */
  unit: House['unit'] = 'in';
  protected readonly busy = signal(false);
  protected readonly time = ownTime;
  protected readonly problem = signal('');
  protected readonly shown = SHOWN;
  protected readonly theirs = computed(() => this.session.conflict());
  protected readonly differs = computed(() => {
    const theirs = this.theirs();
    const mine = this.session.current();
    return theirs ? differences(theirs.document, mine, this.unit) : [];
  });

  protected readonly clashes = computed(() => this.session.clashes());
  protected readonly taken = signal<ReadonlySet<string>>(new Set());
  protected take(at: string, theirs: boolean): void {
    this.taken.update((taken) => {
      const next = new Set(taken);
      if (theirs) next.add(at);
      else next.delete(at);
      return next;
    });
  }
  protected settleEach(): void {
    if (this.session.settleEach(this.taken())) return this.modal.close();
    this.problem.set(this.session.refusal()?.[0]?.message ?? 'They can’t be joined like that.');
  }

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
