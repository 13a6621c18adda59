import { ChangeDetectionStrategy, Component, computed, effect, inject, input, untracked } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { NavigationEnd, Router, RouterLink, RouterOutlet } from '@angular/router';
import { bookWords, isUk } from '@saddle/core/model';
import { filter, map } from 'rxjs';
import { DocumentNotices } from '../document/document-notices';
import { DocumentTools } from '../document/document-tools';
import { OPEN_DOCUMENT } from '../document/open-document';
import { TopBar } from '../shell/top-bar';
import { SURVEY_HOST } from '../survey/survey-host';
import { HouseSession } from './house-session';
import { LengthUnits } from '../fields/length-units';

/** Pages that serve a house by the UK book too; the others are by the US one. */
const UK_PAGES: ReadonlySet<string> = new Set(['circuits', 'versions', 'file', 'plan', 'rooms', 'walls', 'photos', 'history', 'buy', 'when', 'prices', 'on-hand']); // prettier-ignore

/** One house: its rooms in plan, its walls, and what a room still wants. */
@Component({
  selector: 'sa-house-page',
  imports: [RouterOutlet, RouterLink, TopBar, DocumentTools, DocumentNotices],
  providers: [
    HouseSession,
    LengthUnits,
    { provide: SURVEY_HOST, useExisting: HouseSession },
    { provide: OPEN_DOCUMENT, useExisting: HouseSession },
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <sa-top-bar [pages]="false">
      @if (session.loaded()) {
        <div class="job-name">
          <h1>{{ session.house().name }}</h1>
          <span>{{ rules() }}{{ session.house().built ? ' · built ' + session.house().built : '' }}</span>
        </div>
        <nav class="pages" aria-label="House">
          @if (uk()) {
            <a [routerLink]="['/houses', id(), 'circuits']">circuits</a>
            <a [routerLink]="['/houses', id(), 'plan']">rooms</a>
            <a [routerLink]="['/houses', id(), 'file']">file</a>
            <a [routerLink]="['/houses', id(), 'photos']">photos</a>
            <a [routerLink]="['/houses', id(), 'history']">history</a>
            <a [routerLink]="['/houses', id(), 'buy']">buy</a>
            <a [routerLink]="['/houses', id(), 'when']">when</a>
            <a [routerLink]="['/houses', id(), 'prices']">prices</a>
            <a [routerLink]="['/houses', id(), 'on-hand']">on hand</a>
            <a [routerLink]="['/houses', id(), 'circuits', 'rules']">rules</a>
          } @else {
            <a [routerLink]="['/houses', id()]">plan</a>
            <a [routerLink]="['/houses', id(), 'file']">file</a>
            <a [routerLink]="['/houses', id(), 'photos']">photos</a>
            <a [routerLink]="['/houses', id(), 'history']"
              >history{{ session.house().questions?.length ? ' (' + session.house().questions!.length + ' to answer)' : '' }}</a
            >
            <a [routerLink]="['/houses', id(), 'buy']">buy</a>
            <a [routerLink]="['/houses', id(), 'when']">when</a>
            <a [routerLink]="['/houses', id(), 'prices']">prices</a>
            <a [routerLink]="['/houses', id(), 'on-hand']">on hand</a>
            <a [routerLink]="['/houses', id(), 'rules']">rules</a>
            <a [routerLink]="['/houses', id(), 'panel']">panel</a>
          }
          <a routerLink="/">jobs</a>
        </nav>
        <div class="top-tools">
          <sa-document-tools [session]="session">
            <a class="icon" [routerLink]="['/houses', id(), 'versions']" aria-label="Earlier versions" title="Earlier versions"
              ><i class="bi bi-clock-history" aria-hidden="true"></i
            ></a>
          </sa-document-tools>
        </div>
      }
    </sa-top-bar>
    <div class="visually-hidden" aria-live="polite">{{ session.announce() }}</div>
    @if (session.failure(); as failure) {
      <main class="page">
        <p class="notice stop">
          {{ failure }}
          @if (session.failureRaw(); as raw) {
            <a [href]="raw" download>Its text as it is</a>
          }
        </p>
        <a routerLink="/">All jobs</a>
      </main>
    } @else if (session.loaded()) {
      <main class="stage house-stage">
        <sa-document-notices [session]="session" (copied)="openCopy($event)" />
        @if (foreign()) {
          <section class="card" data-testid="not-for-uk">
            <p>
              This page is by the US book. In a house by the UK book there are its rooms and circuits, their tests, and the jobs on them.
            </p>
            <a [routerLink]="['/houses', id(), 'circuits']">Its circuits</a>
          </section>
        } @else {
          <router-outlet />
        }
      </main>
    } @else {
      <main class="page">
        <p>Opening the house …</p>
        <p class="quiet late">{{ session.waitsFor() }}</p>
      </main>
    }
  `,
  styleUrl: './house-page.css',
})
export class HousePage {
  protected readonly session = inject(HouseSession);
  private readonly router = inject(Router);
  readonly id = input.required<string>();

  protected readonly uk = computed(() => isUk(this.session.house()));
  protected readonly rules = computed(() => (this.uk() ? 'BS 7671' : bookWords(this.session.house().edition)));
  private readonly url = toSignal(
    this.router.events.pipe(
      filter((e) => e instanceof NavigationEnd),
      map((e) => e.urlAfterRedirects),
    ),
    { initialValue: this.router.url },
  );
  /** a page of the other country’s book */
  protected readonly foreign = computed(() => {
    const [page] = this.url().split(/[?#]/)[0]!.split('/').slice(3);
    return this.uk() && (page === undefined || !UK_PAGES.has(page));
  });

  constructor() {
    // the first page of a house by the UK book is its circuits
    effect(() => {
      if (this.session.loaded() && this.foreign() && this.url().split(/[?#]/)[0]!.split('/').length === 3)
        void this.router.navigate(['/houses', this.id(), 'circuits'], { replaceUrl: true });
    });
    inject(LengthUnits).follow(() => this.session.unit());
    effect(() => {
      const id = this.id();
      untracked(() => void this.session.open(id));
    });
  }

  protected openCopy(id: string): void {
    void this.router.navigate(['/houses', id]);
  }
}
