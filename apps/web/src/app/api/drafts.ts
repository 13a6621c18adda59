/** Unsaved work and the undo list, kept in this browser for each tab, so that a reload or a lost server loses nothing. */
import { applyPatch, migrated, patchOf, type Patch } from '@saddle/core/model';
import { createStore, del, delMany, get, getMany, keys, set } from 'idb-keyval';
import { nanoid } from 'nanoid';

export interface Version<D> {
  title: string;
  document: D;
  /** when the edit was made, ms since 1970: two documents of one page are undone in the order of their edits */
  at?: number;
}
export interface Draft<D> {
  /** kind and id of the document: `jobs/sewing-corner` */
  key: string;
  tab: string;
  /** the revision the document rests on, and what the server had then */
  revision: number;
  from?: D;
  document: D;
  /** not yet acknowledged by the server */
  dirty: boolean;
  at: string;
}

export interface History<D> {
  past: Version<D>[];
  future: Version<D>[];
}

/** How a document is kept: as what differs from one that is kept whole. A large house is then a few words with every edit. */
interface KeptDocument {
  /** name of the whole one that it rests on; absent: `patch` sets it all */
  base: string | undefined;
  patch: Patch | undefined;
}
type KeptDraft = Omit<Draft<unknown>, 'document' | 'from'> & { kept: KeptDocument; keptFrom?: KeptDocument };

interface KeptVersion {
  title: string;
  kept: KeptDocument;
  at?: number;
}
/** How the undo list is kept: each version by what differs, in order. */
interface KeptHistory {
  past: KeptVersion[];
  future: KeptVersion[];
}

const store = createStore('saddle', 'drafts');
const entry = (key: string, tab: string): string => `${key}/${tab}`;
const historyEntry = (key: string, tab: string): string => `${key}/${tab}/undo`;
const baseEntry = (key: string, tab: string, name: string): string => `${key}/${tab}/version/${name}`;

/** The whole documents that this tab’s drafts rest on, by key: kept once, and anew when what differs grows. */
const bases = new Map<string, { name: string; document: object }>();
/** Above this, what differs is no longer little: the document becomes the new base. In characters of JSON. */
const LARGE_PATCH = 200_000;

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

/** How long a page waits for a name that nobody alive says is theirs: the page before it, gone but not yet let go of. */
const LET_GO_MS = 5_000;
const lockName = (tab: string): string => `saddle-tab/${tab}`;

/** What pages say to each other of their names: a question, and the answer of the page that lives under it. */
interface AboutTab {
  says: 'whose' | 'mine';
  tab: string;
}

/**
 * Holds a tab's name for as long as the page lives; false when another page lives under it, which says so itself.
 * A page that is gone is silent, however long a busy machine takes to let go of its name.
 * @param waits whether it ends after {@link LET_GO_MS}; a name that was made up just now is nobody else's, however late it is given
 */
function holdName(locks: LockManager, tab: string, { waits }: { waits: boolean }): Promise<boolean> {
  const pages = new BroadcastChannel('saddle-tabs');
  const given = new AbortController();
  const say = (says: AboutTab['says']) => pages.postMessage({ says, tab } satisfies AboutTab);
  const late = waits ? setTimeout(() => given.abort(), LET_GO_MS) : undefined;
  return new Promise((held) => {
    let mine = false;
    pages.onmessage = ({ data }: MessageEvent<AboutTab>) => {
      if (data.tab !== tab) return;
      if (data.says === 'mine' && !mine) given.abort();
      if (data.says === 'whose' && mine) say('mine');
    };
    const never = new Promise<void>(() => undefined);
    locks
      .request(lockName(tab), { signal: given.signal }, () => {
        clearTimeout(late);
        mine = true;
        held(true);
        return never;
      })
      .catch(() => {
        clearTimeout(late);
        pages.close();
        held(false);
      });
    say('whose');
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
    if (await holdName(locks, tabName(), { waits: true })) return;
    void holdName(locks, nameTab(nanoid(8)), { waits: false });
  })().catch(() => undefined);
  return claimed;
}

/** Names of tabs that are open now; what they have not saved is in their own hands. */
async function openTabs(): Promise<Set<string>> {
  const locks = (globalThis.navigator as Navigator | undefined)?.locks as LockManager | undefined;
  const held = (await locks?.query().catch(() => undefined))?.held ?? [];
  return new Set(held.map((lock) => lock.name ?? ''));
}

/** Makes a document the one that later ones are told from; written once. */
async function newBase(key: string, tab: string, document: object): Promise<string> {
  const before = bases.get(key);
  const name = nanoid(10);
  await set(baseEntry(key, tab, name), document, store);
  bases.set(key, { name, document });
  // the undo list may still rest on the one before: it goes with the draft
  if (before) outgrown.set(key, [...(outgrown.get(key) ?? []), before.name]);
  return name;
}
const outgrown = new Map<string, string[]>();

/** A document as what differs from the base. */
function told(key: string, document: object): KeptDocument {
  const base = bases.get(key);
  return { base: base?.name, patch: base ? patchOf(base.document, document) : { set: document } };
}

async function whole<D>(key: string, tab: string, kept: KeptDocument | undefined): Promise<D | undefined> {
  if (!kept) return undefined;
  if (kept.base === undefined) return applyPatch(undefined, kept.patch) as D;
  const known = bases.get(key);
  const base = known?.name === kept.base ? known.document : await get<object>(baseEntry(key, tab, kept.base), store);
  if (base && !known && tab === tabName()) bases.set(key, { name: kept.base, document: base });
  return base && (applyPatch(base, kept.patch) as D);
}

