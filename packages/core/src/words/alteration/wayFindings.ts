/** The way of an alteration’s cable, in words. */
import { NO_SHEATH } from '../codebook/uk/cable.js';
import { phrases } from '../phrases.js';

/** What tells how warm a cable gets, by how it runs. */
const COOLS = {
  across: 'Say on the wall’s page whether the wall is filled with insulation.',
  'through the wall': 'Say on the wall’s page whether the wall is filled with insulation.',
  'under the floor': 'Look under a lifted board for insulation, and say how it lies there.',
  'up and over': 'Look whether it lies under insulation in the loft, and how thick; keep it on top where it can.',
  'on the surface': 'Say how it lies at its worst.',
} as const;

export const alterationWayWords = phrases('uk-way', {
  placesUnknown: () => ({
    says: 'whether the cables keep to a safe zone is not known: where the box is, or where it goes, was not said',
    ask: 'Give both places.',
  }),
  zoneIfAlongLine: () =>
    'the cables stay in a safe zone only where they come to the old box along the line that it moves by: look before it is closed',
  zonesLeft: () =>
    'moved aslant, or to another face, the cables that are there would leave every safe zone: new ones are laid from the old box',
  reachUnseen: () => ({
    says: 'whether the cables that are there reach the new box was not looked at; new ones from the old box are taken',
    ask: 'Off and proved dead, pull at them: slack from above or below tells.',
  }),
  unknown: ({ none }: { none: string | undefined }) => ({
    says: `no way of the cable is known: ${none ?? 'say where it goes'}`,
    ask: 'Or measure along its way with a string, and give that.',
  }),
  lengthOnly: () => ({
    says: 'its length was measured; what it lies in is not known: neither zones nor chases nor joists are judged',
    ask: 'Put both ends on walls of rooms that were walked round, or have somebody look who knows.',
  }),
  measured: ({ words }: { words: string }) => `${words}; its length was measured`,
  reckoned: ({ words }: { words: string }) => `${words}; its length is reckoned from the walls`,
  breakerUnknown: () => ({ says: 'the breaker of its circuit was not noted', ask: 'Read it at the consumer unit.' }),
  warmthUnknown: ({ way }: { way: keyof typeof COOLS }) => ({ says: 'how warm it gets there is not known', ask: COOLS[way] }),
  carriesTooLittle: ({ has, need }: { has: number; need: number }) =>
    `carries ${has} A of the ${need} A asked of it: a thicker cable, or a way where it stays cool`,
  carries: ({ has, need }: { has: number; need: number }) => `carries ${has} A; ${need} A are asked of it`,
  noSheath: () => NO_SHEATH,
});
