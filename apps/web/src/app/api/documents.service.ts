import { HttpClient, HttpErrorResponse } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { ImportRow } from '@saddle/core/exchange';
import type { FieldError, House, Job } from '@saddle/core/model';
import type { FieldSpec, SumAnswer } from '@saddle/core/pocket';
import type { JobSummary } from '@saddle/core/steps';
import type { FromBoxAnswers, OtherSideAnswers } from '@saddle/core/situation';
import { catchError, map, type Observable, of, throwError } from 'rxjs';

export interface Stored<T> {
  revision: number;
  savedAt: string;
  document: T;
}
export type JobLine = JobSummary & {
  id: string;
  situation: Job['situation'];
  name: string;
  houseId: string;
  revision: number;
  savedAt: string;
};
/** Answers without the id, which the server gives. */
export type NewFromBox = FromBoxAnswers extends infer A ? (A extends FromBoxAnswers ? Omit<A, 'id'> : never) : never;
export type HouseLine = Pick<House, 'id' | 'name' | 'edition' | 'unit' | 'built'> & { revision: number };
export interface Problem {
  title: string;
  status: number;
  detail?: string;
  errors?: FieldError[];
  current?: Stored<unknown>;
}
export type SaveAnswer<D> =
  | { outcome: 'saved'; stored: Stored<D> }
  | { outcome: 'conflict'; current: Stored<D> }
  | { outcome: 'refused'; problem: Problem }
  | { outcome: 'unreachable' };

const BASE = '/api/v1';

/** What the server said, or that it didn't answer. */
export function problemOf(error: unknown): Problem {
  if (error instanceof HttpErrorResponse && error.error && typeof error.error === 'object' && 'title' in error.error)
    return error.error as Problem;
  return { title: 'Saddle’s server does not answer. Is it still running?', status: 0 };
}

@Injectable({ providedIn: 'root' })
export class Documents {
  private readonly http = inject(HttpClient);

  jobs = (): Observable<JobLine[]> => this.http.get<JobLine[]>(`${BASE}/jobs`);
  houses = (): Observable<HouseLine[]> => this.http.get<HouseLine[]>(`${BASE}/houses`);
  job = (id: string): Observable<Stored<Job>> => this.http.get<Stored<Job>>(`${BASE}/jobs/${encodeURIComponent(id)}`);
  house = (id: string): Observable<Stored<House>> => this.http.get<Stored<House>>(`${BASE}/houses/${encodeURIComponent(id)}`);
  createHouse = (house: House): Observable<Stored<House>> => this.http.post<Stored<House>>(`${BASE}/houses`, house);
  createJob = (job: Job): Observable<Stored<Job>> => this.http.post<Stored<Job>>(`${BASE}/jobs`, job);
  startOtherSide = (answers: Omit<OtherSideAnswers, 'id'>): Observable<Stored<Job>> =>
    this.http.post<Stored<Job>>(`${BASE}/jobs/other-side`, answers);
  startFromBox = (answers: NewFromBox): Observable<Stored<Job>> => this.http.post<Stored<Job>>(`${BASE}/jobs/from-box`, answers);
  removeJob = (id: string, revision: number): Observable<void> =>
    this.http.delete<void>(`${BASE}/jobs/${encodeURIComponent(id)}`, { headers: { 'If-Match': `"${revision}"` } });

  saveJob = (job: Job, revision: number): Observable<SaveAnswer<Job>> => this.save('jobs', job, revision);
  saveHouse = (house: House, revision: number): Observable<SaveAnswer<House>> => this.save('houses', house, revision);

  /** Saves over a revision. Never fails: a refusal, a conflict and silence are answers. */
  private save<D extends { id: string }>(kind: 'jobs' | 'houses', document: D, revision: number): Observable<SaveAnswer<D>> {
    const address = `${BASE}/${kind}/${encodeURIComponent(document.id)}`;
    return this.http.put<Stored<D>>(address, document, { headers: { 'If-Match': `"${revision}"` } }).pipe(
      map((stored): SaveAnswer<D> => ({ outcome: 'saved', stored })),
      catchError((error: unknown): Observable<SaveAnswer<D>> => {
        const problem = problemOf(error);
        if (problem.status === 0) return of({ outcome: 'unreachable' });
        if (problem.status === 409 && problem.current) return of({ outcome: 'conflict', current: problem.current as Stored<D> });
        return of({ outcome: 'refused', problem });
      }),
    );
  }

  import(data: unknown, confirm: boolean): Observable<{ written: boolean; rows: ImportRow[] }> {
    return this.http
      .post<{ written: boolean; rows: ImportRow[] }>(`${BASE}/import?confirm=${confirm ? 'yes' : 'no'}`, data)
      .pipe(catchError((error: unknown) => throwError(() => problemOf(error))));
  }

  readonly sumFields = (): Observable<{ name: string; title: string; about: string; fields: FieldSpec[] }[]> =>
    this.http.get<never>(`${BASE}/sums`);
  readonly sum = (name: string, input: unknown): Observable<SumAnswer> => this.http.post<SumAnswer>(`${BASE}/sums/${name}`, input);
}
