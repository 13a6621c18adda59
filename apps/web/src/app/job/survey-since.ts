import { ChangeDetectionStrategy, Component, effect, inject, signal, untracked } from '@angular/core';
import { findingKey } from '@saddle/core/codebook';
import type { SurveyedSince } from '@saddle/core/closing';
import { firstValueFrom } from 'rxjs';
import { Documents } from '../api/documents.service';
import { VerdictStamp } from '../ledger/verdict-stamp';
import { JobSession } from './job-session';

/** The survey went on since this job was last worked at: what it says otherwise, and what the job is judged by otherwise. */
@Component({
  selector: 'sa-survey-since',
  imports: [VerdictStamp],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (since(); as s) {
      <div class="notice" role="status" data-testid="surveyed-since">
        <div>
          <strong>The survey says something else since you last worked on this job.</strong>
          <ul>
            @for (d of s.differs.slice(0, 6); track d.path) {
              <li>{{ d.words }}: {{ d.now }} (was {{ d.was }})</li>
            }
            @if (s.differs.length > 6) {
              <li>and {{ s.differs.length - 6 }} more</li>
            }
          </ul>
          @if (s.findings.length || s.settled.length) {
            Of this job:
            <ul>
              @for (f of s.findings; track keyOf(f.now)) {
                <li>
                  <sa-verdict [verdict]="f.now.verdict" /> {{ f.now.title }}: {{ f.now.says
                  }}{{ f.before ? ' (was ' + f.before + ')' : '' }}
                </li>
              }
              @for (f of s.settled; track keyOf(f)) {
                <li>{{ f.title }}: not a point any more</li>
              }
            </ul>
          } @else {
            Nothing of this job is judged otherwise by it.
          }
        </div>
        <button type="button" class="btn-line" (click)="seen()" data-testid="survey-seen">Seen</button>
      </div>
    }
  `,
  styleUrl: './survey-since.css',
})
export class SurveySince {
  protected readonly keyOf = findingKey;
  private readonly session = inject(JobSession);
  private readonly documents = inject(Documents);
  protected readonly since = signal<SurveyedSince | undefined>(undefined);

  constructor() {
    effect(() => {
      const from = this.session.unseen();
      untracked(() => void this.look(from));
    });
  }

  private async look(from: number | undefined): Promise<void> {
    this.since.set(undefined);
    if (from === undefined) return;
    try {
      const since = await firstValueFrom(this.documents.surveyedSince(this.session.laid().id, from));
      if (since.differs.length) this.since.set(since);
      else this.session.unseen.set(undefined);
    } catch {
      // that revision of the house was thinned out, or the server is away: nothing can be said of it
      this.session.unseen.set(undefined);
    }
  }

  protected seen(): void {
    this.session.surveySeen();
  }
}
