/**
 * The house file: everything that is known of a house, thing by thing, each with how it is known, where it can be looked at and when it was
 * last measured. Made of the house, its jobs, their logs and photos; nothing of it is stored.
 */
import { BOX_KINDS, DEVICE_KINDS } from '../catalog/index.js';
import { printLength, type DayOf } from '../measure/index.js';
import {
  breakerNumber, isPreset, boxBody, lampsOf, panelsOf, seenWiring, type Box, type Cable, type CableWay, type Circuit, type House, type Job, type KeptEntry, type KeptPhoto, type Site, isUk, usBook } from '../model/index.js'; // prettier-ignore
import { directoryRows } from '../panel/index.js';
import { boxVolume, cablesIn, devicesIn } from '../wiring/index.js';
import { laidCables } from './inWall.js';
import { unknown, type FileEntry, type FileFact } from './fileEntry.js';
import { ukBoxEntry, ukEntries } from './ukFile.js';
import { logLines } from '../log/index.js';

export interface TimelineEvent {
  /** ISO instant */
  at: string;
  title: string;
  says: string[];
  link: string[];
}
export interface HouseFile {
  entries: FileEntry[];
  timeline: TimelineEvent[];
}

const known = (length: { mm: number; known: string } | undefined, words: string, unit: House['unit']): FileFact =>
  length ? { says: `${words} ${printLength(length.mm, unit)}`, ...(length.known === 'assumed' ? { how: 'assumed' as const } : {}) } : unknown(`${words} not measured`); // prettier-ignore

const roomOf = (site: Site, box: Box): string => {
  const wall = site.walls.find((w) => w.id === box.wallId);
  return [site.rooms.find((r) => r.id === wall?.faces[box.face].roomId)?.name, wall?.name].filter(Boolean).join(', ');
};

export const cableWords = (cable: Cable): string => {
  const ground = cable.ground === undefined ? 'ground not looked for' : cable.ground === 'none' ? 'no ground' : 'with ground';
  return `${cable.gauge} AWG, ${cable.conductors.join(' and ')}, ${ground}, ${cable.sheath}`;
};

/** The circuit of a cable: what it was proved to be on, else that of the first box it lies in. */
export const cableCircuit = (site: Site, cable: Cable): Circuit | undefined => {
  const box = cable.ends.map((e) => e.boxId).find((id) => id !== undefined);
  const id = cable.circuitId ?? site.boxes.find((b) => b.id === box)?.circuitId;
  return site.circuits.find((c) => c.id === id);
};

/** Last readings that a log has of the boxes a job worked at: the newest of each kind. */
function readings(house: House, jobs: readonly Job[], log: readonly KeptEntry[], dayOf: DayOf): Map<string, FileFact[]> {
  const byBox = new Map<string, FileFact[]>();
  const volts = new Set(log.filter((e) => e.figure?.unit === 'V').map((e) => e.id));
  for (const job of jobs) {
    const changes = job.closed ? (house.history ?? []).filter((h) => h.jobId === job.id).flatMap((h) => h.changes) : [];
    const boxes = changes.flatMap((c) => (c.do === 'place-box' || c.do === 'replace-box' ? [c.box.id] : c.do === 'wire-box' && c.wiring.panelEndOf === undefined ? [c.wiring.id] : [])); // prettier-ignore
    const lines = logLines(log.filter((e) => e.jobId === job.id), house.unit).filter((l) => !l.corrected && l.kind === 'value' && volts.has(l.id)); // prettier-ignore
    for (const box of new Set(boxes))
      byBox.set(box, [...(byBox.get(box) ?? []), ...lines.map((l) => ({ says: `${l.says}, ${dayOf(l.at)}` }))]);
  }
  return byBox;
}

