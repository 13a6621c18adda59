/** The changes that a wanted outlet comes to, fed from one place: on trial while feeds are judged, and for good when a way is taken. */
import { BOX_KINDS } from '../catalog/index.js';
import { smallestGaugeFor, loadAmps } from '../codebook/index.js';
import { besideStud, suitableBoxes, withKind } from '../layout/index.js';
import type { Awg } from '../measure/index.js';
import {
  applyChanges,
  type Box,
  boxCentreX,
  type Cable,
  type CableWay,
  type Change,
  type Circuit,
  DEFAULT_SCHOOLS,
  DOCUMENT_VERSION,
  EVEN_WEIGHTS,
  fitting,
  type Edition,
  type House,
  inHouse,
  isPanel,
  type Job,
  type JobInHouse,
  type JobWant,
  type Lamp,
  type Load,
  ownAmps,
  panelOf,
  planOf,
  type RacewayParts,
  type Site,
  subpanelOf,
  uXOf,
  type Wall,
  usBook,
  type Want,
  type WantLoad,
  wantOf,
  type WantPlace,
} from '../model/index.js';
import { breakerPlaces } from '../panel/index.js';
import { volumeNeeded } from '../survey/index.js';
import { ownId } from './ownId.js';

const short = (text: string): string => text.slice(0, 120);

/** Everything that will draw from the wanted place; lamps count by the fitting (three hours or more). */
export const wantLoads = (want: Want): WantLoad[] => [
  ...want.loads,
  ...(want.lamps ? [{ name: `${want.lamps.count} lampholders`, watts: want.lamps.count * want.lamps.watts, continuous: true }] : []),
];
/** The load as amps at 120 V, as the wire sees it. */
export const wantAmps = (want: Want, volts = 120): number => wantLoads(want).reduce((s, l) => s + (l.amps ?? (l.watts ?? 0) / volts), 0);

export const loadOf = (want: Want, l: WantLoad, i: number, circuitId: string): Load => ({
  id: ownId(want.id, `load-${i + 1}`),
  name: l.name,
  continuous: l.continuous,
  fixed: want.kind === 'lights',
  ...(want.kind === 'lights' ? { lighting: true } : {}),
  circuitId,
  boxId: ownId(want.id, 'box'),
  ...(l.watts !== undefined ? { watts: l.watts } : { amps: l.amps! }),
});

/** Side by side in one box: power beside low voltage, or two receptacles where the box has that width. */
const gangsOf = (want: Want, wall: Wall | undefined): 1 | 2 =>
  want.lowVoltage || ((want.kind === 'outlet' || want.kind === 'run') && want.gangs === 2 && wall?.framing.material !== 'masonry') ? 2 : 1;

/** Kind that goes onto or into such a wall as long as nothing more is known. */
function firstKind(site: Site, want: Want, place: WantPlace): Box['kind'] {
  if (want.kind === 'raceway') return 'surface-1g';
  const wall = site.walls.find((w) => w.id === place.wallId);
  if (wall?.framing.material === 'masonry') return 'masonry-2-1/2';
  if (wall?.faces[place.face].open) return gangsOf(want, wall) === 2 ? 'nail-on-2g-34' : 'nail-on-1g-20';
  return gangsOf(want, wall) === 2 ? 'wings-2g-34' : 'wings-1g-20';
}

/** One after another, each with a number. */
const several = (want: Want): boolean => want.kind === 'raceway' || want.kind === 'run';

/** `box`, `box-2`, `box-3` … of the places in the order in which the power reaches them. */
const nth = (what: string, i: number): string => (i === 0 ? what : `${what}-${i + 1}`);

function newBox(site: Site, want: Want, place: WantPlace, i: number, circuitId: string | undefined): Box {
  const wall = site.walls.find((w) => w.id === place.wallId);
  const box: Box = {
    id: ownId(want.id, nth('box', i)),
    name: short(several(want) ? `${want.name} ${i + 1}` : want.kind === 'lights' ? `${want.name} switch` : want.name),
    wallId: place.wallId,
    face: place.face,
    ...(place.inFront === undefined ? {} : { inFront: place.inFront }),
    place: { from: 'left-end', toward: 'right', to: 'centre', distance: place.fromLeft, bottom: place.bottom },
    kind: firstKind(site, want, place),
    gangs: gangsOf(want, wall),
    hangsOn: 'none',
    supportFittings: 0,
    ...(want.lowVoltage ? { divided: true } : {}),
    ...(want.kind === 'lights' ? { holds: 'switch' as const } : {}),
    ...(circuitId ? { circuitId } : {}),
  };
  // in open framing it is nailed to the stud beside it
  return wall?.faces[place.face].open ? besideStud(wall, box) : box;
}

