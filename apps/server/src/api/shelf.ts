/**
 * Documents as the API gives them out: read, checked and summed up once a revision, so that a list of hundreds costs no more than
 * looking at their numbers, and one that can't be read or judged is named instead of taking the others along.
 */
import { summariseIn } from '@saddle/core/alteration';
import {
  checkHouse,
  checkJob,
  laidIn,
  OtherBookError,
  type Checked,
  type House,
  type Job,
  type JobInBook,
  type JobInHouse,
} from '@saddle/core/model';
import { inUsBook, type JobSummary } from '@saddle/core/work';
import { UnreadableError, type Head, type Kind, type Store, type Stored } from '../storage/store.js';
import { notFound, problem } from './problem.js';

export const CHECK = { house: checkHouse, job: checkJob } as {
  house: (d: unknown) => Checked<House | Job>;
  job: (d: unknown) => Checked<House | Job>;
};

export interface Unreadable {
  id: string;
  revision: number;
  savedAt: string;
  /** what is wrong with it, in a sentence */
  unreadable: string;
  /** where its text can be had as it is */
  raw: string;
}
export type HouseLine = Pick<House, 'id' | 'name' | 'edition' | 'unit' | 'built'> & Head;
export type JobLine = Pick<Job, 'id' | 'name' | 'houseId' | 'purpose'> & Head & JobSummary;

type Line = HouseLine | JobLine | Unreadable;

/** A job whose judgements fail keeps its place in the list, and says so. */
const NOT_JUDGED: Omit<JobSummary, 'stoppedBy' | 'closed'> = {
  stage: 'survey',
  stops: 0,
  cantTell: 1,
  cautions: 0,
  stepsDone: 0,
  steps: 0,
};
/** In a house of more jobs than these a job’s line follows its own house and the jobs before it; other jobs show when it is opened. */
const ALL_LOOKED_AT = 40;

/** A job with all that it is judged in. */
export interface Laid {
  stored: Stored<Job>;
  house: Stored<House>;
  /** the jobs of the house, itself among them */
  jobs: Job[];
  job: JobInBook;
}

export class Shelf {
  private readonly lines = new Map<string, { revision: number; line: Line }>();
  /** summaries of jobs, by what they rest on */
  private readonly summaries = new Map<string, { restsOn: string; summary: JobSummary }>();

  constructor(
    private readonly store: Store,
    private readonly onFailure: (error: unknown, what: string) => void,
  ) {}

  /** A whole document. @throws ProblemError 404 when it isn't there, 409 with the address of its text when it can't be read */
  async open<T extends House | Job>(kind: Kind, id: string): Promise<Stored<T>> {
    let stored: Stored<T> | undefined;
    try {
      stored = await this.store.get<T>(kind, id);
    } catch (error) {
      if (error instanceof UnreadableError) throw unreadable(kind, id, error.why);
      throw error;
    }
    if (!stored) throw notFound(kind, id);
    const checked = this.checked(kind, id, stored);
    if (!checked.ok) throw unreadable(kind, id, checked.why);
    return stored;
  }

  /** Each document a line, in the order of ids; what can't be read among them, with why. */
  async list(kind: 'house'): Promise<(HouseLine | Unreadable)[]>;
  async list(kind: 'job'): Promise<(JobLine | Unreadable)[]>;
  async list(kind: Kind): Promise<Line[]> {
    const heads = await this.store.heads(kind);
    const lines: Line[] = [];
    for (const head of heads) lines.push(await this.line(kind, head));
    if (kind === 'job') await this.summed(heads, lines);
    const there = new Set(heads.map((h) => `${kind}/${h.id}`));
    for (const key of this.lines.keys()) if (key.startsWith(`${kind}/`) && !there.has(key)) this.lines.delete(key);
    return lines;
  }

  /** The documents that can be read; of the others the text as it is. */
  async readable<T extends House | Job>(kind: Kind): Promise<{ documents: T[]; unreadable: { kind: Kind; id: string; text: string }[] }> {
    const bad = (await (kind === 'job' ? this.list('job') : this.list('house'))).filter((l) => 'unreadable' in l);
    const ids = new Set(bad.map((l) => l.id));
    const documents = (await this.store.all<T>(kind)).map((s) => s.document).filter((d) => !ids.has(d.id));
    const unreadable = await Promise.all(bad.map(async ({ id }) => ({ kind, id, text: (await this.store.raw(kind, id)) ?? '' })));
    return { documents, unreadable };
  }

  /** Everything behind it was replaced: nothing that was known of it holds. */
  forget(): void {
    this.lines.clear();
    this.summaries.clear();
  }

  private async line(kind: Kind, head: Head): Promise<Line> {
    const known = this.lines.get(`${kind}/${head.id}`);
    if (known?.revision === head.revision) return known.line;
    try {
      const stored = await this.store.get<House | Job>(kind, head.id);
      if (!stored) return lineUnreadable(kind, head, 'it is gone');
      this.checked(kind, head.id, stored);
    } catch (error) {
      if (!(error instanceof UnreadableError)) throw error;
      this.lines.set(`${kind}/${head.id}`, { revision: head.revision, line: lineUnreadable(kind, head, error.why) });
    }
    return this.lines.get(`${kind}/${head.id}`)!.line;
  }

  /** A job laid on its house, with the jobs beside it. @throws ProblemError as `open` does, for the job and for its house */
  async laid(id: string): Promise<Laid> {
    const stored = await this.open<Job>('job', id);
    const house = await this.open<House>('house', stored.document.houseId);
    const jobs = await this.jobsOf(house.document.id);
    return { stored, house, jobs, job: laidIn(stored.document, house.document, jobs) };
  }

