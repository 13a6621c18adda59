/** Jobs that start at a box of the house's survey: moved, made larger, replaced in its place, or feeding a new outlet beside or behind it. */
import * as z from 'zod';
import { boxKinds, GANG_PITCH_MM } from '../catalog/index.js';
import { smallestGaugeFor, staplePositions } from '../codebook/index.js';
import { studSide, withKind } from '../layout/index.js';
import { inches, printLength } from '../measure/index.js';
import { DOCUMENT_VERSION, usBook } from '../model/index.js';
import type { FaceId } from '../model/index.js';
import {
  idOf,
  alongX,
  boxBody,
  boxCentreX,
  boxRect,
  Complaint,
  builtInName,
  builtInsAt,
  DEFAULT_SCHOOLS,
  DistanceLength,
  distanceForCentre,
  EVEN_WEIGHTS,
  frontOf,
  Id,
  MeasuredLength,
  Name,
  standsOut,
  uXOf,
  type Box,
  type CableWay,
  type Change,
  type Fixture,
  type House,
  type Job,
  type JobWant,
  type Purpose,
  type Wall,
} from '../model/index.js';
import { kindsFor, suggestedBottom } from '../survey/index.js';
import { cableKind, cablesIn, devicesIn, renewed } from '../wiring/index.js';

const base = { id: Id, houseId: Id, name: Name, boxId: Id };
/** What has to be said; where nothing is said of a height, the room's own is worked out. */
export const FromBoxAnswers = z.discriminatedUnion('situation', [
  z.strictObject({
    ...base,
    situation: z.literal('raise'),
    /** floor to the bottom of the moved box; the worked height when not given */
    bottom: DistanceLength.optional(),
    /** to the right, seen from the box's face; below 0 to the left */
    sideways: MeasuredLength.optional(),
  }),
  z.strictObject({
    ...base,
    situation: z.literal('enlarge'),
    gangs: z.number().int().min(2, 'a larger box has two gangs or more').max(2, 'boxes of two gangs are in the list'),
  }),
  z.strictObject({
    ...base,
    situation: z.literal('replace'),
    /** what is worn; the box when not given */
    worn: z.enum(['box', 'device', 'both']).optional(),
  }),
  /** its devices come out, it stays as a junction under a blank plate */
  z.strictObject({ ...base, situation: z.literal('close-up') }),
  /** a new outlet elsewhere takes its place; the box stays as a junction */
  z.strictObject({ ...base, situation: z.literal('relocate') }),
  /** it comes forward into the front of the built-in that hides it; the box in the wall stays as a junction */
  z.strictObject({
    ...base,
    situation: z.literal('forward'),
    /** the one that stands before the box when not given */
    builtInId: Id.optional(),
    /** from the left end of the face to the left edge of the new box; straight before the old one when not given */
    fromLeft: DistanceLength.optional(),
    /** in the middle of the front when not given */
    bottom: DistanceLength.optional(),
  }),
  /** a new outlet elsewhere is fed from it */
  z.strictObject({ ...base, situation: z.literal('from-junction') }),
  /** something doesn’t work there: first it is searched, then mended */
  z.strictObject({ ...base, situation: z.literal('mend'), complaint: Complaint.optional() }),
  z.strictObject({
    ...base,
    situation: z.enum(['same-wall', 'other-side']),
    /** from the left end of the new outlet's face to the left edge of its box */
    fromLeft: DistanceLength,
    bottom: DistanceLength.optional(),
    gangs: z.number().int().min(1).max(2).default(1),
    /** power in one half, low voltage in the other, a divider between */
    divided: z.boolean().optional(),
  }),
]);
export type FromBoxAnswers = z.infer<typeof FromBoxAnswers>;

/** The lowest opening that a box for a hollow wall asks for. */
const LOWEST_BOX_MM = Math.min(...boxKinds().flatMap((k) => (k.mounting === 'wings' && k.opening ? [k.opening.heightMm] : [])));

const at = (mm: number): MeasuredLength => ({ mm: Math.round(mm * 10_000) / 10_000, known: 'measured' });

