import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { FINISHES, finishesOf } from '@saddle/core/catalog';
import {
  NOT_ENTERED,
  asSeen,
  isPreset,
  takenLayer,
  presetWords,
  untold,
  said,
  assumed,
  OBSTACLE_KINDS,
  type FaceId,
  type Framing,
  type Layer,
  type MeasuredLength,
  type Obstacle,
  type Reference,
  type Wall,
  changeIn,
  changeOne,
} from '@saddle/core/model';
import { nanoid } from 'nanoid';
import { ChoiceField, type Choice } from '../fields/choice-field';
import { LengthField } from '../fields/length-field';
import { TextField } from '../fields/text-field';
import { YesNoField } from '../fields/yes-no-field';
import { SURVEY_HOST } from './survey-host';
import { WordMark } from '../words/word';

const FRAMINGS: Choice<Framing['material']>[] = (['wood', 'metal', 'masonry'] as const).map((value) => ({ value, label: value }));
const UK_FRAMINGS: Choice<Framing['material']>[] = [
  { value: 'masonry', label: 'brick or block' },
  { value: 'wood', label: 'timber studs' },
  { value: 'metal', label: 'metal studs' },
];
type Looked = NonNullable<Wall['bayLooked']>;
const LOOKED: Choice<Looked>[] = [
  { value: 'seen', label: 'seen with a scope' },
  { value: 'felt', label: 'felt with a wire' },
  { value: 'scanned', label: 'scanned' },
  { value: 'measured', label: 'open, measured' },
];
const UK_LOOKED: Choice<Looked>[] = [
  { value: 'scanned', label: 'with a detector' },
  { value: 'seen', label: 'seen with a scope' },
  { value: 'measured', label: 'open, measured' },
];

/** One wall in figures: size, framing, make-up, what both rooms can measure from, what is in the bay. */
@Component({
  selector: 'sa-wall-form',
  imports: [NgTemplateOutlet, WordMark, LengthField, ChoiceField, TextField, YesNoField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './wall-form.html',
})
export class WallForm {
  protected readonly host = inject(SURVEY_HOST);
  readonly wallId = input.required<string>();
  protected readonly obstacleKinds = OBSTACLE_KINDS;
  protected readonly finishes = computed(() => finishesOf(this.host.uk()).map(({ id, name }): Choice => ({ value: id, label: name })));
  protected readonly framings = computed((): Choice<Framing['material']>[] => (this.host.uk() ? UK_FRAMINGS : FRAMINGS));
  protected readonly looked = computed((): Choice<Looked>[] => (this.host.uk() ? UK_LOOKED : LOOKED));
  protected readonly unit = this.host.unit;
  protected readonly wall = computed((): Wall => this.host.surveyed().walls.find((w) => w.id === this.wallId())!);
  protected readonly faces = computed(() =>
    (['A', 'B'] as const).map((face) => ({
      face,
      room: this.host.surveyed().rooms.find((r) => r.id === this.wall().faces[face].roomId)?.name ?? face,
      layers: this.wall().faces[face].layers,
      base: this.wall().faces[face].baseHeight,
      open: this.wall().faces[face].open ?? false,
      entered: this.wall().faces[face].roomId !== NOT_ENTERED,
    })),
  );
  protected readonly newRoom = computed(() => this.faces()[0]?.room ?? 'room');

  protected setWall(part: Partial<Wall>): void {
    const id = this.wall().id;
    this.host.editSite('Wall', (found) => changeIn(found, 'walls', id, part));
  }
  protected setFraming(part: Partial<Framing>): void {
    this.setWall({ framing: said(this.wall().framing, part) });
  }
  protected readonly granted = computed(() => [
    ...presetWords(this.wall().framing),
    ...this.faces().flatMap((f) => f.layers.flatMap((l) => presetWords(l).map((words) => `${words} in the ${f.room}`))),
  ]);
  protected isPreset = isPreset;
  protected tellMaterial(material: Framing['material'] | undefined): void {
    this.setFraming(material ? { material } : { presets: untold(this.wall().framing, 'material').presets });
  }
  protected allSeen(): void {
    const { framing, faces } = this.wall();
    const seen = (face: FaceId) => ({ ...faces[face], layers: faces[face].layers.map(asSeen) });
    this.setWall({ framing: asSeen(framing), faces: { A: seen('A'), B: seen('B') } });
  }
  protected setLayers(face: FaceId, layers: Layer[]): void {
    this.setWall({ faces: { ...this.wall().faces, [face]: { ...this.wall().faces[face], layers } } });
  }
  protected setOpen(face: FaceId, open: boolean | undefined): void {
    this.setWall({ faces: { ...this.wall().faces, [face]: { ...this.wall().faces[face], open: open ? true : undefined } } });
  }
  protected setLayer(face: FaceId, index: number, part: Partial<Layer>): void {
    this.setLayers(
      face,
      this.wall().faces[face].layers.map((l, i) => (i === index ? said(l, part) : l)),
    );
  }
  protected setFinish(face: FaceId, index: number, finish: string | undefined): void {
    if (!finish) return this.setLayer(face, index, { presets: ['finish'] });
    const id = finish as Layer['finish'];
    this.setLayer(face, index, { finish: id, thickness: assumed(FINISHES[id].usualMm) });
  }
  protected setBase(face: FaceId, baseHeight: MeasuredLength | undefined): void {
    this.setWall({ faces: { ...this.wall().faces, [face]: { ...this.wall().faces[face], baseHeight } } });
  }
  protected addLayer(face: FaceId): void {
    this.setLayers(face, [...this.wall().faces[face].layers, takenLayer('drywall')]);
  }
  protected dropLayer(face: FaceId, index: number): void {
    this.setLayers(
      face,
      this.wall().faces[face].layers.filter((_, i) => i !== index),
    );
  }
  protected setReference(index: number, part: Partial<Reference>): void {
    this.setWall({ references: this.wall().references.map((r, i) => (i === index ? { ...r, ...part } : r)) });
  }
  protected addObstacle(): void {
    const length = this.wall().length.mm;
    const obstacle: Obstacle = {
      id: nanoid(10),
      kind: 'unknown',
      x: assumed(length / 2),
      z: assumed(0),
      width: assumed(50.8),
      height: { ...this.wall().height },
    };
    this.setWall({ obstacles: [...this.wall().obstacles, obstacle] });
  }
  protected setObstacle(id: string, part: Partial<Obstacle>): void {
    this.setWall({ obstacles: changeOne(this.wall().obstacles, id, part) });
  }
  protected dropObstacle(id: string): void {
    this.setWall({ obstacles: this.wall().obstacles.filter((o) => o.id !== id) });
  }
  protected addReference(): void {
    const reference: Reference = { id: nanoid(10), name: 'door edge', x: assumed(this.wall().length.mm / 2) };
    this.setWall({ references: [...this.wall().references, reference] });
  }
}
