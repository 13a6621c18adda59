import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { printMark } from '@saddle/core/measure';
import { PLACEHOLDER_RATES, type Rates, type Want } from '@saddle/core/model';
import { addWant, dropWant, newWant } from '@saddle/core/want';
import { nanoid } from 'nanoid';
import { TextField } from '../fields/text-field';
import { HouseSession } from '../house/house-session';

const RATE_WORDS: [keyof Rates, string][] = [
  ['cable14PerFt', 'cable 14-2, a foot'],
  ['cable12PerFt', 'cable 12-2, a foot'],
  ['cable10PerFt', 'cable 10-2, a foot'],
  ['patch', 'one patch'],
  ['seal', 'one hole sealed'],
  ['racewayPerFt', 'raceway, a foot'],
  ['fitting', 'one raceway fitting'],
  ['chasePerFt', 'chase made good, a foot'],
  ['sleeve', 'sleeve and cover outdoors'],
  ['breaker', 'one breaker'],
];

/** Outlets and lights that are wanted in the house, each with the way that was chosen for it. */
@Component({
  selector: 'sa-wants-page',
  imports: [RouterLink, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="stage-head">
      <h2>Wanted in this house</h2>
      @for (k of kinds; track k.kind) {
        <button type="button" class="btn-key" [disabled]="!walked()" (click)="add(k.kind)" [attr.data-testid]="'new-' + k.kind">
          {{ k.label }}
        </button>
      }
      <span class="quiet">Every fit feed and every way there is found, and what each costs.</span>
    </div>
    <div class="wants">
      <section>
        <ul class="job-list wants-list">
          @for (w of rows(); track w.id) {
            <li>
              <a [routerLink]="[w.id]" [attr.data-testid]="'want-' + w.id">
                <span class="job-title"
                  ><strong>{{ w.name }}</strong
                  ><span>{{ w.where }}</span></span
                >
                <span>{{ w.loads }}</span>
                <span>{{ w.chosen }}</span>
              </a>
              <button type="button" class="btn-line" (click)="drop(w.id, w.name)" [attr.aria-label]="'Take ' + w.name + ' out'">
                take out
              </button>
            </li>
          } @empty {
            <li class="none">
              {{
                walked()
                  ? 'Nothing is wanted yet: add an outlet above.'
                  : 'Walk round a room first: ways are searched in the plan of the house.'
              }}
            </li>
          }
        </ul>
      </section>
      <section class="panel-body">
        <h3>Your prices <span class="quiet">edit me: plain numbers in no currency</span></h3>
        <div class="fields">
          @for (r of rates(); track r.key) {
            <sa-text-field [label]="r.label" [value]="r.value" [numeric]="true" (set)="setRate(r.key, $event)" />
          }
        </div>
        @if (session.house().rates) {
          <button type="button" class="btn-line" (click)="usual()">back to the placeholders</button>
        }
      </section>
    </div>
  `,
})
export class WantsPage {
  protected readonly session = inject(HouseSession);
  private readonly router = inject(Router);
  protected readonly kinds: { kind: Want['kind']; label: string }[] = [
    { kind: 'outlet', label: 'add an outlet' },
    { kind: 'raceway', label: 'add outlets on a raceway' },
    { kind: 'lights', label: 'add lights and a switch' },
  ];
  protected readonly walked = computed(() => this.session.surveyed().rooms.some((r) => r.sides?.length));
  protected readonly rows = computed(() =>
    (this.session.house().wants ?? []).map((w) => {
      const place = w.places[0]!;
      const wall = this.session.surveyed().walls.find((x) => x.id === place.wallId);
      const more = w.places.length > 1 ? `, ${w.places.length} outlets` : w.lamps ? `, ${w.lamps.count} lampholders` : '';
      return {
        id: w.id,
        name: w.name,
        where: `${wall?.name ?? place.wallId}, ${printMark(place.fromLeft.mm, this.session.unit())} from the left${more}`,
        loads:
          w.loads.map((l) => `${l.name} ${l.watts ? `${l.watts} W` : `${l.amps} A`}`).join(', ') ||
          (w.lamps ? `${w.lamps.watts} W each` : 'no load named'),
        chosen: w.chosen ? 'way chosen' : 'no way chosen yet',
      };
    }),
  );
  protected readonly rates = computed(() => {
    const rates = this.session.house().rates ?? PLACEHOLDER_RATES;
    return RATE_WORDS.map(([key, label]) => ({ key, label, value: `${rates[key]}` }));
  });

  protected add(kind: Want['kind']): void {
    const want = newWant(this.session.house(), nanoid(10), kind);
    if (want && this.session.editHouse(`New: ${want.name}`, (h) => addWant(h, want)))
      void this.router.navigate(['/houses', this.session.house().id, 'wants', want.id], { queryParams: { tab: 'wanted' } });
  }
  protected drop(id: string, name: string): void {
    this.session.editHouse(`${name} taken out`, (h) => dropWant(h, id));
  }
  protected setRate(key: keyof Rates, text: string): void {
    this.session.editHouse('Prices', (h) => ({
      ...h,
      rates: { ...(h.rates ?? PLACEHOLDER_RATES), [key]: text.trim() === '' ? NaN : Number(text) },
    }));
  }
  protected usual(): void {
    this.session.editHouse('Placeholder prices', (h) => ({ ...h, rates: undefined }));
  }
}