/** The box in the kind that suits best where it is to be; as it is when none does, and then the ledger says why. */
function bestKind(house: House, wall: Wall, box: Box, stays: 'left' | 'right' | 'centre'): Box {
  const input = { site: house.site, wall, boxId: box.id, edition: usBook(house), schools: DEFAULT_SCHOOLS, unit: house.unit };
  const best = kindsFor(input, box).find((k) => k.recommended);
  return best ? withKind(wall, box, best.kind.id, stays) : box;
}

/** The edge that stays where it is: the one at the stud. */
function studEdge(wall: Wall, box: Box): 'left' | 'right' | 'centre' {
  const { side } = studSide(wall, box);
  return side === 'left' || side === 'right' ? side : 'centre';
}

function moved(house: House, wall: Wall, box: Box, answers: Extract<FromBoxAnswers, { situation: 'raise' }>): Box {
  const bottom = answers.bottom ?? at(suggestedBottom(house.site, wall, box, DEFAULT_SCHOOLS).bottomMm);
  const lifted: Box = { ...box, place: { ...box.place, bottom }, hangsOn: 'none' };
  const sideways = answers.sideways?.mm ?? 0;
  const rect = boxRect(wall, box);
  const distance = rect && distanceForCentre(wall, lifted, rect.centre + sideways * alongX(box.face, 'right'));
  const placed = distance === undefined || sideways === 0 ? lifted : { ...lifted, place: { ...lifted.place, distance: at(distance) } };
  return bestKind(house, wall, placed, sideways === 0 ? studEdge(wall, box) : 'centre');
}

function enlarged(house: House, wall: Wall, box: Box, gangs: number): Box {
  const added = (gangs - box.gangs) * GANG_PITCH_MM;
  const stays = studEdge(wall, box);
  const centre = boxRect(wall, box)?.centre;
  const wider: Box = { ...box, gangs, kind: 'other', width: at(boxBody(box).widthMm + added) };
  const grows = stays === 'centre' ? 0 : (alongX(box.face, stays === 'left' ? 'right' : 'left') * added) / 2;
  const distance = centre === undefined ? undefined : distanceForCentre(wall, wider, centre + grows);
  const placed = distance === undefined ? wider : { ...wider, place: { ...wider.place, distance: at(distance) } };
  return bestKind(house, wall, placed, stays);
}

const blanked = (house: House, box: Box): Change[] =>
  devicesIn(house.site, box.id).map((d, i): Change => ({
    id: `close-${i + 1}`,
    title: `Blank plate on ${box.name}, ${d.name} out`.slice(0, 120),
    do: 'remove-device',
    deviceId: d.id,
  }));

type Forward = Extract<FromBoxAnswers, { situation: 'forward' }>;
/** The built-in that is said, or the deepest whose front stands before the box. */
function builtInFor(house: House, wall: Wall, box: Box, answers: Forward): Fixture | undefined {
  if (answers.builtInId !== undefined) return wall.fixtures?.find((f) => f.id === answers.builtInId && f.face === box.face);
  const centre = boxCentreX(wall, box);
  return centre === undefined ? undefined : builtInsAt(house.site, box, centre).sort((a, b) => standsOut(b).mm - standsOut(a).mm)[0];
}

/** Out of the old box, through the inside of the built-in, to its front: where it is held, and how long it is. */
function wayForward(wall: Wall, box: Box, placed: Box, builtIn: Fixture): CableWay {
  const [a, b] = [boxRect(wall, box)!, boxRect(wall, placed)!];
  const lengthMm = standsOut(builtIn).mm + Math.abs(a.centre - b.centre) + Math.abs((a.bottom + a.top) / 2 - (b.bottom + b.top) / 2);
  const name = builtInName(builtIn);
  return {
    key: `forward|${builtIn.id}`,
    title: `Forward through the ${name}`,
    feed: box.id,
    legs: [
      {
        space: `built-in/${builtIn.id}`,
        kind: 'through',
        words: `inside the ${name}`,
        path: [],
        lengthMm,
        staples: staplePositions(lengthMm, inches(8), inches(8)),
        fastened: `stapled to its wood within 8 in of both boxes, clear of drawers and of what is pushed in (334.15(B), 334.30)`,
      },
    ],
    holes: [],
    openings: [],
    drillFrom: [`Where a board of the ${name} stands between, bore it 3/4 in, at least 1 1/4 in behind its front edge.`],
    chases: [],
    outside: [],
    bends: 2,
    loops: 0,
    open: true,
    past: [],
  };
}

