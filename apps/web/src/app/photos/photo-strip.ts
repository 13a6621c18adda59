import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { Photo } from '@saddle/core/model';
import type { Said } from '@saddle/core/log';
import { Outbox } from '../record/outbox';
import { whoNow } from '../work/who';
import { HousePhotos, type PhotoOf, type ShownPhoto } from './house-photos';

let count = 0;

/** The photos of one thing, and a way to take one more: with the camera where there is one, or from what is there. */
@Component({
  selector: 'sa-photo-strip',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="photo-strip" [attr.data-testid]="'photos-' + kind() + '-' + thing()">
      @for (p of shown(); track p.id) {
        <a
          class="photo-thumb"
          [routerLink]="['/houses', houseId(), 'photos', p.id]"
          [attr.aria-label]="(p.note || 'photo') + (p.when ? ', ' + p.when : '') + (p.waiting ? ', not on the server yet' : '')"
        >
          <img [src]="photos.src(p, 'small')" alt="" loading="lazy" />
          @if (p.when || p.waiting) {
            <span>{{ [p.when, p.waiting ? 'waits' : ''].filter(yes).join(', ') }}</span>
          }
        </a>
      }
      <label class="photo-add" [attr.for]="id">
        <i class="bi bi-camera" aria-hidden="true"></i> {{ label() }}
        <input
          [id]="id"
          type="file"
          accept="image/jpeg,image/png,image/webp"
          [attr.capture]="camera() ? 'environment' : null"
          multiple
          class="visually-hidden"
          (change)="take($event)"
          data-testid="photo-file"
        />
      </label>
    </div>
    @if (problem()) {
      <p class="field-error" role="alert" data-testid="photo-problem">{{ problem() }}</p>
    }
  `,
  styleUrl: './photo-strip.css',
})
export class PhotoStrip {
  protected readonly photos = inject(HousePhotos);
  private readonly outbox = inject(Outbox);
  readonly houseId = input.required<string>();
  readonly kind = input.required<PhotoOf['kind']>();
  readonly thing = input.required<string>();
  readonly jobId = input<string>();
  readonly when = input<Photo['when']>();
  readonly label = input('photo');
  /** the activity it is of, as the log calls it */
  readonly activity = input<string>();
  /** only those of `when` */
  readonly onlyWhen = input(false);
  /** opens the camera at once */
  readonly camera = input(false);
  protected readonly id = `photo-${count++}`;
  protected readonly problem = signal('');
  protected readonly shown = computed((): ShownPhoto[] =>
    this.photos.of(this.kind(), this.thing()).filter((p) => !this.onlyWhen() || p.when === this.when()),
  );
  protected readonly yes = Boolean;

  constructor() {
    effect(() => void this.photos.open(this.houseId()));
  }

  /** What the log of the job says of it. */
  private said(photo: string): Said {
    const title = this.activity()?.slice(0, 120);
    const step = this.kind() === 'step' ? this.thing().split('/')[1] : undefined;
    const what = { step: 'photo', job: 'photo of the job', box: 'photo of a box', wall: 'photo of a wall', finding: 'photo of a finding', house: 'photo' }[this.kind()]; // prettier-ignore
    return {
      kind: 'photo',
      at: new Date().toISOString(),
      ...(step ? { step } : {}),
      ...(title ? { title } : {}),
      says: [what, this.when()].filter(Boolean).join(', '),
      photo,
    };
  }

  protected async take(event: Event): Promise<void> {
    const field = event.target as HTMLInputElement;
    const files = [...(field.files ?? [])];
    field.value = '';
    this.problem.set('');
    const by = whoNow();
    for (const file of files) {
      const of = { kind: this.kind(), id: this.thing() };
      const jobId = this.jobId();
      const when = this.when();
      const taken = await this.photos.add(file, of, { ...(jobId ? { jobId } : {}), ...(when ? { when } : {}), ...(by ? { by } : {}) });
      if (this.photos.problem()) this.problem.set(this.photos.problem());
      if (taken && jobId) await this.outbox.add(this.outbox.entry(jobId, this.said(taken)));
    }
  }
}
