import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  ElementRef,
  inject,
  input,
  output,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import type { Dimension, Elevation, ElevationShape } from '@saddle/core/layout';
import { printFeet, printLength, printMark } from '@saddle/core/measure';
import { drag, type D3DragEvent } from 'd3-drag';
import { scaleLinear } from 'd3-scale';
import { select } from 'd3-selection';
import { zoom, zoomIdentity, type D3ZoomEvent, type ZoomBehavior, type ZoomTransform } from 'd3-zoom';
import { LengthUnits } from '../fields/length-units';

interface Window {
  u: number;
  z: number;
  width: number;
  height: number;
}
/** A finder slid or a scope held over the wall: u and z in mm. */
export interface Aim {
  fromU: number;
  toU: number;
  z: number;
  done: boolean;
}
/** What was read there: a place with its doubt. */
export interface WallMark {
  u: number;
  halfMm: number;
  z: number;
  label: string;
}
/** Pointer moved a box: by how much, in mm along u and z. */
export interface BoxDrag {
  id: string;
  du: number;
  dz: number;
  done: boolean;
  /** mm of wall in one pixel, to judge what is near */
  mmPerPx?: number;
  /** whether it left its place at all: a click is no drag */
  moved: boolean;
}

const PAD = { left: 46, right: 16, top: 22, bottom: 30 };
const LANE = 20;
const NAME_STEPS = 8;

/** A true-scale elevation of one face: shapes and dimensions come from the core, this only puts them on the screen. */
@Component({
  selector: 'sa-wall-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './wall-view.html',
})
export class WallView {
  readonly wall = input.required<Elevation>();
  private readonly unit = inject(LengthUnits).unit;
  readonly selected = input<string>();
  readonly movable = input<ReadonlySet<string>>(new Set<string>());
  readonly title = input('');
  /** another wall starts at its own work again */
  readonly viewKey = input('');
  readonly marks = input<WallMark[]>([]);
  readonly aim = input<'none' | 'sweep' | 'scope'>('none');
  readonly aimed = output<Aim>();
  readonly picked = output<string>();
  readonly moved = output<BoxDrag>();

  private readonly element = inject<ElementRef<HTMLElement>>(ElementRef);
  private readonly host = viewChild.required<ElementRef<SVGSVGElement>>('svg');
  private readonly size = signal({ width: 800, height: 560 });
  private readonly transform = signal<ZoomTransform>(zoomIdentity);
  private zoomer: ZoomBehavior<SVGSVGElement, unknown> | undefined;

  /** the window that zoom 1 shows; stays put while a box is dragged */
  private readonly base = signal<Window | undefined>(undefined);
  private lastFace = '';

  private readonly along = computed(() => this.wall().dimensions.filter((d) => d.axis === 'along'));
  /** words of two dimensions that don't fit side by side, on a narrow screen or over a short stretch, get a lane each */
  private readonly narrow = computed(() => this.size().width < 620 || this.crowded());
  private readonly crowded = computed(() => {
    const { width, height } = this.size();
    const view = this.base() ?? this.wall().work;
    // before lanes take their share of the height: a little too large, so a little late, which one lane more forgives
    const scale = Math.min((width - PAD.left - PAD.right) / view.width, (height - PAD.top - PAD.bottom) / view.height) * this.transform().k;
    return this.along().length > 1 && this.along().some((d) => Math.abs(d.to - d.from) * scale < this.words(d).length * 6.6);
  });
  protected readonly lanes = computed(() => (this.narrow() ? this.along().length : Math.max(0, ...this.along().map((d) => d.lane + 1))));
  protected readonly frame = computed(() => {
    const { width, height } = this.size();
    const bottom = PAD.bottom + this.lanes() * LANE;
    return {
      x: PAD.left,
      y: PAD.top,
      width: Math.max(50, width - PAD.left - PAD.right),
      height: Math.max(50, height - PAD.top - bottom),
      all: { width, height },
    };
  });
  private readonly scales = computed(() => {
    const frame = this.frame();
    const view = this.base() ?? this.wall().work;
    const scale = Math.min(frame.width / view.width, frame.height / view.height);
    const spareU = (frame.width / scale - view.width) / 2;
    const t = this.transform();
    const x = scaleLinear([view.u - spareU, view.u - spareU + frame.width / scale], [frame.x, frame.x + frame.width]);
    const y = scaleLinear([view.z, view.z + frame.height / scale], [frame.y + frame.height, frame.y]);
    return { x: t.rescaleX(x), y: t.rescaleY(y), scale: scale * t.k };
  });
  protected readonly x = computed(() => this.scales().x);
  protected readonly y = computed(() => this.scales().y);
  protected readonly scaleWords = computed(() => {
    const view = this.view();
    const long = (mm: number): string => (this.unit() === 'mm' ? printLength(Math.round(mm), 'mm') : printFeet(mm, 1));
    if (this.plan().whole) return `the whole wall, ${long(this.wall().widthMm)}`;
    return `${long(Math.min(view.width, this.wall().widthMm))} of ${long(this.wall().widthMm)} wall shown`;
  });
  private readonly view = computed((): Window => {
    const frame = this.frame();
    const [x, y] = [this.x(), this.y()];
    const [left, right] = [x.invert(frame.x), x.invert(frame.x + frame.width)];
    const [low, high] = [y.invert(frame.y + frame.height), y.invert(frame.y)];
    return { u: left, z: low, width: right - left, height: high - low };
  });

