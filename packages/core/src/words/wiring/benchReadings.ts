/** Drop and short circuit at a bench, in words. */
import { phrases } from '../phrases.js';

export const benchReadingWords = phrases('bench-readings', {
  lengthsUnmeasured: ({ untold }: { untold: readonly string[] }) => ({
    says: `length of ${untold.join(' and ')} not measured`,
    ask: 'Measure or pace the run of that cable; drop and short-circuit current rest on it.',
  }),
  dropAndShort: ({
    volts,
    dropPercent,
    shortA,
    opensIn,
  }: {
    volts: number;
    dropPercent: number;
    shortA: number;
    opensIn: string | undefined;
  }) =>
    `${volts.toFixed(1)} V, drop ${dropPercent.toFixed(1)} %; a short drives ${shortA.toFixed(0)} A${opensIn ? ` and opens the breaker in ${opensIn}` : ', and no breaker would open'}`,
  neutralLost: ({ volts, supply }: { volts: number; supply: number }) =>
    `${volts.toFixed(1)} V where ${supply} V belong: the neutral that two hots share is open, and their loads stand between both legs. Breakers off at once`,
  nothingBehind: ({ volts, shortA }: { volts: number; shortA: number }) =>
    `${volts.toFixed(1)} V to a meter that draws nothing, and nothing behind it: a short here would drive ${shortA.toFixed(1)} A. Its hot or its neutral is open`,
  looseNeutral: ({ volts, supply }: { volts: number; supply: number }) =>
    `${volts.toFixed(1)} V where ${supply} V belong: an open or loose neutral, or a loose hot. Breaker off`,
});