/** The circuit of its own, with the best balanced place for its breaker where the panel is surveyed. */
function ownCircuit(site: Site, want: Want, panelId: string): Extract<Change, { do: 'add-breaker' }> {
  const id = ownId(want.id, 'circuit');
  const loads = wantLoads(want).map((l, i) => loadOf(want, l, i, id));
  const [place] = breakerPlaces(
    site,
    { name: want.name, ratingA: ownAmps(want), poles: 1, gauge: smallestGaugeFor(ownAmps(want)), rooms: [], loads },
    panelId,
  ).filter((p) => !p.refused);
  const sub = subpanelOf(site, panelId);
  const circuit: Circuit = {
    id,
    number: place ? `${place.space}` : 'new',
    name: short(want.name),
    voltsNominal: 120,
    breakerA: ownAmps(want),
    sharedNeutral: false,
    reservedFor: 'none',
    groundFault: 'none',
    arcFault: 'none',
  };
  return {
    id: 'own-circuit',
    title: short(`Breaker for ${want.name}${place ? ` in space ${place.space}` : ''}${sub ? ` of the ${sub.name}` : ''}`),
    do: 'add-breaker',
    circuit,
    ...(place ? { breaker: { id: ownId(want.id, 'breaker'), circuitId: id, space: place.space, poles: 1 } } : {}),
    ...(sub ? { panelId } : {}),
  };
}

/** The face: what its loads ask for on its circuit, protected where it is outdoors; the switch of lights. */
function newDevice(
  site: Site,
  want: Want,
  place: WantPlace,
  i: number,
  breakerA: number | undefined,
  second: boolean,
): Extract<Change, { do: 'place-device' }> {
  const wall = site.walls.find((w) => w.id === place.wallId);
  const use = site.rooms.find((r) => r.id === wall?.faces[place.face].roomId)?.use;
  const outdoors = use === 'outdoors' || use === 'deck';
  // a 15 A face carries 12 A of what is plugged in (210.21(B)(2))
  const heavy = breakerA !== undefined && breakerA >= 20 && want.loads.some((l) => loadAmps({ ...l }, 120) > 12);
  const rating = heavy ? 20 : 15;
  const beside = second ? '-b' : '';
  // what goes on hangs on the LOAD side of the first
  const protective = want.face === 'ground-fault' && i === 0 && !second;
  const at = { id: ownId(want.id, `${nth('device', i)}${beside}`), boxId: ownId(want.id, nth('box', i)) };
  if (want.kind === 'lights')
    return {
      ...{ id: 'new-device', title: 'New switch', do: 'place-device' },
      device: { ...at, name: short(`${want.name} switch`), kind: (breakerA ?? 15) > 15 ? 'switch-20' : 'switch-15' },
    };
  return {
    ...{
      id: `${nth('new-device', i)}${beside}`,
      title: `${several(want) ? `Receptacle ${i + 1}` : 'New receptacle'}${second ? ', the second in its box' : ''}`,
      do: 'place-device',
    },
    device: {
      ...at,
      name: short(`${several(want) ? `${want.name} receptacle ${i + 1}` : `${want.name} receptacle`}${second ? ', second' : ''}`),
      kind: outdoors || protective ? `ground-fault-${rating}` : `duplex-${rating}`,
      tamperResistant: true,
      ...(outdoors ? { weatherResistant: true, inUseCover: true } : {}),
    },
  };
}

/** What of a searched way goes into the plan when it is taken. */
export interface KeptParts {
  /** from the feed to the first box */
  way: CableWay;
  gauge: Awg;
  /** on from there: from device box to device box of a raceway, from the switch to the lampholders */
  sections: CableWay[];
  /** wanted places in the order in which the power reaches them */
  order: number[];
  /** which of those before feeds each, by position in `order`; absent: each the next */
  from?: number[];
  raceway: RacewayParts | undefined;
  lamps: { x: number; y: number; roomId: string }[];
}

export interface OutletPlanInput {
  site: Site;
  unit: House['unit'];
  edition: Edition;
  want: Want;
  /** a box of the house, or `panel` */
  feed: string;
  /** the way that was taken, with all that is put together along it; absent: on trial */
  parts?: KeptParts;
}

