import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { mustReadAt } from '@saddle/core/alteration';
import { dropsOf, finalOf, lengthRound, lengthsRead, loopsOf } from '@saddle/core/finals';
import { FinalDrawingView } from '../finals/final-drawing';
import { AlterationEdits } from './alteration-edits';

/** The circuit as it will lie, and what its new point must read. */
@Component({
  selector: 'sa-alteration-circuit',
  imports: [FinalDrawingView, RouterLink],
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
                <td class="quiet">{{ r.how }}</td>
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
    const planned = this.edits.planned();
    const incoming = this.edits.job().incoming ?? {};
    const { final, point } = planned;
    if (!final || !point) return [];
    const must = mustReadAt(this.edits.job(), planned);
    const lengths = lengthsRead(final);
    const whole = lengths.unknown.length === 0;
    const warm = whole && incoming.zeOhm !== undefined ? loopsOf(final, lengths.mm, incoming.zeOhm).find((l) => l.pointId === point.id)?.zsWarm : undefined; // prettier-ignore
    const drop = whole ? dropsOf(final, lengths.mm).find((d) => d.pointId === point.id) : undefined;
    const ohm = (value: number | undefined): string => (value === undefined ? 'can’t tell' : `${value.toFixed(2)} Ω`);
    const missing = whole ? '' : 'lengths of runs are missing';
    return [
      { what: 'R1+R2 there, cold', value: ohm(must.r1r2), how: missing || 'solved from the lengths, 20 °C' },
      { what: 'Zs there, cold', value: ohm(must.zs), how: missing || (incoming.zeOhm === undefined ? 'Ze was not read' : `Ze ${incoming.zeOhm} Ω and R1+R2`) },
      { what: 'Zs there, warm', value: ohm(warm), how: missing || 'conductors at 70 °C' },
      { what: 'drop there, loaded', value: drop ? `${drop.volts.toFixed(1)} V, ${drop.percent.toFixed(1)} %` : 'can’t tell', how: missing || '20 A there, the rest spread; on a radial all of it' },
    ];
  }); // prettier-ignore
}
