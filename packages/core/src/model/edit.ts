/** Edits of a job. Each gives a new document; undo keeps the old one. */
import type { Change } from './change.js';
import type { JobEdit } from './finding.js';
import type { Actual, Job } from './house.js';
import { toggled, withFields } from './lists.js';
import type { Search } from './search.js';
import type { Box } from './site.js';

/** Puts a change in place of the one with the same id, or behind all others. */
export const putChange = <J extends Job>(job: J, change: Change): J => ({
  ...job,
  changes: job.changes.some((c) => c.id === change.id)
    ? job.changes.map((c) => (c.id === change.id ? change : c))
    : [...job.changes, change],
});

export function applyEdit<J extends Job>(job: J, edit: JobEdit): J {
  switch (edit.op) {
    case 'put-change':
      return putChange(job, edit.change);
    case 'drop-change':
      return { ...job, changes: job.changes.filter((c) => c.id !== edit.changeId) };
    case 'replan':
      return { ...job, purpose: edit.purpose, changes: edit.changes };
    case 'wire-by-plan':
      return { ...job, changes: job.changes.filter((c) => c.do !== 'wire-box') };
    case 'set-schools':
      return { ...job, schools: { ...job.schools, ...edit.schools } };
  }
}

export const applyEdits = <J extends Job>(job: J, edits: JobEdit[]): J => edits.reduce<J>(applyEdit, job);

export const renamed = <J extends Job>(job: J, name: string): J => ({ ...job, name });

/** The job with a box in place of the one that its plan puts or alters; undefined for a box that it only finds. */
export function putPlannedBox<J extends Job>(job: J, box: Box): J | undefined {
  const change = job.changes.find((c) => (c.do === 'place-box' || c.do === 'replace-box') && c.box.id === box.id);
  return change && { ...job, changes: job.changes.map((c) => (c === change ? ({ ...c, box } as Change) : c)) };
}

/** What is plugged in at a box that is there: taken out of the plan, or run for hours or not. */
export const unplugged = <J extends Job>(job: J, loadId: string): J => ({
  ...job,
  changes: job.changes.filter((c) => c.do !== 'plug-in' || c.load.id !== loadId),
});
export const toggleContinuous = <J extends Job>(job: J, loadId: string): J => ({
  ...job,
  changes: job.changes.map((c) =>
    c.do === 'plug-in' && c.load.id === loadId ? { ...c, load: { ...c.load, continuous: !c.load.continuous } } : c,
  ),
});

/** Comes after another job, or after none. */
export function comesAfter<J extends Job>(job: J, id: string | undefined): J {
  const { after: _, ...rest } = job;
  return { ...(rest as J), ...(id ? { after: [id] } : {}) };
}

type Estimate = NonNullable<Job['estimate']>;
/** Ticked off at the shelf, and taken back. */
export const toggleBought = <J extends Job>(job: J, key: string): J => ({ ...job, bought: toggled(job.bought ?? [], key) });
/** A field that is given as undefined goes. */
export const putEstimate = <J extends Job>(job: J, part: { [K in keyof Estimate]?: Estimate[K] | undefined }): J => ({
  ...job,
  estimate: withFields(job.estimate ?? {}, part),
});
/** What was really paid and taken; a field that is given as undefined goes. */
export const putActual = <J extends Job>(job: J, part: { [K in keyof Actual]?: Actual[K] | undefined }): J => ({
  ...job,
  actual: withFields<Actual>(job.actual ?? { paid: [] }, part),
});

/** The search for a fault that a job is. A field that is given as undefined goes. */
export const putSearch = <J extends Job>(job: J, part: { [K in keyof Search]?: Search[K] | undefined }): J =>
  job.search ? { ...job, search: withFields(job.search, part) } : job;
/** Tests of another question say nothing of what is complained of. */
export const complainOf = <J extends Job>(job: J, complaint: Search['complaint']): J =>
  job.search?.question === undefined
    ? putSearch(job, { otherBoxId: undefined, complaint })
    : putSearch(job, { question: undefined, otherBoxId: undefined, complaint, readings: [] });
