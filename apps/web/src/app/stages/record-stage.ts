import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { againstPlan } from '@saddle/core/record';
import type { LogLine } from '@saddle/core/log';
import { builtChangeIds } from '@saddle/core/work';
import { RouterLink } from '@angular/router';
import type { Hindrance } from '@saddle/core/closing';
import { firstValueFrom } from 'rxjs';
import { ActualCost } from '../buy/actual-cost';
import { Documents, problemOf, type Problem } from '../api/documents.service';
import { JobSession } from '../job/job-session';
import { PhotoStrip } from '../photos/photo-strip';
import { JobLog } from '../record/job-log';
import { VerdictStamp } from '../ledger/verdict-stamp';
import { Segmented, type Segment } from '../fields/segmented';
import { WordMark } from '../words/word';
import { ownTime } from '../words/own-clock';
import { dated, paperOf, type PaperSize } from '../exchange/on-paper';

/** What was done and measured, the sheet to print, the file to keep. */
@Component({
  selector: 'sa-record-stage',
  imports: [WordMark, ActualCost, PhotoStrip, RouterLink, Segmented, VerdictStamp],
  providers: [JobLog],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="stage-head"><h2>Sheet and record</h2></div>
    <div class="sheet">
      <h3>Job sheet</h3>
      <p class="quiet">Drawings with dimensions, sums, wiring, steps, what to bring, cautions.</p>
      <div class="row-form">
        <sa-segmented label="Paper" [segments]="papers" [value]="paper()" (set)="paper.set($event)" />
        <a
          class="btn-line strong"
          target="_blank"
          [href]="'/api/v1/jobs/' + session.laid().id + '/sheet.pdf?' + printed()"
          data-testid="sheet"
          >Open the sheet (PDF)</a
        >
        <a class="btn-line" [href]="'/api/v1/jobs/' + session.laid().id + '/export.json'" download data-testid="export-job"
          >Keep the job as a file (JSON)</a
        >
        @if (session.uk()) {
          <a
            class="btn-line"
            target="_blank"
            [href]="'/api/v1/jobs/' + session.laid().id + '/minor-works.pdf?' + printed()"
            data-testid="minor-works"
            >Figures for the certificate (PDF)</a
          >
          <a class="btn-line" [href]="'/api/v1/jobs/' + session.laid().id + '/minor-works.csv'" download data-testid="minor-works-csv"
            >as a table (CSV)</a
          >
        }
        <a
          class="btn-line"
          target="_blank"
          [href]="'/api/v1/jobs/' + session.laid().id + '/handover.pdf?' + printed()"
          data-testid="handover"
          >Handover (PDF)</a
        >
        <a
          class="btn-line"
          target="_blank"
          [href]="'/api/v1/jobs/' + session.laid().id + '/inspection.pdf?' + printed()"
          data-testid="inspection"
          >For the inspector (PDF)</a
        >
      </div>
      @if (session.saveState() !== 'saved') {
        <p class="notice">The last edits are {{ session.saveState() }}; the sheet shows what the server has.</p>
      }
      <h3>Part of the house</h3>
      @if (session.laid().closed; as closed) {
        <p data-testid="closed">
          Closed {{ time(closed.at) }}: what was built is in the house, and its
          <a [routerLink]="['/houses', session.laid().houseId, 'history']">history</a> has what was there before.
        </p>
        <button type="button" class="btn-line" [disabled]="busy()" (click)="reopen()" data-testid="reopen">
          Take it out of the house again
        </button>
      } @else {
        <p class="quiet">
          When the work is done the job is closed: what was built becomes the house’s own, for every job after it. What it used is taken off
          what is
          <a [routerLink]="['/houses', session.laid().houseId, 'on-hand']">on hand</a>, and what its plan leaves of coils and packets is
          booked in there, reckoned until you count it.
        </p>
        <button type="button" class="btn-line strong" [disabled]="busy()" (click)="close(false)" data-testid="close-job">
          Close the job
        </button>
      }
      @if (hindrances().length) {
        <div class="notice stop" role="alert" data-testid="hindrances">
          <div>
            <ul>
              @for (h of hindrances(); track h.says) {
                <li>{{ h.says }}</li>
              }
            </ul>
          </div>
          @if (canLeave()) {
            <button type="button" class="btn-line strong" (click)="close(true)" data-testid="close-leaving">Close it all the same</button>
          }
          <button type="button" class="btn-line" (click)="hindrances.set([])">Not now</button>
        </div>
      }
      <h3>What it came to</h3>
      <sa-actual-cost />
      <h3>Planned and built</h3>
      <table class="plain" data-testid="against-plan">
        <thead>
          <tr>
            <th>what</th>
            <th class="figure">planned</th>
            <th class="figure">built</th>
            <th>judged</th>
          </tr>
        </thead>
        <tbody>
          @for (r of against(); track $index) {
            <tr>
              <td>{{ r.what }}</td>
              <td class="figure">{{ r.planned }}</td>
              <td class="figure">{{ r.built }}</td>
              <td>
                @if (r.verdict) {
                  <sa-verdict [verdict]="r.verdict" />
                }
              </td>
            </tr>
          } @empty {
            <tr>
              <td colspan="4">Nothing measured yet: the steps ask for it where it matters.</td>
            </tr>
          }
        </tbody>
      </table>
      <h3>Photos</h3>
      <div class="row-form">
        <sa-photo-strip
          [houseId]="session.laid().houseId"
          [jobId]="session.laid().id"
          kind="job"
          [thing]="session.laid().id"
          when="before"
          [onlyWhen]="true"
          label="before"
        />
        <sa-photo-strip
          [houseId]="session.laid().houseId"
          [jobId]="session.laid().id"
          kind="job"
          [thing]="session.laid().id"
          when="after"
          [onlyWhen]="true"
          label="after"
        />
      </div>
      <h3>Log</h3>
      @if (log.away()) {
        <p class="notice">The server does not answer: what this browser knows of the log is shown.</p>
      }
      <p class="quiet">Entries are only added: what is corrected stays, and says so.</p>
      <ul class="log" data-testid="log">
        @for (l of log.lines(); track l.id) {
          <li [class.corrected]="l.corrected">
            <time>{{ time(l.at) }}</time>
            @if (l.verdict) {
              <sa-verdict [verdict]="l.verdict" />
            }
            {{ l.title && l.kind !== 'reading' ? l.title + ': ' : '' }}{{ l.says }}
            @if (l.photo; as photo) {
              <a [routerLink]="['/houses', session.laid().houseId, 'photos', photo]">see it</a>
            }
            <span class="quiet">{{ aside(l) }}</span>
          </li>
        } @empty {
          <li>No step done yet.</li>
        }
      </ul>
      <h3>As built so far <sa-word of="built" /></h3>
      <ul>
        @for (title of builtTitles(); track title) {
          <li>{{ title }}</li>
        } @empty {
          <li>Nothing yet: a change counts as built when its step is ticked.</li>
        }
      </ul>
    </div>
  `,
  styleUrl: './record-stage.css',
})
export class RecordStage {
  protected readonly session = inject(JobSession);
  protected readonly papers: Segment<PaperSize>[] = [
    { value: 'letter', label: 'US Letter' },
    { value: 'a4', label: 'A4' },
  ];
  protected readonly paper = linkedSignal((): PaperSize => paperOf(this.session.unit()));
  protected readonly printed = computed(() => dated(this.paper()));
  protected time = (at: string): string => ownTime(at, 'short');

  private readonly documents = inject(Documents);
  protected readonly busy = signal(false);
  protected readonly hindrances = signal<Hindrance[]>([]);
  protected readonly canLeave = computed(() => this.hindrances().every((h) => h.canBeLeft));

  protected close = (leave: boolean): Promise<void> => this.change('close', leave);
  protected reopen = (): Promise<void> => this.change('reopen', false);

  /** Both documents are saved first; what the server makes of them is taken over whole, or nothing is. */
  private async change(what: 'close' | 'reopen', leave: boolean): Promise<void> {
    this.busy.set(true);
    this.hindrances.set([]);
    const { house } = this.session;
    try {
      await Promise.all([this.session.savedNow(), house.savedNow()]);
      const revisions = { job: this.session.revisionNow(), house: house.revisionNow() };
      const both = await firstValueFrom(this.documents.closeOrReopen(what, this.session.laid().id, revisions, leave));
      await house.adopt(both.house);
      await this.session.adopt(both.job);
    } catch (error) {
      const problem = problemOf(error) as Problem & { hindrances?: Hindrance[]; reasons?: string[] };
      this.hindrances.set(problem.hindrances ?? (problem.reasons ?? [problem.title]).map((says) => ({ says, canBeLeft: false })));
    } finally {
      this.busy.set(false);
    }
  }

  protected readonly against = computed(() => againstPlan(this.session.laid()));
  protected readonly log = inject(JobLog);
  protected aside = (l: LogLine): string =>
    [l.wanted && `wanted ${l.wanted}`, l.by && l.kind !== 'told' ? `by ${l.by}` : '', l.clock, l.corrected ? 'corrected later' : '']
      .filter(Boolean)
      .join(' · ');
  protected readonly builtTitles = computed(() => {
    const ids = builtChangeIds(this.session.laid(), this.session.steps());
    return this.session
      .laid()
      .changes.filter((c) => ids.has(c.id))
      .map((c) => c.title);
  });
}
