import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { ImportRow } from '@saddle/core/exchange';
import { EmptyError, firstValueFrom, Subject, takeUntil } from 'rxjs';
import { Documents, problemOf, readable, type HouseLine, type Problem } from '../api/documents.service';
import { Records, type ArchiveReport } from '../record/records.service';
import { BackupsCard } from './backups-card';
import { TopBar } from '../shell/top-bar';

const LARGEST_MB = 192;

/** Files out and in. Taking in shows a report first and changes nothing until it is confirmed. */
@Component({
  selector: 'sa-exchange-page',
  imports: [BackupsCard, TopBar, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <sa-top-bar />
    <main class="page">
      <div class="page-head"><h1>Files</h1></div>
      <section class="card">
        <h2>Keep</h2>
        <p class="quiet">
          JSON with a published schema: <a href="/api/v1/schemas/export.json">export</a>, <a href="/api/v1/schemas/house.json">house</a>,
          <a href="/api/v1/schemas/job.json">job</a>. The interface for programs is described in <a href="/api/v1/openapi.json">OpenAPI</a>.
        </p>
        <div class="row-form">
          <a class="btn-line strong" href="/api/v1/export.json" download data-testid="export-all">All houses and jobs, as they are now</a>
          <a class="btn-line" href="/api/v1/everything.zip" download data-testid="zip-all"
            >Everything as a ZIP: photos, log, tables, sheets</a
          >
          @for (h of houses(); track h.id) {
            <a class="btn-line" [href]="'/api/v1/houses/' + h.id + '/export.json'" download>{{ h.name }} with its jobs</a>
            <a class="btn-line" [href]="'/api/v1/houses/' + h.id + '/everything.zip'" download>{{ h.name }} as a ZIP</a>
          }
        </div>
      </section>
      <sa-backups />
      <section class="card">
        <h2>Take in</h2>
        <label class="field file">
          <span class="field-label">a file kept by Saddle</span>
          <input
            type="file"
            accept=".json,.zip,application/json,application/zip"
            class="field-input"
            (change)="read($event)"
            data-testid="import-file"
          />
        </label>
        @if (busy()) {
          <p class="notice" role="status" data-testid="import-busy">
            {{ busy() }}
            @if (!busy().startsWith('Taking')) {
              <button type="button" class="btn-line" (click)="cancel.next()">Stop</button>
            }
          </p>
        }
        @if (problem(); as p) {
          <div class="notice stop" role="alert">
            <strong>{{ p.title }}</strong>
            <ul>
              @for (e of p.errors ?? []; track $index) {
                <li>
                  {{ e.message }} <code>{{ e.path }}</code> expected {{ e.expected }}, came {{ e.came }}
                </li>
              }
            </ul>
            Nothing was changed.
          </div>
        }
        @if (rows().length) {
          <table class="plain" data-testid="import-rows">
            <thead>
              <tr>
                <th>what</th>
                <th>name</th>
                <th>what happens</th>
              </tr>
            </thead>
            <tbody>
              @for (r of rows(); track r.kind + r.id) {
                <tr>
                  <td>{{ r.kind }}</td>
                  <td>{{ r.name }}</td>
                  <td>
                    {{ written() && r.outcome !== 'refused' ? 'taken in' : words[r.outcome] }}
                    @for (e of r.errors; track $index) {
                      <div class="field-error">
                        {{ e.message }} <code>{{ e.path }}</code>
                      </div>
                    }
                  </td>
                </tr>
              }
            </tbody>
          </table>
          @if (beside(); as b) {
            <p class="quiet" data-testid="import-beside">
              With them: {{ b.photos === 1 ? 'one photo' : b.photos + ' photos' }},
              {{ b.log === 1 ? 'one log entry' : b.log + ' log entries' }}.
            </p>
            @for (r of b.photosRefused; track r) {
              <p class="notice">{{ r }}</p>
            }
          }
          @if (refusedMore()) {
            <p class="notice">{{ refusedMore() }} more are refused.</p>
          }
          @if (written()) {
            <p class="notice">Taken in. <a routerLink="/">See the jobs</a></p>
          } @else if (takes()) {
            <button type="button" class="btn-line strong big" (click)="confirm()" data-testid="import-confirm">
              Take in {{ takes() }}
            </button>
          } @else {
            <p class="notice">Nothing in this file can be taken in; nothing was changed.</p>
          }
        }
      </section>
    </main>
  `,
  styleUrl: './exchange-page.css',
})
export class ExchangePage {
  private readonly documents = inject(Documents);
  protected readonly houses = signal<HouseLine[]>([]);
  protected readonly rows = signal<ImportRow[]>([]);
  protected readonly refusedMore = signal(0);
  protected readonly written = signal(false);
  protected readonly problem = signal<Problem | undefined>(undefined);
  protected readonly words: Record<ImportRow['outcome'], string> = {
    new: 'new',
    replaces: 'replaces the one that is here; its earlier versions are kept',
    refused: 'refused',
  };
  protected readonly takes = computed(() => this.rows().filter((r) => r.outcome !== 'refused').length);
  private data: unknown;
  private archive: File | undefined;
  private readonly records = inject(Records);
  protected readonly beside = signal<ArchiveReport | undefined>(undefined);

  constructor() {
    this.documents.houses().subscribe({ next: (houses) => this.houses.set(readable<HouseLine>(houses)), error: () => undefined });
  }

  protected async read(event: Event): Promise<void> {
    const file = (event.target as HTMLInputElement).files?.[0];
    this.rows.set([]);
    this.written.set(false);
    this.problem.set(undefined);
    if (!file) return;
    this.beside.set(undefined);
    this.archive = /\.zip$/i.test(file.name) || file.type === 'application/zip' ? file : undefined;
    if (this.archive) return this.send(false);
    if (file.size > LARGEST_MB * 1024 * 1024)
      return this.problem.set({ title: `${file.name} is over ${LARGEST_MB} MB, more than Saddle gives out in one file.`, status: 413 });
    try {
      this.data = JSON.parse(await file.text());
    } catch (error) {
      return this.problem.set({
        title: `${file.name} is not JSON.`,
        status: 400,
        errors: [{ path: '/', message: (error as Error).message, expected: 'a file kept by Saddle', came: 'text that does not parse' }],
      });
    }
    await this.send(false);
  }

  protected confirm = (): Promise<void> => this.send(true);

  protected readonly busy = signal('');
  protected readonly cancel = new Subject<void>();
  private async send(confirm: boolean): Promise<void> {
    this.busy.set(confirm ? 'Taking it in …' : 'Looking at it …');
    try {
      const archived = this.archive && (await firstValueFrom(this.records.takeArchive(this.archive, confirm).pipe(takeUntil(this.cancel))).catch((e: unknown) => Promise.reject(e instanceof EmptyError ? e : (problemOf(e) as unknown as Error)))); // prettier-ignore
      this.beside.set(archived);
      const report = archived ?? (await firstValueFrom(this.documents.import(this.data, confirm)));
      this.rows.set(report.rows);
      this.refusedMore.set(report.refusedMore);
      this.written.set(report.written);
      if (report.written) this.documents.houses().subscribe((houses) => this.houses.set(readable<HouseLine>(houses)));
    } catch (problem) {
      if (!(problem instanceof EmptyError)) this.problem.set(problem as Problem);
    } finally {
      this.busy.set('');
    }
  }
}
