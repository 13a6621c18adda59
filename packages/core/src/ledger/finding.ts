/** How a rule of the book becomes a finding of the ledger, and how a remedy edits the plan. */
import { US_RULES, type Finding, type Judged, type LedgerRule, type RuleRow } from '../codebook/index.js';
import { idOf, type Box, type Change, type JobEdit, type JobInHouse, type Remedy, type Stage } from '../model/index.js';
import type { Work, WorkBox } from './work.js';

/** A judged rule as a finding on a subject. */
export function finding(
  rule: LedgerRule,
  about: string | readonly string[],
  title: string,
  judged: Judged,
  remedies: Remedy[] = [],
  stage?: Stage,
): Finding {
  const ids = typeof about === 'string' ? [about] : about;
  const row: RuleRow = US_RULES[rule];
  return {
    rule,
    subject: ids.join('-'),
    about: ids,
    stage: stage ?? row.stage,
    verdict: judged.verdict,
    title: title.slice(0, 120),
    code: judged.code,
    figures: judged.figures,
    says: judged.says,
    sums: judged.sums,
    source: judged.source,
    ask: judged.ask ?? (judged.verdict === 'stop' && remedies.length === 0 ? row.wayOn : undefined),
    remedies: judged.verdict === 'ok' ? [] : remedies,
  };
}

export const remedy = (id: string, title: string, ...edits: JobEdit[]): Remedy => ({ id, title, edits });
export const put = (change: Change): JobEdit => ({ op: 'put-change', change });

/** The planned change that brings a thing about, if the plan has one. */
export const changeFor = <D extends Change['do']>(job: JobInHouse, kind: D, id: string): Extract<Change, { do: D }> | undefined =>
  job.changes.find((c) => {
    if (c.do !== kind) return false;
    const subject = c as unknown as Record<string, { id?: string } | undefined>;
    return (subject['box'] ?? subject['cable'] ?? subject['device'] ?? subject['load'])?.id === id;
  }) as Extract<Change, { do: D }> | undefined;

/** Edits that put another version of a box into the plan: of a new one in its place, of one that is there as its replacement. */
export function editBox(w: Work, b: WorkBox, box: Box, title: string): JobEdit[] {
  if (b.role === 'new') {
    const change = changeFor(w.job, 'place-box', box.id);
    return change ? [put({ ...change, box })] : [];
  }
  const there = w.job.changes.find((c) => c.do === 'replace-box' && c.boxId === b.box.id);
  const id = there?.id ?? idOf('replace', b.box.id);
  return [put({ id, do: 'replace-box', title: title.slice(0, 120), boxId: b.box.id, box })];
}
