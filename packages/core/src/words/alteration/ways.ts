/** Legs of a way, in words. */
import { phrases } from '../phrases.js';

export const waysWords = phrases('uk-ways', {
  leafUnmeasured: () => ({
    says: 'how thick the leaf is was not measured',
    ask: 'Measure the wall at a door or a window, less plaster on both sides; a cavity wall has two leaves.',
  }),
  plasterUnmeasured: () => ({
    says: 'without plaster it would be too deep; how thick the plaster is was not measured',
    ask: 'Measure the plaster at the old box.',
  }),
  studsBored: ({ crossed }: { crossed: number }) =>
    `${crossed} ${crossed === 1 ? 'stud is' : 'studs are'} bored in the middle third, behind an opening at each that is closed again`,
  studsUnknown: () => ({
    says: 'no stud of this wall has been found, so how many are crossed is not known',
    ask: 'Find one: knock, or use a finder; then the spacing tells the others.',
  }),
  inLine: ({ kind, words }: { kind: 'door' | 'window'; words: string }) => `a ${kind} stands in its line: ${words}`,
  fireWall: () => 'the wall resists fire: the hole is sealed round the cable, and boxes behind each other get pads',
  fireUnknown: () => ({
    says: 'whether the wall must resist fire was not noted',
    ask: 'Walls to a garage, to a neighbour or round a shared stair do.',
  }),
  floorUnknown: ({ where }: { where: 'floor' | 'loft' }) => ({
    says: `what lies ${where === 'floor' ? 'under the floor' : 'over the ceiling'} was not noted`,
    ask: 'Say it on the room’s page: joists and boards, a cellar, a loft, or concrete.',
  }),
  overDoors: ({ doors }: { doors: number }) =>
    `it goes up and over ${doors === 1 ? 'a door' : `${doors} doors`}; seen by everybody, and nothing is chased`,
  seen: () => 'seen by everybody, and nothing is chased',
});
