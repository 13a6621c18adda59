import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, signal } from '@angular/core';
import {
  BENCH_ENDS,
  deadOhm,
  drawnMistake,
  endToEndOhm,
  insulationMohm,
  land,
  LANDINGS,
  landingOf,
  lengthsRead,
  loopOhm,
  nameOf,
  otherEnd,
  patternMeans,
  pointNode,
  buttonOpens,
  DEVICE_STATES,
  drawnDevice,
  residualRamp,
  residualTest,
  RESIDUAL_TESTS,
  socketTester,
  TAKEN_ZE_OHM,
  type BenchEnds,
  type DeviceState,
  type ResidualResult,
  type BenchWiring,
  type Core,
  type Landed,
  type Landing,
} from '@saddle/core/finals';
import type { Final, Incoming } from '@saddle/core/model';
import { ChoiceField } from '../fields/choice-field';
import { Segmented, type Segment } from '../fields/segmented';
import { FinalDrawingView } from './final-drawing';

type Instrument = 'socket tester' | 'continuity' | 'end to end' | 'insulation' | 'loop' | '30 mA';
const LIVE: ReadonlySet<Instrument> = new Set<Instrument>(['socket tester', 'loop', '30 mA']);
const CORE_WORDS = { L: 'line', N: 'neutral', E: 'earth' } as const;
const PAIRS = [['L', 'N'], ['L', 'E'], ['N', 'E']] as const; // prettier-ignore
const ENDS_WORDS: Record<BenchEnds, string> = { joined: 'in their terminals', apart: 'apart', 'crossed L N': 'crossed, line and neutral', 'crossed L E': 'crossed, line and earth' }; // prettier-ignore
/** No more than this is shown by the range of each. */
const OVER = { continuity: 99.9, insulation: 999 } as const;

const TEST_NAMES = { half: '15 mA', once: '30 mA', 'five times': '150 mA' } as const;
function residualWords(r: ResidualResult): string {
  switch (r.is) {
    case 'not noted':
      return 'whether a device is there was not noted';
    case 'no device':
      return 'there is none';
    case 'nothing flows':
      return 'nothing flows: no way to earth, or no line';
    case 'broken off':
      return `broken off: what is touched would come to ${Math.round(r.touchV)} V`;
    case 'stays':
      return r.residualMa < 1 ? 'stays on: it misses none of it' : `stays on (misses ${Math.round(r.residualMa)} mA)`;
    case 'opens':
      return `opens in ${Math.round(r.ms)} ms`;
  }
}

