/** Everything that is judged of an alteration: its circuit as it will lie, the box, the way, what the hands meet. The ledger of a job by the UK book. */
import { finalFindings, type FinalFinding } from '../finals/index.js';
import {
  ASBESTOS_UNTIL,
  atMost,
  carriesA,
  CARRIES_SOURCE,
  LAID_WORDS,
  outletAmps,
  RING_LEG_A,
  term,
  UK_LEAD_UNTIL,
  ukBeside,
  ukBoxDepth,
  ukHeight,
  ukLetIn,
  ukLinedBox,
  ukNotifiable,
  type Judged,
} from '../codebook/index.js';
import { FACEPLATE } from '../codebook/index.js';
import { planOf, UK_VOLTS, VERDICTS, type Finding, type JobInBook, type RoomUse, type Stage } from '../model/index.js';
import { around } from './around.js';
import { faultFindings } from './faultJob.js';
import { growths, noWay, plannedOf, sizeFor, wayOf, type Planned } from './plan.js';
import { ALTERATION_RULE_TABLE, type AlterationRule } from './rules.js';
import { buildKnown, depthOf, finishMm, isMetal, isSolid, leafMm, subjectOf, ukKind, type Subject } from './spots.js';

type Told = Pick<Finding, 'verdict' | 'says'> & Partial<Pick<Finding, 'sums' | 'source' | 'ask' | 'subject' | 'title'>>;
type Say = (rule: AlterationRule, told: Told) => void;

/** Where of a job each judgement of its circuit is settled. */
const STAGE_OF: Readonly<Partial<Record<FinalFinding['rule'], Stage>>> = { 'metal-box': 'wire', cores: 'wire', 'fused-unit': 'need' };
const WET_ROOMS: ReadonlySet<RoomUse> = new Set<RoomUse>(['kitchen', 'utility', 'laundry', 'pantry']);

