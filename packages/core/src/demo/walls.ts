/** The surveyed rooms of Quince Street 14 beyond the sewing corner's wall: hall, sewing room, parlour, study, studio. */
import { inches } from '../measure/index.js';
import {
  NOT_ENTERED,
  asSeen,
  measured,
  type Box,
  type Cable,
  type Device,
  type Fixture,
  type Joists,
  type Load,
  type Room,
  type Site,
  type Wall,
} from '../model/index.js';
import { addRoom, type RoomAnswers } from '../survey/index.js';
import { inch } from './lengths.js';

const OUTSIDE: Room = { id: NOT_ENTERED, name: 'room not entered', use: 'outdoors' };
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
  box('crawl-junction', 'Crawl junction', 'crawl-w4', [60, '60'], [16, '16'], {
    ...{
      kind: 'other',
      gangs: 2,
      material: 'metal',
      volumeIn3: 30.3,
      clamps: 'internal',
      holds: 'junction',
      hangsOn: 'left',
      circuitId: 'c12',
    },
    ...{ width: inch(4, '4'), height: inch(4, '4'), depth: inch(2.125, '2 1/8'), condition: 'sound' },
  }),
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
  box('book-box', 'Bookcase box', 'parlour-w3', [29.75, '29 3/4'], [14, '14'], {
    kind: 'metal-device-2-3/4',
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
  box('pantry-box', 'Pantry box', 'pantry-w1', [22.875, '22 7/8'], [44, '44'], {
    kind: 'nail-on-1g-22',
    hangsOn: 'left',
    circuitId: 'c8',
    condition: 'sound',
  }),
  box('shed-box', 'Shed box', 'shed-w1', [8.875, '8 7/8'], [42, '42'], {
    kind: 'metal-device-2-3/4',
    hangsOn: 'left',
    circuitId: 'c8',
    condition: 'sound',
  }),
  box('loom-switch', 'Loom room switch box', 'loom-w2', [96, '96'], [46, '46'], {
    kind: 'nail-on-1g-22',
    hangsOn: 'left',
    circuitId: 'c9',
    condition: 'sound',
    holds: 'switch',
    switchHas: 'hot and neutral',
  }),
  box('linen-box', 'Linen hall box', 'linen-w3', [40.875, '40 7/8'], [13.25, '13 1/4'], {
    kind: 'nail-on-1g-22',
    hangsOn: 'left',
    circuitId: 'c2',
    condition: 'sound',
  }),
  box('trough-box', 'Trough box', 'laundry-w1', [28.875, '28 7/8'], [13.25, '13 1/4'], {
    kind: 'nail-on-1g-18',
    hangsOn: 'left',
    circuitId: 'c6',
    condition: 'sound',
  }),
  box('post-box', 'Post box', 'hall-parlour', [108.875, '108 7/8'], [13.25, '13 1/4'], {
    kind: 'nail-on-1g-22',
    hangsOn: 'left',
    circuitId: 'c5',
    condition: 'sound',
  }),
  box('mast-box', 'Study garden box', 'study-w2', [50.875, '50 7/8'], [13.25, '13 1/4'], {
    kind: 'nail-on-1g-22',
    hangsOn: 'left',
    condition: 'sound',
  }),
  box('stair-switch', 'Hall switch box', 'hall-w2', [9, '9'], [46, '46'], {
    kind: 'nail-on-1g-22',
    hangsOn: 'left',
    circuitId: 'c9',
    condition: 'sound',
    holds: 'switch',
    switchHas: 'hot and neutral',
  }),
];
/** A 12-3 that carries both workshop circuits with one neutral, in and out of the junction box. */
const workshopCable = (id: string, name: string, ends: Cable['ends']): Cable => ({
  ...{ id, name, gauge: 12, conductors: ['black', 'red', 'white'], ground: 'bare', metal: 'copper', sheath: 'nonmetallic' },
  ...{ direction: 'known', unbrokenIn: [], whiteUsedAsHot: 'no', circuitId: 'c12', ends },
  uses: [
    { is: 'hot', circuitId: 'c12' },
    { is: 'hot', circuitId: 'c14' },
    { is: 'neutral', circuitId: 'c12' },
  ],
});
const CABLES: Cable[] = [
  workshopCable('workshop-line', 'panel to crawl junction', [
    { label: 'panel' },
    { boxId: 'crawl-junction', label: 'Crawl junction', side: 'left', freeLength: inch(8, '8') },
  ]),
  workshopCable('workshop-on', 'crawl junction to workshop', [
    { boxId: 'crawl-junction', label: 'Crawl junction', side: 'right', freeLength: inch(8, '8') },
    { label: 'workshop' },
  ]),
  cable('alcove-line', 'panel to alcove', 'panel', 'alcove-box', 'Alcove box', 'top', inch(7, '7')),
  cable('alcove-on', 'alcove to studio', 'studio', 'alcove-box', 'Alcove box', 'top', inch(7.5, '7 1/2'), true),
  cable('parlour-line', 'hall to parlour', 'hall', 'parlour-box', 'Parlour box', 'bottom', inch(7, '7')),
  cable('book-line', 'parlour to bookcase', 'parlour', 'book-box', 'Bookcase box', 'top', inch(7, '7')),
  cable('hall-end-line', 'panel to hall end', 'panel', 'hall-end-box', 'Hall end box', 'top', inch(6.75, '6 3/4')),
  cable('studio-line', 'alcove to studio box', 'study', 'studio-box', 'Studio box', 'top', inch(8, '8')),
  { ...cable('linen-line', 'panel to linen hall', 'panel', 'linen-box', 'Linen hall box', 'top', inch(7, '7')), gauge: 12 },
  { ...cable('trough-line', 'panel to trough box', 'panel', 'trough-box', 'Trough box', 'left', inch(9, '9')), gauge: 12 },
  cable('post-line', 'panel to post', 'panel', 'post-box', 'Post box', 'top', inch(7, '7')),
  cable('post-on', 'post to hall lamp', 'hall lamp', 'post-box', 'Post box', 'top', inch(7, '7'), true),
  cable('post-study', 'post to study', 'study', 'post-box', 'Post box', 'bottom', inch(7, '7'), true),
  cable('mast-line', 'to the study garden box', 'not known', 'mast-box', 'Study garden box', 'top', inch(7, '7')),
  { ...cable('pantry-line', 'panel to pantry', 'panel', 'pantry-box', 'Pantry box', 'bottom', inch(7, '7')), gauge: 12 },
  { ...cable('shed-line', 'porch to shed', 'porch', 'shed-box', 'Shed box', 'bottom', inch(7, '7')), gauge: 12 },
  cable('loom-line', 'panel to loom room switch', 'panel', 'loom-switch', 'Loom room switch box', 'top', inch(7, '7')),
  cable(
    'loom-light',
    'loom room switch to its ceiling light',
    'loom ceiling light',
    'loom-switch',
    'Loom room switch box',
    'top',
    inch(7, '7'),
    true,
  ),
  cable('stair-line', 'loom room to hall switch', 'loom room', 'stair-switch', 'Hall switch box', 'top', inch(7, '7')),
];
const DEVICES: Device[] = [
  device('alcove-receptacle', 'alcove receptacle', 'alcove-box'),
  device('parlour-receptacle', 'parlour receptacle', 'parlour-box'),
  device('book-receptacle', 'bookcase receptacle', 'book-box'),
  device('hall-end-receptacle', 'hall end receptacle', 'hall-end-box', 'worn'),
  device('studio-receptacle', 'studio receptacle', 'studio-box'),
  device('linen-receptacle', 'linen hall receptacle', 'linen-box'),
  { ...device('trough-receptacle', 'trough receptacle', 'trough-box'), kind: 'duplex-20' },
  device('post-receptacle', 'post receptacle', 'post-box'),
  device('mast-receptacle', 'study garden receptacle', 'mast-box'),
  device('pantry-receptacle', 'pantry receptacle', 'pantry-box'),
  { ...device('shed-receptacle', 'shed receptacle', 'shed-box'), kind: 'ground-fault-20', tamperResistant: true },
];
const LOADS: Load[] = [
  { id: 'porch-lamp', name: 'porch lamp', watts: 60, continuous: true, fixed: true, circuitId: 'c8' },
  { id: 'ceiling-lamps', name: 'ceiling lamps, six', watts: 360, continuous: true, fixed: true, circuitId: 'c9' },
  { id: 'study-desk', name: 'study lamp and computer', watts: 260, continuous: false, fixed: false, circuitId: 'c5' },
];

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
    ...asSeen(wall.framing),
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
  'parlour-w3': (w) => ({
    ...framed(w, known(29, '29')),
    name: 'Parlour, bookcase wall',
    faces: { ...base(w), A: { ...base(w).A, layers: [{ finish: 'plaster-lath', thickness: inch(0.875, '7/8') }] } },
    fixtures: [
      { ...fixture('plinth', 'furniture', 12, 0, 72, 9, 20), board: inch(0.75, '3/4'), looked: true },
      fixture('bookcase', 'furniture', 12, 9, 72, 75, 12),
    ],
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
  'utility-w4': (w) => ({ ...framed(w, known(24, '24')), name: 'Utility room, panel wall', bayLooked: 'seen', fireRated: false }),
  'pantry-w1': (w) => ({
    ...framed(w, known(22, '22')),
    name: 'Pantry, porch wall',
    faces: {
      ...framed(w, known(22, '22')).faces,
      B: { roomId: 'porch', layers: [{ finish: 'wood-siding', thickness: inch(1.25, '1 1/4') }] },
    },
    bayLooked: 'felt',
    fireRated: false,
  }),
  'linen-w3': (w) => ({
    ...framed(w, known(40, '40')),
    name: 'Linen hall, wash room wall',
    faces: {
      ...framed(w, known(40, '40')).faces,
      B: { ...w.faces.B, layers: [{ finish: 'drywall', thickness: inch(0.5, '1/2') }], baseHeight: inch(4.5, '4 1/2') },
    },
    obstacles: [
      {
        ...{ id: 'bath-vent', kind: 'vent', x: inch(51, '51'), z: inch(0, '0'), width: inch(3, '3'), height: inch(96, '96') },
        ...{ behindA: inch(0.75, '3/4'), thick: inch(3, '3') },
      },
    ],
    bayLooked: 'seen',
    fireRated: false,
  }),
  'parlour-w4': (w) => ({
    ...framed(w, known(8, '8')),
    name: 'Parlour, hearth wall',
    faces: { ...base(w), A: { ...base(w).A, layers: [{ finish: 'plaster-lath', thickness: inch(0.875, '7/8') }] } },
    bayLooked: 'felt',
    fireRated: false,
  }),
  'laundry-w1': (w) => ({
    ...framed(w, known(28, '28')),
    name: 'Laundry, trough wall',
    fixtures: [fixture('trough', 'counter', 12, 0, 48, 32, 22), fixture('splash', 'backsplash', 12, 32, 48, 6, 1)],
    bayLooked: 'seen',
    fireRated: false,
  }),
  'study-w2': (w) => ({
    ...framed(w, known(50, '50')),
    name: 'Study, garden wall',
    faces: {
      ...framed(w, known(50, '50')).faces,
      B: { roomId: 'porch', layers: [{ finish: 'wood-siding', thickness: inch(1.25, '1 1/4') }] },
    },
    bayLooked: 'felt',
    fireRated: false,
  }),
  'loom-w2': (w) => ({ ...framed(w, known(95.25, '95 1/4')), name: 'Loom room, switch wall', bayLooked: 'felt', fireRated: false }),
  'loom-w3': (w) => ({
    ...w,
    name: 'Loom room, chimney breast',
    framing: { ...asSeen(w.framing), material: 'masonry', studDepth: inch(8, '8') },
    faces: { ...w.faces, A: { ...w.faces.A, layers: [{ finish: 'plaster-lath', thickness: inch(0.625, '5/8') }] } },
    bayLooked: 'seen',
    fireRated: false,
  }),
  ...Object.fromEntries(
    ['w2', 'w3', 'w4'].map((n) => [
      `summer-kitchen-${n}`,
      (w: Wall): Wall => ({
        ...framed(w, known(16, '16')),
        name: `Summer kitchen, ${n === 'w2' ? 'orchard' : n === 'w3' ? 'yard' : 'street'} wall`,
        // a lean-to in open framing: the board that will hang there is known
        faces: {
          A: { ...w.faces.A, layers: [{ finish: 'drywall', thickness: inch(0.5, '1/2') }], open: true },
          B: { ...w.faces.B, layers: [{ finish: 'wood-siding', thickness: inch(0.75, '3/4') }] },
        },
        fireRated: false,
      }),
    ]),
  ),
  // a low wall of studs on the footing, open to the crawl space
  'crawl-w4': (w) => ({
    ...framed(w, known(12, '12')),
    name: 'Crawl space, hatch wall',
    faces: { ...w.faces, A: { ...w.faces.A, layers: [], open: true } },
    bayLooked: 'seen',
    fireRated: false,
  }),
  'loom-w4': (w) => ({ ...framed(w, known(16.75, '16 3/4')), name: 'Loom room, kiln wall', bayLooked: 'felt', fireRated: false }),
  'shed-w1': (w) => ({ ...framed(w, known(8, '8')), name: 'Shed, bench wall', bayLooked: 'seen', fireRated: false }),
  'shed-w2': (w) => ({
    ...framed(w, known(16.75, '16 3/4')),
    name: 'Shed, window wall',
    bayLooked: 'seen',
    fireRated: false,
    // the railway's shelf, from the corner at the bench wall; a 1 × 6 board in front
    fixtures: [fixture('railway-shelf', 'shelf', 0, 50, 90, 5.5, 12)],
  }),
  'shed-w3': (w) => ({
    ...w,
    openings: [{ id: 'shed-door', kind: 'door', x: inch(40, '40'), z: measured(0, '0'), width: inch(34, '34'), height: inch(80, '80') }],
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
    walls: site.walls.map((w) => ({ ...w, faces: { A: { ...w.faces.A, roomId: NOT_ENTERED }, B: { ...w.faces.B, roomId: NOT_ENTERED } } })),
  };
  const walked = (
    id: string,
    lengths: Pick<RoomAnswers, 'lengths' | 'turns'>,
    below: Room['below'],
    shared: RoomAnswers['shared'],
    rename: Record<string, string> = {},
    more: Partial<Room> = {},
    above: Room['above'] = 'attic',
  ) => {
    const room = site.rooms.find((r) => r.id === id)!;
    const adding = addRoom(
      next,
      {
        id,
        name: room.name,
        use: room.use,
        ...lengths,
        height: room.use === 'crawl-space' ? inch(30, '30') : HEIGHT,
        ...(above ? { above } : {}),
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
        ...(r.id === id ? more : {}),
      })),
    };
  };
  const lies = (right: number, down: number): Pick<Room, 'at'> => ({
    at: { right: inch(right, `${right}`), down: inch(down, `${down}`) },
  });
  const joists = (runs: NonNullable<Joists['runs']>): Joists => ({ runs, spacing: inch(16, '16'), depth: inch(9.25, '9 1/4') });
  const over: Joists = { runs: 'along-first', spacing: inch(16, '16'), depth: inch(5.5, '5 1/2') };
  const middle = { joistsBelow: joists('along-first'), joistsAbove: over };
  walked('sewing', round(120, 132, 120, 132), 'basement', { 0: { wallId: 'sewing-hall', face: 'A' } }, {}, middle);
  walked('hall', round(120, 42, 120, 42), 'basement', { 0: { wallId: 'sewing-hall', face: 'B' } }, { 'hall-w3': 'hall-parlour' }, middle);
  walked(
    'parlour',
    round(120, 156, 120, 156),
    'crawl-space',
    { 0: { wallId: 'hall-parlour', face: 'B' } },
    {},
    {
      joistsAbove: over,
      joistsBelow: joists('across-first'),
    },
  );
  walked('study', round(108, 120, 108, 120), 'basement', undefined, {}, { ...lies(124.5, 0), ...middle });
  // nobody looked which way the joists run over and under the studio
  walked('studio', round(144, 120, 144, 120), 'crawl-space', undefined, {}, lies(124.5, -129));
  walked('utility', round(96, 96, 96, 96), 'basement', undefined, {}, { ...lies(-100.5, 0), ...middle });
  walked('loom', round(120, 108, 120, 108), 'basement', undefined, {}, { ...lies(-124.5, 100.5), ...middle });
  walked('summer-kitchen', round(120, 168, 120, 168), 'slab', { 0: { wallId: 'loom-w3', face: 'B' } });
  walked('pantry', round(60, 48, 60, 48), 'crawl-space', undefined, {}, { ...lies(-64.5, -207), joistsAbove: over });
  walked('shed', round(144, 96, 144, 96), 'slab', undefined, {}, lies(320, 40), 'flat-roof');
  walked('linen', round(96, 48, 96, 48), 'basement', undefined, {}, { ...lies(-230, 0), ...middle });
  walked('wash', round(96, 72, 96, 72), 'basement', { 0: { wallId: 'linen-w3', face: 'B' } }, {}, middle);
  // under the old parlour
  walked(
    'crawl',
    round(120, 156, 120, 156),
    'slab',
    undefined,
    {},
    { ...lies(0, -207), level: -1, joistsAbove: joists('across-first') },
    'floor',
  );
  walked('laundry', round(84, 72, 84, 72), 'crawl-space', undefined, {}, { ...lies(273, -129), joistsAbove: over });
  return {
    ...next,
    walls: next.walls.map((w) => MEASURED[w.id]?.(w) ?? w),
    boxes: [...next.boxes, ...BOXES],
    cables: [...next.cables, ...CABLES],
    devices: [...next.devices, ...DEVICES],
    loads: [...next.loads, ...LOADS],
  };
}
