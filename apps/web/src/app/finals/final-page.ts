import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { findingKey, LAID_WORDS } from '@saddle/core/codebook';
import {
  addPoint,
  addSpur,
  dropFinal,
  dropPoint,
  extended,
  extensions,
  finalFindings,
  finalOf,
  lengthRound,
  mostInRuns,
  printRunLength,
  progressOf,
  putFinal,
  putPoint,
  putRun,
  readingLines,
  readPlainNumber,
  readRunLength,
  runWords,
  saidOtherwise,
  shapeOf,
  sizesSeen,
} from '@saddle/core/finals';
import {
  BREAKS_KA,
  FINAL_CORES,
  CABLE_SIZES,
  sizeWords,
  LAID,
  POINT_KINDS,
  RATINGS_A,
  type Final,
  type FinalPoint,
  type MeasuredLength,
  type PointKind,
} from '@saddle/core/model';
import { nanoid } from 'nanoid';
import { NewAlteration } from '../alteration/new-alteration';
import { CellField } from '../fields/cell-field';
import { ChoiceField } from '../fields/choice-field';
import { LengthField } from '../fields/length-field';
import { TextField } from '../fields/text-field';
import { YesNoField } from '../fields/yes-no-field';
import { HouseSession } from '../house/house-session';
import { FindingList, type FindingRow } from '../ledger/finding-list';
import { VerdictStamp } from '../ledger/verdict-stamp';
import { FinalDrawingView } from './final-drawing';

/** So many ways to one more outlet are shown at first. */
const BEST_WAYS = 7;
type Part<T> = { [K in keyof T]?: T[K] | undefined };

