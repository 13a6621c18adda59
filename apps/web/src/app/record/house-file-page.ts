import { ChangeDetectionStrategy, Component, computed, effect, inject, signal, untracked } from '@angular/core';
import { RouterLink } from '@angular/router';
import { isUk, type Job, type KeptEntry } from '@saddle/core/model';
import { FILE_KINDS, houseFile, textOf, type FileEntry, type FileKind } from '@saddle/core/record';
import MiniSearch from 'minisearch';
import { firstValueFrom } from 'rxjs';
import { Documents } from '../api/documents.service';
import { Segmented, type Segment } from '../fields/segmented';
import { HouseSession } from '../house/house-session';
import { HousePhotos } from '../photos/house-photos';
import { Records } from './records.service';
import { ownDay } from '../words/own-clock';
import { paperOf } from '../exchange/on-paper';

const WORDS: Record<FileKind, string> = {
  box: 'boxes', cable: 'cables', circuit: 'circuits', hidden: 'hidden', patch: 'patches', lamp: 'lamps', room: 'rooms', panel: 'panels', job: 'jobs', photo: 'photos', note: 'notes',
}; // prettier-ignore
/** Entries shown at once; the rest is a search away. */
const SHOWN = 60;

/** Everything that is known of a house, thing by thing, to be searched; and what happened to it, in time. */
@Component({
  selector: 'sa-house-file-page',
  imports: [RouterLink, Segmented],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="stage-head">
      <h2>House file</h2>
      <sa-segmented label="File or timeline" [segments]="views" [value]="view()" (set)="view.set($event)" />
      <a class="btn-line" [href]="session.address() + '/everything.zip'" download data-testid="file-zip">All of it as a ZIP</a>
      <a class="btn-line" [href]="session.address() + '/labels.pdf?paper=' + paper()" target="_blank">Labels (PDF)</a>
    </div>
    <section class="panel-body">
      @if (view() === 'file') {
        <div class="row-form">
          <label class="field file-search">
            <span class="field-label">search everything</span>
            <input class="field-input" type="search" [value]="words()" (input)="type($event)" data-testid="file-search" />
          </label>
          <div class="field">
            <label class="field-label" for="file-kind">only</label>
            <select id="file-kind" class="field-input" [value]="kind() ?? ''" (change)="pick($event)">
              <option value="">everything</option>
              @for (k of kinds(); track k.kind) {
                <option [value]="k.kind" [selected]="kind() === k.kind">{{ k.words }} ({{ k.count }})</option>
              }
            </select>
          </div>
        </div>
        <p class="quiet" role="status" data-testid="file-count">
          {{ found().length === 1 ? 'one entry' : found().length + ' entries'
          }}{{ found().length > shown ? '; the first ' + shown + ' are shown' : '' }}
        </p>
        <ul class="house-file">
          @for (e of found().slice(0, shown); track e.kind + e.id) {
            <li [attr.data-testid]="'file-' + e.id">
              <p>
                <span class="file-kind">{{ e.kind === 'hidden' ? 'closed in' : e.kind === 'panel' && uk() ? 'unit' : e.kind }}</span>
                <a [routerLink]="e.link" [queryParams]="e.query ?? null"
                  ><strong>{{ e.title }}</strong></a
                >
                <span class="quiet">{{ e.where }}</span>
              </p>
              <ul>
                @for (f of e.facts; track $index) {
                  <li [class.unknown]="f.how === 'not known'">
                    {{ f.says }}
                    @if (f.how && f.how !== 'not known') {
                      <small>{{ f.how }}</small>
                    }
                  </li>
                }
              </ul>
              @if (e.photos.length) {
                <div class="photo-strip">
                  @for (id of e.photos; track id) {
                    @if (photos.byId(id); as p) {
                      <a
                        class="photo-thumb"
                        [routerLink]="['/houses', session.houseId(), 'photos', id]"
                        [attr.aria-label]="p.note || 'photo'"
                        ><img [src]="photos.src(p, 'small')" alt="" loading="lazy"
                      /></a>
                    }
                  }
                </div>
              }
            </li>
          } @empty {
            <li class="quiet">Nothing of that is known here.</li>
          }
        </ul>
      } @else {
        <ol class="history" data-testid="timeline">
          @for (t of file().timeline; track $index) {
            <li>
              <p>
                <a [routerLink]="t.link"
                  ><strong>{{ t.title }}</strong></a
                >
                <time>{{ day(t.at) }}</time>
              </p>
              <ul>
                @for (s of t.says; track $index) {
                  <li>{{ s }}</li>
                }
              </ul>
            </li>
          } @empty {
            <li class="quiet">Nothing happened yet that was noted.</li>
          }
        </ol>
      }
    </section>
  `,
  styleUrl: './house-file-page.css',
})
export class HouseFilePage {
  protected readonly session = inject(HouseSession);
  protected readonly photos = inject(HousePhotos);
  private readonly documents = inject(Documents);
  private readonly records = inject(Records);
  protected readonly paper = computed(() => paperOf(this.session.unit()));
  private readonly jobs = signal<Job[]>([]);
  private readonly log = signal<KeptEntry[]>([]);
  protected readonly shown = SHOWN;
  protected readonly views: Segment<'file' | 'timeline'>[] = [
    { value: 'file', label: 'by thing', testId: 'view-file' },
    { value: 'timeline', label: 'by time', testId: 'view-timeline' },
  ];
  protected readonly view = signal<'file' | 'timeline'>('file');
  protected readonly words = signal('');
  protected readonly kind = signal<FileKind | undefined>(undefined);

  protected readonly file = computed(() => houseFile(this.session.house(), this.jobs(), this.log(), this.photos.photos(), ownDay));
  private readonly index = computed(() => {
    const search = new MiniSearch<{ id: number; text: string; title: string }>({
      fields: ['title', 'text'],
      searchOptions: { prefix: true, fuzzy: (term) => (term.length > 4 ? 0.2 : false), combineWith: 'AND', boost: { title: 3 } },
    });
    search.addAll(this.file().entries.map((e, id) => ({ id, title: e.title, text: textOf(e) })));
    return search;
  });
  protected readonly found = computed((): FileEntry[] => {
    const { entries } = this.file();
    const words = this.words().trim();
    const all = words ? this.index().search(words).map((hit) => entries[hit.id as number]!) : entries; // prettier-ignore
    const kind = this.kind();
    return kind ? all.filter((e) => e.kind === kind) : all;
  });
  protected readonly uk = computed(() => isUk(this.session.house()));
  protected readonly kinds = computed(() =>
    FILE_KINDS.flatMap((kind) => {
      const count = this.file().entries.filter((e) => e.kind === kind).length;
      return count ? [{ kind, words: kind === 'panel' && this.uk() ? 'consumer unit' : WORDS[kind], count }] : [];
    }),
  );

  constructor() {
    effect(() => {
      const id = this.session.houseId();
      untracked(() => void this.read(id));
    });
  }
  private async read(id: string): Promise<void> {
    await this.photos.open(id);
    const [jobs, log] = await Promise.allSettled([firstValueFrom(this.documents.houseJobs(id)), firstValueFrom(this.records.logOfHouse(id))]); // prettier-ignore
    if (jobs.status === 'fulfilled') this.jobs.set(jobs.value.map((j) => j.document));
    if (log.status === 'fulfilled') this.log.set(log.value);
  }
  protected type(event: Event): void {
    this.words.set((event.target as HTMLInputElement).value);
  }
  protected pick(event: Event): void {
    this.kind.set(((event.target as HTMLSelectElement).value || undefined) as FileKind | undefined);
  }
  protected day = (at: string): string => new Date(at).toLocaleDateString([], { dateStyle: 'medium' });
}