const cableTo = (id: string, name: string, gauge: Awg, ends: Cable['ends'], surface: boolean): Cable => ({
  ...{ id, name: short(name), gauge, conductors: ['black', 'white'], metal: 'copper', ends, direction: 'known', unbrokenIn: [] },
  ...(surface ? { ground: 'green', sheath: 'single wires' } : { ground: 'bare', sheath: 'nonmetallic' }),
});

/** Boxes, cables, devices, lampholders, raceway, loads, and the breaker where it comes from the panel. Nothing where the feed is no box of the house. */
export function outletChanges({ site, edition, want, feed, parts }: OutletPlanInput): Change[] {
  const source = site.boxes.find((b) => b.id === feed);
  if (!source && !isPanel(site, feed)) return [];
  const own = source ? undefined : ownCircuit(site, want, feed);
  const circuit = own?.circuit ?? site.circuits.find((c) => c.id === source?.circuitId);
  const gauge = parts?.gauge ?? smallestGaugeFor(circuit?.breakerA ?? 20);
  const surface = want.kind === 'raceway';
  const ordered = parts ? parts.order.flatMap((i) => want.places[i] ?? []) : want.places;
  // on trial it is the first of a run that decides about its feed
  const places = surface || (want.kind === 'run' && parts) ? ordered : want.places.slice(0, 1);
  const boxes = places.map((place, i) => newBox(site, want, place, i, circuit?.id));
  const first = source ? { boxId: source.id, label: short(source.name) } : { label: short(panelOf(site, feed)?.name ?? 'panel') };
  const what = surface ? `${gauge} AWG wires` : `${gauge}-2 cable`;
  const runs = boxes.map((box, i): Change => {
    const before = boxes[parts?.from?.[i] ?? i - 1];
    const from = before ? { boxId: before.id, label: before.name } : first;
    const way = i === 0 ? parts?.way : parts?.sections[i - 1];
    return {
      ...{ id: nth('new-cable', i), title: short(`Run ${what} from ${before?.name ?? source?.name ?? first.label}`), do: 'run-cable' },
      cable: cableTo(
        ownId(want.id, nth('cable', i)),
        `${from.label} to ${box.name}`,
        gauge,
        [from, { boxId: box.id, label: box.name }],
        surface,
      ),
      ...(way ? { way } : {}),
    };
  });
  const changes: Change[] = [
    ...(own ? [own] : []),
    ...boxes.map((box, i): Change => ({ id: nth('new-box', i), title: short(`Set ${box.name}`), do: 'place-box', box })),
    ...runs,
    ...places.flatMap((place, i) => {
      const wall = site.walls.find((w) => w.id === place.wallId);
      const two = gangsOf(want, wall) === 2 && !want.lowVoltage;
      return [false, ...(two ? [true] : [])].map((second) => newDevice(site, want, place, i, circuit?.breakerA, second));
    }),
    ...(want.lamps && parts ? lampChanges(want, parts, boxes[0]!, circuit?.id) : []),
    ...(parts?.raceway
      ? [{ id: 'raceway', title: short(`Raceway for ${want.name}`), do: 'lay-raceway' as const, raceway: parts.raceway }]
      : []),
    ...(circuit
      ? wantLoads(want).map((l, i): Change => ({
          id: `plug-${i + 1}`,
          title: short(l.name),
          do: 'plug-in',
          load: loadOf(want, l, i, circuit.id),
        }))
      : []),
  ];
  return parts && !surface ? boxes.reduce((list, box) => inBestKind(list, site, edition, box), changes) : changes;
}

/** Lampholders on their boxes, and the switched cable from the switch to the first and on from each to the next. */
function lampChanges(want: Want, parts: KeptParts, switchBox: Box, circuitId: string | undefined): Change[] {
  const lamps = parts.lamps.map(({ x, y, roomId }, i): Lamp => ({
    ...{ id: ownId(want.id, `lamp-${i + 1}`), name: `lamp ${i + 1}`, roomId, x, y, box: 'octagon-1-1/2', watts: want.lamps!.watts },
    ...(circuitId ? { circuitId } : {}),
  }));
  return lamps.flatMap((lamp, i): Change[] => {
    const from = lamps[i - 1] ?? switchBox;
    const way = parts.sections[i];
    return [
      { id: `lamp-${i + 1}`, title: `Lampholder ${i + 1}`, do: 'place-lamp', lamp },
      {
        ...{ id: `lamp-cable-${i + 1}`, title: short(`Run ${parts.gauge}-2 cable from ${from.name} to ${lamp.name}`), do: 'run-cable' },
        cable: {
          ...cableTo(
            ownId(want.id, `lamp-cable-${i + 1}`),
            `${from.name} to ${lamp.name}`,
            parts.gauge,
            [
              { boxId: from.id, label: from.name },
              { boxId: lamp.id, label: lamp.name },
            ],
            false,
          ),
          uses: [{ is: 'switched' }, { is: 'neutral' }],
        },
        ...(way ? { way } : {}),
      },
    ];
  });
}

