/** The invented sample jobs. */
import { DOCUMENT_VERSION, measured, DEFAULT_SCHOOLS, inHouse, type House, type Job, type JobInHouse, type Load } from '../model/index.js';
import { inches } from '../measure/index.js';
import { fromBox, type FromBoxAnswers } from '../purpose/index.js';
import { inch } from './lengths.js';
import { larchCottage } from './larchCottage.js';
import { load, quinceStreet } from './quinceStreet.js';
import { wanted } from './wants.js';

/** New duplex in the sewing room, fed from the hall side of the same wall. Fits; with the hall heater it doesn't. */
const sewing: Job = {
  format: 'saddle-job',
  version: DOCUMENT_VERSION,
  id: 'sewing-corner',
  houseId: quinceStreet.id,
  name: 'Sewing corner',
  purpose: 'outlet',
  want: wanted[0]!.want,
  changes: [
    {
      id: 'place-sewing-box',
      title: 'Set the sewing box',
      do: 'place-box',
      box: {
        id: 'sewing-box',
        name: 'Sewing box',
        wallId: 'sewing-hall',
        face: 'A',
        place: { from: 'left-end', toward: 'right', to: 'left-edge', distance: inch(49.1875, '49 3/16'), bottom: inch(13.25, '13 1/4') },
        kind: 'wings-1g-20',
        gangs: 1,
        hangsOn: 'none',
        circuitId: 'c4',
        supportFittings: 0,
      },
    },
    {
      id: 'run-sewing-cable',
      title: 'Run 14-2 cable from the hall box to the sewing box',
      do: 'run-cable',
      cable: {
        id: 'hall-to-sewing',
        name: 'hall to sewing',
        gauge: 14,
        conductors: ['black', 'white'],
        ground: 'bare',
        metal: 'copper',
        sheath: 'nonmetallic',
        ends: [
          { boxId: 'hall-box', label: 'Hall box', side: 'top' },
          { boxId: 'sewing-box', label: 'Sewing box', side: 'top' },
        ],
        direction: 'known',
        unbrokenIn: [],
      },
    },
    {
      id: 'sewing-receptacle',
      title: 'New receptacle in the sewing room',
      do: 'place-device',
      device: { id: 'sewing-receptacle', name: 'sewing receptacle', boxId: 'sewing-box', kind: 'duplex-15', tamperResistant: true },
    },
    {
      id: 'plug-sewing-machine',
      title: 'Sewing machine',
      do: 'plug-in',
      load: load('sewing-machine', 'sewing machine', 85, { boxId: 'sewing-box' }),
    },
    {
      id: 'plug-steam-press',
      title: 'Steam press',
      do: 'plug-in',
      load: load('steam-press', 'steam press', 1100, { boxId: 'sewing-box' }),
    },
  ],
  schools: DEFAULT_SCHOOLS,
  work: { ticks: [], notes: [], values: [], proofs: [] },
};

/** A job from a box of the house, with what will be plugged in. */
function atBox(house: House, answers: FromBoxAnswers, more: { plugIn?: Load[]; note?: string } = {}): Job {
  const made = fromBox(house, answers);
  if (!made.ok) throw new Error(`demo: ${made.message}`);
  const plugIn = (more.plugIn ?? []).map((l) => ({ id: `plug-${l.id}`, title: l.name, do: 'plug-in' as const, load: l }));
  const { want } = made.job;
  const loads = (more.plugIn ?? []).map(({ name, watts, continuous }) => ({ name, continuous, ...(watts ? { watts } : {}) }));
  return {
    ...made.job,
    ...(more.note ? { note: more.note } : {}),
    ...(want ? { want: { ...want, loads } } : {}),
    changes: [...made.job.changes, ...plugIn],
  };
}
const houseId = quinceStreet.id;

