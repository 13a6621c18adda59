import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { finalOf, lengthRound, lengthsRead, pointFigures } from '@saddle/core/finals';
import { printQuantity } from '@saddle/core/measure';
import type { Sum } from '@saddle/core/model';
import { FinalDrawingView } from '../finals/final-drawing';
import { SumTable } from '../ledger/sum-table';
import { AlterationEdits } from './alteration-edits';

/** The circuit as it will lie, and what its new point must read. */
@Component({
  selector: 'sa-alteration-circuit',
  imports: [FinalDrawingView, RouterLink, SumTable],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="stage-head">
      <h2>Circuit</h2>
      @if (edits.alteration().finalId; as id) {
        <a class="btn-line" [routerLink]="['/houses', edits.job().houseId, 'circuits', id]">its runs and lengths</a>
        <a class="btn-line" [routerLink]="['/houses', edits.job().houseId, 'circuits', id, 'tests']">its tests</a>
      }
      <a class="btn-line" [routerLink]="['/houses', edits.job().houseId, 'circuits']">supply and circuits</a>
    </div>
    <div class="sheet">
      @if (shown(); as f) {
        <sa-final-drawing [final]="f" [chosen]="chosen() ?? edits.planned().point?.id" [centre]="centre()" (picked)="chosen.set($event)" />
        <h3>{{ edits.planned().point?.name }}, as planned</h3>
        <table class="plain" data-testid="must-read">
          <tbody>
            @for (r of figures(); track r.what) {
              <tr>
                <td>{{ r.what }}</td>
                <td class="figure">{{ r.value }}</td>
                <td>
                  <span class="quiet">{{ r.how }}</span>
                  @if (r.sum; as sum) {
                    <details>
                      <summary>How it comes about</summary>
                      <sa-sum-table [sum]="sum" />
                    </details>
                  }
                </td>
              </tr>
            }
          </tbody>
        </table>
      } @else {
        <p class="lead">Choose the circuit under Need. Its points and runs are noted on the house’s page of circuits.</p>
      }
    </div>
  `,
})
export class AlterationCircuit {
  protected readonly edits = inject(AlterationEdits);
  protected readonly chosen = signal<string | undefined>(undefined);
  protected readonly shown = computed(() => {
    const final = this.edits.planned().final;
    return final && (finalOf(this.edits.session.site(), final.id) ?? final);
  });
  protected readonly centre = computed(() => {
    const metres = lengthRound(this.shown()!);
    return metres === undefined ? [] : [`${metres.toFixed(1)} m ${this.shown()!.shape === 'ring' ? 'round' : 'in all'}`];
  });
  protected readonly figures = computed(() => {
    const { final, point } = this.edits.planned();
    if (!final || !point) return [];
    const { zeOhm } = this.edits.job().incoming ?? {};
    const lengths = lengthsRead(final);
    const { r1r2, zs, zsWarm, drop, taken } = pointFigures(final, lengths.mm, point.id, zeOhm);
    const missing = final.runs.some((r) => !lengths.mm.has(r.id))
      ? 'lengths of runs are missing'
      : lengths.taken
        ? 'lengths taken as equal from r1'
        : '';
    const outside = missing || (zeOhm === undefined ? 'Ze was not read' : '');
    const row = (what: string, sum: Sum | undefined, how: string) => ({
      ...{ what, sum, value: sum ? printQuantity(sum.result.value, sum.result.unit, this.edits.session.unit()) : 'can’t tell' },
      how: [how || (sum ? '' : 'no whole way leads there'), sum ? taken : undefined].filter(Boolean).join('; '),
    });
    return [
      row('R1+R2 there, cold', r1r2, missing || (final.shape === 'ring' ? 'legs crossed at the board, 20 °C' : '20 °C')),
      row('Zs there, cold', zs, outside),
      row('Zs there, warm', zsWarm, outside || 'conductors at 70 °C'),
      row('drop there, loaded', drop, missing || (final.shape === 'ring' ? '20 A there, the rest spread' : 'all of it there')),
    ];
  });
}
