import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, signal } from '@angular/core';
import { celsiusOf, fahrenheitOf } from '@saddle/core/measure';
import { type Air, type Delivery, type Hours, type RoomFree, type Visit, type When, withFields, changeOne } from '@saddle/core/model';
import { dryingFactor, inAirRange } from '@saddle/core/schedule';
import { nanoid } from 'nanoid';
import { ChoiceField, type Choice } from '../fields/choice-field';
import { TextField } from '../fields/text-field';
import { MaybeHours } from './maybe-hours';

/** How parts come, when rooms can be worked in, and the air that it dries in. */
@Component({
  selector: 'sa-comings-form',
  imports: [ChoiceField, MaybeHours, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h3>How the parts come</h3>
    @if (when().shop; as shop) {
      <div class="row-form" data-testid="shop">
        <sa-text-field
          label="a trip to the shop takes, min"
          hint="45 to 90 usually (handbook)"
          [value]="'' + shop.minutes"
          [numeric]="true"
          [error]="errors()['shop'] ?? ''"
          (set)="setTrip($event)"
        />
        <sa-maybe-hours
          label="The shop is open"
          [hours]="shop.open"
          bind="only when it is open"
          [usual]="shopHours"
          (set)="setOpen($event)"
        />
        <button type="button" class="btn-line" (click)="put('It is all here', { shop: undefined })">it is all here</button>
      </div>
    } @else {
      <button type="button" class="btn-line" (click)="put('A trip to the shop', { shop: { minutes: 60 } })" data-testid="add-shop">
        Somebody has to go to the shop first
      </button>
    }
    @for (d of when().deliveries ?? []; track d.id) {
      <div class="row-form" data-testid="delivery">
        <sa-text-field label="what is brought" [value]="d.what" (set)="$event && setDelivery(d, { what: $event })" />
        <label class="field"
          ><span class="field-label">on</span>
          <input
            class="field-input"
            type="datetime-local"
            step="300"
            [value]="d.at"
            (change)="at.value && setDelivery(d, { at: at.value })"
            #at
          />
        </label>
        <sa-choice-field
          label="waits for it"
          [value]="d.step ?? ''"
          [choices]="waiting()"
          (set)="setDelivery(d, { step: $event || undefined })"
        />
        <button type="button" class="btn-line" (click)="dropDelivery(d)" [attr.aria-label]="'Take out: ' + d.what">take out</button>
      </div>
    }
    <button type="button" class="btn-line" (click)="addDelivery()" data-testid="add-delivery">Something is brought on a day</button>
    @if (when().shop && brought()) {
      <p class="quiet">Both are laid out: fetched in one trip, or waited for.</p>
    }
    <h3>Visits that are waited for</h3>
    @for (v of when().visits ?? []; track v.id) {
      <div class="row-form" data-testid="visit">
        <sa-text-field label="who comes for what" [value]="v.what" (set)="$event && setVisit(v, { what: $event })" />
        <sa-choice-field label="once this is done" [value]="v.after" [choices]="steps()" (set)="$event && setVisit(v, { after: $event })" />
        <sa-text-field
          label="takes, min"
          [value]="'' + v.minutes"
          [numeric]="true"
          [error]="errors()[v.id] ?? ''"
          (set)="setVisitMinutes(v, $event)"
        />
        <button type="button" class="btn-line" (click)="dropVisit(v)" [attr.aria-label]="'Take out: ' + v.what">take out</button>
      </div>
    }
    <button type="button" class="btn-line" (click)="addVisit()" data-testid="add-visit">An inspection, or somebody else who comes</button>
    @if (when().visits?.length) {
      <p class="quiet">What rests on that step waits for the visit. Fix it to the hour it was booked for in the list above.</p>
    }
    <h3>Rooms</h3>
    @for (r of when().rooms ?? []; track r.id) {
      <div class="row-form" data-testid="room-free">
        <sa-choice-field label="room" [value]="r.roomId" [choices]="rooms()" (set)="$event && setRoom(r, { roomId: $event })" />
        <label class="field"
          ><span class="field-label">free from</span>
          <input
            class="field-input"
            type="datetime-local"
            step="300"
            [value]="r.from ?? ''"
            (change)="setRoom(r, { from: from.value || undefined })"
            #from
          />
        </label>
        <button type="button" class="btn-line" (click)="dropRoom(r)" [attr.aria-label]="'Room is free again: ' + nameOf(r)">
          always free
        </button>
        <sa-maybe-hours
          label="free only"
          [hours]="r.hours"
          bind="only at certain hours"
          [usual]="roomHours"
          (set)="setRoom(r, { hours: $event })"
        />
        @if (errors()[r.id]; as says) {
          <span class="field-error" role="alert">{{ says }}</span>
        }
      </div>
    }
    @if (rooms().length) {
      <sa-choice-field
        class="narrow-choice"
        label="a room is not free all the time"
        [choices]="rooms()"
        [unknown]="true"
        unknownLabel="choose the room"
        (set)="addRoom($event)"
      />
    }
    <h3>The air</h3>
    @if (when().air || asking()) {
      <div class="row-form" data-testid="air">
        <sa-text-field
          [label]="fahrenheit() ? 'temperature, °F' : 'temperature, °C'"
          [value]="degrees()"
          [numeric]="true"
          [error]="errors()['celsius'] ?? ''"
          (set)="setAir('celsius', $event)"
        />
        <sa-text-field
          label="humidity, %"
          [value]="humidity()"
          [numeric]="true"
          [error]="errors()['humidity'] ?? ''"
          (set)="setAir('humidity', $event)"
        />
        <button type="button" class="btn-line" (click)="forgetAir()">not known</button>
      </div>
      @if (when().air) {
        <p class="quiet">
          What gives its water to the air takes {{ factor() }} times as long as at 70 °F and half humidity: by how much water the air still
          takes up (vapour pressure deficit; Magnus formula, from memory). The tub says more.
        </p>
      } @else {
        <p class="quiet">Counts once both are entered.</p>
      }
    } @else {
      <button type="button" class="btn-line" (click)="asking.set(true)" data-testid="add-air">Temperature and humidity are known</button>
    }
  `,
})
export class ComingsForm {
  readonly when = input.required<When>();
  /** rooms that something is done in, and steps that can wait */
  readonly rooms = input.required<Choice[]>();
  readonly steps = input.required<Choice[]>();
  readonly fahrenheit = input(true);
  /** what is edited, in words, and what it becomes; refused where it answers so */
  readonly edit = input.required<(title: string, change: (w: When) => When) => boolean>();

  protected readonly shopHours: Hours = { days: [0, 1, 2, 3, 4, 5], from: 420, to: 1140 };
  protected readonly roomHours: Hours = { days: [0, 1, 2, 3, 4], from: 540, to: 1020 };
  protected readonly errors = signal<Record<string, string>>({});
  protected readonly waiting = computed((): Choice[] => [{ value: '', label: 'all that is put in' }, ...this.steps()]);
  protected readonly brought = computed(() => (this.when().deliveries ?? []).some((d) => d.step === undefined));
  protected readonly factor = computed(() => (this.when().air ? dryingFactor(this.when().air!).toFixed(1) : ''));
  /** what was typed of the air; it counts once both are */
  protected readonly asking = signal(false);
  private readonly typed = linkedSignal((): Partial<Air> => this.when().air ?? {});
  protected readonly degrees = computed(() => {
    const { celsius } = this.typed();
    return celsius === undefined ? '' : `${Math.round((this.fahrenheit() ? fahrenheitOf(celsius) : celsius) * 10) / 10}`;
  });
  protected readonly humidity = computed(() => `${this.typed().humidity ?? ''}`);

  protected put(title: string, part: { [K in keyof When]?: When[K] | undefined }): boolean {
    return this.edit()(title, (w) => withFields(w, part));
  }
  private say(field: string, text: string): void {
    this.errors.update((e) => ({ ...e, [field]: text }));
  }
  protected setTrip(text: string): void {
    const minutes = Number(text);
    const ok = text !== '' && this.put('A trip to the shop', { shop: { ...this.when().shop, minutes } });
    this.say('shop', ok ? '' : `“${text}”: whole minutes from 5 to 600 would do`);
  }
  protected setOpen(open: Hours | undefined): void {
    const { minutes } = this.when().shop!;
    this.put('When the shop is open', { shop: { minutes, ...(open ? { open } : {}) } });
  }
  protected addDelivery(): void {
    const at = this.when().from;
    this.put('Something is brought', {
      deliveries: [...(this.when().deliveries ?? []), { id: nanoid(8), what: 'parts that were ordered', at }],
    });
  }
  protected setDelivery(d: Delivery, part: { [K in keyof Delivery]?: Delivery[K] | undefined }): void {
    const next = Object.fromEntries(Object.entries({ ...d, ...part }).filter(([, v]) => v !== undefined)) as Delivery;
    this.put('What is brought', { deliveries: changeOne(this.when().deliveries ?? [], d.id, () => next) });
  }
  protected dropDelivery(d: Delivery): void {
    const left = (this.when().deliveries ?? []).filter((x) => x.id !== d.id);
    this.put('Nothing is brought', { deliveries: left.length ? left : undefined });
  }
  protected addVisit(): void {
    const last = this.steps().at(-1);
    if (last) this.put('A visit', { visits: [...(this.when().visits ?? []), { id: nanoid(8), what: 'Inspection', after: (this.steps().at(-2) ?? last).value, minutes: 30 }] }); // prettier-ignore
  }
  protected setVisit(v: Visit, part: Partial<Visit>): boolean {
    return this.put('A visit', { visits: changeOne(this.when().visits ?? [], v.id, part) });
  }
  protected setVisitMinutes(v: Visit, text: string): void {
    const ok = text !== '' && this.setVisit(v, { minutes: Number(text) });
    this.say(v.id, ok ? '' : `“${text}”: whole minutes from 5 to 600 would do`);
  }
  protected dropVisit(v: Visit): void {
    const left = (this.when().visits ?? []).filter((x) => x.id !== v.id);
    this.put('Nobody comes', { visits: left.length ? left : undefined });
  }
  protected nameOf(r: RoomFree): string {
    return this.rooms().find((x) => x.value === r.roomId)?.label ?? r.roomId;
  }
  protected addRoom(roomId: string | undefined): void {
    if (roomId) this.put('When a room is free', { rooms: [...(this.when().rooms ?? []), { id: nanoid(8), roomId, hours: { days: [0, 1, 2, 3, 4, 5, 6], from: 540, to: 1020 } }] }); // prettier-ignore
  }
  protected setRoom(r: RoomFree, part: { [K in keyof RoomFree]?: RoomFree[K] | undefined }): void {
    const next = Object.fromEntries(Object.entries({ ...r, ...part }).filter(([, v]) => v !== undefined)) as RoomFree;
    const ok = this.put('When a room is free', { rooms: changeOne(this.when().rooms ?? [], r.id, () => next) });
    this.say(r.id, ok ? '' : 'say from when, or at which hours; or “always free”');
  }
  protected dropRoom(r: RoomFree): void {
    const left = (this.when().rooms ?? []).filter((x) => x.id !== r.id);
    this.put('A room is always free', { rooms: left.length ? left : undefined });
  }
  protected setAir(what: keyof Air, text: string): void {
    const number = text.trim() === '' ? NaN : Number(text.replace(',', '.'));
    const value = what === 'celsius' && this.fahrenheit() ? celsiusOf(number) : number;
    const { celsius, humidity }: Partial<Air> =
      what === 'celsius' ? { ...this.typed(), celsius: value } : { ...this.typed(), humidity: value };
    const ok =
      inAirRange(what, value) && (celsius === undefined || humidity === undefined || this.put('The air', { air: { celsius, humidity } }));
    const range = what === 'humidity' ? '5 to 90 %' : this.fahrenheit() ? '36 to 113 °F' : '2 to 45 °C';
    this.say(what, ok ? '' : `“${text}”: ${range} would do`);
    if (ok) this.typed.update((t) => ({ ...t, [what]: value }));
  }
  protected forgetAir(): void {
    this.asking.set(false);
    this.typed.set({});
    if (this.when().air) this.put('Air not known', { air: undefined });
  }
}
