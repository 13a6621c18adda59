import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { NgbTooltip } from '@ng-bootstrap/ng-bootstrap/tooltip';
import { DocumentTools } from '../document/document-tools';
import { JobSession } from './job-session';
import { JobUndo } from './job-undo';

/** What stands at the right of a job’s bar: how long power is off, undo, versions, the sheet. Fetched once the page is drawn. */
@Component({
  selector: 'sa-job-tools',
  imports: [DocumentTools, NgbTooltip, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span class="outage" [ngbTooltip]="'Minutes from breaker off to breaker on, by common practice'"
      >power off {{ session.judged() ? session.outage() : '…' }} min</span
    >
    <sa-document-tools [session]="undo">
      <a class="icon" [routerLink]="['/jobs', session.jobId(), 'versions']" aria-label="Earlier versions" ngbTooltip="Earlier versions"
        ><i class="bi bi-clock-history" aria-hidden="true"></i
      ></a>
      <a class="icon" [routerLink]="['/jobs', session.jobId(), 'record']" aria-label="Print the job sheet" ngbTooltip="Job sheet"
        ><i class="bi bi-printer" aria-hidden="true"></i
      ></a>
    </sa-document-tools>
  `,
  styleUrl: './job-tools.css',
})
export class JobTools {
  protected readonly session = inject(JobSession);
  protected readonly undo = inject(JobUndo);
}
