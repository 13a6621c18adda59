/** What is judged of the boxes of an alteration: where the new one is, what is about it and in its wall, and what goes into both. */
import { alterationBoxWords } from '../words/alteration/boxFindings.js';
import { toldBy } from '../words/phrases.js';
import { FACEPLATE, ukBoxSort } from '../catalog/index.js';
import {
  ukBathBonding,
  ukBathCircuit,
  ukBeside,
  ukBoxDepth,
  ukHeight,
  ukOutdoors,
  ukLetIn,
  ukLinedBox,
  type Judged,
} from '../codebook/index.js';
import { isSingles, type JobInBook, type RoomUse, type Wall } from '../model/index.js';
import { around } from './around.js';
import { growths, type Planned } from './plan.js';
import { ALTERATION_RULES } from '../codebook/index.js';
import type { Say } from './say.js';
import { buildKnown, depthOf, OUTSIDE, finishMm, isMetal, isSolid, leafMm, ukKind, wallLooked, type Spot, type Subject } from './spots.js';

const WET_ROOMS: ReadonlySet<RoomUse> = new Set<RoomUse>(['kitchen', 'utility', 'laundry', 'pantry']);

/** The box: its place, what stands about it, its kind, and whether its wall takes it. */
export function boxFindings(job: JobInBook, subject: Subject, planned: Planned, say: Say): void {
  const { alteration, from, point } = subject;
  const { spot } = planned;
  if (alteration.kind === 'enlarge' && point && !from) return say('place', { verdict: 'can’t tell', ...alterationBoxWords.wallUnknown({ point: point.name }) }); // prettier-ignore
  if (!spot) {
    if (alteration.kind !== 'enlarge') say('place', { verdict: 'can’t tell', ...alterationBoxWords.placeUnknown() }); // prettier-ignore
    return;
  }
  const { wall, box, face, rect } = spot;
  placeFindings(job, subject, spot, say);
  if (spot.room?.use === 'bathroom') {
    say('bathroom', { ...ukBathCircuit(planned.final?.residual), subject: `${job.id}/30 mA` });
    say('bathroom', { ...ukBathBonding(), subject: `${job.id}/bonding` });
  }
  const grown = alteration.kind === 'enlarge' && from ? growths(job, from).find((g) => g.box.place.distance.mm === box.place.distance.mm) : undefined; // prettier-ignore
  for (const a of grown?.judged ?? around(planned.site, spot)) say(a.rule, a);
  const cables = planned.final?.runs.filter((r) => r.ends.includes(planned.point!.id)).length ?? 1;
  const depth = depthOf(box);
  if (depth !== undefined) say('depth', { ...ukBoxDepth(alteration.outlet.kind, Math.max(1, cables), depth), subject: box.id });
  const kind = ukKind(box);
  if (kind === undefined || rect === undefined) return;
  const sort = ukBoxSort(kind);
  const fits = (sort === 'metal') === isSolid(wall) || sort === 'surface' || sort === 'weather';
  if (!fits)
    say(isSolid(wall) ? 'let-in' : 'lined', { verdict: 'stop', ...(isSolid(wall) ? alterationBoxWords.liningOnBrick() : alterationBoxWords.metalOnBoard()) }); // prettier-ignore
  else if (sort === 'lined') say('lined', ukLinedBox(kind, finishMm(wall, face), leafMm(wall)));
  else if (sort === 'metal') say('let-in', ukLetIn(depth!, finishMm(wall, face), leafMm(wall)));
  if (wall.fireRated && sort === 'lined') say('through', { verdict: 'caution', subject: box.id, ...alterationBoxWords.fireWall() }); // prettier-ignore
}

