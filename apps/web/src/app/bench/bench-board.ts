import { saveFile } from '../exchange/save-file';
import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  ElementRef,
  HostListener,
  inject,
  input,
  linkedSignal,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { canReset, endsIn, spiceNetlist, switchOn, NetworkError, type SwitchedOn, endName } from '@saddle/core/circuit';
import type { FaultScan } from '@saddle/core/instruments';
import { APPLIANCES } from '@saddle/core/catalog';
import { inches } from '@saddle/core/measure';
import { DEFAULT_SCHOOLS, endBox, endKey, type Bench, type Edition, type Schools, type WireColour, type WireEnd } from '@saddle/core/model';
import {
  addPigtail,
  BENCH_INSTRUMENTS,
  BOX_PLAN_KINDS,
  BOX_PLAN_WORDS,
  benchDifferences,
  benchDrawing,
  benchFindings,
  breakTab,
  cap,
  connect,
  cut,
  dropPigtail,
  eventWords,
  faceFindings,
  fittingScale,
  lineDrawing,
  liveNodes,
  overlay,
  planBox,
  planRequest,
  plug,
  plugIn,
  benchExample,
  readBenchWords,
  readInstrument,
  setDevice,
  strip,
  takeOff,
  throwBreaker,
  touched,
  heldAt,
  twoLiveCables,
  type BenchFinding,
  type BenchInstrument,
  type BenchOrder,
  type BenchResult,
  type BenchSpot,
  type BoxPlan,
  type BoxPlanKind,
  type FaceOf,
  type ProbePoint,
  type Target,
} from '@saddle/core/wiring';
import { nanoid } from 'nanoid';
import { ChoiceField, type Choice } from '../fields/choice-field';
import { FindingList, type FindingRow } from '../ledger/finding-list';
import { BenchView } from './bench-view';
import { LengthUnits } from '../fields/length-units';
import { pageKey } from '../keys/page-keys';

const rowsOf = (findings: BenchFinding[]): FindingRow[] =>
  findings.map((f, i) => ({ ...f, key: `${f.rule}-${f.about.join('-')}-${i}`, cures: [] }));

