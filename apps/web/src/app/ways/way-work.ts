import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { printLength, printMark } from '@saddle/core/measure';
import { racewayPlaces } from '@saddle/core/route';
import { holeNumbers, type ShownWay } from '@saddle/core/purpose';
import { LengthUnits } from '../fields/length-units';
import { FindingList, type FindingRow } from '../ledger/finding-list';
import { SumTable } from '../ledger/sum-table';

/** What one way comes to: holes, points to drill from, legs with staples, lengths, raceway pieces, what to buy. */
@Component({
  selector: 'sa-way-work',
  imports: [FindingList, SumTable],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="panel-body way-work">
      @for (c of way().detail.cautions; track c) {
        <p class="caution-line">{{ c }}</p>
      }
      @if (holes().length) {
        <h3>Holes <span class="quiet">each opens to its rule</span></h3>
        <sa-finding-list [rows]="holes()" />
      } @else if (!way().detail.raceway) {
        <p class="quiet">No hole: the cable stays in one bay.</p>
      }
      @if (way().detail.traced.drillFrom.length) {
        <h3>Finding the points</h3>
        <ol>
          @for (d of way().detail.traced.drillFrom; track $index) {
            <li>{{ d }}</li>
          }
        </ol>
      }
      @if (openings().length) {
        <h3>Openings to close again</h3>
        <ul class="plain-list">
          @for (o of openings(); track o.id) {
            <li>{{ o.says }}</li>
          }
        </ul>
      }
      @if (way().detail.traced.chases.length) {
        <h3>Chase</h3>
        <sa-finding-list [rows]="chases()" [opened]="true" />
      }
      @for (o of way().detail.traced.outside; track $index) {
        <h3>Out through the wall</h3>
        <p>{{ o.says }}. {{ o.layers }}.</p>
        <ul class="plain-list">
          @for (k of o.kit; track k) {
            <li>{{ k }}</li>
          }
        </ul>
      }
      @if (way().detail.raceway; as r) {
        <h3>Raceway, cut list by position</h3>
        <table class="plain" data-testid="raceway-pieces">
          <tbody>
            @for (p of r.pieces; track $index) {
              <tr>
                <td>{{ p.what }}</td>
                <td>{{ p.where }}</td>
                <td class="figure">{{ mark(p.mm) }}</td>
              </tr>
            }
            @for (f of r.fittings; track $index) {
              <tr>
                <td>{{ f.what }}</td>
                <td>{{ f.where }}</td>
                <td class="figure">{{ f.count }}</td>
              </tr>
            }
          </tbody>
        </table>
        <p>
          @for (b of r.track.bars; track $index) {
            Track length {{ $index + 1 }}: {{ list(b.pieces) }}, {{ mark(b.offcutMm) }} left.
          }
          @for (b of r.covers.bars; track $index) {
            Cover length {{ $index + 1 }}: {{ list(b.pieces) }}, {{ mark(b.offcutMm) }} left.
          }
        </p>
        <p>Screwed to a stud or a board: {{ supports() }}. File every cut end; every fitting has to carry the ground through.</p>
        <sa-finding-list [rows]="[fill()]" />
        @for (s of r.sums; track $index) {
          <sa-sum-table [sum]="s" />
        }
      }
      @if (way().detail.lamps; as l) {
        <h3>Lampholders</h3>
        <table class="plain" data-testid="lamp-sections">
          <thead>
            <tr>
              <th>piece</th>
              <th class="figure">lies</th>
              <th class="figure">cut</th>
              <th class="figure">staples</th>
              <th class="figure">joists</th>
            </tr>
          </thead>
          <tbody>
            @for (s of sections(); track $index) {
              <tr>
                <td>{{ s.name }}</td>
                <td class="figure">{{ s.lies }}</td>
                <td class="figure">{{ s.cut }}</td>
                <td class="figure">{{ s.staples }}</td>
                <td class="figure">{{ s.joists }}</td>
              </tr>
            }
          </tbody>
        </table>
        @if (l.lost) {
          <p class="caution-line">{{ l.lost }} of them find no open joists there: name rooms with a basement below.</p>
        }
        <sa-sum-table [sum]="l.load" />
      }
      <h3>Legs</h3>
      <table class="plain" data-testid="legs">
        <tbody>
          @for (l of legs(); track $index) {
            <tr>
              <td>
                {{ l.words }}<br /><small class="quiet">{{ l.fastened }}</small>
                @if (l.staples) {
                  <br /><small>staples at {{ l.staples }}</small>
                }
              </td>
              <td class="figure">{{ l.length }}</td>
            </tr>
          }
        </tbody>
      </table>
      <div class="figures">
        <div>
          <b data-testid="way-cut">{{ feet(way().detail.traced.run.cutMm) }}</b><span>cut</span>
        </div>
        <div>
          <b>{{ feet(way().detail.traced.run.buyMm) }}</b><span>buy</span>
        </div>
        <div>
          <b>{{ mark(way().detail.traced.run.runMm) }}</b><span>lies</span>
        </div>
      </div>
      <details>
        <summary>the sums</summary>
        @for (s of lengthSums(); track $index) {
          <sa-sum-table [sum]="s" />
        }
      </details>
      <h3>Volts and fault current</h3>
      <sa-finding-list [rows]="[electrical()]" />
      <h3>To buy</h3>
      <ul class="plain-list" data-testid="buy">
        @for (b of way().detail.buy; track b.what) {
          <li>
            {{ b.what }}: <b>{{ b.amount }}</b>
          </li>
        }
      </ul>
    </div>
  `,
  styleUrl: './way-work.css',
})
export class WayWork {
  readonly way = input.required<ShownWay>();
  private readonly unit = inject(LengthUnits).unit;
  protected readonly holes = computed((): FindingRow[] =>
    holeNumbers(this.way().detail).map(({ n, hole }) => ({
      key: n,
      verdict: hole.judged?.verdict ?? 'note',
      title: `${n}. ${hole.count > 1 ? `${hole.count} ${hole.member}s` : hole.member}, ${this.mark(hole.sizeMm)} bit`,
      says: [
        hole.where,
        hole.plate ? 'steel plate' : '',
        hole.bushing ? 'bushing before the cable' : '',
        hole.seal ? 'seal afterwards' : '',
        hole.judged && hole.judged.verdict !== 'ok' && hole.member !== 'wall' ? hole.judged.says : '',
      ]
        .filter(Boolean)
        .join('; '),
      ask: hole.judged?.ask,
      sums: hole.judged?.sums ?? [],
      source: hole.judged?.source ?? { from: 'common practice' },
      cures: [],
    })),
  );
  protected readonly openings = computed(() =>
    this.way().detail.traced.openings.map((o) => ({
      id: o.id,
      says: `${o.what}: ${this.mark(o.fromLeft[0])} to ${this.mark(o.fromLeft[1])} from the left end, ${this.mark(o.bottom)} to ${this.mark(o.top)} up; ${o.patch.says}`,
    })),
  );
  protected readonly chases = computed((): FindingRow[] =>
    this.way().detail.traced.chases.map((c) => ({
      ...c,
      key: c.runs,
      title: `${this.mark(c.lengthMm)} ${c.runs}: ${c.rubbleLitres.toFixed(1)} l rubble, ${c.passes} passes of plaster`,
      cures: [],
    })),
  );
  protected readonly fill = computed((): FindingRow => ({
    ...this.way().detail.raceway!.fill,
    key: 'fill',
    title: 'Fill of the track',
    cures: [],
  }));
  protected readonly supports = computed(() => racewayPlaces(this.way().detail.raceway?.supports ?? [], this.mark));
  protected readonly legs = computed(() =>
    this.way()
      .detail.traced.legs.filter((l) => l.lengthMm > 0.5)
      .map((l) => ({ words: l.words, fastened: l.fastened, length: this.mark(l.lengthMm), staples: l.staples.map(this.mark).join(', ') })),
  );
  protected readonly sections = computed(() =>
    this.way().detail.sections.map((s, i) => ({
      name: i === 0 ? 'switch to lamp 1' : `lamp ${i} to lamp ${i + 1}`,
      lies: this.mark(s.run.runMm),
      cut: this.feet(s.run.cutMm),
      staples: s.counts.staples,
      joists: s.counts.joists,
    })),
  );
  protected readonly lengthSums = computed(() => {
    const { run, finished, fishing, cut, buy } = this.way().detail.traced.run.sums;
    return [run, finished, fishing, cut, buy];
  });
  protected readonly electrical = computed((): FindingRow => ({
    ...this.way().detail.electrical,
    key: 'electrical',
    title: 'At the new outlet',
    cures: [],
  }));
  protected mark = (mm: number): string => printMark(mm, this.unit());
  protected feet = (mm: number): string => printLength(mm, this.unit(), { style: 'feet' });
  protected list = (pieces: readonly number[]): string => pieces.map(this.mark).join(' + ');
}
