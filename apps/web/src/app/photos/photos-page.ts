import { ChangeDetectionStrategy, Component, computed, effect, inject, signal, untracked } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { Job } from '@saddle/core/model';
import { firstValueFrom } from 'rxjs';
import { Documents } from '../api/documents.service';
import { HouseSession } from '../house/house-session';
import { HousePhotos, type ShownPhoto } from './house-photos';
import { PhotoStrip } from './photo-strip';

interface Group {
  key: string;
  title: string;
  /** before and after of one thing stand beside each other */
  pairs: { before: ShownPhoto; after: ShownPhoto }[];
  rest: ShownPhoto[];
}

/** All photos of a house, by what they show; before and after beside each other. */
@Component({
  selector: 'sa-photos-page',
  imports: [RouterLink, PhotoStrip],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="stage-head">
      <h2>Photos</h2>
      <a class="btn-line" href="/api/v1/target.pdf" target="_blank">Target for measuring from a photo (PDF)</a>
    </div>
    <section class="panel-body house-photos">
      @for (g of groups(); track g.key) {
        <h3>{{ g.title }}</h3>
        @for (pair of g.pairs; track pair.before.id) {
          <div class="photo-pair">
            @for (p of [pair.before, pair.after]; track p.id) {
              <a [routerLink]="['/houses', session.houseId(), 'photos', p.id]">
                <img [src]="photos.src(p, 'small')" [alt]="p.when + ': ' + (p.note || g.title)" />
                <span>{{ p.when }}{{ p.note ? ': ' + p.note : '' }}</span>
              </a>
            }
          </div>
        }
        <div class="photo-strip">
          @for (p of g.rest; track p.id) {
            <a class="photo-thumb" [routerLink]="['/houses', session.houseId(), 'photos', p.id]" [attr.aria-label]="p.note || 'photo'">
              <img [src]="photos.src(p, 'small')" alt="" loading="lazy" />
              @if (p.note || p.waiting) {
                <span>{{ p.waiting ? 'waits' : p.note }}</span>
              }
            </a>
          }
        </div>
      } @empty {
        <p class="quiet">
          None yet. A photo belongs to a box, a wall, an activity or a finding: take it there, or one of the house as a whole here.
        </p>
      }
      <h3>Of the house as a whole</h3>
      <sa-photo-strip [houseId]="session.houseId()" kind="house" [thing]="session.houseId()" label="add a photo" />
    </section>
  `,
  styleUrl: './photos-page.css',
})
export class PhotosPage {
  protected readonly session = inject(HouseSession);
  protected readonly photos = inject(HousePhotos);
  private readonly documents = inject(Documents);
  private readonly jobs = signal<Job[]>([]);

  constructor() {
    effect(() => {
      const id = this.session.houseId();
      untracked(() => void firstValueFrom(this.documents.houseJobs(id)).then((jobs) => this.jobs.set(jobs.map((j) => j.document)), () => undefined)); // prettier-ignore
    });
  }

  protected readonly groups = computed((): Group[] => {
    const { site } = this.session.house();
    const title = ({ kind, id }: ShownPhoto['of']): string => {
      if (kind === 'box') return site.boxes.find((b) => b.id === id)?.name ?? 'a box that is gone';
      if (kind === 'wall') return site.walls.find((w) => w.id === id)?.name ?? 'a wall that is gone';
      return kind;
    };
    const byThing = new Map<string, ShownPhoto[]>();
    for (const p of this.photos.photos()) {
      if (p.of.kind === 'house') continue;
      const key = p.of.kind === 'box' || p.of.kind === 'wall' ? `${p.of.kind} ${p.of.id}` : `job ${p.jobId ?? ''}`;
      byThing.set(key, [...(byThing.get(key) ?? []), p]);
    }
    return [...byThing].map(([key, list]) => {
      const after = list.filter((p) => p.when === 'after');
      const pairs = list
        .filter((p) => p.when === 'before')
        .flatMap((before) => {
          const at = after.findIndex((a) => a.of.id === before.of.id);
          return at < 0 ? [] : [{ before, after: after.splice(at, 1)[0]! }];
        });
      const paired = new Set(pairs.flatMap((p) => [p.before.id, p.after.id]));
      const job = key.startsWith('job ') && (this.jobs().find((j) => j.id === list[0]!.jobId)?.name ?? 'a job that is gone');
      return { key, title: job || title(list[0]!.of), pairs, rest: list.filter((p) => !paired.has(p.id)) };
    });
  });
}
