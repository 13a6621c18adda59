/** Everything that is judged of an alteration: its circuit as it will lie, the box, the way, what the hands meet. The ledger of a job by the UK book. */
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
  if (!own && !final) say('subject', { verdict: 'can’t tell', says: 'which circuit it is on is not said', ask: 'Choose it; with its breaker off a plugged-in lamp goes out.' }); // prettier-ignore
  else if (alteration.kind === 'find fault') say('subject', { verdict: 'ok', says: `${final!.name}, way ${final!.number}${point ? `, seen at ${point.name}` : ''}` });
  else if (!own && !point) say('subject', { verdict: 'can’t tell', says: 'at which point it starts is not said', ask: 'Choose the socket that is altered, or that the cable leaves.' }); // prettier-ignore
  else if (alteration.kind === 'enlarge' && point!.kind !== 'single') say('subject', { verdict: 'stop', says: `${point!.name} is a ${point!.kind}: only a single becomes a twin` }); // prettier-ignore
  else if (alteration.kind === 'into ring' && final!.shape !== 'ring') say('subject', { verdict: 'stop', says: `${final!.name} is a radial: it has no ring to be taken through. Take it on from there instead` }); // prettier-ignore
  else if (alteration.kind === 'into ring' && !planned.final?.points.some((p) => p.name === alteration.outlet.name)) say('subject', { verdict: 'stop', says: `${point!.name} hangs on a spur: no run of the ring is there to be opened` }); // prettier-ignore
  else say('subject', { verdict: 'ok', says: own ? 'a circuit of its own from the consumer unit' : `on ${final!.name}, way ${final!.number}, at ${point!.name}` }); // prettier-ignore
  if (alteration.kind === 'find fault') return;
  loadFindings(job, alteration, say);
  const use = planned.spot?.room?.use;
  if (!own && use === undefined) return say('notify', { verdict: 'can’t tell', says: 'in which room it is was not said: beside a bath or a shower it is notifiable, elsewhere in England not', ask: 'Put it on a wall of a room that was entered.' }); // prettier-ignore
  say('notify', ukNotifiable({ newCircuit: own, byBath: use === 'bathroom' || alteration.beside?.bath !== undefined }));
}

/** Loads that run for hours and take more than this belong on a circuit of their own, W (guidance; memory). */
const OWN_CIRCUIT_W = 2000;
function loadFindings({ incoming }: JobInBook, { outlet, kind, own }: Subject['alteration'], say: Say): void {
  if (outlet.watts === undefined) {
    if (outlet.kind === 'fused unit' || outlet.kind === 'fixed appliance') say('load', { verdict: 'can’t tell', says: 'what it takes is not said', ask: 'Read the watts on its plate.' }); // prettier-ignore
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
      return say('load', { verdict: 'stop', says: `${amps.toFixed(1)} A on a ${rating} A breaker`, sums: sums('its breaker', rating) });
    if (supply !== undefined && amps > supply / 2) return say('load', { verdict: 'caution', says: `more than half of what the supply’s ${supply} A fuse allows: ask the supplier first`, sums: sums('half of the supply', supply / 2) }); // prettier-ignore
    return say('load', { verdict: 'ok', says: `${amps.toFixed(1)} A of ${rating} A`, sums: sums('its breaker', rating) });
  }
  const most = outlet.kind === 'fused unit' ? (outlet.fuseA ?? 13) : outletAmps(outlet.kind);
  if (!atMost(amps, most)) return say('load', { verdict: 'stop', says: `${amps.toFixed(1)} A: more than ${most} A, which is all a ${outlet.kind} gives`, sums: sums(`a ${outlet.kind}`, most) }); // prettier-ignore
  if (outlet.watts >= OWN_CIRCUIT_W && outlet.kind !== 'single' && outlet.kind !== 'twin') return say('load', { verdict: 'caution', says: `${outlet.watts} W that may run for hours belong on a circuit of their own`, sums: sums(`a ${outlet.kind}`, most) }); // prettier-ignore
  say('load', { verdict: 'ok', says: `${amps.toFixed(1)} A of ${most} A`, sums: sums(`a ${outlet.kind}`, most) });
}

function unfitFindings(job: JobInBook, say: Say): void {
  for (const u of planOf(job).unfit) say('place', { verdict: 'stop', subject: u.change.id, says: `“${u.change.title}” doesn’t fit the house as it is: ${u.why}` }); // prettier-ignore
}

function handFindings({ built }: JobInBook, { alteration, from }: Subject, { spot }: Planned, say: Say): void {
  const walls = [spot, from].filter((s) => s !== undefined).map((s) => s.wall);
  if (built === undefined || built < ASBESTOS_UNTIL) say('dust', { verdict: 'caution', subject: 'asbestos', says: built === undefined ? 'when it was built is not noted: boards, textured coatings and flash guards from before 2000 may hold asbestos' : 'textured coatings, boards and old flash guards of that time may hold asbestos: have a sample looked at before anything is cut or drilled there' }); // prettier-ignore
  if (built !== undefined && built < UK_LEAD_UNTIL) say('dust', { verdict: 'caution', subject: 'lead', says: 'paint from before 1970 may hold lead: wet, no sanding, a fine filter' }); // prettier-ignore
  if (walls.some(isSolid)) say('dust', { verdict: 'note', subject: 'silica', says: 'chasing and drilling set free silica: extraction, mask, goggles' }); // prettier-ignore
  if (alteration.kind === 'own radial') say('licensed', { verdict: 'caution', says: 'work in the consumer unit is a registered electrician’s: its tails stay live with the main switch off' }); // prettier-ignore
}
