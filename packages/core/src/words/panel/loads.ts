/** What hangs on a panel, in words. */
import { phrases, type Told } from '../phrases.js';

export const panelLoadWords = phrases('panel-loads', {
  feedsPanel: ({ fed }: { fed: string }) => `it feeds the ${fed}: its conductors are chosen by its load (215), by whoever may set it`,
  cableUnseen: () => ({
    says: 'no cable of it was seen yet',
    ask: 'With the circuit proved dead, open one of its boxes and look at the cable: 14, 12 or 10 AWG.',
  }),
  aboveMain: ({ amps, what }: { amps: number; what: string }) =>
    `${amps.toFixed(1)} A noted, more than the ${what === 'main breaker' ? 'main' : what}: not all of it may run at once`,
  restUnknown: ({ amps, mostA }: { amps: number; mostA: number }) => ({
    says: `${amps.toFixed(1)} A noted of ${mostA} A; what else hangs on its circuits was not gone through`,
    ask: 'Go through the circuits one by one and note what goes dead with each.',
  }),
  noted: ({ amps, mostA }: { amps: number; mostA: number }) => `${amps.toFixed(1)} A noted of ${mostA} A`,
  /** `most`: why nothing can be held against it */
  limitUnknown: ({ amps, most }: { amps: number; most: Told }) => ({ says: `${amps.toFixed(1)} A noted; ${most.says}`, ask: most.ask }),
  mainUnknown: () => ({ says: 'the main’s rating is not known', ask: 'Read the number on the main breaker’s handle.' }),
  feederUnknown: ({ panel }: { panel: string }) => ({
    says: 'which breaker feeds it is not known',
    ask: `Find the breaker that feeds the ${panel}.`,
  }),
  feederRatingUnknown: ({ panel }: { panel: string }) => ({
    says: 'the rating of its feeder is not known',
    ask: `Read the rating of the breaker that feeds the ${panel}.`,
  }),
  toPanel: ({ panel, leg, told }: { panel: string; leg: 'A' | 'B'; told: Told }) => `to the ${panel}, leg ${leg}: ${told.says}`,
});
