import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { differences, type Difference, type House, type Job } from '@saddle/core/model';
import { firstValueFrom } from 'rxjs';
import { Documents, problemOf, type Stored, type VersionLine } from '../api/documents.service';
import { LengthUnits } from '../fields/length-units';
import { DifferenceTable } from './difference-table';
import { OPEN_DOCUMENT } from './open-document';
import { ownTime } from '../words/own-clock';

/** Differences of a line that are read at a glance; the rest is counted. */
const AT_A_GLANCE = 3;
const COMPARED = 60;

/** Earlier versions of a job or a house: what each changed, a look at any, a comparison of two, any brought back. */
@Component({
  selector: 'sa-versions-page',
  imports: [DifferenceTable],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="card versions-list">
      <h2>Earlier versions</h2>
      <p class="quiet">
        Every save is a version. The newest are all kept, older ones thin out: one a minute, then one every ten minutes, an hour, a day; the
        last of a day always stays.
      </p>
      @if (problem()) {
        <p class="notice stop" role="alert">{{ problem() }} <button type="button" class="btn-line" (click)="load()">Try again</button></p>
      }
      <ol>
        @for (line of lines(); track line.revision; let newest = $first) {
          <li [attr.data-revision]="line.revision" [class.compared]="from() === line.revision || to() === line.revision">
            <div class="version-head">
              <strong>{{ time(line.savedAt) }}</strong>
              <span class="quiet">version {{ line.revision }}{{ newest ? ', the newest' : '' }}</span>
            </div>
            <p>
              @if (line.first) {
                The first version that is kept.
              } @else {
                @for (d of line.differs.slice(0, glance); track $index) {
                  <span class="version-change">{{ d.words }}: {{ d.was }} → {{ d.now }}</span>
                } @empty {
                  Says the same as the one before.
                }
                @if (rest(line); as more) {
                  <span class="quiet">and {{ more }} more</span>
                }
              }
            </p>
            <div class="row-form">
              <button type="button" class="btn-line" (click)="look(line.revision)" [attr.aria-label]="'Look at version ' + line.revision">
                Look at it
              </button>
              <button
                type="button"
                class="btn-line"
                (click)="compare(line.revision)"
                [attr.aria-label]="'Compare version ' + line.revision"
              >
                {{ from() === undefined || to() !== undefined ? 'Compare' : from() === line.revision ? 'with now' : 'with this' }}
              </button>
              @if (!newest) {
                <button
                  type="button"
                  class="btn-line"
                  (click)="bringBack(line.revision)"
                  [attr.aria-label]="'Bring back version ' + line.revision"
                >
                  Bring it back
                </button>
              }
            </div>
          </li>
        }
      </ol>
      @if (earlier()) {
        <button type="button" class="btn-line" (click)="load(lines().at(-1)!.revision)" data-testid="earlier">Earlier ones</button>
      }
    </section>
    @if (compared(); as list) {
      <section class="card" data-testid="comparison">
        <h2>Version {{ from() }} beside {{ to() === 0 ? 'now' : 'version ' + to() }}</h2>
        <sa-difference-table
          [differences]="list.slice(0, most)"
          [was]="'version ' + from()"
          [now]="to() === 0 ? 'now' : 'version ' + to()"
        />
        @if (list.length > most) {
          <p class="quiet">{{ list.length - most }} more.</p>
        }
      </section>
    }
  `,
  styleUrl: './versions-page.css',
})
export class VersionsPage {
  private readonly units = inject(LengthUnits);
  private readonly documents = inject(Documents);
  private readonly session = inject(OPEN_DOCUMENT);
  protected readonly lines = signal<VersionLine[]>([]);
  protected readonly earlier = signal(false);
  protected readonly problem = signal('');
  protected readonly from = signal<number | undefined>(undefined);
  /** 0: as it is now */
  protected readonly to = signal<number | undefined>(undefined);
  protected readonly compared = signal<Difference[] | undefined>(undefined);
  protected readonly glance = AT_A_GLANCE;
  protected readonly time = ownTime;
  protected readonly most = COMPARED;
  private readonly id = computed(() => this.session.current().id);

  constructor() {
    void this.load();
  }

  protected rest(line: VersionLine): number {
    return Math.max(0, line.differs.length - AT_A_GLANCE) + line.more;
  }

  protected async load(before?: number): Promise<void> {
    await this.trying(async () => {
      await this.session.savedNow();
      const page = await firstValueFrom(this.documents.versions(this.session.kind, this.id(), before));
      this.lines.update((lines) => (before === undefined ? page.revisions : [...lines, ...page.revisions]));
      this.earlier.set(page.earlier);
    });
  }

  protected async look(revision: number): Promise<void> {
    await this.trying(async () => this.session.lookAt(await this.version(revision)));
  }

  /** The first press takes one side, the second the other; the same twice holds it against now. */
  protected async compare(revision: number): Promise<void> {
    const from = this.from();
    if (from === undefined || this.to() !== undefined) {
      this.from.set(revision);
      this.to.set(undefined);
      this.compared.set(undefined);
      return;
    }
    await this.trying(async () => {
      const now = this.session.current();
      const [a, b] = from === revision ? [from, 0] : [Math.min(from, revision), Math.max(from, revision)];
      const [was, is] = [(await this.version(a)).document, b === 0 ? now : (await this.version(b)).document];
      this.from.set(a);
      this.to.set(b);
      this.compared.set(differences(was, is, this.units.unit()));
    });
  }

  protected async bringBack(revision: number): Promise<void> {
    await this.trying(async () => {
      this.session.bringBack(await this.version(revision));
      await this.load();
    });
  }

  private version(revision: number): Promise<Stored<House | Job>> {
    return firstValueFrom(this.documents.version<House | Job>(this.session.kind, this.id(), revision));
  }

  private async trying(work: () => Promise<void>): Promise<void> {
    this.problem.set('');
    try {
      await work();
    } catch (error) {
      this.problem.set(problemOf(error).title);
    }
  }
}