function boxEntry(house: House, box: Box, measured: FileFact[], photos: string[]): FileEntry {
  const { site, unit } = house;
  const circuit = site.circuits.find((c) => c.id === box.circuitId);
  const volume = boxVolume(box);
  const wired = seenWiring(site, box.id);
  const ofKind = boxBody(box).depthMm;
  const depth: FileFact =
    box.depth || ofKind === undefined
      ? known(box.depth, 'depth', unit)
      : { says: `depth ${printLength(ofKind, unit)}`, how: 'by its kind' };
  return {
    id: box.id,
    kind: 'box',
    title: box.name,
    where: roomOf(site, box),
    link: ['/houses', house.id, 'boxes', box.id],
    photos,
    facts: [
      { says: `${box.kind === 'other' ? 'box of a kind not named' : BOX_KINDS[box.kind].name}, ${box.gangs} ${box.gangs === 1 ? 'gang' : 'gangs'}`, ...(box.presets?.length ? { how: 'assumed' as const } : {}) },
      known(box.place.bottom, 'bottom above the floor', unit),
      depth,
      volume === undefined ? unknown('volume not known') : { says: `${volume} in³` },
      circuit ? { says: `circuit ${breakerNumber(site, circuit)}, ${circuit.name}` } : unknown('its circuit was not found out'),
      ...cablesIn(site, box.id).map((c): FileFact => ({
        says: `${c.cable.name}: ${c.side === 'unknown' ? 'line or load not known' : c.side}, to ${c.farLabel}`,
        ...(c.side === 'unknown' ? { how: 'not known' as const } : {}),
      })),
      ...devicesIn(site, box.id).map((d): FileFact => ({ says: DEVICE_KINDS[d.kind].name, ...(isPreset(d, 'kind') ? { how: 'assumed' as const } : {}) })),
      wired ? { says: `wiring seen: ${wired.joints.length} connections` } : unknown('nobody looked at how it is wired'),
      ...(box.condition && box.condition !== 'sound' ? [{ says: `condition: ${box.condition}` }] : []),
      ...measured,
    ],
  }; // prettier-ignore
}

const wayWords = (way: CableWay): string[] => way.legs.map((l) => l.words).filter(Boolean);

function cableEntries(house: House, jobs: readonly Job[]): FileEntry[] {
  const laid = new Map(laidCables(house, jobs).filter((l) => l.built).map((l) => [l.cable.id, l])); // prettier-ignore
  const { site, unit } = house;
  return site.cables.map((cable): FileEntry => {
    const way = laid.get(cable.id);
    const box = cable.ends.map((e) => e.boxId).find((id) => id !== undefined);
    const circuit = cableCircuit(site, cable);
    return {
      id: cable.id,
      kind: 'cable',
      title: cable.name,
      where: cable.ends.map((e) => e.label).join(' to '),
      link: box === undefined ? ['/houses', house.id] : ['/houses', house.id, 'boxes', box],
      photos: [],
      facts: [
        { says: cableWords(cable), ...(cable.presets?.length ? { how: 'assumed' as const } : {}) },
        circuit ? { says: `circuit ${breakerNumber(site, circuit)}` } : unknown('its circuit was not found out'),
        known(cable.length, 'length', unit),
        ...(way ? wayWords(way.way).map((says): FileFact => ({ says, how: 'as built' })) : [unknown('where it runs in the walls is not known')]),
        ...(way ? [{ says: `laid by “${way.job}”`, how: 'as built' as const }] : []),
      ],
    };
  }); // prettier-ignore
}