function forwardChanges(house: House, wall: Wall, box: Box, answers: Forward): Change[] {
  const builtIn = builtInFor(house, wall, box, answers)!;
  const front = frontOf(wall, builtIn.id)!;
  const draft: Box = {
    ...box,
    id: ownId(answers, 'box'),
    name: `${box.name}, front`.slice(0, 120),
    inFront: builtIn.id,
    place: {
      ...box.place,
      bottom: answers.bottom ?? at(builtIn.z.mm),
      ...(answers.fromLeft ? { from: 'left-end', toward: 'right', to: 'left-edge', distance: answers.fromLeft } : {}),
    },
    hangsOn: 'none',
    condition: 'sound',
    supportFittings: 0,
  };
  const best = bestKind(house, front, draft, 'centre');
  const middle = builtIn.z.mm + (builtIn.height.mm - boxBody(best).heightMm) / 2;
  const placed = answers.bottom ? best : { ...best, place: { ...best.place, bottom: at(Math.max(builtIn.z.mm, middle)) } };
  const device = devicesIn(house.site, box.id)[0]!;
  const old = cablesIn(house.site, box.id)[0]?.cable;
  const gauge = old?.gauge ?? smallestGaugeFor(house.site.circuits.find((c) => c.id === box.circuitId)?.breakerA ?? 20);
  const conductors: ['black', 'white'] = ['black', 'white'];
  return [
    ...blanked(house, box),
    { id: 'new-box', title: `Set ${placed.name}`.slice(0, 120), do: 'place-box', box: placed },
    {
      id: 'new-cable',
      title: `Run ${cableKind({ gauge, conductors })} cable forward`,
      do: 'run-cable',
      cable: {
        ...{ id: ownId(answers, 'cable'), name: 'new cable', gauge, conductors, ground: 'bare', metal: 'copper', sheath: 'nonmetallic' },
        ends: [
          { boxId: box.id, label: box.name },
          { boxId: placed.id, label: placed.name, side: 'back' },
        ],
        direction: 'known',
        unbrokenIn: [],
      },
      way: wayForward(wall, box, placed, builtIn),
    },
    {
      id: 'new-device',
      title: 'Receptacle in the front',
      do: 'place-device',
      device: {
        id: ownId(answers, 'device'),
        name: `${device.name}, front`.slice(0, 120),
        boxId: placed.id,
        kind: device.kind,
        tamperResistant: true,
      },
    },
  ];
}

function inPlaceChanges(house: House, wall: Wall, box: Box, answers: FromBoxAnswers): Change[] {
  const replace = (title: string, next: Box): Change => ({ id: 'replace-box', title, do: 'replace-box', boxId: box.id, box: next });
  switch (answers.situation) {
    case 'raise':
      return [replace(`Move ${box.name}`.slice(0, 120), moved(house, wall, box, answers))];
    case 'relocate':
    case 'close-up':
      return blanked(house, box);
    case 'forward':
      return forwardChanges(house, wall, box, answers);
    case 'replace':
      return [
        ...(answers.worn === 'device'
          ? []
          : [replace(`Replace ${box.name}`.slice(0, 120), bestKind(house, wall, box, studEdge(wall, box)))]),
        ...(answers.worn === 'device' || answers.worn === 'both' ? devicesIn(house.site, box.id).map(renewed) : []),
      ];
    case 'enlarge': {
      const device = devicesIn(house.site, box.id)[0];
      const more = Array.from({ length: answers.gangs - box.gangs }, (_, i): Change => ({
        id: `added-device-${i + 1}`,
        title: 'One more receptacle',
        do: 'place-device',
        device: {
          id: ownId(answers, `more-${i + 1}`),
          name: 'added receptacle',
          boxId: box.id,
          kind: device?.kind ?? 'duplex-15',
          tamperResistant: true,
        },
      }));
      return [replace(`Make ${box.name} larger`.slice(0, 120), enlarged(house, wall, box, answers.gangs)), ...more];
    }
    default:
      return [];
  }
}

/** Ids of what a job brings are its own: another job of the house may bring the like. */
const ownId = (answers: { id: string }, what: string): string => idOf(answers.id, what);

