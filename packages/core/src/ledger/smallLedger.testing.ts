/**
 * The ledger of a job in the small house, said in a line a finding: an outlet at 40 in of the den’s east wall feeds a new one at 56 in; one
 * stud of the wall, at 48 in, stands between. All that is asked of the house is known, and well, unless a spec says otherwise.
 */
import { expect } from 'vitest';
import type { Finding, LedgerRule } from '../codebook/index.js';
import type { Box, Change, Circuit, Device, JobEdit, JobInHouse, Room, Site, Wall } from '../model/index.js';
import { cable, device, inch, jobAt, outlet } from '../panel/smallJob.testing.js';
import { siteWith, SOUND } from '../panel/smallPanel.testing.js';
import { boxOn, smallHouse } from '../route/smallHouse.testing.js';
import { ledgerOf } from './ledger.js';

/** A box of the kind `wings-1g-20` on the circuit of the hall. */
export const wings = (id: string, fromLeftIn: number, part: Partial<Box> = {}, wall = 'e'): Box => boxOn(id, wall, fromLeftIn, { circuitId: 'c1', kind: 'wings-1g-20', ...part }); // prettier-ignore
/** The cable in the old box: 7 in free, half an inch of sheath inside. */
export const feed = (part: Parameters<typeof cable>[2] = {}) =>
  cable('feed', 'a', { whiteUsedAsHot: 'no', ends: [{ label: 'panel' }, { boxId: 'a', label: 'box a', side: 'top', freeLength: inch(7), sheathInside: inch(0.5) }], ...part }); // prettier-ignore
export interface Facts {
  circuit?: Partial<Circuit>;
  a?: Partial<Box>;
  old?: Partial<Device> | 'none';
  feed?: Parameters<typeof cable>[2] | 'none';
  den?: Partial<Room>;
  wall?: Partial<Wall>;
  /** other boxes that are there */
  boxes?: Box[];
  site?: Omit<NonNullable<Parameters<typeof siteWith>[0]>, 'circuits'>;
}
const built = (part: Parameters<typeof smallHouse>[0]): Pick<Site, 'rooms' | 'walls'> => {
  const { rooms, walls } = smallHouse(part);
  return { rooms, walls };
};
export const siteOf = ({ circuit, a, old, feed: cableIn, den, wall, boxes = [], site }: Facts = {}): Site =>
  siteWith({
    ...built({ ...(den ? { den } : {}), walls: { e: { bayLooked: 'seen', ...wall } } }),
    boxes: [wings('a', 40, { holds: 'receptacle', ...a }), ...boxes],
    circuits: { c1: { ...SOUND, lengthToSource: inch(480), ...circuit } },
    cables: cableIn === 'none' ? [] : [feed(cableIn)],
    devices: old === 'none' ? [] : [device('a', 'duplex-15', { condition: 'sound', tamperResistant: true, ...old })],
    ...site,
  }); // prettier-ignore
/** The new outlet, and something to plug in. */
export const planned = (part: Partial<Box> = {}, ...more: Change[]): Change[] => [
  ...outlet(wings('b', 56, part), 'a'),
  { id: 'plug-lamp', title: 'Lamp', do: 'plug-in', load: { id: 'lamp', name: 'lamp', watts: 120, continuous: false, fixed: false, circuitId: 'c1', boxId: 'b' } },
  ...more,
]; // prettier-ignore
export const smallJob = (facts: Facts = {}, changes: Change[] = planned(), more: Parameters<typeof jobAt>[2] = {}): JobInHouse =>
  jobAt(siteOf(facts), changes, { ...more, house: { built: 1990, ...more.house } });

/** A ledger, each finding of it whole: a rule, what it is of, sums with a result each, and of a clause of the code its edition by the year. */
function whole(job: JobInHouse): Finding[] {
  const list = ledgerOf(job);
  for (const f of list) {
    expect(f, JSON.stringify(f)).toMatchObject({ rule: expect.any(String) as string, subject: f.about.join('-') });
    expect([f.sums, f.remedies].flat().map((x) => typeof x)).not.toContain('string');
    for (const sum of f.sums) expect([sum.result.label, sum.terms.every((t) => typeof t === 'object')]).toEqual([expect.any(String), true]);
    if ('standard' in f.source && f.source.standard === 'NEC') expect(f.source.edition).toBe(job.edition.slice(3));
  }
  return list;
}
/** Findings of a rule, on one subject where it is named. */
export const findings = (job: JobInHouse, rule: LedgerRule, subject?: string): Finding[] =>
  whole(job).filter((f) => f.rule === rule && (subject === undefined || f.subject === subject));
/** `stop load.overloaded`, one for each finding of a rule. */
export const told = (job: JobInHouse, rule: LedgerRule, subject?: string): string[] =>
  findings(job, rule, subject).map((f) => `${f.verdict} ${f.code ?? ''}`.trim());
/** The remedies of the one finding there is. */
export function remediesOf(job: JobInHouse, rule: LedgerRule, subject?: string): Finding['remedies'] {
  const all = findings(job, rule, subject);
  expect(all.map((f) => f.subject)).toHaveLength(1);
  return all[0]!.remedies;
}
/** The one change that a remedy puts into the plan. */
export function putBy(remedy: Finding['remedies'][number]): Change {
  expect(remedy.edits.map((e: JobEdit) => e.op)).toEqual(['put-change']);
  return (remedy.edits[0] as Extract<JobEdit, { op: 'put-change' }>).change;
}
