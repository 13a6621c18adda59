import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { Difference } from '@saddle/core/model';

/** Field by field what two versions say. */
@Component({
  selector: 'sa-difference-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <table class="plain differences" data-testid="differences">
      <thead>
        <tr>
          <th>field</th>
          <th>{{ was() }}</th>
          <th>{{ now() }}</th>
        </tr>
      </thead>
      <tbody>
        @for (d of differences(); track $index) {
          <tr>
            <td>{{ d.words }}</td>
            <td>{{ d.was }}</td>
            <td>{{ d.now }}</td>
          </tr>
        } @empty {
          <tr>
            <td colspan="3">They say the same.</td>
          </tr>
        }
      </tbody>
    </table>
  `,
  styleUrl: './difference-table.css',
})
export class DifferenceTable {
  readonly differences = input.required<Difference[]>();
  readonly was = input('was');
  readonly now = input('now');
}
