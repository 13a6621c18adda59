import { NgTemplateOutlet } from '@angular/common';
import { HttpClient } from '@angular/common/http';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { whereOf } from '@saddle/core/codebook';
import { STAGES, VERDICTS, type Verdict } from '@saddle/core/model';
import { NOT_CHECKED, usRules, type Bore, type IndexedRule } from '@saddle/core/rules';
import { catchError, map, of, switchMap } from 'rxjs';
import { problemOf } from '../api/documents.service';
import { TextField } from '../fields/text-field';
import { HouseSession } from '../house/house-session';
import { VerdictStamp } from '../ledger/verdict-stamp';
import { TopBar } from '../shell/top-bar';

interface Index {
  rules: IndexedRule[];
  notChecked: string[];
}
const AT_ONCE: Index = { rules: usRules(), notChecked: [...NOT_CHECKED] };
const STAGE_WORDS: Record<string, string> = {
  need: 'Need',
  survey: 'Survey',
  feed: 'Feed',
  route: 'Route',
  box: 'Box',
  wire: 'Wire',
  buy: 'Buy',
};

/** What is checked, where it stands, how editions differ, with a worked example; what bore on a house; and what is not checked. */
@Component({
  selector: 'sa-rules-page',
  imports: [NgTemplateOutlet, RouterLink, TopBar, TextField, VerdictStamp],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './rules-page.html',
  styleUrl: './rules-page.css',
})
export class RulesPage {
  private readonly http = inject(HttpClient);
  /** the house whose jobs are counted; absent on the page of all rules */
  protected readonly house = inject(HouseSession, { optional: true });
  protected readonly trouble = signal('');
  protected readonly words = signal('');
  /** with the worked examples, once they are worked; the rules themselves are here at once */
  private readonly worked = toSignal(
    this.http.get<Index>('/api/v1/rules').pipe(
      catchError((error: unknown) => {
        this.trouble.set(problemOf(error).title);
        return of(undefined);
      }),
    ),
  );
  private readonly bore = toSignal(
    toObservable(computed(() => (this.house?.loaded() ? this.house.house().id : undefined))).pipe(
      switchMap((id) =>
        id === undefined
          ? of(undefined)
          : this.http.get<Bore[]>(`/api/v1/houses/${id}/rules`).pipe(
              map((list) => new Map(list.map((b) => [b.id, b.verdicts]))),
              catchError((error: unknown) => {
                this.trouble.set(problemOf(error).title);
                return of(undefined);
              }),
            ),
      ),
    ),
  );
  private readonly index = computed((): Index => this.worked() ?? AT_ONCE);
  protected readonly loading = computed(() => !this.worked() && !this.trouble());
  protected readonly notChecked = computed(() => this.index().notChecked);
  protected readonly ofHouse = computed(() => this.bore() !== undefined);
  protected readonly stages = computed(() => {
    const wanted = this.words().trim().toLowerCase();
    const rules = this.index().rules.filter((r) => [r.title, r.looksAt, r.id, ...r.clauses].some((t) => t.toLowerCase().includes(wanted)));
    return STAGES.flatMap((stage) => {
      const list = rules.filter((r) => r.stage === stage).map((r) => ({ ...r, bore: this.counts(r.id), where: whereOf(r) }));
      return list.length ? [{ stage: STAGE_WORDS[stage] ?? stage, list }] : [];
    });
  });

  private counts(id: string): { verdict: Verdict; count: number }[] {
    const verdicts = this.bore()?.get(id) ?? {};
    return VERDICTS.flatMap((verdict) => (verdicts[verdict] ? [{ verdict, count: verdicts[verdict] }] : []));
  }
}
