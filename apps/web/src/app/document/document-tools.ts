import { ChangeDetectionStrategy, Component, HostListener, inject, Injector, input } from '@angular/core';
import { NgbTooltip } from '@ng-bootstrap/ng-bootstrap/tooltip';
import { WaitingCount } from '../record/waiting-count';
import type { SaveState } from './document-session';
import { pageKey, undoKey } from '../keys/page-keys';
import { openDialog } from '../shell/open-dialog';
import { PageTrouble } from '../shell/page-trouble';

/** What can be undone: a document, or the two of a job’s page together. */
interface Undoable {
  undoTitle(): string | undefined;
  redoTitle(): string | undefined;
  saveState(): SaveState;
  undo(): void;
  redo(): void;
}

/** Undo, redo, keys and the state of saving: the same for every document. */
@Component({
  selector: 'sa-document-tools',
  imports: [NgbTooltip, WaitingCount],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <button
      type="button"
      class="icon"
      (click)="session().undo()"
      [disabled]="!session().undoTitle()"
      [attr.aria-label]="'Undo ' + (session().undoTitle() ?? '')"
      [ngbTooltip]="session().undoTitle() ? 'Undo: ' + session().undoTitle() : ''"
      data-testid="undo"
    >
      <i class="bi bi-arrow-counterclockwise" aria-hidden="true"></i>
    </button>
    <button
      type="button"
      class="icon"
      (click)="session().redo()"
      [disabled]="!session().redoTitle()"
      [attr.aria-label]="'Redo ' + (session().redoTitle() ?? '')"
      [ngbTooltip]="session().redoTitle() ? 'Redo: ' + session().redoTitle() : ''"
      data-testid="redo"
    >
      <i class="bi bi-arrow-clockwise" aria-hidden="true"></i>
    </button>
    <ng-content />
    <button type="button" class="icon" (click)="help()" aria-label="Keys and words" ngbTooltip="Keys and words: ?">
      <i class="bi bi-question-lg" aria-hidden="true"></i>
    </button>
    <sa-waiting-count />
    <span class="save-state" [attr.data-state]="session().saveState()" data-testid="save-state">{{ session().saveState() }}</span>
  `,
  styleUrl: './document-tools.css',
})
export class DocumentTools {
  readonly session = input.required<Undoable>();
  private readonly injector = inject(Injector);
  private readonly trouble = inject(PageTrouble);

  @HostListener('document:keydown', ['$event'])
  protected key(event: KeyboardEvent): void {
    const key = undoKey(event);
    if (key) {
      event.preventDefault();
      this.session()[key]();
    } else if (pageKey(event) === '?') this.help();
  }

  protected help(): void {
    openDialog(this.injector, async () => (await import('../job/keys-dialog')).KeysDialog).catch(() =>
      this.trouble.says.set('The list of keys could not be loaded: Saddle’s server does not answer. What is open here goes on.'),
    );
  }
}
