import { ChangeDetectionStrategy, Component, computed, HostListener, inject, signal, viewChild } from '@angular/core';
import { LAMP_BOXES } from '@saddle/core/catalog';
import { draggedPlace, keyPlan, nudgedPlace, placeInRoom, withKind } from '@saddle/core/layout';
import { jobElevation, type WorkBox } from '@saddle/core/ledger';
import { printLength, printMark } from '@saddle/core/measure';
import { NOT_ENTERED, bareJob, otherFace, type Box, type FaceId, changeIn, putPlannedBox } from '@saddle/core/model';
import { Segmented, type Segment } from '../fields/segmented';
import { JobSession } from '../job/job-session';
import { TapeBar, type TapeEntry, type TapeMeasure } from '../tape/tape-bar';
import { type BoxDrag, WallView } from '../wall/wall-view';
import { BoxTable } from './box-table';
import { altKey, onButton, pageKey } from '../keys/page-keys';

const LAMPS = 'lamps';

/** Every box of the job on its wall, at true scale: moved, measured, in another kind. */
@Component({
  selector: 'sa-box-stage',
  imports: [Segmented, WallView, TapeBar, BoxTable],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './box-stage.html',
  styleUrl: './box-stage.css',
})
export class BoxStage {
  protected readonly session = inject(JobSession);
  private readonly tape = viewChild(TapeBar);
  private readonly view = viewChild(WallView);

  private readonly flipped = signal(false);
  protected readonly open = signal(true);
  protected readonly table = signal(false);
  private readonly picked = signal<string | undefined>(undefined);
  private dragFrom: Box | undefined;
  private readonly shownBox = signal<string | undefined>(undefined);
  /** boxes of the job, those that are worked at first */
  protected readonly boxes = computed(() => {
    const outlets = this.session.outlets();
    return [...outlets, ...this.session.work().boxes.filter((b) => !outlets.includes(b))];
  });
  /** the one whose wall is shown */
  protected readonly shown = computed((): WorkBox | undefined => this.boxes().find((b) => b.box.id === this.shownBox()) ?? this.boxes()[0]);
  protected readonly steps = computed((): Segment<string>[] => [
    ...this.boxes().map((b) => ({ value: b.box.id, label: b.box.name })),
    ...(this.session.work().lamps.length ? [{ value: LAMPS, label: `${this.session.work().lamps.length} lampholders` }] : []),
  ]);
  /** where each box of the job lies in the house; of several */
  protected readonly inPlan = computed(() => {
    const ids = this.boxes().map((b) => b.box.id);
    return ids.length > 1 ? keyPlan(this.session.planned(), ids) : undefined;
  });
  /** lampholders hang on no wall: they are a list, each found from two walls */
  protected readonly lampsShown = computed(() => this.shownBox() === LAMPS && this.session.work().lamps.length > 0);
  protected readonly lamps = computed(() => {
    const { planned, lamps } = this.session.work();
    return lamps.map((l) => ({
      ...l,
      place: placeInRoom(planned, l.room.id, l.lamp, (mm) => printMark(mm, this.unit())) ?? l.room.name,
      box: LAMP_BOXES[l.lamp.box],
      neededIn3: this.session.lampNeedsIn3(l),
      onward: l.cables.filter((c) => c.side === 'load').length,
    }));
  });
  protected showBox(id: string): void {
    this.shownBox.set(id);
    this.picked.set(undefined);
    this.flipped.set(false);
  }
  private readonly wall = computed(() => this.shown()!.wall);

  protected readonly face = computed((): FaceId => (this.flipped() ? otherFace(this.shown()!.box.face) : this.shown()!.box.face));
  protected readonly elevation = computed(() =>
    jobElevation(
      this.session.work(),
      this.session.site(),
      this.wall().id,
      this.face(),
      this.open(),
      this.session.state() !== 'found',
      this.session.judgeBox,
    ),
  );
  protected readonly unit = computed(() => this.session.unit());
  protected readonly roomName = computed(() => this.roomOf(this.face()));
  protected readonly otherRoomName = computed(() => this.roomOf(otherFace(this.face())));
  protected readonly selectedId = computed(() => this.picked() ?? this.shown()?.box.id);
  protected readonly selected = computed(() => this.session.site().boxes.find((b) => b.id === this.selectedId()) ?? this.shown()!.box);
  protected readonly movable = computed(
    () =>
      new Set(
        this.session
          .site()
          .boxes.filter((b) => b.face === this.face() && b.wallId === this.wall().id)
          .map((b) => b.id),
      ),
  );
  protected readonly measures = computed((): TapeMeasure[] => {
    const { place } = this.selected();
    const edge = { 'left-edge': 'left edge', centre: 'centre', 'right-edge': 'right edge' }[place.to];
    return [
      {
        key: 'along',
        letter: 'x',
        label: `${this.selected().name}, ${edge}`,
        hint: `${place.toward} from the ${this.originName()}`,
        mm: place.distance.mm,
      },
      { key: 'bottom', letter: 'b', label: 'bottom', hint: 'up from the floor', mm: place.bottom.mm },
    ];
  });
  protected readonly judged = computed(() => {
    const b = this.boxes().find((x) => x.box.id === this.selectedId()) ?? this.shown()!;
    return this.session.judgeBox(b);
  });
  protected readonly title = computed(() => `Elevation of ${this.wall().name} seen from the ${this.roomName()}`);
  protected readonly refused = computed(() => this.session.refusal()?.[0]?.message ?? this.session.house.refusal()?.[0]?.message ?? '');

