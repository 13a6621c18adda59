/** The surveyed rooms of Quince Street 14 beyond the sewing corner's wall: hall, sewing room, parlour, study, studio. */
import { inches } from '../measure/index.js';
import { measured, type Box, type Cable, type Device, type Fixture, type Load, type Room, type Site, type Wall } from '../model/index.js';
import { addRoom, type RoomAnswers } from '../survey/index.js';
import { inch } from './lengths.js';

const OUTSIDE: Room = { id: 'outside', name: 'not yet entered', use: 'outdoors' };
const round = (...inchesRound: number[]): Pick<RoomAnswers, 'lengths' | 'turns'> => ({
  lengths: inchesRound.map((l) => measured(inches(l), `${l}`)),
  turns: inchesRound.map(() => 'right' as const),
});
const HEIGHT = measured(inches(96), `8'`);

const cable = (
  id: string,
  name: string,
  from: string,
  boxId: string,
  box: string,
  side: 'top' | 'bottom' | 'left',
  free: Cable['ends'][0]['freeLength'],
  load = false,
): Cable => {
  const here = { boxId, label: box, side, ...(free ? { freeLength: free } : {}) };
  return {
    id,
    name,
    gauge: 14,
    conductors: ['black', 'white'],
    ground: 'bare',
    metal: 'copper',
    sheath: 'nonmetallic',
    ends: load ? [here, { label: from }] : [{ label: from }, here],
    direction: 'known',
    unbrokenIn: [],
    whiteUsedAsHot: 'no',
  };
};
const device = (id: string, name: string, boxId: string, condition: Device['condition'] = 'sound'): Device => ({
  id,
  name,
  boxId,
  kind: 'duplex-15',
  wiredAs: 'pigtail',
  condition,
});
const box = (id: string, name: string, wallId: string, left: [number, string], bottom: [number, string], more: Partial<Box>): Box => ({
  id,
  name,
  wallId,
  face: 'A',
  place: { from: 'left-end', toward: 'right', to: 'left-edge', distance: inch(...left), bottom: inch(...bottom) },
  kind: 'nail-on-1g-18',
  gangs: 1,
  supportFittings: 0,
  ...more,
});

const BOXES: Box[] = [
  box('alcove-box', 'Alcove box', 'study-w1', [25.25, '25 1/4'], [13.25, '13 1/4'], {
    hangsOn: 'left',
    circuitId: 'c5',
    condition: 'sound',
  }),
  box('parlour-box', 'Parlour box', 'parlour-w2', [97.25, '97 1/4'], [11, '11'], {
    kind: 'metal-device-2-1/2',
    hangsOn: 'left',
    circuitId: 'c4',
    condition: 'sound',
  }),
  box('hall-end-box', 'Hall end box', 'hall-parlour', [12.75, '12 3/4'], [13.25, '13 1/4'], {
    kind: 'metal-device-2-3/4',
    hangsOn: 'left',
    circuitId: 'c4',
    condition: 'stripped',
  }),
  box('studio-box', 'Studio box', 'studio-w1', [26.75, '26 3/4'], [60, '60'], {
    kind: 'nail-on-1g-22',
    hangsOn: 'left',
    circuitId: 'c5',
    condition: 'sound',
  }),
];
const CABLES: Cable[] = [
  cable('alcove-line', 'panel to alcove', 'panel', 'alcove-box', 'Alcove box', 'top', inch(7, '7')),
  cable('alcove-on', 'alcove to studio', 'studio', 'alcove-box', 'Alcove box', 'top', inch(7.5, '7 1/2'), true),
  cable('parlour-line', 'hall to parlour', 'hall', 'parlour-box', 'Parlour box', 'bottom', inch(7, '7')),
  cable('hall-end-line', 'panel to hall end', 'panel', 'hall-end-box', 'Hall end box', 'top', inch(6.75, '6 3/4')),
  cable('studio-line', 'alcove to studio box', 'study', 'studio-box', 'Studio box', 'top', inch(8, '8')),
];
const DEVICES: Device[] = [
  device('alcove-receptacle', 'alcove receptacle', 'alcove-box'),
  device('parlour-receptacle', 'parlour receptacle', 'parlour-box'),
  device('hall-end-receptacle', 'hall end receptacle', 'hall-end-box', 'worn'),
  device('studio-receptacle', 'studio receptacle', 'studio-box'),
];
const LOADS: Load[] = [{ id: 'study-desk', name: 'study lamp and computer', watts: 260, continuous: false, fixed: false, circuitId: 'c5' }];

const fixture = (id: string, kind: Fixture['kind'], x: number, z: number, width: number, height: number, depth: number): Fixture => ({
  id,
  kind,
  face: 'A',
  x: measured(inches(x)),
  z: measured(inches(z)),
  width: measured(inches(width)),
  height: measured(inches(height)),
  depth: measured(inches(depth)),
});
const known = (x: number, as: string) => ({ mm: inches(x), as, known: 'scanned' as const, toleranceMm: 6 });
const base = (wall: Wall): Wall['faces'] => ({ ...wall.faces, A: { ...wall.faces.A, baseHeight: inch(4.5, '4 1/2') } });
const framed = (wall: Wall, stud: Wall['framing']['knownStud']): Wall => ({
  ...wall,
  framing: {
    ...wall.framing,
    studDepth: inch(3.5, '3 1/2'),
    studWidth: inch(1.5, '1 1/2'),
    spacing: inch(16, '16'),
    ...(stud ? { knownStud: stud } : {}),
  },
  faces: base({ ...wall, faces: { ...wall.faces, A: { ...wall.faces.A, layers: [{ finish: 'drywall', thickness: inch(0.5, '1/2') }] } } }),
});

