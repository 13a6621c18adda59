/** The log as it is read: entries of all devices joined, in the order of what happened, with what corrects what. */
import { printLength, type LengthUnit } from '../measure/index.js';
import type { KeptEntry, LogFigure } from '../model/index.js';

/** What the log says of a tick that is taken back; a value that is taken back says which. Kept logs are told apart by it. */
export const TICK_TAKEN_BACK = 'not done after all';
/** A clock this far off is put right and said so; less is a person’s own doing. */
const CLOCK_OFF_MS = 2 * 60 * 1000;

/** Of two copies of one entry the one that came first; of two that came at once any, but always the same. */
const first = (a: KeptEntry, b: KeptEntry): KeptEntry =>
  a.received !== b.received ? (a.received < b.received ? a : b) : JSON.stringify(a) <= JSON.stringify(b) ? a : b;

/** When it happened, by the server’s clock: ms since 1970. A device whose clock is about right is believed. */
export const happenedAt = (entry: KeptEntry): number => Date.parse(entry.at) - (Math.abs(entry.aheadMs) > CLOCK_OFF_MS ? entry.aheadMs : 0);

/** Entries of one device in the order it made them, whatever its clock did meanwhile; devices by when it happened. */
function inOrder(entries: readonly KeptEntry[]): KeptEntry[] {
  const byDevice = new Map<string, KeptEntry[]>();
  for (const entry of entries) byDevice.set(entry.device, [...(byDevice.get(entry.device) ?? []), entry]);
  const timed: { entry: KeptEntry; at: number }[] = [];
  for (const own of byDevice.values()) {
    own.sort((a, b) => a.n - b.n || (a.id < b.id ? -1 : 1));
    let last = -Infinity;
    for (const entry of own) {
      last = Math.max(last, happenedAt(entry));
      timed.push({ entry, at: last });
    }
  }
  return timed
    .sort((a, b) => a.at - b.at || (a.entry.device === b.entry.device ? a.entry.n - b.entry.n : a.entry.device < b.entry.device ? -1 : 1) || (a.entry.id < b.entry.id ? -1 : 1))
    .map((t) => t.entry); // prettier-ignore
}

/** Joins what came from several devices, in any order and any number of times: always the same log. */
export function joinLog(...lists: readonly (readonly KeptEntry[])[]): KeptEntry[] {
  const byId = new Map<string, KeptEntry>();
  for (const entry of lists.flat()) {
    const there = byId.get(entry.id);
    byId.set(entry.id, there ? first(there, entry) : entry);
  }
  return inOrder([...byId.values()]);
}

export interface LogLine {
  id: string;
  /** ISO instant, by the server’s clock */
  at: string;
  title: string;
  says: string;
  by: string;
  kind: KeptEntry['kind'];
  step?: string;
  photo?: string;
  /** against the plan: as it should be, outside, only estimated; absent: the plan wants nothing */
  verdict?: 'ok' | 'stop' | 'can’t tell';
  /** what the plan wanted */
  wanted?: string;
  /** a later entry says otherwise */
  corrected: boolean;
  /** the clock of its device was this far off */
  clock?: string;
}

const figureOf = (n: number, of: LogFigure, unit: LengthUnit): string => (of.unit === 'mm' ? printLength(n, unit) : `${n} ${of.unit}`);

function against(figure: LogFigure, unit: LengthUnit): Pick<LogLine, 'verdict' | 'wanted'> {
  const { least, most, value } = figure;
  if (least === undefined && most === undefined) return {};
  const close = figure.unit === 'mm' ? 0.8 : 1e-9;
  const outside = (least !== undefined && value < least - close) || (most !== undefined && value > most + close);
  const wanted = [least ? `at least ${figureOf(least, figure, unit)}` : '', most === undefined ? '' : `at most ${figureOf(most, figure, unit)}`]; // prettier-ignore
  return { verdict: outside ? 'stop' : figure.estimated ? 'can’t tell' : 'ok', wanted: wanted.filter(Boolean).join(', ') };
}

/** `1 h 2 min ahead`; nothing where the clock was about right. */
function clockWords(aheadMs: number): string | undefined {
  if (Math.abs(aheadMs) <= CLOCK_OFF_MS) return undefined;
  const minutes = Math.round(Math.abs(aheadMs) / 60_000);
  const [h, m] = [Math.floor(minutes / 60), minutes % 60];
  return `its clock was ${[h ? `${h} h` : '', m ? `${m} min` : ''].filter(Boolean).join(' ')} ${aheadMs > 0 ? 'ahead' : 'behind'}: put right`;
}

/** What a later entry has to be about to correct this one; undefined: nothing corrects it. */
const subject = (entry: KeptEntry): string | undefined =>
  entry.figure ? `${entry.step ?? ''} ${entry.figure.key}` : entry.kind === 'done' ? `${entry.step ?? ''} done` : undefined;

/** The log, the earliest first; what was corrected stays and says so. */
export function logLines(entries: readonly KeptEntry[], unit: LengthUnit): LogLine[] {
  const joined = joinLog(entries);
  const later = new Set<string>();
  const corrected = new Map<string, boolean>();
  for (const entry of [...joined].reverse()) {
    const about = subject(entry);
    corrected.set(entry.id, about !== undefined && later.has(about));
    if (about !== undefined) later.add(about);
    if (entry.kind === 'taken back' && entry.step !== undefined && entry.says === TICK_TAKEN_BACK) later.add(`${entry.step} done`);
  }
  return joined.map((entry) => {
    const clock = clockWords(entry.aheadMs);
    return {
      id: entry.id,
      at: new Date(happenedAt(entry)).toISOString(),
      title: entry.title ?? '',
      says: entry.says,
      by: entry.by ?? '',
      kind: entry.kind,
      ...(entry.step ? { step: entry.step } : {}),
      ...(entry.photo ? { photo: entry.photo } : {}),
      ...(entry.figure ? against(entry.figure, unit) : {}),
      corrected: corrected.get(entry.id) === true,
      ...(clock ? { clock } : {}),
    };
  });
}
