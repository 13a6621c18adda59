import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** A verdict as a word in a stamp; colour only repeats it. */
@Component({
  selector: 'sa-verdict',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<span class="stamp" [attr.data-verdict]="verdict()">{{ verdict() }}</span>`,
})
export class VerdictStamp {
  readonly verdict = input.required<string>();
}
