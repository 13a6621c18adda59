import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { Router } from '@angular/router';
import { fieldWords, type MeasuredLength } from '@saddle/core/model';
import type { FromBoxAnswers } from '@saddle/core/purpose';
import { firstValueFrom } from 'rxjs';
import { Documents, type NewFromBox, problemOf } from '../api/documents.service';
import { ChoiceField, type Choice } from '../fields/choice-field';
import { LengthField } from '../fields/length-field';
import { TextField } from '../fields/text-field';
import { YesNoField } from '../fields/yes-no-field';
import { SURVEY_HOST } from './survey-host';

/** A job that starts at a surveyed box: the survey is what was found, nothing is asked twice. */
@Component({
  selector: 'sa-start-from-box',
  imports: [ChoiceField, LengthField, TextField, YesNoField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <details>
      <summary>Start a job here</summary>
      <div class="fields">
        <sa-choice-field label="what is to be done" [value]="situation()" [choices]="situations" (set)="situation.set($event!)" />
        <sa-text-field label="name of the job" [value]="name()" (set)="name.set($event)" />
        @if (situation() === 'raise') {
          <sa-length-field
            label="new height to its bottom"
            [value]="bottom()"
            [optional]="true"
            hint="open: worked out from the room and what stands at the wall"
            (set)="bottom.set($event)"
          />
          <sa-length-field
            label="to the right"
            [value]="sideways()"
            [optional]="true"
            [allowNegative]="true"
            hint="below 0: to the left"
            (set)="sideways.set($event)"
          />
        }
        @if (fresh()) {
          <sa-length-field label="left end of the face to the new box’s left edge" [value]="fromLeft()" (set)="fromLeft.set($event)" />
          <sa-length-field
            label="height to its bottom"
            [value]="bottom()"
            [optional]="true"
            hint="open: as the old one"
            (set)="bottom.set($event)"
          />
          <sa-choice-field label="gangs" [value]="gangs()" [choices]="['1', '2']" (set)="gangs.set($event!)" />
          @if (gangs() === '2') {
            <sa-yes-no label="one half for low voltage, with a divider" [value]="divided()" (set)="divided.set($event === true)" />
          }
        }
      </div>
      @for (e of errors(); track e) {
        <p class="field-error" role="alert">{{ e }}</p>
      }
      <button type="button" class="btn-line strong" [disabled]="busy()" (click)="start()" data-testid="start-job">Start the job</button>
    </details>
  `,
})
export class StartFromBox {
  protected readonly host = inject(SURVEY_HOST);
  private readonly documents = inject(Documents);
  private readonly router = inject(Router);
  readonly boxId = input.required<string>();
  protected readonly situations: Choice<FromBoxAnswers['situation']>[] = [
    { value: 'raise', label: 'outlet moved up, down or sideways' },
    { value: 'enlarge', label: 'box made larger for more outlets' },
    { value: 'replace', label: 'worn box replaced in its place' },
    { value: 'mend', label: 'something doesn’t work in it' },
    { value: 'same-wall', label: 'new outlet, fed from this box on the same face' },
    { value: 'other-side', label: 'new outlet on the other side, fed from this box' },
  ];
  protected readonly situation = signal<FromBoxAnswers['situation']>('raise');
  protected readonly name = signal('');
  protected readonly bottom = signal<MeasuredLength | undefined>(undefined);
  protected readonly sideways = signal<MeasuredLength | undefined>(undefined);
  protected readonly fromLeft = signal<MeasuredLength | undefined>(undefined);
  protected readonly gangs = signal('1');
  protected readonly divided = signal(false);
  protected readonly errors = signal<string[]>([]);
  protected readonly busy = signal(false);
  protected readonly fresh = computed(() => this.situation() === 'same-wall' || this.situation() === 'other-side');

  private answers(): NewFromBox {
    const base = { houseId: this.host.houseId(), name: this.name().trim(), boxId: this.boxId() };
    const situation = this.situation();
    const bottom = this.bottom();
    switch (situation) {
      case 'raise':
        return { ...base, situation, ...(bottom ? { bottom } : {}), ...(this.sideways() ? { sideways: this.sideways() } : {}) };
      case 'enlarge':
        return { ...base, situation, gangs: 2 };
      case 'replace':
      case 'mend':
        return { ...base, situation };
      default:
        return {
          ...base,
          situation,
          fromLeft: this.fromLeft()!,
          ...(bottom ? { bottom } : {}),
          gangs: Number(this.gangs()),
          ...(this.divided() && this.gangs() === '2' ? { divided: true } : {}),
        };
    }
  }

  protected async start(): Promise<void> {
    const missing = [
      ...(this.name().trim() ? [] : ['Give the job a name.']),
      ...(this.fresh() && !this.fromLeft() ? ['Say where the new box is to be.'] : []),
    ];
    this.errors.set(missing);
    if (missing.length) return;
    this.busy.set(true);
    try {
      await this.host.savedNow();
      const stored = await firstValueFrom(this.documents.startFromBox(this.answers()));
      await this.router.navigate(['/jobs', stored.document.id, this.situation() === 'mend' ? 'need' : 'box']);
    } catch (error) {
      const problem = problemOf(error);
      this.errors.set(problem.errors?.map((e) => `${e.message} (${fieldWords(e.path)})`) ?? [problem.title]);
    } finally {
      this.busy.set(false);
    }
  }
}
