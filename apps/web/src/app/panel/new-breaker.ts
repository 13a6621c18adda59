import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, output, signal } from '@angular/core';
import { parsePower } from '@saddle/core/measure';
import { addBreaker, behindFeeder, breakerFindings, breakerPlaces, breakerSteps, type NewCircuit } from '@saddle/core/panel';
import { NOT_ENTERED, PANEL, panelOf } from '@saddle/core/model';
import { smallestGaugeFor } from '@saddle/core/codebook';
import { nanoid } from 'nanoid';
import { ChoiceField, type Choice } from '../fields/choice-field';
import { TextField } from '../fields/text-field';
import { HouseSession } from '../house/house-session';
import { FindingList, type FindingRow } from '../ledger/finding-list';

const PROTECTIONS = ['none', 'arc-fault', 'ground-fault', 'arc-fault and ground-fault'];

/** A breaker for a circuit of its own: what it must be, where it may stand, what stays live while it is set. */
@Component({
  selector: 'sa-new-breaker',
  imports: [ChoiceField, TextField, FindingList],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="panel-body">
      <h3>A circuit of its own</h3>
      <div class="fields">
        <sa-text-field label="what it is to feed" [value]="form().name" placeholder="kiln corner" (set)="put({ name: $event })" />
        <sa-choice-field label="room" [value]="form().room" [choices]="rooms()" [unknown]="true" (set)="put({ room: $event })" />
        <sa-choice-field label="rating" [value]="form().rating" [choices]="ratings" (set)="put({ rating: $event! })" />
        <sa-choice-field label="poles" [value]="form().poles" [choices]="poles" (set)="put({ poles: $event! })" />
        <sa-choice-field label="cable" [value]="gauge()" [choices]="gauges" (set)="gauge.set($event!)" />
        <sa-text-field
          label="load on it, watts or amps"
          [value]="form().load"
          placeholder="1750 W"
          [error]="loadError()"
          (set)="put({ load: $event })"
        />
        <sa-choice-field
          label="protection in the breaker"
          [value]="form().protection"
          [choices]="protections"
          [unknown]="true"
          unknownLabel="not chosen"
          (set)="put({ protection: $event })"
        />
        <sa-text-field label="type printed on it" [value]="form().type" (set)="put({ type: $event })" />
        <sa-choice-field
          label="shares its neutral with"
          [value]="form().partner"
          [choices]="partners()"
          [unknown]="true"
          unknownLabel="none"
          (set)="put({ partner: $event })"
        />
        <sa-choice-field label="space" [value]="space()" [choices]="places()" (set)="space.set($event)" />
      </div>
      <sa-finding-list [rows]="rows()" />
      <h4>In this order, by whoever may do it</h4>
      <ol class="breaker-steps">
        @for (s of steps(); track s) {
          <li>{{ s }}</li>
        }
      </ol>
      @if (stops().length) {
        <p class="field-error" role="status">It can’t be set yet: {{ stops().join('; ') }}.</p>
      }
      <button type="button" class="btn-line strong" [disabled]="!ready()" (click)="place()" data-testid="place-breaker">
        Note it in space {{ space() ?? '?' }}
      </button>
    </div>
  `,
  styleUrl: './new-breaker.css',
})
export class NewBreaker {
  private readonly session = inject(HouseSession);
  readonly panelId = input(PANEL);
  readonly placed = output<number>();
  protected readonly ratings: Choice[] = [15, 20, 30, 40, 50].map((a) => ({ value: `${a}`, label: `${a} A` }));
  protected readonly poles: Choice[] = [
    { value: '1', label: '1 (120 V)' },
    { value: '2', label: '2 (240 V)' },
  ];
  protected readonly gauges: Choice[] = [14, 12, 10, 8, 6].map((g) => ({ value: `${g}`, label: `${g} AWG` }));
  protected readonly protections = PROTECTIONS;
  protected readonly form = signal({
    name: '',
    room: undefined as string | undefined,
    rating: '20',
    poles: '1',
    load: '',
    protection: undefined as string | undefined,
    type: '',
    partner: undefined as string | undefined,
  });
  /** follows the rating until another is chosen */
  protected readonly gauge = linkedSignal(() => `${smallestGaugeFor(Number(this.form().rating))}`);
  protected readonly rooms = computed((): Choice[] =>
    this.session
      .surveyed()
      .rooms.filter((r) => r.id !== NOT_ENTERED)
      .map((r) => ({ value: r.id, label: r.name })),
  );
  protected readonly partners = computed((): Choice[] =>
    [...(panelOf(this.session.surveyed(), this.panelId())?.breakers ?? [])]
      .filter((b) => b.poles === 1 && b.tiedTo === undefined)
      .sort((a, b) => a.space - b.space)
      .map((b) => ({ value: b.circuitId, label: `space ${b.space}` })),
  );
  private readonly power = computed(() => (this.form().load.trim() ? parsePower(this.form().load) : undefined));
  protected readonly loadError = computed(() => {
    const power = this.power();
    return power && !power.ok ? power.message : '';
  });
  protected readonly wanted = computed((): NewCircuit => {
    const f = this.form();
    const power = this.power();
    return {
      name: f.name.trim() || 'new circuit',
      ratingA: Number(f.rating) as NewCircuit['ratingA'],
      poles: f.poles === '2' ? 2 : 1,
      gauge: Number(this.gauge()) as NewCircuit['gauge'],
      rooms: this.session.surveyed().rooms.filter((r) => r.id === f.room),
      loads: power?.ok ? [{ ...(power.watts === undefined ? { amps: power.amps } : { watts: power.watts }), continuous: false }] : [],
      ...(f.type.trim() ? { type: f.type.trim() } : {}),
      ...(f.protection ? { protection: { arcFault: f.protection.includes('arc'), groundFault: f.protection.includes('ground') } } : {}),
      ...(f.partner ? { sharesNeutralWith: f.partner } : {}),
    };
  });
  private readonly allPlaces = computed(() => breakerPlaces(this.session.surveyed(), this.wanted(), this.panelId()));
  protected readonly places = computed((): Choice[] =>
    this.allPlaces().map((p) => ({
      value: `${p.space}`,
      label: `${p.space}, leg ${p.legs.join(' ')}${p.refused ? ': not beside its partner' : `, ${p.imbalanceA.toFixed(1)} A apart`}`,
    })),
  );
  /** the best place, until another is chosen */
  protected readonly space = linkedSignal((): string | undefined => this.places()[0]?.value);
  private readonly chosen = computed(() => this.allPlaces().find((p) => `${p.space}` === this.space()));
  private readonly findings = computed(() =>
    breakerFindings(this.session.surveyed(), this.session.edition(), this.wanted(), this.panelId()),
  );
  protected readonly rows = computed((): FindingRow[] => this.findings().map((f) => ({ ...f, key: f.rule, cures: [] })));
  protected readonly steps = computed(() =>
    breakerSteps(this.wanted(), this.chosen(), behindFeeder(this.session.surveyed(), this.panelId())),
  );
  protected readonly stops = computed(() => [
    ...(this.form().name.trim() ? [] : ['say what it is to feed']),
    ...(this.chosen()?.refused ? [this.chosen()!.refused!] : []),
    ...this.findings()
      .filter((f) => f.verdict === 'stop')
      .map((f) => f.says),
  ]);
  protected readonly ready = computed(() => this.chosen() !== undefined && this.stops().length === 0 && !this.loadError());

  protected put(part: Partial<ReturnType<typeof this.form>>): void {
    this.form.update((f) => ({ ...f, ...part }));
  }
  protected place(): void {
    const space = Number(this.space());
    const wanted = this.wanted();
    const done = this.session.editSite(`Breaker for ${wanted.name}`, (site) =>
      addBreaker(site, wanted, space, { circuit: nanoid(10), breaker: nanoid(10) }, this.panelId()),
    );
    if (done) this.placed.emit(space);
  }
}