/** What lies behind finish or under plates and was closed again: nobody sees it, the file has to say it. */
function hiddenEntries(house: House, jobs: readonly Job[]): FileEntry[] {
  const { site } = house;
  const wallName = (id: string): string => site.walls.find((w) => w.id === id)?.name ?? 'a wall that is gone';
  return laidCables(house, jobs).filter((l) => l.built).flatMap(({ cable, way, job }): FileEntry[] => [
    ...way.legs.filter((l) => l.onWall).map((l, i): FileEntry => ({
      id: `${cable.id}-leg-${i}`, kind: 'hidden', title: `${cable.name} in the ${wallName(l.onWall!.wallId)}`, where: wallName(l.onWall!.wallId),
      facts: [{ says: l.words, how: 'as built' }, { says: `laid by “${job}”`, how: 'as built' }],
      link: ['/houses', house.id, 'walls', l.onWall!.wallId, 'A'], photos: [],
    })),
    ...way.holes.map((h): FileEntry => ({
      id: `${cable.id}-${h.id}`, kind: 'hidden', title: `${h.count > 1 ? `${h.count} holes` : 'hole'} in the ${h.member}`, where: h.where,
      facts: [{ says: `${printLength(h.sizeMm, house.unit)} for ${cable.name}${h.seal ? ', sealed' : ''}`, how: 'as built' }],
      link: h.onWall ? ['/houses', house.id, 'walls', h.onWall.wallId, 'A'] : ['/houses', house.id], photos: [],
    })),
    ...way.openings.map((o): FileEntry => ({
      id: `${cable.id}-${o.id}`, kind: 'patch', title: `patch on the ${wallName(o.wallId)}`, where: wallName(o.wallId),
      facts: [{ says: `${o.what}, ${printLength(o.right - o.left, house.unit)} by ${printLength(o.top - o.bottom, house.unit)}`, how: 'as built' }, { says: `opened and closed by “${job}”`, how: 'as built' }],
      link: ['/houses', house.id, 'walls', o.wallId, o.face], photos: [],
    })),
  ]);
} // prettier-ignore

function circuitEntries(house: House): FileEntry[] {
  return panelsOf(house.site).flatMap(({ id, panel, sub }) =>
    directoryRows(house.site, usBook(house), id).flatMap((row): FileEntry[] => {
      const circuit = house.site.circuits.find((c) => c.id === panel.breakers.find((b) => b.space === row.space)?.circuitId);
      if (!circuit) return [];
      const feeds = house.site.boxes.filter((b) => b.circuitId === circuit.id).map((b) => b.name);
      return [
        {
          id: circuit.id,
          kind: 'circuit',
          title: `${breakerNumber(house.site, circuit)} ${circuit.name}`,
          where: panel.name,
          link: ['/houses', house.id, 'panel'],
          query: { space: String(row.space), ...(sub ? { of: id } : {}) },
          photos: [],
          facts: [
            circuit.breakerA === undefined ? unknown('rating not read') : { says: `${circuit.breakerA} A, ${circuit.voltsNominal} V` },
            feeds.length ? { says: `feeds ${feeds.join(', ')}` } : unknown('what it feeds was not noted'),
            circuit.foundHow ? { says: `found by ${circuit.foundHow}${circuit.foundOn ? `, ${circuit.foundOn}` : ''}` } : unknown('nobody said how it was found'),
          ],
        },
      ];
    }),
  ); // prettier-ignore
}

