import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { articleIdsOf, ARTICLES, CUT_ARTICLES, type ArticleId } from '@saddle/core/catalog';
import { priceFrom } from '@saddle/core/exchange';
import { feet } from '@saddle/core/measure';
import { assumed, isUk, type CoilOnHand, type CountsOnHand, addCoil, changeCoil, dropCoil, putCount } from '@saddle/core/model';
import { isCut } from '@saddle/core/takeoff';
import { nanoid } from 'nanoid';
import { CellField } from '../fields/cell-field';
import { ChoiceField, type Choice } from '../fields/choice-field';
import { LengthField } from '../fields/length-field';
import { TextField } from '../fields/text-field';
import { HouseSession } from './house-session';

const UNIT = { each: '', ft: 'ft', m: 'm', l: 'l' } as const;

/** What lies there already: coils and lengths with what is left on them, and things by the piece. Used before anything is bought. */
@Component({
  selector: 'sa-on-hand-page',
  imports: [CellField, ChoiceField, LengthField, TextField, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="stage-head"><h2>On hand</h2></div>
    <section class="panel-body prices">
      <p class="quiet">
        Used before anything is bought. A job that is closed takes off what its plan used, and books in what it left: such figures are
        reckoned until you count or measure. <a [routerLink]="['/houses', session.house().id, 'prices']">Prices</a>
      </p>
      <h3>Coils and lengths</h3>
      @for (h of lengths(); track h.id) {
        <div class="fields on-hand" data-testid="on-hand">
          <sa-choice-field label="what" [value]="h.article" [choices]="cut" (set)="alter(h.id, { article: $event })" />
          <sa-length-field label="left on it" [value]="h.length" (set)="$event && alter(h.id, { length: $event })" />
          <sa-text-field label="where, what" [value]="h.note ?? ''" (set)="alter(h.id, { note: $event || undefined })" />
          <button type="button" class="btn-line low" (click)="drop(h.id)" [attr.aria-label]="'Used up: ' + nameOf(h)">used up</button>
        </div>
      } @empty {
        <p class="lead">No coil and no length of raceway.</p>
      }
      <button type="button" class="btn-line" (click)="addLength()" data-testid="add-coil">one more coil or length on hand</button>
      <h3>By the piece</h3>
      @if (counts().length) {
        <table class="plain price-table" data-testid="counts">
          <thead>
            <tr>
              <th>what</th>
              <th>how many</th>
              <th>which, where</th>
              <th></th>
            </tr>
          </thead>
          <tbody>
            @for (c of counts(); track c.id) {
              <tr>
                <td>
                  {{ c.what }}
                  @if (c.reckoned) {
                    <small>reckoned, not counted</small>
                  }
                </td>
                <td>
                  <sa-cell-field
                    [label]="c.what + ': on hand'"
                    [value]="c.count"
                    [short]="true"
                    [unit]="c.unit"
                    [error]="errors()[c.id]"
                    (set)="setCount(c.id, $event)"
                  />
                </td>
                <td>
                  <sa-cell-field [label]="c.what + ': which, where'" [value]="c.note" (set)="setNote(c.id, $event)" />
                </td>
                <td>
                  <button type="button" class="btn-line low" (click)="clear(c.id)" [attr.aria-label]="'None of it: ' + c.what">none</button>
                </td>
              </tr>
            }
          </tbody>
        </table>
      } @else {
        <p class="lead">Nothing counted yet.</p>
      }
      <sa-choice-field class="narrow-choice" label="count something" [value]="''" [choices]="more()" (set)="add($event)" />
      <p class="quiet">
        A kind of the price book may come in several sizes: a line of the shopping list says what it takes from here, so look that it fits.
      </p>
    </section>
  `,
  styleUrl: './on-hand-page.css',
})
export class OnHandPage {
  protected readonly session = inject(HouseSession);
  protected readonly errors = signal<Record<string, string>>({});
  protected readonly cut = CUT_ARTICLES.map((value): Choice<typeof value> => ({ value, label: ARTICLES[value].name }));
  protected readonly lengths = computed(() => this.session.house().onHand ?? []);
  protected readonly counts = computed(() =>
    Object.entries(this.session.house().counts ?? {}).flatMap(([id, c]) =>
      c ? [{ id: id as ArticleId, what: ARTICLES[id as ArticleId].name, unit: UNIT[ARTICLES[id as ArticleId].unit], count: `${c.count}`, note: c.note ?? '', reckoned: !!c.reckoned }] : [],
    ),
  ); // prettier-ignore
  protected readonly more = computed((): Choice[] => [
    { value: '', label: 'choose what' },
    ...articleIdsOf(isUk(this.session.house()))
      .filter((id) => !isCut(id) && !this.session.house().counts?.[id])
      .map((value) => ({
        value,
        label: ARTICLES[value].name,
      })),
  ]);
  protected nameOf(h: CoilOnHand): string {
    return h.note ?? ARTICLES[h.article].name;
  }

  protected addLength(): void {
    this.session.editHouse('A coil on hand', (h) => addCoil(h, { id: nanoid(10), article: 'cable-14', length: assumed(feet(25)) }));
  }
  protected alter(id: string, part: { [K in keyof CoilOnHand]?: CoilOnHand[K] | undefined }): void {
    this.session.editHouse('On hand', (h) => changeCoil(h, id, part));
  }
  protected drop(id: string): void {
    this.session.editHouse('Used up', (h) => dropCoil(h, id));
  }

  private put(what: string, id: ArticleId, value: CountsOnHand[ArticleId]): boolean {
    return this.session.editHouse(what, (h) => putCount(h, id, value));
  }
  protected add(id: string | undefined): void {
    // none of it until somebody counts
    if (id) this.put('To be counted', id as ArticleId, { count: 0, reckoned: true });
  }
  /** What is typed was counted. */
  protected setCount(id: ArticleId, text: string): void {
    const count = priceFrom(text);
    const { note } = this.session.house().counts?.[id] ?? {};
    const ok = text.trim() !== '' && !Number.isNaN(count) && this.put('Counted', id, { count, ...(note ? { note } : {}) });
    this.errors.update((e) => ({ ...e, [id]: ok ? '' : `“${text}”: a number from 0 to a million would do` }));
  }
  protected setNote(id: ArticleId, text: string): void {
    const { note: _, ...rest } = this.session.house().counts?.[id] ?? { count: 0 };
    this.put('Which, where', id, { ...rest, ...(text.trim() ? { note: text.trim() } : {}) });
  }
  protected clear(id: ArticleId): void {
    this.put('None of it', id, undefined);
  }
}
