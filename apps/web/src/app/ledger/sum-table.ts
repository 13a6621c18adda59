import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { sumLines } from '@saddle/core/ledger';
import type { Sum } from '@saddle/core/model';
import { LengthUnits } from '../fields/length-units';

/** A sum written out: terms, result under the line, limit. */
@Component({
  selector: 'sa-sum-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <table class="sum">
      <tbody>
        @for (line of lines(); track $index) {
          <tr [class]="line.role">
            <th scope="row">
              {{ line.label }}
              @if (line.work) {
                <span class="work">{{ line.work }}</span>
              }
            </th>
            <td>{{ line.value }}</td>
          </tr>
        }
      </tbody>
    </table>
  `,
})
export class SumTable {
  readonly sum = input.required<Sum>();
  private readonly unit = inject(LengthUnits).unit;
  protected readonly lines = computed(() => sumLines(this.sum(), this.unit()));
}
