/** What to measure next on a wall, how, and why. Only things that a judgement waits for are asked. */
import { boxBody, studPlaces, type FaceId, type Site, type Wall } from '../model/index.js';
import { contradictions } from './contradictions.js';

export interface NextMeasure {
  /** what it is about: a thing's id, or the wall */
  thingId?: string;
  what: string;
  how: string;
  why: string;
}

/** Ways to find a stud without a finder (handbook 2; common practice). */
export const STUD_WITHOUT_FINDER: { title: string; how: string }[] = [
  {
    title: 'Knock and listen',
    how: 'Knock along the wall with a knuckle: between studs it sounds hollow, over a stud dull and short. Mark both edges of the dull part; the middle is the stud.',
  },
  {
    title: 'Trim nails and known studs',
    how: 'Base trim is nailed into studs: look for filled nail heads with a light held flat. From one that is sure, step 16 in (or 24 in) to each side and check each by another way.',
  },
  {
    title: 'Pilot hole and bent wire',
    how: 'Where the new box will hide it, drill a hole just through the finish, push in a wire bent at a right angle and turn it: it stops at the stud’s side. Only the finish is drilled, at low speed, with the depth held.',
  },
];

/** How to carry a point through the wall and to the floor below (handbook 2; common practice). */
export const CARRY_A_POINT: { title: string; how: string }[] = [
  {
    title: 'Through the wall by a shared reference',
    how: 'Measure from a door edge or corner that both rooms see, add or take off the thickness of any wall between the two edges, and turn left into right: the flip does this sum.',
  },
  {
    title: 'Through the wall by a rod',
    how: 'Just below the existing box, with the circuit proved dead and the bay looked into, push a thin rod straight through; its hole is the starting point on the other face.',
  },
  {
    title: 'To the floor below',
    how: 'At the base of the wall drill a small hole straight down, drop a stiff marker wire, find it below. The real hole goes 2 in back from the wire toward the middle of the wall plate. Look first for pipes, ducts and cables under the floor.',
  },
];

/** Next measurements, most wanted first. Empty when nothing is missing for the judgements of this wall. */
export function nextMeasures(site: Site, wall: Wall, face: FaceId): NextMeasure[] {
  const next: NextMeasure[] = [];
  const clash = contradictions(site, wall).find((c) => c.verdict === 'stop');
  if (clash)
    next.push({
      what: clash.says,
      how: 'Hook the tape at the same point as before and read it twice.',
      why: 'One of the two is wrong, and everything laid out from it would be.',
    });
  const framed = wall.framing.material !== 'masonry';
  if (framed && studPlaces(wall).length === 0)
    next.push({
      what: 'one stud',
      how: `${STUD_WITHOUT_FINDER[0]!.how} Or use a finder. Then add a stud and type where its centre is.`,
      why: 'Openings stay clear of studs, and a box grows away from the stud it hangs on.',
    });
  const guessed = studPlaces(wall).filter((s) => s.known === 'guessed').length;
  for (const layer of wall.faces[face].layers)
    if (layer.thickness.known === 'assumed')
      next.push({
        what: `thickness of the ${layer.finish.replace('-', ' ')} on this face`,
        how: 'Take off a cover plate, with the circuit proved dead, and measure from the surface to the stud or to the back of the board; or drill where it will be hidden.',
        why: 'It decides which wings reach, how deep the blade may go, and how far a nail-on box stands forward.',
      });
  if (wall.faces[face].layers.length === 0)
    next.push({
      what: 'what this face is made of',
      how: 'Look at an edge: at a vent, under the trim, or behind a cover plate with the circuit proved dead.',
      why: 'Without a make-up no box can be chosen.',
    });
  if (framed && !wall.bayLooked && !wall.looks?.length)
    next.push({
      what: 'what is in the bay of the work',
      how: 'Small hole inside the outline to be cut; scope, mirror or bent wire.',
      why: 'No saw goes into a bay nobody looked into.',
    });
  for (const o of wall.obstacles.filter((x) => x.behindA === undefined && !['fire-block', 'header'].includes(x.kind)))
    next.push({
      thingId: o.id,
      what: `how deep the ${o.kind} lies`,
      how: 'Feel it through a small hole with a bent wire marked at the surface; d and the depth on the tape.',
      why: 'In front of it a box may still fit; without its depth nothing can be told.',
    });
  for (const b of site.boxes.filter((x) => x.wallId === wall.id && x.face === face)) {
    if (boxBody(b).depthMm === undefined)
      next.push({
        thingId: b.id,
        what: `depth of ${b.name}`,
        how: 'With the circuit proved dead, from the front edge of the box to its back.',
        why: 'Volume, free conductor length and what sits behind it rest on it.',
      });
    if (b.hangsOn === undefined)
      next.push({
        thingId: b.id,
        what: `on which side ${b.name} hangs`,
        how: 'Look for nail heads inside, or slip a thin blade down each side.',
        why: 'An opening is enlarged away from the stud.',
      });
    if (!site.cables.some((c) => c.ends.some((e) => e.boxId === b.id)))
      next.push({
        thingId: b.id,
        what: `cables in ${b.name} and from which side they come`,
        how: 'With the circuit proved dead, pull the device and look.',
        why: 'Moving the box up gains from a cable that comes from above and loses from one that comes from below.',
      });
  }
  if (wall.faces[face].baseHeight === undefined)
    next.push({
      what: 'height of the base trim',
      how: 'From the finished floor to its top; 0 when there is none.',
      why: 'A plate may not sit on it.',
    });
  if (framed && guessed > 2)
    next.push({
      what: 'a second stud',
      how: 'Find one more the same way, two or three bays along; move the guessed one to where it is.',
      why: `${guessed} studs here are only reckoned from one and the spacing.`,
    });
  if (wall.height.known === 'assumed')
    next.push({
      what: 'height of the wall',
      how: 'Floor to ceiling, in the middle of the wall.',
      why: 'Plates and fire blocks are laid out from it.',
    });
  return next;
}
