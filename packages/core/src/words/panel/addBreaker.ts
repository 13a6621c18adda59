/** A new breaker, in words. */
import { groundFaultWords, type GroundFaultReason } from '../codebook/place.js';
import { phrases, type Told } from '../phrases.js';

/** What was seen of a panel’s spaces: whether all were looked at, and those behind plates. */
interface Seen {
  looked: boolean;
  covered: readonly number[];
}
const NO_PLACE = {
  'no two': 'no two free spaces one above the other',
  none: 'no space is free',
  unknown: 'nobody noted which spaces are free',
} as const;
const lookWords = ({ looked, covered }: Seen): string =>
  !looked
    ? 'Open the door of the panel, and note at it which spaces are free.'
    : covered.length
      ? `Have somebody look behind the plate of space ${covered.join(', ')}.`
      : 'A licensed electrician can say whether the panel takes half-width breakers, or wants a subpanel.';

const ROOMS_AND_WATER = 'Say which rooms it feeds, and measure to the nearest sink, tub or shower.';

export const breakerWords = phrases('panel', {
  place: ({ spaces, legs }: { spaces: readonly number[]; legs: readonly string[] }) =>
    `space ${spaces.join(' and ')}, leg ${legs.join(' and ')}`,
  refused: ({ refused, ...seen }: Seen & { refused: string }) => ({ says: `no place suits: ${refused}`, ask: lookWords(seen) }),
  noPlace: ({ why, ...seen }: Seen & { why: keyof typeof NO_PLACE }) => ({ says: NO_PLACE[why], ask: lookWords(seen) }),
  refrigeratorOnly: ({ ratingA, use }: { ratingA: number; use: string }) =>
    `${ratingA} A in a ${use} is for a refrigerator that has it to itself; other receptacles there hang on 20 A`,
  tooSmallHere: ({ use, ratingA }: { use: string; ratingA: number }) =>
    `receptacles of a ${use} hang on 20 A circuits: ${ratingA} A is not enough there`,
  tooSmallBeside: ({ use, ratingA }: { use: string; ratingA: number }) =>
    `a ${use} has a 20 A circuit for its receptacles: ${ratingA} A only beside it`,
  permit: () =>
    'a new circuit asks for a permit and an inspection nearly everywhere, and many places let only a licensed electrician work in a panel: ask the building department first',
  panelUnseen: () => ({
    says: 'nobody looked at the panel yet',
    ask: 'Open the door, not the cover, and note the spaces and what stands in them.',
  }),
  afciOtherCircuits: () => 'asked for on 120 V circuits of 15 and 20 A only',
  afciThere: () => 'the breaker has it',
  afciNotHere: () => 'not asked for in these rooms',
  afciRoomsUnknown: () => ({ says: 'which rooms it feeds was not said', ask: 'Say which rooms it is to feed.' }),
  afciBreakerUnsaid: ({ told }: { told: Told }) => ({ says: told.says, ask: 'Choose whether the breaker has it.' }),
  afciWithoutIt: () => ({
    says: 'asked for in these rooms: take a breaker that has it',
    ask: 'Choose whether the breaker has it.',
  }),
  gfciNotHere: () => 'not asked for in these rooms',
  gfciRoomsUnknown: () => ({ says: 'which rooms it feeds was not said', ask: ROOMS_AND_WATER }),
  gfciThere: () => 'the breaker has it',
  gfciWaterUnknown: () => ({ says: 'whether there is water within 6 ft was not noted', ask: ROOMS_AND_WATER }),
  gfciAsked: ({ wet, use }: { wet: GroundFaultReason; use: string }) =>
    `asked for: ${groundFaultWords(wet, use)}; at the breaker, or at the first receptacle`,
  typesUnknown: () => ({
    says: 'the types that this panel takes were not noted',
    ask: 'Read them off the label inside the door and note them.',
  }),
  typeUnknown: ({ listed }: { listed: readonly string[] }) => ({
    says: `the panel takes ${listed.join(', ')}; the breaker’s type was not said`,
    ask: 'Read what is printed on the breaker.',
  }),
  typeListed: ({ type }: { type: string }) => `type ${type} is on the panel’s label`,
  typeNotListed: ({ type, listed }: { type: string; listed: readonly string[] }) =>
    `type ${type} is not on the panel’s label (${listed.join(', ')}): one that only fits is not made for it`,
});
