import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { Hours } from '@saddle/core/model';
import { HoursForm } from './hours-form';

/** Hours that something is bound to, or a button that binds it. */
@Component({
  selector: 'sa-maybe-hours',
  imports: [HoursForm],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (hours(); as known) {
      <sa-hours-form [label]="label()" [hours]="known" [removable]="true" (set)="set.emit($event)" (takeOut)="set.emit(undefined)" />
    } @else {
      <button type="button" class="btn-line" (click)="set.emit(usual())">{{ bind() }}</button>
    }
  `,
})
export class MaybeHours {
  readonly label = input.required<string>();
  readonly hours = input.required<Hours | undefined>();
  /** what the button says, and the hours to begin with */
  readonly bind = input.required<string>();
  readonly usual = input.required<Hours>();
  readonly set = output<Hours | undefined>();
}
