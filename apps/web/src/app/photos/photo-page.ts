import { Location } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, effect, ElementRef, inject, input, signal, viewChild } from '@angular/core';
import { Router } from '@angular/router';
import type { LengthUnit } from '@saddle/core/measure';
import { MARK_KINDS, type Photo, type PhotoMark, type PhotoMeasure, type PhotoPoint } from '@saddle/core/model';
import {
  cornersWrong,
  lengthIn,
  photoDrawing,
  placeIn,
  pointsOnWall,
  printFromPhoto,
  printPlusMinus,
  TARGET_SIZES,
  viewOf,
  type Corners,
  type TargetKind,
} from '@saddle/core/photo';
import { boxRect, uXOf, type FaceId, type MeasuredLength } from '@saddle/core/model';
import { nanoid } from 'nanoid';
import { ChoiceField, type Choice } from '../fields/choice-field';
import { LengthField } from '../fields/length-field';
import { Segmented, type Segment } from '../fields/segmented';
import { TextField } from '../fields/text-field';
import { HouseSession } from '../house/house-session';
import { bare, HousePhotos } from './house-photos';
import { ownTime } from '../words/own-clock';

type Tool = 'look' | PhotoMark['kind'] | 'measure';
/** A finger is off by this much on the screen, with the loupe; CSS pixels (common practice: a stylus less, a thumb more). */
const TAP_CSS_PX = 2;
const CORNER_NAMES = ['top left', 'top right', 'bottom right', 'bottom left'] as const;
const UNDO_STEPS = 50;
/** Less than this part of the picture is a tap and no pull. */
const LEAST_PULL = 0.004;

