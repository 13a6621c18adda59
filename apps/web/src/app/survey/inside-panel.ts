import { ChangeDetectionStrategy, Component, computed, effect, inject, input, model, signal, untracked } from '@angular/core';
import { printLength } from '@saddle/core/measure';
import { uXOf, type FaceId, type Job, type MeasuredLength } from '@saddle/core/model';
import { inWall, type InWall } from '@saddle/core/record';
import { firstValueFrom } from 'rxjs';
import { Documents } from '../api/documents.service';
import { LengthField } from '../fields/length-field';
import { HouseSession } from '../house/house-session';
import { HousePhotos } from '../photos/house-photos';
import { PhotoStrip } from '../photos/photo-strip';
import type { WallMark } from '@saddle/core/layout';
import type { Aim } from '../wall/wall-view';

/** What is in this wall, at one point: what was seen, what jobs built, what walls of this kind usually hold there. */
@Component({
  selector: 'sa-inside-panel',
  imports: [LengthField, PhotoStrip],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="panel-body inside-panel">
      <p class="quiet">Tap a point of the wall, or say where.</p>
      <div class="fields">
        <sa-length-field label="from the left end" [value]="x()" (set)="put('x', $event)" />
        <sa-length-field label="up from the floor" [value]="z()" (set)="put('z', $event)" />
      </div>
      @if (answer(); as a) {
        <div data-testid="inside">
          <h3>Here</h3>
          <ul class="in-wall">
            @for (i of a.here; track i.id + i.says) {
              <li [attr.data-how]="i.how">
                <span class="how">{{ i.how }}</span> <strong>{{ i.what }}</strong>{{ away(i) }} <small>{{ i.says }}</small>
              </li>
            } @empty {
              <li class="quiet">Nothing is known to be here. That is not the same as nothing being here.</li>
            }
          </ul>
          @for (u of a.unknown; track u) {
            <p class="notice">{{ u }}</p>
          }
          @if (a.near.length) {
            <h3>Within two feet</h3>
            <ul class="in-wall">
              @for (i of a.near; track i.id + i.says) {
                <li [attr.data-how]="i.how">
                  <span class="how">{{ i.how }}</span> <strong>{{ i.what }}</strong>{{ away(i) }} <small>{{ i.says }}</small>
                </li>
              }
            </ul>
          }
        </div>
      }
      <h3>Photos of this wall</h3>
      <sa-photo-strip [houseId]="session.houseId()" kind="wall" [thing]="wallId()" label="add a photo" />
    </div>
  `,
  styleUrl: './inside-panel.css',
})
export class InsidePanel {
  protected readonly session = inject(HouseSession);
  private readonly photos = inject(HousePhotos);
  private readonly documents = inject(Documents);
  readonly wallId = input.required<string>();
  readonly face = input.required<FaceId>();
  readonly aim = model.required<'none' | 'sweep' | 'scope'>();
  readonly marks = model.required<WallMark[]>();
  /** as seen from this face: from its left end, and up */
  private readonly point = signal<{ u: number | undefined; z: number | undefined }>({ u: undefined, z: undefined });
  private readonly jobs = signal<Job[]>([]);

  constructor() {
    effect(() => {
      const house = this.session.houseId();
      this.wallId();
      untracked(() => {
        this.point.set({ u: undefined, z: undefined });
        this.aim.set('scope');
        void this.photos.open(house);
        void firstValueFrom(this.documents.houseJobs(house)).then((jobs) => this.jobs.set(jobs.map((j) => j.document)), () => undefined); // prettier-ignore
      });
    });
    effect(() => {
      const { u, z } = this.point();
      const here: WallMark[] = u === undefined || z === undefined ? [] : [{ u, halfMm: 0, z, label: 'here?' }];
      const seen = this.photos.points().filter((p) => p.wallId === this.wallId() && p.face === this.face());
      this.marks.set([...here, ...seen.map((p) => ({ u: p.x, halfMm: p.plusMinusMm, z: p.up, label: `${p.name || 'point'}, from a photo` }))]);
    }); // prettier-ignore
  }

  aimed(aim: Aim): void {
    this.point.set({ u: (aim.fromU + aim.toU) / 2, z: aim.z });
  }
  protected put(axis: 'x' | 'z', length: MeasuredLength | undefined): void {
    this.point.update(({ u, z }) => (axis === 'x' ? { u: length?.mm, z } : { u, z: length?.mm }));
  } // prettier-ignore
  private said = (mm: number | undefined): MeasuredLength | undefined => (mm === undefined ? undefined : { mm, known: 'measured' });
  protected readonly x = computed(() => this.said(this.point().u));
  protected readonly z = computed(() => this.said(this.point().z));
  protected readonly answer = computed(() => {
    const { u, z } = this.point();
    const house = this.session.house();
    const wall = house.site.walls.find((w) => w.id === this.wallId());
    if (u === undefined || z === undefined || !wall) return undefined;
    return inWall(house, this.jobs(), this.photos.points(), wall.id, { x: uXOf(wall, this.face(), u), z });
  });
  protected away = (i: InWall): string => (i.awayMm < 1 ? '' : `, ${printLength(i.awayMm, this.session.unit())} off`);
}