function newOutletChanges(house: House, wall: Wall, source: Box, answers: Extract<FromBoxAnswers, { fromLeft: unknown }>): Change[] {
  const face: FaceId = answers.situation === 'same-wall' ? source.face : source.face === 'A' ? 'B' : 'A';
  const room = house.site.rooms.find((r) => r.id === wall.faces[face].roomId)?.name ?? 'new';
  const name = `${room} new box`.slice(0, 120);
  const draft: Box = {
    id: ownId(answers, 'box'),
    name,
    wallId: wall.id,
    face,
    place: {
      from: 'left-end',
      toward: 'right',
      to: 'left-edge',
      distance: answers.fromLeft,
      bottom: answers.bottom ?? source.place.bottom,
    },
    kind: 'other',
    gangs: answers.gangs,
    hangsOn: 'none',
    supportFittings: 0,
    ...(answers.divided ? { divided: true } : {}),
    ...(source.circuitId ? { circuitId: source.circuitId } : {}),
  };
  const circuit = house.site.circuits.find((c) => c.id === source.circuitId);
  const gauge = smallestGaugeFor(circuit?.breakerA ?? 20);
  const conductors: ['black', 'white'] = ['black', 'white'];
  return [
    { id: 'new-box', title: `Set ${name}`.slice(0, 120), do: 'place-box', box: bestKind(house, wall, draft, 'centre') },
    {
      id: 'new-cable',
      title: `Run ${cableKind({ gauge, conductors })} cable`,
      do: 'run-cable',
      cable: {
        id: ownId(answers, 'cable'),
        name: 'new cable',
        gauge,
        conductors,
        ground: 'bare',
        metal: 'copper',
        sheath: 'nonmetallic',
        ends: [
          { boxId: source.id, label: source.name },
          { boxId: ownId(answers, 'box'), label: name },
        ],
        direction: 'known',
        unbrokenIn: [],
      },
    },
    {
      id: 'new-device',
      title: 'New receptacle',
      do: 'place-device',
      device: {
        id: ownId(answers, 'device'),
        name: `${room} receptacle`.slice(0, 120),
        boxId: ownId(answers, 'box'),
        kind: 'duplex-15',
        tamperResistant: true,
      },
    },
  ];
}

function purposeOf(answers: FromBoxAnswers): Purpose {
  switch (answers.situation) {
    case 'raise':
      return 'move';
    case 'enlarge':
    case 'replace':
    case 'close-up':
    case 'relocate':
    case 'forward':
    case 'from-junction':
    case 'mend':
      return answers.situation;
    default:
      return answers.divided ? 'low-voltage' : 'outlet';
  }
}

/** The same said as what is wanted, so that other feeds and ways can be looked for. */
function wantedAt(wall: Wall, changes: Change[], lowVoltage: boolean | undefined): JobWant | undefined {
  const placed = changes.find((c) => c.do === 'place-box');
  const centre = placed?.do === 'place-box' ? boxCentreX(wall, placed.box) : undefined;
  if (placed?.do !== 'place-box' || centre === undefined) return undefined;
  const { face, place } = placed.box;
  return {
    kind: 'outlet',
    places: [{ wallId: wall.id, face, fromLeft: { ...at(uXOf(wall, face, centre)), known: place.distance.known }, bottom: place.bottom }],
    loads: [],
    ownCircuit: false,
    mayShow: false,
    forbidden: [],
    weights: EVEN_WEIGHTS,
    ...(lowVoltage ? { lowVoltage } : {}),
  };
}

/** Height to start with where a junction box says nothing of it (common practice). */
const USUAL_BOTTOM_MM = inches(13.25);

/** Somewhere else on its wall until somebody says where, with its power from that box. */
const wantedFrom = (wall: Wall, box: Box, bottomMm: number): JobWant => ({
  kind: 'outlet',
  places: [
    {
      wallId: wall.id,
      face: box.face,
      fromLeft: { mm: wall.length.mm / 2, known: 'assumed' },
      bottom: { mm: Math.min(bottomMm, wall.height.mm), known: 'assumed' },
    },
  ],
  from: box.id,
  loads: [],
  ownCircuit: false,
  mayShow: false,
  forbidden: [],
  weights: EVEN_WEIGHTS,
});