/** The box in a kind that suits its wall and holds what is planned in it, where there is one. */
function inBestKind(changes: Change[], site: Site, edition: Edition, box: Box): Change[] {
  const wall = site.walls.find((w) => w.id === box.wallId);
  if (!wall) return changes;
  const planned = applyChanges(site, changes);
  const list = suitableBoxes(wall, box.face, { gangs: box.gangs, neededIn3: volumeNeeded(planned, wall, box, edition), unit: 'in' });
  const now = list.find((s) => s.kind.id === box.kind);
  const best = now?.fits ? now : list.find((s) => s.fits);
  if (!best || best.kind.id === box.kind || !(best.kind.id in BOX_KINDS)) return changes;
  const better = withKind(wall, box, best.kind.id);
  return changes.map((c) => (c.do === 'place-box' && c.box.id === box.id ? { ...c, box: better } : c));
}

/** The job that a want would be before it has taken a way. */
export function openJob(house: House, want: Want, changes: Change[] = []): JobInHouse {
  const { id, name, ...rest } = want;
  const job: Job = {
    ...{
      format: 'saddle-job',
      version: DOCUMENT_VERSION,
      id,
      houseId: house.id,
      name,
      purpose: 'outlet',
      want: rest,
      changes,
      schools: DEFAULT_SCHOOLS,
    },
    work: { ticks: [], notes: [], values: [], proofs: [] },
  };
  return inHouse(job, house);
}
/** The same fed from somewhere: judged, never kept. */
export const trialJob = (house: House, want: Want, feed: string): JobInHouse =>
  openJob(house, want, outletChanges({ ...house, edition: usBook(house), want, feed }));

export interface Taken {
  job: Job;
  /** what was altered by hand and is kept as it was altered */
  kept: string[];
  /** what was planned for the feed or the way before, and went with it */
  dropped: string[];
}

const BROUGHT: ReadonlySet<Change['do']> = new Set([
  'place-box',
  'run-cable',
  'place-device',
  'place-lamp',
  'lay-raceway',
  'plug-in',
  'add-breaker',
]);
const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/**
 * The job by another way: what the way brings is written anew, what a person altered by hand stays as they altered it, and both are said.
 * @param parts as it was searched and traced; its feed is a box of the house or `panel`
 */
export function takeWay(job: JobInHouse, parts: KeptParts): Taken {
  const { way } = parts;
  const want = wantOf(job);
  if (!want) return { job, kept: [], dropped: [] };
  const fresh = outletChanges({ site: job.found, unit: job.unit, edition: job.edition, want, feed: way.feed, parts });
  // a plan of which nothing is noted was written whole: what it brings anew goes with it
  const brought = job.changes.filter((c) => BROUGHT.has(c.do));
  const before = new Map((job.taken?.changes ?? brought).map((c) => [c.id, c]));
  const ids = new Set(fresh.map((c) => c.id));
  const [kept, dropped]: [string[], string[]] = [[], []];
  const written = fresh.map((c) => {
    const mine = job.changes.find((x) => x.id === c.id && x.do === c.do);
    const was = before.get(c.id);
    if (!mine || !was || same(mine, was) || ['run-cable', 'add-breaker', 'place-lamp', 'lay-raceway'].includes(c.do)) {
      if (mine && was && !same(mine, was)) dropped.push(mine.title);
      return c;
    }
    kept.push(mine.title);
    return mine;
  });
  const feedBefore = job.taken?.way.feed;
  const rest = job.changes.filter((c) => {
    if (ids.has(c.id)) return false;
    // written by the way before, and this one doesn’t bring it
    if (before.has(c.id)) return false;
    if (feedBefore === undefined || feedBefore === way.feed) return true;
    // made for the feed before: its box, its circuit
    const ofFeed =
      (c.do === 'replace-box' && c.boxId === feedBefore) ||
      c.do === 'alter-circuit' ||
      ((c.do === 'replace-device' || c.do === 'remove-device') &&
        job.found.devices.find((d) => d.id === c.deviceId)?.boxId === feedBefore) ||
      c.do === 'unplug';
    if (ofFeed) dropped.push(c.title);
    return !ofFeed;
  });
  // wired by hand for what the way before brought: it stays where the same lies in the box again
  const all = [...written, ...rest];
  const { unfit } = fitting(job.found, all, job.unit);
  const unwired = new Set(unfit.flatMap((u) => (u.change.do === 'wire-box' ? [u.change] : [])));
  for (const c of rest) if (c.do === 'wire-box') (unwired.has(c) ? dropped : kept).push(c.title);
  return {
    job: {
      ...job,
      changes: all.filter((c) => c.do !== 'wire-box' || !unwired.has(c)),
      want: { ...job.want!, chosen: way.key },
      taken: { way: { key: way.key, title: way.title, feed: way.feed }, changes: fresh },
    },
    kept,
    dropped,
  };
}