/** Wall and place: what was measured of them, how high, whether anybody looked for what is in the wall, and what stands beside that asks for room. */
function placeFindings(job: JobInBook, { alteration, point }: Subject, { wall, box, room, z }: Spot, say: Say): void {
  // of a move what is there stays what it is
  const kind = alteration.kind === 'move' && point ? point.kind : alteration.outlet.kind;
  const guessed = [box.place.distance, box.place.bottom].some((l) => l.known === 'assumed');
  say('place', guessed ? { verdict: 'can’t tell', ...alterationBoxWords.wallTaken({ wall: wall.name }) } : { verdict: 'ok', ...alterationBoxWords.onWall({ wall: wall.name }) }); // prettier-ignore
  if (!buildKnown(wall)) say('build', { verdict: 'can’t tell', subject: wall.id, ...alterationBoxWords.buildTaken() }); // prettier-ignore
  const half = FACEPLATE[1].heightMm / 2;
  const height = ukHeight(z - half, z + half);
  say('height', guessed && height.verdict === 'ok' ? { ...height, verdict: 'can’t tell', ...alterationBoxWords.heightTaken({ told: toldBy(height) }) } : height); // prettier-ignore
  lookedFinding(wall, say);
  const use = room?.use;
  if (use === undefined) say('water', { verdict: 'can’t tell', subject: `${job.id}/room`, ...alterationBoxWords.roomUnknown() }); // prettier-ignore
  else if (OUTSIDE.has(use)) say('outdoors', ukOutdoors(ukKind(box))); // prettier-ignore
  for (const j of ukBeside(alteration.beside ?? {}, { sink: use !== undefined && WET_ROOMS.has(use), bath: use === 'bathroom' }, { kind, bottomMm: z - half })) say('water', { ...j, subject: `${job.id}/${j.of}` }); // prettier-ignore
}
/** Whether anybody looked for pipes and cables in a wall that is cut or chased. */
export function lookedFinding(wall: Wall, say: Say): void {
  if (!wallLooked(wall)) return say('in-the-wall', { verdict: 'can’t tell', subject: wall.id, ...alterationBoxWords.wallUnsearched({ wall: wall.name }) }); // prettier-ignore
  say('in-the-wall', { verdict: 'ok', subject: wall.id, ...alterationBoxWords.searched({ wall: wall.name, how: wall.bayLooked, kinds: [...new Set(wall.obstacles.map((o) => o.kind))] }), source: { from: 'measured' } }); // prettier-ignore
}

/** What is met inside the boxes: earth leads, grommets, room for one cable more, colours. */
export function wiringFindings({ alteration, from, point, final }: Subject, planned: Planned, say: Say): void {
  const metal = planned.spot && isMetal(planned.spot.box);
  if (metal) {
    say('earth-lead', { verdict: 'ok', ...alterationBoxWords.leadThere() });
    say('grommet', { verdict: 'note', ...alterationBoxWords.grommets() });
  }
  const here = planned.final?.runs.filter((r) => r.ends.includes(planned.point?.id ?? '')) ?? [];
  if (here.length)
    say(
      'sleeving',
      here.every((r) => isSingles(r.size))
        ? { verdict: 'note', ...alterationBoxWords.single() }
        : {
            verdict: 'note',
            ...alterationBoxWords.sleeving(),
          },
    );
  // the box that the cable leaves holds one more
  if (from && point && final && (alteration.kind === 'spur' || alteration.kind === 'into ring')) {
    const cables = planned.final?.runs.filter((r) => r.ends.includes(point.id)).length ?? 0;
    const joined = alteration.kind === 'into ring' ? 1 : 0;
    const depth = depthOf(from.box);
    const inside = cables + 2 * joined;
    const told: Judged = depth === undefined ? { verdict: 'can’t tell', ...alterationBoxWords.boxDepthUnknown({ point: point.name }), sums: [], source: ALTERATION_RULES['old-box'].source } : ukBoxDepth(point.kind, inside, depth, joined); // prettier-ignore
    say('old-box', { ...told, subject: from.box.id });
  }
  const olds = planned.final?.runs.filter((r) => r.cores === undefined && r.ends.includes(point?.id ?? '')) ?? [];
  if (olds.length && alteration.kind !== 'own radial') say('colours', { verdict: 'can’t tell', ...alterationBoxWords.coloursUnknown() }); // prettier-ignore
}
