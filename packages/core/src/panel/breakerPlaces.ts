/** What a circuit of its own is to be, and the spaces of a panel in which its breaker may stand. */
import { loadAmps, type Judgement, type LedgerRule } from '../codebook/index.js';
import type { Awg } from '../measure/index.js';
import { legOf, PANEL, panelOf, spacesOf, type Circuit, type Load, type Room, type Site } from '../model/index.js';
import { legLoads } from './loads.js';
import { freeSpaces, legsOf } from './spaces.js';

export interface NewCircuit {
  number?: string;
  name: string;
  ratingA: NonNullable<Circuit['breakerA']>;
  poles: 1 | 2;
  /** gauge of the cable that is to be run */
  gauge: Awg;
  rooms: Room[];
  loads: Pick<Load, 'watts' | 'amps' | 'continuous'>[];
  /** as printed on the breaker that is to be set */
  type?: string;
  /** what the breaker itself protects against; undefined: not chosen yet */
  protection?: { arcFault: boolean; groundFault: boolean };
  /** a second circuit that shares its neutral with this one */
  sharesNeutralWith?: string;
}

export interface BreakerPlace {
  space: number;
  legs: ('A' | 'B')[];
  /** difference of the two legs' nameplate amps with it in this place; A */
  imbalanceA: number;
  /** why this place is out, where it is */
  refused?: string;
}

/** What speaks of a new breaker before it is about a panel. */
export type BreakerSays = Omit<Judgement<LedgerRule>, 'about'>;

/** Places where it may stand, the best balanced first; places that a shared neutral rules out stay listed. */
export function breakerPlaces(site: Site, wanted: NewCircuit, panelId = PANEL): BreakerPlace[] {
  const panel = panelOf(site, panelId);
  if (!panel) return [];
  const free = new Set(freeSpaces(panel));
  const [a, b] = legLoads(site, panelId).map((l) => l.amps) as [number, number];
  const volts = wanted.poles === 2 ? 240 : 120;
  const amps = wanted.loads.reduce((sum, l) => sum + loadAmps(l, volts), 0);
  const partner = panel.breakers.find((x) => x.circuitId === wanted.sharesNeutralWith);
  return [...free]
    .filter((space) => spacesOf({ space, poles: wanted.poles }).every((s) => free.has(s)))
    .map((space): BreakerPlace => {
      const legs = legsOf({ space, poles: wanted.poles });
      const after = { A: a, B: b };
      for (const leg of legs) after[leg] += amps;
      const beside = partner && spacesOf(partner).some((s) => Math.abs(s - space) === 2);
      const refused = !partner
        ? undefined
        : legs.includes(legOf(partner.space))
          ? 'the same leg as its partner: the neutral would carry the sum (210.4)'
          : !beside
            ? 'not next to its partner, so the two handles can’t be tied (210.4(B))'
            : undefined;
      return { space, legs, imbalanceA: Math.abs(after.A - after.B), ...(refused ? { refused } : {}) };
    })
    .sort((x, y) => Number(x.refused !== undefined) - Number(y.refused !== undefined) || x.imbalanceA - y.imbalanceA || x.space - y.space);
}
