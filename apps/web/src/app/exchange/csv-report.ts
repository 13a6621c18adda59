import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { CsvRow } from '@saddle/core/exchange';

const WORDS = { new: 'new', changes: 'changes', same: 'as it is', refused: 'refused' };

/** What a table that was read would change, row by row; nothing is changed before it is taken in. */
@Component({
  selector: 'sa-csv-report',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="card csv-report" data-testid="csv-report" aria-label="What would be read">
      @if (error()) {
        <p class="notice stop" role="alert">{{ error() }} Nothing was changed.</p>
      } @else {
        @if (same()) {
          <p class="quiet">{{ same() }} {{ same() === 1 ? 'row is' : 'rows are' }} as they stand and not listed.</p>
        }
        <table class="plain">
          <thead>
            <tr>
              <th class="figure">line</th>
              <th>what</th>
              <th>what happens</th>
            </tr>
          </thead>
          <tbody>
            @for (r of shown(); track $index) {
              <tr [class.wrong]="r.outcome === 'refused'">
                <td class="figure">{{ r.line }}</td>
                <td>{{ r.says }}</td>
                <td>{{ words[r.outcome] }}</td>
              </tr>
            }
          </tbody>
        </table>
        @if (takes()) {
          <button type="button" class="btn-line strong" (click)="take.emit()" data-testid="csv-take">Take in {{ takes() }}</button>
        } @else {
          <p class="quiet">Nothing in it would change anything.</p>
        }
      }
      <button type="button" class="btn-line" (click)="leave.emit()">Leave it</button>
    </section>
  `,
  styleUrl: './csv-report.css',
})
export class CsvReportView {
  readonly rows = input.required<readonly CsvRow[]>();
  readonly error = input<string>();
  readonly take = output();
  readonly leave = output();
  protected readonly words = WORDS;
  protected readonly takes = computed(() => this.rows().filter((r) => r.outcome === 'new' || r.outcome === 'changes').length);
  protected readonly same = computed(() => this.rows().filter((r) => r.outcome === 'same').length);
  protected readonly shown = computed(() => this.rows().filter((r) => r.outcome !== 'same'));
}
