import { afterNextRender, ChangeDetectionStrategy, Component, inject, Injector } from '@angular/core';
import { RouterOutlet } from '@angular/router';
import { PageTrouble } from './page-trouble';

@Component({
  selector: 'sa-root',
  imports: [RouterOutlet],
  template: `
    @if (trouble.says()) {
      <div class="notice stop page-trouble" role="alert" data-testid="page-trouble">
        <span>{{ trouble.says() }}</span>
        <button type="button" class="btn-line" (click)="trouble.says.set('')">Close</button>
      </div>
    }
    <router-outlet />
  `,
  styleUrl: './app.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class App {
  protected readonly trouble = inject(PageTrouble);
  private readonly injector = inject(Injector);

  constructor() {
    // what was made without the server goes out from whatever page is opened first
    afterNextRender(() => {
      // not while the server is away: the next page that is opened asks again
      import('../record/outbox').then(({ Outbox }) => this.injector.get(Outbox), () => undefined); // prettier-ignore
    });
  }
}
