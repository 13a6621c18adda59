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
import {
  isBoxShape,
  wallDrawing,
  type Elevation,
  type ElevationShape,
  type WallMark,
  type WallWindow,
  type Zoomed,
} from '@saddle/core/layout';
import type { D3ZoomEvent, ZoomBehavior } from 'd3-zoom';
import type { Grip } from '../drawing/draggable';
import { LengthUnits } from '../fields/length-units';

/** A finder slid or a scope held over the wall: u and z in mm. */
export interface Aim {
  fromU: number;
  toU: number;
  z: number;
  done: boolean;
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

/** A thing that is dragged, and the scale it was grabbed at. */
interface Grabbed {
  id: string;
  scale: number;
}

/** Nothing zoomed, nothing moved. */
const AS_IT_IS: Zoomed = { k: 1, x: 0, y: 0 };

/** A true-scale elevation of one face: shapes and dimensions come from the core, this only puts them on the screen. */
@Component({
  selector: 'sa-wall-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './wall-view.html',
  styleUrl: './wall-view.css',
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
  private readonly zoomed = signal<Zoomed>(AS_IT_IS);
  /** the zoom of the pointer, fetched once the drawing stands */
  private zoomer: ZoomBehavior<SVGSVGElement, unknown> | undefined;

  /** the window that zoom 1 shows; stays put while a box is dragged */
  private readonly base = signal<WallWindow | undefined>(undefined);
  private lastFace = '';

  protected readonly drawing = computed(() =>
    wallDrawing({
      ...{ wall: this.wall(), size: this.size(), base: this.base(), zoomed: this.zoomed(), unit: this.unit(), marks: this.marks() },
    }),
  );
  protected classOf = (s: ElevationShape): string => `shape ${s.kind} ${s.state}${s.unplaced ? ' unplaced' : ''}`;
  protected isBox = isBoxShape;
  /** small things get a wider grip, unless there are so many that grips would only cover each other */
  protected readonly roomy = computed(() => this.movable().size < 120);
  /** guessed studs say so at their foot, in more than a dash */
  protected readonly guessed = computed(() => this.drawing().shapes.filter(({ s, width }) => s.kind === 'stud-guess' && width > 5));
  private aimStart: { u: number; z: number } | undefined;
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
      // a page that is left before they came has no use for them; a wall without them is drawn and measured like any other
      import('./hands').then((hands) => this.takeHands(svg, hands), () => undefined); // prettier-ignore
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

  /** dragging and zooming, fetched once the drawing stands */
  private hands: typeof import('./hands') | undefined;
  /** what can be dragged says so from when it can be */
  protected readonly grips = signal(false);
  private takeHands(svg: SVGSVGElement, hands: typeof import('./hands')): void {
    this.hands = hands;
    hands.makeDraggable(svg, this.grip());
    this.zoomer = hands
      .zoom<SVGSVGElement, unknown>()
      .scaleExtent([0.15, 12])
      .filter((event: Event) => this.aim() === 'none' && !(event.target as Element).closest('.movable') && !(event as MouseEvent).button)
      .on('zoom', (event: D3ZoomEvent<SVGSVGElement, unknown>) => this.zoomed.set(event.transform));
    hands.select(svg).call(this.zoomer).on('dblclick.zoom', null);
    this.grips.set(true);
  }

  protected aimAt(event: PointerEvent, phase: 'start' | 'move' | 'end'): void {
    if (this.aim() === 'none') return;
    const at = this.host().nativeElement.getBoundingClientRect();
    const { x, y } = this.drawing();
    const u = Math.min(this.wall().widthMm, Math.max(0, x.mm(event.clientX - at.left)));
    const z = Math.min(this.wall().heightMm, Math.max(0, y.mm(event.clientY - at.top)));
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
    if (this.zoomer) this.hands?.select(this.host().nativeElement).call(this.zoomer.scaleBy, factor);
  }

  /** the work, or the whole wall */
  fit(what: 'work' | 'wall'): void {
    const wall = this.wall();
    this.base.set(what === 'work' ? wall.work : { u: 0, z: 0, width: wall.widthMm, height: wall.heightMm });
    this.resetZoom();
  }

  private resetZoom(): void {
    if (this.zoomer && this.hands) this.hands.select(this.host().nativeElement).call(this.zoomer.transform, this.hands.zoomIdentity);
    else this.zoomed.set(AS_IT_IS);
  }

  private grip(): Grip<Grabbed> {
    const moved = (from: Grabbed, [right, down]: [number, number], done: boolean): void =>
      this.moved.emit({
        id: from.id,
        du: right / from.scale,
        dz: -down / from.scale,
        mmPerPx: 1 / from.scale,
        done,
        moved: Math.abs(right) + Math.abs(down) > 1,
      });
    return {
      grab: (target) => {
        const id = this.aim() === 'none' ? target.closest<SVGGElement>('g.movable')?.dataset['id'] : undefined;
        return id !== undefined && this.movable().has(id) ? { id, scale: this.drawing().scale } : undefined;
      },
      start: ({ id }) => this.picked.emit(id),
      move: (from, at, was) => moved(from, [at.x - was.x, at.y - was.y], false),
      end: (from, at, was) => moved(from, [at.x - was.x, at.y - was.y], true),
    };
  }
}
