import { computed, inject, Injectable, signal } from '@angular/core';
import { hiddenTruth } from '@saddle/core/demo';
import type { HiddenTruth } from '@saddle/core/instruments';
import type { Elevation } from '@saddle/core/layout';
import { jobContext, jobElevation, judgeWork, ledgerOf, stageStates } from '@saddle/core/ledger';
import {
  applyChanges,
  applyEdits,
  checkJob,
  plannedSite,
  type Change,
  type FaceId,
  type Finding,
  type Job,
  type JobEdit,
  type Site,
} from '@saddle/core/model';
import { builtChangeIds, outageMinutes, stepsOf } from '@saddle/core/steps';
import { Documents } from '../api/documents.service';
import { DocumentSession } from '../document/document-session';
import type { SurveyHost } from '../survey/survey-host';

export type SiteState = 'found' | 'planned' | 'built';

/** One open job and all that is derived from it. One for each job page. */
@Injectable()
export class JobSession extends DocumentSession<Job> implements SurveyHost {
  private readonly documents = inject(Documents);
  readonly kind = 'jobs';
  protected readonly fetch = this.documents.job;
  protected readonly store = this.documents.saveJob;
  protected readonly create = this.documents.createJob;
  protected readonly check = checkJob;

  readonly job = this.current;

  readonly state = signal<SiteState>('planned');
  readonly planned = computed(() => plannedSite(this.job()));
  readonly context = computed(() => jobContext(this.job()));
  readonly ledger = computed((): Finding[] => ledgerOf(this.job()));
  readonly stages = computed(() => stageStates(this.ledger()));
  readonly steps = computed(() => stepsOf(this.job()));
  readonly outage = computed(() => outageMinutes(this.steps()));
  readonly built = computed((): Site => {
    const ids = builtChangeIds(this.job(), this.steps());
    return applyChanges(
      this.job().found,
      this.job().changes.filter((c) => ids.has(c.id)),
    );
  });
  readonly site = computed((): Site => ({ found: () => this.job().found, planned: this.planned, built: this.built })[this.state()]());

  readonly surveyed = computed((): Site => this.job().found);
  readonly unit = computed(() => this.job().unit);
  readonly edition = computed(() => this.job().edition);
  readonly schools = computed(() => this.job().schools);
  readonly houseId = computed(() => this.job().houseId);
  readonly address = computed(() => `/api/v1/jobs/${this.job().id}`);

  truth(wallId: string): HiddenTruth | undefined {
    return hiddenTruth(this.job().houseId, wallId);
  }

  editSite(title: string, change: (site: Site) => Site): boolean {
    return this.editFound(title, change);
  }

  dragSite(change: ((site: Site) => Site) | undefined): void {
    const job = this.document();
    this.drag(change && job ? { ...job, found: change(job.found) } : undefined);
  }

  apply(title: string, edits: JobEdit[]): boolean {
    return this.edit(title, (job) => applyEdits(job, edits));
  }

  editFound(title: string, change: (found: Site) => Site): boolean {
    return this.edit(title, (job) => ({ ...job, found: change(job.found) }));
  }

  putChange(title: string, change: Change): boolean {
    return this.apply(title, [{ op: 'put-change', change }]);
  }

  /** all that is judged of the work box where it is planned */
  readonly judged = computed(() => judgeWork(this.context()));

  /** One face of the job's wall, drawn from the state that is looked at. */
  elevationOf(face: FaceId, open: boolean): Elevation {
    return jobElevation(this.context(), this.site(), face, open, this.state() !== 'found');
  }
}
