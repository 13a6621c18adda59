/** Invented sample data: the house Quince Street 14, as surveyed. Nothing here is a real place or person. */
import { feet, inches } from '../measure/index.js';
import {
  DOCUMENT_VERSION,
  measured,
  type Cable,
  type Circuit,
  type House,
  type Load,
  type Panel,
  type Room,
  type Wall,
} from '../model/index.js';
import { surveyed } from './walls.js';
import { inch } from './lengths.js';

const room = (id: string, name: string, use: Room['use'], waterWithin6ft?: boolean): Room => ({
  id,
  name,
  use,
  ...(waterWithin6ft === undefined ? {} : { waterWithin6ft }),
});
const hall = room('hall', 'hall', 'hallway', false);
const sewing = room('sewing', 'sewing room', 'bedroom', false);

const rooms: Room[] = [
  hall,
  sewing,
  room('study', 'study', 'study', false),
  room('parlour', 'parlour', 'living', false),
  room('loom', 'loom room', 'workshop', false),
  room('kitchen', 'kitchen', 'kitchen'),
  room('pantry', 'pantry', 'closet', false),
  room('bath', 'bath', 'bathroom'),
  room('laundry', 'laundry', 'laundry'),
  room('utility', 'utility room', 'utility'),
  room('basement', 'basement', 'unfinished-basement'),
  room('porch', 'porch', 'outdoors', false),
  room('studio', 'studio', 'workshop', false),
  room('shed', 'potting shed', 'workshop', false),
  room('summer-kitchen', 'summer kitchen', 'kitchen', false),
  room('linen', 'linen hall', 'hallway', false),
  room('wash', 'wash room', 'bathroom', true),
  room('crawl', 'crawl space', 'crawl-space', false),
];

const circuit = (id: string, number: string, name: string, breakerA: 15 | 20, more: Partial<Circuit> = {}): Circuit => ({
  id,
  number,
  name,
  voltsNominal: 120,
  breakerA,
  ...more,
});
const circuit4 = circuit('c4', '4', 'parlour and hall', 15, {
  sharedNeutral: false,
  reservedFor: 'none',
  groundFault: 'none',
  arcFault: 'none',
  lengthToSource: measured(feet(62), '62 ft'),
  foundHow: 'switched off one by one; parlour and hall went dead',
  loadsComplete: true,
});
const circuits: Circuit[] = [
  circuit('c1', '1', 'kitchen A', 20, { sharedNeutral: true, commonTrip: true, reservedFor: 'kitchen-small-appliance' }),
  circuit('c3', '3', 'kitchen B', 20, { sharedNeutral: true, commonTrip: true, reservedFor: 'kitchen-small-appliance' }),
  circuit('c2', '2', 'bath', 20, {
    sharedNeutral: false,
    reservedFor: 'bathroom',
    groundFault: 'none',
    arcFault: 'none',
    lengthToSource: measured(feet(30), '30 ft'),
    loadsComplete: true,
  }),
  circuit4,
  circuit('c5', '5', 'back bedrooms', 15, {
    sharedNeutral: false,
    reservedFor: 'none',
    groundFault: 'none',
    arcFault: 'none',
    lengthToSource: measured(feet(48), '48 ft'),
    foundHow: 'breaker switched, the back rooms went dead',
    loadsComplete: true,
  }),
  circuit('c6', '6', 'laundry', 20, {
    sharedNeutral: false,
    reservedFor: 'laundry',
    groundFault: 'none',
    arcFault: 'none',
    lengthToSource: measured(feet(52), '52 ft'),
    loadsComplete: true,
  }),
  circuit('c7', '7', 'utility and freezer', 20),
  circuit('c8', '8', 'porch and shed', 20, {
    sharedNeutral: false,
    reservedFor: 'none',
    groundFault: 'none',
    arcFault: 'none',
    lengthToSource: measured(feet(40), '40 ft'),
    foundHow: 'switched off, the porch lamp went out',
    loadsComplete: true,
  }),
  circuit('c9', '9', 'lights', 15, {
    sharedNeutral: false,
    reservedFor: 'none',
    groundFault: 'none',
    arcFault: 'none',
    lengthToSource: measured(feet(36), '36 ft'),
    foundHow: 'switched off, all ceiling lamps went out',
    loadsComplete: true,
  }),
];

/** Workshop A and B on one 12-3: traced conductor by conductor, and switched together. */
const workshop = (number: string, name: string): Circuit =>
  circuit(`c${number}`, number, name, 20, {
    sharedNeutral: true,
    commonTrip: true,
    reservedFor: 'none',
    groundFault: 'none',
    arcFault: 'none',
    lengthToSource: measured(feet(34), '34 ft'),
    foundHow: 'both switched off: the workshop went dead; then each by itself',
    loadsComplete: true,
  });
circuits.push(workshop('12', 'workshop A'), workshop('14', 'workshop B'));
const TIED: Record<string, string> = { c1: 'b3', c3: 'b1', c12: 'b14', c14: 'b12' };

/** 24 spaces; 1 and 3 are tied, 12 and 14 too; nobody looked behind the plate of 10. */
const panel: Panel = {
  name: 'Utility room panel',
  place: { wallId: 'utility-w4', face: 'A', fromLeft: inch(33, '33'), bottom: inch(48, '48') },
  spaces: 24,
  mainA: 100,
  types: 'P1, P1-AF, P1-GF',
  covered: [10],
  breakers: circuits.map((c) => ({
    id: `b${c.number}`,
    circuitId: c.id,
    space: Number(c.number),
    poles: 1,
    ...(TIED[c.id] ? { tiedTo: TIED[c.id] } : {}),
    type: 'P1',
  })),
  tests: [],
};

