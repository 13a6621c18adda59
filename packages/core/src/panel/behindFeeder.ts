/** A breaker that is set in a subpanel: what makes it dead, whether its bars are apart, what its feeder carries with it. */
import { nec, practice } from '../catalog/index.js';
import { loadAmps, term } from '../codebook/index.js';
import { feederOf, panelOf, subpanelOf, type Site, type Subpanel } from '../model/index.js';
import { breakerPlaces, type BreakerSays, type NewCircuit } from './breakerPlaces.js';
import { legLoads } from './loads.js';

/** What stays live while a breaker is set: at the service it can’t be switched off, in a subpanel it can. */
export function staysLive(site: Site, sub: Subpanel | undefined): BreakerSays {
  const feeder = sub && feederOf(site, sub);
  const base = { rule: 'panel-stays-live' as const, title: 'What stays live', verdict: 'caution' as const, sums: [], source: practice };
  if (!sub)
    return {
      ...base,
      says: 'with the main off the service lugs and the wires to them stay live, and nothing in the house can make them dead: a barrier over them, nobody alone, and nothing is touched before it is proved dead',
    };
  return feeder
    ? {
        ...base,
        says: `${feederWords(site, sub)} off makes all of the ${sub.name} dead, its lugs too${sub.main === 'breaker' ? '; its own main alone does not: the lugs behind it stay live' : ''}. It is locked there, and the lugs are proved dead here before anything is touched`,
      }
    : {
        ...base,
        verdict: 'can’t tell',
        says: `which breaker feeds the ${sub.name} is not known: its lugs stay live until that one is off${sub.main === 'breaker' ? ', its own main or not' : ''}`,
        ask: `Find the breaker that feeds the ${sub.name}, and note it at that panel.`,
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
  const base = { rule: 'panel-bars' as const, title: 'Neutrals and grounds in a subpanel', sums: [], source: nec(year, '250.24(A)(5)') };
  return [
    sub.bars === undefined
      ? {
          ...base,
          verdict: 'can’t tell',
          says: 'whether neutrals and grounds have bars of their own was not noted',
          ask: 'With the cover off and all proved dead: look for a strap, a screw or a bar that joins neutral bar and case.',
        }
      : sub.bars === 'joined'
        ? {
            ...base,
            verdict: 'stop',
            says: 'neutrals and grounds are joined here: what the neutral carries comes back on the grounds too, and metal parts may be live. It is for a licensed electrician to part them, and to see that the feeder brings a ground of its own',
          }
        : { ...base, verdict: 'ok', says: 'neutrals and grounds have bars of their own' },
    ...(sub.apart
      ? [
          {
            rule: 'panel-building' as const,
            title: 'In another building',
            verdict: 'caution' as const,
            says: 'a panel in a building of its own has a disconnect there and ground rods of its own: have them looked at with the permit',
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
  const { verdict: _, says: _says, ask, ...rest } = fuller.judged;
  const base = { ...rest, rule: 'panel-feeder' as const, title: `The feeder of the ${sub.name}`, sums: [fuller.sum] };
  return [
    limit === undefined
      ? { ...base, verdict: 'can’t tell', says: fuller.judged.says, ...(ask ? { ask } : {}) }
      : fuller.amps > limit
        ? {
            ...base,
            verdict: 'caution',
            says: `${fuller.amps.toFixed(1)} A on leg ${fuller.leg} if all that is noted ran at once, and the feeder carries ${limit} A: its load is worked out by 220 before anything is added`,
          }
        : {
            ...base,
            verdict: fuller.judged.verdict,
            says: `with this ${fuller.amps.toFixed(1)} of ${limit} A on leg ${fuller.leg}, all that is noted at once`,
            ...(ask ? { ask } : {}),
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
