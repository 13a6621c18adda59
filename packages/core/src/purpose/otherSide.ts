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

/**
 * The job at its start, and its house with the wall in hand. Only what was answered is known; usual values are marked as assumed. A room or
 * a circuit that the house has under the same name or number is that one.
 */
export function otherSide(house: House, answers: OtherSideAnswers): Started {
  const drywall = () => [takenLayer('drywall')];
  const named = (what: string): string => idOf(answers.id, what);
  const { site } = house;
  const roomCalled = (name: string) => site.rooms.find((r) => r.name.toLowerCase() === name.toLowerCase());
  const rooms = [
    roomCalled(answers.newRoom.name) ?? { id: named('room'), ...answers.newRoom },
    roomCalled(answers.sourceRoom.name) ?? { id: named('other-room'), ...answers.sourceRoom },
  ];
  const circuit =
    answers.circuit &&
    (circuitCalled(site, answers.circuit.number) ?? {
      id: named('circuit'),
      name: `circuit ${answers.circuit.number}`,
      voltsNominal: 120 as const,
      ...answers.circuit,
    });
  const breakerA = circuit?.breakerA;
  const gauge = smallestGaugeFor(breakerA ?? 20);
  const ids = { wall: named('wall'), source: named('old-box'), box: named('box') };
  const put = <T extends { id: string }>(list: T[], ...items: T[]): T[] => [
    ...list,
    ...items.filter((item, i) => !list.some((x) => x.id === item.id) && items.findIndex((x) => x.id === item.id) === i),
  ];
  const surveyed: House['site'] = {
    ...site,
    rooms: put(site.rooms, ...rooms),
    walls: [
      ...site.walls,
      {
        id: ids.wall,
        name: `${answers.newRoom.name} – ${answers.sourceRoom.name}`.slice(0, 120),
        length: answers.wallLength,
        height: answers.wallHeight ?? assumed(inches(96)),
        framing: {
          material: 'wood',
          presets: ['material' as const],
          studDepth: assumed(inches(3.5)),
          studWidth: assumed(inches(1.5)),
          spacing: assumed(inches(16)),
          extraStuds: [],
        },
        faces: { A: { roomId: rooms[0]!.id, layers: drywall() }, B: { roomId: rooms[1]!.id, layers: drywall() } },
        references: [{ id: 'reference', ...answers.reference }],
        obstacles: [],
        openings: [],
      },
    ],
    boxes: [
      ...site.boxes,
      {
        id: ids.source,
        name: `${answers.sourceRoom.name} box`.slice(0, 120),
        wallId: ids.wall,
        face: 'B',
        place: {
          from: 'reference',
          toward: answers.source.toward,
          to: 'centre',
          distance: answers.source.distance,
          bottom: answers.source.bottom,
        },
        kind: 'other',
        gangs: 1,
        presets: ['gangs' as const],
        supportFittings: 0,
        ...(circuit ? { circuitId: circuit.id } : {}),
      },
    ],
    devices: [
      ...site.devices,
      {
        id: named('old-device'),
        name: `${answers.sourceRoom.name} receptacle`.slice(0, 120),
        boxId: ids.source,
        kind: 'duplex-15',
        presets: ['kind' as const],
      },
    ],
    circuits: circuit ? put(site.circuits, circuit) : site.circuits,
  };
  const changes: Change[] = [
    {
      id: 'new-box',
      title: `Set ${answers.newRoom.name} box`.slice(0, 120),
      do: 'place-box',
      box: {
        id: ids.box,
        name: `${answers.newRoom.name} box`.slice(0, 120),
        wallId: ids.wall,
        face: 'A',
        place: {
          from: 'reference',
          toward: answers.wanted.toward,
          to: 'centre',
          distance: answers.wanted.distance,
          bottom: answers.wanted.bottom ?? answers.source.bottom,
        },
        kind: 'wings-1g-20',
        gangs: 1,
        hangsOn: 'none',
        supportFittings: 0,
        ...(circuit ? { circuitId: circuit.id } : {}),
      },
    },
    {
      id: 'new-cable',
      title: `Run ${gauge}-2 cable`,
      do: 'run-cable',
      cable: {
        id: named('cable'),
        name: 'new cable',
        gauge,
        conductors: ['black', 'white'],
        ground: 'bare',
        metal: 'copper',
        sheath: 'nonmetallic',
        ends: [
          { boxId: ids.source, label: `${answers.sourceRoom.name} box`.slice(0, 120) },
          { boxId: ids.box, label: `${answers.newRoom.name} box`.slice(0, 120) },
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
        id: named('device'),
        name: `${answers.newRoom.name} receptacle`.slice(0, 120),
        boxId: ids.box,
        kind: 'duplex-15',
        tamperResistant: true,
      },
    },
  ];
  return {
    house: { ...house, site: surveyed },
    job: {
      format: 'saddle-job',
      version: DOCUMENT_VERSION,
      id: answers.id,
      houseId: house.id,
      name: answers.name,
      purpose: 'outlet',
      want: {
        kind: 'outlet',
        places: [
          {
            wallId: ids.wall,
            face: 'A',
            fromLeft: {
              mm: Math.max(0, answers.reference.x.mm + (answers.wanted.toward === 'right' ? 1 : -1) * answers.wanted.distance.mm),
              known: answers.wanted.distance.known,
            },
            bottom: answers.wanted.bottom ?? answers.source.bottom,
          },
        ],
        loads: [],
        ownCircuit: false,
        mayShow: false,
        forbidden: [],
        weights: EVEN_WEIGHTS,
      },
      changes,
      taken: {
        way: { key: '', title: `From the ${answers.sourceRoom.name} box, through the wall`.slice(0, 120), feed: ids.source },
        changes,
      },
      schools: DEFAULT_SCHOOLS,
      work: { ticks: [], notes: [], values: [], proofs: [] },
    },
  };
}
