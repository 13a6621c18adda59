/**
 * Which fields of a surveyed box the job in hand still asks for: a form shows those first, and what decides nothing in it behind a fold.
 * A rule that can’t tell asks for what it looks at.
 */
import { cablesIn, devicesIn } from '../wiring/index.js';
import { BOX_FIELDS, CABLE_FIELDS, DEVICE_FIELDS, findingKey, ruleRow, type Finding, type SurveyField } from '../codebook/index.js';
import type { Box, Site } from '../model/index.js';

/** Fields of a box that a rule looks at. */
const looksAt = (rule: Finding['rule']): readonly SurveyField[] => ruleRow('US', rule).asks ?? [];

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
    const [onCables, onDevices] = [cables.filter((id) => f.about.includes(id)), devices.filter((id) => f.about.includes(id))];
    const onBox = f.about.includes(box.id);
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
  const key = (f: Finding): string => `${findingKey(f)}/${f.title}/${f.verdict}`;
  const there = new Set(before.map(key));
  const fresh = after.filter((f) => !there.has(key(f)));
  return (['stop', 'can’t tell'] as const).flatMap((verdict) => fresh.filter((f) => f.verdict === verdict));
}
