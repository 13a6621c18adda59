import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { alterationRuleIndex, FINALS_NOT_CHECKED, finalRuleIndex } from '@saddle/core/rules';
import { HouseJobs } from '../house/house-jobs';
import { HouseSession } from '../house/house-session';
import { SumTable } from '../ledger/sum-table';
import { VerdictStamp } from '../ledger/verdict-stamp';

/** What is checked of final circuits by the UK book: where it stands, a worked example, what bore on this house, and what is not checked. */
@Component({
  selector: 'sa-final-rules-page',
  imports: [SumTable, VerdictStamp],
  providers: [HouseJobs],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="page rules">
      <h2>What is checked, and what bore on this house</h2>
      <p class="lead">
        Clauses are from memory of BS 7671:2018 with Amendment 2:2022 and the guidance to it: check them with the book. The competent person
        who signs goes first.
      </p>
      <ul class="rule-list" data-testid="final-rules">
        @for (r of rules(); track r.id) {
          <li [attr.data-rule]="r.id">
            <details>
              <summary>
                <span class="what"
                  ><strong>{{ r.title }}</strong> {{ r.looksAt }}</span
                >
                <span class="quiet">{{ r.where }}</span>
                <span class="bore">
                  @for (b of r.bore; track b.verdict) {
                    <span class="quiet">{{ b.count }} × {{ b.verdict }}</span>
                  } @empty {
                    <span class="quiet">did not bear on this house</span>
                  }
                </span>
              </summary>
              @if (r.example; as e) {
                <h3>Worked example: {{ r.of }}</h3>
                <p><sa-verdict [verdict]="e.verdict" /> {{ e.says }}</p>
                @for (sum of e.sums; track $index) {
                  <sa-sum-table [sum]="sum" />
                }
              } @else {
                <p class="quiet">Nothing of the sample cottage bears on it.</p>
              }
            </details>
          </li>
        }
      </ul>
      <h2>What is not checked</h2>
      <ul>
        @for (n of notChecked; track n) {
          <li>{{ n }}</li>
        }
      </ul>
    </section>
  `,
})
export class FinalRulesPage {
  private readonly session = inject(HouseSession);
  protected readonly notChecked = FINALS_NOT_CHECKED;
  private readonly jobs = inject(HouseJobs);
  protected readonly rules = computed(() => [
    ...finalRuleIndex(this.session.house()).map(({ example, ...r }) => ({ ...r, ...(example ? { example, of: example.circuit } : {}) })),
    ...alterationRuleIndex(this.session.house(), this.jobs.list()).map(({ example, ...r }) => ({ ...r, ...(example ? { example, of: example.job } : {}) })),
  ].map((r) => ({ ...r, bore: Object.entries(r.bore).map(([verdict, count]) => ({ verdict, count })) }))); // prettier-ignore
}
