/** Findings that say the same of several things, as one: ten outlets of a run ask for one arc-fault breaker, said once. */
import type { Finding } from '../codebook/index.js';
import type { JobEdit, Remedy, Site } from '../model/index.js';
import { lampsOf } from '../model/index.js';

export interface AlikeFindings {
  /** the first of them; its remedies cure all */
  finding: Finding;
  /** what else it is said of, by name where the site names it */
  of: string[];
  all: Finding[];
}

const key = (f: Finding): string =>
  JSON.stringify([f.rule, f.verdict, f.stage, f.title, f.says, f.ask, f.source, f.sums, f.remedies.map((r) => r.title)]);

/** The box or thing that a subject stands for. */
function nameOf(site: Site, subject: string): string {
  const device = site.devices.find((d) => d.id === subject);
  const box = site.boxes.find((b) => b.id === (device?.boxId ?? subject)) ?? lampsOf(site).find((l) => l.id === subject);
  return box?.name ?? site.cables.find((c) => c.id === subject)?.name ?? '';
}

/** One remedy for all that say the same, its place among those of each: the edits of each, an edit that several share done once. */
function forAll(remedy: Remedy, nth: number, findings: readonly Finding[]): Remedy {
  const edits = new Map<string, JobEdit>();
  for (const f of findings) for (const e of f.remedies[nth]?.edits ?? []) edits.set(JSON.stringify(e), e);
  const each = edits.size > remedy.edits.length;
  return { ...remedy, title: each ? `${remedy.title}, at all ${findings.length}`.slice(0, 200) : remedy.title, edits: [...edits.values()] };
}

/** In the order in which the first of each stood. */
export function alikeFindings(findings: readonly Finding[], site: Site): AlikeFindings[] {
  const groups = new Map<string, Finding[]>();
  for (const f of findings) groups.set(key(f), [...(groups.get(key(f)) ?? []), f]);
  return [...groups.values()].map((all) => ({
    finding: all.length > 1 ? { ...all[0]!, remedies: all[0]!.remedies.map((r, nth) => forAll(r, nth, all)) } : all[0]!,
    of: all.length > 1 ? [...new Set(all.map((f) => nameOf(site, f.subject)).filter((n) => n !== ''))] : [],
    all,
  }));
}

/** `Summer kitchen 1 to 10`, `Hall box and Study box`. */
export function ofWords(names: readonly string[]): string {
  const parts = names.map((n) => /^(.*?) (\d+)$/.exec(n));
  const numbers = parts.map((p) => Number(p?.[2] ?? NaN));
  const stem = parts[0]?.[1];
  if (
    names.length > 2 &&
    stem !== undefined &&
    parts.every((p) => p?.[1] === stem) &&
    numbers.every((n, i) => i === 0 || n === numbers[i - 1]! + 1)
  )
    return `${stem} ${numbers[0]!} to ${numbers.at(-1)!}`;
  return names.length > 1 ? `${names.slice(0, -1).join(', ')} and ${names.at(-1)!}` : (names[0] ?? '');
}
