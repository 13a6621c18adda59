/** What an edit of a job’s work says to its log. Whatever button or key made it, undo too: the two states tell. */
import { TICK_TAKEN_BACK } from './log.js';
import { printLength, type LengthUnit } from '../measure/index.js';
import type { DeadProof, Job, KeptEntry, LogEntry, StepValue, Work } from '../model/index.js';
import { PROOF_ORDER, proofLabel, type AskUnit, type Step } from '../work/index.js';

/** An entry before the device that made it gives it an id, a place in its order and a name. */
export type Said = Omit<LogEntry, 'id' | 'device' | 'n' | 'by'> & { by?: string };

const TOLD_WORDS = { household: 'household warned', breaker: 'breaker locked or labelled' } as const;
const cut = (text: string, most: number): string => (text.length > most ? `${text.slice(0, most - 1)}…` : text);

const valueSays = (value: StepValue, label: string, unit: LengthUnit, of: AskUnit): string =>
  `${label}: ${value.estimated ? 'about ' : ''}${of === 'length' ? (value.as ?? printLength(value.value, unit)) : `${value.as?.startsWith('>') ? '>' : ''}${value.value} ${of}`}${value.estimated ? ', estimated' : ''}`;

interface Named {
  step: Step | undefined;
  id: string;
}
const titled = ({ step, id }: Named): Pick<Said, 'step' | 'title'> => ({ step: id, ...(step ? { title: cut(step.title, 120) } : {}) });

const provedWords = (proof: DeadProof, steps: readonly Step[]): { step: Step | undefined; words: string } => {
  const step = steps.find((s) => s.proves.some((t) => t.key === proof.of)) ?? steps.find((s) => s.proves.length > 0);
  return { step, words: step?.proves.find((t) => t.key === proof.of)?.words ?? '' };
};

/**
 * The entries that come of an edit, in the order of the work.
 * @param now ISO instant of the edit: for what carries no time of its own
 */
export function entriesOf(before: Job, after: Job, steps: readonly Step[], unit: LengthUnit, now: string): Said[] {
  const [was, is]: [Work, Work] = [before.work, after.work];
  const said: Said[] = [];
  const named = (id: string): Named => ({ id, step: steps.find((s) => s.id === id) });
  for (const tick of was.ticks) {
    if (is.ticks.some((t) => t.step === tick.step)) continue;
    said.push({ kind: 'taken back', at: now, ...titled(named(tick.step)), says: TICK_TAKEN_BACK });
  }
  for (const tick of is.ticks) {
    const old = was.ticks.find((t) => t.step === tick.step);
    if (!old) said.push({ kind: 'done', at: tick.at, ...titled(named(tick.step)), says: 'done' });
    if (tick.took !== undefined && tick.took !== old?.took)
      said.push({
        kind: 'minutes', at: old ? now : tick.at, ...titled(named(tick.step)), says: `took ${tick.took} min`,
        figure: { key: 'took', value: tick.took, unit: 'min' },
      }); // prettier-ignore
  }
  for (const value of is.values) {
    const old = was.values.find((v) => v.step === value.step && v.key === value.key);
    if (old && old.value === value.value && old.estimated === value.estimated && old.as === value.as) continue;
    const place = named(value.step);
    const ask = place.step?.asks.find((a) => a.key === value.key);
    const of = ask?.unit ?? 'length';
    said.push({
      kind: 'value', at: value.at, ...titled(place), says: cut(valueSays(value, ask?.label ?? value.key, unit, of), 2000),
      figure: {
        key: value.key, value: value.value, unit: of === 'length' ? 'mm' : of,
        ...(value.as ? { as: value.as } : {}), ...(value.estimated ? { estimated: true as const } : {}),
        ...(ask?.least === undefined ? {} : { least: ask.least }), ...(ask?.most === undefined ? {} : { most: ask.most }),
      },
    }); // prettier-ignore
  }
  for (const old of was.values)
    if (!is.values.some((v) => v.step === old.step && v.key === old.key))
      said.push({ kind: 'taken back', at: now, ...titled(named(old.step)), says: cut(`value taken back: ${named(old.step).step?.asks.find((a) => a.key === old.key)?.label ?? old.key}`, 2000) }); // prettier-ignore
  for (const proof of is.proofs) {
    const old = was.proofs.find((p) => p.of === proof.of);
    const { step, words } = provedWords(proof, steps);
    for (const key of PROOF_ORDER) {
      const reading = proof[key];
      if (!reading || (old?.[key]?.at === reading.at && old[key].volts === reading.volts)) continue;
      said.push({
        kind: 'reading', at: reading.at, ...titled({ step, id: step?.id ?? 'prove-dead' }), ...(proof.by ? { by: proof.by } : {}),
        says: cut([words, `${proofLabel(key, step?.proves[0] ?? {})}: ${reading.volts} V, ${reading.where}`].filter(Boolean).join('. '), 2000),
        figure: { key: cut(`${proof.of ?? 'all'} ${key}`, 80), value: reading.volts, unit: 'V' },
      }); // prettier-ignore
    }
  }
  for (const old of was.proofs) {
    const now_ = is.proofs.find((p) => p.of === old.of);
    if (PROOF_ORDER.every((key) => !old[key] || now_?.[key])) continue;
    const { step, words } = provedWords(old, steps);
    said.push({ kind: 'void', at: now, ...titled({ step, id: step?.id ?? 'prove-dead' }), says: cut(`proof of dead is void${words ? `: ${words}` : ''}`, 2000) }); // prettier-ignore
  }
  for (const told of is.told ?? []) {
    if ((was.told ?? []).some((t) => t.of === told.of && t.what === told.what && t.at === told.at)) continue;
    said.push({ kind: 'told', at: told.at, by: told.by, says: cut(`${TOLD_WORDS[told.what]} by ${told.by}`, 2000) });
  }
  for (const note of is.notes) {
    if (was.notes.some((n) => n.id === note.id && n.text === note.text)) continue;
    said.push({ kind: 'note', at: note.at, ...(note.step ? titled(named(note.step)) : {}), says: note.text });
  }
  return said;
}

/**
 * What a job’s work says and no entry has: from before there was a log, or brought in with a file. Entries with ids of their own, so that
 * they read like the others; they are stored nowhere.
 */
export function earlierEntries(job: Job, steps: readonly Step[], unit: LengthUnit, there: readonly KeptEntry[]): KeptEntry[] {
  const empty: Work = { ticks: [], notes: [], values: [], proofs: [] };
  const key = (e: Pick<LogEntry, 'kind' | 'step' | 'at' | 'figure'>): string => [e.kind, e.step, e.at, e.figure?.key].join(' ');
  const known = new Set(there.map(key));
  return entriesOf({ ...job, work: empty }, job, steps, unit, job.closed?.at ?? '1970-01-01T00:00:00Z')
    .filter((said) => !known.has(key(said)))
    .map((said, n) => ({ ...said, id: `before-${String(n).padStart(6, '0')}`, device: 'before', n, jobId: job.id, received: said.at, aheadMs: 0 })); // prettier-ignore
}
