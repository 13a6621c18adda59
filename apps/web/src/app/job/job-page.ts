import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  Injector,
  input,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { NavigationEnd, Router, RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { bookWords, breakerNumber, type JobInBook, type Stage, STAGES } from '@saddle/core/model';
import { isTicked } from '@saddle/core/work';
import { filter, map, startWith } from 'rxjs';
import { DocumentNotices } from '../document/document-notices';
import { OPEN_DOCUMENT } from '../document/open-document';
import { LedgerPanel } from '../ledger/ledger-panel';
import { TopBar } from '../shell/top-bar';
import { HouseSession } from '../house/house-session';
import { SURVEY_HOST } from '../survey/survey-host';
import { JobWays } from '../ways/job-ways';
import { WaySearches } from '../ways/way-search.service';
import { JobSession, type SiteState } from './job-session';
import { JobTools } from './job-tools';
import { JobUndo } from './job-undo';
import { SurveySince } from './survey-since';
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
  when: 'When',
  work: 'Work',
  record: 'Record',
};

const UK_STAGE_NAMES: Record<Stage, string> = { ...STAGE_NAMES, survey: 'Where', feed: 'Circuit', route: 'Way' };
function ukSubtitle(job: JobInBook, about: string): string {
  return [
    job.houseName,
    bookWords(job.edition),
    about,
    ...(job.closed ? ['part of the house'] : []),
  ].join(' · ');
} // prettier-ignore

/** One job: the stages down the left edge, the work in the middle, the ledger beside it. */
@Component({
  selector: 'sa-job-page',
  imports: [SurveySince, Segmented, RouterOutlet, RouterLink, RouterLinkActive, LedgerPanel, TopBar, JobTools, DocumentNotices],
  providers: [
    HouseSession,
    JobSession,
    JobUndo,
    WaySearches,
    JobWays,
    LengthUnits,
    { provide: SURVEY_HOST, useExisting: HouseSession },
    { provide: OPEN_DOCUMENT, useExisting: JobSession },
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './job-page.html',
  styleUrl: './job-page.css',
})
export class JobPage {
  protected readonly session = inject(JobSession);
  private readonly router = inject(Router);
  readonly id = input.required<string>();
  private readonly ledger = viewChild<ElementRef<HTMLElement>>('ledger');
  private readonly injector = inject(Injector);
  /** On a phone the bar at the foot opens what lies behind the stage: the page goes there. */
  protected toggleLedger(): void {
    this.ledgerOpen.update((open) => !open);
    if (this.ledgerOpen()) afterNextRender(() => this.ledger()?.nativeElement.scrollIntoView({ block: 'start' }), { injector: this.injector }); // prettier-ignore
  }
  /** the boxes on their walls are drawn before they are judged; what is made of findings and steps waits for them */
  protected readonly drawn = computed(() => this.session.judged() || (this.stage() === 'box' && !this.bare() && !this.session.uk()));
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
  /** at the wall nothing stands round the activity in hand */
  protected readonly bare = computed(() => this.url().split('?')[0]!.endsWith('/at-the-wall'));
  protected readonly stage = computed((): Stage => STAGES.find((s) => this.url().split('?')[0]!.endsWith(`/${s}`)) ?? 'box');
  protected readonly stages = computed(() =>
    STAGES.map((stage) => ({ stage, name: (this.session.uk() ? UK_STAGE_NAMES : STAGE_NAMES)[stage], state: this.stateOf(stage) })),
  );
  /** what is built goes by the steps: as long as there are none, nobody can tell */
  protected readonly states = computed((): Segment<SiteState>[] => [
    { value: 'found', label: 'as found' },
    { value: 'planned', label: 'as planned' },
    { value: 'built', label: 'as built', waits: !this.session.judged() },
  ]);
  protected readonly subtitle = computed(() => {
    if (this.session.uk()) return ukSubtitle(this.session.laid(), this.session.about());
    const { circuits, boxes } = this.session.work();
    return [
      this.session.laid().houseName,
      this.session.laid().edition.replace('-', ' '),
      ...(boxes.length
        ? [
            circuits
              .map((c) => `circuit ${breakerNumber(this.session.work().planned, c)}${c.breakerA ? `, ${c.breakerA} A` : ''}`)
              .join(', ') || 'circuit not known',
          ]
        : []),
      ...(this.session.laid().closed ? ['part of the house'] : []),
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
      if (this.session.ready())
        setTimeout(() => document.querySelector('.rail a.here')?.scrollIntoView({ inline: 'center', block: 'nearest' }));
    });
  }

  protected openCopy(id: string): void {
    void this.router.navigate(['/jobs', id, this.stage()]);
  }

  private stateOf(stage: Stage): 'stopped' | 'open' | 'clear' | 'later' {
    const job = this.session.laid();
    if (!this.session.judged()) return 'later';
    const steps = this.session.steps();
    if (steps.length === 0 && ['box', 'wire', 'buy', 'when', 'work', 'record'].includes(stage)) return 'later';
    if (stage === 'work')
      return steps.every((s) => isTicked(job, s.id)) ? 'clear' : steps.some((s) => isTicked(job, s.id)) ? 'open' : 'later';
    if (stage === 'when') return job.when ? 'clear' : 'later';
    if (stage === 'record' || stage === 'buy') return job.work.ticks.length ? 'clear' : 'later';
    return this.session.stages()[stage];
  }
}
