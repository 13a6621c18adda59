/** Earth fault loop by the UK book: what may be, what was read cold, what a residual device changes. */
import { bs7671 } from '../../catalog/index.js';
import { UK_VOLTS, type CURVES, type Earthing } from '../../model/index.js';

type Curve = (typeof CURVES)[number];
/** A breaker's magnetic trip acts at once from this many times its rating on, at the latest: 5 for B, 10 for C, 20 for D (BS EN 60898; memory). */
export const AT_ONCE: Readonly<Record<Curve, number>> = { B: 5, C: 10, D: 20 };
/** Lowest voltage that is reckoned with, of the nominal (Appendix 3, Table 41.3 note; memory). */
export const C_MIN = 0.95;
/** What is read at the temperature of the room may be this much of the limit, since a conductor gets warm (Appendix 3; memory). */
export const COLD_SHARE = 0.8;
/** Touch voltage that an earth electrode behind a residual device may reach, V (411.5.3). */
const TOUCH_V = 50;
/** Residual operating current of additional protection, A. */
export const RESIDUAL_A = 0.03;
/** An electrode above this may be unstable (411.5.3 note; memory). */
export const UNSTABLE_OHM = 200;
export const ZS_SOURCE = bs7671('411.4.4, Table 41.3');
export const TT_SOURCE = bs7671('411.5.3');

/** Largest loop of a breaker that trips at once, Ω: U0 × Cmin ÷ (n × In). Table 41.3 rounds it to two places. */
export const loopLimitOhm = (ratingA: number, curve: Curve): number =>
  Math.round(((UK_VOLTS * C_MIN) / (AT_ONCE[curve] * ratingA)) * 100) / 100;
/** Largest loop behind a residual device on an earth electrode, Ω. */
export const electrodeLimitOhm = (): number => TOUCH_V / RESIDUAL_A;

/** What the supplier's earth may read at most, Ω (guidance; memory). */
export const ZE_USUAL: Readonly<Record<Earthing, number>> = { 'TN-C-S': 0.35, 'TN-S': 0.8, TT: UNSTABLE_OHM };

/** Insulation at 500 V: at least this, MΩ (Table 64); a sound circuit reads far more (common practice: over 200). */
export const INSULATION_LEAST_MOHM = 1;
export const INSULATION_USUAL_MOHM = 200;
export const INSULATION_SOURCE = bs7671('643.3.2, Table 64');
/** A 30 mA device without delay: within 300 ms at its rated current (643.7.1, A2:2022); 40 ms at five times is as its standard has it. */
export const RESIDUAL_MS = { once: 300, fiveTimes: 40 } as const;
export const RESIDUAL_SOURCE = bs7671('411.3.3, 643.7 and Appendix 3, Table 3A');
export const CPC_SOURCE = bs7671('643.2.1');
export const RING_SOURCE = bs7671('643.2.1 and guidance on rings');
export const POLARITY_SOURCE = bs7671('643.6');
export const FAULT_SOURCE = bs7671('643.7.3.201 and 434.5.1');
export const PROTECTION_SOURCE = bs7671('411.3.3');
export const ARC_SOURCE = bs7671('421.1.7');
export const FINAL_SOURCE = bs7671('433.1.204 and Appendix 15');
