import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { BOX_KINDS, BOX_KIND_IDS, DEVICE_KINDS, FINISHES, FINISH_IDS } from '@saddle/core/catalog';
import { parsePower, parseVolume } from '@saddle/core/measure';
import {
  assumed,
  RESERVED_USES,
  type Box,
  type Cable,
  type Circuit,
  type Device,
  type FaceId,
  type Framing,
  type Job,
  type Layer,
  type MeasuredLength,
  type Obstacle,
  OBSTACLE_KINDS,
  type Reference,
  type Wall,
} from '@saddle/core/model';
import { boxClamps, boxMaterial, boxVolume, cablesIn, devicesIn } from '@saddle/core/wiring';
import { nanoid } from 'nanoid';
import { asYesNo, ChoiceField, fromYesNo, YES_NO, type Choice } from '../fields/choice-field';
import { LengthField } from '../fields/length-field';
import { TextField } from '../fields/text-field';
import { JobSession } from '../job/job-session';

/** What is there: the wall, the old box and its cables, the circuit. What isn't known stays open. */
@Component({
  selector: 'sa-survey-stage',
  imports: [LengthField, ChoiceField, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './survey-stage.html',
})
export class SurveyStage {
  protected readonly session = inject(JobSession);
  protected readonly yesNo = YES_NO;
  protected readonly asYesNo = asYesNo;
  protected readonly fromYesNo = fromYesNo;
  protected readonly reserved = RESERVED_USES.map((value): Choice => ({
    value,
    label: value === 'none' ? 'nothing special' : value.replace(/-/g, ' '),
  }));
  protected readonly obstacleKinds = OBSTACLE_KINDS;
  protected readonly finishes = FINISH_IDS.map((value): Choice => ({ value, label: FINISHES[value].name }));
  protected readonly boxKinds: Choice[] = [
    ...BOX_KIND_IDS.map((value) => ({ value, label: BOX_KINDS[value].name })),
    { value: 'other', label: 'another, as measured' },
  ];
  protected readonly deviceKinds: Choice[] = Object.values(DEVICE_KINDS).map((d) => ({ value: d.id, label: d.name }));
  protected readonly gauges: Choice[] = [14, 12, 10].map((g) => ({ value: `${g}`, label: `${g} AWG` }));
  protected readonly breakers: Choice[] = [15, 20, 25, 30].map((a) => ({ value: `${a}`, label: `${a} A` }));
  protected readonly clampKinds: Choice[] = [
    { value: 'internal', label: 'metal clamps inside' },
    { value: 'moulded', label: 'moulded tabs' },
    { value: 'external', label: 'connector outside' },
    { value: 'none', label: 'none' },
  ];
  protected readonly directions: Choice[] = [
    { value: 'line', label: 'from the panel (line)' },
    { value: 'load', label: 'further on (load)' },
  ];
  protected readonly looked: Choice[] = [
    { value: 'seen', label: 'seen with a scope' },
    { value: 'felt', label: 'felt with a wire' },
    { value: 'scanned', label: 'scanned' },
    { value: 'measured', label: 'open, measured' },
  ];

  protected readonly unit = computed(() => this.session.job().unit);
  protected readonly wall = computed((): Wall => this.session.job().found.walls.find((w) => w.id === this.session.context().wall.id)!);
  protected readonly source = computed((): Box => this.session.context().sourceFound);
  protected readonly volume = computed(() => {
    const own = this.source().volumeIn3;
    return own === undefined ? '' : `${own}`;
  });
  protected readonly kindVolume = computed(() =>
    this.source().kind === 'other'
      ? 'stamped inside the box'
      : `by its kind ${boxVolume({ ...this.source(), volumeIn3: undefined })} in³; type what is stamped`,
  );
  protected readonly clamps = computed(() => boxClamps(this.source()));
  protected readonly material = computed(() => boxMaterial(this.source()));
  protected readonly cables = computed(() =>
    cablesIn(this.session.job().found, this.source().id).map((c) => ({
      ...c,
      sideValue: c.side === 'unknown' ? undefined : c.side,
      kind: `${c.cable.conductors.length}`,
    })),
  );
  protected readonly device = computed((): Device | undefined => devicesIn(this.session.job().found, this.source().id)[0]);
  protected readonly circuit = computed((): Circuit | undefined =>
    this.session.job().found.circuits.find((c) => c.id === this.source().circuitId),
  );
  protected readonly otherLoads = computed(() => this.session.job().found.loads.filter((l) => l.circuitId === this.circuit()?.id));
  protected readonly placeWords = computed(() => {
    const { place } = this.source();
    const reference = this.wall().references.find((r) => r.id === place.from)?.name ?? place.from.replace('-', ' ');
    return `from the ${reference} to its ${place.to.replace('-', ' ')}, to the ${place.toward}`;
  });
  protected readonly faces = computed(() =>
    (['A', 'B'] as const).map((face) => ({
      face,
      room: this.session.job().found.rooms.find((r) => r.id === this.wall().faces[face].roomId)?.name ?? face,
      layers: this.wall().faces[face].layers,
      base: this.wall().faces[face].baseHeight,
    })),
  );

  protected readonly newRoom = computed(() => this.faces()[0]?.room ?? 'new room');

  protected setWall(part: Partial<Wall>): void {
    const id = this.wall().id;
    this.session.editFound('Wall', (found) => ({ ...found, walls: found.walls.map((w) => (w.id === id ? { ...w, ...part } : w)) }));
  }
  protected setFraming(part: Partial<Framing>): void {
    this.setWall({ framing: { ...this.wall().framing, ...part } });
  }
  protected setLayers(face: FaceId, layers: Layer[]): void {
    this.setWall({ faces: { ...this.wall().faces, [face]: { ...this.wall().faces[face], layers } } });
  }
  protected setLayer(face: FaceId, index: number, part: Partial<Layer>): void {
    this.setLayers(
      face,
      this.wall().faces[face].layers.map((l, i) => (i === index ? { ...l, ...part } : l)),
    );
  }
  protected setFinish(face: FaceId, index: number, finish: string): void {
    const id = finish as Layer['finish'];
    this.setLayer(face, index, { finish: id, thickness: assumed(FINISHES[id].usualMm) });
  }
  protected setBase(face: FaceId, baseHeight: MeasuredLength | undefined): void {
    this.setWall({ faces: { ...this.wall().faces, [face]: { ...this.wall().faces[face], baseHeight } } });
  }
  protected addLayer(face: FaceId): void {
    this.setLayers(face, [...this.wall().faces[face].layers, { finish: 'drywall', thickness: assumed(FINISHES.drywall.usualMm) }]);
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
  protected setBox(part: Partial<Box>): void {
    const id = this.source().id;
    this.session.editFound(this.source().name, (found) => ({
      ...found,
      boxes: found.boxes.map((b) => (b.id === id ? { ...b, ...part } : b)),
    }));
  }
  protected setKind(kind: string): void {
    const id = kind as Box['kind'];
    this.setBox({
      kind: id,
      gangs: id === 'other' ? this.source().gangs : BOX_KINDS[id].gangs,
      volumeIn3: undefined,
      depth: undefined,
      clamps: undefined,
      width: undefined,
      height: undefined,
    });
  }
  protected setVolume(text: string): void {
    if (text === '') return this.setBox({ volumeIn3: undefined });
    const read = parseVolume(text);
    if (read.ok) this.setBox({ volumeIn3: read.value });
    else this.session.refusal.set([{ path: '/found/boxes/volumeIn3', message: read.message, expected: 'a volume', came: read.came }]);
  }
  protected setPlace(part: Partial<Box['place']>): void {
    this.setBox({ place: { ...this.source().place, ...part } });
  }
  protected setCable(cable: Cable, part: Partial<Cable>): void {
    this.session.editFound(cable.name, (found) => ({
      ...found,
      cables: found.cables.map((c) => (c.id === cable.id ? { ...c, ...part } : c)),
    }));
  }
  protected setConductors(cable: Cable, count: string): void {
    this.setCable(cable, { conductors: count === '3' ? ['black', 'red', 'white'] : ['black', 'white'] });
  }
  /** end 0 is nearer the panel: a line cable ends here with its end 1 */
  protected setSide(cable: Cable, side: string | undefined): void {
    const here = cable.ends.findIndex((e) => e.boxId === this.source().id);
    const [own, far] = [cable.ends[here]!, cable.ends[1 - here]!];
    this.setCable(cable, { direction: side ? 'known' : 'unknown', ends: side === 'load' ? [own, far] : [far, own] });
  }
  protected setFar(cable: Cable, label: string): void {
    if (!label) return;
    const here = cable.ends.findIndex((e) => e.boxId === this.source().id);
    this.setCable(cable, { ends: cable.ends.map((e, i) => (i === here ? e : { ...e, label })) as Cable['ends'] });
  }
  protected setFree(cable: Cable, freeLength: MeasuredLength | undefined): void {
    this.setCable(cable, { ends: cable.ends.map((e) => (e.boxId === this.source().id ? { ...e, freeLength } : e)) as Cable['ends'] });
  }
  protected addCable(): void {
    const n = this.cables().length;
    const cable: Cable = {
      id: nanoid(10),
      name: `cable ${n + 1}`,
      gauge: (this.circuit()?.breakerA ?? 15) > 15 ? 12 : 14,
      conductors: ['black', 'white'],
      sheath: 'nonmetallic',
      direction: n === 0 ? 'known' : 'unknown',
      unbrokenIn: [],
      ends: [{ label: n === 0 ? 'panel' : `elsewhere ${n}` }, { boxId: this.source().id, label: this.source().name }],
    };
    this.session.editFound('Another cable', (found) => ({ ...found, cables: [...found.cables, cable] }));
  }
  protected dropCable(cable: Cable): void {
    this.session.editFound(`Without ${cable.name}`, (found) => ({ ...found, cables: found.cables.filter((c) => c.id !== cable.id) }));
  }
  protected setDevice(part: Partial<Device>): void {
    const device = this.device();
    if (device)
      this.session.editFound(device.name, (found) => ({
        ...found,
        devices: found.devices.map((d) => (d.id === device.id ? { ...d, ...part } : d)),
      }));
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
    this.setWall({ obstacles: this.wall().obstacles.map((o) => (o.id === id ? { ...o, ...part } : o)) });
  }
  protected dropObstacle(id: string): void {
    this.setWall({ obstacles: this.wall().obstacles.filter((o) => o.id !== id) });
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
