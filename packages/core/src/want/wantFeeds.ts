/** The feeds of a wanted outlet: the same judgements as a job’s, made before there is a job. */
import { smallestGaugeFor } from '../codebook/index.js';
import { judgedFeeds, homeRunFor, type FeedCandidate } from '../feeds/index.js';
import { roomPlans, type Point } from '../layout/index.js';
import {
  bareJob,
  boxCentreX,
  DEFAULT_SCHOOLS,
  inHouse,
  uXOf,
  type Box,
  type House,
  type Job,
  type JobInHouse,
  type Load,
  type Site,
  type Wall,
  type Want,
  type WantLoad,
  type WantPlace,
} from '../model/index.js';
import { planPoint, wallSides } from '../route/index.js';

/** Id of the wanted box and of what is plugged in there, in the job that it would become. */
export const WANTED_BOX = 'wanted-box';

/** Everything that will draw from the wanted place; lamps count by the fitting (three hours or more). */
export const wantLoads = (want: Want): WantLoad[] => [
  ...want.loads,
  ...(want.lamps ? [{ name: `${want.lamps.count} lampholders`, watts: want.lamps.count * want.lamps.watts, continuous: true }] : []),
];

/** The load as amps at 120 V, as the wire sees it. */
export const wantAmps = (want: Want, volts = 120): number => wantLoads(want).reduce((s, l) => s + (l.amps ?? (l.watts ?? 0) / volts), 0);

/** The job that a wanted outlet would be, fed from a box; undefined for a house without a box. */
export function wantJob(house: House, want: Want, sourceId?: string): JobInHouse | undefined {
  const { site } = house;
  const place = want.places[0]!;
  const source =
    site.boxes.find((b) => b.id === sourceId) ??
    site.boxes.find((b) => b.wallId === place.wallId) ??
    site.boxes.find((b) => b.circuitId !== undefined) ??
    site.boxes[0];
  if (!source) return undefined;
  const wall = site.walls.find((w) => w.id === place.wallId)!;
  const circuit = site.circuits.find((c) => c.id === source.circuitId);
  const gauge = smallestGaugeFor(circuit?.breakerA ?? 20);
  const box: Box = {
    id: WANTED_BOX,
    name: want.name,
    wallId: place.wallId,
    face: place.face,
    place: { from: 'left-end', toward: 'right', to: 'centre', distance: place.fromLeft, bottom: place.bottom },
    kind: wall.framing.material === 'masonry' ? 'masonry-2-1/2' : 'wings-1g-20',
    gangs: 1,
    hangsOn: 'none',
    supportFittings: 0,
    ...(circuit ? { circuitId: circuit.id } : {}),
  };
  const job: Job = {
    format: 'saddle-job',
    version: 2,
    id: want.id,
    houseId: house.id,
    name: want.name,
    situation: source.wallId === place.wallId && source.face === place.face ? 'same-wall' : 'other-side',
    sourceBoxId: source.id,
    newBoxId: WANTED_BOX,
    changes: [
      { id: 'place-wanted', title: `Set ${want.name}`.slice(0, 120), do: 'place-box', box },
      {
        id: 'run-wanted',
        title: `Run ${gauge}-2 cable from ${source.name}`.slice(0, 120),
        do: 'run-cable',
        cable: {
          id: 'wanted-cable',
          name: `${source.name} to ${want.name}`.slice(0, 120),
          gauge,
          conductors: ['black', 'white'],
          ground: 'bare',
          metal: 'copper',
          sheath: 'nonmetallic',
          ends: [
            { boxId: source.id, label: source.name },
            { boxId: WANTED_BOX, label: want.name },
          ],
          direction: 'known',
          unbrokenIn: [],
        },
      },
      ...(want.kind === 'lights'
        ? []
        : [
            {
              id: 'device-wanted',
              title: 'New receptacle',
              do: 'place-device' as const,
              device: {
                id: 'wanted-device',
                name: `${want.name} receptacle`.slice(0, 120),
                boxId: WANTED_BOX,
                kind: 'duplex-15' as const,
                tamperResistant: true,
                ...(site.rooms.find((r) => r.id === wall.faces[place.face].roomId)?.use === 'outdoors'
                  ? { weatherResistant: true, inUseCover: true }
                  : {}),
              },
            },
          ]),
      ...(circuit
        ? wantLoads(want).map((l, i) => ({
            id: `plug-wanted-${i}`,
            title: l.name,
            do: 'plug-in' as const,
            load: { ...loadOf(l, i, circuit.id), fixed: want.kind === 'lights' },
          }))
        : []),
    ],
    schools: DEFAULT_SCHOOLS,
    work: { ticks: [], notes: [], values: [], proof: {} },
  };
  return inHouse(job, house);
}

