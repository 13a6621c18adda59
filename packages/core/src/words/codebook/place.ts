/** What a room asks for, in words. */
import { phrases } from '../phrases.js';

/** Where something is, as it is said: in a living room, in an attic, outdoors. */
export function placeWords(use: string): string {
  if (use === 'outdoors') return 'outdoors';
  if (use === 'deck') return 'on a deck';
  const name = ['living', 'dining', 'utility'].includes(use) ? `${use} room` : use.replace('-', ' ');
  return `in ${/^(a|e|i|o|un)/.test(name) ? 'an' : 'a'} ${name}`;
}

/** Why ground-fault protection is asked for. */
export type GroundFaultReason = 'place' | 'basement' | 'kitchen' | 'counter' | 'water';
/** @param use of the room */
export const groundFaultWords = (reason: GroundFaultReason, use: string): string =>
  ({
    place: `${placeWords(use)} every receptacle is protected`,
    basement: 'from 2020 on finished basements count too',
    kitchen: 'from 2023 on every kitchen receptacle',
    counter: 'kitchen receptacles that serve the counter',
    water: 'within 6 ft of a sink, tub or shower',
  })[reason];

export const askedWords = phrases('place', {
  kitchenCircuit: () =>
    'receptacles of kitchen, pantry and dining room hang on the small-appliance circuits: feed it from one of those, or by a circuit of its own',
  bathroomCircuit: () =>
    'receptacles of a bathroom hang on a 20 A circuit that feeds nothing else: feed it from that one, or by a circuit of its own',
  laundryCircuit: () => 'the outlets for the laundry hang on the laundry circuit: a general one may feed others there only',
  garageCircuit: () => 'a garage has a 20 A circuit of its own for its receptacles: feed it from that one where there is one',
  keptUnknown: () => ({
    says: 'what the circuit is reserved for was not found out',
    ask: 'Switch it off and see whether it feeds kitchen counters, laundry, bathroom, garage or one appliance.',
  }),
  general: () => 'a general circuit: it may be extended',
  keptForOne: ({ reserved }: { reserved: 'heating-equipment' | 'one-appliance' }) =>
    `the circuit is kept for ${reserved === 'one-appliance' ? 'one appliance' : 'heating equipment'}; take another feed`,
  keptFits: ({ what }: { what: string }) => `stays within what the ${what} circuit is for`,
  keptElsewhere: ({ what, use }: { what: string; use: string }) =>
    `the ${what} circuit may not feed an outlet ${placeWords(use)}; take another feed`,
  gfciNotAsked: ({ use }: { use: string }) => `not asked for ${placeWords(use)} away from water`,
  gfciThere: () => 'protected, so water nearby does not matter',
  gfciBy: ({ reason, use }: { reason: GroundFaultReason; use: string }) => `protected: ${groundFaultWords(reason, use)}`,
  counterUnknown: () => ({
    says: 'asked for where it serves the counter; whether it does was not noted',
    ask: 'Note the counters of this wall in the survey, or take a ground-fault receptacle.',
  }),
  waterUnknown: () => ({
    says: 'whether there is water within 6 ft was not noted',
    ask: 'Measure from the new outlet to the nearest sink, tub or shower along the shortest path a cord would take.',
  }),
  gfciUnknown: ({ reason, use }: { reason: GroundFaultReason; use: string }) => ({
    says: `asked for: ${groundFaultWords(reason, use)}; whether the feed is protected is not known`,
    ask: 'Look for a test button at the breaker and at outlets ahead on the circuit.',
  }),
  gfciAsked: ({ reason, use }: { reason: GroundFaultReason; use: string }) =>
    `ground-fault protection is asked for: ${groundFaultWords(reason, use)}`,
  afciByReading: ({ use }: { use: string }) =>
    `a ${use} inside a dwelling counts as a room like the listed ones for many inspectors: ask, or take an arc-fault breaker`,
  afciNotAsked: ({ use }: { use: string }) => `not asked for ${placeWords(use)}`,
  afciReplacedThere: () => 'the circuit is protected',
  afciExtendedThere: () => 'the extended circuit is protected',
  afciNothingAdded: () =>
    'no outlet is added: not asked for while under 6 ft of wiring is new; a new receptacle in this place asks for it (406.4(D))',
  afciReplacedUnknown: () => ({
    says: 'asked for when a receptacle is replaced here; whether the circuit has it is not known',
    ask: 'Look at the breaker: an arc-fault one has a test button and says so.',
  }),
  afciAddedUnknown: () => ({
    says: 'asked for when an outlet is added here; whether the circuit has it is not known',
    ask: 'Look at the breaker: an arc-fault one has a test button and says so.',
  }),
  afciReplacedAsked: ({ use }: { use: string }) =>
    `a receptacle that is replaced ${placeWords(use)} asks for arc-fault protection: a breaker, or a receptacle ahead of it`,
  afciAddedAsked: () => 'an outlet added in a living area asks for arc-fault protection of the circuit',
  trTooHigh: () => 'more than 5 1/2 ft up: not asked for',
  trUnknown: () => ({ says: 'whether the receptacle is tamper-resistant was not noted', ask: 'Look for TR on the face.' }),
  trThere: () => 'tamper-resistant',
  trAsked: () => 'dwellings ask for a tamper-resistant receptacle',
  indoors: () => 'an indoor place',
  wrThere: () => 'weather-resistant behind an in-use cover',
  wrUnknown: () => ({ says: 'face and cover were not noted', ask: 'Look for WR on the face, and whether the cover closes over a plug.' }),
  wrAsked: ({ weatherResistant }: { weatherResistant: boolean }) =>
    `outdoors asks for a ${weatherResistant ? 'cover that closes over the plug' : 'weather-resistant receptacle'}`,
});
