import { computed, inject, Injectable, signal } from '@angular/core';
import { hiddenTruth } from '@saddle/core/demo';
import type { HiddenTruth } from '@saddle/core/instruments';
import { elevation, type Elevation } from '@saddle/core/layout';
import { jobContext, ledgerOf, stageStates } from '@saddle/core/ledger';
import {
  applyChanges,
  applyEdits,
  checkJob,
  plannedSite,
  type Box,
  type Change,
  type FaceId,
  type Finding,
  type Job,
  type JobEdit,
  type Site,
} from '@saddle/core/model';
import { judgeBox, type BoxJudgement } from '@saddle/core/survey';
import { builtChangeIds, outageMinutes, stepsOf } from '@saddle/core/steps';
import { Documents } from '../api/documents.service';
import { DocumentSession } from '../document/document-session';
import type { SurveyHost } from '../survey/survey-host';

export type SiteState = 'found' | 'planned' | 'built';

/** One open job and all that is derived from it. One for each job page. */
@Injectable()
export class JobSession extends DocumentSession<Job> implements SurveyHost {
  private readonly documents = inject(Documents);
  protected readonly kind = 'jobs';
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
  readonly judged = computed((): BoxJudgement => {
    const { target, wall, inPlace } = this.context();
    const job = this.job();
    return judgeBox({
      site: this.planned(),
      ...(inPlace ? { found: job.found } : {}),
      wall,
      boxId: target.id,
      edition: job.edition,
      schools: job.schools,
      unit: job.unit,
    });
  });
  private readonly inPlace = computed(() => (this.context().inPlace ? this.judged() : undefined));

  /** One face of the job's wall, drawn from the state that is looked at. */
  elevationOf(face: FaceId, open: boolean): Elevation {
    const context = this.context();
    const site = this.site();
    const found = this.job().found.boxes;
    const planned = (b: Box) => !found.some((f) => f.id === b.id && JSON.stringify(f) === JSON.stringify(b));
    const plannedIds = new Set(site.boxes.filter(planned).map((b) => b.id));
    const judged = this.inPlace();
    return elevation({
      site,
      wall: context.wall,
      face,
      open,
      plannedIds,
      workBoxId: context.target.id,
      sourceBoxId: context.source.id,
      ...(judged && this.state() !== 'found'
        ? { before: { box: context.sourceFound, patches: judged.patch?.pieces.map((p) => p.piece) ?? [] } }
        : {}),
      unit: this.job().unit,
    });
  }
}
