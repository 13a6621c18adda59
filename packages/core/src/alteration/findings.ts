/** Everything that is judged of an alteration: its circuit as it will lie, the box, the way, what the hands meet. The ledger of a job by the UK book. */
import { alterationWords } from '../words/alteration/findings.js';
import { finalFindings } from '../finals/index.js';
import {
  ASBESTOS_UNTIL,
  atMost,
  outletAmps,
  term,
  UK_LEAD_UNTIL,
  ukNotifiable,
  type Finding,
  byVerdict,
  findingKey,
  FINAL_RULES,
  ALTERATION_RULES,
} from '../codebook/index.js';
import { planOf, UK_VOLTS, type JobInBook } from '../model/index.js';
import { boxFindings, wiringFindings } from './boxFindings.js';
import { faultFindings } from './faultJob.js';
import { plannedOf, TAKEN_A, type Planned } from './plan.js';
import type { Say } from './say.js';
import { isSolid, subjectOf, type Subject } from './spots.js';
import { wayFindings } from './wayFindings.js';

/** Findings of a job by the UK book, what stops it first. Empty while nothing is asked for. */
export function alterationLedger(job: JobInBook): Finding[] {
  const subject = subjectOf(job);
  if (!subject) return [];
  const out: Finding[] = [];
  const say: Say = (rule, told) => {
    const { title, stage, source } = ALTERATION_RULES[rule];
    const subject = told.subject ?? job.id;
    out.push({ rule, stage, title, source, sums: [], remedies: [], ...told, subject, about: [subject] });
  };
  const planned = plannedOf(job);
  subjectFindings(job, subject, planned, say);
  unfitFindings(job, say);
  if (subject.alteration.kind === 'find fault') {
    if (planned.final) faultFindings(job, planned.final, say);
  } else {
    boxFindings(job, subject, planned, say);
    wayFindings(job, subject, planned, say);
    wiringFindings(subject, planned, say);
    handFindings(job, subject, planned, say);
  }
  if (planned.final)
    for (const f of finalFindings(planned.final, job.incoming ?? {})) out.push({ ...f, stage: FINAL_RULES[f.rule].stage, remedies: [] });
  return distinct(out).sort(byVerdict);
}
/** Rule and subject are unique within a ledger: the worse of two stays. */
function distinct(list: readonly Finding[]): Finding[] {
  const kept = new Map<string, Finding>();
  for (const f of list) {
    const key = findingKey(f);
    const there = kept.get(key);
    if (!there || byVerdict(f, there) < 0) kept.set(key, f);
  }
  return [...kept.values()];
}

function subjectFindings(job: JobInBook, { alteration, final, point }: Subject, planned: Planned, say: Say): void {
  const own = alteration.kind === 'own radial';
  if (!own && !final) say('subject', { verdict: 'can’t tell', ...alterationWords.circuitUnknown() }); // prettier-ignore
  else if (alteration.kind === 'find fault') say('subject', { verdict: 'ok', ...alterationWords.seenAt({ final: final!.name, number: final!.number, point: point?.name }) });
  else if (!own && !point) say('subject', { verdict: 'can’t tell', ...alterationWords.pointUnknown() }); // prettier-ignore
  else if (alteration.kind === 'enlarge' && point!.kind !== 'single') say('subject', { verdict: 'stop', ...alterationWords.notSingle({ point: point!.name, kind: point!.kind }) }); // prettier-ignore
  else if (alteration.kind === 'into ring' && final!.shape !== 'ring') say('subject', { verdict: 'stop', ...alterationWords.noRing({ final: final!.name }) }); // prettier-ignore
  else if (alteration.kind === 'into ring' && !planned.final?.points.some((p) => p.name === alteration.outlet.name)) say('subject', { verdict: 'stop', ...alterationWords.onSpur({ point: point!.name }) }); // prettier-ignore
  else say('subject', { verdict: 'ok', ...(own ? alterationWords.own() : alterationWords.at({ final: final!.name, number: final!.number, point: point!.name })) }); // prettier-ignore
  if (alteration.kind === 'find fault') return;
  loadFindings(job, alteration, say);
  const use = planned.spot?.room?.use;
  if (!own && use === undefined) return say('notify', { verdict: 'can’t tell', ...alterationWords.roomUnknown() }); // prettier-ignore
  say('notify', ukNotifiable({ newCircuit: own, byBath: use === 'bathroom' || alteration.beside?.bath !== undefined }));
}

