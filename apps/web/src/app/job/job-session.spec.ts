import { createEnvironmentInjector, inject, runInInjectionContext, type EnvironmentInjector } from '@angular/core';
import { demoJobs, quinceStreet } from '@saddle/core/demo';
import { inches } from '@saddle/core/measure';
import type { House, Job } from '@saddle/core/model';
import type { Said } from '@saddle/core/log';
import { tick, usJobBook, type JobBook } from '@saddle/core/work';
import { delay, of } from 'rxjs';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { Documents } from '../api/documents.service';
import { HouseSession } from '../house/house-session';
import { Outbox } from '../record/outbox';
import { JobSession } from './job-session';
import { JobUndo } from './job-undo';
import { RuleBooks } from './rule-books';
import { seenHere } from './seen-here';

let injector: EnvironmentInjector | undefined;
/** what went to the log */
const log: Said[] = [];
const outbox = {
  add: (...items: { said: Said }[]) => void log.push(...items.map((i) => i.said)),
  entry: (_job: string, said: Said) => ({ said }),
};
/** the rules of the US book, as they come */
const rules = { of: (_uk: boolean): Promise<JobBook> => Promise.resolve(usJobBook) };
const close = (): void => {
  injector?.destroy();
  injector = undefined;
};
afterEach(() => {
  close();
  rules.of = () => Promise.resolve(usJobBook);
});

/** A page with the demo's documents behind it; what is saved stays where it is. @param part what the server answers otherwise */
function page<S>(make: () => S, part: Partial<Record<keyof Documents, unknown>> = {}): S {
  sessionStorage.clear();
  const kept = <D>(document: D) => of({ revision: 1, savedAt: '2026-11-25T00:00:00Z', document: structuredClone(document) });
  const saved = <D>(document: D, revision: number) =>
    of({ outcome: 'saved', stored: { revision: revision + 1, savedAt: '', document } }).pipe(delay(5));
  const documents = {
    job: (id: string) => kept(demoJobs.find((j) => j.id === id)!),
    house: () => kept(quinceStreet),
    saveJob: (job: Job, revision: number) => saved(job, revision),
    saveHouse: (house: House, revision: number) => saved(house, revision),
    newer: () => of(undefined),
    houseJobs: () => of(demoJobs.map((document) => ({ revision: 1, savedAt: '', document }))),
    ...part,
  };
  injector = createEnvironmentInjector(
    [
      { provide: Documents, useValue: documents },
      { provide: Outbox, useValue: outbox },
      { provide: RuleBooks, useValue: rules },
      HouseSession,
      JobSession,
      JobUndo,
    ],
    null as unknown as EnvironmentInjector,
  );
  return runInInjectionContext(injector, make);
}
const verdict = (session: JobSession, title: RegExp) => session.ledger().find((f) => title.test(f.title))?.verdict;

