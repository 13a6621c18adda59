/** Unsaved work and the undo list, kept in this browser for each tab, so that a reload or a lost server loses nothing. */
import { createStore, delMany, entries, get, set } from 'idb-keyval';
import { nanoid } from 'nanoid';

export interface Version<D> {
  title: string;
  document: D;
}
export interface Draft<D> {
  /** kind and id of the document: `jobs/sewing-corner` */
  key: string;
  tab: string;
  /** the revision the document rests on */
  revision: number;
  document: D;
  /** not yet acknowledged by the server */
  dirty: boolean;
  at: string;
}

export interface History<D> {
  past: Version<D>[];
  future: Version<D>[];
}

const store = createStore('saddle', 'drafts');
const entry = (key: string, tab: string): string => `${key}/${tab}`;
const historyEntry = (key: string, tab: string): string => `${key}/${tab}/undo`;

/** This tab's name; it survives a reload and ends with the tab. */
export function tabName(): string {
  let tab = sessionStorage.getItem('saddle-tab');
  if (!tab) {
    tab = nanoid(8);
    sessionStorage.setItem('saddle-tab', tab);
  }
  return tab;
}

export const keepDraft = <D>(draft: Draft<D>): Promise<void> => set(entry(draft.key, draft.tab), draft, store);
export const ownDraft = <D>(key: string): Promise<Draft<D> | undefined> => get<Draft<D>>(entry(key, tabName()), store);
export const dropDraft = (draft: { key: string; tab: string }): Promise<void> =>
  delMany([entry(draft.key, draft.tab), historyEntry(draft.key, draft.tab)], store);
/** The undo list is large and kept apart, a moment after the document itself. */
export const keepHistory = <D>(key: string, history: History<D>): Promise<void> => set(historyEntry(key, tabName()), history, store);
export const ownHistory = <D>(key: string): Promise<History<D> | undefined> => get<History<D>>(historyEntry(key, tabName()), store);

/** Drafts of this document that other tabs left behind, newest first. */
export async function otherDrafts<D>(key: string): Promise<Draft<D>[]> {
  const all = (await entries<string, Draft<D>>(store)).map(([, draft]) => draft);
  return all.filter((d) => d.document && d.key === key && d.tab !== tabName()).sort((a, b) => b.at.localeCompare(a.at));
}
