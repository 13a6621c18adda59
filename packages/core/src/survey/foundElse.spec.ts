/** Said in two taps at the wall: the survey takes it over, the ledger judges anew, work that it stops stops. */
import type { RuleId } from '../codebook/index.js';
import { describe, expect, it } from 'vitest';
import { heldJobs, quinceStreet } from '../houses.testing.js';
import { workOf } from '../ledger/index.js';
import { ledgerOf } from '../ledger/meant.testing.js';
import { checkHouse, inHouse, type JobInHouse, type Site } from '../model/index.js';
import { gateOf, stepsOf } from '../work/index.js';
import { canBeFound, FOUND_ELSE, foundElse, type FoundElse } from './index.js';

const job = (site: Site = quinceStreet.site): JobInHouse =>
  inHouse(
    heldJobs.find((j) => j.id === 'sewing-corner')!,
    { ...quinceStreet, site },
  );
const boxOf = (id: string) => workOf(job()).boxes.find((b) => b.box.id === id)!.box;
const found = (what: FoundElse, id: string) => foundElse(quinceStreet.site, what, boxOf(id), 'found-1');
const verdicts = (site: Site, rule: RuleId) => ledgerOf(job(site)).filter((f) => f.rule === rule).map((f) => f.verdict); // prettier-ignore

describe('found at the wall', () => {
  it.each(FOUND_ELSE.map((f) => f.id))('%s gives a survey that makes sense, and one more thing in it or one thing otherwise', (what) => {
    const site = found(what, 'hall-box');
    expect(checkHouse({ ...quinceStreet, site })).toMatchObject({ ok: true });
    expect(site).not.toEqual(quinceStreet.site);
  });
  it('a block behind the new opening stops it, and the steps that cut stay closed', () => {
    const site = found('fire-block', 'sewing-box');
    expect(verdicts(site, 'obstacle')).toContain('stop');
    // from finish to finish
    const wall = site.walls.find((w) => w.id === 'sewing-hall')!;
    expect(wall.obstacles.at(-1)).toMatchObject({ kind: 'fire-block', thick: { mm: wall.framing.studDepth.mm, known: 'felt' } });
    const now = job(site);
    const steps = stepsOf(now);
    const cut = steps.find((s) => s.id === 'cut-opening')!;
    expect(gateOf(now, cut, steps, ledgerOf(now)).join()).toMatch(/the ledger has/);
  });
  it('a pipe there: how deep it lies nobody measured, so it can’t be told or it stops; never ok', () => {
    const before = verdicts(quinceStreet.site, 'obstacle').length;
    const after = verdicts(found('pipe', 'sewing-box'), 'obstacle');
    expect(after.length).toBe(before + 1);
    expect(after.filter((v) => v === 'ok').length).toBeLessThanOrEqual(before);
  });
  it('one cable more: gauge, conductors and where it goes are not known, and the fill counts it', () => {
    const site = found('third-cable', 'hall-box');
    expect(site.cables.at(-1)).toMatchObject({
      presets: ['gauge', 'conductors', 'sheath'],
      direction: 'unknown',
      ends: [{}, { boxId: 'hall-box' }],
    });
    const needs = (s: Site) => ledgerOf(job(s)).find((f) => f.rule === 'box-fill' && f.subject === 'hall-box')!.sums[0]!.result.value;
    expect(needs(site) - needs(quinceStreet.site)).toBeCloseTo(4, 6);
  });
  it('no ground, cloth, aluminium: the feed is judged by it', () => {
    expect(verdicts(found('no-ground', 'hall-box'), 'ground-present')).toContain('stop');
    expect(verdicts(found('cloth', 'hall-box'), 'conductor-state')).not.toEqual(verdicts(quinceStreet.site, 'conductor-state'));
    expect(verdicts(found('aluminium', 'hall-box'), 'conductor-state')).toContain('stop');
    expect(found('scorched', 'hall-box').devices.find((d) => d.boxId === 'hall-box')!.condition).toBe('scorched');
  });
  it('what is in a box is found only in one that was there', () => {
    expect(canBeFound(quinceStreet.site, boxOf('hall-box')).map((f) => f.id)).toContain('third-cable');
    expect(canBeFound(quinceStreet.site, boxOf('sewing-box')).every((f) => f.at === 'wall')).toBe(true);
    expect(foundElse(quinceStreet.site, 'third-cable', boxOf('sewing-box'), 'x')).toBe(quinceStreet.site);
  });
});
