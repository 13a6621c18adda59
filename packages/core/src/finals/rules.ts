/** Rules that a final circuit is judged by, as the rule index of the UK book shows them: clause, edition, what each looks at. From memory. */
import { ARC_SOURCE, CARRIES_SOURCE, DROP_SOURCE, FINAL_SOURCE, PROTECTION_SOURCE, ZS_SOURCE } from '../codebook/index.js';
import { bs7671, practice, type Source } from '../catalog/index.js';

export const FINAL_RULES = [
  'shape',
  'spurs',
  'rating',
  'carries',
  'legs',
  'drop',
  'loop',
  'incoming',
  'residual',
  'arc-fault',
  'area',
  'fused-unit',
  'metal-box',
  'cores',
  'lengths',
] as const;
export type FinalRule = (typeof FINAL_RULES)[number];
export interface FinalRuleRow {
  title: string;
  looksAt: string;
  source: Source;
}
export const FINAL_RULE_TABLE: Readonly<Record<FinalRule, FinalRuleRow>> = {
  shape: { title: 'Ring or radial', looksAt: 'whether the runs make what the circuit is called: one way round, no short cut, nothing apart', source: FINAL_SOURCE }, // prettier-ignore
  spurs: { title: 'Spurs', looksAt: 'one single or one twin on each unfused spur, none from another spur, no more spurs than outlets on the ring', source: bs7671('Appendix 15') }, // prettier-ignore
  rating: { title: 'Breaker and kind of circuit', looksAt: '30 or 32 A for a ring of 2.5 mm², 20 A for a radial of 2.5, 32 A for one of 4', source: FINAL_SOURCE }, // prettier-ignore
  carries: { title: 'What the cable carries', looksAt: 'by size and the way it lies at its worst: 20 A in each leg of a ring, the breaker’s amps in a radial', source: CARRIES_SOURCE }, // prettier-ignore
  legs: { title: 'How the legs share', looksAt: 'amps in each run of a ring with 20 A at any one point and the rest spread', source: bs7671('433.1.204') }, // prettier-ignore
  drop: { title: 'Voltage drop', looksAt: 'at the worst outlet, warm, 5 % of 230 V', source: DROP_SOURCE },
  loop: { title: 'Earth fault loop', looksAt: 'Ze and R1+R2 warm against what opens the breaker at once', source: ZS_SOURCE },
  incoming: { title: 'Supply and earth', looksAt: 'the earthing system, and the outside loop against what it usually is', source: bs7671('313.1 and 643.7.3') }, // prettier-ignore
  residual: { title: 'Additional protection', looksAt: 'a 30 mA device ahead of every socket up to 32 A', source: PROTECTION_SOURCE },
  'arc-fault': { title: 'Arc-fault detection', looksAt: 'recommended for sockets up to 32 A', source: ARC_SOURCE },
  area: { title: 'Floor served', looksAt: 'at most 100 m² by a ring, 75 by a 32 A radial, 50 by a 20 A one (guidance)', source: FINAL_SOURCE },
  'fused-unit': { title: 'Fuse of a fused unit', looksAt: '3 A up to 700 W, 13 A above', source: practice },
  'metal-box': { title: 'Earth of a metal box', looksAt: 'an earth lead from box to accessory', source: bs7671('543.2.7 and 411.3.1.1') },
  cores: { title: 'Old and new colours', looksAt: 'where red and black meet brown and blue', source: bs7671('514.3 and Appendix 7') },
  lengths: { title: 'Lengths', looksAt: 'runs that nobody measured', source: practice },
}; // prettier-ignore