describe('a job that is open', () => {
  it('sewing corner: one box as found, two as planned, and as built only what is ticked', async () => {
    const session = page(() => inject(JobSession));
    await session.open('sewing-corner');
    const boxes = () => session.site().boxes.length;
    session.state.set('found');
    const found = boxes();
    session.state.set('planned');
    expect(boxes()).toBe(found + 1);
    session.state.set('built');
    expect(boxes()).toBe(found);
    expect(session.outage()).toBeGreaterThan(0);
  });

  it('sewing corner: 2 400 W more on its circuit are 20 A more in the sum, and undo takes them back', async () => {
    const session = page(() => inject(JobSession));
    await session.open('sewing-corner');
    const load = () => session.ledger().find((f) => /at once/.test(f.title))!;
    const before = load();
    const amps = (finding: typeof before) => finding.sums.find((sum) => sum.result.unit === 'A')!.result.value;
    const onIt = session.job().found.loads[0]!;
    session.house.editSite('a heater on it', (site) => ({
      ...site,
      loads: site.loads.map((l) => (l.id === onIt.id ? { ...l, watts: (l.watts ?? 0) + 2400 } : l)),
    }));
    // 2 400 W ÷ 120 V; what runs three hours or more counts 125 %
    expect(amps(load()) - amps(before)).toBeCloseTo(onIt.continuous ? 25 : 20, 6);
    session.house.undo();
    expect(load()).toEqual(before);
  });

  it('what was edited in the survey on its own page is no news to it when it is opened again; what was saved elsewhere is', async () => {
    localStorage.clear();
    const job = { ...demoJobs.find((j) => j.id === 'sewing-corner')!, houseSeen: 1 };
    const at = (revision: number) => ({
      job: () => of({ revision: 1, savedAt: '', document: structuredClone(job) }),
      house: () => of({ revision, savedAt: '', document: structuredClone(quinceStreet) }),
    });
    const opened = async (revision: number) => {
      close();
      const session = page(() => inject(JobSession), at(revision));
      await session.open('sewing-corner');
      return session;
    };
    const here = await opened(1);
    expect(here.unseen()).toBeUndefined();
    here.house.editSite('a name', (site) => ({ ...site, rooms: site.rooms.map((r, i) => (i ? r : { ...r, name: 'pantry' })) }));
    await here.house.savedNow();
    expect(here.house.revisionNow()).toBe(2);
    expect((await opened(2)).unseen()).toBeUndefined();
    // somebody else, after that
    const later = await opened(3);
    expect(later.unseen()).toBe(2);
    // edited with that still unread: it stays unread
    later.house.editSite('a name', (site) => ({ ...site, rooms: site.rooms.map((r, i) => (i ? r : { ...r, name: 'larder' })) }));
    await later.house.savedNow();
    expect((await opened(4)).unseen()).toBe(2);
  });

  it('is drawn before its rules are here: nothing is judged, and what the survey says anew stays unread though it is edited', async () => {
    localStorage.clear();
    let release = (): void => undefined;
    const gate = new Promise<void>((resolve) => (release = resolve));
    rules.of = () => gate.then(() => usJobBook);
    const job = { ...demoJobs.find((j) => j.id === 'sewing-corner')!, houseSeen: 1 };
    const session = page(() => inject(JobSession), {
      job: () => of({ revision: 1, savedAt: '', document: structuredClone(job) }),
      house: () => of({ revision: 3, savedAt: '', document: structuredClone(quinceStreet) }),
    });
    const opening = session.open('sewing-corner');
    await vi.waitFor(() => expect(session.ready()).toBe(true));
    expect([session.judged(), session.ledger(), session.steps(), session.counts()]).toEqual([false, [], [], '…']);
    expect(session.unseen()).toBe(1);
    session.edit('another name', (j) => ({ ...j, name: 'Sewing nook' }));
    expect([session.current().name, session.current().houseSeen]).toEqual(['Sewing nook', 1]);
    release();
    await opening;
    expect([session.judged(), session.unseen()]).toEqual([true, 1]);
    expect(session.counts()).toMatch(/stop/);
  });

  it('whose rules can’t be fetched is not judged, which is said, and is open all the same', async () => {
    rules.of = () => Promise.reject(new TypeError('Failed to fetch'));
    const session = page(() => inject(JobSession));
    await session.open('sewing-corner');
    expect([session.ready(), session.judged(), session.counts(), session.failure()]).toEqual([true, false, 'not judged', undefined]);
    expect(session.unjudged()).toMatch(/rules .* could not be fetched/);
    // rules that come, or don’t, when another job is open already say nothing of that
    let fail = (): void => undefined;
    rules.of = () => new Promise((_, reject) => (fail = () => reject(new TypeError('Failed to fetch'))));
    const first = session.open('aquarium-alcove');
    await vi.waitFor(() => expect(session.ready() && session.jobId() === 'aquarium-alcove').toBe(true));
    rules.of = () => Promise.resolve(usJobBook);
    await session.open('sewing-corner');
    fail();
    await first;
    expect([session.judged(), session.unjudged()]).toEqual([true, '']);
  });

  it('what is still to be saved of the survey as the next job is opened was seen on the page of the first, not of the next', async () => {
    localStorage.clear();
    const session = page(() => inject(JobSession));
    await session.open('sewing-corner');
    session.house.editSite('a name', (site) => ({ ...site, rooms: site.rooms.map((r, i) => (i ? r : { ...r, name: 'pantry' })) }));
    await session.open('aquarium-alcove');
    expect([seenHere('sewing-corner'), seenHere('aquarium-alcove')]).toEqual([2, 0]);
  });

  it('a tick goes to the log, and so does taking it back by undo', async () => {
    const session = page(() => inject(JobSession));
    await session.open('sewing-corner');
    log.length = 0;
    const [first] = session.steps();
    session.editPlan('ticked', (job) => {
      const done = tick(job, first!.id, session.steps(), [], '2026-11-27T09:00:00Z');
      return done.ok ? done.job : job;
    });
    session.undo();
    expect(log.map((e) => [e.kind, e.title])).toEqual([
      ['done', first!.title],
      ['taken back', first!.title],
    ]);
  });

  it('what nobody measured any more is asked for instead of passed', async () => {
    const session = page(() => inject(JobSession));
    await session.open('sewing-corner');
    expect(verdict(session, /taken for granted/)).not.toBe('can’t tell');
    session.house.editSite('stud depth not measured', (site) => ({
      ...site,
      walls: site.walls.map((w) => ({
        ...w,
        framing: { ...w.framing, studDepth: { ...w.framing.studDepth, known: 'assumed' as const } },
      })),
    }));
    expect(verdict(session, /taken for granted/)).toBe('can’t tell');
  });

  it('a stud spacing of nothing is refused with its field, and the survey stays as it was', async () => {
    const session = page(() => inject(JobSession));
    await session.open('sewing-corner');
    const before = session.job();
    const done = session.house.editSite('spacing 0', (site) => ({
      ...site,
      walls: site.walls.map((w) => ({ ...w, framing: { ...w.framing, spacing: { ...w.framing.spacing, mm: 0 } } })),
    }));
    expect(done).toBe(false);
    expect(session.house.refusal()![0]!.path).toBe('/site/walls/0/framing/spacing/mm');
    expect(session.job()).toBe(before);
  });

  it('a dragged wall shows before it is an edit, and not after the drag is given up', async () => {
    const session = page(() => inject(JobSession));
    await session.open('sewing-corner');
    const length = () => session.work().boxes[0]!.wall.length.mm;
    const [before, title] = [length(), session.house.undoTitle()];
    session.house.dragSite((site) => ({
      ...site,
      walls: site.walls.map((w) => ({ ...w, length: { ...w.length, mm: w.length.mm + inches(12) } })),
    }));
    expect(length()).toBe(before + inches(12));
    session.house.dragSite(undefined);
    expect(length()).toBe(before);
    expect(session.house.undoTitle()).toBe(title);
  });

  it('undo goes back through edits of the job and of its house in the order in which they were made', async () => {
    vi.useFakeTimers({ toFake: ['Date'] });
    const [session, undo] = page(() => [inject(JobSession), inject(JobUndo)] as const);
    await session.open('sewing-corner');
    const at = (minute: number) => vi.setSystemTime(new Date(2031, 9, 2, 8, minute));
    at(1);
    session.edit('first', (job) => ({ ...job, note: 'one' }));
    at(2);
    session.house.editHouse('second', (house) => ({ ...house, note: 'two' }));
    at(3);
    session.edit('third', (job) => ({ ...job, note: 'three' }));
    const said: (string | undefined)[] = [];
    for (let i = 0; i < 3; i++) {
      said.push(undo.undoTitle());
      undo.undo();
    }
    expect(said).toEqual(['third', 'second', 'first']);
    const again: (string | undefined)[] = [];
    for (let i = 0; i < 3; i++) {
      again.push(undo.redoTitle());
      undo.redo();
    }
    expect(again).toEqual(['first', 'second', 'third']);
    expect([session.job().note, session.house.house().note]).toEqual(['three', 'two']);
    vi.useRealTimers();
  });

  it('the other jobs of the house are looked at: both bring load to circuit 5', async () => {
    const session = page(() => inject(JobSession));
    await session.open('aquarium-alcove');
    expect(session.ledger().some((f) => f.rule === 'other-jobs-load' && f.title.includes('Router shelf'))).toBe(true);
  });

  it('whoever edits has seen the survey, unless what changed in it stands there unread', async () => {
    const session = page(() => inject(JobSession));
    await session.open('sewing-corner');
    session.edit('a note', (job) => ({ ...job, note: 'x' }));
    expect(session.job().houseSeen).toBe(1);
    session.unseen.set(1);
    session.edit('another', (job) => ({ ...job, note: 'y' }));
    session.surveySeen();
    expect([session.unseen(), session.job().houseSeen]).toEqual([undefined, 1]);
  });
});

describe('a house that is open', () => {
  it('its survey is edited in place; the same survey again is no step', async () => {
    const session = page(() => inject(HouseSession));
    await session.open('quince-street');
    session.editSite('nothing', (site) => site);
    expect(session.undoTitle()).toBeUndefined();
    session.editSite('a wall renamed', (site) => ({ ...site, walls: site.walls.map((w, i) => (i ? w : { ...w, name: 'north wall' })) }));
    expect(session.house().site.walls[0]!.name).toBe('north wall');
    expect(session.address()).toBe(`/api/v1/houses/${quinceStreet.id}`);
  });

  it('only the sample walls have something hidden behind them', async () => {
    const session = page(() => inject(HouseSession));
    await session.open('quince-street');
    const sample = () => session.surveyed().walls.filter((w) => session.truth(w.id));
    // fetched when it is first asked for
    expect(sample()).toEqual([]);
    await vi.waitFor(() => expect(sample().length).toBeGreaterThan(0), 10_000);
    expect(session.truth('a wall of one’s own')).toBeUndefined();
  });
});
