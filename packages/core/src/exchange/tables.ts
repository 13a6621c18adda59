/** What a house knows as tables (RFC 4180), for a spreadsheet: out only, the JSON beside them is what comes in again. */
import { DEVICE_KINDS } from '../catalog/index.js';
import type { Circuit, House, KeptEntry, KeptPhoto, Job } from '../model/index.js';
import { breakerNumber } from '../model/index.js';
import { cableCircuit, cableWords } from '../record/index.js';
import { logLines } from '../log/index.js';
import { csvText } from './csv.js';

/** To the hundredth: what inches make of it beyond says nothing. */
const mmOf = (mm: number | undefined): number | undefined => (mm === undefined ? undefined : Math.round(mm * 100) / 100);

/** Name of each table and its text. Lengths in mm. */
export function houseTables(house: House, jobs: readonly Job[], log: readonly KeptEntry[], photos: readonly KeptPhoto[]): Record<string, string> {
  const { site } = house;
  const numberOf = (circuit: Circuit | undefined): string => (circuit ? breakerNumber(site, circuit) : '');
  const roomOf = (wallId: string, face: 'A' | 'B'): string => site.rooms.find((r) => r.id === site.walls.find((w) => w.id === wallId)?.faces[face].roomId)?.name ?? '';
  const jobName = (id: string | undefined): string => jobs.find((j) => j.id === id)?.name ?? '';
  return {
    'boxes.csv': csvText(
      ['id', 'name', 'room', 'wall', 'kind', 'gangs', 'circuit', 'bottom mm', 'how known', 'devices'],
      site.boxes.map((b) => [b.id, b.name, roomOf(b.wallId, b.face), site.walls.find((w) => w.id === b.wallId)?.name, b.kind, b.gangs, numberOf(site.circuits.find((c) => c.id === b.circuitId)), mmOf(b.place.bottom.mm), b.place.bottom.known, site.devices.filter((d) => d.boxId === b.id).map((d) => DEVICE_KINDS[d.kind].name).join('; ')]),
    ),
    'cables.csv': csvText(
      ['id', 'name', 'what', 'from', 'to', 'circuit', 'length mm'],
      site.cables.map((c) => [c.id, c.name, cableWords(c), c.ends[0].label, c.ends[1].label, numberOf(cableCircuit(site, c)), mmOf(c.length?.mm)]),
    ),
    'circuits.csv': csvText(
      ['id', 'number', 'name', 'A', 'V', 'found how', 'found on'],
      site.circuits.map((c) => [c.id, breakerNumber(site, c), c.name, c.breakerA, c.voltsNominal, c.foundHow, c.foundOn]),
    ),
    'jobs.csv': csvText(['id', 'name', 'closed'], jobs.map((j) => [j.id, j.name, j.closed?.at])),
    'log.csv': csvText(
      ['at', 'job', 'activity', 'what', 'who', 'judged', 'corrected later'],
      jobs.flatMap((j) => logLines(log.filter((e) => e.jobId === j.id), house.unit).map((l) => [l.at, j.name, l.title, l.says, l.by, l.verdict, l.corrected ? 'yes' : ''])),
    ),
    'photos.csv': csvText(['id', 'at', 'of', 'job', 'note', 'file'], photos.map((p) => [p.id, p.at, `${p.of.kind} ${p.of.id}`, jobName(p.jobId), p.note, p.picture ? `photos/${p.id}.jpg` : ''])),
  };
} // prettier-ignore
