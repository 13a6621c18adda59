import { HttpClient, HttpErrorResponse } from '@angular/common/http';
import { inject, Injectable, signal } from '@angular/core';
import type { Hindrance, SurveyedSince } from '@saddle/core/closing';
import type { ImportRow } from '@saddle/core/exchange';
import type { Difference, FieldError, House, Job } from '@saddle/core/model';
import type { FieldSpec, SumAnswer } from '@saddle/core/pocket';
import type { JobSummary } from '@saddle/core/work';
import type { FromBoxAnswers, OtherSideAnswers } from '@saddle/core/purpose';
import { catchError, from, map, type Observable, of, tap, throwError } from 'rxjs';
import { keepAnswer, lastAnswer } from './last-answers';

export interface Stored<T> {
  revision: number;
  savedAt: string;
  document: T;
}
export type JobLine = JobSummary & {
  id: string;
  purpose: Job['purpose'];
  name: string;
  houseId: string;
  revision: number;
  savedAt: string;
};
/** Answers without the id, which the server gives. */
export type NewFromBox = FromBoxAnswers extends infer A ? (A extends FromBoxAnswers ? Omit<A, 'id'> : never) : never;
/** A row that can't be read as a document; its text can be had as it is. */
export interface Unreadable {
  id: string;
  revision: number;
  savedAt: string;
  unreadable: string;
  raw: string;
}
export const isUnreadable = (line: object): line is Unreadable => 'unreadable' in line;
/** Those of a list that can be read. */
export const readable = <T extends object>(lines: readonly (T | Unreadable)[]): T[] =>
  lines.filter((line): line is Exclude<T | Unreadable, Unreadable> & T => !isUnreadable(line));

