import { ChangeDetectionStrategy, Component, effect, inject, input, output, signal } from '@angular/core';
import { NgbModal } from '@ng-bootstrap/ng-bootstrap';
import { fieldWords, type House, type Job } from '@saddle/core/model';
import { ConflictDialog } from './conflict-dialog';
import type { DocumentSession, Kept } from './document-session';

/** What has to be said about a document: another tab was faster, a tab left work behind, an edit was refused. */
@Component({
  selector: 'sa-document-notices',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (session().newerElsewhere() && !session().conflict()) {
      <div class="notice" role="status">
        <span>Another tab has saved a newer version.</span>
        <button type="button" class="btn-line" (click)="session().lookAtNewer()">See both versions</button>
      </div>
    }
    @if (session().leftBehind(); as left) {
      <div class="notice" role="status">
        <span>A tab that was closed left unsaved work from {{ left.at.slice(0, 16).replace('T', ' ') }} UTC.</span>
        <button type="button" class="btn-line" (click)="session().settleLeftBehind(true)">Take it in</button>
        <button type="button" class="btn-line" (click)="session().settleLeftBehind(false)">Throw it away</button>
      </div>
    }
    @if (session().refusal(); as errors) {
      <div class="notice stop" role="alert" data-testid="refusal">
        <ul>
          @for (e of errors; track e.path) {
            <li>
              {{ e.message }} <span class="quiet" [attr.title]="e.path">({{ field(e.path) }})</span>
            </li>
          }
        </ul>
        <button type="button" class="btn-line" (click)="session().refusal.set(undefined)">Nothing was changed</button>
      </div>
    }
  `,
})
export class DocumentNotices {
  readonly session = input.required<DocumentSession<Kept>>();
  /** both versions were kept: the copy's id */
  readonly copied = output<string>();
  private readonly modals = inject(NgbModal);
  private readonly open = signal(false);
  protected readonly field = (path: string): string => fieldWords(path, this.session().loaded() ? this.session().current() : undefined);

  constructor() {
    effect(() => {
      const session = this.session();
      if (!session.conflict() || this.open()) return;
      this.open.set(true);
      const dialog = this.modals.open(ConflictDialog, { keyboard: false, size: 'lg' });
      (dialog.componentInstance as ConflictDialog).session = session as unknown as DocumentSession<Job> | DocumentSession<House>;
      const closed = () => this.open.set(false);
      dialog.result.then((copy: string | undefined) => {
        closed();
        if (copy) this.copied.emit(copy);
      }, closed);
    });
  }
}