  protected readonly drawn = computed(() => {
    const { x, y, scale } = this.scales();
    const rank: Record<string, number> = {
      wall: 0,
      plate: 1,
      stud: 1,
      'stud-guess': 1,
      fixture: 3,
      obstacle: 2,
      run: 2,
      base: 3,
      door: 4,
      window: 4,
      reference: 5,
      'ghost-box': 6,
      patch: 6,
      'old-box': 6,
      cover: 7,
      opening: 8,
      box: 9,
      way: 10,
      hole: 11,
    };
    return this.wall()
      .shapes.map((s) => ({
        s,
        x: x(s.u),
        y: y(s.z + s.height),
        width: s.width * scale,
        height: s.height * scale,
        cx: x(s.u + s.width / 2),
      }))
      .sort((a, b) => rank[a.s.kind]! - rank[b.s.kind]!);
  });
  protected readonly named = computed(() => {
    const frame = this.frame();
    const names = this.drawn().filter(
      ({ s, x, width }) =>
        s.label &&
        ['box', 'ghost-box', 'obstacle', 'reference', 'door', 'window', 'fixture', 'old-box'].includes(s.kind) &&
        x + width > frame.x &&
        x < frame.x + frame.width,
    );
    // names above boxes step up, names in the bay step down, until they clear those already placed
    const taken: { left: number; right: number; y: number }[] = [];
    const plan = this.plan();
    const inPlan = (left: number, right: number, y: number) =>
      right > frame.x + frame.width - plan.width - 14 && left < frame.x + frame.width && y < frame.y + plan.height + 26;
    return names.flatMap((n) => {
      const box = this.isBox(n.s);
      const text = n.s.kind === 'ghost-box' ? `${n.s.label} · other face` : n.s.label!;
      const half = text.length * 3.4;
      const at = Math.min(Math.max(n.x + n.width / 2, frame.x + half + 4), frame.x + frame.width - half - 4);
      const clear = (y: number) =>
        !inPlan(at - half, at + half, y) && taken.every((t) => Math.abs(t.y - y) >= 15 || at + half < t.left || at - half > t.right);
      const large = ['door', 'window', 'fixture'].includes(n.s.kind) && n.height > 24;
      // a cap or a shelf is too thin for its name: it stands on it
      const thin = n.s.kind === 'fixture' && !large && n.y > frame.y + 24;
      let ty = box ? n.y - 20 : thin ? n.y - 6 : large ? Math.min(Math.max(n.y, frame.y) + 18, frame.y + frame.height - 8) : frame.y + 18;
      let steps = 0;
      while (!clear(ty) && steps++ < NAME_STEPS) ty += box || thin ? -16 : 16;
      // on a crowded wall a name that finds no room is left out; selecting the thing names it
      if (steps > NAME_STEPS) return [];
      taken.push({ left: at - half, right: at + half, y: ty });
      return [{ ...n, text, at, ty }];
    });
  });
  protected classOf = (s: ElevationShape): string => `shape ${s.kind} ${s.state}${s.unplaced ? ' unplaced' : ''}`;
  /** small things get a wider grip, unless there are so many that grips would only cover each other */
  protected readonly roomy = computed(() => this.movable().size < 120);
  /** guessed studs say so at their foot, in more than a dash */
  protected readonly guessed = computed(() =>
    this.drawn()
      .filter(({ s, width }) => s.kind === 'stud-guess' && width > 5)
      .map(({ s, cx }) => ({ id: s.id, x: cx, y: this.frame().y + this.frame().height - 8 })),
  );
  protected readonly drawnMarks = computed(() => {
    const { x, y, scale } = this.scales();
    return this.marks().map((m) => ({ m, x: x(m.u), y: y(m.z), half: Math.max(1.5, m.halfMm * scale) }));
  });
  private aimStart: { u: number; z: number } | undefined;
  protected readonly alongDims = computed(() => {
    const frame = this.frame();
    const x = this.x();
    const clip = (v: number) => Math.min(Math.max(v, frame.x), frame.x + frame.width);
    return this.along().map((d, i) => {
      const [from, to] = [x(d.from), x(d.to)];
      const [a, b] = [clip(Math.min(from, to)), clip(Math.max(from, to))];
      const label = this.words(d);
      const half = Math.min(frame.width / 2, label.length * 3.3);
      return {
        d,
        from,
        to,
        a,
        b,
        inFrom: from === clip(from),
        inTo: to === clip(to),
        y: frame.y + frame.height + 30 + (this.narrow() ? i : d.lane) * LANE,
        mid: Math.min(Math.max((a + b) / 2, frame.x + half), frame.x + frame.width - half),
        label,
      };
    });
  });
  protected readonly upDims = computed(() => {
    const [x, y] = [this.x(), this.y()];
    const box = this.wall().dimensions.find((d) => d.axis === 'up');
    const right = box !== undefined && this.wall().widthMm - box.reach > 250;
    return this.wall()
      .dimensions.filter((d) => d.axis === 'up')
      .map((d) => ({ d, x: x(d.reach) + (right ? 1 : -1) * (26 + d.lane * 44), reach: x(d.reach), a: y(d.from), b: y(d.to) }));
  });
  protected readonly xTicks = computed(() =>
    this.ticks(this.x().domain() as [number, number], this.wall().widthMm).map((mm) => ({
      at: this.x()(mm),
      text: this.isNamed(mm) ? this.tickText(mm) : '',
      major: this.isMajor(mm),
    })),
  );
  protected readonly yTicks = computed(() =>
    this.ticks([this.y().domain()[0]!, this.y().domain()[1]!], this.wall().heightMm).map((mm) => ({
      at: this.y()(mm),
      text: this.isNamed(mm) ? this.tickText(mm) : '',
      major: this.isMajor(mm),
    })),
  );
  protected readonly plan = computed(() => {
    const wall = this.wall();
    const width = Math.min(150, this.frame().width * 0.26);
    const k = width / wall.widthMm;
    const view = this.view();
    const height = wall.heightMm * k;
    const clampedU = Math.max(0, view.u);
    const clampedTop = Math.min(wall.heightMm, view.z + view.height);
    const whole = view.u <= 1 && view.u + view.width >= wall.widthMm - 1 && view.z <= 1 && view.z + view.height >= wall.heightMm - 1;
    return {
      whole,
      width: whole ? 0 : width,
      height: whole ? 0 : height,
      marks: wall.shapes
        .filter((s) => ['door', 'window', 'box'].includes(s.kind))
        .map((s) => ({
          s,
          x: s.u * k,
          y: height - (s.z + s.height) * k,
          width: Math.max(2, s.width * k),
          height: Math.max(3, s.height * k),
        })),
      view: {
        x: clampedU * k,
        y: height - clampedTop * k,
        width: Math.max(4, (Math.min(wall.widthMm, view.u + view.width) - clampedU) * k),
        height: Math.max(4, (clampedTop - Math.max(0, view.z)) * k),
      },
    };
  });

