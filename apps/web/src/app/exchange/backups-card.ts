import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import { problemOf } from '../api/documents.service';
import { Records, type BackupLine } from '../record/records.service';
import { ownTime } from '../words/own-clock';

/** Backups: one to carry off, those that are taken by themselves, and going back to one. */
@Component({
  selector: 'sa-backups',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="card">
      <h2>Backups</h2>
      <p class="quiet">
        One a day is taken while Saddle runs and kept beside the data: all of two days, then one a day, a week, a month, a year. One to
        carry off to another disk is a file with everything, earlier versions and photos too;
        <code>npm start -- --restore FILE</code> with a new <code>SADDLE_DATA</code> begins with it.
      </p>
      <div class="row-form">
        <a class="btn-line strong" href="/api/v1/backup.zip" download data-testid="backup">A backup to carry off</a>
        <button type="button" class="btn-line" [disabled]="busy()" (click)="take()" data-testid="take-backup">Take one here now</button>
      </div>
      @if (problem()) {
        <p class="notice stop" role="alert">{{ problem() }}</p>
      }
      @if (said()) {
        <p class="notice" role="status" data-testid="backup-said">{{ said() }}</p>
      }
      <table class="plain" data-testid="backups">
        <thead>
          <tr>
            <th>taken</th>
            <th>why</th>
            <th class="figure">size</th>
            <th></th>
          </tr>
        </thead>
        <tbody>
          @for (b of backups(); track b.name) {
            <tr>
              <td>{{ time(b.at) }}</td>
              <td>{{ b.why ?? 'daily' }}</td>
              <td class="figure">{{ size(b.bytes) }}</td>
              <td>
                @if (asked() === b.name) {
                  <span>Everything becomes as it was then; what is here now is backed up first.</span>
                  <button type="button" class="btn-line strong" [disabled]="busy()" (click)="restore(b)" data-testid="restore-yes">
                    Go back to it
                  </button>
                  <button type="button" class="btn-line" (click)="asked.set('')">Leave it</button>
                } @else {
                  <span class="row-form">
                    <button type="button" class="btn-line" (click)="asked.set(b.name)" data-testid="restore">go back to it …</button>
                    <a class="btn-line" [href]="'/api/v1/backups/' + b.name" download>file</a>
                  </span>
                }
              </td>
            </tr>
          } @empty {
            <tr>
              <td colspan="4">None yet: the first is taken a few seconds after the start.</td>
            </tr>
          }
        </tbody>
      </table>
    </section>
  `,
})
export class BackupsCard {
  private readonly records = inject(Records);
  protected readonly backups = signal<BackupLine[]>([]);
  protected readonly busy = signal(false);
  protected readonly problem = signal('');
  protected readonly said = signal('');
  /** the one that was asked for and not confirmed */
  protected readonly asked = signal('');

  constructor() {
    void this.read();
  }
  private async read(): Promise<void> {
    try {
      this.backups.set(await firstValueFrom(this.records.backups()));
    } catch (error) {
      this.problem.set(problemOf(error).title);
    }
  }
  private async work(what: () => Promise<string>): Promise<void> {
    this.busy.set(true);
    this.problem.set('');
    this.said.set('');
    try {
      this.said.set(await what());
    } catch (error) {
      this.problem.set(problemOf(error).title);
    } finally {
      this.busy.set(false);
      this.asked.set('');
    }
    await this.read();
  }
  protected take = (): Promise<void> =>
    this.work(async () => `Taken ${this.time((await firstValueFrom(this.records.takeBackup())).at)}, and it can be read.`);
  protected restore = (b: BackupLine): Promise<void> =>
    this.work(async () => {
      const { before } = await firstValueFrom(this.records.restore(b.name));
      return `Everything is as it was ${this.time(b.at)}. What was here is the backup of ${this.time(before.at)}. Pages that lie open elsewhere take it in by themselves or ask.`;
    });
  protected readonly time = ownTime;
  protected size = (bytes: number): string =>
    bytes < 1024 * 1024 ? `${Math.ceil(bytes / 1024)} kB` : `${(bytes / 1024 / 1024).toFixed(1)} MB`;
}
