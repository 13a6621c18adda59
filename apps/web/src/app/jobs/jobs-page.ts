import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { PURPOSE_WORDS } from '@saddle/core/model';
import { forkJoin } from 'rxjs';
import { Documents, isUnreadable, problemOf, readable, type HouseLine, type JobLine, type Unreadable } from '../api/documents.service';
import { TopBar } from '../shell/top-bar';

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
            <span>rules {{ house.edition.replace('-', ' ') }}{{ house.built ? ', built ' + house.built : '' }}</span>
            <a class="house-link" [routerLink]="['/start']" [queryParams]="{ house: house.id }">start one here</a>
            <a class="house-link" [routerLink]="['/houses', house.id, 'panel']">panel</a>
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
              </li>
            } @empty {
              <li class="none">No job in this house yet.</li>
            }
          </ul>
        </section>
      } @empty {
        @if (loaded()) {
          <section class="empty">
            <h2>No house yet</h2>
            <p>
              Start a job: it asks what you want to do, then for the house or the one wall in hand. Or take in a file that was kept before.
            </p>
            <a class="btn-line strong" routerLink="/start">New job</a>
            <a class="btn-line" routerLink="/exchange">Take in a file</a>
          </section>
        }
      }
      <p class="safety">
        Saddle plans and checks; it does not replace the local code, a permit, an inspection or a licensed electrician. Nothing is touched
        before it is proved dead.
      </p>
    </main>
  `,
})
export class JobsPage {
  private readonly documents = inject(Documents);
  private readonly houses = signal<HouseLine[]>([]);
  private readonly jobs = signal<JobLine[]>([]);
  protected readonly broken = signal<Unreadable[]>([]);
  protected readonly words = PURPOSE_WORDS;
  protected readonly loaded = signal(false);
  protected readonly problem = signal('');
  protected readonly groups = computed(() => this.houses().map((h) => ({ ...h, jobs: this.jobs().filter((j) => j.houseId === h.id) })));

  /** jobs whose house is not among those that can be read */
  protected readonly homeless = computed(() => this.jobs().filter((j) => !this.houses().some((h) => h.id === j.houseId)));

  constructor() {
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
}
