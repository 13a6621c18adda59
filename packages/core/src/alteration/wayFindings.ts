/** What is judged of an alteration’s cable: the way it goes, what is in that way, and what it carries there. */
import { alterationWayWords } from '../words/alteration/wayFindings.js';
import { carriesA, CARRIES_SOURCE, LAID_WORDS, outletAmps, RING_LEG_A, term } from '../codebook/index.js';
import type { JobInBook } from '../model/index.js';
import { lookedFinding } from './boxFindings.js';
import { noWay, sizeFor, TAKEN_A, wayOf, type Planned } from './plan.js';
import type { Say } from './say.js';
import type { Subject } from './spots.js';

/** A box is moved straight up, down or across within this, mm. */
const STRAIGHT_MM = 5;

/** The cables that are there go with the box: they keep to a line only where it moves along the one they come by. */
function reachFindings({ from }: Subject, { spot }: Planned, say: Say): void {
  if (!spot || !from) return say('zone', { verdict: 'can’t tell', ...alterationWayWords.placesUnknown() }); // prettier-ignore
  const [aside, rise] = [Math.abs(spot.rect.centre - from.rect.centre), Math.abs(spot.z - from.z)];
  const straight = spot.wall.id === from.wall.id && spot.face === from.face && Math.min(aside, rise) <= STRAIGHT_MM;
  const sums = [
    { terms: [], result: term('aside', aside, 'length') },
    { terms: [], result: term('up or down', rise, 'length') },
  ];
  say('zone', straight ? { verdict: 'caution', ...alterationWayWords.zoneIfAlongLine(), sums } : { verdict: 'stop', ...alterationWayWords.zonesLeft(), sums }); // prettier-ignore
}

/** What lies in the new cable’s way, and what it carries there. */
export function wayFindings(job: JobInBook, subject: Subject, planned: Planned, say: Say): void {
  const { alteration, final } = subject;
  if (alteration.kind === 'enlarge') return;
  if (alteration.kind === 'move' && alteration.cablesReach) return reachFindings(subject, planned, say);
  if (alteration.kind === 'move' && alteration.cablesReach === undefined) say('way', { verdict: 'can’t tell', subject: `${job.id}/reach`, ...alterationWayWords.reachUnseen() }); // prettier-ignore
  const none = noWay(job);
  const way = wayOf(job);
  if (!way) {
    if (!alteration.cable) say('way', { verdict: 'can’t tell', ...alterationWayWords.unknown({ none }) }); // prettier-ignore
    else say('way', { verdict: 'can’t tell', ...alterationWayWords.lengthOnly() }); // prettier-ignore
  } else {
    say('way', { verdict: alteration.cable ? 'ok' : 'note', ...(alteration.cable ? alterationWayWords.measured({ words: way.words }) : alterationWayWords.reckoned({ words: way.words })), sums: [way.length] }); // prettier-ignore
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
  if (need === undefined) return say('lies', { verdict: 'can’t tell', ...alterationWayWords.breakerUnknown() });
  if (laid === undefined) return say('lies', { verdict: 'can’t tell', ...alterationWayWords.warmthUnknown({ way: way?.kind ?? 'across' }) }); // prettier-ignore
  const has = carriesA(size, laid);
  if (has === undefined) return say('lies', { verdict: 'stop', ...alterationWayWords.noSheath(), source: CARRIES_SOURCE });
  const sums = [{ terms: [term(`${size} mm², ${LAID_WORDS[laid]}`, has, 'A')], result: term('carries', has, 'A'), limit: { ...term('asked of it', need, 'A'), relation: '≥' as const } }]; // prettier-ignore
  say('lies', { verdict: has < need ? 'stop' : 'ok', ...(has < need ? alterationWayWords.carriesTooLittle({ has, need }) : alterationWayWords.carries({ has, need })), sums, source: CARRIES_SOURCE }); // prettier-ignore
}
