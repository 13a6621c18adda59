import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { connections, MOST_IN_TERMINAL } from '@saddle/core/alteration';
import { FinalBench } from '../finals/final-bench';
import { AlterationEdits } from './alteration-edits';
import { TerminalsView } from './terminals-view';

/** What goes into which terminal, at every point that is opened. */
@Component({
  selector: 'sa-alteration-wire',
  imports: [FinalBench, TerminalsView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="stage-head"><h2>Connections</h2></div>
    <div class="sheet">
      <p class="quiet">
        Earth first, sleeved over its whole bare length; then neutral, then line. Every conductor is tugged. No terminal holds more than
        {{ most }}.
      </p>
      @for (p of points(); track p.id) {
        <h3>{{ p.name }}</h3>
        @if (p.terminals.length) {
          <sa-terminals [terminals]="p.terminals" [title]="p.name + ' from behind'" />
          <table class="plain" [attr.data-testid]="'terminals-' + p.id">
            <thead>
              <tr>
                <th>terminal</th>
                <th>conductor</th>
                <th>comes with</th>
              </tr>
            </thead>
            <tbody>
              @for (row of p.rows; track $index) {
                <tr>
                  <td>{{ row.terminal }}</td>
                  <td>{{ row.colour }}</td>
                  <td>{{ row.cable }}</td>
                </tr>
              }
            </tbody>
          </table>
        } @else {
          <p>
            Joined by maintenance-free connectors: line to line, neutral to neutral, earth to earth, each leg by itself, under a blank
            plate.
          </p>
        }
      } @empty {
        <p class="lead">Nothing is connected yet: choose circuit and point under Need.</p>
      }
      @if (edits.planned().final; as f) {
        <details (toggle)="tried.set(true)" data-testid="try-it">
          <summary>Try it: conductors by hand, and what the instruments then show</summary>
          @if (tried()) {
            <sa-final-bench [final]="f" [incoming]="edits.job().incoming ?? {}" [startAt]="edits.planned().point?.id" />
          }
        </details>
      }
    </div>
  `,
})
export class AlterationWire {
  protected readonly edits = inject(AlterationEdits);
  protected readonly tried = signal(false);
  protected readonly most = MOST_IN_TERMINAL;
  protected readonly points = computed(() => {
    const { final, point } = this.edits.planned();
    if (!final) return [];
    const old = final.points.find((p) => p.id === this.edits.subject().point?.id);
    return [...new Set([old, point].filter((p) => p !== undefined))].map((p) => {
      const terminals = connections(final, p.id);
      return {
        ...{ id: p.id, name: p.name, terminals },
        rows: terminals.flatMap((t) => t.ends.map((e, i) => ({ terminal: i === 0 ? t.name : '', colour: e.colour, cable: e.cable }))),
      };
    });
  });
}