/** Loads that run for hours and take more than this belong on a circuit of their own, W (guidance; memory). */
const OWN_CIRCUIT_W = 2000;
function loadFindings({ incoming }: JobInBook, { outlet, kind, own }: Subject['alteration'], say: Say): void {
  if (outlet.watts === undefined) {
    if (outlet.kind === 'fused unit' || outlet.kind === 'fixed appliance') say('load', { verdict: 'can’t tell', ...alterationWords.loadUnknown() }); // prettier-ignore
    return;
  }
  const amps = outlet.watts / UK_VOLTS;
  const sums = (label: string, limit: number) => [
    { terms: [term('takes', outlet.watts!, 'W'), term('at', UK_VOLTS, 'V')], formula: 'W ÷ V', result: term('takes', amps, 'A'), limit: { ...term(label, limit, 'A'), relation: '≤' as const } }, // prettier-ignore
  ];
  if (kind === 'own radial') {
    const rating = own?.ratingA ?? TAKEN_A;
    const supply = incoming?.fuseA;
    if (!atMost(amps, rating))
      return say('load', { verdict: 'stop', ...alterationWords.breakerOver({ amps, rating }), sums: sums('its breaker', rating) });
    if (supply !== undefined && amps > supply / 2) return say('load', { verdict: 'caution', ...alterationWords.supplyHalf({ supply }), sums: sums('half of the supply', supply / 2) }); // prettier-ignore
    return say('load', { verdict: 'ok', ...alterationWords.ownLoad({ amps, rating }), sums: sums('its breaker', rating) });
  }
  const most = outlet.kind === 'fused unit' ? (outlet.fuseA ?? 13) : outletAmps(outlet.kind);
  if (!atMost(amps, most)) return say('load', { verdict: 'stop', ...alterationWords.outletOver({ amps, most, kind: outlet.kind }), sums: sums(`a ${outlet.kind}`, most) }); // prettier-ignore
  if (outlet.watts >= OWN_CIRCUIT_W && outlet.kind !== 'single' && outlet.kind !== 'twin') return say('load', { verdict: 'caution', ...alterationWords.longLoad({ watts: outlet.watts }), sums: sums(`a ${outlet.kind}`, most) }); // prettier-ignore
  say('load', { verdict: 'ok', ...alterationWords.outletLoad({ amps, most }), sums: sums(`a ${outlet.kind}`, most) });
}

function unfitFindings(job: JobInBook, say: Say): void {
  for (const u of planOf(job).unfit) say('place', { verdict: 'stop', subject: u.change.id, ...alterationWords.unfit({ change: u.change.title, why: u.why }) }); // prettier-ignore
}

function handFindings({ built }: JobInBook, { alteration, from }: Subject, { spot }: Planned, say: Say): void {
  const walls = [spot, from].filter((s) => s !== undefined).map((s) => s.wall);
  if (built === undefined || built < ASBESTOS_UNTIL) say('dust', { verdict: 'caution', subject: 'asbestos', ...(built === undefined ? alterationWords.asbestosYearUnknown() : alterationWords.asbestos()) }); // prettier-ignore
  if (built !== undefined && built < UK_LEAD_UNTIL) say('dust', { verdict: 'caution', subject: 'lead', ...alterationWords.lead() }); // prettier-ignore
  if (walls.some(isSolid)) say('dust', { verdict: 'note', subject: 'silica', ...alterationWords.silica() }); // prettier-ignore
  if (alteration.kind === 'own radial') say('licensed', { verdict: 'caution', ...alterationWords.licensed() }); // prettier-ignore
}
