import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, signal } from '@angular/core';
import { panelFromCsv, type CsvReport } from '@saddle/core/exchange';
import { CsvReportView } from '../exchange/csv-report';
import {
  dropBreaker,
  freeSpaces,
  hangPanel,
  legLoads,
  noteBreaker,
  noteEmpty,
  panelRows,
  putPanel,
  startPanel,
  type PanelSpace,
} from '@saddle/core/panel';
import type { Panel, Site } from '@saddle/core/model';
import { nanoid } from 'nanoid';
import { ChoiceField, type Choice } from '../fields/choice-field';
import { LengthField } from '../fields/length-field';
import { roomFaces } from '@saddle/core/survey';
import { Segmented, type Segment } from '../fields/segmented';
import { TextField } from '../fields/text-field';
import { HouseSession } from '../house/house-session';
import { FindingList, type FindingRow } from '../ledger/finding-list';
import { CircuitForm } from './circuit-form';
import { FeedsPanel } from './feeds-panel';
import { NewBreaker } from './new-breaker';

type Tab = 'circuit' | 'feeds' | 'new' | 'panel';

/** The panel of the house: what stands in its spaces, what each feeds, what hangs on each leg. */
@Component({
  selector: 'sa-panel-page',
  imports: [CsvReportView, ChoiceField, LengthField, TextField, Segmented, FindingList, CircuitForm, FeedsPanel, NewBreaker],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './panel-page.html',
})
export class PanelPage {
  protected readonly session = inject(HouseSession);
  /** a space to start with: `?space=4` */
  readonly space = input<string>();
  protected readonly site = this.session.surveyed;
  protected readonly panel = computed((): Panel | undefined => this.site().panel);
  protected readonly tabs: Segment<Tab>[] = [
    { value: 'circuit', label: 'circuit' },
    { value: 'feeds', label: 'what feeds what' },
    { value: 'new', label: 'add a breaker' },
    { value: 'panel', label: 'panel' },
  ];
  protected readonly tab = signal<Tab>('circuit');
  protected readonly spacesChoices: Choice[] = [4, 8, 12, 16, 20, 24, 30, 32, 40, 42].map((n) => ({ value: `${n}`, label: `${n} spaces` }));
  protected readonly startWith = signal('24');
  protected readonly rows = computed(() => panelRows(this.site()));
  /** stays where the person put it: nothing that changes in the panel moves it */
  protected readonly chosen = linkedSignal<{ asked: string | undefined; first: number | undefined }, number>({
    source: () => ({ asked: this.space(), first: this.panel()?.breakers[0]?.space }),
    computation: ({ asked, first }, before) => (before && before.source.asked === asked ? before.value : Number(asked) || first || 1),
  });
  protected readonly at = computed((): PanelSpace | undefined =>
    this.rows()
      .flatMap((r) => [r.left, r.right])
      .find((s) => s.space === this.chosen()),
  );
  protected readonly legs = computed((): FindingRow[] =>
    legLoads(this.site()).map((l) => ({ ...l.judged, key: `leg ${l.leg}`, title: `Leg ${l.leg}`, cures: [] })),
  );
  protected readonly covered = computed(() => this.panel()?.covered.join(', ') ?? '');
  protected readonly coveredError = signal('');
  protected readonly free = computed(() => (this.panel() ? freeSpaces(this.panel()!).length : 0));
  protected readonly unseen = computed(() => this.panel()?.notLooked?.length ?? 0);
  protected readonly emptyWords: Partial<Record<PanelSpace['is'], string>> = {
    covered: 'A plate covers it, and nobody looked behind.',
    unseen: 'Nobody said whether something stands here.',
    free: 'Nothing stands here.',
  };
  protected readonly csv = signal<CsvReport | undefined>(undefined);

  protected edit(title: string, change: (site: Site) => Site): boolean {
    return this.session.editSite(title, change);
  }
  protected start(): void {
    this.edit('Panel', (site) => startPanel(site, Number(this.startWith())));
  }
  protected pick(space: PanelSpace): void {
    this.chosen.set(space.is === 'lower' ? space.breaker!.space : space.space);
    if (this.tab() === 'panel' || (this.tab() === 'feeds' && space.is !== 'breaker')) this.tab.set('circuit');
  }
  protected note(space: number): void {
    this.edit(`Breaker in space ${space}`, (site) => noteBreaker(site, space, { circuit: nanoid(10), breaker: nanoid(10) }));
    this.chosen.set(space);
    this.tab.set('circuit');
  }
  protected empty(space?: number): void {
    this.edit(space === undefined ? 'The other spaces are free' : `Space ${space} is free`, (site) => noteEmpty(site, space));
  }
  protected takeOut(id: string): void {
    this.edit('Breaker taken out', (site) => dropBreaker(site, id));
  }
  protected set(part: Partial<Panel>): void {
    this.edit('Panel', (site) => putPanel(site, part));
  }
  protected readonly faces = computed((): Choice[] =>
    roomFaces(this.site()).map((f) => ({ value: `${f.wallId}|${f.face}`, label: f.name })),
  );
  protected readonly hung = computed(() => {
    const place = this.panel()?.place;
    return place && `${place.wallId}|${place.face}`;
  });
  protected hang(value: string | undefined): void {
    const [wallId, face] = (value ?? '').split('|') as [string | undefined, 'A' | 'B'];
    this.edit('Where the panel hangs', (site) => hangPanel(site, wallId, face));
  }
  protected setMain(text: string): void {
    this.set({ mainA: text.trim() ? Number(text.replace(/\s*A$/i, '')) : undefined });
  }
  protected setCovered(text: string): void {
    const parts = text.split(/[,\s]+/).filter(Boolean);
    const bad = parts.find((p) => !/^\d+$/.test(p));
    this.coveredError.set(bad ? `“${bad}” is no space; numbers with commas would do.` : '');
    if (!bad) this.set({ covered: parts.map(Number) });
  }

  protected async readCsv(event: Event): Promise<void> {
    const picked = event.target as HTMLInputElement;
    const file = picked.files?.[0];
    this.csv.set(undefined);
    if (!file) return;
    const site = this.site();
    if (file.size > 1024 * 1024) this.csv.set({ rows: [], error: `${file.name} is over 1 MB: no directory is that large.`, site });
    else this.csv.set(panelFromCsv(await file.text(), site));
    picked.value = '';
  }
  protected takeCsv(): void {
    const report = this.csv();
    if (report && this.edit('Directory from a table', () => report.site)) this.csv.set(undefined);
  }
}