/** The bench: boxes opened flat, wired by hand or by plan, switched on, and read with simulated instruments. */
@Component({
  selector: 'sa-bench-board',
  imports: [BenchView, FindingList, ChoiceField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './bench-board.html',
  styleUrl: './bench-board.css',
})
export class BenchBoard {
  readonly bench = input.required<Bench>();
  readonly edition = input<Edition>('US-2020');
  private readonly unit = inject(LengthUnits).unit;
  readonly heading = input('Bench');
  /** the other state, whose differences are lit */
  readonly against = input<Bench>();
  readonly readonly = input(false);
  readonly schools = input<Schools>(DEFAULT_SCHOOLS);
  readonly edited = output<{ title: string; bench: Bench }>();

  private readonly element = inject<ElementRef<HTMLElement>>(ElementRef);
  private readonly entry = viewChild<ElementRef<HTMLInputElement>>('entry');
  protected readonly instruments = BENCH_INSTRUMENTS;
  protected readonly instrument = signal<BenchInstrument>('hands');
  protected readonly held = signal<WireEnd | undefined>(undefined);
  protected readonly red = signal<ProbePoint | undefined>(undefined);
  protected readonly black = signal<ProbePoint | undefined>(undefined);
  protected readonly face = signal<{ deviceId: string; face: 'upper' | 'lower' } | undefined>(undefined);
  protected readonly end = signal<WireEnd | undefined>(undefined);
  protected readonly wholeCable = signal(false);
  protected readonly testing = signal<ReadonlySet<string>>(new Set<string>());
  protected readonly after = signal('1');
  protected readonly showVolts = signal(false);
  protected readonly stepBack = signal(false);
  protected readonly message = signal('');
  protected readonly refused = signal('');
  protected readonly loadWords = signal('');
  protected readonly colours: WireColour[] = ['black', 'white', 'bare', 'red'];
  protected readonly afters: Choice[] = [
    { value: '1', label: 'just now' },
    { value: '120', label: 'for 2 minutes' },
    { value: '3600', label: 'for an hour' },
  ];
  protected readonly appliances: Choice[] = APPLIANCES.map((a) => ({ value: a.name, label: `${a.name}, ${a.watts} W` }));

  protected readonly on = computed((): { ok: true; on: SwitchedOn } | { ok: false; why: string } => {
    try {
      return { ok: true, on: switchOn(this.bench(), { testing: this.testing() }, Number(this.after())) };
    } catch (error) {
      if (error instanceof NetworkError) return { ok: false, why: error.message };
      throw error;
    }
  });
  private readonly switched = computed(() => {
    const s = this.on();
    return s.ok ? s.on : undefined;
  });
  protected readonly back = signal(false);
  protected readonly drawing = computed(() => benchDrawing(this.bench(), this.unit(), this.back() ? 'back' : 'front'));
  protected readonly circuit = computed(() => lineDrawing(this.bench()));
  private readonly room = signal(900);
  protected readonly zoomed = signal<number | undefined>(undefined);
  /** as large as goes into the room there is, within what can be read */
  protected readonly scale = computed(() => this.zoomed() ?? fittingScale(this.drawing(), this.room()));
  protected readonly live = computed(() => {
    const on = this.switched();
    return on ? liveNodes(on) : new Map<string, never>();
  });
  protected readonly anyLive = computed(() => {
    const { wires, spots } = this.drawing();
    return [...wires, ...spots].some((x) => this.live().get(x.node) === 'live');
  });
  protected readonly overlay = computed(() => {
    const on = this.switched();
    return this.showVolts() && on ? overlay(on) : undefined;
  });
  protected readonly lit = computed(() => {
    const against = this.against();
    return against ? benchDifferences(against, this.bench()).ends : new Set<string>();
  });
  protected readonly findings = computed((): FindingRow[] => {
    const on = this.switched();
    if (!on) return [];
    return rowsOf(benchFindings(on, this.bench(), this.edition()));
  });
  protected readonly counts = computed(() => {
    const of = (v: string) => this.findings().filter((f) => f.verdict === v).length;
    return [of('stop') ? `${of('stop')} stop` : 'no stop', ...(of('can’t tell') ? [`${of('can’t tell')} can’t tell`] : [])].join(', ');
  });
  protected readonly heldName = computed(() => {
    const held = this.held();
    return held ? endName(this.bench(), held) : '';
  });
  protected readonly breakers = computed(() => {
    const on = this.switched();
    return this.bench().breakers.map((b) => ({
      ...b,
      opened: b.on && on !== undefined && !on.bench.breakers.find((x) => x.id === b.id)!.on,
    }));
  });
  protected readonly protectives = computed(() => {
    const on = this.switched();
    return this.bench()
      .devices.filter((d) => d.form === 'ground-fault')
      .map((d) => ({ ...d, tripped: on?.bench.devices.find((x) => x.id === d.id)?.tripped ?? d.tripped }));
  });
  protected readonly switches = computed(() => this.bench().devices.filter((d) => ['switch', 'three-way', 'four-way'].includes(d.form)));
  protected readonly duplexes = computed(() => this.bench().devices.filter((d) => d.form === 'duplex'));
  protected readonly events = computed(() => {
    const on = this.switched();
    return on ? eventWords(on) : [];
  });
  protected readonly points = computed((): FindingRow[] => {
    const on = this.switched();
    return on ? rowsOf(faceFindings(on, this.bench(), this.edition())) : [];
  });
  /** boxes that power comes into by more than one cable */
  protected readonly doubleFed = computed(() => {
    const on = this.switched();
    return on ? twoLiveCables(on) : [];
  });
  protected readonly heldAt = heldAt;
  protected readonly probing = computed(() => heldAt(this.instrument()) === 'two points');
  protected readonly reading = computed(() => {
    const on = this.switched();
    const [instrument, wholeCable] = [this.instrument(), this.wholeCable()];
    return on && readInstrument(on, { instrument, red: this.red(), black: this.black(), face: this.face(), end: this.end(), wholeCable });
  });

  constructor() {
    const destroy = inject(DestroyRef);
    afterNextRender(() => {
      const space = this.element.nativeElement.querySelector('.bench-scroll')!;
      const observer = new ResizeObserver(([entry]) => this.room.set(entry!.contentRect.width));
      observer.observe(space);
      destroy.onDestroy(() => observer.disconnect());
    });
    destroy.onDestroy(() => this.stopScan());
  }

  protected zoom(factor: number): void {
    this.zoomed.set(Math.min(1.6, Math.max(0.4, this.scale() * factor)));
  }

  protected take(instrument: BenchInstrument): void {
    this.instrument.set(instrument);
    this.held.set(undefined);
    this.red.set(undefined);
    this.black.set(undefined);
    this.end.set(undefined);
  }

  private put(title: string, result: BenchResult): void {
    if (!result.ok) return this.refused.set(result.why);
    this.refused.set('');
    this.message.set(`${title}: ${result.says}`);
    this.edited.emit({ title, bench: result.bench });
  }

  /** A tool on a live conductor is named for what it is, and nothing is done. */
  private safe(end: WireEnd): boolean {
    const on = this.switched();
    const says = on && touched(on, this.bench(), end);
    if (says) this.refused.set(says);
    return !says;
  }

  protected endPicked(end: WireEnd): void {
    const goes = heldAt(this.instrument());
    if (goes === 'conductor' || goes === 'cable') return this.end.set(end);
    const held = this.held();
    if (held && endKey(held) !== endKey(end) && endBox(this.bench(), held) === endBox(this.bench(), end)) return this.join(held, { end });
    this.refused.set('');
    this.held.set(held && endKey(held) === endKey(end) ? undefined : end);
  }

  protected pointPicked(point: ProbePoint): void {
    if (!this.red() || this.black()) {
      this.red.set(point);
      this.black.set(undefined);
    } else this.black.set(point);
  }

  protected spotPicked(spot: BenchSpot): void {
    const held = this.held();
    if (held) this.join(held, this.targetOf(spot));
    else this.refused.set('Pick up a conductor first: tap its letter, or Tab to it and press Enter.');
  }
  private targetOf = (spot: BenchSpot): Target =>
    spot.kind === 'terminal' ? { terminal: { device: spot.device!, terminal: spot.terminal! } } : { joint: spot.joint! };

  protected droppedOn({ end, on }: { end: WireEnd; on: { spot: BenchSpot } | { end: WireEnd } }): void {
    this.join(end, 'spot' in on ? this.targetOf(on.spot) : { end: on.end });
  }

  private join(end: WireEnd, target: Target): void {
    if (this.readonly()) return this.refused.set('What was found is not rewired here: switch to planned.');
    if (!this.safe(end)) return;
    if ('end' in target && !this.safe(target.end)) return;
    const result = connect(this.bench(), end, target, nanoid(10));
    if (result.ok) this.held.set(undefined);
    this.put(endName(this.bench(), end), result);
  }

  protected act(what: 'off' | 'cap' | 'cut', end = this.held()): void {
    if (!end) return;
    if (this.readonly()) return this.refused.set('What was found is not rewired here: switch to planned.');
    if (!this.safe(end)) return;
    const name = endName(this.bench(), end);
    this.put(
      name,
      what === 'off' ? takeOff(this.bench(), end) : what === 'cap' ? cap(this.bench(), end, nanoid(10)) : cut(this.bench(), end),
    );
  }

  /** The length is typed: the entry is filled with what the usual screw takes, ready to be typed over. */
  protected askStrip(): void {
    const box = this.entry()?.nativeElement;
    if (!this.held() || !box) return;
    box.value = 'strip 5/8';
    box.focus();
    box.setSelectionRange(6, 9);
  }

  protected readonly planKinds: Choice<BoxPlanKind>[] = BOX_PLAN_KINDS.map((k) => ({ value: k, label: BOX_PLAN_WORDS[k] }));
  protected readonly planKind = signal<BoxPlanKind>('run');
  protected readonly planBoxes = computed((): Choice[] => this.bench().boxes.map((b) => ({ value: b.id, label: b.name })));
  protected readonly planIn = linkedSignal(() => this.bench().boxes[0]?.id ?? '');
  protected readonly shortGround = signal(false);
  protected readonly planned = signal<BoxPlan | undefined>(undefined);
  /** The box as its kind wants it, measured before it is drawn; nothing is changed when it is refused, or while a feed is live. */
  protected wireByPlan(): void {
    const boxId = this.planIn();
    if (this.readonly()) return this.refused.set('What was found is not rewired here: switch to planned.');
    const on = this.switched();
    const live =
      on &&
      endsIn(this.bench(), boxId)
        .map((e) => touched(on, this.bench(), e))
        .find((says) => says);
    if (live) return this.refused.set(live);
    const plan = planBox(planRequest(this.bench(), boxId, this.planKind(), this.schools(), this.shortGround()));
    this.planned.set(plan);
    if (plan.refused.length) return this.refused.set(plan.refused[0]!);
    this.held.set(undefined);
    this.put('by plan', { ok: true, bench: plan.bench, says: BOX_PLAN_WORDS[this.planKind()] });
  }

  protected pigtail(colour: WireColour): void {
    const held = this.held();
    const boxId = (held && endBox(this.bench(), held)) ?? this.bench().boxes[0]?.id;
    if (!boxId || this.readonly()) return;
    const gauge = this.bench().cables.find((c) => c.ends.includes(boxId))?.gauge ?? 14;
    const id = nanoid(10);
    this.put(`${colour} pigtail`, addPigtail(this.bench(), boxId, colour, gauge, inches(6), id));
    this.held.set({ pigtailId: id, end: 0 });
  }
  protected dropHeldPigtail(): void {
    const held = this.held();
    if (!held || !('pigtailId' in held) || !this.safe(held)) return;
    this.held.set(undefined);
    this.put('pigtail', dropPigtail(this.bench(), held.pigtailId));
  }
  protected heldIsTail = computed(() => {
    const held = this.held();
    return held !== undefined && 'pigtailId' in held;
  });

  protected breaker(id: string, on: boolean): void {
    this.refused.set('');
    const b = this.bench().breakers.find((x) => x.id === id)!;
    this.edited.emit({ title: `Breaker ${b.number} ${on ? 'on' : 'off'}`, bench: throwBreaker(this.bench(), id, on) });
  }
  protected flick(id: string, up: boolean): void {
    this.edited.emit({ title: 'Switch', bench: setDevice(this.bench(), id, { up }) });
  }
  protected tab(id: string, side: 'brass' | 'silver'): void {
    if (!this.readonly()) this.put('tab', breakTab(this.bench(), id, side));
  }
  protected press(id: string): void {
    this.testing.set(new Set([id]));
    const tripped = this.switched()?.bench.devices.find((d) => d.id === id)?.tripped;
    this.testing.set(new Set());
    if (tripped) this.edited.emit({ title: 'Test button', bench: setDevice(this.bench(), id, { tripped: true }) });
    this.message.set(
      tripped ? 'It tripped, as it should. Its LINE screws stay live.' : 'It did not trip: it does not protect as it is wired.',
    );
  }
  protected reset(id: string): void {
    const on = this.switched();
    const answer = on && canReset(on, id);
    if (!answer?.ok) return this.refused.set(`It does not set: ${answer ? answer.volts.toFixed(0) : 0} V on its LINE screws.`);
    this.refused.set('');
    this.edited.emit({ title: 'Reset', bench: setDevice(this.bench(), id, { tripped: false }) });
  }

  protected plug(name: string): void {
    const appliance = APPLIANCES.find((a) => a.name === name);
    if (appliance) this.plugged(name, (f) => plug(this.bench(), f.deviceId, f.face, name, appliance.watts, nanoid(8)));
  }
  protected plugTyped(text: string): void {
    this.plugged(text, (f) => plugIn(this.bench(), f.deviceId, f.face, text, nanoid(8)));
  }
  private plugged(name: string, into: (face: FaceOf) => BenchResult): void {
    const face = this.face();
    if (!face) return this.refused.set('Tap a face first: that is where it is plugged in.');
    this.put(name, into(face));
  }
  protected unplug(id: string): void {
    this.edited.emit({ title: 'Unplugged', bench: { ...this.bench(), plugged: this.bench().plugged.filter((p) => p.id !== id) } });
  }
  protected deviceName = (id: string): string => this.bench().devices.find((d) => d.id === id)?.name ?? id;

  protected readonly example = computed(() => benchExample(this.bench()));
  protected said(event: Event): void {
    event.preventDefault();
    const box = this.entry()!.nativeElement;
    const reading = readBenchWords(this.bench(), box.value, this.held());
    if (!reading.ok) return this.refused.set(reading.message);
    this.refused.set('');
    this.carry(reading.order);
    if (!this.refused()) {
      box.value = '';
      this.message.set(reading.says);
    }
  }
  private carry(order: BenchOrder): void {
    switch (order.do) {
      case 'connect':
        return this.join(order.end, order.target);
      case 'breaker':
        return this.breaker(order.breakerId, order.on);
      case 'tab':
        return this.tab(order.deviceId, order.side);
      case 'strip':
        if (this.readonly()) return this.refused.set('What was found is not rewired here: switch to planned.');
        if (this.safe(order.end)) this.put(endName(this.bench(), order.end), strip(this.bench(), order.end, order.mm));
        return;
      default:
        return this.act(order.do, order.end);
    }
  }

  @HostListener('document:keydown', ['$event'])
  protected key(event: KeyboardEvent): void {
    const key = pageKey(event);
    if (key === undefined) {
      const target = event.target as HTMLElement;
      if (event.key === 'Escape' && target.matches('input')) target.blur();
      return;
    }
    const keys: Record<string, () => void> = {
      z: () => this.stepBack.set(!this.stepBack()),
      v: () => this.showVolts.set(!this.showVolts()),
      b: () => this.back.set(!this.back()),
      c: () => this.act('cut'),
      o: () => this.act('off'),
      x: () => this.act('cap'),
      p: () => this.pigtail('black'),
      s: () => (event.preventDefault(), this.askStrip()),
      escape: () => (this.held.set(undefined), this.take('hands')),
      '/': () => (event.preventDefault(), this.entry()?.nativeElement.focus()),
    };
    keys[key]?.();
  }

  protected saveNetlist(): void {
    const on = this.switched();
    if (!on) return;
    saveFile('bench.cir', spiceNetlist(on.built.network, this.heading()).text, 'text/plain');
  }

  private worker: Worker | undefined;
  protected readonly scanning = signal(false);
  protected readonly progress = signal(0);
  protected readonly scanned = linkedSignal<Bench, FaultScan | undefined>({ source: this.bench, computation: () => undefined });
  /** All single faults in a worker, so that the page stays quick; it can be stopped. */
  protected scan(): void {
    const face = this.face();
    if (!face) return this.refused.set('Tap a face first: that is where the tester is plugged in.');
    this.stopScan();
    this.progress.set(0);
    this.scanning.set(true);
    this.worker = new Worker(new URL('./faults.worker', import.meta.url), { type: 'module' });
    this.worker.onmessage = ({ data }: MessageEvent<{ done: number } | { result: FaultScan }>) => {
      if ('done' in data) return this.progress.set(data.done);
      this.scanned.set(data.result);
      this.stopScan();
    };
    this.worker.onerror = () => {
      this.stopScan();
      this.refused.set('The faults could not be tried: the part of the page that tries them failed. Try again, or load the page anew.');
    };
    this.worker.postMessage({ bench: this.bench(), face });
  }
  protected stopScan(): void {
    this.worker?.terminate();
    this.worker = undefined;
    this.scanning.set(false);
  }

  /** brings one box into sight */
  protected goTo(boxId: string): void {
    this.element.nativeElement.querySelector(`[data-box="${CSS.escape(boxId)}"]`)?.scrollIntoView({ inline: 'start', block: 'nearest' });
  }
}