/**
 * The job with other loads at what it wants: in the want, and where it is planned already, in the plan.
 * Where nobody knows the circuit yet they wait in the want.
 */
export function withLoads(job: JobInHouse, loads: WantLoad[]): JobInHouse {
  if (!job.want) return job;
  const next: JobInHouse = { ...job, want: { ...job.want, loads } };
  const want = wantOf(next)!;
  const placed = job.changes.find((c) => c.do === 'place-box');
  const boxId = placed?.do === 'place-box' ? placed.box.id : undefined;
  const circuitId = boxId && planOf(job).planned.boxes.find((b) => b.id === boxId)?.circuitId;
  const others = job.changes.filter((c) => c.do !== 'plug-in' || c.load.boxId !== boxId);
  if (!boxId || !circuitId) return { ...next, changes: others };
  const plugged = wantLoads(want).map((l, i): Change => ({
    id: `plug-${i + 1}`,
    title: short(l.name),
    do: 'plug-in',
    load: { ...loadOf(want, l, i, circuitId), boxId },
  }));
  return { ...next, changes: [...others, ...plugged] };
}

/** The job with what it plans said as what is wanted, so that other feeds and ways can be looked for; as it is where nothing new is planned. */
export function wantedAsPlanned(job: JobInHouse): JobInHouse {
  const placed = job.changes.find((c) => c.do === 'place-box');
  if (job.want || placed?.do !== 'place-box') return job;
  const { box } = placed;
  const wall = job.found.walls.find((w) => w.id === box.wallId);
  const centre = wall && boxCentreX(wall, box);
  if (!wall || centre === undefined) return job;
  const loads = job.changes.flatMap((c): WantLoad[] =>
    c.do === 'plug-in' && c.load.boxId === box.id
      ? [
          {
            name: c.load.name,
            continuous: c.load.continuous,
            ...(c.load.watts === undefined ? { amps: c.load.amps! } : { watts: c.load.watts }),
          },
        ]
      : [],
  );
  const want: JobWant = {
    kind: 'outlet',
    places: [
      {
        wallId: wall.id,
        face: box.face,
        fromLeft: { mm: Math.max(0, uXOf(wall, box.face, centre)), known: box.place.distance.known },
        bottom: box.place.bottom,
      },
    ],
    loads,
    ownCircuit: false,
    mayShow: false,
    forbidden: [],
    weights: EVEN_WEIGHTS,
    ...(box.divided ? { lowVoltage: true } : {}),
  };
  return { ...job, want };
}

/** Whether the plan stands where it is wanted: the box may have been moved since, or the want. mm between them along the wall */
export function offWanted(job: JobInHouse): number | undefined {
  const place = job.want?.places[0];
  const placed = job.changes.find((c) => c.do === 'place-box');
  // of several places each has a box of its own, in the order of the cable
  if (!place || job.want!.places.length > 1 || placed?.do !== 'place-box') return undefined;
  const wall = job.found.walls.find((w) => w.id === place.wallId);
  if (!wall || placed.box.wallId !== wall.id || placed.box.face !== place.face) return Infinity;
  const wanted: Box = {
    ...placed.box,
    place: { from: 'left-end', toward: 'right', to: 'centre', distance: place.fromLeft, bottom: place.bottom },
  };
  const [is, should] = [placed.box, wall.faces[place.face].open ? besideStud(wall, wanted) : wanted].map((b) => boxCentreX(wall, b));
  return is === undefined || should === undefined ? Infinity : Math.abs(is - should);
}
