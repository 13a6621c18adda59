/** Box and place of an alteration, in words. */
import { phrases, type Told } from '../phrases.js';

export const alterationBoxWords = phrases('uk-box', {
  wallUnknown: ({ point }: { point: string }) => ({
    says: `on which wall ${point} is was not said`,
    ask: 'Put its box on its wall: then what the larger one meets is known.',
  }),
  placeUnknown: () => ({ says: 'where it goes is not said', ask: 'Give its wall, from the left end to its middle, and its height.' }),
  liningOnBrick: () => 'a lined box needs hollow board behind it: brick wants a metal box let in',
  metalOnBoard: () => 'a metal box wants masonry to be screwed to: behind board its lugs are missing',
  fireWall: () => 'the wall resists fire: the box gets a fire-rated pad or hood',
  wallTaken: ({ wall }: { wall: string }) => ({
    says: `it was put on ${wall} and not measured`,
    ask: 'Measure from the left end of the wall to its middle, and from the floor to its bottom.',
  }),
  onWall: ({ wall }: { wall: string }) => `on ${wall}`,
  buildTaken: () => ({
    says: 'how the wall is built is only taken for granted',
    ask: 'Knock: a dull sound and drill dust red or grey is masonry; hollow is board on studs.',
  }),
  roomUnknown: () => ({
    says: 'which room it is in was not entered: whether a sink, a bath or a shower is near is not known',
    ask: 'Walk round the room, or enter it with its use.',
  }),
  wallUnsearched: ({ wall }: { wall: string }) => ({
    says: `nobody has gone over ${wall} for pipes and cables`,
    ask: 'Go over it with a detector where box and cable go, with the power on, and note it on the wall’s page.',
  }),
  searched: ({ wall, how, kinds }: { wall: string; how: 'measured' | 'seen' | 'felt' | 'scanned'; kinds: readonly string[] }) =>
    `${wall}, ${how}: ${kinds.length ? `${kinds.join(', ')} noted` : 'nothing noted in the way'}`,
  leadThere: () => 'the plan has a lead from the box to the accessory',
  grommets: () => 'a grommet goes into every knock-out that a cable enters by',
  single: () => 'the protective single comes in green and yellow over its whole length',
  sleeving: () => 'bare protective conductors are sleeved green and yellow over their whole length; the sleeving is on the list',
  boxDepthUnknown: ({ point }: { point: string }) => ({
    says: `how deep the box of ${point} is was not noted`,
    ask: 'Off and proved dead: measure from the wall to its back.',
  }),
  coloursUnknown: () => ({
    says: 'the colours of the cables that are there were not noted',
    ask: 'Look once it is open: red and black are from before 2006, and get a notice at the board.',
  }),
  heightTaken: ({ told }: { told: Told }) => ({ says: told.says, ask: 'Its place was put there and not measured.' }),
});
