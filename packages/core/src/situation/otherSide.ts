/** A new outlet fed from the other side of the same wall: a few answers become a found site and a list of changes. */
import * as z from 'zod';
import { FINISHES } from '../catalog/index.js';
import { smallestGaugeFor } from '../codebook/index.js';
import { inches } from '../measure/index.js';
import type { Job } from '../model/index.js';
import {
  assumed,
  Circuit,
  DEFAULT_SCHOOLS,
  DistanceLength,
  Edition,
  Id,
  MeasuredLength,
  Name,
  PositiveLength,
  Room,
  emptySite,
  type Change,
} from '../model/index.js';

/** What has to be said before a job can start; everything else is measured in the survey and can't be told until then. */
export const OtherSideAnswers = z.object({
  id: Id,
  houseId: Id,
  name: Name,
  edition: Edition,
  unit: z.enum(['in', 'mm']),
  built: z.number().int().min(1500).max(2100).optional(),
  newRoom: Room.pick({ name: true, use: true, waterWithin6ft: true }),
  sourceRoom: Room.pick({ name: true, use: true }),
  wallLength: PositiveLength,
  wallHeight: PositiveLength.optional(),
  /** something both rooms can measure from, and where it is on the new room's face from its left end */
  reference: z.object({ name: Name, x: MeasuredLength, offsetB: MeasuredLength.optional() }),
  /** from the reference to the old box's centre, seen from its own room */
  source: z.object({ distance: DistanceLength, toward: z.enum(['left', 'right']), bottom: DistanceLength }),
  /** from the reference to the wanted box's centre, seen from the new room; the old box's height when not given */
  wanted: z.object({ distance: DistanceLength, toward: z.enum(['left', 'right']), bottom: DistanceLength.optional() }),
  circuit: Circuit.pick({ number: true, breakerA: true }).optional(),
});
export type OtherSideAnswers = z.infer<typeof OtherSideAnswers>;

/** The job's document at its start. Only what was answered is known; usual values are marked as assumed. */
export function otherSide(answers: OtherSideAnswers): Job {
  const drywall = () => [{ finish: 'drywall' as const, thickness: assumed(FINISHES.drywall.usualMm) }];
  const breakerA = answers.circuit?.breakerA;
  const gauge = smallestGaugeFor(breakerA ?? 20);
  const found: Job['found'] = {
    ...emptySite(),
    rooms: [
      { id: 'room-new', ...answers.newRoom },
      { id: 'room-source', ...answers.sourceRoom },
    ],
    walls: [
      {
        id: 'wall',
        name: `${answers.newRoom.name} – ${answers.sourceRoom.name}`.slice(0, 120),
        length: answers.wallLength,
        height: answers.wallHeight ?? assumed(inches(96)),
        framing: {
          material: 'wood',
          studDepth: assumed(inches(3.5)),
          studWidth: assumed(inches(1.5)),
          spacing: assumed(inches(16)),
          extraStuds: [],
        },
        faces: { A: { roomId: 'room-new', layers: drywall() }, B: { roomId: 'room-source', layers: drywall() } },
        references: [{ id: 'reference', ...answers.reference }],
        obstacles: [],
        openings: [],
      },
    ],
    boxes: [
      {
        id: 'box-source',
        name: `${answers.sourceRoom.name} box`.slice(0, 120),
        wallId: 'wall',
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
        supportFittings: 0,
        ...(answers.circuit ? { circuitId: 'circuit' } : {}),
      },
    ],
    devices: [{ id: 'device-source', name: `${answers.sourceRoom.name} receptacle`.slice(0, 120), boxId: 'box-source', kind: 'duplex-15' }],
    circuits: answers.circuit ? [{ id: 'circuit', name: `circuit ${answers.circuit.number}`, voltsNominal: 120, ...answers.circuit }] : [],
  };
  const changes: Change[] = [
    {
      id: 'place-new-box',
      title: `Set ${answers.newRoom.name} box`.slice(0, 120),
      do: 'place-box',
      box: {
        id: 'box-new',
        name: `${answers.newRoom.name} box`.slice(0, 120),
        wallId: 'wall',
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
        ...(answers.circuit ? { circuitId: 'circuit' } : {}),
      },
    },
    {
      id: 'run-new-cable',
      title: `Run ${gauge}-2 cable`,
      do: 'run-cable',
      cable: {
        id: 'cable-new',
        name: 'new cable',
        gauge,
        conductors: ['black', 'white'],
        ground: 'bare',
        metal: 'copper',
        sheath: 'nonmetallic',
        ends: [
          { boxId: 'box-source', label: `${answers.sourceRoom.name} box`.slice(0, 120) },
          { boxId: 'box-new', label: `${answers.newRoom.name} box`.slice(0, 120) },
        ],
        direction: 'known',
        unbrokenIn: [],
      },
    },
    {
      id: 'place-new-device',
      title: 'New receptacle',
      do: 'place-device',
      device: {
        id: 'device-new',
        name: `${answers.newRoom.name} receptacle`.slice(0, 120),
        boxId: 'box-new',
        kind: 'duplex-15',
        tamperResistant: true,
      },
    },
  ];
  return {
    format: 'saddle-job',
    version: 1,
    id: answers.id,
    houseId: answers.houseId,
    name: answers.name,
    situation: 'other-side',
    edition: answers.edition,
    unit: answers.unit,
    built: answers.built,
    sourceBoxId: 'box-source',
    newBoxId: 'box-new',
    found,
    changes,
    schools: DEFAULT_SCHOOLS,
    work: { ticks: [], notes: [], values: [], proof: {} },
  };
}
