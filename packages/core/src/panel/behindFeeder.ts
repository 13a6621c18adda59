/** A breaker that is set in a subpanel: what makes it dead, whether its bars are apart, what its feeder carries with it. */
import { subpanelWords } from '../words/panel/behindFeeder.js';
import { breakerTitles } from '../words/panel/titles.js';
import { toldBy } from '../words/phrases.js';
import { nec, practice } from '../catalog/index.js';
import { loadAmps, term } from '../codebook/index.js';
import { feederOf, panelOf, subpanelOf, type Site, type Subpanel } from '../model/index.js';
import { breakerPlaces, type BreakerSays, type NewCircuit } from './breakerPlaces.js';
import { legLoads } from './loads.js';

/** What stays live while a breaker is set: at the service it can’t be switched off, in a subpanel it can. */
export function staysLive(site: Site, sub: Subpanel | undefined): BreakerSays {
  const feeder = sub && feederOf(site, sub);
  const base = { rule: 'panel-stays-live' as const, title: breakerTitles.live, verdict: 'caution' as const, sums: [], source: practice };
  if (!sub)
    return {
      ...base,
      ...subpanelWords.lugsLive(),
    };
  return feeder
    ? {
        ...base,
        ...subpanelWords.feederOff({ feeder: feederWords(site, sub), sub: sub.name, main: sub.main }),
      }
    : {
        ...base,
        verdict: 'can’t tell',
        ...subpanelWords.feederUnknown({ sub: sub.name, main: sub.main }),
      };
}

/** The feeder’s breaker as one finds it: `breaker 12 in the Panel`. */
function feederWords(site: Site, sub: Subpanel): string {
  const feeder = feederOf(site, sub);
  return feeder
    ? `breaker ${feeder.circuit.number} in the ${panelOf(site, feeder.at)?.name ?? 'main panel'}`
    : `the breaker that feeds the ${sub.name}`;
}

/** A subpanel’s neutrals and grounds: joined at the service alone, or what the neutral carries comes back on every metal part. */
export function barsApart(sub: Subpanel, year: string): BreakerSays[] {
  const base = { rule: 'panel-bars' as const, title: breakerTitles.bars, sums: [], source: nec(year, '250.24(A)(5)') };
  return [
    sub.bars === undefined
      ? {
          ...base,
          verdict: 'can’t tell',
          ...subpanelWords.barsUnknown(),
        }
      : sub.bars === 'joined'
        ? {
            ...base,
            verdict: 'stop',
            ...subpanelWords.barsJoined(),
          }
        : { ...base, verdict: 'ok', ...subpanelWords.barsApart() },
    ...(sub.apart
      ? [
          {
            rule: 'panel-building' as const,
            title: breakerTitles.elsewhere,
            verdict: 'caution' as const,
            ...subpanelWords.ownBuilding(),
            sums: [],
            source: nec(year, '225.31, 250.32'),
          },
        ]
      : []),
  ];
}

/** What hangs behind the feeder with the new loads, leg by leg, against what it may carry. */
export function onFeeder(site: Site, sub: Subpanel, wanted: NewCircuit, panelId: string): BreakerSays[] {
  const place = breakerPlaces(site, wanted, panelId).find((p) => !p.refused);
  const volts = wanted.poles === 2 ? 240 : 120;
  const added = wanted.loads.reduce((sum, l) => sum + loadAmps(l, volts), 0);
  const legs = legLoads(site, panelId).map((l) => {
    const own = place?.legs.includes(l.leg) ? added : 0;
    const [sum] = l.judged.sums;
    const terms = [...(sum?.terms ?? []), ...(own ? [term(wanted.name, own, 'A')] : [])];
    return { ...l, amps: l.amps + own, sum: { ...sum, terms, result: term(`leg ${l.leg}, all that is noted at once`, l.amps + own, 'A') } };
  });
  const fuller = legs.reduce((a, b) => (b.amps > a.amps ? b : a), legs[0]!);
  const limit = fuller.sum.limit?.value;
  const base = { source: fuller.judged.source, rule: 'panel-feeder' as const, title: breakerTitles.feeder(sub.name), sums: [fuller.sum] };
  return [
    limit === undefined
      ? { ...base, verdict: 'can’t tell', ...toldBy(fuller.judged) }
      : fuller.amps > limit
        ? {
            ...base,
            verdict: 'caution',
            ...subpanelWords.overLimit({ amps: fuller.amps, leg: fuller.leg, limit }),
          }
        : {
            ...base,
            verdict: fuller.judged.verdict,
            ...subpanelWords.within({ amps: fuller.amps, limit, leg: fuller.leg, ask: fuller.judged.ask }),
          },
  ];
}

/** Where a breaker is set in a subpanel: its name, and the breaker that makes it dead. */
export interface BehindFeeder {
  name: string;
  feeder: string;
}
export function behindFeeder(site: Site, panelId: string | undefined): BehindFeeder | undefined {
  const sub = subpanelOf(site, panelId);
  return sub && { name: sub.name, feeder: feederWords(site, sub) };
}
