/** Checks of the bench, in words. */
import { printLength } from '../../measure/index.js';
import { phrases, type Told } from '../phrases.js';

export const benchCheckWords = phrases('bench', {
  metalUnknown: () => ({
    says: 'nobody noted whether the box is metal; drawn as plastic, without a ground lead',
    ask: 'Look: with the circuit proved dead, a metal box is grey and rings; it then gets a ground lead of its own.',
  }),
  groundUnseen: () => ({
    says: 'its green screw leads to no ground that is drawn, and whether the cables have one was not looked at',
    ask: 'With the circuit proved dead, look for the bare or green conductor of each cable.',
  }),
  asDrawn: ({ told, box }: { told: Told; box: string }) => ({
    says: `${told.says}, as drawn; nobody looked`,
    ask: `Open ${box} with the circuit proved dead and look.`,
  }),
  groundsAsDrawn: ({ told }: { told: Told }) => ({
    says: `${told.says}, as far as it is drawn; whether every cable has a ground was not looked at`,
    ask: 'With the circuit proved dead, look for the bare or green conductor of each cable.',
  }),
  groundsUnseen: ({ told }: { told: Told }) => ({
    says: `${told.says}, but whether every cable has a ground was not looked at`,
    ask: 'With the circuit proved dead, look for the bare or green conductor of each cable.',
  }),
  freeUnmeasured: () => ({
    says: 'the free length has not been measured',
    ask: 'With the circuit proved dead, measure the conductors from where they leave the sheath.',
  }),
  sixInHeld: () => '6 in from the sheath; whether 3 in reach out of the box can’t be told: it is drawn without its depth',
  cutTooShort: () => 'too short: cut back too often; splice on pigtails or pull more cable in',
  stripped: ({ bareMm, takesMm }: { bareMm: number; takesMm: number }) =>
    `Stripped ${printLength(bareMm, 'in')} where ${printLength(takesMm, 'in')} goes in (common practice; the strip gauge on the device wins): ${bareMm > takesMm ? 'copper stands bare beside it' : 'insulation is clamped in it'}.`,
  manyUnderScrew: ({ count, joint }: { count: number; joint: string }) =>
    `${count} conductors under ${joint}: splice them and bring one lead`,
  pushIn: ({ joint }: { joint: string }) => `12 AWG in a spring push-in of ${joint}: it takes 14 AWG only`,
  looseJoint: ({ joint }: { joint: string }) => `${joint} is loose: it heats and drops out`,
  breakersJoined: ({ number, other }: { number: string; other: string }) =>
    `breaker ${number} and breaker ${other} are joined: switching one off leaves it live, and opposite legs short`,
  closesRing: ({ cable }: { cable: string }) => `${cable} only closes a ring: it is fed from both ends`,
  looseInPanel: ({ end }: { end: string }) => `${end} hangs loose in the panel: on its bar, its breaker, or capped`,
  groundRunsOn: () => 'runs on without the devices',
  groundOpen: () => 'is open, or hangs together only through a device',
  groundsApart: () =>
    'each cable’s ground goes to the panel on its own: in a box they meet, in one splice or on its metal, so that neither circuit leans on the other’s',
  boxLead: () => 'it has a lead of its own',
  boxNoLead: () => 'a metal box gets a ground lead of its own',
  looseEnd: ({ end, live }: { end: string; live: boolean | undefined }) =>
    `${end} hangs loose and bare${live ? ', and is live when the breaker is on' : ''}`,
  manyUses: ({ end, uses }: { end: string; uses: readonly string[] }) => `${end} is ${uses.join(' and ')} at once`,
  bareHot: ({ end }: { end: string }) => `${end} is used as a hot: a bare or green one is ground only`,
  unmarkedHot: ({ end }: { end: string }) => `${end} is used as a hot without a mark`,
  neutralColour: ({ end }: { end: string }) => `${end} is used as neutral: neutrals are white or grey`,
  groundColour: ({ end }: { end: string }) => `${end} is used as ground: grounds are bare or green`,
  slotNoGround: () => 'its third slot promises a ground, and none is there',
  noGroundMark: () => 'without a ground it protects, and has to be marked “no equipment ground”',
  screwNoGround: () => 'its green screw leads to no ground: a fault to its frame opens nothing',
  reversed: () => 'hot belongs on brass and neutral on silver',
  lineLoadCrossed: () => 'hot on LINE and neutral on LOAD: the first thing that is plugged in trips it',
  feedOnLoad: () => 'the feed is on LOAD: it does not protect, or does not set',
  feedOnLine: ({ load }: { load: boolean }) => `feed on LINE${load ? ', what is protected on LOAD' : ''}`,
  lineUnfed: () => 'nothing feeds its LINE screws',
  neutralOpen: () => 'its neutral leads to no bar: nothing works here, and on a shared neutral the loads stand between two hots',
  neutralSwitched: () => 'it opens the neutral: what hangs on it stays live with the switch off',
  shellHot: () => 'hot on the shell: whoever changes the lamp touches it',
  screwGroundOnly: () => 'the green screw takes the ground only',
  unused: ({ screws }: { screws: number }) => `${screws} unused: driven home`,
  oppositeLegs: ({ number, other, neutralA }: { number: string; other: string; neutralA: number }) =>
    `breakers ${number} and ${other} on opposite legs: the neutral carries the difference, ${neutralA.toFixed(2)} A`,
  sameLeg: ({ number, other, neutralA }: { number: string; other: string; neutralA: number }) =>
    `breakers ${number} and ${other} on the same leg: the neutral carries the sum, ${neutralA.toFixed(2)} A`,
  notTied: () => 'its breakers do not open together',
  neutralOverDevice: () => 'goes on through a device: taken out, the loads behind would stand between two hots',
  neutralBorrowed: ({ number, cable }: { number: string; cable: string }) => ({
    says: `its hot comes from breaker ${number}, its neutral goes back by ${cable}: that white is live with the other breaker off, and can carry more than any breaker counts`,
    ask: 'Find the white that came with its hot and land it there; part the others.',
  }),
  neutralsJoined: ({ cable }: { cable: string }) => ({
    says: `its neutral also goes back by ${cable}, of another circuit: neutrals of two circuits meet only at their bar`,
    ask: 'Find the white that came with its hot and land it there; part the others.',
  }),
  yokeUntied: ({ number, other }: { number: string; other: string }) =>
    `its halves hang on breakers ${number} and ${other}, which don’t open together: tie their handles, or take one two-pole breaker`,
  wiringUnknown: () => ({
    says: 'how its device is wired was not noted: it is drawn by your own school',
    ask: 'With the circuit proved dead, pull the device out, look which wire is on which screw, and enter it in the survey.',
  }),
  lengthUnmeasured: () => ({
    says: 'not measured: volts under load, drop and what a short would do can’t be told from it',
    ask: 'Measure or pace its run, or find it from the panel: enter it in the survey.',
  }),
  ratingUnknown: () => ({ says: 'its rating was not noted: drawn as 15 A', ask: 'Read the number on its handle at the panel.' }),
});
