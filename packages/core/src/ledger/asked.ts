/**
 * Which fields of a surveyed box the job in hand still asks for: a form shows those first, and what decides nothing in it behind a fold.
 * A rule that can’t tell asks for what it looks at.
 */
import { cablesIn, devicesIn } from '../wiring/index.js';
import type { Box, Finding, Site } from '../model/index.js';

export const BOX_FIELDS = [
  'volume',
  'gangs',
  'depth',
  'clamps',
  'material',
  'name',
  'hangsOn',
  'condition',
  'setback',
  'screws',
  'trouble',
] as const;
export const CABLE_FIELDS = ['side', 'metal', 'sheath', 'white', 'free', 'inside', 'uses'] as const;
export const DEVICE_FIELDS = ['wired', 'state', 'circuit'] as const;
export type SurveyField = (typeof BOX_FIELDS)[number] | (typeof CABLE_FIELDS)[number] | (typeof DEVICE_FIELDS)[number];

/** What each rule looks at in a box that is there; a name that ends in `*` stands for all that begin so. */
const LOOKS_AT: Readonly<Record<string, readonly SurveyField[]>> = {
  'box-fill': ['volume', 'clamps'],
  'box-kind': ['hangsOn', 'clamps'],
  kind: ['hangsOn', 'clamps', 'volume'],
  'old-box': ['hangsOn'],
  'own-stud': ['hangsOn'],
  'stud-side': ['hangsOn'],
  'screw-length': ['screws'],
  stud: ['hangsOn'],
  enlarge: ['hangsOn'],
  setback: ['setback'],
  cavity: ['depth'],
  'back-to-back': ['depth'],
  'device-depth': ['depth'],
  obstacle: ['depth'],
  'raceway-ground': ['material'],
  'ground-present': ['material'],
  securing: ['clamps'],
  'reach-*': ['side', 'free'],
  raise: ['side', 'free'],
  'conductor-state': ['metal', 'sheath', 'white'],
  'shared-neutral': ['uses'],
  'free-conductor': ['free'],
  'free-ends-read': ['free'],
  sheath: ['inside'],
  'wiring-plan': ['uses'],
  'device-state': ['state'],
};
const looksAt = (rule: string): readonly SurveyField[] =>
  LOOKS_AT[rule] ?? Object.entries(LOOKS_AT).find(([id]) => id.endsWith('*') && rule.startsWith(id.slice(0, -1)))?.[1] ?? [];

/** Whether a finding is about a thing: itself, or it beside another (`box-cable`). */
const isAbout = (finding: Finding, id: string): boolean =>
  finding.subject === id || finding.subject.startsWith(`${id}-`) || finding.subject.endsWith(`-${id}`);

/** Fields that findings ask for, as `id/field` with the id of the box, the cable or the device. */
export function askedFields(findings: readonly Finding[], site: Site, box: Box): Set<string> {
  const asked = new Set<string>();
  const open = findings.filter((f) => f.verdict === 'can’t tell' || f.verdict === 'stop');
  const cables = cablesIn(site, box.id).map((c) => c.cable.id);
  const devices = devicesIn(site, box.id).map((d) => d.id);
  const put = (ids: readonly string[], fields: readonly SurveyField[], known: readonly string[]): void => {
    for (const id of ids) for (const field of fields) if (known.includes(field)) asked.add(`${id}/${field}`);
  };
  for (const f of open) {
    const fields = looksAt(f.rule);
    if (!fields.length) continue;
    const [onCables, onDevices] = [cables.filter((id) => isAbout(f, id)), devices.filter((id) => isAbout(f, id))];
    const onBox = isAbout(f, box.id);
    if (!onBox && !onCables.length && !onDevices.length) continue;
    put([box.id], fields, BOX_FIELDS);
    // one cable where it names it, else each in the box
    put(onCables.length ? onCables : onBox ? cables : [], fields, CABLE_FIELDS);
    put(onDevices.length ? onDevices : onBox ? devices : [], fields, DEVICE_FIELDS);
  }
  return asked;
}

/** What an edit of the survey brought that keeps work from going on: new stops first, then what can’t be told any more. */
export function newlyOpen(before: readonly Finding[], after: readonly Finding[]): Finding[] {
  const key = (f: Finding): string => `${f.rule}/${f.subject}/${f.title}/${f.verdict}`;
  const there = new Set(before.map(key));
  const fresh = after.filter((f) => !there.has(key(f)));
  return (['stop', 'can’t tell'] as const).flatMap((verdict) => fresh.filter((f) => f.verdict === verdict));
}
