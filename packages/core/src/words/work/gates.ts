/** Proof of dead and readings of a step, in words. */
import { phrases } from '../phrases.js';

export const gateWords = phrases('gates', {
  unread: () => 'not read yet',
  testerSees: ({ volts, uk }: { volts: number; uk: boolean | undefined }) => `${volts} V: the ${uk ? 'indicator' : 'tester'} sees voltage`,
  testerNoProof: ({ volts, uk, least, most }: { volts: number; uk: boolean | undefined; least: number; most: number }) =>
    `${volts} V is no proof: ${uk ? `the proving unit, or a socket that is on, reads ${least} V or more` : `find a source that reads ${least} to ${most} V`}, or another ${uk ? 'indicator' : 'tester'}`,
  dead: ({ volts }: { volts: number }) => `${volts} V: dead`,
  stray: ({ volts }: { volts: number }) => `${volts} V may be stray coupling or a real feed: measure again with a low-impedance tester`,
  live: ({ volts }: { volts: number }) => `${volts} V: LIVE. Wrong breaker, or a second feed. Close up and find it`,
  /** `range`: what it has to lie between, as it is said; empty where nothing is asked */
  unmeasured: ({ range }: { range: string }) => (range ? `measure it: ${range}` : 'measure it'),
  estimated: ({ value, range }: { value: string; range: string }) =>
    `${['about ' + value + ', estimated', ...(range ? [range] : [])].join(', ')}: measure it`,
  outside: ({ value, range, otherwise }: { value: string; range: string; otherwise: string }) =>
    `${[value, ...(range ? [range] : [])].join(', ')}. ${otherwise}`,
  inside: ({ value, range }: { value: string; range: string }) => [value, ...(range ? [range] : [])].join(', '),
});
