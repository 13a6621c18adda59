import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { bookWords, isUk, PURPOSE_WORDS, type Job } from '@saddle/core/model';
import { firstValueFrom, forkJoin } from 'rxjs';
import {
  Documents,
  isUnreadable,
  problemOf,
  readable,
  type HouseLine,
  type JobLine,
  type Problem,
  type Unreadable,
} from '../api/documents.service';
import { TopBar } from '../shell/top-bar';
import { ownTime } from '../words/own-clock';

/** The house of the sample, by its id. */
const SAMPLE_HOUSE = 'quince-street-14';
interface Deletion {
  kind: 'houses' | 'jobs';
  id: string;
  revision: number;
  name: string;
  /** what goes with it */
  says: string;
}

interface Deleted {
  name: string;
  job?: Job;
  bundle?: unknown;
}

/** All jobs by house: what each is, its stage, what stops it. */
@Component({
  selector: 'sa-jobs-page',
  imports: [RouterLink, TopBar],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <sa-top-bar />
    <main class="page">
      <div class="page-head">
        <h1>Jobs</h1>
        <a class="btn-line strong" routerLink="/start">New job</a>
      </div>
      @if (problem()) {
        <p class="notice stop">{{ problem() }}</p>
      } @else if (!loaded()) {
        <p class="quiet" role="status">Opening your houses and jobs …</p>
      }
      @if (asked(); as a) {
        <div class="notice stop" role="alertdialog" aria-labelledby="asked-title" data-testid="delete-asked">
          <span id="asked-title"
            >Delete <strong>{{ a.name }}</strong>{{ a.says }}?</span
          >
          <button type="button" class="btn-line strong" (click)="remove(a)">Delete</button>
          <button type="button" class="btn-line" (click)="asked.set(undefined)">Keep</button>
        </div>
      }
      @if (gone(); as g) {
        <p class="notice" role="status" data-testid="deleted">
          {{ g.name }} is deleted.
          <button type="button" class="btn-line" (click)="bringBack(g)">Bring it back</button>
          <button type="button" class="btn-line" (click)="gone.set(undefined)">Close</button>
        </p>
      }
      @if (listOf(); as at) {
        <p class="notice" data-testid="list-of">
          Saddle’s server does not answer: this is the list of {{ at }}. Jobs that were open in this browser open, and what is edited is
          kept here until it is back.
        </p>
      }
      @for (bad of broken(); track bad.id) {
        <p class="notice stop" data-testid="unreadable">
          <span
            ><strong>{{ bad.id }}</strong> can’t be read and was left as it is: {{ bad.unreadable }}.</span
          >
          <a [href]="bad.raw" download>Its text as it is</a>
        </p>
      }
      @if (homeless().length) {
        <section class="house" data-testid="homeless">
          <h2>Jobs of a house that can’t be read</h2>
          <ul class="job-list">
            @for (job of homeless(); track job.id) {
              <li>
                <a [routerLink]="['/jobs', job.id, job.stage]">
                  <span class="job-title">
                    <strong>{{ job.name }}</strong>
                    <span>{{ words[job.purpose] }}, house {{ job.houseId }}</span>
                  </span>
                </a>
              </li>
            }
          </ul>
        </section>
      }
      @for (house of groups(); track house.id) {
        <section class="house">
          <h2>
            <a [routerLink]="['/houses', house.id]">{{ house.name }}</a>
            <span>rules {{ bookWords(house.edition) }}{{ house.built ? ', built ' + house.built : '' }}</span>
            @if (isUk(house)) {
              <a class="house-link" [routerLink]="['/houses', house.id, 'circuits']">circuits, tests, and start a job here</a>
            } @else {
              <a class="house-link" [routerLink]="['/start']" [queryParams]="{ house: house.id }">start one here</a>
              <a class="house-link" [routerLink]="['/houses', house.id, 'panel']">panel</a>
            }
            <button
              type="button"
              class="house-link link-button"
              (click)="ask({ kind: 'houses', id: house.id, revision: house.revision, name: house.name, says: withJobs(house.jobs.length) })"
              [attr.aria-label]="'Delete the house ' + house.name"
            >
              delete
            </button>
          </h2>
          <ul class="job-list">
            @for (job of house.jobs; track job.id) {
              <li>
                <a [routerLink]="['/jobs', job.id, job.stage]">
                  <span class="job-title">
                    <strong>{{ job.name }}</strong>
                    <span>{{ words[job.purpose] }}</span>
                  </span>
                  <span class="job-stage">
                    <svg viewBox="0 0 28 16" width="28" height="16" aria-hidden="true"><path d="M1 14h5v-4a8 8 0 0 1 16 0v4h5" /></svg>
                    {{ job.stage }}
                    @if (job.steps) {
                      <small>{{ job.stepsDone }} of {{ job.steps }} steps</small>
                    }
                  </span>
                  <span class="job-stops">
                    @if (job.closed) {
                      Part of the house.
                    } @else if (job.stoppedBy) {
                      <span class="stamp" [attr.data-verdict]="job.stops ? 'stop' : 'can’t tell'">{{
                        job.stops ? job.stops + ' stop' : job.cantTell + ' can’t tell'
                      }}</span>
                      {{ job.stoppedBy }}
                    } @else {
                      Nothing stops it.
                    }
                  </span>
                </a>
                <button
                  type="button"
                  class="icon job-delete"
                  (click)="ask({ kind: 'jobs', id: job.id, revision: job.revision, name: job.name, says: ticked(job) })"
                  [attr.aria-label]="'Delete ' + job.name"
                  title="Delete"
                >
                  <i class="bi bi-trash" aria-hidden="true"></i>
                </button>
              </li>
            } @empty {
              <li class="none">
                {{ isUk(house) ? 'Its circuits and their tests; jobs are by the US book so far.' : 'No job in this house yet.' }}
              </li>
            }
          </ul>
        </section>
      } @empty {
        @if (loaded()) {
          <section class="empty">
            <div>
              <h2>No house yet</h2>
              <p>
                Say what you want to do; Saddle asks for the house or the one wall in hand, measures with you, finds the feed and the way,
                checks it against the code, lists what to buy, plans the day and the wiring, and says what the tester must show.
              </p>
              <div class="row-form">
                <a class="btn-line strong" routerLink="/start">New job</a>
                <button type="button" class="btn-line" (click)="fetchSample()" data-testid="fetch-sample">
                  Look at the sample house first
                </button>
                <a class="btn-line" routerLink="/exchange">Take in a file</a>
              </div>
              <h3>What can be done</h3>
              <ul class="can-do">
                @for (w of canDo; track w) {
                  <li>{{ w }}</li>
                }
              </ul>
            </div>
            <svg
              class="empty-figure"
              viewBox="0 0 300 260"
              role="img"
              aria-label="A wall with two studs, a box that is there and a new one, and the cable between them"
            >
              <path class="figure-wall" d="M10 10h280v220H10z" />
              <path class="figure-stud" d="M60 10v220M76 10v220M224 10v220M240 10v220" />
              <path class="figure-floor" d="M10 230h280v12H10z" />
              <path class="figure-found" d="M104 176h24v36h-24z" />
              <path class="figure-cable" d="M116 176V66a18 18 0 0 1 18-18h20a18 18 0 0 1 18 18v54" />
              <path class="figure-new" d="M160 120h24v36h-24z" />
              <path class="figure-mark" d="M160 138H76M76 132v12M160 132v12M172 156v74M166 156h12M166 230h12" />
              <text x="95" y="133" text-anchor="middle">5 1/4"</text>
              <text x="180" y="198">18"</text>
            </svg>
          </section>
        }
      }
      @if (loaded() && houses().length && !houses().some(isSample)) {
        <p class="quiet">
          <button type="button" class="btn-line" (click)="fetchSample()" data-testid="fetch-sample">Fetch the sample house</button>
          to look at how something is done; it is deleted like any other.
        </p>
      }
      <p class="safety">
        Saddle plans and checks; it does not replace the local code, a permit, an inspection or a licensed electrician. Nothing is touched
        before it is proved dead.
      </p>
    </main>
  `,
  styleUrl: './jobs-page.css',
})
export class JobsPage {
  private readonly documents = inject(Documents);
  protected readonly houses = signal<HouseLine[]>([]);
  private readonly jobs = signal<JobLine[]>([]);
  protected readonly broken = signal<Unreadable[]>([]);
  protected readonly words = PURPOSE_WORDS;
  protected readonly bookWords = bookWords;
  protected readonly isUk = isUk;
  protected readonly canDo = Object.values(PURPOSE_WORDS);
  protected readonly loaded = signal(false);
  protected readonly listOf = computed(() => {
    const at = this.documents.listOf();
    return at && ownTime(at);
  });
  protected readonly problem = signal('');
  protected readonly groups = computed(() => this.houses().map((h) => ({ ...h, jobs: this.jobs().filter((j) => j.houseId === h.id) })));

  /** jobs whose house is not among those that can be read */
  protected readonly homeless = computed(() => this.jobs().filter((j) => !this.houses().some((h) => h.id === j.houseId)));

  constructor() {
    this.load();
  }
  private load(): void {
    forkJoin([this.documents.houses(), this.documents.jobs()]).subscribe({
      next: ([houses, jobs]) => {
        this.houses.set(readable<HouseLine>(houses));
        this.jobs.set(readable<JobLine>(jobs));
        this.broken.set([...houses, ...jobs].filter(isUnreadable));
        this.loaded.set(true);
      },
      error: (error: unknown) => this.problem.set(problemOf(error).title),
    });
  }

  protected readonly asked = signal<Deletion | undefined>(undefined);
  /** what was deleted last, as a file has it */
  protected readonly gone = signal<Deleted | undefined>(undefined);
  protected readonly isSample = (h: HouseLine): boolean => h.id === SAMPLE_HOUSE;
  protected withJobs(jobs: number): string {
    return jobs ? ` with all that was surveyed in it and its ${jobs === 1 ? 'job' : `${jobs} jobs`}` : ' with all that was surveyed in it';
  }
  protected ticked(job: JobLine): string {
    return job.closed
      ? ': what was built of it stays in the house'
      : job.stepsDone
        ? `, ${job.stepsDone} of its ${job.steps} steps done`
        : '';
  }
  protected ask(deletion: Deletion): void {
    this.problem.set('');
    this.gone.set(undefined);
    this.asked.set(deletion);
    window.scrollTo({ top: 0 });
  }
  protected async remove({ kind, id, revision, name }: Deletion): Promise<void> {
    this.asked.set(undefined);
    try {
      // a job alone: the house it comes back to may be edited meanwhile
      const back =
        kind === 'jobs'
          ? { job: (await firstValueFrom(this.documents.job(id))).document }
          : { bundle: await firstValueFrom(this.documents.bundle(id)) };
      await firstValueFrom(kind === 'jobs' ? this.documents.removeJob(id, revision) : this.documents.removeHouse(id, revision), { defaultValue: undefined }); // prettier-ignore
      this.gone.set({ name, ...back });
    } catch (error) {
      const problem = problemOf(error);
      this.problem.set(`${name} was not deleted. ${problem.title}`);
    }
    this.load();
  }
  protected async bringBack({ name, job, bundle }: Deleted): Promise<void> {
    try {
      await firstValueFrom<unknown>(job ? this.documents.createJob(job) : this.documents.import(bundle, true));
      this.gone.set(undefined);
    } catch (error) {
      this.problem.set(
        `${name} could not be brought back: ${'title' in (error as object) ? (error as Problem).title : problemOf(error).title}`,
      );
    }
    this.load();
  }
  protected async fetchSample(): Promise<void> {
    this.problem.set('');
    try {
      await firstValueFrom(this.documents.fetchSample());
    } catch (error) {
      this.problem.set(problemOf(error).title);
    }
    this.load();
  }
}
