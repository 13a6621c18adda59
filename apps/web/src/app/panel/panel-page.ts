import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, signal } from '@angular/core';
import { panelFromCsv, type CsvReport } from '@saddle/core/exchange';
import { CsvReportView } from '../exchange/csv-report';
import {
  dropBreaker,
  dropSubpanel,
  feedersFor,
  freeSpaces,
  hangPanel,
  legLoads,
  noteBreaker,
  noteEmpty,
  panelRows,
  putPanel,
  putSubpanel,
  startPanel,
  startSubpanel,
  type PanelSpace,
} from '@saddle/core/panel';
import { fromPanel, PANEL, panelOf, panelsOf, siteFrom, subpanelOf, type Panel, type Site, type Subpanel } from '@saddle/core/model';
import { nanoid } from 'nanoid';
import { ChoiceField, type Choice } from '../fields/choice-field';
import { LengthField } from '../fields/length-field';
import { roomFaces } from '@saddle/core/survey';
import { Segmented, type Segment } from '../fields/segmented';
import { Tabs } from '../fields/tabs';
import { TextField } from '../fields/text-field';
import { YesNoField } from '../fields/yes-no-field';
import { HouseSession } from '../house/house-session';
import { FindingList, type FindingRow } from '../ledger/finding-list';
import { CircuitForm } from './circuit-form';
import { FeedsPanel } from './feeds-panel';
import { NewBreaker } from './new-breaker';
import { dated, paperOf } from '../exchange/on-paper';

type Tab = 'circuit' | 'feeds' | 'new' | 'panel';

/** The panels of the house: what stands in their spaces, what each feeds, what hangs on each leg. */
@Component({
  selector: 'sa-panel-page',
  imports: [
    CsvReportView,
    ChoiceField,
    LengthField,
    TextField,
    Segmented,
    Tabs,
    YesNoField,
    FindingList,
    CircuitForm,
    FeedsPanel,
    NewBreaker,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './panel-page.html',
  styleUrl: './panel-page.css',
})
export class PanelPage {
  protected readonly session = inject(HouseSession);
  protected readonly paper = computed(() => paperOf(this.session.unit()));
  protected readonly printed = computed(() => dated(this.paper()));
  /** a space to start with: `?space=4`, and the panel it is in: `?of=…` */
  readonly space = input<string>();
  readonly of = input<string>();
  protected readonly site = this.session.surveyed;
  /** which panel is shown; one that went gives way to the main one */
  private readonly asked = linkedSignal(() => this.of() ?? PANEL);
  protected readonly panelId = computed(() => (panelOf(this.site(), this.asked()) ? this.asked() : PANEL));
  protected readonly panel = computed((): Panel | undefined => panelOf(this.site(), this.panelId()));
  protected readonly sub = computed((): Subpanel | undefined => subpanelOf(this.site(), this.panelId()));
  protected readonly panels = computed((): Segment<string>[] => panelsOf(this.site()).map((p) => ({ value: p.id, label: p.panel.name })));
  protected readonly query = computed(() => (this.sub() ? `&panel=${this.panelId()}` : ''));
  protected readonly tabs: Segment<Tab>[] = [
    { value: 'circuit', label: 'circuit' },
    { value: 'feeds', label: 'what feeds what' },
    { value: 'new', label: 'add a breaker' },
    { value: 'panel', label: 'panel' },
  ];
  protected readonly tab = signal<Tab>('circuit');
  protected readonly spacesChoices: Choice[] = [4, 8, 12, 16, 20, 24, 30, 32, 40, 42].map((n) => ({ value: `${n}`, label: `${n} spaces` }));
  protected readonly startWith = signal('24');
  protected readonly rows = computed(() => panelRows(siteFrom(this.site(), this.panelId())));
  /** stays where the person put it: nothing that changes in the panel moves it */
  protected readonly chosen = linkedSignal<{ asked: string | undefined; panel: string; first: number | undefined }, number>({
    source: () => ({ asked: this.space(), panel: this.panelId(), first: this.panel()?.breakers[0]?.space }),
    computation: ({ asked, panel, first }, before) =>
      before && before.source.asked === asked && before.source.panel === panel ? before.value : (before ? 0 : Number(asked)) || first || 1,
  });
  protected readonly at = computed((): PanelSpace | undefined =>
    this.rows()
      .flatMap((r) => [r.left, r.right])
      .find((s) => s.space === this.chosen()),
  );
  protected readonly legs = computed((): FindingRow[] =>
    legLoads(this.site(), this.panelId()).map((l) => ({ ...l.judged, key: `leg ${l.leg}`, title: `Leg ${l.leg}`, cures: [] })),
  );
  protected readonly mainWords = computed(() => {
    const [panel, sub] = [this.panel(), this.sub()];
    if (sub && sub.main === undefined && !panel?.mainA) return 'main: nobody looked';
    return sub?.main === 'lugs' ? 'no main of its own' : `main ${panel?.mainA ? `${panel.mainA} A` : 'not read'}`;
  });
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

  /** an edit of the panel that is shown, as if it were the only one */
  protected edit(title: string, change: (site: Site) => Site): boolean {
    const id = this.panelId();
    return this.session.editSite(title, (site) => fromPanel(site, id, change(siteFrom(site, id))));
  }
  protected show(id: string): void {
    this.asked.set(id);
    this.csv.set(undefined);
  }
  protected another(): void {
    const id = nanoid(10);
    const n = this.panels().length;
    if (!this.session.editSite('Another panel', (site) => startSubpanel(site, id, n > 1 ? `Subpanel ${n}` : 'Subpanel', 6))) return;
    this.show(id);
    this.tab.set('panel');
  }
  protected dropPanel(): void {
    const id = this.panelId();
    this.session.editSite(`${this.panel()!.name} taken out`, (site) => dropSubpanel(site, id));
  }
  protected setSub(part: Partial<Subpanel>): void {
    const id = this.panelId();
    this.session.editSite(this.panel()!.name, (site) => putSubpanel(site, id, part));
  }
  protected readonly feeders = computed((): Choice[] =>
    feedersFor(this.site(), this.panelId()).map((b) => {
      const circuit = this.site().circuits.find((c) => c.id === b.circuitId);
      const at = panelsOf(this.site()).find((p) => p.panel.breakers.includes(b));
      return { value: b.id, label: `${circuit?.number ?? '?'} ${circuit?.name ?? ''}${at?.sub ? `, ${at.panel.name}` : ''}` };
    }),
  );
  protected readonly mains: Choice[] = [
    { value: 'breaker', label: 'a breaker of its own' },
    { value: 'lugs', label: 'none: the feeder on lugs' },
  ];
  protected readonly bars: Choice[] = [
    { value: 'apart', label: 'on bars of their own' },
    { value: 'joined', label: 'joined by a bar, strap or screw' },
  ];
  protected asMain = (value: string | undefined): Subpanel['main'] => (value === 'breaker' || value === 'lugs' ? value : undefined);
  protected asBars = (value: string | undefined): Subpanel['bars'] => (value === 'apart' || value === 'joined' ? value : undefined);
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
    else this.csv.set(panelFromCsv(await file.text(), site, this.panelId()));
    picked.value = '';
  }
  protected takeCsv(): void {
    const report = this.csv();
    if (report && this.session.editSite('Directory from a table', () => report.site)) this.csv.set(undefined);
  }
}