  private roomOf(face: FaceId): string {
    const { roomId } = this.wall().faces[face];
    return roomId === NOT_ENTERED ? 'far side' : (this.session.job().found.rooms.find((r) => r.id === roomId)?.name ?? face);
  }

  private originName(): string {
    const from = this.selected().place.from;
    if (from === 'left-end') return 'left end';
    if (from === 'right-end') return 'right end';
    return this.wall().references.find((r) => r.id === from)?.name ?? from;
  }

  /** A box of the plan is edited in the job, one that was found in the survey of the house. */
  private put(title: string, box: Box): void {
    if (putPlannedBox(this.session.job(), box)) this.session.edit(title, (job) => putPlannedBox(job, box) ?? job);
    else this.session.house.editSite(title, (site) => changeIn(site, 'boxes', box.id, box));
  }
  private preview(box: Box | undefined): void {
    const planned = box && putPlannedBox(bareJob(this.session.job()), box);
    this.session.drag(planned && bareJob(planned));
    this.session.house.dragSite(box && !planned ? (site) => changeIn(site, 'boxes', box.id, box) : undefined);
  }

  private place(box: Box, part: Partial<Box['place']>): Box {
    return { ...box, place: { ...box.place, ...part } };
  }

  protected entered(entry: TapeEntry): void {
    const length = { mm: entry.mm, as: entry.as, known: 'measured' as const };
    const box = this.selected();
    this.put(
      `${box.name}: ${entry.key === 'along' ? 'along' : 'bottom'} ${entry.as}`,
      this.place(box, entry.key === 'along' ? { distance: length } : { bottom: length }),
    );
  }

  protected nudged({ key, direction, big }: { key: string; direction: 1 | -1; big: boolean }): void {
    const box = this.selected();
    const place = nudgedPlace(box.place, key === 'along' ? 'distance' : 'bottom', direction, big, this.unit());
    this.put(`${box.name} moved`, this.place(box, place));
  }

  protected dragged(drag: BoxDrag): void {
    if (this.dragFrom?.id !== drag.id) this.dragFrom = this.session.site().boxes.find((b) => b.id === drag.id);
    const box = this.dragFrom;
    if (!box) return;
    const moved = this.place(box, draggedPlace(this.wall(), box, drag.du, drag.dz, this.unit()));
    if (!drag.done) return this.preview(moved);
    this.dragFrom = undefined;
    this.preview(undefined);
    if (drag.moved) this.put(`${box.name} moved`, moved);
  }

  protected pick(id: string): void {
    this.picked.set(id);
  }

  protected flip(): void {
    this.flipped.set(!this.flipped());
  }

  protected zoom(factor: number): void {
    this.view()?.zoomBy(factor);
  }

  protected fit(what: 'work' | 'wall'): void {
    this.view()?.fit(what);
  }

  protected use(kindId: Parameters<typeof withKind>[2]): void {
    const { wall, box } = this.shown()!;
    this.put('Another kind of box', withKind(wall, box, kindId));
  }

  protected length = (mm: number): string => printLength(mm, this.unit());

  @HostListener('document:keydown', ['$event'])
  protected key(event: KeyboardEvent): void {
    if (!this.shown()) return;
    const whole = altKey(event);
    if (whole === '0' || whole === '9') {
      event.preventDefault();
      this.fit(whole === '0' ? 'work' : 'wall');
    }
    const key = pageKey(event);
    if (key === undefined) return;
    const arrows: Record<string, () => void> = {
      arrowup: () => this.nudged({ key: 'bottom', direction: 1, big: event.shiftKey }),
      arrowdown: () => this.nudged({ key: 'bottom', direction: -1, big: event.shiftKey }),
      arrowright: () => this.nudged({ key: 'along', direction: this.selected().place.toward === 'right' ? 1 : -1, big: event.shiftKey }),
      arrowleft: () => this.nudged({ key: 'along', direction: this.selected().place.toward === 'right' ? -1 : 1, big: event.shiftKey }),
    };
    const keys: Record<string, () => void> = {
      f: () => this.flip(),
      w: () => this.open.set(!this.open()),
      t: () => this.table.set(!this.table()),
      '+': () => this.zoom(1.4),
      '-': () => this.zoom(1 / 1.4),
    };
    if (/^[0-9.]$/.test(key)) {
      event.preventDefault();
      this.tape()?.start(key);
    } else if (arrows[key] && !onButton(event)) {
      event.preventDefault();
      arrows[key]();
    } else keys[key]?.();
  }
}