  /** The same of a job by the US book. @throws OtherBookError in a house by another: what is asked of it is not judged by the wrong rules */
  async laidUs(id: string): Promise<Laid & { job: JobInHouse }> {
    const laid = await this.laid(id);
    const { job } = laid;
    if (!inUsBook(job)) throw new OtherBookError(job.edition);
    return { ...laid, job };
  }

  /** The jobs of a house that can be read and make sense as documents. */
  async jobsOf(houseId: string): Promise<Job[]> {
    return (await this.storedJobsOf(houseId)).map((s) => s.document);
  }
  async storedJobsOf(houseId: string): Promise<Stored<Job>[]> {
    return (await this.store.jobsOf(houseId)).filter((s) => this.checked('job', s.document.id, s).ok);
  }

  /** Puts into each line what its job is judged to be, worked out anew where something it rests on was saved since. */
  private async summed(heads: (Head & { houseId?: string })[], lines: Line[]): Promise<void> {
    const houses = new Map((await this.store.heads('house')).map((h) => [h.id, h.revision]));
    const byHouse = new Map<string, (Head & { houseId?: string })[]>();
    for (const head of heads) byHouse.set(head.houseId!, [...(byHouse.get(head.houseId!) ?? []), head]);
    for (const [houseId, mine] of byHouse) {
      const beside = mine.length <= ALL_LOOKED_AT ? mine.map((h) => `${h.id}:${h.revision}`).join(' ') : '';
      const restsOn = (head: Head): string => `${head.revision} ${houses.get(houseId)} ${beside}`;
      const stale = mine.filter((h) => this.summaries.get(h.id)?.restsOn !== restsOn(h));
      if (stale.length) {
        const house = await this.open<House>('house', houseId).catch(() => undefined);
        const jobs = house ? await this.jobsOf(houseId) : [];
        const byId = new Map(jobs.map((j) => [j.id, j]));
        for (const head of stale) {
          const job = byId.get(head.id);
          if (job && house)
            this.summaries.set(head.id, { restsOn: restsOn(head), summary: this.summary(laidIn(job, house.document, jobs)) });
          else this.summaries.delete(head.id);
        }
      }
    }
    lines.forEach((line, i) => {
      const summary = this.summaries.get(line.id)?.summary;
      if (!('unreadable' in line) && summary) lines[i] = { ...line, ...summary } as JobLine;
    });
  }

  private summary(job: JobInBook): JobSummary {
    try {
      return summariseIn(job);
    } catch (error) {
      this.onFailure(error, `the summary of job ${job.id}`);
      return { ...NOT_JUDGED, closed: job.closed !== undefined, stoppedBy: 'Saddle could not judge it: the log has the details' };
    }
  }

  /** Whether a stored document makes sense; looked at once a revision. */
  private checked(kind: Kind, id: string, stored: Stored<House | Job>): { ok: true } | { ok: false; why: string } {
    const known = this.lines.get(`${kind}/${id}`);
    if (known?.revision === stored.revision) return 'unreadable' in known.line ? { ok: false, why: known.line.unreadable } : { ok: true };
    const head: Head = { id, revision: stored.revision, savedAt: stored.savedAt };
    let checked: Checked<House | Job>;
    try {
      checked = CHECK[kind](stored.document);
    } catch (error) {
      this.onFailure(error, `the check of ${kind} ${id}`);
      checked = { ok: false, errors: [{ path: '/', message: 'its check fails', expected: '', came: '' }] };
    }
    if (!checked.ok) {
      const why = `${checked.errors[0]?.path}: ${checked.errors[0]?.message}`.slice(0, 300);
      this.lines.set(`${kind}/${id}`, { revision: stored.revision, line: lineUnreadable(kind, head, why) });
      return { ok: false, why };
    }
    this.note(kind, stored);
    return { ok: true };
  }

  /** Takes over what was just saved, which was checked on its way in. */
  note(kind: Kind, stored: Stored<House | Job>): void {
    const { document, revision, savedAt } = stored;
    const line: Line = kind === 'house' ? houseLine(document as House, revision, savedAt) : jobLine(document as Job, revision, savedAt);
    this.lines.set(`${kind}/${document.id}`, { revision, line });
  }
}

/** A job’s line before anything of it is judged: in a house that can’t be read it stays like this. */
const jobLine = ({ id, name, houseId, purpose, closed }: Job, revision: number, savedAt: string): JobLine => ({
  ...{ id, name, houseId, purpose, revision, savedAt },
  ...NOT_JUDGED,
  closed: closed !== undefined,
  stoppedBy: 'its house can’t be read',
});

const houseLine = ({ id, name, edition, unit, built }: House, revision: number, savedAt: string): HouseLine => ({
  ...{ id, name, edition, unit, revision, savedAt },
  ...(built === undefined ? {} : { built }),
});

const rawAddress = (kind: Kind, id: string): string => `/api/v1/${kind}s/${encodeURIComponent(id)}/raw`;
const lineUnreadable = (kind: Kind, head: Head, why: string): Unreadable => ({
  ...{ id: head.id, revision: head.revision, savedAt: head.savedAt },
  unreadable: why,
  raw: rawAddress(kind, head.id),
});

const unreadable = (kind: Kind, id: string, why: string) =>
  problem(409, 'unreadable', `The ${kind} ${id.slice(0, 60)} can’t be read; it was left as it is.`, {
    detail: why,
    raw: rawAddress(kind, id),
  });
