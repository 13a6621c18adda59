import { afterNextRender, ChangeDetectionStrategy, Component, computed, ElementRef, input, output, signal, viewChild } from '@angular/core';
import { endKey, type WireEnd } from '@saddle/core/model';
import type { BenchDeviceShape, BenchDrawing, BenchSpot, BenchWire, Live, Overlay, ProbePoint } from '@saddle/core/wiring';
import { line } from 'd3-shape';
import { makeDraggable } from '../drawing/draggable';

/** Moved less than this, in units of the drawing, it is a click. */
const A_CLICK = 14;
const path = line<[number, number]>();

/** Boxes opened flat: the core says where everything is, this draws it and says what was touched. */
@Component({
  selector: 'sa-bench-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './bench-view.html',
  styleUrl: './bench-view.css',
})
export class BenchView {
  private readonly svg = viewChild.required<ElementRef<SVGSVGElement>>('svg');
  readonly drawing = input.required<BenchDrawing>();
  readonly live = input.required<ReadonlyMap<string, Live>>();
  readonly held = input<WireEnd>();
  readonly lit = input<ReadonlySet<string>>(new Set<string>());
  readonly probes = input<{ red?: string | undefined; black?: string | undefined }>({});
  readonly overlay = input<Overlay>();
  /** an instrument is in the hand: everything that conducts is a point to touch */
  readonly probing = input(false);
  /** size on the screen: 1 is as drawn */
  readonly scale = input(1);
  readonly title = input('');
  readonly endPicked = output<WireEnd>();
  readonly spotPicked = output<BenchSpot>();
  readonly pointPicked = output<ProbePoint>();
  readonly facePicked = output<{ deviceId: string; face: 'upper' | 'lower' }>();
  /** pulled off and let go where nothing is */
  readonly pulledOff = output<WireEnd>();
  readonly dropped = output<{ end: WireEnd; on: { spot: BenchSpot } | { end: WireEnd } }>();

  protected readonly heldKey = computed(() => {
    const held = this.held();
    return held ? endKey(held) : '';
  });
  protected readonly wires = computed(() =>
    this.drawing()
      .wires.filter((w) => w.points.length)
      .map((w) => ({ w, d: path(w.points) ?? '', live: this.live().get(w.node) ?? 'dead' })),
  );
  protected readonly spots = computed(() => this.drawing().spots.map((s) => ({ s, live: this.live().get(s.node) ?? 'dead' })));
  protected readonly drag = signal<{ wire: BenchWire; x: number; y: number; moved: boolean } | undefined>(undefined);

  constructor() {
    afterNextRender(() => this.makeDraggable(this.svg().nativeElement));
  }

  protected volts(node: string): string {
    const v = this.overlay()?.volts.get(node);
    return v === undefined ? '' : `${v.toFixed(v < 10 ? 1 : 0)} V`;
  }
  protected amps(wire: BenchWire): string {
    if (!('cableId' in wire.end)) return '';
    const a = this.overlay()?.amps.get(`${wire.end.cableId}/${wire.end.conductor}`);
    return a === undefined || a < 0.005 ? '' : `${a.toFixed(2)} A`;
  }
  protected spotName(s: BenchSpot): string {
    return s.kind === 'terminal' ? `${s.label}${s.count ? `, ${s.count} on it` : ', free'}` : `${s.kind} of ${s.count}`;
  }

  /** a drag ends with a click of its own */
  private dragged = false;
  protected tip(w: BenchWire): void {
    if (this.dragged) {
      this.dragged = false;
      return;
    }
    if (this.probing()) this.pointPicked.emit({ node: w.node, label: w.letter });
    else this.endPicked.emit(w.end);
  }
  protected spot(s: BenchSpot): void {
    if (this.probing()) this.pointPicked.emit({ node: s.node, label: s.label });
    else this.spotPicked.emit(s);
  }
  protected face(device: BenchDeviceShape, face: 'upper' | 'lower'): void {
    this.facePicked.emit({ deviceId: device.id, face });
  }

  private makeDraggable(svg: SVGSVGElement): void {
    makeDraggable<BenchWire>(svg, {
      grab: (target) => {
        const key = this.probing() ? undefined : target.closest<SVGElement>('[data-end]')?.dataset['end'];
        return key === undefined ? undefined : this.drawing().wires.find((w) => w.key === key);
      },
      start: (wire, at) => this.drag.set({ wire, ...at, moved: false }),
      move: (wire, at) => {
        const far = Math.hypot(at.x - wire.tip[0], at.y - wire.tip[1]) > A_CLICK;
        this.drag.update((d) => ({ wire, ...at, moved: far || d?.moved === true }));
      },
      end: (wire, _at, _from, event) => {
        const moved = this.drag()?.moved;
        this.drag.set(undefined);
        if (moved) this.drop(wire, event);
      },
    });
  }
  private drop(wire: BenchWire, event: Event): void {
    this.dragged = true;
    setTimeout(() => (this.dragged = false));
    const at = 'changedTouches' in event ? (event as TouchEvent).changedTouches[0]! : (event as MouseEvent);
    const under = document.elementsFromPoint(at.clientX, at.clientY);
    const key = (name: string) => under.map((e) => e.closest<SVGElement>(`[data-${name}]`)?.dataset[name]).find((v) => v !== undefined);
    const spot = this.drawing().spots.find((s) => s.key === key('spot'));
    const other = this.drawing().wires.find((w) => w.key === key('end') && w.key !== wire.key);
    if (spot) this.dropped.emit({ end: wire.end, on: { spot } });
    else if (other) this.dropped.emit({ end: wire.end, on: { end: other.end } });
    else if (!wire.loose) this.pulledOff.emit(wire.end);
  }

  /** sides that a flat drawing has no edge for near the columns of wires are said */
  protected readonly sideWords: Record<string, string> = { left: ', at left', right: ', at right', back: ', at back' };
}
