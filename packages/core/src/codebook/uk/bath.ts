/** Rooms with a bath or a shower by the UK book: zones, what may be put in each, and what its circuits need. BS 7671, section 701, from memory. */
import { bathWords } from '../../words/codebook/uk/bath.js';
import { bs7671 } from '../../catalog/index.js';
import type { PointKind, Sum } from '../../model/index.js';
import { atLeast, term, type Judged } from '../judged.js';

/** No socket so near to the edge of zone 1, mm (A2:2022; 3 m before). */
export const FROM_BATH_MM = 2500;
/** How far zone 2 reaches from the edge of zone 1, and how high both go over the floor; mm. */
const [ZONE_2_MM, ZONE_TOP_MM] = [600, 2250] as const;
export type BathZone = 'zone 1' | 'zone 2' | 'outside the zones';

/** @param fromEdgeMm from the edge of the bath or tray, 0 over it; @param bottomMm lower edge over the floor */
export function bathZone(fromEdgeMm: number, bottomMm: number): BathZone {
  if (atLeast(bottomMm, ZONE_TOP_MM) || atLeast(fromEdgeMm, ZONE_2_MM)) return 'outside the zones';
  return fromEdgeMm > 0 ? 'zone 2' : 'zone 1';
}

const ZONES = bs7671('701.32 and 701.512');
const SOCKETS = bs7671('701.512.3');
/** Whether an accessory may be put there. What a fixed appliance is made for stands on its plate, so it is a caution in a zone. */
export function ukBath(kind: PointKind, fromEdgeMm: number, bottomMm: number): Judged {
  if (kind === 'single' || kind === 'twin') {
    const sums: Sum[] = [{ terms: [], result: term('from the bath or shower', fromEdgeMm, 'length'), limit: { ...term('at least', FROM_BATH_MM, 'length'), relation: '≥' } }]; // prettier-ignore
    return atLeast(fromEdgeMm, FROM_BATH_MM)
      ? { verdict: 'ok', ...bathWords.socketFar(), sums, source: SOCKETS }
      : { verdict: 'stop', ...bathWords.socketNear(), sums, source: SOCKETS };
  }
  const zone = bathZone(fromEdgeMm, bottomMm);
  const sums: Sum[] = [
    { terms: [], result: term('from the bath or shower', fromEdgeMm, 'length'), limit: { ...term('zone 2 ends', ZONE_2_MM, 'length'), relation: '≥' } },
    { terms: [], result: term('lower edge over the floor', bottomMm, 'length'), limit: { ...term('zones end', ZONE_TOP_MM, 'length'), relation: '≥' } },
  ]; // prettier-ignore
  if (zone === 'outside the zones') return { verdict: 'ok', ...bathWords.outsideZones(), sums, source: ZONES };
  if (kind === 'fused unit' || kind === 'joint')
    return { verdict: 'stop', ...bathWords.zoneForbidden({ zone }), sums, source: ZONES }; // prettier-ignore
  return { verdict: 'caution', ...(zone === 'zone 1' ? bathWords.zone1() : bathWords.zone2()), sums, source: ZONES }; // prettier-ignore
}

/** Every circuit of such a room stands behind a 30 mA device. */
export function ukBathCircuit(residual: boolean | undefined): Judged {
  const source = bs7671('701.411.3.3');
  if (residual === undefined) return { verdict: 'can’t tell', ...bathWords.residualUnknown(), sums: [], source }; // prettier-ignore
  return residual
    ? { verdict: 'ok', ...bathWords.residualThere(), sums: [], source }
    : { verdict: 'stop', ...bathWords.residualMissing(), sums: [], source };
}
/** Bonding between pipes and earth there: may be left out only where three things hold, which nobody tells from a plan. */
export const ukBathBonding = (): Judged => ({
  verdict: 'can’t tell',
  ...bathWords.bonding(),
  sums: [],
  source: bs7671('701.415.2'),
});
