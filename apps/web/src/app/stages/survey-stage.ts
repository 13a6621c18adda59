import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { parsePower } from '@saddle/core/measure';
import { RESERVED_USES, type Box, type Circuit, type FaceId, type Job, type Wall } from '@saddle/core/model';
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

/** What is there: the wall, the old box and its cables, the circuit. What isn't known stays open. */
@Component({
  selector: 'sa-survey-stage',
  imports: [Segmented, LengthField, ChoiceField, TextField, WallForm, BoxForm, WallSurvey, YesNoField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './survey-stage.html',
})
export class SurveyStage {
  protected readonly session = inject(JobSession);
  protected readonly reserved = RESERVED_USES.map((value): Choice => ({
    value,
    label: value === 'none' ? 'nothing special' : value.replace(/-/g, ' '),
  }));
  protected readonly breakers: Choice[] = [15, 20, 25, 30].map((a) => ({ value: `${a}`, label: `${a} A` }));
  protected readonly views: Segment<boolean>[] = [
    { value: false, label: 'list' },
    { value: true, label: 'wall' },
  ];
  /** the list of figures, or the wall as a drawing */
  protected readonly drawing = signal(false);
  private readonly looked = signal<{ wallId: string; face: FaceId } | undefined>(undefined);
  protected readonly at = computed(() => this.looked() ?? { wallId: this.wall().id, face: this.source().face });
  protected readonly unit = computed(() => this.session.job().unit);
  protected readonly wall = computed((): Wall => this.session.job().found.walls.find((w) => w.id === this.session.context().wall.id)!);
  protected readonly source = computed((): Box => this.session.context().sourceFound);
  protected readonly circuit = computed((): Circuit | undefined =>
    this.session.job().found.circuits.find((c) => c.id === this.source().circuitId),
  );
  protected readonly otherLoads = computed(() => this.session.job().found.loads.filter((l) => l.circuitId === this.circuit()?.id));
  protected look(at: { wallId: string; face: FaceId }): void {
    this.looked.set(at);
  }
  /** Names the circuit; the old box and the planned one then hang on it. */
  protected setCircuit(part: Partial<Circuit>): void {
    const circuit = this.circuit();
    if (circuit)
      return void this.session.editFound(circuit.name, (found) => ({
        ...found,
        circuits: found.circuits.map((c) => (c.id === circuit.id ? { ...c, ...part } : c)),
      }));
    const made: Circuit = { id: nanoid(10), number: part.number ?? '1', name: `circuit ${part.number ?? '1'}`, voltsNominal: 120, ...part };
    this.session.edit(`Circuit ${made.number}`, (job): Job => ({
      ...job,
      found: {
        ...job.found,
        circuits: [...job.found.circuits, made],
        boxes: job.found.boxes.map((b) => (b.id === job.sourceBoxId ? { ...b, circuitId: made.id } : b)),
      },
      changes: job.changes.map((c) =>
        c.do === 'place-box' && c.box.id === job.newBoxId ? { ...c, box: { ...c.box, circuitId: made.id } } : c,
      ),
    }));
  }
  protected addLoad(text: string): void {
    const match = /^(.*?)\s+([\d.]+\s*\w*)$/.exec(text.trim());
    const circuit = this.circuit();
    if (!match || !circuit) return;
    const read = parsePower(match[2]!);
    if (!read.ok)
      return this.session.refusal.set([{ path: '/found/loads', message: read.message, expected: 'watts or amps', came: read.came }]);
    this.session.editFound(`Load ${match[1]}`, (found) => ({
      ...found,
      loads: [
        ...found.loads,
        {
          id: nanoid(10),
          name: match[1]!,
          ...(read.watts === undefined ? { amps: read.amps } : { watts: read.watts }),
          continuous: false,
          fixed: false,
          circuitId: circuit.id,
        },
      ],
    }));
  }
  protected dropLoad(id: string): void {
    this.session.editFound('Load taken out', (found) => ({ ...found, loads: found.loads.filter((l) => l.id !== id) }));
  }
  protected setLoad(id: string, part: { continuous?: boolean; fixed?: boolean }): void {
    this.session.editFound('Load', (found) => ({ ...found, loads: found.loads.map((l) => (l.id === id ? { ...l, ...part } : l)) }));
  }
  protected setYear(text: string): void {
    const year = text === '' ? undefined : Number(text);
    this.session.edit('Year of the house', (job) => ({ ...job, built: year }));
  }
  protected setEdition(edition: string | undefined): void {
    this.session.edit('Edition of the rules', (job) => ({ ...job, edition: edition as Job['edition'] }));
  }
  protected number = (text: string | undefined): number | undefined => (text === undefined || text === '' ? undefined : Number(text));
}
