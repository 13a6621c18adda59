/** Safe zones, joists and chases, in words. */
import { phrases } from '../../phrases.js';

export const ukWallsWords = phrases('uk-walls', {
  underBoards: () => '50 mm or more under the boards and over the ceiling',
  nailReach: () => 'in reach of a nail from the boards or the ceiling: a steel plate over it at each joist',
  chaseWithin: ({ runs }: { runs: 'up and down' | 'along' }) =>
    `${runs}, within ${runs === 'along' ? 'a sixth' : 'a third'} of the leaf, where none lies behind it on the other side`,
  chaseTooDeep: ({ runs }: { runs: 'up and down' | 'along' }) =>
    `deeper than ${runs === 'along' ? 'a sixth' : 'a third'} of the leaf: the wall is weakened`,
  cutTooLarge: ({ cut, depth }: { cut: 'hole' | 'notch'; depth: number }) =>
    `a ${cut} may be ${depth === 0.25 ? 'a quarter' : 'an eighth'} of the joist’s depth`,
  offMiddleLine: () => 'holes lie on the middle line of the joist, where wood is strained least',
  holesTooClose: () => 'holes stand three diameters apart',
  middleLineUnknown: () => ({
    says: 'its size is within what may be; whether it lies on the middle line is not known',
    ask: 'Measure from the joist’s middle line to the hole’s middle.',
  }),
  spanUnknown: () => ({
    says: 'its size is within what may be; where along the span is not known',
    ask: 'Measure the clear span, and from the nearer bearing to the cut.',
  }),
  outsideSpan: ({ cut, from, to, fromMm, toMm }: { cut: 'hole' | 'notch'; from: number; to: number; fromMm: number; toMm: number }) =>
    `a ${cut} lies between ${from} and ${to} of the span from a bearing: ${fromMm} to ${toMm} mm`,
  holeWithin: () => 'within a quarter of the depth, where the span allows it',
  notchWithin: () => 'within an eighth of the depth, near enough to the bearing',
  protectedWay: () => 'in earthed conduit or armour it may lie anywhere',
  deep: ({ deepMm }: { deepMm: number }) =>
    `${deepMm} mm or more behind the surface, out of reach of what is hung there; from the other side too?`,
  outsideZones: () =>
    'outside every zone in which a cable is looked for: straight up, down or across from an accessory, or within 150 mm of ceiling or corner',
  zoneResidualUnknown: () => ({
    says: 'in a zone; whether a 30 mA device stands ahead is not noted',
    ask: 'Look for it in the consumer unit.',
  }),
  zoned: () => 'in a zone, and behind a 30 mA device',
  zoneWithoutResidual: () => 'in a zone, but less than 50 mm deep it needs a 30 mA device ahead of it',
});
