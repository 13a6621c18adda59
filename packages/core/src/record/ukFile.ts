/** What is known of a house by the UK book, thing by thing: its consumer unit, circuits, cables, boxes, and what jobs closed in. */
import { BOX_KINDS } from '../catalog/index.js';
import { depthOf, isMetal, pointIdOf, wayOf } from '../alteration/index.js';
import { finalsOf, printReadingWithUnit, printRunLength, readingLines, runWords } from '../finals/index.js';
import { printLength, type DayOf } from '../measure/index.js';
import { laidIn, sizeWords, type Box, type Final, type House, type Job } from '../model/index.js';
import { unknown, type FileEntry, type FileFact } from './fileEntry.js';

const yesNo = (value: boolean | undefined, yes: string, no: string, asked: string): FileFact => (value === undefined ? unknown(asked) : { says: value ? yes : no }); // prettier-ignore
const circuitPage = (house: House, final: Final): string[] => ['/houses', house.id, 'circuits', final.id];

function unitEntry(house: House): FileEntry {
  const incoming = house.incoming ?? {};
  const box = house.site.boxes.find((b) => b.id === incoming.boxId);
  return {
    ...{ id: 'consumer-unit', kind: 'panel', title: 'Consumer unit', photos: [], link: ['/houses', house.id, 'circuits'] },
    where: house.site.walls.find((w) => w.id === box?.wallId)?.name ?? 'place not said',
    facts: [
      incoming.earthing ? { says: `earthing ${incoming.earthing}` } : unknown('earthing not looked at'),
      incoming.zeOhm === undefined ? unknown('Ze not read') : { says: `Ze ${incoming.zeOhm} Ω` },
      incoming.faultKa === undefined ? unknown('fault current at the origin not read') : { says: `fault current ${incoming.faultKa} kA` },
      incoming.fuseA === undefined ? unknown('fuse of the supply not read') : { says: `${incoming.fuseA} A fuse of the supply` },
    ],
  };
}

function circuitEntry(house: House, final: Final, dayOf: DayOf): FileEntry {
  const read = readingLines(final, house.incoming ?? {}).flatMap(({ due, reading }) => (reading ? [{ due, reading }] : []));
  return {
    ...{ id: final.id, kind: 'circuit', title: `${final.number} ${final.name}`, where: `way ${final.number} of the consumer unit`, photos: [], link: circuitPage(house, final) },
    facts: [
      { says: final.shape },
      final.ratingA === undefined ? unknown('breaker not read') : { says: `${final.curve ?? ''}${final.ratingA} A` },
      yesNo(final.residual, 'behind a 30 mA device', 'no 30 mA device', '30 mA device not looked for'),
      yesNo(final.arcFault, 'arc-fault detection', 'no arc-fault detection', 'arc-fault detection not looked for'),
      { says: `${final.points.length} points: ${final.points.map((p) => p.name).join(', ')}` },
      ...read.map(({ due, reading }) => ({ says: `${due.words}${due.point ? `, ${due.point.name}` : ''}: ${printReadingWithUnit(reading, due.unit)}, ${dayOf(reading.at)}` })),
      ...(read.length ? [] : [unknown('never tested, or not noted')]),
    ],
  };
} // prettier-ignore

const cableEntries = (house: House, final: Final): FileEntry[] =>
  final.runs.map((run) => ({
    ...{ id: `${final.id}/${run.id}`, kind: 'cable' as const, title: runWords(final, run), where: `${final.number} ${final.name}`, photos: [], link: circuitPage(house, final) },
    facts: [
      { says: sizeWords(run.size), ...(run.presets?.includes('size') ? { how: 'assumed' as const } : {}) },
      run.cores ? { says: run.cores } : unknown('colours not looked at'),
      run.length ? { says: `length ${printRunLength(run.length)}`, ...(run.length.known === 'assumed' ? { how: 'assumed' as const } : {}) } : unknown('length not measured'),
    ],
  })); // prettier-ignore

/** A box of the house: what it is, and which points sit in it. */
export function ukBoxEntry(house: House, box: Box, measured: readonly FileFact[], photos: string[]): FileEntry {
  const wall = house.site.walls.find((w) => w.id === box.wallId);
  const room = house.site.rooms.find((r) => r.id === wall?.faces[box.face].roomId);
  const here = finalsOf(house.site).flatMap((final) => final.points.filter((p) => p.boxId === box.id).map((point) => ({ final, point })));
  const depth = depthOf(box);
  const metal = isMetal(box);
  return {
    ...{ id: box.id, kind: 'box', title: box.name, where: [room?.name, wall?.name].filter(Boolean).join(', '), photos: [...photos] },
    link: ['/houses', house.id, 'walls', box.wallId, box.face],
    facts: [
      box.kind === 'other' ? unknown('kind of box not looked at') : { says: BOX_KINDS[box.kind].name },
      { says: `bottom above the floor ${printLength(box.place.bottom.mm, house.unit)}`, ...(box.place.bottom.known === 'assumed' ? { how: 'assumed' as const } : {}) },
      depth === undefined ? unknown('depth not measured') : { says: `depth ${printLength(depth, house.unit)}`, ...(box.depth ? {} : { how: 'by its kind' as const }) },
      ...(here.length || box.id === house.incoming?.boxId ? [] : [unknown('its circuit was not found out')]),
      ...here.flatMap(({ final, point }): FileFact[] => [
        { says: `${point.name}: ${point.kind}, on ${final.number} ${final.name}` },
        ...(metal ? [yesNo(point.earthLead, 'earth lead to the box', 'no earth lead to the box', 'earth lead of the box not looked for')] : []),
        ...(point.fuseA ? [{ says: `${point.fuseA} A fuse` }] : []),
      ]),
      ...measured,
    ],
  };
} // prettier-ignore

/** Legs of cables that closed jobs laid and nobody sees any more. */
function hiddenEntries(house: House, jobs: readonly Job[]): FileEntry[] {
  return jobs.filter((j) => j.closed && j.alteration).flatMap((job): FileEntry[] => {
    const laid = laidIn(job, house, jobs);
    const way = wayOf(laid);
    // what was taken out of the house again is not in its walls
    if (!way || !finalsOf(house.site).some((f) => f.points.some((p) => p.id === pointIdOf(job)))) return [];
    return way.legs.filter((l) => l.in !== 'surface').map((leg, i) => {
      const wall = house.site.walls.find((w) => w.id === leg.wallId);
      return {
        ...{ id: `${job.id}-leg-${i}`, kind: 'hidden' as const, title: `cable to ${job.alteration!.outlet.name}: ${leg.words}`, photos: [] },
        where: wall?.name ?? (leg.in === 'floor' ? 'under the floor' : 'over the ceiling'),
        facts: [{ says: printLength(leg.mm, house.unit), how: 'as built' as const }, { says: `laid by “${job.name}”`, how: 'as built' as const }],
        link: wall ? ['/houses', house.id, 'walls', wall.id, 'A'] : ['/jobs', job.id, 'record'],
      };
    });
  });
} // prettier-ignore

export const ukEntries = (house: House, jobs: readonly Job[], dayOf: DayOf): FileEntry[] => [
  unitEntry(house),
  ...finalsOf(house.site).map((f) => circuitEntry(house, f, dayOf)),
  ...finalsOf(house.site).flatMap((f) => cableEntries(house, f)),
  ...hiddenEntries(house, jobs),
];