/** One final circuit as it lies: its order, its cable, what is judged of it, and where another outlet can be taken. */
@Component({
  selector: 'sa-final-page',
  imports: [
    RouterLink,
    CellField,
    ChoiceField,
    LengthField,
    TextField,
    YesNoField,
    FindingList,
    VerdictStamp,
    FinalDrawingView,
    NewAlteration,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './final-page.html',
  styleUrl: './final-page.css',
})
export class FinalPage {
  protected readonly session = inject(HouseSession);
  private readonly router = inject(Router);
  readonly finalId = input.required<string>();

  protected readonly kinds = POINT_KINDS;
  protected readonly sizes = CABLE_SIZES.map((value) => ({ value, label: sizeWords(value) }));
  protected readonly cores = FINAL_CORES;
  protected readonly ratings = RATINGS_A;
  protected readonly breaks = BREAKS_KA;
  protected readonly laids = LAID.map((value) => ({ value, label: LAID_WORDS[value] }));

  protected readonly final = computed(() => finalOf(this.session.surveyed(), this.finalId()));
  private readonly incoming = computed(() => this.session.house().incoming ?? {});
  protected readonly zeKnown = computed(() => this.incoming().zeOhm !== undefined);
  protected readonly chosen = signal<string | undefined>(undefined);
  protected readonly picked = computed(() => this.final()?.points.find((p) => p.id === this.chosen()));
  protected readonly errors = signal<Record<string, string>>({});
  protected readonly newName = signal('');
  protected readonly newKind = signal<PointKind>('twin');
  protected readonly moreKind = signal<PointKind>('twin');
  protected readonly moreLength = signal<MeasuredLength | undefined>(undefined);

  protected readonly progress = computed(() => {
    const { read, all } = progressOf(readingLines(this.final()!, this.incoming()));
    return `${read} of ${all} read`;
  });
  protected readonly untouched = computed(() => this.final()!.runs.some((r) => r.presets?.includes('size')));
  protected readonly runs = computed(() => {
    const final = this.final()!;
    const { ring } = shapeOf(final);
    const most = mostInRuns(final);
    const ordered = ring ? [...ring.runs, ...final.runs.filter((r) => !ring.runs.includes(r))] : final.runs;
    return ordered.map((r) => ({
      ...r,
      words: runWords(final, r),
      length: r.length ? printRunLength(r.length) : '',
      // another unit than the house’s is taken, and said
      said: r.length?.as && saidOtherwise(r.length) ? r.length.as : '',
      spur: ring !== undefined && !ring.runs.includes(r),
      amps: most.has(r.id) ? `${most.get(r.id)!.toFixed(1)} A` : '',
    }));
  });
  protected readonly centre = computed((): string[] => {
    const metres = lengthRound(this.final()!);
    return metres === undefined ? [] : [`${metres.toFixed(1)} m ${this.final()!.shape === 'ring' ? 'round' : 'in all'}`];
  });
  protected readonly findings = computed((): FindingRow[] =>
    finalFindings(this.final()!, this.incoming()).map((f) => ({ ...f, key: findingKey(f), cures: [] })),
  );
  private readonly ways = computed(() => {
    const length = this.moreLength();
    return length ? extensions(this.final()!, { name: 'new outlet', kind: this.moreKind(), lengthMm: length.mm }, this.incoming()) : [];
  });
  protected readonly allWays = signal(false);
  protected readonly moreWays = computed(() => (this.allWays() ? 0 : Math.max(0, this.ways().length - BEST_WAYS)));
  protected readonly extensions = computed(() =>
    this.ways()
      .slice(0, this.allWays() ? undefined : BEST_WAYS)
      .map((x) => ({
        ...{ key: `${x.how}/${x.at}`, words: x.words, verdict: x.verdict, why: x.against[0]?.says ?? '' },
        zs: x.zsWarm === undefined ? '' : `${x.zsWarm.toFixed(2)} Ω`,
        drop: x.dropPercent === undefined ? '' : `${x.dropPercent.toFixed(1)} %`,
      })),
  );

  private edit(title: string, change: (final: Final) => Final): boolean {
    return this.session.editSite(title, (site) => putFinal(site, change(finalOf(site, this.finalId())!)));
  }
  /** Fields said anew; what is cleared is not known again. */
  protected put(part: Part<Final>): void {
    this.edit('Circuit', (f) => Object.fromEntries(Object.entries({ ...f, ...part }).filter(([, v]) => v !== undefined)) as Final);
  }
  protected putPoint(id: string, part: Part<FinalPoint>): void {
    this.edit('Point', (f) => putPoint(f, id, part));
  }
  /** A number in words of its own where it is none. */
  private number(field: string, written: string, example: string, put: (value: number | undefined) => void): void {
    const read = readPlainNumber(written, example);
    this.errors.update((e) => ({ ...e, [field]: read.ok ? '' : read.message }));
    if (read.ok) put(read.value);
  }
  protected putWatts(id: string, written: string): void {
    this.number('watts', written, '2000', (watts) => this.putPoint(id, { watts }));
  }
  protected putArea(written: string): void {
    this.number('area', written, '46', (servesM2) => this.put({ servesM2 }));
  }
  protected addPoint(): void {
    const point = this.point();
    if (this.edit(`${point.name} on the circuit`, (f) => addPoint(f, point))) this.newName.set('');
  }
  protected addSpur(from: string): void {
    const point = this.point();
    if (this.edit(`${point.name} on a spur`, (f) => addSpur(f, from, point))) this.newName.set('');
  }
  private point(): FinalPoint {
    const name = this.newName().trim() || `Point ${this.final()!.points.length + 1}`;
    return { id: nanoid(8), name, kind: this.newKind() };
  }
  protected dropPoint(id: string): void {
    if (this.edit('Point taken out', (f) => dropPoint(f, id))) this.chosen.set(undefined);
  }
  protected sizesSeen(): void {
    this.edit('Sizes as seen', sizesSeen);
  }
  protected putSize(id: string, event: Event): void {
    this.edit('Size', (f) => putRun(f, id, { size: (event.target as HTMLSelectElement).value as '2.5/1.5' }));
  }
  protected putCores(id: string, event: Event): void {
    const cores = (event.target as HTMLSelectElement).value;
    this.edit('Cores', (f) => putRun(f, id, { cores: (cores || undefined) as 'red and black' | undefined }));
  }
  protected putLength(id: string, written: string): void {
    const read = readRunLength(written);
    this.errors.update((e) => ({ ...e, [id]: read.ok ? '' : read.message }));
    if (read.ok) this.edit('Length', (f) => putRun(f, id, { length: read.length }));
  }
  protected take(key: string): void {
    const way = this.ways().find((x) => `${x.how}/${x.at}` === key);
    const length = this.moreLength();
    if (!way || !length) return;
    const id = nanoid(8);
    const name = `Outlet ${this.final()!.points.length + 1}`;
    if (this.edit(way.words, (f) => extended(f, way.how, way.at, { name, kind: this.moreKind(), lengthMm: length.mm }, id))) {
      this.moreLength.set(undefined);
      this.chosen.set(id);
    }
  }
  protected remove(): void {
    if (this.session.editSite('Circuit taken out', (site) => dropFinal(site, this.finalId())))
      void this.router.navigate(['/houses', this.session.houseId(), 'circuits']);
  }
}