/** Findings of a job by the UK book, what stops it first. Empty while nothing is asked for. */
export function alterationLedger(job: JobInBook): Finding[] {
  const subject = subjectOf(job);
  if (!subject) return [];
  const out: Finding[] = [];
  const say: Say = (rule, told) => {
    const { title, stage, source } = ALTERATION_RULE_TABLE[rule];
    out.push({ rule, subject: job.id, stage, title, source, sums: [], remedies: [], ...told });
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
    for (const f of finalFindings(planned.final, job.incoming ?? {}))
      out.push({ rule: f.rule, subject: f.subject, stage: STAGE_OF[f.rule] ?? 'feed', verdict: f.verdict, title: f.title, says: f.says, sums: f.sums, source: f.source, remedies: [], ...(f.ask ? { ask: f.ask } : {}) }); // prettier-ignore
  return distinct(out).sort((a, b) => VERDICTS.indexOf(a.verdict) - VERDICTS.indexOf(b.verdict));
}
/** Rule and subject are unique within a ledger: the worse of two stays. */
function distinct(list: readonly Finding[]): Finding[] {
  const kept = new Map<string, Finding>();
  for (const f of list) {
    const key = `${f.rule}/${f.subject}`;
    const there = kept.get(key);
    if (!there || VERDICTS.indexOf(f.verdict) < VERDICTS.indexOf(there.verdict)) kept.set(key, f);
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
  const byBath = planned.spot?.room?.use === 'bathroom';
  say('notify', ukNotifiable({ newCircuit: own, byBath }));
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
    const rating = own?.ratingA ?? 20;
    const supply = incoming?.fuseA;
    if (supply !== undefined && amps > supply / 2) return say('load', { verdict: 'caution', says: `more than half of what the supply’s ${supply} A fuse allows: ask the supplier first`, sums: sums('half of the supply', supply / 2) }); // prettier-ignore
    return say('load', atMost(amps, rating) ? { verdict: 'ok', says: `${amps.toFixed(1)} A of ${rating} A`, sums: sums('its breaker', rating) } : { verdict: 'stop', says: `${amps.toFixed(1)} A on a ${rating} A breaker`, sums: sums('its breaker', rating) }); // prettier-ignore
  }
  const most = outlet.kind === 'fused unit' ? (outlet.fuseA ?? 13) : outletAmps(outlet.kind);
  if (!atMost(amps, most)) return say('load', { verdict: 'stop', says: `${amps.toFixed(1)} A: more than ${most} A, which is all a ${outlet.kind} gives`, sums: sums(`a ${outlet.kind}`, most) }); // prettier-ignore
  if (outlet.watts >= OWN_CIRCUIT_W && outlet.kind !== 'single' && outlet.kind !== 'twin') return say('load', { verdict: 'caution', says: `${outlet.watts} W that may run for hours belong on a circuit of their own`, sums: sums(`a ${outlet.kind}`, most) }); // prettier-ignore
  say('load', { verdict: 'ok', says: `${amps.toFixed(1)} A of ${most} A`, sums: sums(`a ${outlet.kind}`, most) });
}

function unfitFindings(job: JobInBook, say: Say): void {
  for (const u of planOf(job).unfit) say('place', { verdict: 'stop', subject: u.change.id, says: `“${u.change.title}” doesn’t fit the house as it is: ${u.why}` }); // prettier-ignore
}

function boxFindings(job: JobInBook, subject: Subject, planned: Planned, say: Say): void {
  const { alteration, from, point } = subject;
  const { spot } = planned;
  if (alteration.kind === 'enlarge' && point && !from) return say('place', { verdict: 'can’t tell', says: `on which wall ${point.name} is was not said`, ask: 'Put its box on its wall: then what the larger one meets is known.' }); // prettier-ignore
  if (!spot) {
    if (alteration.kind !== 'enlarge') say('place', { verdict: 'can’t tell', says: 'where it goes is not said', ask: 'Give its wall, from the left end to its middle, and its height.' }); // prettier-ignore
    return;
  }
  const { wall, box, face, rect, z } = spot;
  say('place', { verdict: 'ok', says: `on ${wall.name}` });
  if (!buildKnown(wall)) say('build', { verdict: 'can’t tell', subject: wall.id, says: 'how the wall is built is only taken for granted', ask: 'Knock: a dull sound and drill dust red or grey is masonry; hollow is board on studs.' }); // prettier-ignore
  const half = FACEPLATE[1].heightMm / 2;
  const places = [box.place.distance, box.place.bottom];
  const guessed = places.some((l) => l.known === 'assumed');
  const height = ukHeight(z - half, z + half);
  say('height', guessed && height.verdict === 'ok' ? { ...height, verdict: 'can’t tell', ask: 'Its place was put there and not measured.' } : height); // prettier-ignore
  const use = spot.room?.use;
  for (const j of ukBeside(alteration.beside ?? {}, { sink: use !== undefined && WET_ROOMS.has(use), bath: use === 'bathroom' })) say('water', { ...j, subject: `${job.id}/${j.of}` }); // prettier-ignore
  const grown = alteration.kind === 'enlarge' && from ? growths(job, from).find((g) => g.box.place.distance.mm === box.place.distance.mm) : undefined; // prettier-ignore
  for (const a of grown?.judged ?? around(planned.site, spot)) say(a.rule, a);
  const cables = planned.final?.runs.filter((r) => r.ends.includes(planned.point!.id)).length ?? 1;
  const depth = depthOf(box);
  if (depth !== undefined) say('depth', { ...ukBoxDepth(alteration.outlet.kind, Math.max(1, cables), depth), subject: box.id });
  const kind = ukKind(box);
  if (kind === undefined || rect === undefined) return;
  const fits = kind.startsWith('back-metal') === isSolid(wall) || kind.startsWith('back-surface');
  if (!fits)
    say(isSolid(wall) ? 'let in' : 'lined', { verdict: 'stop', says: isSolid(wall) ? 'a lined box needs hollow board behind it: brick wants a metal box let in' : 'a metal box wants masonry to be screwed to: behind board its lugs are missing' }); // prettier-ignore
  else if (kind.startsWith('back-lined')) say('lined', ukLinedBox(kind, finishMm(wall, face), leafMm(wall)));
  else if (kind.startsWith('back-metal')) say('let in', ukLetIn(depth!, finishMm(wall, face), leafMm(wall)));
  if (wall.fireRated && kind.startsWith('back-lined')) say('through', { verdict: 'caution', subject: box.id, says: 'the wall resists fire: the box gets a fire-rated pad or hood' }); // prettier-ignore
}

/** What lies in the new cable’s way, and what it carries there. */
function wayFindings(job: JobInBook, { alteration, final }: Subject, planned: Planned, say: Say): void {
  if (alteration.kind === 'enlarge' || (alteration.kind === 'move' && alteration.cablesReach)) return;
  if (alteration.kind === 'move' && alteration.cablesReach === undefined) say('way', { verdict: 'can’t tell', subject: `${job.id}/reach`, says: 'whether the cables that are there reach the new box was not looked at; new ones from the old box are taken', ask: 'Off and proved dead, pull at them: slack from above or below tells.' }); // prettier-ignore
  const none = noWay(job);
  const way = wayOf(job);
  if (!way) {
    if (!alteration.cable) say('way', { verdict: 'can’t tell', says: `no way of the cable is known: ${none ?? 'say where it goes'}`, ask: 'Or measure along its way with a string, and give that.' }); // prettier-ignore
    else say('way', { verdict: 'caution', says: 'its length was measured; what it lies in is not known to Saddle: look at zones, chases and joists by hand' }); // prettier-ignore
  } else {
    say('way', { verdict: alteration.cable ? 'ok' : 'note', says: alteration.cable ? `${way.words}; its length was measured` : `${way.words}; its length is reckoned from the walls`, sums: [way.length] }); // prettier-ignore
    for (const j of way.judged) say(j.rule, j);
  }
  const run = planned.final?.runs.find((r) => r.id.startsWith(`${job.id}-run`));
  const size = run?.size ?? sizeFor(alteration, final);
  const need = alteration.kind === 'own radial' ? (alteration.own?.ratingA ?? 20) : final?.shape === 'radial' ? (final.ratingA ?? 32) : alteration.kind === 'into ring' || alteration.kind === 'move' ? RING_LEG_A : outletAmps(alteration.outlet.kind); // prettier-ignore
  const laid = alteration.laid ?? way?.laid;
  if (!way && laid === undefined) return;
  if (laid === undefined) return say('lies', { verdict: 'can’t tell', says: 'how warm it gets there is not known', ask: way?.kind === 'up and over' ? 'Look whether it lies under insulation in the loft, and how thick; keep it on top where it can.' : 'Say on the wall’s page whether the wall is filled with insulation.' }); // prettier-ignore
  const has = carriesA(size, laid);
  const sums = [{ terms: [term(`${size} mm², ${LAID_WORDS[laid]}`, has, 'A')], result: term('carries', has, 'A'), limit: { ...term('asked of it', need, 'A'), relation: '≥' as const } }]; // prettier-ignore
  say('lies', { verdict: has < need ? 'stop' : 'ok', says: has < need ? `carries ${has} A of the ${need} A asked of it: a thicker cable, or a way where it stays cool` : `carries ${has} A; ${need} A are asked of it`, sums, source: CARRIES_SOURCE }); // prettier-ignore
}

function wiringFindings({ alteration, from, point, final }: Subject, planned: Planned, say: Say): void {
  const metal = planned.spot && isMetal(planned.spot.box);
  if (metal) {
    say('earth lead', { verdict: 'ok', says: 'the plan has a lead from the box to the accessory' });
    say('grommet', { verdict: 'note', says: 'a grommet goes into every knock-out that a cable enters by' });
  }
  // the box that the cable leaves holds one more
  if (from && point && final && (alteration.kind === 'spur' || alteration.kind === 'into ring')) {
    const cables = planned.final?.runs.filter((r) => r.ends.includes(point.id)).length ?? 0;
    const joined = alteration.kind === 'into ring' ? 1 : 0;
    const depth = depthOf(from.box);
    const inside = cables + 2 * joined;
    const told: Judged = depth === undefined ? { verdict: 'can’t tell', says: `how deep the box of ${point.name} is was not noted`, sums: [], source: ALTERATION_RULE_TABLE['old box'].source, ask: 'Off and proved dead: measure from the wall to its back.' } : ukBoxDepth(point.kind, inside, depth, joined); // prettier-ignore
    say('old box', { ...told, subject: from.box.id });
  }
  const olds = planned.final?.runs.filter((r) => r.cores === undefined && r.ends.includes(point?.id ?? '')) ?? [];
  if (olds.length && alteration.kind !== 'own radial') say('colours', { verdict: 'can’t tell', says: 'the colours of the cables that are there were not noted', ask: 'Look once it is open: red and black are from before 2006, and get a notice at the board.' }); // prettier-ignore
}

function handFindings({ built }: JobInBook, { alteration, from }: Subject, { spot }: Planned, say: Say): void {
  const walls = [spot, from].filter((s) => s !== undefined).map((s) => s.wall);
  if (built === undefined || built < ASBESTOS_UNTIL) say('dust', { verdict: 'caution', subject: 'asbestos', says: built === undefined ? 'when it was built is not noted: boards, textured coatings and flash guards from before 2000 may hold asbestos' : 'textured coatings, boards and old flash guards of that time may hold asbestos: have a sample looked at before anything is cut or drilled there' }); // prettier-ignore
  if (built !== undefined && built < UK_LEAD_UNTIL) say('dust', { verdict: 'caution', subject: 'lead', says: 'paint from before 1970 may hold lead: wet, no sanding, a fine filter' }); // prettier-ignore
  if (walls.some(isSolid)) say('dust', { verdict: 'note', subject: 'silica', says: 'chasing and drilling set free silica: extraction, mask, goggles' }); // prettier-ignore
  if (alteration.kind === 'own radial') say('licensed', { verdict: 'caution', says: 'work in the consumer unit is a registered electrician’s: its tails stay live with the main switch off' }); // prettier-ignore
}
