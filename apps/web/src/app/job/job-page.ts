import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked, viewChild } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { NavigationEnd, Router, RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { NgbTooltip } from '@ng-bootstrap/ng-bootstrap';
import { STAGES, type Stage } from '@saddle/core/model';
import { isTicked } from '@saddle/core/steps';
import { filter, map, startWith } from 'rxjs';
import { DocumentNotices } from '../document/document-notices';
import { DocumentTools } from '../document/document-tools';
import { OPEN_DOCUMENT } from '../document/open-document';
import { LedgerPanel } from '../ledger/ledger-panel';
import { TopBar } from '../shell/top-bar';
import { SURVEY_HOST } from '../survey/survey-host';
import { JobSession, type SiteState } from './job-session';
import { LengthUnits } from '../fields/length-units';
import { Segmented, type Segment } from '../fields/segmented';

const STAGE_NAMES: Record<Stage, string> = {
  need: 'Need',
  survey: 'Survey',
  feed: 'Feed',
  route: 'Route',
  box: 'Box',
  wire: 'Wire',
  buy: 'Buy',
  work: 'Work',
  record: 'Record',
};

/** One job: the stages down the left edge, the work in the middle, the ledger beside it. */
@Component({
  selector: 'sa-job-page',
  imports: [Segmented, RouterOutlet, RouterLink, RouterLinkActive, LedgerPanel, TopBar, NgbTooltip, DocumentTools, DocumentNotices],
  providers: [
    JobSession,
    LengthUnits,
    { provide: SURVEY_HOST, useExisting: JobSession },
    { provide: OPEN_DOCUMENT, useExisting: JobSession },
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './job-page.html',
})
export class JobPage {
  protected readonly session = inject(JobSession);
  private readonly router = inject(Router);
  readonly id = input.required<string>();
  protected readonly ledgerOpen = signal(false);
  protected readonly ledgerPanel = viewChild(LedgerPanel);

  private readonly url = toSignal(
    this.router.events.pipe(
      filter((e) => e instanceof NavigationEnd),
      map((e) => e.urlAfterRedirects),
      startWith(this.router.url),
    ),
    { initialValue: this.router.url },
  );
  protected readonly stage = computed((): Stage => STAGES.find((s) => this.url().split('?')[0]!.endsWith(`/${s}`)) ?? 'box');
  protected readonly stages = computed(() => STAGES.map((stage) => ({ stage, name: STAGE_NAMES[stage], state: this.stateOf(stage) })));
  protected readonly states: Segment<SiteState>[] = [
    { value: 'found', label: 'as found' },
    { value: 'planned', label: 'as planned' },
    { value: 'built', label: 'as built' },
  ];
  protected readonly subtitle = computed(() => {
    const circuit = this.session.context().circuit;
    return [
      this.session.job().edition.replace('-', ' '),
      circuit ? `circuit ${circuit.number}${circuit.breakerA ? `, ${circuit.breakerA} A` : ''}` : 'circuit not known',
    ].join(' · ');
  });

  constructor() {
    inject(LengthUnits).follow(() => this.session.unit());
    effect(() => {
      const id = this.id();
      untracked(() => void this.session.open(id));
    });
    // on a phone the rail scrolls sideways: the stage in hand stays in sight
    effect(() => {
      this.stage();
      if (this.session.loaded())
        setTimeout(() => document.querySelector('.rail a.here')?.scrollIntoView({ inline: 'center', block: 'nearest' }));
    });
  }

  protected openCopy(id: string): void {
    void this.router.navigate(['/jobs', id, this.stage()]);
  }

  private stateOf(stage: Stage): 'stopped' | 'open' | 'clear' | 'later' {
    const job = this.session.job();
    const steps = this.session.steps();
    if (stage === 'work')
      return steps.every((s) => isTicked(job, s.id)) ? 'clear' : steps.some((s) => isTicked(job, s.id)) ? 'open' : 'later';
    if (stage === 'record' || stage === 'buy') return job.work.ticks.length ? 'clear' : 'later';
    return this.session.stages()[stage];
  }
}
