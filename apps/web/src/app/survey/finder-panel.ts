import { ChangeDetectionStrategy, Component, computed, effect, inject, input, model, output, signal, untracked } from '@angular/core';
import { lookInside, sweepStuds, type ScopeView, type SweepReading } from '@saddle/core/instruments';
import { inches, parseLength, printMark, snapToTape } from '@saddle/core/measure';
import { wallThicknessMm, type FaceId } from '@saddle/core/model';
import { uOf } from '@saddle/core/layout';
import { bayLookedInto, takeSeen, takeStud } from '@saddle/core/survey';
import { nanoid } from 'nanoid';
import { TextField } from '../fields/text-field';
import type { WallMark } from '@saddle/core/layout';
import type { Aim } from '../wall/wall-view';
import { SURVEY_HOST } from './survey-host';
import { Segmented, type Segment } from '../fields/segmented';

/** A simulated stud finder and inspection scope for walls whose truth is known; their readings can be taken over as marks. */
@Component({
  selector: 'sa-finder-panel',
  imports: [Segmented, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="panel-body">
      @if (!truth()) {
        <p>
          The simulated finder and scope read the sample house’s walls only, whose truth is known. Nothing is made up for your own wall: use
          your own finder there, then add a stud and type where its centre is.
        </p>
      } @else {
        <p class="notice">Simulated: this reads the sample wall, not the wall beside you.</p>
        <sa-segmented label="Instrument" [segments]="instruments" [value]="aim()" (set)="take($event)" />
        <p class="quiet">
          {{
            aim() === 'scope'
              ? 'Tap where the small hole would be; or type it.'
              : aim() === 'sweep'
                ? 'Slide along the wall; or type from where to where.'
                : 'Choose an instrument.'
          }}
        </p>
        @if (aim() !== 'none') {
          <div class="fields">
            <sa-text-field
              [label]="aim() === 'sweep' ? 'from, along' : 'hole at, along'"
              [value]="fromText()"
              (set)="fromText.set($event)"
            />
            @if (aim() === 'sweep') {
              <sa-text-field label="to, along" [value]="toText()" (set)="toText.set($event)" />
            }
            <sa-text-field label="height" [value]="heightText()" (set)="heightText.set($event)" />
          </div>
          @if (wrong()) {
            <p class="field-error" role="alert">{{ wrong() }}</p>
          }
          <button type="button" class="btn-line strong" (click)="typed()">{{ aim() === 'sweep' ? 'Sweep' : 'Look in' }}</button>
        }
        @if (reading(); as r) {
          <h3>Read on this sweep</h3>
          @for (d of r.doubts; track d) {
            <p class="caution-line">{{ d }}</p>
          }
          <ul class="readings">
            @for (m of r.marks; track $index) {
              <li>
                <span>
                  <b>{{ printed(seen(m.centre)) }}</b> ± {{ printed(plusMinus()) }}, {{ printed(m.widthMm) }} wide:
                  {{ m.looksLike }}
                </span>
                <button type="button" class="btn-line" (click)="mark(m.centre)">mark as a stud</button>
              </li>
            }
          </ul>
        }
        @if (looked(); as l) {
          <h3>Seen in the bay</h3>
          <p>
            {{ l.says }}. The bay runs {{ printed(face() === 'A' ? l.leftMm : l.rightMm) }} to the left and
            {{ printed(face() === 'A' ? l.rightMm : l.leftMm) }} to the right of the hole.
          </p>
          <ul class="readings">
            @for (s of l.seen; track $index) {
              <li>
                <span
                  ><b>{{ s.what }}</b> about {{ printed(s.behindMm) }} behind the surface, ± {{ printed(byEye) }}</span
                >
                @if (s.what !== 'stud' && s.what !== 'box') {
                  <button type="button" class="btn-line" (click)="takeOver(s)">note it</button>
                }
              </li>
            }
          </ul>
          <button type="button" class="btn-line" (click)="lookedInto()">The bay was looked into</button>
        }
      }
    </div>
  `,
  styleUrl: './finder-panel.css',
})
export class FinderPanel {
  private readonly host = inject(SURVEY_HOST);
  readonly wallId = input.required<string>();
  readonly face = input.required<FaceId>();
  readonly aim = model<'none' | 'sweep' | 'scope'>('none');
  readonly marks = model<WallMark[]>([]);
  readonly picked = output<string>();
  protected readonly instruments: Segment<'none' | 'sweep' | 'scope'>[] = [
    { value: 'sweep', label: 'stud finder' },
    { value: 'scope', label: 'scope' },
  ];
  protected readonly byEye = inches(0.25);
  protected readonly reading = signal<SweepReading | undefined>(undefined);
  protected readonly looked = signal<ScopeView | undefined>(undefined);
  protected readonly fromText = signal('');
  protected readonly toText = signal('');
  protected readonly heightText = signal('');
  protected readonly wrong = signal('');
  private takes = 0;
  /** the hole looked in through, along face A */
  private holeMm = 0;
  private readonly wall = computed(() => this.host.surveyed().walls.find((w) => w.id === this.wallId())!);
  protected readonly truth = computed(() => this.host.truth(this.wallId()));
  protected readonly plusMinus = computed(() => this.reading()?.edges[0]?.plusMinusMm ?? 0);

  constructor() {
    // another wall or face: what was read stays with the old one
    effect(() => {
      this.wallId();
      this.face();
      untracked(() => {
        this.reading.set(undefined);
        this.looked.set(undefined);
        this.marks.set([]);
      });
    });
  }

  protected take(what: 'none' | 'sweep' | 'scope'): void {
    this.aim.set(this.aim() === what ? 'none' : what);
  }

  protected printed = (mm: number): string => printMark(mm, this.host.unit());
  /** x along face A as it is seen from this face, and back */
  protected seen = (x: number): number => uOf(this.wall(), this.face(), x);

  aimed({ fromU, toU, z, done }: Aim): void {
    if (this.aim() === 'sweep') this.sweep(fromU, toU, z, done);
    else if (done) this.look(toU, z);
  }

  protected typed(): void {
    const lengths = [this.fromText(), this.aim() === 'sweep' ? this.toText() : this.fromText(), this.heightText()].map((text) =>
      parseLength(text, { unit: this.host.unit() }),
    );
    const bad = lengths.find((l) => !l.ok);
    if (bad && !bad.ok) return this.wrong.set(bad.message);
    const [from, to, z] = lengths.map((l) => (l.ok ? l.mm : 0)) as [number, number, number];
    const { length, height } = this.wall();
    if (Math.max(from, to) > length.mm || z > height.mm)
      return this.wrong.set(`The wall is ${this.printed(length.mm)} long and ${this.printed(height.mm)} high; stay on it.`);
    this.wrong.set('');
    this.aimed({ fromU: from, toU: to, z, done: true });
  }

  private sweep(fromU: number, toU: number, z: number, done: boolean): void {
    const truth = this.truth();
    if (!truth) return;
    const x = (u: number) => uOf(this.wall(), this.face(), u);
    const reading = sweepStuds(this.wall(), truth, { face: this.face(), fromMm: x(fromU), toMm: x(toU), zMm: z, take: this.takes });
    this.marks.set(
      reading.marks.map((m) => ({ u: this.seen(m.centre), halfMm: m.widthMm / 2, z, label: m.looksLike === 'stud' ? 'stud' : '?' })),
    );
    if (!done) return;
    this.takes += 1;
    this.looked.set(undefined);
    this.reading.set(reading);
  }

  private look(u: number, z: number): void {
    const truth = this.truth();
    if (!truth) return;
    this.holeMm = uOf(this.wall(), this.face(), u);
    const view = lookInside(this.wall(), truth, this.face(), this.holeMm, z, this.takes++);
    this.reading.set(undefined);
    this.looked.set(view);
    this.marks.set([{ u, halfMm: 3, z, label: 'hole' }]);
  }

  protected mark(x: number): void {
    const id = nanoid(10);
    this.host.editSite('Stud marked by the finder', (site) =>
      takeStud(site, this.wallId(), id, snapToTape(x, this.host.unit()), this.plusMinus()),
    );
  }

  protected takeOver(seen: ScopeView['seen'][number]): void {
    const id = nanoid(10);
    this.host.editSite(`${seen.what} seen in the bay`, (site) =>
      takeSeen(site, this.wallId(), id, seen, this.holeMm, this.face(), wallThicknessMm(this.wall())),
    );
    this.picked.emit(id);
  }

  protected lookedInto(): void {
    this.host.editSite('Looked into the bay', (site) => bayLookedInto(site, this.wallId(), this.holeMm));
  }
}
