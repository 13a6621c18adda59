/** A panel behind a feeder, in words. */
import { phrases } from '../phrases.js';

export const subpanelWords = phrases('feeder', {
  feederUnknown: ({ sub, main }: { sub: string; main: 'breaker' | 'lugs' | undefined }) => ({
    says: `which breaker feeds the ${sub} is not known: its lugs stay live until that one is off${main === 'breaker' ? ', its own main or not' : ''}`,
    ask: `Find the breaker that feeds the ${sub}, and note it at that panel.`,
  }),
  barsUnknown: () => ({
    says: 'whether neutrals and grounds have bars of their own was not noted',
    ask: 'With the cover off and all proved dead: look for a strap, a screw or a bar that joins neutral bar and case.',
  }),
  barsJoined: () =>
    'neutrals and grounds are joined here: what the neutral carries comes back on the grounds too, and metal parts may be live. It is for a licensed electrician to part them, and to see that the feeder brings a ground of its own',
  barsApart: () => 'neutrals and grounds have bars of their own',
  ownBuilding: () =>
    'a panel in a building of its own has a disconnect there and ground rods of its own: have them looked at with the permit',
  overLimit: ({ amps, leg, limit }: { amps: number; leg: 'A' | 'B'; limit: number }) =>
    `${amps.toFixed(1)} A on leg ${leg} if all that is noted ran at once, and the feeder carries ${limit} A: its load is worked out by 220 before anything is added`,
  within: ({ amps, limit, leg, ask }: { amps: number; limit: number; leg: 'A' | 'B'; ask: string | undefined }) => ({
    says: `with this ${amps.toFixed(1)} of ${limit} A on leg ${leg}, all that is noted at once`,
    ask,
  }),
  lugsLive: () =>
    'with the main off the service lugs and the wires to them stay live, and nothing in the house can make them dead: a barrier over them, nobody alone, and nothing is touched before it is proved dead',
  feederOff: ({ feeder, sub, main }: { feeder: string; sub: string; main: 'breaker' | 'lugs' | undefined }) =>
    `${feeder} off makes all of the ${sub} dead, its lugs too${main === 'breaker' ? '; its own main alone does not: the lugs behind it stay live' : ''}. It is locked there, and the lugs are proved dead here before anything is touched`,
});
