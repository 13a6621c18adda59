/** Unsaved work and the undo list, kept in this browser for each tab, so that a reload or a lost server loses nothing. */
import { createStore, delMany, get, getMany, keys, set, setMany } from 'idb-keyval';
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

/** How the undo list is kept: each version once, and the order of their names. */
interface KeptHistory {
  past: { name: string; title: string }[];
  future: { name: string; title: string }[];
}

const store = createStore('saddle', 'drafts');
const entry = (key: string, tab: string): string => `${key}/${tab}`;
const historyEntry = (key: string, tab: string): string => `${key}/${tab}/undo`;
const versionEntry = (key: string, tab: string, name: string): string => `${key}/${tab}/version/${name}`;

/** Names of versions: a version never changes, so it is written once, and again only after it was taken out. */
const names = new WeakMap<object, string>();
/** what is written of each undo list, to take out what fell off its end */
const written = new Map<string, Set<string>>();

const TAB = 'saddle-tab';
/** the name where the browser keeps nothing for a tab (cookies blocked) */
let unkept: string | undefined;

/** What a tab keeps for itself; absent where the browser refuses it. */
function tabStorage(): Storage | undefined {
  try {
    return sessionStorage;
  } catch {
    return undefined;
  }
}

function nameTab(name: string): string {
  unkept = name;
  try {
    tabStorage()?.setItem(TAB, name);
  } catch {
    // full: the name then ends with the page
  }
  return name;
}

/** This tab's name; it survives a reload and ends with the tab. */
export const tabName = (): string => tabStorage()?.getItem(TAB) ?? unkept ?? nameTab(nanoid(8));

/** How long a reloaded page waits for the page before it to let go of the tab's name. */
const LET_GO_MS = 500;
const lockName = (tab: string): string => `saddle-tab/${tab}`;

/** Holds a tab's name for as long as the page lives; false when another page holds it. */
function holdName(locks: LockManager, tab: string): Promise<boolean> {
  return new Promise((held) => {
    const never = new Promise<void>(() => undefined);
    locks
      .request(lockName(tab), { signal: AbortSignal.timeout(LET_GO_MS) }, () => {
        held(true);
        return never;
      })
      .catch(() => held(false));
  });
}

let claimed: Promise<void> | undefined;

/**
 * Makes sure that the name is this tab's alone. A duplicated tab comes with its original's: it takes one of its own, so that
 * neither writes over what the other has not saved.
 */
export function claimTab(): Promise<void> {
  const locks = (globalThis.navigator as Navigator | undefined)?.locks as LockManager | undefined;
  claimed ??= (async () => {
    if (!locks) return;
    while (!(await holdName(locks, tabName()))) nameTab(nanoid(8));
  })().catch(() => undefined);
  return claimed;
}

/** Names of tabs that are open now; what they have not saved is in their own hands. */
async function openTabs(): Promise<Set<string>> {
  const locks = (globalThis.navigator as Navigator | undefined)?.locks as LockManager | undefined;
  const held = (await locks?.query().catch(() => undefined))?.held ?? [];
  return new Set(held.map((lock) => lock.name ?? ''));
}

/** Keeps unsaved work in the browser. False when the browser did not take it: storage full, blocked or absent. */
export const keepDraft = async <D>(draft: Draft<D>): Promise<boolean> => {
  try {
    await set(entry(draft.key, draft.tab), draft, store);
    return true;
  } catch {
    return false;
  }
};
const lastWord = (key: string): string => `saddle-last/${key}`;

/** Writes unsaved work at once, for a page that is being left: the browser's store may not be done before it is gone. */
export function keepLastWord<D>(draft: Draft<D>): void {
  try {
    tabStorage()?.setItem(lastWord(draft.key), JSON.stringify(draft));
  } catch {
    // full or blocked: then the store has to have been quick enough
  }
}

/** What the page before wrote while it was left, if it is newer than `draft`; it is read once. */
export function takeLastWord<D>(key: string, draft: Draft<D> | undefined): Draft<D> | undefined {
  const text = tabStorage()?.getItem(lastWord(key));
  if (!text) return draft;
  dropLastWord(key);
  const last = JSON.parse(text) as Draft<D>;
  return draft && draft.at >= last.at ? draft : last;
}

export const dropLastWord = (key: string): void => tabStorage()?.removeItem(lastWord(key));

export const ownDraft = <D>(key: string): Promise<Draft<D> | undefined> => get<Draft<D>>(entry(key, tabName()), store);

/** Forgets a tab's draft and its undo list. */
export async function dropDraft({ key, tab }: { key: string; tab: string }): Promise<void> {
  const kept = await get<KeptHistory>(historyEntry(key, tab), store);
  const versions = [...(kept?.past ?? []), ...(kept?.future ?? [])].map((v) => versionEntry(key, tab, v.name));
  await delMany([entry(key, tab), historyEntry(key, tab), ...versions], store);
}

/** Writes take turns, so that what one takes out another can put back. */
let turn: Promise<void> = Promise.resolve();

/** The undo list is large and kept apart, a moment after the document itself. */
export function keepHistory<D extends object>(key: string, history: History<D>): Promise<void> {
  const mine = turn.then(() => writeHistory(key, history));
  turn = mine.catch(() => undefined);
  return mine;
}

async function writeHistory<D extends object>(key: string, history: History<D>): Promise<void> {
  const tab = tabName();
  const there = written.get(key);
  const fresh: [string, D][] = [];
  const named = (list: Version<D>[]) =>
    list.map(({ title, document }) => {
      let name = names.get(document);
      if (!name) {
        name = nanoid(10);
        names.set(document, name);
      }
      if (!there?.has(name)) fresh.push([versionEntry(key, tab, name), document]);
      return { name, title };
    });
  const kept: KeptHistory = { past: named(history.past), future: named(history.future) };
  await setMany([...fresh, [historyEntry(key, tab), kept]], store);
  const now = new Set([...kept.past, ...kept.future].map((v) => v.name));
  const gone = [...(there ?? [])].filter((name) => !now.has(name));
  written.set(key, now);
  if (gone.length)
    await delMany(
      gone.map((name) => versionEntry(key, tab, name)),
      store,
    );
}

export async function ownHistory<D extends object>(key: string): Promise<History<D> | undefined> {
  const tab = tabName();
  const kept = await get<KeptHistory>(historyEntry(key, tab), store);
  if (!kept) return undefined;
  const read = async (list: KeptHistory['past']): Promise<Version<D>[]> => {
    const documents = await getMany<D | undefined>(
      list.map((v) => versionEntry(key, tab, v.name)),
      store,
    );
    return list.flatMap(({ name, title }, i) => {
      const document = documents[i];
      if (!document) return [];
      names.set(document, name);
      return [{ title, document }];
    });
  };
  written.set(key, new Set([...kept.past, ...kept.future].map((v) => v.name)));
  return { past: await read(kept.past), future: await read(kept.future) };
}

/** Drafts of this document that other tabs left behind, newest first. */
export async function otherDrafts<D>(key: string): Promise<Draft<D>[]> {
  const own = entry(key, tabName());
  const others = (await keys<string>(store)).filter(
    (k) => k.startsWith(`${key}/`) && k !== own && k.slice(key.length + 1).split('/').length === 1,
  );
  const drafts = await getMany<Draft<D> | undefined>(others, store);
  const open = await openTabs();
  return drafts
    .filter((d) => d?.document !== undefined && !open.has(lockName(d.tab)))
    .sort((a, b) => b!.at.localeCompare(a!.at)) as Draft<D>[];
}
