import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import {
  FIXTURE_KINDS,
  OBSTACLE_KINDS,
  type FaceId,
  type Fixture,
  type MeasuredLength,
  type Obstacle,
  type Opening,
  changeOnWall,
  studKnown,
} from '@saddle/core/model';
import { printLength } from '@saddle/core/measure';
import { fixtureName, judgeBox, thingNote, type BoxJudgement, type Thing } from '@saddle/core/survey';
import { ChoiceField, type Choice } from '../fields/choice-field';
import { LengthField } from '../fields/length-field';
import { TextField } from '../fields/text-field';
import { FindingList, type FindingRow } from '../ledger/finding-list';
import { PhotoStrip } from '../photos/photo-strip';
import { BoxForm } from './box-form';
import { CutList } from './cut-list';
import { StartFromBox } from './start-from-box';
import { UkBoxForm } from './uk-box-form';
import { SURVEY_HOST } from './survey-host';

const KNOWN: Choice<MeasuredLength['known']>[] = [
  { value: 'measured', label: 'measured' },
  { value: 'seen', label: 'seen' },
  { value: 'felt', label: 'felt' },
  { value: 'scanned', label: 'scanned' },
  { value: 'assumed', label: 'guessed' },
];

/** The selected thing: what it is, how it is known, and for a box all that is judged of it. */
@Component({
  selector: 'sa-selected-panel',
  imports: [ChoiceField, LengthField, TextField, FindingList, BoxForm, CutList, PhotoStrip, StartFromBox, UkBoxForm],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (thing(); as t) {
      <div class="panel-body">
        <h3>{{ t.name }}</h3>
        <p class="quiet">{{ note() }}</p>
        @if (t.kind === 'box') {
          <sa-photo-strip [houseId]="host.houseId()" kind="box" [thing]="t.id" label="photo of it" />
        }
        <div class="fields">
          @if (obstacle(); as o) {
            <sa-choice-field label="what" [value]="o.kind" [choices]="obstacleKinds" (set)="setObstacle({ kind: $event })" />
            <sa-length-field label="its own thickness" [value]="o.thick" [optional]="true" (set)="setObstacle({ thick: $event })" />
          }
          @if (opening(); as o) {
            <sa-choice-field label="what" [value]="o.kind" [choices]="['door', 'window']" (set)="setOpening({ kind: $event })" />
          }
          @if (fixture(); as f) {
            <sa-choice-field label="what" [value]="f.kind" [choices]="fixtureKinds" (set)="setFixture({ kind: $event })" />
            @if (['furniture', 'base-cabinet', 'wall-cabinet'].includes(f.kind)) {
              <sa-length-field
                label="thickness of its front board"
                [value]="f.board"
                [optional]="true"
                [hint]="host.uk() ? '' : 'open: 3/4 in is assumed where an outlet goes into it'"
                (set)="setFixture({ board: $event })"
              />
              <sa-choice-field
                label="looked inside"
                [value]="f.looked ? 'yes' : undefined"
                [choices]="[{ value: 'yes', label: 'yes: nothing in the way of a cut' }]"
                [unknown]="true"
                (set)="setFixture({ looked: $event === 'yes' ? true : undefined })"
              />
            }
          }
          @if (reference(); as r) {
            <sa-text-field label="name" [value]="r.name" (set)="$event && setReference($event)" />
          }
          @if (known(); as k) {
            <sa-choice-field label="how it is known" [value]="k" [choices]="knowns" (set)="setKnown($event!)" />
          }
        </div>
        @if (t.kind === 'stud' && t.known === 'guessed') {
          <button type="button" class="btn-line" (click)="dropped.emit()">No stud stands there <kbd>Del</kbd></button>
        } @else if (t.kind !== 'stud' || t.stored) {
          <button type="button" class="btn-line" (click)="dropped.emit()">Take it off the survey <kbd>Del</kbd></button>
        }
      </div>
      @if (t.kind === 'box' && host.uk()) {
        <div class="panel-body"><sa-uk-box-form [boxId]="t.id" /></div>
      } @else if (judged(); as j) {
        <sa-finding-list [rows]="rows()" />
        <div class="panel-body">
          <sa-cut-list [judgement]="j" [boxId]="t.id" />
          @if (startsJobs()) {
            <sa-start-from-box [boxId]="t.id" />
          }
          <details>
            <summary>{{ t.name }} in figures</summary>
            <sa-box-form [boxId]="t.id" />
          </details>
        </div>
      }
    } @else {
      <div class="panel-body">
        <p>Nothing is selected. Tap a thing, or step through them with <kbd>Q</kbd>; then type on the tape.</p>
        <p class="quiet">With nothing selected the tape sets the wall’s own length and height.</p>
      </div>
    }
  `,
})
export class SelectedPanel {
  protected readonly host = inject(SURVEY_HOST);
  readonly wallId = input.required<string>();
  readonly face = input.required<FaceId>();
  readonly thing = input<Thing>();
  readonly startsJobs = input(false);
  readonly dropped = output();
  protected readonly knowns = KNOWN;
  protected readonly obstacleKinds = OBSTACLE_KINDS;
  protected readonly fixtureKinds = FIXTURE_KINDS.map((value): Choice<typeof value> => ({ value, label: fixtureName(value) }));
  private readonly wall = computed(() => this.host.surveyed().walls.find((w) => w.id === this.wallId())!);
  private readonly id = computed(() => this.thing()?.id);
  protected readonly obstacle = computed(() => this.wall().obstacles.find((o) => o.id === this.id()));
  protected readonly opening = computed(() => this.wall().openings.find((o) => o.id === this.id()));
  protected readonly fixture = computed(() => this.wall().fixtures?.find((f) => f.id === this.id()));
  protected readonly reference = computed(() => this.wall().references.find((r) => r.id === this.id()));
  private readonly stud = computed(() => this.wall().framing.extraStuds.find((s) => s.id === this.id()));
  private readonly isKnownStud = computed(() => {
    const [known, t] = [this.wall().framing.knownStud, this.thing()];
    return known !== undefined && t?.kind === 'stud' && !t.stored && t.known !== 'guessed';
  });
  protected readonly known = computed((): MeasuredLength['known'] | undefined => {
    const own = this.obstacle()?.x ?? this.stud()?.x ?? (this.isKnownStud() ? this.wall().framing.knownStud : undefined);
    return own?.known;
  });
  protected readonly note = computed(() => {
    const t = this.thing();
    return t ? thingNote(this.host.surveyed(), this.wall(), t) : '';
  });
  protected readonly judged = computed((): BoxJudgement | undefined => {
    const t = this.thing();
    if (t?.kind !== 'box' || this.host.uk()) return undefined;
    return judgeBox({
      site: this.host.surveyed(),
      wall: this.wall(),
      boxId: t.id,
      edition: this.host.edition(),
      schools: this.host.schools(),
      unit: this.host.unit(),
    });
  });
  protected readonly rows = computed((): FindingRow[] =>
    (this.judged()?.findings ?? []).map((f) => ({
      ...f,
      key: [f.rule, ...f.about].join('/'),
      // this is what was found: only a job changes it
      cures: [],
    })),
  );

  protected length = (mm: number): string => printLength(mm, this.host.unit());

  protected setObstacle(part: Partial<Obstacle>): void {
    this.host.editSite('Thing in the bay', (site) => changeOnWall(site, this.wallId(), 'obstacles', this.id()!, part));
  }
  protected setOpening(part: Partial<Opening>): void {
    this.host.editSite('Door or window', (site) => changeOnWall(site, this.wallId(), 'openings', this.id()!, part));
  }
  protected setFixture(part: Partial<Fixture>): void {
    this.host.editSite('What stands at the wall', (site) => changeOnWall(site, this.wallId(), 'fixtures', this.id()!, part));
  }
  protected setReference(name: string): void {
    this.host.editSite('Reference', (site) => changeOnWall(site, this.wallId(), 'references', this.id()!, { name }));
  }
  protected setKnown(known: MeasuredLength['known']): void {
    const obstacle = this.obstacle();
    if (obstacle) return this.setObstacle({ x: { ...obstacle.x, known } });
    this.host.editSite('How the stud is known', (site) => studKnown(site, this.wallId(), this.id()!, this.isKnownStud(), known));
  }
}