/** Everything but search: that is over `textOf`. @param dayOf by the clock of who reads it */
export function houseFile(
  house: House,
  jobs: readonly Job[],
  log: readonly KeptEntry[],
  photos: readonly KeptPhoto[],
  dayOf: DayOf,
): HouseFile {
  const { site } = house;
  const uk = isUk(house);
  const measured = readings(house, jobs, log, dayOf);
  const photosOf = (kind: KeptPhoto['of']['kind'], id: string): string[] => photos.filter((p) => p.of.kind === kind && p.of.id === id).map((p) => p.id); // prettier-ignore
  const jobName = (id: string | undefined): string => jobs.find((j) => j.id === id)?.name ?? '';
  const entries: FileEntry[] = [
    ...site.boxes.filter((b) => b.id !== house.incoming?.boxId).map((b) => (uk ? ukBoxEntry : boxEntry)(house, b, measured.get(b.id) ?? [], photosOf('box', b.id))),
    ...(uk ? ukEntries(house, jobs, dayOf) : [...circuitEntries(house), ...cableEntries(house, jobs), ...hiddenEntries(house, jobs)]),
    ...lampsOf(site).map((l): FileEntry => ({ id: l.id, kind: 'lamp', title: l.name, where: site.rooms.find((r) => r.id === l.roomId)?.name ?? '', facts: [], link: ['/houses', house.id], photos: [] })),
    ...(uk ? [] : panelsOf(site)).map(({ id, panel, sub }): FileEntry => ({
      id: `panel-${id}`, kind: 'panel', title: panel.name, where: site.walls.find((w) => w.id === panel.place?.wallId)?.name ?? 'place not said',
      facts: [{ says: `${panel.spaces} spaces` }, panel.mainA === undefined ? unknown('rating of its main not read') : { says: `main ${panel.mainA} A` }],
      link: ['/houses', house.id, 'panel'], ...(sub ? { query: { of: id } } : {}), photos: [],
    })),
    ...jobs.map((j): FileEntry => ({
      id: j.id, kind: 'job', title: j.name, where: j.closed ? `part of the house since ${dayOf(j.closed.at)}` : 'not part of the house yet',
      facts: j.changes.map((c) => ({ says: c.title })), link: ['/jobs', j.id, 'record'], photos: photosOf('job', j.id),
    })),
    ...photos.map((p): FileEntry => ({
      id: p.id, kind: 'photo', title: p.note || 'photo', where: jobName(p.jobId), facts: p.marks.flatMap((m) => (m.text ? [{ says: m.text }] : [])),
      link: ['/houses', house.id, 'photos', p.id], photos: [p.id],
    })),
    ...log.filter((e) => e.kind === 'note').map((e): FileEntry => ({
      id: e.id, kind: 'note', title: e.says, where: [jobName(e.jobId), e.title].filter(Boolean).join(', '), facts: [{ says: dayOf(e.at) }],
      link: ['/jobs', e.jobId, 'record'], photos: [],
    })),
  ]; // prettier-ignore
  return { entries, timeline: timeline(house, jobs, log, photos, dayOf) };
}

/** What happened, the latest first: jobs that became part of the house, days at which somebody worked, photos. */
function timeline(
  house: House,
  jobs: readonly Job[],
  log: readonly KeptEntry[],
  photos: readonly KeptPhoto[],
  dayOf: DayOf,
): TimelineEvent[] {
  const closings = (house.history ?? []).map((h): TimelineEvent => ({ at: h.at, title: `${h.jobName} became part of the house`, says: [...h.changes.map((c) => c.title), ...h.differs], link: ['/jobs', h.jobId, 'record'] })); // prettier-ignore
  const days = jobs.flatMap((job): TimelineEvent[] => {
    const lines = logLines(log.filter((e) => e.jobId === job.id), house.unit); // prettier-ignore
    const byDay = grouped(lines, dayOf);
    return [...byDay].map(([, list]) => ({
      at: list.at(-1)!.at,
      title: `Worked at ${job.name}`,
      says: list.filter((l) => !l.corrected && l.kind !== 'minutes').map((l) => [l.title, l.says].filter(Boolean).join(': ')),
      link: ['/jobs', job.id, 'record'],
    }));
  });
  const taken = photos.map((p): TimelineEvent => ({ at: p.at, title: p.note || 'Photo', says: [], link: ['/houses', house.id, 'photos', p.id] })); // prettier-ignore
  return [...closings, ...days, ...taken].sort((a, b) => (a.at < b.at ? 1 : a.at > b.at ? -1 : 0));
}
function grouped<T extends { at: string }>(lines: readonly T[], dayOf: DayOf): Map<string, T[]> {
  const days = new Map<string, T[]>();
  for (const line of lines) days.set(dayOf(line.at), [...(days.get(dayOf(line.at)) ?? []), line]);
  return days;
}

/** The words that a search looks through. */
export const textOf = (entry: FileEntry): string => [entry.title, entry.where, entry.kind, ...entry.facts.map((f) => f.says)].join(' ');
