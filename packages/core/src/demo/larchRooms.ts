/** Rooms of Larch Cottage that somebody walked round: two down in brick, two up in stud and board. Millimetres. */
import { emptySite, measured, type Box, type Room, type Site, type Wall } from '../model/index.js';
import { addRoom, type RoomAnswers } from '../survey/index.js';

const mm = (length: number) => measured(length, `${length}`);
const round = (...lengths: number[]): Pick<RoomAnswers, 'lengths' | 'turns'> => ({
  lengths: lengths.map(mm),
  turns: lengths.map(() => 'right' as const),
});

const dining: RoomAnswers = {
  id: 'dining',
  name: 'Dining room',
  use: 'dining',
  ...round(3900, 3400, 3900, 3400),
  height: mm(2450),
  above: 'floor',
  below: 'crawl-space',
  framing: 'masonry',
  uk: true,
};
const scullery: RoomAnswers = {
  id: 'scullery',
  name: 'Scullery',
  use: 'kitchen',
  ...round(2600, 3400, 2600, 3400),
  height: mm(2450),
  above: 'floor',
  below: 'slab',
  framing: 'masonry',
  shared: { 3: { wallId: 'dining-w2', face: 'B' } },
  uk: true,
};
const boxRoom: RoomAnswers = {
  id: 'box-room',
  name: 'Box room',
  use: 'bedroom',
  ...round(2400, 2100, 2400, 2100),
  height: mm(2380),
  above: 'attic',
  below: 'floor',
  framing: 'wood',
  uk: true,
};
const landing: RoomAnswers = {
  id: 'landing',
  name: 'Landing',
  use: 'hallway',
  ...round(2400, 1000, 2400, 1000),
  height: mm(2380),
  above: 'attic',
  below: 'floor',
  framing: 'wood',
  shared: { 2: { wallId: 'box-room-w1', face: 'B' } },
  uk: true,
};

const walked = [dining, scullery, boxRoom, landing].reduce((site, room) => {
  const { site: next, problems } = addRoom(site, room, 'mm');
  if (problems.length) throw new Error(problems.join('; '));
  return next;
}, emptySite());

/** As it was measured: a leaf of brick under lime plaster, board on studs of 75 mm. */
const asMeasured = (wall: Wall): Wall => {
  const solid = wall.framing.material === 'masonry';
  const layers = [{ finish: solid ? ('plaster' as const) : ('drywall' as const), thickness: mm(solid ? 15 : 12.5) }];
  return {
    ...wall,
    fireRated: false,
    bayLooked: 'scanned',
    ...(solid ? {} : { insulated: false }),
    framing: { ...wall.framing, studDepth: mm(solid ? 102.5 : 75), studWidth: mm(38), spacing: mm(400) },
    faces: { A: { ...wall.faces.A, layers }, B: { ...wall.faces.B, layers } },
  };
};
/** Names and what stands at them. */
const SEEN: Readonly<Record<string, Partial<Wall>>> = {
  'dining-w1': { name: 'Dining room, hearth wall' },
  'dining-w2': {
    name: 'Wall to the scullery',
    openings: [{ id: 'scullery-door', kind: 'door', x: mm(2500), z: mm(0), width: mm(760), height: mm(1980) }],
  },
  'dining-w3': {
    name: 'Dining room, window wall',
    openings: [{ id: 'dining-pane', kind: 'window', x: mm(1200), z: mm(900), width: mm(1500), height: mm(1200) }],
  },
  'dining-w4': { name: 'Wall to the hall' },
  'box-room-w1': { name: 'Box room, wall to the landing' },
};
const walls = walked.walls
  .map((w) => ({ ...asMeasured(w), ...SEEN[w.id] }))
  .map((w) =>
    w.id === 'box-room-w1' ? { ...w, framing: { ...w.framing, knownStud: { mm: 190, as: '190', known: 'scanned' as const } } } : w,
  );
const joists = { runs: 'along-first' as const, spacing: mm(400), depth: mm(175), wallToWall: true };
const rooms = walked.rooms.map((r): Room =>
  r.id === 'dining'
    ? { ...r, joistsBelow: joists }
    : r.id === 'box-room' || r.id === 'landing'
      ? { ...r, level: 1, joistsBelow: joists }
      : r,
);

const box = (
  id: string,
  name: string,
  wallId: string,
  fromLeft: number,
  bottom: number,
  kind: Box['kind'],
  more: Partial<Box> = {},
): Box => ({
  ...{ id, name, wallId, face: 'A', kind, gangs: 1, supportFittings: 0 },
  place: { from: 'left-end', toward: 'right', to: 'centre', distance: mm(fromLeft), bottom: mm(bottom) },
  ...more,
});
const boxes = [
  box('box-room-box', 'Box room', 'box-room-w1', 900, 457, 'back-lined-35-1g'),
  box('landing-box', 'Landing', 'box-room-w1', 1700, 457, 'back-lined-35-1g', { face: 'B' }),
  box('dining-door-box', 'Dining door', 'dining-w4', 700, 300, 'back-metal-35-2g', { gangs: 2 }),
  box('dining-window-box', 'Dining window', 'dining-w3', 600, 300, 'back-metal-25-2g', { gangs: 2 }),
  box('consumer-unit', 'Consumer unit', 'scullery-w1', 500, 1700, 'other', { width: mm(300), height: mm(250), depth: mm(110) }),
];

export const larchRooms: Site = { ...walked, rooms, walls, boxes };
