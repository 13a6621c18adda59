import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { printAwg } from '@saddle/core/measure';
import {
  breakersOf,
  fromPanel,
  panelWith,
  RESERVED_USES,
  siteFrom,
  subpanelsOf,
  type Breaker,
  type Circuit,
  type Load,
  changeIn,
  takeFrom,
  US_BREAKERS_A,
} from '@saddle/core/model';
import { circuitSheet, putBreaker, putCircuit, readLoad, addLoad } from '@saddle/core/panel';
import { nanoid } from 'nanoid';
import { ChoiceField, type Choice } from '../fields/choice-field';
import { TextField } from '../fields/text-field';
import { YesNoField } from '../fields/yes-no-field';
import { HouseSession } from '../house/house-session';
import { FindingList, type FindingRow } from '../ledger/finding-list';

/** One breaker and its circuit: what it is, what hangs on it, what is left, and how that is known. */
@Component({
  selector: 'sa-circuit-form',
  imports: [ChoiceField, TextField, YesNoField, FindingList],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './circuit-form.html',
  styleUrl: './circuit-form.css',
})
export class CircuitForm {
  private readonly session = inject(HouseSession);
  readonly circuitId = input.required<string>();
  readonly breakerId = input.required<string>();
  readonly dropped = output<void>();
  protected readonly circuit = computed((): Circuit => this.session.surveyed().circuits.find((c) => c.id === this.circuitId())!);
  protected readonly breaker = computed((): Breaker => breakersOf(this.session.surveyed()).find((b) => b.id === this.breakerId())!);
  private readonly panel = computed(() => panelWith(this.session.surveyed(), this.circuitId())!);
  protected readonly sheet = computed(() => circuitSheet(this.session.surveyed(), this.circuit(), this.session.edition()));
  protected readonly ratings: Choice[] = US_BREAKERS_A.map((a) => ({
    value: `${a}`,
    label: `${a} A`,
  }));
  protected readonly reserved = RESERVED_USES.map((value): Choice<typeof value> => ({
    value,
    label: value === 'none' ? 'nothing special' : value.replace(/-/g, ' '),
  }));
  protected readonly ties = computed((): Choice[] => [
    { value: '', label: 'none' },
    ...this.panel()
      .panel.breakers.filter((b) => b.id !== this.breakerId())
      .sort((a, b) => a.space - b.space)
      .map((b) => ({ value: b.id, label: `space ${b.space}` })),
  ]);
  protected readonly rows = computed((): FindingRow[] => {
    const { load, wire } = this.sheet();
    return [
      { ...load, key: 'load', title: 'Everything on it at once', cures: [] },
      { ...wire, key: 'wire', title: 'Wire seen', cures: [] },
    ];
  });
  protected readonly wires = computed(() => this.sheet().gauges.map(printAwg).join(', ') || 'none seen yet');
  protected readonly feeds = computed(() =>
    [
      ...subpanelsOf(this.session.surveyed())
        .filter((p) => p.fedBy === this.breakerId())
        .map((p) => `the ${p.name}`),
      ...this.sheet().boxes.map((b) => (b.room ? `${b.name} (${b.room})` : b.name)),
    ].join(', '),
  );
  protected loadError = '';

  protected put(part: Partial<Circuit>): void {
    this.session.editSite(`Circuit ${this.circuit().number}`, (site) => putCircuit(site, this.circuitId(), part));
  }
  protected putBreaker(part: Partial<Breaker>): void {
    this.session.editSite(`Breaker ${this.circuit().number}`, (site) =>
      fromPanel(site, this.panel().id, putBreaker(siteFrom(site, this.panel().id), this.breakerId(), part)),
    );
  }
  protected rating(text: string | undefined): Circuit['breakerA'] {
    return text ? (Number(text) as Circuit['breakerA']) : undefined;
  }
  protected addLoad(input: HTMLInputElement): void {
    const read = readLoad(input.value);
    this.loadError = read.ok ? '' : read.message;
    if (read.ok && this.session.editSite(read.load.name, (site) => addLoad(site, this.circuitId(), nanoid(10), read.load)))
      input.value = '';
  }
  protected setLoad(id: string, part: Partial<Load>): void {
    this.session.editSite('Load', (site) => changeIn(site, 'loads', id, part));
  }
  protected dropLoad(id: string): void {
    this.session.editSite('Load taken out', (site) => takeFrom(site, 'loads', id));
  }
}