  constructor() {
    const destroy = inject(DestroyRef);
    afterNextRender(() => {
      const svg = this.host().nativeElement;
      // the drawing takes its size from the space it has, in figures: in per cent, every pass of the page's layout would set its text anew
      const space = this.element.nativeElement;
      const observer = new ResizeObserver(([entry]) => {
        const { width, height } = entry!.contentRect;
        if (width > 0 && height > 0) this.size.set({ width, height });
      });
      observer.observe(space);
      destroy.onDestroy(() => observer.disconnect());
      this.zoomer = zoom<SVGSVGElement, unknown>()
        .scaleExtent([0.15, 12])
        .filter((event: Event) => this.aim() === 'none' && !(event.target as Element).closest('.movable') && !(event as MouseEvent).button)
        .on('zoom', (event: D3ZoomEvent<SVGSVGElement, unknown>) => this.transform.set(event.transform));
      select(svg).call(this.zoomer).on('dblclick.zoom', null);
      this.makeMovable(svg);
    });
    // a new face or wall starts at the work; a moved box doesn't move the view
    effect(() => {
      const wall = this.wall();
      const key = `${this.viewKey()}/${wall.face}/${wall.widthMm}/${wall.heightMm}`;
      if (key === this.lastFace) return;
      this.lastFace = key;
      untracked(() => {
        this.base.set(wall.work);
        this.resetZoom();
      });
    });
  }