/** One photo: what is drawn on it, what it is of, and lengths measured in it. */
@Component({
  selector: 'sa-photo-page',
  imports: [ChoiceField, LengthField, Segmented, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './photo-page.html',
  styleUrl: './photo-page.scss',
})
export class PhotoPage {
  protected readonly session = inject(HouseSession);
  protected readonly photos = inject(HousePhotos);
  private readonly location = inject(Location);
  private readonly router = inject(Router);
  readonly photoId = input.required<string>();
  protected readonly time = ownTime;
  private readonly picture = viewChild<ElementRef<SVGSVGElement>>('picture');

  protected readonly photo = computed(() => this.photos.byId(this.photoId()));
  /** width over height of the picture: of the file itself while it is still here */
  protected readonly natural = signal<{ width: number; height: number } | undefined>(undefined);
  protected readonly size = computed(() => this.photo()?.picture ?? this.natural() ?? { width: 4, height: 3 });
  /** its proportions are known: from the server, or from the picture itself */
  protected readonly known = computed(() => this.photo()?.picture !== undefined || this.natural() !== undefined);
  protected readonly removed = signal<Photo | undefined>(undefined);
  protected readonly says = signal('');

  constructor() {
    effect(() => void this.photos.open(this.session.houseId()));
  }
  protected seen(event: Event): void {
    const { naturalWidth: width, naturalHeight: height } = event.target as HTMLImageElement;
    if (width) this.natural.set({ width, height });
  }
  protected back(): void {
    if (history.length > 1) this.location.back();
    else void this.router.navigate(['/houses', this.session.houseId(), 'photos']);
  }

  // edits, with undo
  private readonly past = signal<Photo[]>([]);
  protected readonly canUndo = computed(() => this.past().length > 0);
  protected put(change: (photo: Photo) => Photo): void {
    const photo = this.photo();
    if (!photo) return;
    this.past.update((past) => [...past, bare(photo)].slice(-UNDO_STEPS));
    void this.photos.put(change(bare(photo)));
  }
  protected undo(): void {
    const last = this.past().at(-1);
    if (!last) return;
    this.past.update((past) => past.slice(0, -1));
    void this.photos.put(last);
  }
  protected async remove(): Promise<void> {
    const photo = this.photo();
    if (!photo) return;
    this.removed.set(bare(photo));
    await this.photos.remove(photo);
  }
  protected async bringBack(): Promise<void> {
    const photo = this.removed();
    if (!photo) return;
    this.removed.set(undefined);
    await this.photos.put(photo);
  }

  protected readonly whens: Choice[] = [
    { value: '', label: 'neither' },
    { value: 'before', label: 'before' },
    { value: 'after', label: 'after' },
  ];
  protected setWhen(when: string | undefined): void {
    this.put(({ when: _, ...photo }) => ({ ...photo, ...(when === 'before' || when === 'after' ? { when } : {}) }));
  }
  protected setNote(note: string): void {
    this.put(({ note: _, ...photo }) => ({ ...photo, ...(note.trim() ? { note: note.trim().slice(0, 2000) } : {}) }));
  }
  /** what it can belong to */
  protected readonly things = computed((): Choice[] => {
    const { site } = this.session.house();
    const of = this.photo()?.of;
    return [
      { value: `house ${this.session.houseId()}`, label: 'the house as a whole' },
      ...site.boxes.map((b) => ({ value: `box ${b.id}`, label: `box: ${b.name}` })),
      ...site.walls.map((w) => ({ value: `wall ${w.id}`, label: `wall: ${w.name}` })),
      ...(of && of.kind !== 'house' && of.kind !== 'box' && of.kind !== 'wall' ? [{ value: `${of.kind} ${of.id}`, label: { job: 'the job', step: 'an activity of the job', finding: 'a finding of the job' }[of.kind] }] : []),
    ];
  }); // prettier-ignore
  protected setOf(value: string): void {
    const [kind, ...id] = value.split(' ');
    this.put((photo) => ({ ...photo, of: { kind: kind as Photo['of']['kind'], id: id.join(' ') } }));
  }

  // drawing
  protected readonly tool = signal<Tool>('look');
  protected readonly tools: Segment<Tool>[] = [
    { value: 'look', label: 'look' },
    ...MARK_KINDS.map((value) => ({ value, label: value })),
    { value: 'measure', label: 'measure' },
  ];
  protected readonly drawing = signal<PhotoMark | undefined>(undefined);
  protected readonly marks = computed(() => [...(this.photo()?.marks ?? []), ...(this.drawing() ? [this.drawing()!] : [])]);
  /** handle of the measure in hand: corner, point, or none */
  protected readonly held = signal<{ what: 'corner' | 'point'; index: number } | undefined>(undefined);
  /** where it came down, and whether it was pulled since */
  private start: PhotoPoint | undefined;
  private pulled = false;
  /** where the finger is, for the loupe */
  protected readonly at = signal<PhotoPoint | undefined>(undefined);

  private pointOf(event: PointerEvent): PhotoPoint | undefined {
    const box = this.picture()?.nativeElement.getBoundingClientRect();
    if (!box?.width) return undefined;
    const part = (n: number): number => Math.min(1, Math.max(0, n));
    return { x: part((event.clientX - box.left) / box.width), y: part((event.clientY - box.top) / box.height) };
  }
  protected down(event: PointerEvent): void {
    const point = this.pointOf(event);
    const tool = this.tool();
    if (!point || tool === 'look') return;
    event.preventDefault();
    (event.target as Element).setPointerCapture?.(event.pointerId);
    this.start = point;
    this.pulled = false;
    if (tool === 'measure') return this.touch(point);
    this.drawing.set({ id: nanoid(8), kind: tool, from: point, ...(tool === 'words' ? { text: 'words' } : { to: point }) });
  }
  protected move(event: PointerEvent): void {
    const point = this.pointOf(event);
    const drawing = this.drawing();
    if (!point) return;
    if (this.held()) {
      this.at.set(point);
      this.pulled ||= !this.start || Math.hypot(point.x - this.start.x, point.y - this.start.y) > LEAST_PULL;
      if (this.pulled) this.drag(point);
    } else if (drawing) this.drawing.set(drawing.kind === 'words' ? { ...drawing, from: point } : { ...drawing, to: point });
  }
  protected up(): void {
    const drawing = this.drawing();
    this.drawing.set(undefined);
    const measure = this.dragged();
    const held = this.held();
    const whole = this.photo()?.measure;
    if (held && measure) this.setMeasure(measure);
    // a tap on a corner without a pull measures from it
    else if (held?.what === 'corner' && whole && !this.pulled && whole.points.length < 40)
      this.setMeasure({ ...whole, points: [...whole.points, { id: nanoid(8), at: whole.corners[held.index]! }] });
    this.held.set(undefined);
    this.at.set(undefined);
    if (!drawing) return;
    const { from, to } = drawing;
    // a tap without a pull draws one of a usual size
    const small = to && Math.hypot(to.x - from.x, to.y - from.y) < 0.015;
    const mark = small ? { ...drawing, to: { x: Math.min(1, from.x + 0.08), y: Math.min(1, from.y + 0.08) } } : drawing;
    this.put((photo) => ({ ...photo, marks: [...photo.marks, mark].slice(-60) }));
  }
  protected setMark(id: string, change: Partial<PhotoMark> | undefined): void {
    this.put((photo) => ({ ...photo, marks: photo.marks.flatMap((m) => (m.id !== id ? [m] : change ? [{ ...m, ...change }] : [])) }));
  }
  /** Arrow keys move a mark, with Shift its other end. */
  protected nudge(mark: PhotoMark, event: KeyboardEvent): void {
    const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
    if (!by) return;
    event.preventDefault();
    const moved = (p: PhotoPoint): PhotoPoint => ({ x: Math.min(1, Math.max(0, p.x + by[0]! * 0.01)), y: Math.min(1, Math.max(0, p.y + by[1]! * 0.01)) }); // prettier-ignore
    this.setMark(mark.id, event.shiftKey && mark.to ? { to: moved(mark.to) } : { from: moved(mark.from), ...(mark.to ? { to: moved(mark.to) } : {}) }); // prettier-ignore
  }
  protected readonly drawn = computed(() => {
    const { width, height } = this.size();
    return photoDrawing(this.marks(), this.measure(), this.tapped(), width, height);
  });
  /** a line’s width, as the picture is shown some 800 px wide */
  protected readonly unit = computed(() => this.size().width / 270);
  /** the part of the picture that lies under the finger */
  protected under(a: PhotoPoint): string {
    const { width, height } = this.size();
    const reach = width / 24;
    return `${a.x * width - reach} ${a.y * height - reach} ${2 * reach} ${2 * reach}`;
  }

  // measuring
  protected readonly cornerNames = CORNER_NAMES;
  protected readonly targets = (Object.keys(TARGET_SIZES) as TargetKind[]).map((value): Choice<TargetKind> => ({
    value,
    label: TARGET_SIZES[value].words,
  }));
  protected readonly target = signal<TargetKind>('printed');
  /** corners that were tapped so far, before there are four */
  protected readonly tapped = signal<PhotoPoint[]>([]);
  private readonly dragged = signal<PhotoMeasure | undefined>(undefined);
  protected readonly measure = computed(() => this.dragged() ?? this.photo()?.measure);
  protected readonly next = computed(() => CORNER_NAMES[this.tapped().length]);
  protected readonly wrong = computed(() => {
    const m = this.measure();
    return m ? cornersWrong(viewOf(m, this.size().width, this.size().height).corners as Corners) : undefined;
  });
  private readonly lengthUnit = computed((): LengthUnit => this.session.unit());

  protected readonly points = computed(() => this.measure()?.points ?? []);
  protected readonly lengths = computed(() => {
    const m = this.measure();
    if (!m || this.wrong() || !this.known()) return [];
    const { width, height } = this.size();
    const view = viewOf(m, width, height);
    const pixel = (p: PhotoPoint) => ({ x: p.x * width, y: p.y * height });
    return m.points.slice(1).map((b, i) => {
      const a = m.points[i]!;
      const found = lengthIn(view, pixel(a.at), pixel(b.at));
      return { name: `${a.name || i + 1} to ${b.name || i + 2}`, found, terms: (found?.terms ?? []).map((t) => ({ what: t.what, says: this.more(t.sdMm) })) };
    });
  }); // prettier-ignore
  protected readonly places = computed(() => {
    const m = this.measure();
    if (!m || this.wrong() || !this.known()) return [];
    const { width, height } = this.size();
    const onWall = new Map(pointsOnWall(m, width, height).map((p) => [p.id, p]));
    const view = viewOf(m, width, height);
    return m.points.map((p, i) => {
      const place = placeIn(view, { x: p.at.x * width, y: p.at.y * height });
      const wall = onWall.get(p.id);
      return {
        ...p, number: i + 1,
        says: wall
          ? `${this.print(wall.x)} from the left end, ${this.print(wall.up)} up, ± ${this.more(wall.plusMinusMm)}`
          : place ? `${this.print(place.x.mm)} right of and ${this.print(place.up.mm)} above the target’s lower left corner` : 'beyond the horizon of the wall: it can’t be told',
      };
    });
  }); // prettier-ignore
  protected print = (mm: number): string => printFromPhoto(mm, this.lengthUnit());
  protected more = (mm: number): string => printPlusMinus(mm, this.lengthUnit());

  private tapPart(): number {
    const wide = this.picture()?.nativeElement.getBoundingClientRect().width ?? 400;
    return Math.min(0.05, TAP_CSS_PX / Math.max(100, wide));
  }
  private touch(point: PhotoPoint): void {
    const m = this.measure();
    const { width, height } = this.size();
    const near = (p: PhotoPoint): boolean => Math.hypot((p.x - point.x) * width, (p.y - point.y) * height) < width / 30;
    this.at.set(point);
    if (m) {
      const point_ = m.points.findIndex((p) => near(p.at));
      const corner = m.corners.findIndex(near);
      if (point_ >= 0) this.held.set({ what: 'point', index: point_ });
      else if (corner >= 0) this.held.set({ what: 'corner', index: corner });
      else {
        if (m.points.length >= 40) return this.says.set('At most 40 points in one photo.');
        this.dragged.set({ ...m, tap: this.tapPart(), points: [...m.points, { id: nanoid(8), at: point }] });
        this.held.set({ what: 'point', index: m.points.length });
      }
      return;
    }
    const corner = this.tapped().findIndex(near);
    if (corner >= 0) return this.held.set({ what: 'corner', index: corner });
    this.tapped.update((t) => [...t, point]);
    this.held.set({ what: 'corner', index: this.tapped().length - 1 });
  }
  private drag(point: PhotoPoint): void {
    const held = this.held()!;
    const m = this.measure();
    if (!m) {
      this.tapped.update((t) => t.map((p, i) => (i === held.index ? point : p)));
      return;
    }
    if (held.what === 'point') this.dragged.set({ ...m, points: m.points.map((p, i) => (i === held.index ? { ...p, at: point } : p)) });
    else this.dragged.set({ ...m, corners: m.corners.map((p, i) => (i === held.index ? point : p)) as PhotoMeasure['corners'] });
  }
  private setMeasure(measure: PhotoMeasure | undefined): void {
    this.dragged.set(undefined);
    this.put(({ measure: _, ...photo }) => ({ ...photo, ...(measure ? { measure } : {}) }));
  }
  /** Four corners are there: they become the target’s. */
  protected use(): void {
    const corners = this.tapped();
    if (corners.length !== 4) return;
    const { widthMm, heightMm } = TARGET_SIZES[this.target()];
    const measure: PhotoMeasure = { target: this.target(), widthMm, heightMm, corners: corners as PhotoMeasure['corners'], tap: this.tapPart(), points: [] }; // prettier-ignore
    const wrong = cornersWrong(viewOf(measure, this.size().width, this.size().height).corners as Corners);
    if (wrong) return this.says.set(wrong);
    this.says.set('');
    this.tapped.set([]);
    this.setMeasure(measure);
  }
  protected startAnew(): void {
    this.tapped.set([]);
    this.says.set('');
    if (this.photo()?.measure) this.setMeasure(undefined);
  }
  protected setSide(side: 'widthMm' | 'heightMm', length: MeasuredLength | undefined): void {
    const m = this.measure();
    if (m && length && length.mm >= 10 && length.mm <= 3000) this.setMeasure({ ...m, [side]: length.mm });
  }
  protected lengthOf = (mm: number | undefined): MeasuredLength | undefined => (mm === undefined ? undefined : { mm, known: 'measured' });
  protected setPoint(id: string, name: string | undefined): void {
    const m = this.measure();
    if (m) this.setMeasure({ ...m, points: m.points.flatMap((p) => (p.id !== id ? [p] : name === undefined ? [] : [{ ...p, name: name.slice(0, 60) }])) });
  } // prettier-ignore

  // onto the wall
  protected readonly faces = computed((): Choice[] => [
    { value: '', label: 'not drawn on a wall' },
    ...this.session.house().site.walls.flatMap((w) => (['A', 'B'] as const).map((face) => ({ value: `${w.id} ${face}`, label: `${w.name}, from the ${this.roomOf(w.id, face)}` }))),
  ]); // prettier-ignore
  private roomOf(wallId: string, face: FaceId): string {
    const { site } = this.session.house();
    return site.rooms.find((r) => r.id === site.walls.find((w) => w.id === wallId)?.faces[face].roomId)?.name ?? face;
  }
  protected readonly plates = computed((): Choice[] => {
    const on = this.measure()?.onWall;
    const { site } = this.session.house();
    return [{ value: '', label: 'by its place' }, ...site.boxes.filter((b) => b.wallId === on?.wallId && b.face === on.face).map((b) => ({ value: b.id, label: `it is the plate of ${b.name}` }))]; // prettier-ignore
  });
  protected setWall(value: string | undefined): void {
    const m = this.measure();
    if (!m) return;
    const { onWall: _, ...rest } = m;
    const [wallId, face] = (value ?? '').split(' ');
    this.setMeasure(
      wallId && face
        ? {
            ...rest,
            onWall: {
              wallId,
              face: face as FaceId,
              ...(m.onWall?.x === undefined ? {} : { x: m.onWall.x }),
              ...(m.onWall?.up === undefined ? {} : { up: m.onWall.up }),
            },
          }
        : rest,
    );
  }
  protected setOnWall(axis: 'x' | 'up', length: MeasuredLength | undefined): void {
    const m = this.measure();
    if (!m?.onWall) return;
    const { [axis]: _, ...rest } = m.onWall;
    this.setMeasure({ ...m, onWall: { ...rest, ...(length ? { [axis]: length.mm } : {}) } });
  }
  /** The plate sits centred over its box. */
  protected setPlate(boxId: string | undefined): void {
    const m = this.measure();
    const { site } = this.session.house();
    const box = site.boxes.find((b) => b.id === boxId);
    const wall = site.walls.find((w) => w.id === box?.wallId);
    const rect = box && wall && boxRect(wall, box);
    if (!m?.onWall || !rect) return;
    const middle = uXOf(wall, m.onWall.face, (rect.left + rect.right) / 2);
    this.setMeasure({ ...m, onWall: { ...m.onWall, x: middle - m.widthMm / 2, up: (rect.bottom + rect.top) / 2 - m.heightMm / 2 } });
  }
}
