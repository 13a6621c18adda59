import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import {
  panelsOf,
  subpanelsOf,
  type JobWant,
  type MeasuredLength,
  type Want,
  type WantLamps,
  type WantPlace,
  renamed,
} from '@saddle/core/model';
import { USUAL_STOCK } from '@saddle/core/route';
import { roomFaces } from '@saddle/core/survey';
import { nextPlace, putPlace, shelvesAt, toFace, toShelf, putWant } from '@saddle/core/purpose';
import { ChoiceField, type Choice } from '../fields/choice-field';
import { LengthField } from '../fields/length-field';
import { TextField } from '../fields/text-field';
import { YesNoField } from '../fields/yes-no-field';
import { JobSession } from '../job/job-session';

/** What is wanted, and where: places on faces, what will be plugged in, lampholders, what the raceway is cut from. */
@Component({
  selector: 'sa-want-form',
  imports: [ChoiceField, LengthField, TextField, YesNoField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="panel-body">
      <div class="fields">
        <sa-text-field label="name of the job" [value]="want().name" (set)="$event && rename($event)" />
      </div>
      @for (p of want().places; track $index) {
        <h4>{{ want().places.length > 1 ? 'Outlet ' + ($index + 1) : want().kind === 'lights' ? 'The switch' : 'Where' }}</h4>
        <div class="fields wide">
          <sa-choice-field label="wall, seen from" [value]="p.wallId + '|' + p.face" [choices]="faces()" (set)="setFace($index, $event)" />
          @if (want().kind === 'raceway' && shelvesAt(p); as shelves) {
            @if (shelves.length > 0) {
              <sa-choice-field
                label="the raceway lies there"
                [value]="p.inFront"
                [choices]="shelves"
                [unknown]="true"
                unknownLabel="on the wall"
                (set)="onShelf($index, $event)"
              />
            }
          }
          <sa-length-field
            label="from its left end to the middle of the box"
            [value]="p.fromLeft"
            (set)="place($index, { fromLeft: $event })"
          />
          <sa-length-field label="floor to the bottom of the box" [value]="p.bottom" (set)="place($index, { bottom: $event })" />
          @if (want().places.length > 1) {
            <button type="button" class="btn-line low" (click)="dropPlace($index)">take out</button>
          }
        </div>
      }
      @if (want().kind === 'raceway' || want().kind === 'run') {
        <button type="button" class="btn-line" (click)="addPlace()" data-testid="add-place">one more outlet</button>
        @if (full()) {
          <p class="field-error" role="status">{{ full() }}</p>
        }
      }
      @if (want().kind === 'raceway') {
        <h4>The raceway</h4>
        <div class="fields">
          <sa-length-field label="stock length" [value]="stock().stock" (set)="$event && setStock({ stock: $event })" />
          <sa-length-field label="saw cut" [value]="stock().kerf" (set)="$event && setStock({ kerf: $event })" />
          <sa-text-field
            label="12 AWG wires it is made for"
            [value]="most()"
            [numeric]="true"
            [error]="mostError()"
            hint="from the maker’s sheet; empty: not read"
            (set)="setMost($event)"
          />
        </div>
      }
      @if (want().lamps; as l) {
        <h4>Lampholders</h4>
        <div class="fields">
          <sa-text-field label="how many" [value]="'' + l.count" [numeric]="true" (set)="lamps({ count: whole($event) })" />
          <sa-text-field label="in rows" [value]="'' + l.rows" [numeric]="true" (set)="lamps({ rows: whole($event) })" />
          <sa-text-field
            label="watts of the fitting"
            [value]="'' + l.watts"
            [numeric]="true"
            hint="the largest lamp it is made for, not the one in it"
            (set)="lamps({ watts: whole($event) })"
          />
        </div>
        <div class="chips" role="group" aria-label="Under or over which rooms">
          @for (r of rooms(); track r.value) {
            <button type="button" class="chip" [attr.aria-pressed]="l.under.includes(r.value)" (click)="toggleRoom(l, r.value)">
              {{ r.label }}
            </button>
          }
        </div>
      }
      @if (want().kind !== 'lights') {
        <div class="fields">
          <sa-yes-no label="a circuit of its own from the panel" [value]="want().ownCircuit" (set)="setOwn($event ?? false)" />
          @if (want().ownCircuit || fromPanel()) {
            <sa-choice-field
              label="its breaker, A"
              [value]="'' + (want().ownA ?? 20)"
              [choices]="['15', '20']"
              (set)="put({ ownA: $event === '15' ? 15 : undefined })"
            />
          }
          @if ((want().kind === 'outlet' || want().kind === 'run') && !want().lowVoltage) {
            <sa-choice-field
              label="receptacles in each box"
              [value]="want().gangs === 2 ? '2' : '1'"
              [choices]="['1', '2']"
              (set)="put({ gangs: $event === '2' ? 2 : undefined })"
            />
          }
          @if (want().lowVoltage) {
            <sa-length-field
              label="low-voltage cable, as it will lie"
              [value]="want().lowVoltageRun"
              [optional]="true"
              hint="open: it is not on the list"
              (set)="put({ lowVoltageRun: $event })"
            />
          }
          @if ((want().kind === 'outlet' || want().kind === 'run') && !want().lowVoltage) {
            <sa-choice-field
              label="its receptacle"
              [value]="want().face ?? ''"
              [choices]="faceChoices"
              (set)="put({ face: $event === 'ground-fault' ? $event : undefined })"
            />
          }
          @if (want().ownCircuit && panels().length) {
            <sa-choice-field
              label="its breaker stands in"
              [value]="want().from"
              [choices]="panels()"
              [unknown]="true"
              unknownLabel="whichever suits best"
              (set)="from($event)"
            />
          }
          @if (!want().ownCircuit) {
            <sa-choice-field
              label="its power comes from"
              [value]="want().from"
              [choices]="feeds()"
              [unknown]="true"
              unknownLabel="whichever suits best"
              (set)="from($event)"
            />
          }
          @if (want().kind === 'outlet' || want().kind === 'run') {
            <sa-yes-no label="a raceway on the wall may be seen" [value]="want().mayShow" (set)="put({ mayShow: $event ?? false })" />
          }
        </div>
      }
    </div>
  `,
  styleUrl: './want-form.css',
})
export class WantForm {
  private readonly session = inject(JobSession);
  readonly want = input.required<Want>();
  protected readonly faces = computed((): Choice[] =>
    roomFaces(this.session.job().found).map((f) => ({ value: `${f.wallId}|${f.face}`, label: f.name })),
  );
  protected readonly rooms = computed((): Choice[] =>
    this.session
      .job()
      .found.rooms.filter((r) => r.sides?.length)
      .flatMap((r) => {
        const where = r.below && r.below !== 'slab' ? 'under' : r.above && r.above !== 'flat-roof' ? 'over' : undefined;
        return where ? [{ value: r.id, label: `${where} the ${r.name}` }] : [];
      }),
  );
  protected readonly stock = computed(() => this.want().raceway ?? USUAL_STOCK);
  protected readonly most = computed(() => (this.stock().most12 === undefined ? '' : `${this.stock().most12}`));
  protected readonly mostError = signal('');
  protected readonly full = signal('');
  protected rename(name: string): void {
    this.session.edit(`Called ${name}`, (job) => renamed(job, name));
  }
  protected put(part: Partial<JobWant>): void {
    this.session.edit(this.want().name, (job) => putWant(job, part));
  }
  protected place(index: number, part: { fromLeft?: MeasuredLength | undefined; bottom?: MeasuredLength | undefined }): void {
    const [key, value] = Object.entries(part)[0] as [keyof WantPlace, MeasuredLength | undefined];
    if (value) this.session.edit(`${this.want().name} moved`, (job) => putPlace(job, index, { [key]: value }));
  }
  protected setFace(index: number, value: string | undefined): void {
    const [wallId, face] = (value ?? '').split('|') as [string, WantPlace['face']];
    if (face) this.session.edit(`${this.want().name} on another wall`, (job) => toFace(this.session.job().found, job, index, wallId, face));
  }
  protected shelvesAt(p: WantPlace): Choice[] {
    return shelvesAt(this.session.job().found, p).map((f) => ({ value: f.id, label: f.name }));
  }
  protected onShelf(index: number, id: string | undefined): void {
    this.session.edit(`${this.want().name} on ${id === undefined ? 'the wall' : 'a shelf'}`, (job) =>
      toShelf(this.session.job().found, job, index, id),
    );
  }
  protected addPlace(): void {
    const next = nextPlace({ ...this.session.house.house(), site: this.session.job().found }, this.want());
    this.full.set(next ? '' : 'No room for one more on that wall: set the last one on the next wall first, or further left.');
    if (next) this.put({ places: [...this.want().places, next] });
  }
  protected dropPlace(index: number): void {
    this.put({ places: this.want().places.filter((_, i) => i !== index) });
  }
  protected setStock(part: Partial<NonNullable<Want['raceway']>>): void {
    this.put({ raceway: { ...this.stock(), ...part } });
  }
  protected setMost(text: string): void {
    const value = Number(text);
    const wrong = text !== '' && !(Number.isInteger(value) && value >= 1 && value <= 100);
    this.mostError.set(wrong ? `“${text}” is no number of wires; 10 would be one.` : '');
    if (!wrong) this.setStock({ most12: text === '' ? undefined : value });
  }
  protected readonly faceChoices: Choice[] = [
    { value: '', label: 'as the room asks' },
    { value: 'ground-fault', label: 'ground-fault protective, what goes on behind it' },
  ];
  /** more than one panel: then it has to be said which */
  protected readonly panels = computed((): Choice[] => {
    const { found } = this.session.job();
    return subpanelsOf(found).length ? panelsOf(found).map((p) => ({ value: p.id, label: p.panel.name })) : [];
  });
  protected readonly fromPanel = computed(() => this.panels().some((p) => p.value === this.want().from));
  protected readonly feeds = computed((): Choice[] => [
    ...this.panels().map((p) => ({ ...p, label: `a new breaker in the ${p.label}` })),
    ...this.session.job().found.boxes.map((b) => ({ value: b.id, label: b.name })),
  ]);
  /** a feed that was chosen is one of the other kind then */
  protected setOwn(ownCircuit: boolean): void {
    this.put({ ownCircuit, from: undefined });
  }
  protected from(id: string | undefined): void {
    this.put({ from: id });
  }
  protected whole = (text: string): number => (text.trim() === '' ? NaN : Number(text));
  protected lamps(part: Partial<WantLamps>): void {
    const lamps = this.want().lamps;
    if (lamps) this.put({ lamps: { ...lamps, ...part } });
  }
  protected toggleRoom(lamps: WantLamps, id: string): void {
    this.lamps({ under: lamps.under.includes(id) ? lamps.under.filter((r) => r !== id) : [...lamps.under, id] });
  }
}