  protected aimAt(event: PointerEvent, phase: 'start' | 'move' | 'end'): void {
    if (this.aim() === 'none') return;
    const at = this.host().nativeElement.getBoundingClientRect();
    const u = Math.min(this.wall().widthMm, Math.max(0, this.x().invert(event.clientX - at.left)));
    const z = Math.min(this.wall().heightMm, Math.max(0, this.y().invert(event.clientY - at.top)));
    if (phase === 'start') {
      event.preventDefault();
      this.host().nativeElement.setPointerCapture(event.pointerId);
      this.aimStart = { u, z };
    }
    if (!this.aimStart) return;
    this.aimed.emit({ fromU: this.aimStart.u, toU: u, z: this.aimStart.z, done: phase === 'end' });
    if (phase === 'end') this.aimStart = undefined;
  }

  zoomBy(factor: number): void {
    if (this.zoomer) select(this.host().nativeElement).call(this.zoomer.scaleBy, factor);
  }

  /** the work, or the whole wall */
  fit(what: 'work' | 'wall'): void {
    const wall = this.wall();
    this.base.set(what === 'work' ? wall.work : { u: 0, z: 0, width: wall.widthMm, height: wall.heightMm });
    this.resetZoom();
  }

  private resetZoom(): void {
    if (this.zoomer) select(this.host().nativeElement).call(this.zoomer.transform, zoomIdentity);
    else this.transform.set(zoomIdentity);
  }

  /** One listener for everything that can be dragged: three hundred things need no three hundred. */
  private makeMovable(svg: SVGSVGElement): void {
    const grabbed = (event: Event) => (event.target as Element).closest<SVGGElement>('g.movable');
    let from: { id: string; x: number; y: number; scale: number } | undefined;
    select(svg).call(
      drag<SVGSVGElement, unknown>()
        .container(() => svg)
        .filter((event: MouseEvent) => this.aim() === 'none' && !event.button && grabbed(event) !== null)
        .on('start', (event: D3DragEvent<SVGSVGElement, unknown, unknown>) => {
          const id = grabbed(event.sourceEvent as Event)?.dataset['id'];
          from = id && this.movable().has(id) ? { id, x: event.x, y: event.y, scale: this.scales().scale } : undefined;
          if (from) this.picked.emit(from.id);
        })
        .on('drag end', (event: D3DragEvent<SVGSVGElement, unknown, unknown>) => {
          if (!from) return;
          const [right, down] = [event.x - from.x, event.y - from.y];
          this.moved.emit({
            id: from.id,
            du: right / from.scale,
            dz: -down / from.scale,
            mmPerPx: 1 / from.scale,
            done: event.type === 'end',
            moved: Math.abs(right) + Math.abs(down) > 1,
          });
        }),
    );
  }

  private words = (d: Dimension): string => `${d.text} · ${d.of}`;
  protected isBox = (s: ElevationShape): boolean => s.kind === 'box' || s.kind === 'ghost-box' || s.kind === 'old-box';

  private ticks([from, to]: [number, number], most: number): number[] {
    const inch = this.unit() === 'in';
    const steps = inch ? [25.4, 50.8, 76.2, 152.4, 304.8, 609.6] : [10, 50, 100, 250, 500, 1000];
    const { scale } = this.scales();
    const step = steps.find((s) => s * scale >= 10) ?? steps.at(-1)!;
    const first = Math.max(0, Math.ceil(from / step) * step);
    const list: number[] = [];
    for (let mm = first; mm <= Math.min(to, most) + 0.01; mm += step) list.push(mm);
    return list;
  }
  /** figures stand at least 46 px apart */
  private isNamed(mm: number): boolean {
    const { scale } = this.scales();
    const steps = this.unit() === 'in' ? [25.4, 50.8, 76.2, 152.4, 304.8, 609.6] : [10, 50, 100, 250, 500, 1000];
    const every = steps.find((s) => s * scale >= 46) ?? steps.at(-1)!;
    return Math.abs(mm / every - Math.round(mm / every)) < 1e-6;
  }
  private isMajor = (mm: number): boolean =>
    this.unit() === 'in' ? Math.abs(mm / 304.8 - Math.round(mm / 304.8)) < 1e-6 : Math.abs(mm / 500 - Math.round(mm / 500)) < 1e-6;
  private tickText = (mm: number): string =>
    this.unit() === 'in'
      ? this.isMajor(mm)
        ? mm === 0
          ? `0'`
          : printFeet(mm, 1)
        : printMark(mm, 'in').replace('"', '')
      : `${Math.round(mm)}`;
}
