import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { Outbox } from './outbox';

/** How much of what was done here the server has not taken yet; in sight as long as there is any. */
@Component({
  selector: 'sa-waiting-count',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (outbox.waiting(); as n) {
      <span class="waiting-count" role="status" data-testid="waiting" [attr.title]="'kept in this browser; it goes out by itself'"
        >{{ n }} {{ n === 1 ? 'waits' : 'wait' }} to go out</span
      >
    }
    @if (outbox.refused().length) {
      <details class="waiting-count" data-testid="refused-out">
        <summary>{{ outbox.refused().length }} refused</summary>
        <ul>
          @for (r of outbox.refused(); track r.key) {
            <li>{{ r.why }} <button type="button" class="btn-line low" (click)="outbox.drop(r.key)">throw it out</button></li>
          }
        </ul>
      </details>
    }
  `,
  styleUrl: './waiting-count.css',
})
export class WaitingCount {
  protected readonly outbox = inject(Outbox);
}