/** Writes take turns: one whole document is then the base of both, and what one takes out another can put back. */
let turn: Promise<unknown> = Promise.resolve();
function inTurn<T>(write: () => Promise<T>): Promise<T> {
  const mine = turn.then(write);
  turn = mine.catch(() => undefined);
  return mine;
}

/** Keeps unsaved work in the browser. False when the browser did not take it: storage full, blocked or absent. */
export const keepDraft = <D extends object>(draft: Draft<D>): Promise<boolean> =>
  inTurn(() => writeDraft(draft)).then(
    () => true,
    () => false,
  );

async function writeDraft<D extends object>(draft: Draft<D>): Promise<void> {
  const { document, from, ...rest } = draft;
  if (!bases.has(draft.key)) await newBase(draft.key, draft.tab, document);
  let kept = told(draft.key, document);
  if (kept.patch && JSON.stringify(kept.patch).length > LARGE_PATCH) {
    await newBase(draft.key, draft.tab, document);
    kept = told(draft.key, document);
  }
  const keptFrom = from && told(draft.key, from);
  await set(entry(draft.key, draft.tab), { ...rest, kept, ...(keptFrom ? { keptFrom } : {}) } satisfies KeptDraft, store);
}

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

/** Work that was kept by an earlier version of the program, as today’s documents are. */
const ofToday = <D>(document: D): D => migrated(document).document as D;

async function readDraft<D>(kept: KeptDraft | Draft<D> | undefined): Promise<Draft<D> | undefined> {
  if (!kept || !('kept' in kept)) return kept;
  const { kept: document, keptFrom, ...rest } = kept;
  const read = await whole<D>(kept.key, kept.tab, document);
  const from = keptFrom && (await whole<D>(kept.key, kept.tab, keptFrom));
  return read === undefined ? undefined : { ...rest, document: ofToday(read), ...(from === undefined ? {} : { from: ofToday(from) }) };
}

export const ownDraft = async <D>(key: string): Promise<Draft<D> | undefined> =>
  readDraft<D>(await get<KeptDraft>(entry(key, tabName()), store));

/** Forgets a tab's draft, its undo list, and what they rest on. */
export async function dropDraft({ key, tab }: { key: string; tab: string }): Promise<void> {
  const below = `${key}/${tab}/`;
  const rests = (await keys<string>(store)).filter((k) => k.startsWith(below));
  if (tab === tabName()) bases.delete(key);
  await delMany([entry(key, tab), ...rests], store);
}

/** The undo list is large and kept apart, a moment after the document itself. */
export const keepHistory = <D extends object>(key: string, history: History<D>): Promise<void> => inTurn(() => writeHistory(key, history));

async function writeHistory<D extends object>(key: string, history: History<D>): Promise<void> {
  const tab = tabName();
  const first = history.past[0]?.document ?? history.future[0]?.document;
  if (!first) return del(historyEntry(key, tab), store);
  if (!bases.has(key)) await newBase(key, tab, first);
  const named = (list: Version<D>[]) => list.map(({ document, ...about }) => ({ ...about, kept: patched(key, document) }));
  const kept: KeptHistory = { past: named(history.past), future: named(history.future) };
  await set(historyEntry(key, tab), kept, store);
  // nothing rests any more on whole documents that were outgrown
  const used = new Set([...kept.past, ...kept.future].map((v) => v.kept.base));
  const gone = (outgrown.get(key) ?? []).filter((name) => !used.has(name));
  if (gone.length)
    await delMany(
      gone.map((name) => baseEntry(key, tab, name)),
      store,
    );
}

/** What differs of a version is worked out once for each base: versions never change. */
const patches = new WeakMap<object, KeptDocument>();
function patched(key: string, document: object): KeptDocument {
  const known = patches.get(document);
  if (known?.base === bases.get(key)?.name && known) return known;
  const kept = told(key, document);
  patches.set(document, kept);
  return kept;
}

export async function ownHistory<D extends object>(key: string): Promise<History<D> | undefined> {
  const tab = tabName();
  const kept = await get<KeptHistory>(historyEntry(key, tab), store);
  if (!kept) return undefined;
  const read = async (list: KeptHistory['past']): Promise<Version<D>[]> => {
    const versions: Version<D>[] = [];
    for (const { kept: one, ...about } of list) {
      const document = await whole<D>(key, tab, one);
      if (document) versions.push({ ...about, document: ofToday(document) });
    }
    return versions;
  };
  return { past: await read(kept.past), future: await read(kept.future) };
}

/** Drafts of this document that other tabs left behind, newest first. */
export async function otherDrafts<D>(key: string): Promise<Draft<D>[]> {
  const own = entry(key, tabName());
  const others = (await keys<string>(store)).filter(
    (k) => k.startsWith(`${key}/`) && k !== own && k.slice(key.length + 1).split('/').length === 1,
  );
  const kept = (await getMany<KeptDraft | undefined>(others, store)).filter((d) => d !== undefined);
  const open = await openTabs();
  const drafts = await Promise.all(kept.filter((d) => !open.has(lockName(d.tab))).map((d) => readDraft<D>(d)));
  return drafts.filter((d) => d !== undefined).sort((a, b) => b.at.localeCompare(a.at));
}
