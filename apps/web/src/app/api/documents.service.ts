import { HttpClient, HttpErrorResponse } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { ImportRow } from '@saddle/core/exchange';
import type { FieldError, House, Job } from '@saddle/core/model';
import type { FieldSpec, SumAnswer } from '@saddle/core/pocket';
import type { JobSummary } from '@saddle/core/steps';
import type { OtherSideAnswers } from '@saddle/core/situation';
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
export type HouseLine = Pick<House, 'id' | 'name' | 'edition' | 'unit' | 'built'> & { revision: number };
export interface Problem {
  title: string;
  status: number;
  detail?: string;
  errors?: FieldError[];
  current?: Stored<Job>;
}
export type SaveAnswer =
  | { outcome: 'saved'; stored: Stored<Job> }
  | { outcome: 'conflict'; current: Stored<Job> }
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
  createHouse = (house: House): Observable<Stored<House>> => this.http.post<Stored<House>>(`${BASE}/houses`, house);
  createJob = (job: Job): Observable<Stored<Job>> => this.http.post<Stored<Job>>(`${BASE}/jobs`, job);
  startOtherSide = (answers: Omit<OtherSideAnswers, 'id'>): Observable<Stored<Job>> =>
    this.http.post<Stored<Job>>(`${BASE}/jobs/other-side`, answers);
  removeJob = (id: string, revision: number): Observable<void> =>
    this.http.delete<void>(`${BASE}/jobs/${encodeURIComponent(id)}`, { headers: { 'If-Match': `"${revision}"` } });

  /** Saves over a revision. Never fails: a refusal, a conflict and silence are answers. */
  saveJob(job: Job, revision: number): Observable<SaveAnswer> {
    return this.http.put<Stored<Job>>(`${BASE}/jobs/${encodeURIComponent(job.id)}`, job, { headers: { 'If-Match': `"${revision}"` } }).pipe(
      map((stored): SaveAnswer => ({ outcome: 'saved', stored })),
      catchError((error: unknown): Observable<SaveAnswer> => {
        const problem = problemOf(error);
        if (problem.status === 0) return of({ outcome: 'unreachable' });
        if (problem.status === 409 && problem.current) return of({ outcome: 'conflict', current: problem.current });
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
