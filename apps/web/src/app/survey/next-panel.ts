import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { parseLength, printLength } from '@saddle/core/measure';
import { type Anchor, type CheckMeasure, type FaceId, addCheck, dropCheck } from '@saddle/core/model';
import { CARRY_A_POINT, contradictions, nextMeasures, STUD_WITHOUT_FINDER, thingsOf } from '@saddle/core/survey';
import { nanoid } from 'nanoid';
import { ChoiceField, type Choice } from '../fields/choice-field';
import { TextField } from '../fields/text-field';
import { FindingList, type FindingRow } from '../ledger/finding-list';
import { SURVEY_HOST } from './survey-host';

/** What to measure next, how and why; a second measurement to prove the first; ways without a finder. */
@Component({
  selector: 'sa-next-panel',
  imports: [ChoiceField, TextField, FindingList],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="panel-body">
      <ol class="next-list">
        @for (n of next(); track n.what) {
          <li>
            <strong>{{ n.what }}</strong>
            <p>{{ n.how }}</p>
            <p class="quiet">{{ n.why }}</p>
            @if (n.thingId) {
              <button type="button" class="btn-line" (click)="picked.emit(n.thingId)">select it</button>
            }
          </li>
        } @empty {
          <li>Nothing is missing for the judgements of this wall.</li>
        }
      </ol>
      <details>
        <summary>Measure something twice</summary>
        <p>A second distance between two things that are placed already. If both can’t hold, it says by how much.</p>
        <div class="fields">
          <sa-choice-field label="from" [value]="from()" [choices]="places()" (set)="from.set($event!)" />
          <sa-choice-field label="to" [value]="to()" [choices]="places()" (set)="to.set($event!)" />
          <sa-text-field label="distance" [value]="distance()" placeholder="25 1/2" (set)="distance.set($event)" />
        </div>
        @if (wrong()) {
          <p class="field-error" role="alert">{{ wrong() }}</p>
        }
        <button type="button" class="btn-line" (click)="addCheck()">Keep the second measurement</button>
      </details>
      @if (checks().length) {
        <h3>Measured twice</h3>
      }
    </div>
    @if (checks().length) {
      <sa-finding-list [rows]="checks()" (cured)="dropCheck($event.key)" />
    }
    <div class="panel-body">
      <details>
        <summary>A stud without a finder: three ways</summary>
        @for (w of ways; track w.title) {
          <p>
            <strong>{{ w.title }}.</strong> {{ w.how }}
          </p>
        }
      </details>
      <details>
        <summary>A point through the wall, and to the floor below</summary>
        @for (c of carry; track c.title) {
          <p>
            <strong>{{ c.title }}.</strong> {{ c.how }}
          </p>
        }
      </details>
      <p class="source">common practice</p>
    </div>
  `,
  styleUrl: './next-panel.css',
})
export class NextPanel {
  protected readonly host = inject(SURVEY_HOST);
  readonly wallId = input.required<string>();
  readonly face = input.required<FaceId>();
  readonly picked = output<string>();
  protected readonly ways = STUD_WITHOUT_FINDER;
  protected readonly carry = CARRY_A_POINT;
  protected readonly from = signal('left-end|');
  protected readonly to = signal('right-end|');
  protected readonly distance = signal('');
  protected readonly wrong = signal('');
  private readonly wall = computed(() => this.host.surveyed().walls.find((w) => w.id === this.wallId())!);
  protected readonly next = computed(() => nextMeasures(this.host.surveyed(), this.wall(), this.face()));
  protected readonly places = computed((): Choice[] => {
    const flipped = this.face() === 'B';
    // edges are kept in face A's sense and said as they look from here
    const edges = flipped ? ({ left: 'right', right: 'left' } as const) : ({ left: 'left', right: 'right' } as const);
    return [
      { value: flipped ? 'right-end|' : 'left-end|', label: 'left end' },
      { value: flipped ? 'left-end|' : 'right-end|', label: 'right end' },
      { value: 'floor|', label: 'floor' },
      { value: 'ceiling|', label: 'ceiling' },
      ...thingsOf(this.host.surveyed(), this.wall())
        .filter((t) => t.face === undefined || t.face === this.face())
        .flatMap((t) => [
          { value: `${t.id}|${edges.left}`, label: `${t.name}, left edge` },
          { value: `${t.id}|${edges.right}`, label: `${t.name}, right edge` },
          ...(t.kind === 'stud' || t.kind === 'reference'
            ? []
            : [
                { value: `${t.id}|bottom`, label: `${t.name}, bottom` },
                { value: `${t.id}|top`, label: `${t.name}, top` },
              ]),
        ]),
    ];
  });
  protected readonly checks = computed((): FindingRow[] =>
    contradictions(this.host.surveyed(), this.wall()).map((c) => ({
      ...c,
      key: c.checkId,
      title: 'Measured twice',
      cures: [{ id: 'drop', title: 'Forget the second measurement' }],
    })),
  );

  protected addCheck(): void {
    const read = parseLength(this.distance(), { unit: this.host.unit() });
    if (!read.ok) return this.wrong.set(read.message);
    const anchor = (value: string): Anchor => {
      const [thing, edge] = value.split('|') as [string, string];
      return { thing, ...(edge ? { edge: edge as NonNullable<Anchor['edge']> } : {}) };
    };
    const [from, to] = [anchor(this.from()), anchor(this.to())];
    const axis = (a: Anchor): CheckMeasure['axis'] =>
      a.thing === 'floor' || a.thing === 'ceiling' || a.edge === 'bottom' || a.edge === 'top' ? 'up' : 'along';
    if (axis(from) !== axis(to)) return this.wrong.set('One of these is along the wall and the other is up: choose two of a kind.');
    this.wrong.set('');
    const check: CheckMeasure = {
      id: nanoid(10),
      axis: axis(from),
      from,
      to,
      distance: { mm: read.mm, as: read.as, known: 'measured' },
    };
    this.host.editSite(`Measured twice: ${printLength(read.mm, this.host.unit())}`, (site) => addCheck(site, this.wallId(), check));
    this.distance.set('');
  }

  protected dropCheck(id: string): void {
    this.host.editSite('Second measurement forgotten', (site) => dropCheck(site, this.wallId(), id));
  }
}
