import { putCircuit, nameCircuitOf, readLoad, addLoad } from '@saddle/core/panel';
import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import {
  type Box,
  type Circuit,
  type FaceId,
  type House,
  RESERVED_USES,
  type Site,
  type Wall,
  takeFrom,
  changeIn,
  readYearBuilt,
} from '@saddle/core/model';
import { nanoid } from 'nanoid';
import { ChoiceField, type Choice } from '../fields/choice-field';
import { LengthField } from '../fields/length-field';
import { TextField } from '../fields/text-field';
import { JobSession } from '../job/job-session';
import { BoxForm } from '../survey/box-form';
import { WallForm } from '../survey/wall-form';
import { WallSurvey } from '../survey/wall-survey';
import { Segmented, type Segment } from '../fields/segmented';
import { YesNoField } from '../fields/yes-no-field';
import { WordMark } from '../words/word';

/** What is there: the wall, the old box and its cables, the circuit. What isn't known stays open. */
@Component({
  selector: 'sa-survey-stage',
  imports: [WordMark, Segmented, LengthField, ChoiceField, TextField, WallForm, BoxForm, WallSurvey, YesNoField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './survey-stage.html',
  styleUrl: './survey-stage.css',
})
export class SurveyStage {
  protected readonly session = inject(JobSession);
  protected readonly reserved = RESERVED_USES.map((value): Choice<typeof value> => ({
    value,
    label: value === 'none' ? 'nothing special' : value.replace(/-/g, ' '),
  }));
  protected readonly breakers: Choice<NonNullable<Circuit['breakerA']>>[] = ([15, 20, 25, 30] as const).map((a) => ({
    value: a,
    label: `${a} A`,
  }));
  protected readonly views: Segment<boolean>[] = [
    { value: false, label: 'list' },
    { value: true, label: 'wall' },
  ];
  /** the list of figures, or the wall as a drawing */
  protected readonly drawing = signal(false);
  private readonly looked = signal<{ wallId: string; face: FaceId } | undefined>(undefined);
  protected readonly at = computed(() => this.looked() ?? { wallId: this.wall().id, face: this.face() });
  private readonly shownBox = signal<string | undefined>(undefined);
  /** the boxes that the job finds, one of which is shown */
  protected readonly found = computed((): Box[] => {
    const there = new Set(this.session.house.surveyed().boxes.map((b) => b.id));
    return this.session.work().boxes.flatMap((b) => (b.was && there.has(b.box.id) ? [b.was] : []));
  });
  protected readonly choices = computed((): Segment<string>[] => this.found().map((b) => ({ value: b.id, label: b.name })));
  protected readonly source = computed((): Box | undefined => this.found().find((b) => b.id === this.shownBox()) ?? this.found()[0]);
  protected show(id: string): void {
    this.shownBox.set(id);
    this.looked.set(undefined);
  }
  /** wall of the box that is shown, else of the place that is wanted */
  protected readonly wall = computed((): Wall => {
    const { walls } = this.session.house.surveyed();
    const id = this.source()?.wallId ?? this.session.job().want?.places[0]?.wallId;
    return walls.find((w) => w.id === id) ?? walls[0]!;
  });
  private readonly face = computed((): FaceId => this.source()?.face ?? this.session.job().want?.places[0]?.face ?? 'A');
  protected readonly circuit = computed((): Circuit | undefined =>
    this.session.house.surveyed().circuits.find((c) => c.id === this.source()?.circuitId),
  );
  protected readonly otherLoads = computed(() => this.session.house.surveyed().loads.filter((l) => l.circuitId === this.circuit()?.id));
  protected look(at: { wallId: string; face: FaceId }): void {
    this.looked.set(at);
  }
  private edit(title: string, change: (site: Site) => Site): boolean {
    return this.session.house.editSite(title, change);
  }
  /** Names the circuit of the box; what is fed from it hangs on the same by itself. */
  protected setCircuit(part: Partial<Circuit>): void {
    const [circuit, source] = [this.circuit(), this.source()];
    if (circuit) return void this.edit(circuit.name, (site) => putCircuit(site, circuit.id, part));
    if (!source) return;
    this.edit(`Circuit ${part.number ?? '1'}`, (site) => nameCircuitOf(site, source.id, part, nanoid(10)));
  }
  protected addLoad(text: string): void {
    const circuit = this.circuit();
    if (!circuit || text.trim() === '') return;
    const read = readLoad(text);
    if (!read.ok)
      return this.session.house.refusal.set([{ path: '/site/loads', message: read.message, expected: read.expected, came: read.came }]);
    this.edit(`Load ${read.load.name}`, (site) => addLoad(site, circuit.id, nanoid(10), read.load));
  }
  protected dropLoad(id: string): void {
    this.edit('Load taken out', (site) => takeFrom(site, 'loads', id));
  }
  protected setLoad(id: string, part: { continuous?: boolean; fixed?: boolean }): void {
    this.edit('Load', (site) => changeIn(site, 'loads', id, part));
  }
  /** of what was typed last; an undo, or another page, that changes the year takes it away */
  protected readonly wrongYear = linkedSignal({ source: () => this.session.job().built, computation: () => '' });
  protected setYear(text: string): void {
    const year = readYearBuilt(text);
    this.wrongYear.set(year.ok ? '' : year.message);
    if (year.ok) this.session.house.editHouse('Year of the house', (house) => ({ ...house, built: year.value }));
  }
  protected setEdition(edition: string | undefined): void {
    this.session.house.editHouse('Edition of the rules', (house) => ({ ...house, edition: edition as House['edition'] }));
  }
  protected number = (text: string | undefined): number | undefined => (text === undefined || text === '' ? undefined : Number(text));
}
