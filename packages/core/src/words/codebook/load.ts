/** How breakers, conductors, faces and loads are told. */
import { printAwg, type Awg } from '../../measure/index.js';
import { phrases } from '../phrases.js';

export const loadWords = phrases('load', {
  ratingUnknown: () => ({ says: 'the breaker’s rating is not known', ask: 'Read the number on the breaker’s handle.' }),
  fixtureWire: ({ gauge }: { gauge: Awg }) => `${printAwg(gauge)} is fixture wire, not branch-circuit wire`,
  outsideTable: ({ gauge }: { gauge: Awg }) => ({
    says: `${printAwg(gauge)} is outside this table`,
    ask: 'Ask a licensed electrician for the rating.',
  }),
  conductorBears: ({ gauge, breakerA }: { gauge: Awg; breakerA: number }) => `${printAwg(gauge)} copper may stand on ${breakerA} A`,
  conductorTooThin: ({ gauge, limit, breakerA }: { gauge: Awg; limit: number; breakerA: number }) =>
    `${printAwg(gauge)} copper may stand on ${limit} A at most; on ${breakerA} A it overheats before the breaker trips`,
  faceTooMuch: ({ ratingA, breakerA }: { ratingA: number; breakerA: number }) =>
    `a ${ratingA} A receptacle may not stand on a ${breakerA} A circuit`,
  singleFaceTooSmall: () => 'a single receptacle on its own circuit must be rated at least the breaker',
  faceInvites: ({ breakerA }: { breakerA: number }) => `a 20 A face invites 20 A plugs onto ${breakerA} A`,
  faceFits: ({ ratingA, breakerA, outlets }: { ratingA: number; breakerA: number; outlets: number }) =>
    `${ratingA} A on a ${breakerA} A circuit${outlets === 2 ? ': a duplex is two outlets' : ''}`,
  oneAppliance: () => 'one appliance within what one face may carry',
  manyAppliances: () => 'more than one cord-and-plug appliance may draw here',
  wantedRatingUnknown: ({ amps }: { amps: number }) => ({
    says: `${amps.toFixed(2)} A wanted; the breaker’s rating is not known`,
    ask: 'Read the number on the breaker’s handle.',
  }),
  overloaded: ({ amps, breakerA }: { amps: number; breakerA: number }) =>
    `${amps.toFixed(1)} A wanted of ${breakerA} A: too much for this circuit; just over its rating a breaker holds for long and the wire stays hot`,
  overContinuous: ({ amps, breakerA }: { amps: number; breakerA: number }) =>
    `${amps.toFixed(1)} A wanted of ${breakerA} A, what runs three hours or more counted at 125 %: the breaker holds, and is loaded over the 80 % it may carry for hours`,
  fixedOverHalf: () => 'appliances fastened in place may take half of a circuit that others share (lamps don’t count)',
  restUnknown: ({ amps, breakerA }: { amps: number; breakerA: number }) => ({
    says: `${amps.toFixed(1)} A known of ${breakerA} A; what else hangs on it was not noted`,
    ask: 'Switch the breaker off and note every lamp and outlet that goes dead, with its nameplate.',
  }),
  within: ({ amps, breakerA }: { amps: number; breakerA: number }) => `${amps.toFixed(1)} A of ${breakerA} A`,
  drop: ({ dropV, leftV }: { dropV: number; leftV: number }) => `${dropV.toFixed(2)} V lost, ${leftV.toFixed(1)} V left under load`,
});
