import { Injectable } from '@angular/core';
import type { JobBook } from '@saddle/core/work';

/** The rules that jobs are judged by: each book a file of its own, fetched once what is planned can be drawn. */
@Injectable({ providedIn: 'root' })
export class RuleBooks {
  /** Rejects where it can’t be fetched. */
  async of(uk: boolean): Promise<JobBook> {
    return uk ? (await import('@saddle/core/alteration')).ukJobBook : (await import('./us-book')).usJobBook;
  }
}
