import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { printLength } from '@saddle/core/measure';
import type { FaceId } from '@saddle/core/model';
import { measureOf, readTape, setByTape, thingNote, thingsOf, type Measure } from '@saddle/core/survey';
import { SURVEY_HOST } from './survey-host';
import { WordMark } from '../words/word';

const COLUMNS: Measure[] = ['left', 'bottom', 'width', 'height', 'depth'];

/** The same wall as a table: every figure can be typed over, in the tape's own words. */
@Component({
  selector: 'sa-things-table',
  imports: [WordMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <table class="plain things">
      <thead>
        <tr>
          <th>thing</th>
          @for (c of columns; track c) {
            <th class="figure">{{ c }}</th>
          }
          <th>known <sa-word of="known" /></th>
          <th>note</th>
        </tr>
      </thead>
      <tbody>
        @for (row of rows(); track row.thing.id) {
          <tr [class.selected]="row.thing.id === selectedId()">
            <th scope="row">
              <button type="button" class="link" (click)="picked.emit(row.thing.id)">{{ row.thing.name }}</button>
            </th>
            @for (cell of row.cells; track cell.measure) {
              <td class="figure">
                @if (cell.can) {
                  <input
                    class="cell"
                    type="text"
                    autocomplete="off"
                    [value]="cell.text"
                    [attr.aria-label]="row.thing.name + ', ' + cell.measure"
                    [attr.aria-invalid]="wrong()?.id === row.thing.id + cell.measure ? true : null"
                    (focus)="picked.emit(row.thing.id)"
                    (change)="set(row.thing.id, cell.measure, $event)"
                  />
                }
              </td>
            }
            <td>{{ row.thing.known === 'guessed' ? 'reckoned' : row.thing.known }}</td>
            <td>{{ row.note }}</td>
          </tr>
        } @empty {
          <tr>
            <td colspan="8">Nothing on this face yet: add a stud, a box, a door.</td>
          </tr>
        }
      </tbody>
    </table>
    @if (wrong(); as w) {
      <p class="notice stop" role="alert">{{ w.says }}</p>
    }
  `,
  styleUrl: './things-table.css',
})
export class ThingsTable {
  private readonly host = inject(SURVEY_HOST);
  readonly wallId = input.required<string>();
  readonly face = input.required<FaceId>();
  readonly selectedId = input<string>();
  readonly picked = output<string>();
  protected readonly columns = COLUMNS;
  protected readonly wrong = signal<{ id: string; says: string } | undefined>(undefined);
  private readonly wall = computed(() => this.host.surveyed().walls.find((w) => w.id === this.wallId())!);
  protected readonly rows = computed(() => {
    const [site, wall, face] = [this.host.surveyed(), this.wall(), this.face()];
    return thingsOf(site, wall)
      .filter((t) => t.face === undefined || t.face === face)
      .map((thing) => ({
        thing,
        note: thingNote(site, wall, thing),
        cells: COLUMNS.map((measure) => {
          const mm = measureOf(wall, thing, face, measure, site);
          const slides = thing.kind === 'stud' || thing.kind === 'reference';
          const can = measure === 'left' || (!slides && (measure !== 'depth' || thing.kind !== 'opening'));
          return { measure, can, text: mm === undefined ? '' : printLength(mm, this.host.unit()) };
        }),
      }));
  });

  protected set(id: string, measure: Measure, event: Event): void {
    const text = (event.target as HTMLInputElement).value;
    const reading = readTape(text, measure, this.host.surveyed(), this.wall(), id, this.host.unit(), this.face());
    if (!reading.ok) return this.wrong.set({ id: id + measure, says: reading.message });
    this.wrong.set(undefined);
    this.host.editSite(`${measure} ${text}`, (site) => setByTape(site, this.wall(), this.face(), id, reading));
  }
}
