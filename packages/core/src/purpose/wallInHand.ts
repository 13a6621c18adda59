/** The one wall in hand: a few answers, and the house has a wall, with the box that is there where there is one. */
import * as z from 'zod';
import { inches } from '../measure/index.js';
import {
  assumed,
  type Box,
  Circuit,
  circuitCalled,
  DistanceLength,
  type Fixture,
  type House,
  Id,
  idOf,
  PositiveLength,
  Room,
  takenLayer,
  type WallFace,
} from '../model/index.js';

export const WallInHand = z.strictObject({
  /** what its ids begin with */
  id: Id,
  room: Room.pick({ name: true, use: true, waterWithin6ft: true }),
  length: PositiveLength,
  height: PositiveLength.optional(),
  material: z.enum(['wood', 'metal', 'masonry']).optional(),
  /** its far side is open air */
  outdoorsBehind: z.boolean().optional(),
  /** the box that is there: from the left end of the wall to its middle, and up to its bottom */
  box: z
    .object({
      fromLeft: DistanceLength,
      bottom: DistanceLength,
      circuit: Circuit.pick({ number: true, breakerA: true }).optional(),
      /** cables are joined in it, no device is */
      junction: z.boolean().optional(),
    })
    .optional(),
  /** the built-in that stands before the box: how far its front stands out, and how high that front is above the floor */
  builtIn: z.object({ out: PositiveLength, bottom: DistanceLength, height: PositiveLength }).optional(),
});
export type WallInHand = z.infer<typeof WallInHand>;
export interface WallMade {
  house: House;
  wallId: string;
  boxId: string | undefined;
}

/** A built-in that nobody measured along the wall reaches this far to both sides of the box; assumed. */
const USUAL_HALF_MM = inches(18);
function builtInBefore(boxMm: number, wallMm: number, { out, bottom, height }: NonNullable<WallInHand['builtIn']>): Fixture {
  const left = Math.max(0, boxMm - USUAL_HALF_MM);
  return {
    ...{ id: 'built-in', kind: 'furniture', face: 'A', z: bottom, height, depth: out },
    x: assumed(left),
    width: assumed(Math.min(wallMm, boxMm + USUAL_HALF_MM) - left),
  };
}

/** The house with the wall; only what was answered is known, usual values are assumed. A room or a circuit that is there already is that one. */
export function withWallInHand(house: House, answers: WallInHand): WallMade {
  const own = (what: string): string => idOf(answers.id, what);
  const { site } = house;
  const called = site.rooms.find((r) => r.name.toLowerCase() === answers.room.name.toLowerCase());
  const room: Room = called ?? { id: own('room'), ...answers.room };
  const behind: Room = answers.outdoorsBehind
    ? (site.rooms.find((r) => r.use === 'outdoors') ?? { id: own('outdoors'), name: 'outdoors', use: 'outdoors', waterWithin6ft: false })
    : { id: own('behind'), name: `room behind the ${answers.room.name}`.slice(0, 120), use: 'hallway' };
  const finish = answers.material === 'masonry' ? ('brick' as const) : ('drywall' as const);
  const face = (roomId: string): WallFace => ({
    roomId,
    layers: answers.material === 'masonry' ? [] : [takenLayer(finish)],
  });
  const given = answers.box?.circuit;
  const circuit: Circuit | undefined =
    given &&
    (circuitCalled(site, given.number) ?? {
      id: own('circuit'),
      name: `circuit ${given.number}`,
      voltsNominal: 120,
      ...given,
    });
  const wallId = own('wall');
  const box: Box | undefined = answers.box && {
    id: own('old-box'),
    name: `${answers.room.name} box`.slice(0, 120),
    wallId,
    face: 'A',
    place: { from: 'left-end', toward: 'right', to: 'centre', distance: answers.box.fromLeft, bottom: answers.box.bottom },
    kind: 'other',
    gangs: 1,
    presets: ['gangs'],
    supportFittings: 0,
    ...(answers.box.junction ? { holds: 'junction' as const } : {}),
    ...(circuit ? { circuitId: circuit.id } : {}),
  };
  const add = <T extends { id: string }>(list: T[], ...items: T[]): T[] => [
    ...list,
    ...items.filter((item) => !list.some((x) => x.id === item.id)),
  ];
  return {
    wallId,
    boxId: box?.id,
    house: {
      ...house,
      site: {
        ...site,
        rooms: add(site.rooms, room, behind),
        walls: [
          ...site.walls,
          {
            id: wallId,
            name: `${answers.room.name}, wall`.slice(0, 120),
            length: answers.length,
            height: answers.height ?? assumed(inches(96)),
            framing: {
              material: answers.material ?? 'wood',
              ...(answers.material ? {} : { presets: ['material' as const] }),
              studDepth: assumed(inches(3.5)),
              studWidth: assumed(inches(1.5)),
              spacing: assumed(inches(16)),
              extraStuds: [],
            },
            faces: { A: face(room.id), B: face(behind.id) },
            references: [],
            obstacles: [],
            openings: [],
            ...(answers.builtIn && answers.box
              ? { fixtures: [builtInBefore(answers.box.fromLeft.mm, answers.length.mm, answers.builtIn)] }
              : {}),
          },
        ],
        boxes: box ? [...site.boxes, box] : site.boxes,
        devices:
          box && !answers.box?.junction
            ? [
                ...site.devices,
                {
                  id: own('old-device'),
                  name: `${answers.room.name} receptacle`.slice(0, 120),
                  boxId: box.id,
                  kind: 'duplex-15',
                  presets: ['kind' as const],
                },
              ]
            : site.devices,
        circuits: circuit ? add(site.circuits, circuit) : site.circuits,
      },
    },
  };
}
