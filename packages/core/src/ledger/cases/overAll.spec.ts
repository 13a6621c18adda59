/** What holds over all cases at once: their count, their words, their remedies, the order of work, and the list of feeds. */
import { describe, expect, it } from 'vitest';
import { quinceStreet } from '../../houses.testing.js';
import { inches } from '../../measure/index.js';
import { wantFeeds } from '../../purpose/index.js';
import { US_RULES } from '../../codebook/index.js';
import { stepsOf } from '../../work/index.js';
import { applyEdits, EVEN_WEIGHTS, measured, type House, type Want } from '../../model/index.js';
import { ledgerOf } from '../meant.testing.js';
import { outletJob } from './asDocument.js';
import { HAZARDS } from './hazards.js';
import { judged } from './judged.js';
import { LIMITS } from './limits.js';
import { SOUND } from './sound.js';
import { UNMEASURED } from './unmeasured.js';
import { expectMeant } from '../../words/meaning.testing.js';

const hazards = [...HAZARDS, ...LIMITS.map((l) => ({ ...l, tells: l.beyond[0], facts: l.beyond[1] }))];
const within = LIMITS.map((l) => ({ ...l, tells: l.within[0], facts: l.within[1] }));

describe('over all cases', () => {
  const counts = { hazards: hazards.length, sound: within.length + SOUND.length, unmeasured: UNMEASURED.length };
  it(`there are ${counts.hazards} hazards, ${counts.sound} sound jobs, ${counts.unmeasured} unmeasured ones; none is told twice`, () => {
    expect([counts.hazards >= 200, counts.sound >= 100, counts.unmeasured >= 60]).toEqual([true, true, true]);
    const all = [...hazards, ...within, ...SOUND, ...UNMEASURED];
    const told = all.map((c) => JSON.stringify([c.rule, c.facts]));
    expect(all.filter((_, i) => told.indexOf(told[i]!) !== i).map((c) => c.tells)).toEqual([]);
  });
  const jobs = [...hazards, ...within, ...SOUND, ...UNMEASURED].flatMap((c) =>
    'outlet' in c.facts ? [{ tells: c.tells, job: outletJob(c.facts.outlet) }] : [],
  );
  it('each sentence stands beside a verdict that it means', () => {
    for (const c of [...hazards, ...within, ...SOUND, ...UNMEASURED])
      for (const { code, verdict } of judged(c.facts)) if (code !== undefined) expectMeant({ code, verdict });
  });
  it('every remedy, applied, removes its finding or makes something else of it', () => {
    const useless: string[] = [];
    for (const { tells, job } of jobs)
      for (const f of ledgerOf(job))
        for (const r of f.remedies) {
          const after = ledgerOf(applyEdits(job, r.edits)).find((x) => x.rule === f.rule && x.subject === f.subject);
          if (after && after.verdict === f.verdict && after.says === f.says && JSON.stringify(after.sums) === JSON.stringify(f.sums))
            useless.push(`${tells}: ${f.rule}, ${r.title}`);
        }
    expect([...new Set(useless)]).toEqual([]);
  });
  it('every stop names what would end it: a remedy, or what to do', () => {
    const dumb = jobs.flatMap(({ job }) =>
      ledgerOf(job)
        .filter((f) => f.verdict === 'stop' && f.remedies.length === 0 && !f.ask)
        .map((f) => `${f.rule}: ${f.says}`),
    );
    expect([...new Set(dumb)]).toEqual([]);
  });
  it('nothing is opened or connected at the old box before its circuit is off and proved dead', () => {
    const early = jobs.flatMap(({ tells, job }) => {
      const steps = stepsOf(job);
      const at = (id: string): number => steps.findIndex((s) => s.id === id);
      const live = steps.filter((s) => /^(open|wire|replace)-source/.test(s.id) && s.dead.length === 0).map((s) => s.id);
      const order = at('breaker-off') >= 0 && at('breaker-off') < at('prove-dead') && at('prove-dead') < at('open-source');
      return [...live, ...(order ? [] : ['order'])].map((what) => `${tells}: ${what}`);
    });
    expect(early).toEqual([]);
  });
  /** the same outlet, wanted only: whether it may be fed from there is judged before any job is planned */
  const wanted: Want = {
    ...{ id: 'wanted', name: 'Wanted', kind: 'outlet', loads: [{ name: 'lamp', watts: 100, continuous: false }], forbidden: [] },
    ...{ ownCircuit: false, mayShow: false, weights: EVEN_WEIGHTS },
    places: [{ wallId: 'wall', face: 'A', fromLeft: measured(inches(46)), bottom: measured(inches(14)) }],
  };
  it('what stops the tap in the ledger stops the feed in the list of feeds', () => {
    const OF_FEED = ['may-tap', 'switch-box', 'ground-present', 'conductor-state', 'face-volts', 'conductor-breaker'];
    const lost = hazards.flatMap((h) => {
      // a cable that the plan brings is no matter of the feed
      if (!('outlet' in h.facts) || h.facts.outlet.newCable !== undefined || h.least !== 'stop' || !OF_FEED.includes(h.rule)) return [];
      const job = outletJob(h.facts.outlet);
      const house: House = { ...quinceStreet, edition: job.edition, site: job.found };
      const feed = wantFeeds(house, wanted).find((c) => c.id === 'old');
      return feed?.findings.some((f) => f.rule === h.rule && f.verdict === 'stop') ? [] : [`${h.tells}: ${h.rule}`];
    });
    expect(lost).toEqual([]);
  });
  it('every rule that a case names is in the rule table, or is one of the bench, the panel or the wood', () => {
    const ids = new Set(Object.keys(US_RULES));
    const ledger = hazards.filter((h) => 'outlet' in h.facts).map((h) => h.rule);
    expect(ledger.filter((id) => !ids.has(id))).toEqual([]);
  });
});
