/** A new outlet fed from the other side of the same wall: a few answers become a found site and a list of changes. */
import * as z from 'zod';
import { smallestGaugeFor } from '../codebook/index.js';
import { inches } from '../measure/index.js';
import { circuitCalled, DOCUMENT_VERSION } from '../model/index.js';
import type { Job } from '../model/index.js';
import {
  idOf,
  assumed,
  takenLayer,
  Circuit,
  DEFAULT_SCHOOLS,
  DistanceLength,
  EVEN_WEIGHTS,
  Id,
  MeasuredLength,
  Name,
  PositiveLength,
  Room,
  type Change,
  type House,
} from '../model/index.js';

/** What has to be said before a job can start; everything else is measured in the survey and can't be told until then. */
export const OtherSideAnswers = z.strictObject({
  id: Id,
  houseId: Id,
  name: Name,
  newRoom: Room.pick({ name: true, use: true, waterWithin6ft: true }),
  sourceRoom: Room.pick({ name: true, use: true }),
  wallLength: PositiveLength,
  wallHeight: PositiveLength.optional(),
  /** something both rooms can measure from, and where it is on the new room's face from its left end */
  reference: z.strictObject({ name: Name, x: MeasuredLength, offsetB: MeasuredLength.optional() }),
  /** from the reference to the old box's centre, seen from its own room */
  source: z.strictObject({ distance: DistanceLength, toward: z.enum(['left', 'right']), bottom: DistanceLength }),
  /** from the reference to the wanted box's centre, seen from the new room; the old box's height when not given */
  wanted: z.strictObject({ distance: DistanceLength, toward: z.enum(['left', 'right']), bottom: DistanceLength.optional() }),
  circuit: Circuit.pick({ number: true, breakerA: true }).optional(),
});
export type OtherSideAnswers = z.infer<typeof OtherSideAnswers>;

export interface Started {
  house: House;
  job: Job;
}

/** Answers, and the rooms, the circuit and the ids that they come to in this house. */
interface Start {
  answers: OtherSideAnswers;
  rooms: [Room, Room];
  circuit: Circuit | undefined;
  ids: Record<'wall' | 'source' | 'box' | 'oldDevice' | 'cable' | 'device', string>;
  /** names of the box that is there and of the new one */
  names: { source: string; box: string };
}

/**
 * The job at its start, and its house with the wall in hand. Only what was answered is known; usual values are marked as assumed. A room or
 * a circuit that the house has under the same name or number is that one.
 */
export function otherSide(house: House, answers: OtherSideAnswers): Started {
  const start = startOf(house.site, answers);
  const changes = planOf(start);
  const { id, name, reference, wanted, source, sourceRoom } = answers;
  const centre = reference.x.mm + (wanted.toward === 'right' ? 1 : -1) * wanted.distance.mm;
  return {
    house: { ...house, site: surveyed(house.site, start) },
    job: {
      ...{ format: 'saddle-job', version: DOCUMENT_VERSION, id, houseId: house.id, name, purpose: 'outlet' },
      want: {
        kind: 'outlet',
        places: [
          {
            wallId: start.ids.wall,
            face: 'A',
            fromLeft: { mm: Math.max(0, centre), known: wanted.distance.known },
            bottom: wanted.bottom ?? source.bottom,
          },
        ],
        ...{ loads: [], ownCircuit: false, mayShow: false, forbidden: [], weights: EVEN_WEIGHTS },
      },
      changes,
      taken: {
        way: { key: '', title: `From the ${sourceRoom.name} box, through the wall`.slice(0, 120), feed: start.ids.source },
        changes,
      },
      schools: DEFAULT_SCHOOLS,
      work: { ticks: [], notes: [], values: [], proofs: [] },
    },
  };
}

function startOf(site: House['site'], answers: OtherSideAnswers): Start {
  const named = (what: string): string => idOf(answers.id, what);
  const roomCalled = (name: string) => site.rooms.find((r) => r.name.toLowerCase() === name.toLowerCase());
  const { newRoom, sourceRoom } = answers;
  return {
    answers,
    rooms: [
      roomCalled(newRoom.name) ?? { id: named('room'), ...newRoom },
      roomCalled(sourceRoom.name) ?? { id: named('other-room'), ...sourceRoom },
    ],
    circuit:
      answers.circuit &&
      (circuitCalled(site, answers.circuit.number) ?? {
        id: named('circuit'),
        name: `circuit ${answers.circuit.number}`,
        voltsNominal: 120,
        ...answers.circuit,
      }),
    ids: {
      ...{ wall: named('wall'), source: named('old-box'), box: named('box') },
      ...{ oldDevice: named('old-device'), cable: named('cable'), device: named('device') },
    },
    names: { source: `${sourceRoom.name} box`.slice(0, 120), box: `${newRoom.name} box`.slice(0, 120) },
  };
}

