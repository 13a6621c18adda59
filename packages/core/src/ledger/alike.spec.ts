/** The same said of several things is said once, and one click cures all. */
import { describe, expect, it } from 'vitest';
import { openJobs, quinceStreet, sewingCorner } from '../houses.testing.js';
import { applyEdits, plannedSite, wantOf, type JobInHouse } from '../model/index.js';
import { keptParts, routeDetail, searchRoutes, takeWay } from '../purpose/index.js';
import { alikeFindings, ofWords } from './index.js';
import { ledgerOf } from './meant.testing.js';

const open = openJobs.find((j) => j.id === 'summer-kitchen')!;
const want = wantOf(open)!;
const [option] = searchRoutes(quinceStreet, want).found.options;
const kitchen = takeWay(open, keptParts(quinceStreet.site, want, option!, routeDetail(quinceStreet, want, option!))).job as JobInHouse;
const of = (job: JobInHouse, rule: string) => alikeFindings(ledgerOf(job), plannedSite(job)).filter((a) => a.finding.rule === rule);

describe('ten outlets of a run in the summer kitchen', () => {
  it('the arc-fault breaker is asked for once, for all ten, and is one edit', () => {
    const [asked, ...more] = of(kitchen, 'arc-fault');
    expect(more).toEqual([]);
    expect(asked!.of).toEqual(Array.from({ length: 10 }, (_, i) => `Summer kitchen ${i + 1}`));
    expect(asked!.finding.remedies[0]!.edits).toHaveLength(1);
    expect(of(applyEdits(kitchen, asked!.finding.remedies[0]!.edits), 'arc-fault').filter((a) => a.finding.verdict === 'stop')).toEqual([]);
  });
  it('ground-fault faces: one click, ten devices, and none asks any more', () => {
    const asked = of(kitchen, 'ground-fault').find((a) => a.all.length > 1)!;
    const [remedy] = asked.finding.remedies;
    expect(remedy!.title).toMatch(/, at all 9$|, at all 10$/);
    const cured = applyEdits(kitchen, remedy!.edits);
    expect(of(cured, 'ground-fault').filter((a) => a.finding.verdict !== 'ok' && a.all.length > 1)).toEqual([]);
  });
  it('nothing is lost: all findings are in some group', () => {
    const groups = alikeFindings(ledgerOf(kitchen), plannedSite(kitchen));
    expect(groups.flatMap((g) => g.all).length).toBe(ledgerOf(kitchen).length);
    expect(groups.length).toBeLessThan(ledgerOf(kitchen).length / 1.5);
  });
});
it('of two remedies each cures all by its own edits, an edit that several share once', () => {
  const school = (device: 'pigtail' | 'feed-through') => ({ op: 'set-schools' as const, schools: { device } });
  const drop = (changeId: string) => ({ op: 'drop-change' as const, changeId });
  const finding = (subject: string) => ({
    ...ledgerOf(sewingCorner)[0]!,
    ...{ subject, about: [subject] },
    remedies: [
      { id: 'a', title: 'By the school', edits: [school('pigtail')] },
      { id: 'b', title: 'Leave it', edits: [drop(subject)] },
    ],
  });
  const [asked] = alikeFindings([finding('one'), finding('two')], plannedSite(sewingCorner));
  expect(asked!.finding.remedies.map((r) => [r.title, r.edits])).toEqual([
    ['By the school', [school('pigtail')]],
    ['Leave it, at all 2', [drop('one'), drop('two')]],
  ]);
});
it('what is said of one thing stays as it is', () => {
  const groups = alikeFindings(ledgerOf(sewingCorner), plannedSite(sewingCorner));
  for (const g of groups.filter((x) => x.all.length === 1)) expect(g.finding).toBe(g.all[0]);
});

it('names in a row are said as one', () => {
  expect(ofWords(Array.from({ length: 10 }, (_, i) => `Summer kitchen ${i + 1}`))).toBe('Summer kitchen 1 to 10');
  expect(ofWords(['Run 1', 'Run 2', 'Run 4'])).toBe('Run 1, Run 2 and Run 4');
  expect(ofWords(['Hall box', 'Study box'])).toBe('Hall box and Study box');
});