/** Conductors into terminals by hand, and what the instruments show of it; something wrong can be put in to be found. Nothing of it is kept. */
@Component({
  selector: 'sa-final-bench',
  imports: [ChoiceField, Segmented, FinalDrawingView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (missing()) {
      <p class="caution-line">
        Lengths of runs are missing: without them no reading can be made up. Measure them, or read r1 round the ring.
      </p>
    } @else {
      <p class="quiet">
        A trial on paper: every lamp and figure is solved from the circuit as it is wired here. Nothing of it is kept, and nothing of it is
        a reading of your house.{{ incoming().zeOhm === undefined ? ' Ze is taken as ' + taken + ' Ω.' : '' }}
      </p>
      <sa-final-drawing [final]="final()" [chosen]="at()" (picked)="at.set($event)" />
      <div class="bench-columns">
        <section>
          <h3>{{ name() }}: what goes where</h3>
          @if (hidden()) {
            <p class="caution-line" data-testid="hidden">Something in this circuit is wrong. Find it with the instruments.</p>
            <button type="button" class="btn-line" (click)="hidden.set(false)" data-testid="show-wrong">Show how it is wired</button>
          } @else {
            <div class="fields" data-testid="landings">
              @for (c of conductors(); track c.key) {
                <sa-choice-field [label]="c.label" [value]="c.in" [choices]="landings" (set)="move(c.runId, c.core, $event!)" />
              }
            </div>
            @if (device() !== 'as it should be') {
              <p class="quiet" data-testid="wrong-device">The 30 mA device itself: {{ device() }}.</p>
            }
            @if (landed().length) {
              <p class="quiet" data-testid="wrong-count">
                {{ landed().length }} conductor ends are not in their own terminals: {{ wrongAt() }}.
              </p>
            }
          }
          <button type="button" class="btn-line" (click)="draw()" data-testid="draw-mistake">Put something wrong in</button>
          <button type="button" class="btn-line" (click)="right()">All as it should be</button>
        </section>
        <section>
          <h3>Instrument</h3>
          <sa-segmented class="small" label="Instrument" [segments]="instruments" [value]="instrument()" (set)="instrument.set($event)" />
          <p class="quiet">{{ isLive() ? 'Switched on.' : 'Locked off, proved dead.' }}</p>
          @if (instrument() === 'continuity') {
            <sa-choice-field label="ends at the board" [value]="ends()" [choices]="endChoices" (set)="ends.set($event!)" />
          }
          @if (instrument() === '30 mA' && !hidden()) {
            <p class="quiet">How fast the device is, is made up for the trial; what it misses on the neutral is solved.</p>
            <sa-choice-field label="the device itself is" [value]="device()" [choices]="devices" (set)="device.set($event!)" />
          }
          <table class="plain" data-testid="bench-readings">
            <tbody>
              @for (r of readings(); track r.what) {
                <tr>
                  <td>{{ r.what }}</td>
                  <td class="figure">{{ r.value }}</td>
                  @if (r.mark) {
                    <td>{{ r.mark }}</td>
                  }
                </tr>
              }
            </tbody>
          </table>
          @if (means(); as m) {
            <p data-testid="pattern-means">{{ m }}</p>
          }
        </section>
      </div>
    }
  `,
  styleUrl: './final-bench.css',
})
export class FinalBench {
  readonly final = input.required<Final>();
  readonly incoming = input<Incoming>({});
  /** a point to begin with */
  readonly startAt = input<string>();
  protected readonly taken = TAKEN_ZE_OHM;
  protected readonly landings = LANDINGS.map((value) => ({ value, label: value === 'loose' ? 'hangs free' : `terminal ${value}` }));
  protected readonly endChoices = BENCH_ENDS.map((value) => ({ value, label: ENDS_WORDS[value] }));
  protected readonly instruments: Segment<Instrument>[] = (['socket tester', 'continuity', 'end to end', 'insulation', 'loop', '30 mA'] as const).map((value) => ({ value, label: value })); // prettier-ignore
  protected readonly at = linkedSignal(() => this.startAt() ?? this.final().points.find((p) => p.kind !== 'joint')?.id);
  protected readonly landed = signal<readonly Landed[]>([]);
  protected readonly hidden = signal(false);
  protected readonly device = signal<DeviceState>('as it should be');
  protected readonly devices = DEVICE_STATES;
  protected readonly instrument = signal<Instrument>('socket tester');
  protected readonly ends = signal<BenchEnds>('crossed L N');
  protected readonly isLive = computed(() => LIVE.has(this.instrument()));
  private readonly lengths = computed(() => lengthsRead(this.final()));
  protected readonly missing = computed(() => this.final().runs.some((r) => !this.lengths().mm.has(r.id)) || !this.final().points.length);
  private readonly wiring = computed(() => ({ final: this.final(), landed: this.landed(), lengths: this.lengths().mm, incoming: this.incoming() })); // prettier-ignore
  protected readonly name = computed(() => this.final().points.find((p) => p.id === this.at())?.name ?? '');
  protected readonly conductors = computed(() => {
    const at = this.at()!;
    return this.final()
      .runs.filter((r) => r.ends.includes(at))
      .flatMap((r) =>
        (['E', 'N', 'L'] as const).map((core) => ({
          ...{ key: `${r.id} ${core}`, runId: r.id, core, in: landingOf(this.landed(), r.id, core, at) },
          label: `${CORE_WORDS[core]} of the cable to ${nameOf(this.final(), otherEnd(r, at))}`,
        })),
      );
  });
  protected readonly wrongAt = computed(() => [...new Set(this.landed().map((l) => nameOf(this.final(), l.pointId)))].join(', '));

  protected readonly readings = computed((): { what: string; value: string; mark?: string }[] => {
    const at = this.at()!;
    const w = this.wiring();
    const ohm = (n: number): string => (n > OVER.continuity ? `over ${OVER.continuity} Ω` : `${n.toFixed(2)} Ω`);
    switch (this.instrument()) {
      case 'socket tester':
        return socketTester(w, at).lamps.map((l) => ({ what: `lamp ${l.pair}`, value: l.lit ? 'lit' : 'dark' }));
      case 'continuity':
        return PAIRS.map(([a, b]) => ({ what: `${a}–${b} here`, value: ohm(deadOhm(w, this.ends(), pointNode(a, at), pointNode(b, at))) }));
      case 'end to end':
        return (['L', 'N', 'E'] as const).map((core) => ({ what: `${CORE_WORDS[core]}, end to end at the board`, value: ohm(endToEndOhm(w, core)) })); // prettier-ignore
      case 'insulation':
        return PAIRS.map(([a, b]) => {
          const mohm = insulationMohm(w, a, b);
          return { what: `${a}–${b} at the board`, value: mohm > OVER.insulation ? `over ${OVER.insulation} MΩ` : `${mohm.toFixed(2)} MΩ` };
        });
      case 'loop': {
        const z = loopOhm(w, at);
        return [{ what: 'L–E here', value: Number.isFinite(z) ? `${z.toFixed(2)} Ω` : 'no reading' }];
      }
      case '30 mA':
        return this.residual(w, at);
    }
  });
  private residual(w: BenchWiring, at: string): { what: string; value: string; mark?: string }[] {
    const device = this.device();
    const tests = RESIDUAL_TESTS.map((kind) => {
      const result = residualTest(w, at, kind, device);
      return { what: `${TEST_NAMES[kind]} from line to earth here`, value: residualWords(result), ...('right' in result ? { mark: result.right ? 'as it should' : 'not as it should' } : {}) }; // prettier-ignore
    });
    if (!this.final().residual) return tests.slice(0, 1);
    const ramp = residualRamp(w, at, device);
    const button = buttonOpens(w, device);
    return [
      ...tests,
      { what: 'raised by 1 mA at a time', value: ramp === undefined ? 'does not open up to 33 mA' : `opens at ${ramp} mA` },
      { what: 'its button', value: button ? 'opens' : 'does not open' },
    ];
  }
  /** what gives the same lamps, each tried */
  protected readonly means = computed(() => {
    if (this.instrument() !== 'socket tester') return '';
    const w = this.wiring();
    const { right, mistakes } = patternMeans(w, this.at()!, socketTester(w, this.at()!).pattern);
    const all = [...(right ? ['all in order'] : []), ...mistakes];
    return all.length ? `The same lamps come of: ${all.join('; ')}.` : 'No single thing at this point gives these lamps.';
  });

  protected move(runId: string, core: Core, to: Landing): void {
    this.landed.update((l) => land(l, { runId, core, pointId: this.at()!, in: to }));
  }
  protected draw(): void {
    const device = drawnDevice(this.final(), Math.random);
    this.device.set(device ?? 'as it should be');
    this.landed.set(device ? [] : drawnMistake(this.final(), Math.random));
    this.hidden.set(true);
  }
  protected right(): void {
    this.landed.set([]);
    this.device.set('as it should be');
    this.hidden.set(false);
  }
}
