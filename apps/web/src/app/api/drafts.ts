/** Unsaved work and the undo list, kept in this browser for each tab, so that a reload or a lost server loses nothing. */
import { createStore, delMany, entries, get, set } from 'idb-keyval';
import type { Job } from '@saddle/core/model';
import { nanoid } from 'nanoid';

export interface Version {
  title: string;
  document: Job;
}
export interface Draft {
  jobId: string;
  tab: string;
  /** the revision the document rests on */
  revision: number;
  document: Job;
  /** not yet acknowledged by the server */
  dirty: boolean;
  at: string;
}

export interface History {
  past: Version[];
  future: Version[];
}

const store = createStore('saddle', 'drafts');
const key = (jobId: string, tab: string): string => `${jobId}/${tab}`;
const historyKey = (jobId: string, tab: string): string => `${jobId}/${tab}/undo`;

/** This tab's name; it survives a reload and ends with the tab. */
export function tabName(): string {
  let tab = sessionStorage.getItem('saddle-tab');
  if (!tab) {
    tab = nanoid(8);
    sessionStorage.setItem('saddle-tab', tab);
  }
  return tab;
}

export const keepDraft = (draft: Draft): Promise<void> => set(key(draft.jobId, draft.tab), draft, store);
export const ownDraft = (jobId: string): Promise<Draft | undefined> => get<Draft>(key(jobId, tabName()), store);
export const dropDraft = (draft: Pick<Draft, 'jobId' | 'tab'>): Promise<void> =>
  delMany([key(draft.jobId, draft.tab), historyKey(draft.jobId, draft.tab)], store);
/** The undo list is large and kept apart, a moment after the document itself. */
export const keepHistory = (jobId: string, history: History): Promise<void> => set(historyKey(jobId, tabName()), history, store);
export const ownHistory = (jobId: string): Promise<History | undefined> => get<History>(historyKey(jobId, tabName()), store);

/** Drafts of this job that other tabs left behind, newest first. */
export async function otherDrafts(jobId: string): Promise<Draft[]> {
  const all = (await entries<string, Draft>(store)).map(([, draft]) => draft);
  return all.filter((d) => d.document && d.jobId === jobId && d.tab !== tabName()).sort((a, b) => b.at.localeCompare(a.at));
}
