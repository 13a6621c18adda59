/** Readings of a final circuit, in words. */
import { phrases } from '../phrases.js';

const ohms = (ohm: number): string => `${ohm.toFixed(2)} Ω`;

export const readingWords = phrases('uk-readings', {
  asMarked: () => 'as marked',
  exchanged: () => 'conductors are exchanged: the circuit stays off until they are where they belong',
  opens: () => 'opens',
  buttonDead: () => 'doesn’t open by its button: it protects nobody; replace it',
  ringBroken: ({ word }: { word: 'line' | 'neutral' | 'protective conductor' }) =>
    `the ${word} does not go round: the ring is broken in it. Where: from one end at the board with a long lead to the socket in the middle; through means it lies beyond, and so on by halves. Until it is mended it stays off.`,
  liveApart: ({ apart, own, r1 }: { apart: number; own: number; r1: number }) =>
    `line and neutral are of one size and must read alike; ${ohms(apart)} apart is a loose terminal on the ${own > r1 ? 'neutral' : 'line'}, or the ends of two circuits`,
  cpcHigh: ({ own, ratio }: { own: number; ratio: number }) =>
    `${ohms(own)} is more than ${ratio.toFixed(2)} × r1: a loose or corroded terminal on a protective conductor`,
  cpcLow: ({ own, ratio }: { own: number; ratio: number }) =>
    `${ohms(own)} is less than ${ratio.toFixed(2)} × r1: another way to earth lies beside it (metal boxes, pipes), or a larger protective conductor`,
  lengthsApart: ({ expected, metres }: { expected: number; metres: number }) =>
    `the lengths noted give ${ohms(expected)}: about ${Math.abs(metres).toFixed(0)} m of cable ${metres > 0 ? 'more than was noted, or a contact that is not good' : 'less than was noted'}`,
  goesRound: () => 'goes round',
  crossedNothing: ({ word }: { word: 'line and neutral' | 'line and protective conductor' }) =>
    `nothing between ${word} here: a conductor is open on the way to this point, or the ends were not cross-connected`,
  endsFirst: ({ core }: { core: 'n' | 'e' }) => `r1 and ${core === 'n' ? 'rn' : 'r2'} come first: this is held against them`,
  spurUnmeasured: ({ moreOhm }: { moreOhm: number }) => ({
    says: `a spur: ${ohms(moreOhm)} more than on the ring; its cable was not measured`,
    ask: 'Measure the spur’s cable: more than it has is a loose terminal.',
  }),
  spurTooLow: () => `a spur can’t read less than the ring it hangs on`,
  spurMore: ({ moreOhm }: { moreOhm: number }) =>
    `${ohms(moreOhm)} more than its spur has: a longer spur, a spur on a spur, or a loose terminal`,
  moreThanOthers: ({ moreOhm, metres }: { moreOhm: number; metres: number }) =>
    `${ohms(moreOhm)} more than the others may: it hangs on a spur of about ${metres.toFixed(1)} m that nobody noted, or a terminal here is loose`,
  tooLow: () => `less than a ring can read here: the legs were not crossed but joined straight, or two rings are connected with each other`,
  asItsSpur: () => 'as its spur makes it',
  likeOthers: () => 'like the others',
  linkedNothing: () => 'nothing from line to protective conductor here: one of them is open, or the link at the board is missing',
  lengthsUnknown: () => 'through; how much it must be hangs on lengths that nobody measured',
  nothingLeads: () => 'by the runs noted nothing leads here',
  cableMore: ({ expected }: { expected: number }) => `its cable has ${ohms(expected)}: a loose terminal, or more cable than was noted`,
  cableLess: ({ expected }: { expected: number }) => `its cable has ${ohms(expected)}: less cable than was noted, or another way to earth`,
  asItsCable: () => 'as its cable has it',
  insulationLow: () => 'under 1 MΩ: something is still connected, or insulation is damaged or damp. The circuit stays off.',
  insulationPoor: ({ insulationUsualMohm }: { insulationUsualMohm: number }) =>
    `passes; a sound circuit reads over ${insulationUsualMohm} MΩ (common practice): look for what is still connected, and for damp`,
  sound: () => 'sound',
  /** of an instrument whose range ends below what is usual */
  insulationOver: ({ atLeastMohm }: { atLeastMohm: number }) => `passes: over ${atLeastMohm} MΩ; how far, this instrument doesn’t show`,
  noLoop: () => 'no loop: the earth is open on the way, or line and neutral are exchanged',
  ttUnprotected: () => 'an earth electrode without a 30 mA device: nothing opens in time',
  ttTooHigh: () => 'too high even for the 30 mA device',
  ttResidualUnknown: () => 'whether a 30 mA device stands ahead was not noted',
  electrodeUnstable: () => 'over 200 Ω an electrode may not stay as it is',
  ttWithin: () => 'within what the 30 mA device needs',
  limitUnknown: () => ({ says: 'the limit hangs on the breaker', ask: 'Read rating and letter on the breaker.' }),
  loopOver: ({
    own,
    limit,
    curve,
    ratingA,
    residual,
  }: {
    own: number;
    limit: number;
    curve: 'B' | 'C' | 'D';
    ratingA: number;
    residual: boolean | undefined;
  }) =>
    `${ohms(own)} is over the ${ohms(limit)} at which ${curve}${ratingA} still opens at once${residual ? ': only the 30 mA device would open. Find why it is so high' : ''}`,
  loopWarm: ({ limit }: { limit: number }) =>
    `over 80 % of ${ohms(limit)}: warm it may pass the limit. Reckon it with the temperature, or shorten the way`,
  loopMore: ({ moreOhm }: { moreOhm: number }) =>
    `within its limit, but ${ohms(moreOhm)} more than outside loop and cable have: a contact on the way is not good`,
  opensAtOnce: () => 'opens at once',
  breakingUnknown: () => ({ says: 'what the breaker breaks was not read', ask: 'Read the figure in a box on the breaker: 6000 is 6 kA.' }),
  breakingOver: ({ breaksKa }: { breaksKa: number }) =>
    `more than the ${breaksKa} kA that the breaker breaks: leave it to the competent person`,
  rangeEnds: () => 'the instrument showed no more than that: read it with one of a greater range',
  breakingHeld: ({ breaksKa }: { breaksKa: number }) => `the breaker breaks ${breaksKa} kA`,
  residualInTime: () => 'opens in time',
  residualSlow: () => 'too slow: it protects nobody; replace it',
});
