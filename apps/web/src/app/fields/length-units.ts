import { computed, Injectable, signal } from '@angular/core';
import type { LengthUnit } from '@saddle/core/measure';

/** The unit in which lengths are read and printed: inches, unless a page that provides this follows something else. */
@Injectable({ providedIn: 'root' })
export class LengthUnits {
  private readonly followed = signal<() => LengthUnit>(() => 'in');
  readonly unit = computed(() => this.followed()());

  follow(unit: () => LengthUnit): void {
    this.followed.set(unit);
  }
}
