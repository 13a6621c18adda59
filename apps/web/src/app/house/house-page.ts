import { ChangeDetectionStrategy, Component, effect, inject, input, untracked } from '@angular/core';
import { Router, RouterLink, RouterOutlet } from '@angular/router';
import { DocumentNotices } from '../document/document-notices';
import { DocumentTools } from '../document/document-tools';
import { OPEN_DOCUMENT } from '../document/open-document';
import { TopBar } from '../shell/top-bar';
import { SURVEY_HOST } from '../survey/survey-host';
import { HouseSession } from './house-session';
import { LengthUnits } from '../fields/length-units';

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
          <span>{{ session.house().edition.replace('-', ' ') }}{{ session.house().built ? ' · built ' + session.house().built : '' }}</span>
        </div>
        <nav class="pages" aria-label="House">
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
          <a routerLink="/">jobs</a>
        </nav>
        <div class="top-tools">
          <sa-document-tools [session]="$any(session)">
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
        <sa-document-notices [session]="$any(session)" (copied)="openCopy($event)" />
        <router-outlet />
      </main>
    } @else {
      <main class="page"><p>Opening the house …</p></main>
    }
  `,
})
export class HousePage {
  protected readonly session = inject(HouseSession);
  private readonly router = inject(Router);
  readonly id = input.required<string>();

  constructor() {
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
