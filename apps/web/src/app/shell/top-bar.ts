import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { RouterLink, RouterLinkActive } from '@angular/router';

/** The dark bar at the top of every page; a page puts what belongs to it between the name and the end. */
@Component({
  selector: 'sa-top-bar',
  imports: [RouterLink, RouterLinkActive],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <header class="top-bar">
      <a class="brand" routerLink="/" aria-label="Saddle, all jobs">
        <svg viewBox="0 0 32 24" width="26" height="20" aria-hidden="true"><path d="M1 20h6v-5a9 9 0 0 1 18 0v5h6" /></svg>
        <span>Saddle</span>
      </a>
      <ng-content />
      @if (pages()) {
        <nav class="pages" aria-label="Pages">
          <a routerLink="/" routerLinkActive="here" [routerLinkActiveOptions]="{ exact: true }">Jobs</a>
          <a routerLink="/bench" routerLinkActive="here">Bench</a>
          <a routerLink="/practice" routerLinkActive="here">Practice</a>
          <a routerLink="/sums" routerLinkActive="here">Pocket sums</a>
          <a routerLink="/rules" routerLinkActive="here">Rules</a>
          <a routerLink="/exchange" routerLinkActive="here">Files</a>
        </nav>
      }
    </header>
  `,
  styleUrl: './top-bar.css',
})
export class TopBar {
  readonly pages = input(true);
}