export const load = (id: string, name: string, watts: number, more: Partial<Load> = {}): Load => ({
  id,
  name,
  watts,
  continuous: false,
  fixed: false,
  circuitId: 'c4',
  ...more,
});
const foundLoads: Load[] = [load('lamps', 'parlour lamps, three', 180), load('hall-heater', 'hall heater', 1500, { boxId: 'hall-box' })];

const wall: Wall = {
  id: 'sewing-hall',
  name: 'Sewing room, hall wall',
  length: inch(120, `10'`),
  height: inch(96, `8'`),
  framing: {
    material: 'wood',
    studDepth: inch(3.5, '3 1/2'),
    studWidth: inch(1.5, '1 1/2'),
    spacing: inch(16, '16'),
    knownStud: { mm: inches(40), as: '40', known: 'scanned', toleranceMm: 6 },
    extraStuds: [],
  },
  faces: {
    A: { roomId: 'sewing', layers: [{ finish: 'drywall', thickness: inch(0.5, '1/2') }], baseHeight: inch(4.5, '4 1/2') },
    B: { roomId: 'hall', layers: [{ finish: 'drywall', thickness: inch(0.5, '1/2') }], baseHeight: inch(4.5, '4 1/2') },
  },
  references: [{ id: 'door-edge', name: 'door edge', x: inch(92, '92') }],
  obstacles: [
    {
      id: 'vent',
      kind: 'vent',
      x: { mm: inches(60.5), as: '60 1/2', known: 'felt' },
      z: inch(2, '2'),
      width: inch(3.25, '3 1/4'),
      height: inch(90, '90'),
      behindA: inch(1, '1'),
      thick: inch(2, '2'),
    },
  ],
  openings: [{ id: 'hall-door', kind: 'door', x: inch(92, '92'), z: measured(0, '0'), width: inch(28, '28'), height: inch(80, '80') }],
  bayLooked: 'seen',
  fireRated: false,
};

/** What job 1 rests on: the wall between the sewing room and the hall. */
export const sewingFound: House['site'] = {
  rooms: [sewing, hall],
  walls: [wall],
  boxes: [
    {
      id: 'hall-box',
      name: 'Hall box',
      wallId: wall.id,
      face: 'B',
      place: { from: 'door-edge', toward: 'right', to: 'left-edge', distance: inch(49.25, '49 1/4'), bottom: inch(13.25, '13 1/4') },
      kind: 'metal-device-2-1/2',
      gangs: 1,
      hangsOn: 'right',
      circuitId: 'c4',
      supportFittings: 0,
      condition: 'sound',
    },
    {
      id: 'sewing-window-box',
      name: 'Sewing window box',
      wallId: wall.id,
      face: 'A',
      place: { from: 'left-end', toward: 'right', to: 'left-edge', distance: inch(9.25, '9 1/4'), bottom: inch(13.25, '13 1/4') },
      kind: 'metal-device-2-1/2',
      gangs: 1,
      hangsOn: 'left',
      supportFittings: 0,
      circuitId: 'c5',
    },
  ],
  cables: [
    {
      id: 'hall-from-panel',
      name: 'panel to hall',
      gauge: 14,
      conductors: ['black', 'white'],
      ground: 'bare',
      metal: 'copper',
      sheath: 'nonmetallic',
      ends: [{ label: 'panel' }, { boxId: 'hall-box', label: 'Hall box', side: 'top' }],
      direction: 'known',
      unbrokenIn: [],
      whiteUsedAsHot: 'no',
    },
    {
      id: 'hall-to-parlour',
      name: 'hall to parlour',
      gauge: 14,
      conductors: ['black', 'white'],
      metal: 'copper',
      sheath: 'nonmetallic',
      ends: [{ boxId: 'hall-box', label: 'Hall box', side: 'top' }, { label: 'parlour' }],
      direction: 'known',
      unbrokenIn: [],
      whiteUsedAsHot: 'no',
    },
    ...['lower', 'upper'].map((which): Cable => ({
      ...{ id: `window-${which}`, name: `${which} cable of the window box`, gauge: 14, conductors: ['black', 'white'], ground: 'bare' },
      ...{ metal: 'copper', sheath: 'nonmetallic', direction: 'known', unbrokenIn: [], whiteUsedAsHot: 'no', circuitId: 'c5' },
      // apart, both were live, and both went dead with breaker 5
      uses: [
        { is: 'hot', circuitId: 'c5' },
        { is: 'neutral', circuitId: 'c5' },
      ],
      ends: [
        { label: `panel, ${which}` },
        { boxId: 'sewing-window-box', label: 'Sewing window box', side: which === 'upper' ? 'top' : 'bottom', freeLength: inch(7, '7') },
      ],
    })),
  ],
  devices: [
    { id: 'hall-receptacle', name: 'hall receptacle', boxId: 'hall-box', kind: 'duplex-15', wiredAs: 'feed-through', condition: 'sound' },
    { id: 'sewing-window-receptacle', name: 'sewing window receptacle', boxId: 'sewing-window-box', kind: 'duplex-15', condition: 'sound' },
  ],
  circuits: circuits.filter((c) => ['c4', 'c5'].includes(c.id)),
  loads: foundLoads,
};

export const quinceStreet: House = {
  format: 'saddle-house',
  version: DOCUMENT_VERSION,
  id: 'quince-street-14',
  name: 'Quince Street 14',
  edition: 'US-2020',
  unit: 'in',
  built: 1961,
  note: 'Invented sample house: single storey, basement under half of it, attic above.',
  site: surveyed({ ...sewingFound, rooms, circuits, panel }),
};
