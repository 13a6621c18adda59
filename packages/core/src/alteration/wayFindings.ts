/** What is judged of an alteration’s cable: the way it goes, what is in that way, and what it carries there. */
import { carriesA, CARRIES_SOURCE, LAID_WORDS, NO_SHEATH, outletAmps, RING_LEG_A, term } from '../codebook/index.js';
import type { JobInBook, WayKind } from '../model/index.js';
import { lookedFinding } from './boxFindings.js';
import { noWay, sizeFor, TAKEN_A, wayOf, type Planned } from './plan.js';
import type { Say } from './say.js';
import type { Subject } from './spots.js';

/** A box is moved straight up, down or across within this, mm. */
const STRAIGHT_MM = 5;

/** The cables that are there go with the box: they keep to a line only where it moves along the one they come by. */
function reachFindings({ from }: Subject, { spot }: Planned, say: Say): void {
  if (!spot || !from) return say('zone', { verdict: 'can’t tell', says: 'whether the cables keep to a safe zone is not known: where the box is, or where it goes, was not said', ask: 'Give both places.' }); // prettier-ignore
  const [aside, rise] = [Math.abs(spot.rect.centre - from.rect.centre), Math.abs(spot.z - from.z)];
  const straight = spot.wall.id === from.wall.id && spot.face === from.face && Math.min(aside, rise) <= STRAIGHT_MM;
  const sums = [
    { terms: [], result: term('aside', aside, 'length') },
    { terms: [], result: term('up or down', rise, 'length') },
  ];
  say('zone', straight ? { verdict: 'caution', says: 'the cables stay in a safe zone only where they come to the old box along the line that it moves by: look before it is closed', sums } : { verdict: 'stop', says: 'moved aslant, or to another face, the cables that are there would leave every safe zone: new ones are laid from the old box', sums }); // prettier-ignore
}

/** Where warmth of a way is settled, for what nobody said of it. */
const COOLS: Readonly<Record<WayKind, string>> = {
  across: 'Say on the wall’s page whether the wall is filled with insulation.',
  'through the wall': 'Say on the wall’s page whether the wall is filled with insulation.',
  'under the floor': 'Look under a lifted board for insulation, and say how it lies there.',
  'up and over': 'Look whether it lies under insulation in the loft, and how thick; keep it on top where it can.',
  'on the surface': 'Say how it lies at its worst.',
};
/** What lies in the new cable’s way, and what it carries there. */
export function wayFindings(job: JobInBook, subject: Subject, planned: Planned, say: Say): void {
  const { alteration, final } = subject;
  if (alteration.kind === 'enlarge') return;
  if (alteration.kind === 'move' && alteration.cablesReach) return reachFindings(subject, planned, say);
  if (alteration.kind === 'move' && alteration.cablesReach === undefined) say('way', { verdict: 'can’t tell', subject: `${job.id}/reach`, says: 'whether the cables that are there reach the new box was not looked at; new ones from the old box are taken', ask: 'Off and proved dead, pull at them: slack from above or below tells.' }); // prettier-ignore
  const none = noWay(job);
  const way = wayOf(job);
  if (!way) {
    if (!alteration.cable) say('way', { verdict: 'can’t tell', says: `no way of the cable is known: ${none ?? 'say where it goes'}`, ask: 'Or measure along its way with a string, and give that.' }); // prettier-ignore
    else say('way', { verdict: 'can’t tell', says: 'its length was measured; what it lies in is not known: neither zones nor chases nor joists are judged', ask: 'Put both ends on walls of rooms that were walked round, or have somebody look who knows.' }); // prettier-ignore
  } else {
    say('way', { verdict: alteration.cable ? 'ok' : 'note', says: alteration.cable ? `${way.words}; its length was measured` : `${way.words}; its length is reckoned from the walls`, sums: [way.length] }); // prettier-ignore
    for (const j of way.judged) say(j.rule, j);
    for (const id of new Set(way.legs.flatMap((l) => (l.wallId === undefined || l.in === 'surface' ? [] : [l.wallId]))))
      lookedFinding(
        job.found.walls.find((w) => w.id === id)!,
        say,
      );
  }
  const run = planned.final?.runs.find((r) => r.id.startsWith(`${job.id}-run`));
  const size = run?.size ?? sizeFor(alteration, final, way?.kind);
  const need = alteration.kind === 'own radial' ? (alteration.own?.ratingA ?? TAKEN_A) : final?.shape === 'radial' ? final.ratingA : alteration.kind === 'into ring' || alteration.kind === 'move' ? RING_LEG_A : outletAmps(alteration.outlet.kind); // prettier-ignore
  const laid = alteration.laid ?? way?.laid;
  if (!way && laid === undefined) return;
  if (need === undefined)
    return say('lies', { verdict: 'can’t tell', says: 'the breaker of its circuit was not noted', ask: 'Read it at the consumer unit.' });
  if (laid === undefined) return say('lies', { verdict: 'can’t tell', says: 'how warm it gets there is not known', ask: COOLS[way?.kind ?? 'across'] }); // prettier-ignore
  const has = carriesA(size, laid);
  if (has === undefined) return say('lies', { verdict: 'stop', says: NO_SHEATH, source: CARRIES_SOURCE });
  const sums = [{ terms: [term(`${size} mm², ${LAID_WORDS[laid]}`, has, 'A')], result: term('carries', has, 'A'), limit: { ...term('asked of it', need, 'A'), relation: '≥' as const } }]; // prettier-ignore
  say('lies', { verdict: has < need ? 'stop' : 'ok', says: has < need ? `carries ${has} A of the ${need} A asked of it: a thicker cable, or a way where it stays cool` : `carries ${has} A; ${need} A are asked of it`, sums, source: CARRIES_SOURCE }); // prettier-ignore
}
