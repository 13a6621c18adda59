/** Final circuits, in words. */
import { NO_SHEATH } from '../codebook/uk/cable.js';
import { phrases, type Told } from '../phrases.js';

/** The heavier leg of a ring: amps in a run with the whole of a ring’s load at one point. */
interface Leg {
  worstA: number;
  run: string;
  loadA: number;
  at: string;
}
const legWords = ({ worstA, run, loadA, at }: Leg): string => `${worstA.toFixed(1)} A in ${run} with ${loadA} A at ${at}`;
interface Loop {
  zs: number;
  at: string;
  limit: number;
}
const loopWords = ({ zs, at, limit }: Loop): string => `${zs.toFixed(2)} Ω at ${at}, warm; ${limit.toFixed(2)} Ω may be`;

export const finalWords = phrases('uk-final', {
  bySize: ({ told }: { told: Told }) => ({
    says: `${told.says}; by a size that is only taken`,
    ask: 'Look at the cable in an opened accessory, dead.',
  }),
  byLength: ({ told }: { told: Told }) => ({
    says: `${told.says}; by a length that is only taken`,
    ask: 'Measure the runs whose length is only taken.',
  }),
  runsWithoutLength: ({ unknownCount, runCount }: { unknownCount: number; runCount: number }) => ({
    says: `${unknownCount} of ${runCount} runs have no length`,
    ask: 'Measure them along their way, or read r1 round the ring: what it leaves is shared evenly, and said.',
  }),
  noPoints: () => ({ says: 'no point is noted yet', ask: 'Note every socket, fused unit and joint in its order.' }),
  notAtBoard: () => 'no run leads to the consumer unit: by what is noted nothing feeds it',
  apart: ({ at }: { at: string }) => `no run leads to ${at}`,
  openRing: ({ at }: { at: string }) => ({
    says: `the ring does not close${at ? `: it ends at ${at}` : ''}. Each leg is then a radial of 2.5 mm² on 32 A: too much for the cable. A run is missing in the notes, or the ring is broken`,
    ask: 'Read r1, rn and r2 end to end: they tell which.',
  }),
  interconnected: ({ at }: { at: string }) =>
    `more than one way round${at ? `, at ${at}` : ''}: a figure of eight. A broken conductor in it is found by no end-to-end test; take the short cut out`,
  loopInRadial: ({ at }: { at: string }) =>
    `a radial that comes back to itself, at ${at}: a ring on a breaker that is not chosen for one, or a wrong note`,
  spurOnSpur: ({ at }: { at: string }) =>
    `one unfused spur feeds ${at}: one single or one twin is all it may. A fused unit first, or the ring taken through them`,
  spurFromBoard: ({ at }: { at: string }) =>
    `${at}: a spur straight from the consumer unit is allowed for one single or one twin; label it there, since three cables in the breaker look like a ring and a stray`,
  ring: ({ pointCount, spurCount }: { pointCount: number; spurCount: number }) =>
    `one way round through ${pointCount} points${spurCount ? `, with ${spurCount} ${spurCount === 1 ? 'spur' : 'spurs'}` : ''}`,
  radial: ({ pointCount }: { pointCount: number }) => `a radial through ${pointCount} points`,
  tooManySpurs: () => 'more unfused spurs than there are outlets on the ring',
  spurs: ({ unfused, fused }: { unfused: number; fused: number }) => `${unfused} unfused, ${fused} behind a fused unit`,
  spursFromOne: ({ spurs, conductors, point }: { spurs: number; conductors: number; point: string }) =>
    `${spurs} spurs from ${point}: its terminals would hold ${conductors} conductors each; one spur from each accessory`,
  spurTooThin: ({ thin }: { thin: readonly string[] }) => `an unfused spur is of the ring’s size at least: ${thin.join('; ')}`,
  ratingUnknown: () => ({ says: 'the breaker’s rating is not noted', ask: 'Read the number after the letter on it.' }),
  ringRating: ({ ratingA }: { ratingA: number }) =>
    `a ring is protected by 30 or 32 A; ${ratingA} A is ${ratingA > 32 ? 'too much' : 'less than it was made for'}`,
  ringTooThin: ({ size }: { size: string }) => `a ring is of 2.5 mm² at least; there is ${size} in it`,
  ringHeld: ({ size }: { size: string }) => `32 A on a ring of ${size} mm²`,
  radialTooThin: ({ ratingA, size, most }: { ratingA: number; size: string; most: number | undefined }) =>
    `${ratingA} A on ${size} mm²: ${most ? `at most ${most} A for a radial of sockets` : 'too thin for a radial of sockets'}`,
  radialHeld: ({ ratingA, size }: { ratingA: number; size: string }) => `${ratingA} A on a radial of ${size} mm²`,
  laidUnknown: () => ({
    says: 'how the cable lies at its worst is not noted',
    ask: 'Say whether it lies in plaster, in an insulated wall, under insulation.',
  }),
  noSheath: ({ laid }: { laid: string }) => `${NO_SHEATH}; noted is: ${laid}`,
  carriesTooLittle: ({ has, need }: { has: number; need: number }) => `carries ${has} A of the ${need} A it must`,
  carries: ({ has }: { has: number }) => `carries ${has} A`,
  legTooMuch: (leg: Leg) =>
    `${legWords(leg)}, more than it carries for long: heavy things that run for hours (washer, dryer, heaters) belong far from the board, or on circuits of their own`,
  legAtMost: (leg: Leg) => `at most ${legWords(leg)}`,
  legTaken: (leg: Leg) => ({ says: `at most ${legWords(leg)}`, ask: 'Lengths are taken as equal from r1: measure the runs.' }),
  lengthsMissing: () => ({ says: 'lengths of runs are missing', ask: 'Measure them, or read r1 round the ring.' }),
  zeUnread: () => ({
    says: 'the loop outside (Ze) was not read',
    ask: 'Let a competent person read Ze at the origin with the main earth off, or ask the supplier.',
  }),
  electrodeHeld: ({ zs }: { zs: number }) => `${zs.toFixed(1)} Ω behind a 30 mA device`,
  electrodeUnprotected: () => 'an earth electrode needs a 30 mA device',
  breakerUnknown: () => ({ says: 'the limit hangs on the breaker', ask: 'Read rating and letter on the breaker.' }),
  loop: (loop: Loop) => loopWords(loop),
  loopTaken: (loop: Loop) => ({ says: loopWords(loop), ask: 'Lengths are taken as equal from r1: the reading of Zs itself tells.' }),
  earthingUnknown: () => ({
    says: 'how the earth comes in is not noted',
    ask: 'Look at the meter: from the neutral in the cut-out (TN-C-S), from the cable’s sheath (TN-S), from a rod (TT). The supplier tells.',
  }),
  outside: ({ zeOhm }: { zeOhm: number }) => `${zeOhm} Ω outside`,
  electrodeTooHigh: () => 'over 200 Ω an electrode may not stay as it is',
  loopTooHigh: () => 'more than a sound supply of this kind has: call the supplier before anything else is judged by it',
  residualUnknown: () => ({
    says: 'whether a 30 mA device stands ahead of it is not noted',
    ask: 'Look for a device with a test button and “30 mA” in the consumer unit.',
  }),
  residualThere: () => 'a 30 mA device stands ahead of it',
  residualAsked: () => 'sockets up to 32 A need a 30 mA device: before anything is added here, one is fitted, by a competent person',
  arcFault: () => 'arc-fault detection is recommended, not asked for here',
  served: ({ servesM2, shape }: { servesM2: number; shape: 'ring' | 'radial' }) => `${servesM2} m² on one ${shape}`,
  fuseUnread: ({ point, neededA, watts }: { point: string; neededA: number; watts: number }) => ({
    says: `${point}: its fuse was not read; ${neededA} A for ${watts} W`,
    ask: 'Look at the cartridge in the carrier.',
  }),
  fuseOver13: ({ point, watts }: { point: string; watts: number }) => `${point}: ${watts} W is more than 13 A`,
  fuseBlows: ({ point, fuseA, watts }: { point: string; fuseA: number; watts: number }) => `${point}: ${fuseA} A blows at ${watts} W`,
  fuse: ({ point, fuseA, watts, neededA }: { point: string; fuseA: number; watts: number; neededA: number }) =>
    `${point}: ${fuseA} A for ${watts} W${fuseA > neededA ? `; ${neededA} A protects its flex` : ''}`,
  boxNoEarth: ({ point }: { point: string }) => `${point}: a metal box without an earth lead to its accessory`,
  boxEarthUnseen: ({ point }: { point: string }) => ({
    says: `${point}: nobody looked whether its metal box has an earth lead`,
    ask: 'Look, dead.',
  }),
  twoColours: ({ point }: { point: string }) =>
    `${point}: red meets brown, and black meets blue, which is neutral now and was a phase once. Check with a tester, mark the old ones, and put the notice of two colours at the board`,
});
