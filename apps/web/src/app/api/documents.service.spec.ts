import { HttpClient, HttpErrorResponse, HttpResponse, type HttpEvent, type HttpRequest } from '@angular/common/http';
import { createEnvironmentInjector, type EnvironmentInjector } from '@angular/core';
import { demoJobs } from '@saddle/core/demo';
import { firstValueFrom, type Observable, of, throwError } from 'rxjs';
import { beforeEach, describe, expect, it } from 'vitest';
import { Documents, problemOf } from './documents.service';

/** A server in one line: what it got, and what it says to it. */
const got: HttpRequest<unknown>[] = [];
let says: (request: HttpRequest<unknown>) => Observable<HttpEvent<unknown>>;
const answers = (status: number, body: unknown) => (request: HttpRequest<unknown>) =>
  status > 0 && status < 400
    ? of(new HttpResponse({ status, body, url: request.url }))
    : throwError(() => new HttpErrorResponse({ status, error: body, url: request.url }));

let documents: Documents;
beforeEach(() => {
  got.length = 0;
  const client = new HttpClient({
    handle: (request) => {
      got.push(request);
      return says(request);
    },
  });
  documents = createEnvironmentInjector([{ provide: HttpClient, useValue: client }, Documents], null as unknown as EnvironmentInjector).get(
    Documents,
  );
});

const job = demoJobs[0]!;
const stored = { revision: 8, savedAt: '2026-11-25T00:00:00Z', document: job };

describe('saving over a revision: whatever the server does is an answer', () => {
  it('it goes out over the revision that was seen, and comes back with the next', async () => {
    says = answers(200, stored);
    expect(await firstValueFrom(documents.saveJob(job, 7))).toEqual({ outcome: 'saved', stored });
    expect(got[0]).toMatchObject({ method: 'PUT', url: `/api/v1/jobs/${job.id}`, body: job });
    expect(got[0]!.headers.get('If-Match')).toBe('"7"');
  });

  it('another tab was faster: what it saved comes along', async () => {
    says = answers(409, { title: 'Changed meanwhile', status: 409, current: stored });
    expect(await firstValueFrom(documents.saveJob(job, 7))).toEqual({ outcome: 'conflict', current: stored });
  });

  it('it makes no sense to the server: its words and fields', async () => {
    const problem = {
      title: 'Not saved',
      status: 422,
      errors: [{ path: '/name', message: 'Too long.', expected: '120', came: '10 000 000' }],
    };
    says = answers(422, problem);
    expect(await firstValueFrom(documents.saveHouse({ id: 'a/b' } as never, 1))).toEqual({ outcome: 'refused', problem });
    expect(got[0]!.url).toBe('/api/v1/houses/a%2Fb');
  });

  it('nobody answers, or something that is not Saddle does', async () => {
    says = answers(0, null);
    expect(await firstValueFrom(documents.saveJob(job, 7))).toEqual({ outcome: 'unreachable' });
    says = answers(502, '<html>proxy</html>');
    expect(await firstValueFrom(documents.saveJob(job, 7))).toEqual({ outcome: 'unreachable' });
  });
});

describe('import and removal', () => {
  it('an import is looked at first and written only when confirmed; a refusal comes as the server’s problem', async () => {
    says = answers(200, { written: false, rows: [] });
    expect(await firstValueFrom(documents.import({ some: 'file' }, false))).toEqual({ written: false, rows: [] });
    says = answers(400, { title: 'No such format', status: 400 });
    await expect(firstValueFrom(documents.import({ some: 'file' }, true))).rejects.toEqual({ title: 'No such format', status: 400 });
    expect(got.map((r) => r.urlWithParams)).toEqual(['/api/v1/import?confirm=no', '/api/v1/import?confirm=yes']);
  });

  it('a job is taken out only at the revision that was seen', async () => {
    says = answers(204, null);
    await firstValueFrom(documents.removeJob('sewing corner', 3), { defaultValue: undefined });
    expect(got[0]).toMatchObject({ method: 'DELETE', url: '/api/v1/jobs/sewing%20corner' });
    expect(got[0]!.headers.get('If-Match')).toBe('"3"');
  });

  it('any other failure says that the server may not be running', () => {
    expect(problemOf(new Error('socket'))).toEqual({ title: 'Saddle’s server does not answer. Is it still running?', status: 0 });
  });
});

describe('lists without a server', () => {
  const lines = [{ id: 'quince', name: 'Quince Street 14' }];
  it('the last that was given, with its hour; none before there was one; the server’s own words are passed on', async () => {
    says = answers(0, null);
    await expect(firstValueFrom(documents.houseJobs('never-seen'))).rejects.toMatchObject({ status: 0 });
    says = answers(200, lines);
    expect(await firstValueFrom(documents.houses())).toEqual(lines);
    expect(documents.listOf()).toBeUndefined();
    await new Promise((done) => setTimeout(done, 50));
    says = answers(0, null);
    expect(await firstValueFrom(documents.houses())).toEqual(lines);
    expect(Date.parse(documents.listOf()!)).toBeGreaterThan(Date.now() - 60_000);
    // it answers, and can’t: that is no silence
    says = answers(500, { title: 'The disk is full', status: 500 });
    await expect(firstValueFrom(documents.houses())).rejects.toMatchObject({ status: 500 });
    says = answers(200, []);
    expect([await firstValueFrom(documents.houses()), documents.listOf()]).toEqual([[], undefined]);
  });
});