/** A duplex becomes a quad; the two cables in the old box decide by its fill. */
const aquarium = atBox(
  quinceStreet,
  { id: 'aquarium-alcove', houseId, name: 'Aquarium alcove', situation: 'enlarge', boxId: 'alcove-box', gangs: 2 },
  {
    plugIn: [
      load('tank-heater', 'tank heater', 300, { circuitId: 'c5', boxId: 'alcove-box', continuous: true }),
      load('tank-pump', 'pump', 40, { circuitId: 'c5', boxId: 'alcove-box', continuous: true }),
      load('tank-light', 'tank light', 60, { circuitId: 'c5', boxId: 'alcove-box', continuous: true }),
    ],
  },
);

/** An outlet in the parlour must rise above a new 36 in wainscot cap; plaster and lath; its cable comes from below. */
const parlour = atBox(quinceStreet, {
  id: 'wainscot',
  houseId,
  name: 'Wainscot',
  situation: 'raise',
  boxId: 'parlour-box',
});

/** Worn box with stripped ears, replaced where it is. */
const hallEnd = atBox(quinceStreet, {
  id: 'hall-box-replaced',
  houseId,
  name: 'Hall box',
  situation: 'replace',
  boxId: 'hall-end-box',
});

/** Behind the books of a built-in: 20 in forward into its plinth, the old box a junction behind a loose shelf. */
const plinth = atBox(quinceStreet, { id: 'bookcase-plinth', houseId, name: 'Bookcase plinth', situation: 'forward', boxId: 'book-box' });

/** Above a new stone trough and its splash, 32 in and 6 in; its cable comes from the side. */
const trough = atBox(quinceStreet, { id: 'stone-trough', houseId, name: 'Stone trough', situation: 'raise', boxId: 'trough-box' });

/** The two cables of the box turned out live when apart, both from circuit 5: two yokes, each on a feed of its own. */
const sewingTwo = atBox(quinceStreet, {
  id: 'sewing-window',
  houseId,
  name: 'Sewing window',
  situation: 'enlarge',
  boxId: 'sewing-window-box',
  gangs: 2,
});

/** Power and a network opening side by side in one divided double box under a shelf; metal studs; fed from one stud over. */
const shelf = atBox(
  quinceStreet,
  {
    id: 'router-shelf',
    houseId,
    name: 'Router shelf',
    situation: 'same-wall',
    boxId: 'studio-box',
    fromLeft: measured(inches(51.5), '51 1/2'),
    bottom: measured(inches(61), '61'),
    gangs: 2,
    divided: true,
  },
  { plugIn: [load('router', 'router', 30, { circuitId: 'c5', boxId: 'router-shelf-box', continuous: true })] },
);

/** Jobs that have taken no way yet. */
const open: Job[] = wanted.slice(1).map(({ id, name, purpose, want }) => ({
  format: 'saddle-job',
  version: DOCUMENT_VERSION,
  id,
  houseId,
  name,
  purpose,
  want,
  changes: [],
  schools: DEFAULT_SCHOOLS,
  work: { ticks: [], notes: [], values: [], proofs: [] },
}));

export const demoHouses: House[] = [quinceStreet, larchCottage];
/** As they are stored. */
export const demoJobs: Job[] = [sewing, aquarium, parlour, hallEnd, shelf, plinth, trough, sewingTwo, ...open];

/** The same laid on the house, each as if it were the only job there. */
const alone = (job: Job): JobInHouse => inHouse(job, quinceStreet);
export const sewingCorner = alone(sewing);
export const aquariumAlcove = alone(aquarium);
export const wainscot = alone(parlour);
export const hallBox = alone(hallEnd);
export const routerShelf = alone(shelf);
export const bookcasePlinth = alone(plinth);
export const stoneTrough = alone(trough);
export const sewingWindow = alone(sewingTwo);
/** Those that have a plan. */
export const demoJobsInHouse: JobInHouse[] = [
  sewingCorner,
  aquariumAlcove,
  wainscot,
  hallBox,
  routerShelf,
  bookcasePlinth,
  stoneTrough,
  sewingWindow,
];
/** Those that have taken no way yet. */
export const demoWanted: JobInHouse[] = open.map(alone);