/** What was measured on single walls, by wall. */
const MEASURED: Record<string, (wall: Wall) => Wall> = {
  'study-w1': (w) => ({ ...framed(w, known(24.5, '24 1/2')), name: 'Study, alcove wall', bayLooked: 'seen', fireRated: false }),
  'parlour-w2': (w) => ({
    ...framed(w, known(96.5, '96 1/2')),
    name: 'Parlour, window wall',
    faces: { ...base(w), A: { ...base(w).A, layers: [{ finish: 'plaster-lath', thickness: inch(0.875, '7/8') }] } },
    openings: [
      { id: 'parlour-window', kind: 'window', x: inch(36, '36'), z: inch(40, '40'), width: inch(40, '40'), height: inch(44, '44') },
    ],
    fixtures: [fixture('wainscot', 'wainscot', 76, 0, 80, 36, 0.75), fixture('cap', 'cap-trim', 76, 36, 80, 1.5, 1.5)],
    bayLooked: 'felt',
    fireRated: false,
  }),
  'hall-parlour': (w) => ({
    ...framed(w, known(12, '12')),
    name: 'Hall, parlour wall',
    bayLooked: 'seen',
    fireRated: false,
    openings: [{ id: 'parlour-door', kind: 'door', x: inch(64, '64'), z: measured(0, '0'), width: inch(32, '32'), height: inch(80, '80') }],
  }),
  'studio-w1': (w) => ({
    ...framed(w, known(26, '26')),
    name: 'Studio, shelf wall',
    framing: { ...framed(w, known(26, '26')).framing, material: 'metal' },
    fixtures: [fixture('shelf', 'furniture', 40, 66, 48, 1.5, 10)],
    bayLooked: 'seen',
    fireRated: false,
  }),
  'sewing-w3': (w) => ({
    ...w,
    name: 'Sewing room, window wall',
    openings: [
      { id: 'sewing-window', kind: 'window', x: inch(42, '42'), z: inch(36, '36'), width: inch(36, '36'), height: inch(44, '44') },
    ],
  }),
  'study-w3': (w) => ({
    ...w,
    openings: [{ id: 'study-door', kind: 'door', x: inch(8, '8'), z: measured(0, '0'), width: inch(30, '30'), height: inch(80, '80') }],
  }),
};

/** The house's site with five rooms walked round and their walls measured. */
export function surveyed(site: Site): Site {
  let next: Site = {
    ...site,
    rooms: [...site.rooms, OUTSIDE],
    walls: site.walls.map((w) => ({ ...w, faces: { A: { ...w.faces.A, roomId: 'outside' }, B: { ...w.faces.B, roomId: 'outside' } } })),
  };
  const walked = (
    id: string,
    lengths: Pick<RoomAnswers, 'lengths' | 'turns'>,
    below: Room['below'],
    shared: RoomAnswers['shared'],
    rename: Record<string, string> = {},
  ) => {
    const room = site.rooms.find((r) => r.id === id)!;
    const adding = addRoom(
      next,
      {
        id,
        name: room.name,
        use: room.use,
        ...lengths,
        height: HEIGHT,
        above: 'attic',
        ...(below ? { below } : {}),
        ...(shared ? { shared } : {}),
      },
      'in',
    );
    if (adding.problems.length) throw new Error(`demo: ${adding.problems.join(' ')}`);
    const renamed = (wallId: string) => rename[wallId] ?? wallId;
    next = {
      ...adding.site,
      walls: adding.site.walls.map((w) => ({ ...w, id: renamed(w.id) })),
      rooms: adding.site.rooms.map((r) => ({
        ...r,
        ...(r.id === id && room.waterWithin6ft !== undefined ? { waterWithin6ft: room.waterWithin6ft } : {}),
        ...(r.sides ? { sides: r.sides.map((s) => ({ ...s, wallId: renamed(s.wallId) })) } : {}),
      })),
    };
  };
  walked('sewing', round(120, 132, 120, 132), 'basement', { 0: { wallId: 'sewing-hall', face: 'A' } });
  walked('hall', round(120, 42, 120, 42), 'basement', { 0: { wallId: 'sewing-hall', face: 'B' } }, { 'hall-w3': 'hall-parlour' });
  walked('parlour', round(120, 156, 120, 156), 'crawl-space', { 0: { wallId: 'hall-parlour', face: 'B' } });
  walked('study', round(108, 120, 108, 120), 'basement', undefined);
  walked('studio', round(144, 120, 144, 120), 'crawl-space', undefined);
  return {
    ...next,
    walls: next.walls.map((w) => MEASURED[w.id]?.(w) ?? w),
    boxes: [...next.boxes, ...BOXES],
    cables: [...next.cables, ...CABLES],
    devices: [...next.devices, ...DEVICES],
    loads: [...next.loads, ...LOADS],
  };
}
