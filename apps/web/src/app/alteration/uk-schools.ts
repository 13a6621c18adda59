import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { UK_SCHOOL_ROWS, ukSchools } from '@saddle/core/alteration';
import { DEFAULT_UK_SCHOOLS, UkSchools } from '@saddle/core/model';
import { ChoiceField } from '../fields/choice-field';
import { AlterationEdits } from './alteration-edits';

/** Ways of working that the book leaves open, with what the chosen one gives and costs. */
@Component({
  selector: 'sa-uk-schools',
  imports: [ChoiceField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <details data-testid="uk-schools">
      <summary>How you work{{ changed() ? ' (' + changed() + ' chosen)' : '' }}</summary>
      <p class="quiet">Good people differ here, and the book takes either. Plan, list, minutes and steps follow.</p>
      <div class="fields schools">
        @for (r of rows(); track r.key) {
          <div>
            <sa-choice-field [label]="r.label" [value]="r.value" [choices]="r.choices" (set)="set(r.key, $event)" />
            <p class="quiet"><b>+</b> {{ r.gives }}<br /><b>−</b> {{ r.costs }}</p>
          </div>
        }
      </div>
    </details>
  `,
})
export class UkSchoolsView {
  private readonly edits = inject(AlterationEdits);
  protected readonly rows = computed(() => {
    const chosen = ukSchools(this.edits.job());
    return UK_SCHOOL_ROWS.map(({ key, label, choices }) => {
      const now = choices.find((c) => c.value === chosen[key])!;
      return {
        ...{ key, label, value: `${now.value}`, gives: now.gives, costs: now.costs },
        choices: choices.map((c) => ({ value: `${c.value}`, label: c.label })),
      };
    });
  });
  protected readonly changed = computed(() => {
    const chosen = ukSchools(this.edits.job());
    return UK_SCHOOL_ROWS.filter(({ key }) => chosen[key] !== DEFAULT_UK_SCHOOLS[key]).length;
  });

  protected set(key: keyof UkSchools, text: string | undefined): void {
    const value = UK_SCHOOL_ROWS.find((r) => r.key === key)?.choices.find((c) => `${c.value}` === text)?.value;
    const read = UkSchools.partial().safeParse({ ...this.edits.alteration().schools, [key]: value });
    if (read.success) this.edits.put('How it is worked', { schools: read.data });
  }
}