export type FromBoxResult = { ok: true; job: Job } | { ok: false; path: string; message: string; expected: string; came: string };

/** The job's document at its start. The house's survey is what was found; nothing is asked twice. */
export function fromBox(house: House, answers: FromBoxAnswers): FromBoxResult {
  const box = house.site.boxes.find((b) => b.id === answers.boxId);
  const wall = house.site.walls.find((w) => w.id === box?.wallId);
  const refuse = (path: string, message: string, expected: string, came: string): FromBoxResult => ({
    ok: false,
    path,
    message,
    expected,
    came,
  });
  if (!box || !wall)
    return refuse('/boxId', `${house.name} has no box with the id ${answers.boxId}.`, 'the id of a surveyed box', answers.boxId);
  if (answers.situation === 'enlarge' && answers.gangs <= box.gangs)
    return refuse(
      '/gangs',
      `${box.name} has ${box.gangs} gangs already; a larger box has more.`,
      `more than ${box.gangs}`,
      `${answers.gangs}`,
    );
  if (answers.situation === 'replace' && answers.worn && answers.worn !== 'box' && devicesIn(house.site, box.id).length === 0)
    return refuse('/worn', `${box.name} has no device in it that could be worn.`, 'box', answers.worn);
  if (['close-up', 'relocate', 'forward'].includes(answers.situation) && devicesIn(house.site, box.id).length === 0)
    return refuse('/boxId', `${box.name} has no device in it: it is closed up already.`, 'a box with a device', answers.boxId);
  if (answers.situation === 'forward' && !builtInFor(house, wall, box, answers))
    return refuse(
      '/builtInId',
      answers.builtInId === undefined
        ? `No built-in stands before ${box.name}: survey it on ${wall.name}, as furniture or a cabinet, with how far it stands out.`
        : `${wall.name} has no built-in with the id ${answers.builtInId} on that side.`,
      'a built-in of that face',
      answers.builtInId ?? 'none',
    );
  const builtIn = answers.situation === 'forward' ? builtInFor(house, wall, box, answers) : undefined;
  if (builtIn && builtIn.height.mm < LOWEST_BOX_MM)
    return refuse(
      '/builtInId',
      `The front of the built-in is ${printLength(builtIn.height.mm, house.unit)} high: no box fits into it, the lowest is ${printLength(LOWEST_BOX_MM, house.unit)}.`,
      `a front of ${printLength(LOWEST_BOX_MM, house.unit)} or more`,
      printLength(builtIn.height.mm, house.unit),
    );
  if (answers.situation === 'from-junction' && devicesIn(house.site, box.id).length > 0)
    return refuse(
      '/boxId',
      `${box.name} holds ${devicesIn(house.site, box.id)[0]!.name}: it is no junction box. “A new outlet” may be fed from it all the same.`,
      'a box without a device',
      answers.boxId,
    );
  const fresh = answers.situation === 'same-wall' || answers.situation === 'other-side';
  const changes = fresh ? newOutletChanges(house, wall, box, answers) : inPlaceChanges(house, wall, box, answers);
  const want = fresh
    ? wantedAt(wall, changes, answers.divided)
    : answers.situation === 'relocate' || answers.situation === 'from-junction'
      ? wantedFrom(wall, box, answers.situation === 'relocate' ? box.place.bottom.mm : USUAL_BOTTOM_MM)
      : undefined;
  return {
    ok: true,
    job: {
      format: 'saddle-job',
      version: DOCUMENT_VERSION,
      id: answers.id,
      houseId: house.id,
      name: answers.name,
      purpose: purposeOf(answers),
      ...(want && !fresh ? { want } : {}),
      ...(want && fresh
        ? { want, taken: { way: { key: '', title: `From ${box.name}, straight in the wall`.slice(0, 120), feed: box.id }, changes } }
        : {}),
      ...(answers.situation === 'mend'
        ? { search: { boxId: box.id, ...(answers.complaint ? { complaint: answers.complaint } : {}), signs: [], readings: [] } }
        : {}),
      changes,
      schools: DEFAULT_SCHOOLS,
      work: { ticks: [], notes: [], values: [], proofs: [] },
    },
  };
}
