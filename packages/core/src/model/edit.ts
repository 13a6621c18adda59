/** Edits of a job. Each gives a new document; undo keeps the old one. */
import type { Change } from './change.js';
import type { JobEdit } from './finding.js';
import type { Job } from './house.js';

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
