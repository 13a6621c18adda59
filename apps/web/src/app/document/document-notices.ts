import { ChangeDetectionStrategy, Component, effect, inject, Injector, input, output, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { fieldWords, type House, type Job } from '@saddle/core/model';
import { LengthUnits } from '../fields/length-units';
import { saveFile } from '../exchange/save-file';
import { openDialog } from '../shell/open-dialog';
import type { ConflictDialog } from './conflict-dialog';
import type { DocumentSession } from './document-session';
import { ownTime } from '../words/own-clock';

/** What has to be said about a document: another tab was faster, a tab left work behind, an edit was refused. */
@Component({
  selector: 'sa-document-notices',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (session().cameIn(); as fields) {
      <div class="notice" role="status" data-testid="came-in">
        <span
          >Saved elsewhere meanwhile: {{ fields === 1 ? 'one field changed there, and is' : fields + ' fields changed there, and are' }} in
          what you see.</span
        >
        <a class="btn-line" [routerLink]="['/', session().kind, session().current().id, 'versions']">See what changed</a>
        <button type="button" class="btn-line" (click)="session().cameIn.set(0)">Seen</button>
      </div>
    }
    @if (session().leftBehind(); as left) {
      <div class="notice" role="status">
        <span>A tab that was closed left unsaved work from {{ time(left.at) }}.</span>
        <button type="button" class="btn-line" (click)="session().settleLeftBehind(true)">Take it in</button>
        <button type="button" class="btn-line" (click)="session().settleLeftBehind(false)">Throw it away</button>
      </div>
    }
    @if (session().lookedAt(); as version) {
      <div class="notice" role="status" data-testid="looked-at">
        <span>You look at version {{ version.revision }}, saved {{ time(version.savedAt) }}. Nothing can be changed in it.</span>
        <button type="button" class="btn-line strong" (click)="session().bringBackLookedAt()">Bring it back</button>
        <button type="button" class="btn-line" (click)="session().lookAt(undefined)">Back to now</button>
      </div>
    }
    @if (session().saveState() === 'not kept anywhere') {
      <div class="notice stop" role="alert" data-testid="not-kept">
        <span
          >{{ session().trouble() ?? 'Saddle’s server does not answer.' }} This browser keeps nothing either (its storage is full or
          blocked): what you see is in this page only, until the server takes it.</span
        >
        <button type="button" class="btn-line strong" (click)="asFile()">Save it as a file</button>
      </div>
    } @else if (session().trouble(); as trouble) {
      <div class="notice" role="status" data-testid="trouble">
        <span
          >{{ trouble }}
          {{
            session().saveState() === 'kept in this browser'
              ? 'Your work is kept in this browser and goes out by itself as soon as it can.'
              : ''
          }}</span
        >
        @if (session().saveState() === 'kept in this browser') {
          <button type="button" class="btn-line" (click)="asFile()">Save it as a file too</button>
        } @else {
          <button type="button" class="btn-line" (click)="session().trouble.set(undefined)">Close</button>
        }
      </div>
    }
    @if (session().saveState() === 'deleted elsewhere') {
      <div class="notice stop" role="alert" data-testid="deleted">
        <span>Somebody deleted this elsewhere. What you have here is not on the server any more.</span>
        <button type="button" class="btn-line strong" (click)="session().putBack()">Put it back, as it is here</button>
        <button type="button" class="btn-line" (click)="asFile()">Save it as a file</button>
        <button type="button" class="btn-line" (click)="letGo()">Leave it deleted</button>
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
        <button type="button" class="btn-line" (click)="session().refusal.set(undefined)">
          {{ session().saveState() === 'refused' ? 'Close: it is not saved yet' : 'Close: nothing was changed' }}
        </button>
      </div>
    }
  `,
  styleUrl: './document-notices.css',
})
export class DocumentNotices {
  readonly session = input.required<DocumentSession<Job> | DocumentSession<House>>();
  /** both versions were kept: the copy's id */
  readonly copied = output<string>();
  private readonly injector = inject(Injector);
  private readonly units = inject(LengthUnits);
  private readonly router = inject(Router);
  protected readonly time = ownTime;
  private readonly open = signal(false);
  protected readonly field = (path: string): string => fieldWords(path, this.session().loaded() ? this.session().current() : undefined);

  protected asFile(): void {
    const { id } = this.session().current();
    saveFile(`${id}.saddle.json`, JSON.stringify(this.session().current()), 'application/json');
  }

  protected async letGo(): Promise<void> {
    await this.session().letGo();
    await this.router.navigate(['/']);
  }

  constructor() {
    // a refusal is said where it is seen, however far down the page was scrolled
    effect(() => {
      if (this.session().refusal()) setTimeout(() => document.querySelector('[data-testid=refusal]')?.scrollIntoView({ block: 'nearest' }));
    });
    effect(() => {
      const session = this.session();
      if (!session.conflict() || this.open()) return;
      this.open.set(true);
      void this.settled(session);
    });
  }

  /** Asks what is to become of two versions; what can’t be asked yet is asked again a little later. */
  private async settled(session: DocumentSession<Job> | DocumentSession<House>): Promise<void> {
    try {
      const options = { keyboard: false, size: 'lg' };
      const dialog = await openDialog(this.injector, async () => (await import('./conflict-dialog')).ConflictDialog, options);
      const asks = dialog.componentInstance as ConflictDialog;
      asks.unit = this.units.unit();
      asks.session = session;
      const copy = await (dialog.result as Promise<string | undefined>).catch(() => undefined);
      if (copy) this.copied.emit(copy);
      this.open.set(false);
    } catch {
      setTimeout(() => this.open.set(false), 5000);
    }
  }
}
