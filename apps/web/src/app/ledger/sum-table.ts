import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { sumLines } from '@saddle/core/ledger';
import type { LengthUnit } from '@saddle/core/measure';
import type { Sum } from '@saddle/core/model';

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
  readonly unit = input.required<LengthUnit>();
  protected readonly lines = computed(() => sumLines(this.sum(), this.unit()));
}