const loadOf = (l: WantLoad, i: number, circuitId: string): Load => ({
  id: `wanted-load-${i}`,
  name: l.name,
  continuous: l.continuous,
  fixed: false,
  circuitId,
  boxId: WANTED_BOX,
  ...(l.watts !== undefined ? { watts: l.watts } : { amps: l.amps! }),
});

/** Up to so many boxes all are judged; in a larger house the near ones first, until enough of them are fit. */
const ALL_JUDGED = 60;

/** Where points of walls lie in plan; undefined on a wall that nobody walked along. */
function planner(site: Site): (wallId: string, xOf: (wall: Wall) => number | undefined) => Point | undefined {
  const sides = wallSides(roomPlans(site));
  const walls = new Map(site.walls.map((w) => [w.id, w]));
  return (wallId, xOf) => {
    const [wall, side] = [walls.get(wallId), sides.get(wallId)];
    const x = wall && xOf(wall);
    return wall && side && x !== undefined ? planPoint(wall, side, x) : undefined;
  };
}
export const placePoint = ({ site }: House, place: Pick<WantPlace, 'wallId' | 'face' | 'fromLeft'>): Point | undefined =>
  planner(site)(place.wallId, (wall) => uXOf(wall, place.face, place.fromLeft.mm));
export function feedPoint({ site }: House, feedId: string): Point | undefined {
  const { place } = site.panel ?? {};
  if (feedId === 'panel') return place && planner(site)(place.wallId, (wall) => uXOf(wall, place.face, place.fromLeft.mm));
  const box = site.boxes.find((b) => b.id === feedId);
  return box && planner(site)(box.wallId, (wall) => boxCentreX(wall, box));
}

/** Boxes by how far they lie from the wanted place in plan; those that nobody placed in the plan come last. */
function byNearness(house: House, place: WantPlace): Box[] {
  const at = planner(house.site);
  const here = placePoint(house, place);
  const far = new Map(
    house.site.boxes.map((box): [Box, number] => {
      const there = at(box.wallId, (wall) => boxCentreX(wall, box));
      return [box, here && there ? Math.hypot(here.x - there.x, here.y - there.y) : Infinity];
    }),
  );
  return [...house.site.boxes].sort((a, b) => (far.get(a) === far.get(b) ? 0 : far.get(a)! - far.get(b)!));
}

/**
 * Every feed of a wanted outlet, the best first; only the panel where it asks for a circuit of its own. In a house of many boxes those
 * far off are left out once enough near ones are fit.
 */
export function wantFeeds(house: House, want: Want): FeedCandidate[] {
  const place = want.places[0]!;
  const wall = house.site.walls.find((w) => w.id === place.wallId)!;
  const room = house.site.rooms.find((r) => r.id === wall.faces[place.face].roomId);
  const own = homeRunFor(
    house.site,
    house.edition,
    want.name,
    room ? [room] : [],
    wantLoads(want).map((l, i) => loadOf(l, i, 'new')),
  );
  const job = want.ownCircuit ? undefined : wantJob(house, want);
  if (!job) return [own];
  const many = house.site.boxes.length > ALL_JUDGED ? { nearestFirst: byNearness(house, place) } : {};
  return judgedFeeds(job, { waysAreSearched: true, ownCircuit: own, ...many });
}

/**
 * The job that a chosen way becomes; undefined for one that leaves the wall of the wanted outlet: its sheet says what is to be done, and a
 * job is of one wall.
 */
export function jobOfWay(
  house: House,
  want: Want,
  way: { feed: { id: string }; through: { space: string }[] },
  id: string,
): Job | undefined {
  if (want.kind !== 'outlet') return undefined;
  const { wallId } = want.places[0]!;
  const stays = way.through.every((t) => t.space === `feed/${way.feed.id}` || t.space.startsWith(`bay/${wallId}/`));
  const box = house.site.boxes.find((b) => b.id === way.feed.id);
  if (!stays || box?.wallId !== wallId) return undefined;
  const job = wantJob(house, want, box.id);
  return job && { ...bareJob(job), id };
}
