import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

/** One way of a segmented switch. */
export interface Segment<T> {
  value: T;
  label: string;
  /** can't be chosen yet; its place is kept, so that nothing moves when it can */
  waits?: boolean;
  /** name for tests */
  testId?: string;
}

/** One of two or three ways to see the same thing; the pressed one stands out in shape too. */
@Component({
  selector: 'sa-segmented',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'segmented', role: 'group', '[attr.aria-label]': 'label()' },
  template: `
    @for (s of segments(); track s.value) {
      <button
        type="button"
        [disabled]="s.waits === true"
        [attr.aria-pressed]="s.value === value()"
        [attr.data-testid]="s.testId"
        (click)="set.emit(s.value)"
      >
        {{ s.label }}
      </button>
    }
  `,
})
export class Segmented<T> {
  readonly label = input.required<string>();
  readonly segments = input.required<readonly Segment<T>[]>();
  readonly value = input.required<T | undefined>();
  readonly set = output<T>();
}