/** The survey with the wall in hand, the box that is there and what hangs on it. */
function surveyed(site: House['site'], { answers, rooms, circuit, ids, names }: Start): House['site'] {
  const put = <T extends { id: string }>(list: T[], ...items: T[]): T[] => [
    ...list,
    ...items.filter((item, i) => !list.some((x) => x.id === item.id) && items.findIndex((x) => x.id === item.id) === i),
  ];
  const { newRoom, sourceRoom, source } = answers;
  const face = (room: Room) => ({ roomId: room.id, layers: [takenLayer('drywall')] });
  return {
    ...site,
    rooms: put(site.rooms, ...rooms),
    walls: [
      ...site.walls,
      {
        id: ids.wall,
        name: `${newRoom.name} – ${sourceRoom.name}`.slice(0, 120),
        length: answers.wallLength,
        height: answers.wallHeight ?? assumed(inches(96)),
        framing: {
          ...{ material: 'wood', presets: ['material' as const], extraStuds: [] },
          ...{ studDepth: assumed(inches(3.5)), studWidth: assumed(inches(1.5)), spacing: assumed(inches(16)) },
        },
        faces: { A: face(rooms[0]), B: face(rooms[1]) },
        references: [{ id: 'reference', ...answers.reference }],
        ...{ obstacles: [], openings: [] },
      },
    ],
    boxes: [
      ...site.boxes,
      {
        ...{ id: ids.source, name: names.source, wallId: ids.wall, face: 'B' },
        place: { from: 'reference', toward: source.toward, to: 'centre', distance: source.distance, bottom: source.bottom },
        ...{ kind: 'other', gangs: 1, presets: ['gangs' as const], supportFittings: 0 },
        ...(circuit ? { circuitId: circuit.id } : {}),
      },
    ],
    devices: [
      ...site.devices,
      {
        ...{ id: ids.oldDevice, name: `${sourceRoom.name} receptacle`.slice(0, 120), boxId: ids.source },
        ...{ kind: 'duplex-15', presets: ['kind' as const] },
      },
    ],
    circuits: circuit ? put(site.circuits, circuit) : site.circuits,
  };
}

/** A box, a cable from the one that is there, a receptacle. */
function planOf({ answers, circuit, ids, names }: Start): Change[] {
  const { newRoom, wanted, source } = answers;
  const gauge = smallestGaugeFor(circuit?.breakerA ?? 20);
  return [
    {
      ...{ id: 'new-box', title: `Set ${newRoom.name} box`.slice(0, 120), do: 'place-box' },
      box: {
        ...{ id: ids.box, name: names.box, wallId: ids.wall, face: 'A' },
        place: {
          ...{ from: 'reference', toward: wanted.toward, to: 'centre', distance: wanted.distance },
          bottom: wanted.bottom ?? source.bottom,
        },
        ...{ kind: 'wings-1g-20', gangs: 1, hangsOn: 'none', supportFittings: 0 },
        ...(circuit ? { circuitId: circuit.id } : {}),
      },
    },
    {
      ...{ id: 'new-cable', title: `Run ${gauge}-2 cable`, do: 'run-cable' },
      cable: {
        ...{ id: ids.cable, name: 'new cable', gauge, conductors: ['black', 'white'] },
        ...{ ground: 'bare', metal: 'copper', sheath: 'nonmetallic', direction: 'known', unbrokenIn: [] },
        ends: [
          { boxId: ids.source, label: names.source },
          { boxId: ids.box, label: names.box },
        ],
      },
    },
    {
      ...{ id: 'new-device', title: 'New receptacle', do: 'place-device' },
      device: {
        ...{ id: ids.device, name: `${newRoom.name} receptacle`.slice(0, 120), boxId: ids.box },
        ...{ kind: 'duplex-15', tamperResistant: true },
      },
    },
  ];
}
