import { ChangeDetectionStrategy, Component, computed, HostListener, inject, signal, viewChild } from '@angular/core';
import { draggedPlace, nudgedPlace, suitableBoxes, withKind } from '@saddle/core/layout';
import { changeFor } from '@saddle/core/ledger';
import { printLength } from '@saddle/core/measure';
import { otherFace, type Box, type FaceId, type Job } from '@saddle/core/model';
import { fillOf } from '@saddle/core/wiring';
import { JobSession } from '../job/job-session';
import { CutList } from '../survey/cut-list';
import { TapeBar, type TapeEntry, type TapeMeasure } from '../tape/tape-bar';
import { type BoxDrag, WallView } from '../wall/wall-view';

/** The wall is the page: both faces to scale, the new box moved by mouse, keys or tape. */
@Component({
  selector: 'sa-box-stage',
  imports: [WallView, TapeBar, CutList],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './box-stage.html',
})
export class BoxStage {
  protected readonly session = inject(JobSession);
  private readonly tape = viewChild(TapeBar);
  private readonly view = viewChild(WallView);

  private readonly flipped = signal(false);
  protected readonly open = signal(true);
  protected readonly table = signal(false);
  private readonly picked = signal<string | undefined>(undefined);
  private dragFrom: { job: Job; box: Box } | undefined;

  protected readonly face = computed((): FaceId =>
    this.flipped() ? otherFace(this.session.context().target.face) : this.session.context().target.face,
  );
  protected readonly elevation = computed(() => this.session.elevationOf(this.face(), this.open()));
  protected readonly unit = computed(() => this.session.job().unit);
  protected readonly roomName = computed(() => this.roomOf(this.face()));
  protected readonly otherRoomName = computed(() => this.roomOf(otherFace(this.face())));
  protected readonly selectedId = computed(() => this.picked() ?? this.session.job().newBoxId);
  protected readonly selected = computed(
    () => this.session.site().boxes.find((b) => b.id === this.selectedId()) ?? this.session.context().target,
  );
  protected readonly movable = computed(
    () =>
      new Set(
        this.session
          .site()
          .boxes.filter((b) => b.face === this.face())
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
  protected readonly refused = computed(() => this.session.refusal()?.[0]?.message ?? '');
  protected readonly kinds = computed(() => {
    const { target, wall } = this.session.context();
    const needed = fillOf(this.session.planned(), target, this.session.job().edition).neededIn3;
    return suitableBoxes(wall, target.face, { gangs: target.gangs, neededIn3: needed, unit: this.unit() }).filter(
      (k) => k.kind.gangs === target.gangs,
    );
  });

  private roomOf(face: FaceId): string {
    const { wall } = this.session.context();
    const { roomId } = wall.faces[face];
    return roomId === 'outside' ? 'far side' : (this.session.job().found.rooms.find((r) => r.id === roomId)?.name ?? face);
  }

  private originName(): string {
    const from = this.selected().place.from;
    if (from === 'left-end') return 'left end';
    if (from === 'right-end') return 'right end';
    return this.session.context().wall.references.find((r) => r.id === from)?.name ?? from;
  }

  /** The job with this box in place of the one with its id, as found or as planned. */
  private withBox(job: Job, box: Box): Job {
    for (const kind of ['place-box', 'replace-box'] as const) {
      const change = changeFor(job, kind, box.id);
      if (change) return { ...job, changes: job.changes.map((c) => (c.id === change.id ? { ...change, box } : c)) };
    }
    return { ...job, found: { ...job.found, boxes: job.found.boxes.map((b) => (b.id === box.id ? box : b)) } };
  }

  private place(box: Box, part: Partial<Box['place']>): Box {
    return { ...box, place: { ...box.place, ...part } };
  }

  protected entered(entry: TapeEntry): void {
    const length = { mm: entry.mm, as: entry.as, known: 'measured' as const };
    const box = this.selected();
    this.session.edit(`${box.name}: ${entry.key === 'along' ? 'along' : 'bottom'} ${entry.as}`, (job) =>
      this.withBox(job, this.place(box, entry.key === 'along' ? { distance: length } : { bottom: length })),
    );
  }

  protected nudged({ key, direction, big }: { key: string; direction: 1 | -1; big: boolean }): void {
    const box = this.selected();
    const place = nudgedPlace(box.place, key === 'along' ? 'distance' : 'bottom', direction, big, this.unit());
    this.session.edit(`${box.name} moved`, (job) => this.withBox(job, this.place(box, place)));
  }

  protected dragged(drag: BoxDrag): void {
    if (!this.dragFrom || this.dragFrom.box.id !== drag.id) {
      const box = this.session.site().boxes.find((b) => b.id === drag.id);
      if (!box) return;
      this.dragFrom = { job: this.session.job(), box };
    }
    const { job, box } = this.dragFrom;
    const moved = this.place(box, draggedPlace(this.session.context().wall, box, drag.du, drag.dz, this.unit()));
    if (!drag.done) return this.session.drag(this.withBox(job, moved));
    this.dragFrom = undefined;
    this.session.drag(undefined);
    if (drag.moved) this.session.edit(`${box.name} moved`, (j) => this.withBox(j, moved));
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
    const context = this.session.context();
    this.session.edit('Another kind of box', (job) => this.withBox(job, withKind(context.wall, context.target, kindId)));
  }

  protected length = (mm: number): string => printLength(mm, this.unit());

  @HostListener('document:keydown', ['$event'])
  protected key(event: KeyboardEvent): void {
    const target = event.target as HTMLElement;
    if (target.matches('input, textarea, select') || event.ctrlKey || event.metaKey || document.body.classList.contains('modal-open'))
      return;
    if (event.altKey) {
      if (event.key === '0' || event.key === '9') {
        event.preventDefault();
        this.fit(event.key === '0' ? 'work' : 'wall');
      }
      return;
    }
    const arrows: Record<string, () => void> = {
      ArrowUp: () => this.nudged({ key: 'bottom', direction: 1, big: event.shiftKey }),
      ArrowDown: () => this.nudged({ key: 'bottom', direction: -1, big: event.shiftKey }),
      ArrowRight: () => this.nudged({ key: 'along', direction: this.selected().place.toward === 'right' ? 1 : -1, big: event.shiftKey }),
      ArrowLeft: () => this.nudged({ key: 'along', direction: this.selected().place.toward === 'right' ? -1 : 1, big: event.shiftKey }),
    };
    const keys: Record<string, () => void> = {
      f: () => this.flip(),
      w: () => this.open.set(!this.open()),
      t: () => this.table.set(!this.table()),
      '+': () => this.zoom(1.4),
      '-': () => this.zoom(1 / 1.4),
    };
    if (/^[0-9.]$/.test(event.key)) {
      event.preventDefault();
      this.tape()?.start(event.key);
    } else if (arrows[event.key] && !target.closest('button, a, [role=tab]')) {
      event.preventDefault();
      arrows[event.key]!();
    } else keys[event.key.toLowerCase()]?.();
  }
}