/** Earlier versions of a document, newest first. */
export interface VersionLine {
  revision: number;
  savedAt: string;
  first: boolean;
  differs: Difference[];
  more: number;
}
export interface Versions {
  revisions: VersionLine[];
  earlier: boolean;
}
export type HouseLine = Pick<House, 'id' | 'name' | 'edition' | 'unit' | 'built'> & { revision: number };
export interface BothStored {
  house: Stored<House>;
  job: Stored<Job>;
}
export interface ClosingAnswer {
  hindrances?: Hindrance[];
  restsOn?: string[];
}
export interface Problem {
  title: string;
  status: number;
  detail?: string;
  errors?: FieldError[];
  current?: Stored<unknown>;
  /** where the text of what can't be read is to be had */
  raw?: string;
}
export type SaveAnswer<D> =
  | { outcome: 'saved'; stored: Stored<D> }
  | { outcome: 'conflict'; current: Stored<D> }
  | { outcome: 'refused'; problem: Problem }
  /** somebody deleted it in the meantime */
  | { outcome: 'gone'; problem: Problem }
  /** the server can't now: a full disk, a fault of its own; worth trying again */
  | { outcome: 'trouble'; problem: Problem }
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

  /** when the list was given that is shown because the server does not answer; undefined: it does */
  readonly listOf = signal<string | undefined>(undefined);
  /** A list of the server, or the last it gave while it does not answer. */
  private list<T>(address: string): Observable<T> {
    return this.http.get<T>(address).pipe(
      tap((answer) => {
        this.listOf.set(undefined);
        void keepAnswer(address, answer);
      }),
      catchError((error: unknown) =>
        from(problemOf(error).status === 0 ? lastAnswer<T>(address) : Promise.resolve(undefined)).pipe(
          map((last) => {
            if (!last) throw error;
            this.listOf.set(last.at);
            return last.answer;
          }),
        ),
      ),
    );
  }
  jobs = (): Observable<(JobLine | Unreadable)[]> => this.list(`${BASE}/jobs`);
  houses = (): Observable<(HouseLine | Unreadable)[]> => this.list(`${BASE}/houses`);
  job = (id: string): Observable<Stored<Job>> => this.http.get<Stored<Job>>(`${BASE}/jobs/${encodeURIComponent(id)}`);
  house = (id: string): Observable<Stored<House>> => this.http.get<Stored<House>>(`${BASE}/houses/${encodeURIComponent(id)}`);
  /** A version newer than `revision`; undefined while there is none. */
  newer = <D>(kind: 'jobs' | 'houses', id: string, revision: number): Observable<Stored<D> | undefined> =>
    this.http
      .get<Stored<D>>(`${BASE}/${kind}/${encodeURIComponent(id)}`, { headers: { 'If-None-Match': `"${revision}"` } })
      .pipe(catchError((error: unknown) => ((error as HttpErrorResponse).status === 304 ? of(undefined) : throwError(() => error))));
  houseJobs = (houseId: string): Observable<Stored<Job>[]> => this.list(`${BASE}/houses/${encodeURIComponent(houseId)}/jobs`);
  /** What keeps a job from being closed, or rests on it when it is. */
  closing = (id: string): Observable<ClosingAnswer> => this.http.get<ClosingAnswer>(`${BASE}/jobs/${encodeURIComponent(id)}/closing`);
  /** Closes or reopens a job: both documents as they are then. Fails with what the server said. */
  closeOrReopen(what: 'close' | 'reopen', id: string, revisions: { job: number; house: number }, leave: boolean): Observable<BothStored> {
    return this.http.post<BothStored>(
      `${BASE}/jobs/${encodeURIComponent(id)}/${what}`,
      { house: revisions.house, leave },
      { headers: { 'If-Match': `"${revisions.job}"` } },
    );
  }
  surveyedSince = (id: string, from: number): Observable<SurveyedSince & { revision: number }> =>
    this.http.get<SurveyedSince & { revision: number }>(`${BASE}/jobs/${encodeURIComponent(id)}/surveyed-since`, { params: { from } });
  createHouse = (house: House): Observable<Stored<House>> => this.http.post<Stored<House>>(`${BASE}/houses`, house);
  createJob = (job: Job): Observable<Stored<Job>> => this.http.post<Stored<Job>>(`${BASE}/jobs`, job);
  startOtherSide = (answers: Omit<OtherSideAnswers, 'id'>): Observable<Stored<Job>> =>
    this.http.post<Stored<Job>>(`${BASE}/jobs/other-side`, answers);
  startFromBox = (answers: NewFromBox): Observable<Stored<Job>> => this.http.post<Stored<Job>>(`${BASE}/jobs/from-box`, answers);
  versions = (kind: string, id: string, before?: number): Observable<Versions> =>
    this.http.get<Versions>(`${BASE}/${kind}/${encodeURIComponent(id)}/revisions`, { params: before === undefined ? {} : { before } });
  version = <D>(kind: string, id: string, revision: number): Observable<Stored<D>> =>
    this.http.get<Stored<D>>(`${BASE}/${kind}/${encodeURIComponent(id)}/revisions/${revision}`);
  removeJob = (id: string, revision: number): Observable<void> =>
    this.http.delete<void>(`${BASE}/jobs/${encodeURIComponent(id)}`, { headers: { 'If-Match': `"${revision}"` } });

  /** A house with all of its jobs. */
  removeHouse = (id: string, revision: number): Observable<void> =>
    this.http.delete<void>(`${BASE}/houses/${encodeURIComponent(id)}`, {
      params: { jobs: 'too' },
      headers: { 'If-Match': `"${revision}"` },
    });
  /** A house with its jobs, as a file has them: what was deleted comes back by it. */
  bundle = (id: string): Observable<unknown> => this.http.get<unknown>(`${BASE}/houses/${encodeURIComponent(id)}/export.json`);
  fetchSample = (): Observable<{ houses: string[]; jobs: string[] }> =>
    this.http.post<{ houses: string[]; jobs: string[] }>(`${BASE}/sample`, {});

  saveJob = (job: Job, revision: number): Observable<SaveAnswer<Job>> => this.save('jobs', job, revision);
  saveHouse = (house: House, revision: number): Observable<SaveAnswer<House>> => this.save('houses', house, revision);

  /** Saves over a revision. Never fails: a refusal, a conflict and silence are answers. */
  private save<D extends { id: string }>(kind: 'jobs' | 'houses', document: D, revision: number): Observable<SaveAnswer<D>> {
    const address = `${BASE}/${kind}/${encodeURIComponent(document.id)}`;
    const headers = { 'If-Match': `"${revision}"`, Prefer: 'return=minimal' };
    return this.http.put<Omit<Stored<D>, 'document'>>(address, document, { headers }).pipe(
      map((stored): SaveAnswer<D> => ({ outcome: 'saved', stored: { ...stored, document } })),
      catchError((error: unknown): Observable<SaveAnswer<D>> => {
        const problem = problemOf(error);
        if (problem.status === 0) return of({ outcome: 'unreachable' });
        if (problem.status === 409 && problem.current) return of({ outcome: 'conflict', current: problem.current as Stored<D> });
        if (problem.status === 404) return of({ outcome: 'gone', problem });
        // a device that has to say the passphrase again: nothing is wrong with what was done
        return of({ outcome: problem.status >= 500 || problem.status === 401 ? 'trouble' : 'refused', problem });
      }),
    );
  }

  import(data: unknown, confirm: boolean): Observable<{ written: boolean; rows: ImportRow[]; refusedMore: number }> {
    return this.http
      .post<{ written: boolean; rows: ImportRow[]; refusedMore: number }>(
        `${BASE}/import?confirm=${confirm ? 'yes' : 'no'}`,
        JSON.stringify(data),
        {
          // also a file that holds `null` is a file to say something about
          headers: { 'Content-Type': 'application/json' },
        },
      )
      .pipe(catchError((error: unknown) => throwError(() => problemOf(error))));
  }

  readonly sumFields = (): Observable<{ name: string; title: string; about: string; fields: FieldSpec[] }[]> =>
    this.http.get<never>(`${BASE}/sums`);
  readonly sum = (name: string, input: unknown): Observable<SumAnswer> => this.http.post<SumAnswer>(`${BASE}/sums/${name}`, input);
}
