import { ChangeDetectionStrategy, Component, inject, input, signal } from '@angular/core';
import { Router } from '@angular/router';
import { ALTERATION_WORDS, newAlteration } from '@saddle/core/alteration';
import { ALTERATION_KINDS, type AlterationKind } from '@saddle/core/model';
import { nanoid } from 'nanoid';
import { firstValueFrom } from 'rxjs';
import { Documents, problemOf } from '../api/documents.service';
import { HouseSession } from '../house/house-session';

const ABOUT: Record<AlterationKind, string> = {
  enlarge: 'in board or in brick, from the box that is there',
  spur: 'one cable from a point that is there; a fused unit for an appliance too',
  'into ring': 'two cables: it becomes one of the ring’s own points',
  'own radial': 'from the consumer unit: heater, oven, workshop; licensed and notified',
  move: 'higher, lower or aside; the old box goes, or stays as a joint',
  'find fault': 'dead, warm, trips, or readings that don’t fit: read in order, found, mended',
};

/** Jobs that begin in a house by the UK book. */
@Component({
  selector: 'sa-new-alteration',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="purposes" role="group" aria-label="Begin a job">
      @for (k of kinds; track k.kind) {
        <button
          type="button"
          class="purpose"
          [disabled]="busy()"
          (click)="begin(k.kind)"
          [attr.data-testid]="'alteration-' + k.kind.replace(' ', '-')"
        >
          <strong>{{ k.words }}</strong>
          <span>{{ k.about }}</span>
        </button>
      }
    </div>
    @if (wrong()) {
      <p class="field-error" role="alert">{{ wrong() }}</p>
    }
  `,
})
export class NewAlteration {
  private readonly session = inject(HouseSession);
  private readonly documents = inject(Documents);
  private readonly router = inject(Router);
  /** a point that it starts from */
  readonly at = input<{ finalId: string; pointId?: string }>();
  protected readonly kinds = ALTERATION_KINDS.map((kind) => ({ kind, words: ALTERATION_WORDS[kind], about: ABOUT[kind] }));
  protected readonly busy = signal(false);
  protected readonly wrong = signal('');

  protected async begin(kind: AlterationKind): Promise<void> {
    this.busy.set(true);
    try {
      await this.session.savedNow();
      const job = newAlteration(this.session.house(), nanoid(12), kind, this.at());
      await firstValueFrom(this.documents.createJob(job));
      await this.router.navigate(['/jobs', job.id, 'need']);
    } catch (error) {
      this.wrong.set(problemOf(error).title);
    } finally {
      this.busy.set(false);
    }
  }
}
