/** What the ledger says of a box. */
import { inches, printLength, type LengthUnit } from '../../measure/index.js';
import { phrases, type Told } from '../phrases.js';

/** @param cables each as it hangs: its name, up or down, and from which box */
const hangingWords = (cables: readonly string[]): string =>
  `${cables.join('; ')}: its circuit is off and proved dead before this cut, and the blade kept short`;

export const boxWords = phrases('box', {
  cablesUnnoted: ({ told }: { told: Told }) => ({
    says: `${told.says}, but the cables that are there were not noted`,
    ask: 'With the circuit proved dead, count the cables in the box.',
  }),
  filledIn: ({ told }: { told: Told }) => ({
    says: `${told.says}, if what came filled in is so`,
    ask: 'Read the gauge on the sheath, count the conductors, look what is in the box; then touch each field, or say that it is so.',
  }),
  fullBefore: ({ told }: { told: Told }) => `${told.says}; it was too full before, and nothing more comes into it`,
  noStud: () => ({ says: 'no stud of this wall was found', ask: 'Measure where one stud stands.' }),
  atStud: () => 'stands against its stud',
  atReckonedStud: () => 'stands against a stud that is only reckoned: it is nailed where the stud is, and measured then',
  inStud: () => 'would stand in a stud',
  offStud: ({ gapMm, unit }: { gapMm: number; unit: LengthUnit }) =>
    `no stud beside it to nail to: the nearest is ${printLength(gapMm, unit)} away`,
  hangingCables: ({ cables }: { cables: readonly string[] }) => hangingWords(cables),
  hangingUnlooked: ({ cables }: { cables: readonly string[] }) => ({
    says: hangingWords(cables),
    ask: 'Look in through a small hole inside the outline where they really hang, or move the box aside.',
  }),
  setbackTaken: ({ told }: { told: Told }) => ({ says: told.says, ask: 'Measure it with the plate off.' }),
  setbackTooFar: ({ told }: { told: Told }) => ({
    says: told.says,
    ask: 'Bring it forward with an extension ring made for that box, while it is open.',
  }),
  builtInLooked: () => 'somebody looked inside the built-in',
  builtInUnlooked: () => ({
    says: 'nobody has looked inside the built-in',
    ask: 'Look inside for the runs of drawers, pipes and other cables, from within or through a small hole inside the outline; note it at the built-in in the survey.',
  }),
  openFraming: ({ obstacles }: { obstacles: readonly string[] }) =>
    `open framing: what is between the studs can be seen${obstacles.length ? `; noted: ${obstacles.join(', ')}` : ', and nothing is noted there'}`,
  bayLooked: ({ how, obstacles }: { how: 'measured' | 'seen' | 'felt' | 'scanned' | undefined; obstacles: readonly string[] }) =>
    `${how ?? 'seen through a hole'}${obstacles.length ? `: ${obstacles.join(', ')} noted` : ': nothing in the way'}`,
  bayUnlooked: () => ({
    says: 'nobody has looked into the bay',
    ask: 'Push a scope or a bent wire through a small hole inside the outline before any saw goes in.',
  }),
  surfaceBox: () => 'stands on the finish, in line with its raceway',
  ownKind: () => ({
    says: 'a kind of your own: whether it suits the wall isn’t known',
    ask: 'Read on the packet which wall thickness it clamps.',
  }),
  kindSuits: ({ metalCount, kind, reasons }: { metalCount: number; kind: string; reasons: readonly string[] }) =>
    `${metalCount ? 'you set metal boxes at a stud; ' : ''}${kind}: ${reasons.join(', ')}`,
  kindUnsuited: ({ kind, reasons }: { kind: string; reasons: readonly string[] }) => `${kind} does not suit: ${reasons.join('; ')}`,
  shorterThanSurveyed: () => 'the shortest is shorter than was surveyed: the shorter counts',
  longerThanSurveyed: () => 'the shortest is longer than was surveyed: the shorter counts until the survey is set right',
  wiredUnknown: ({ missing }: { missing: readonly string[] }) => ({
    says: 'wired by hand, and what it rests on is not known',
    ask: missing.join(' '),
  }),
  noPlan: ({ missing }: { missing: readonly string[] }) => ({ says: 'no plan yet', ask: missing.join(' ') }),
  deviceTooDeep: () => 'the device fills the box to its back',
  pigtailReach: () =>
    'short: the pigtail of the splice gives the reach; leave what there is uncut, and ask the inspector whether that is taken',
  allMeasured: () => 'all that it rests on was measured',
  notMeasured: ({ assumed }: { assumed: readonly string[] }) => ({
    says: `not measured yet: ${assumed.join(', ')}`,
    ask: 'Measure or look at each, and enter it; the usual value stands in until then.',
  }),
  yearUnknown: () => ({ says: 'the year of the house isn’t noted', ask: 'Enter the year it was built.' }),
  oldHouse: ({ built }: { built: number }) =>
    `built ${built}: paint may hold lead, and texture or compound asbestos; have a sample tested before sawing, keep dust down`,
  yearOk: ({ built }: { built: number }) => `built ${built}`,
  blankInBuiltIn: () =>
    'inside the built-in: an extension brings its blank plate to where it can be seen, behind a shelf or a panel that lifts out without a tool; never nailed or glued shut',
  blankBehind: ({ covering }: { covering: readonly string[] }) =>
    `behind the ${covering.map((kind) => kind.replace('-', ' ')).join(' and the ')}: cut it out there, with a box extension and a blank plate in sight; it must stay reachable`,
  blank: () => 'blank plate on it, and it stays reachable: never papered, tiled or boarded over',
  nailsShort: () => ({
    says: 'short enough, as far as it was measured',
    ask: 'Measure a screw and, from a finder’s edges, the width of the stud.',
  }),
  nailsEnd: () => 'they end inside the stud',
  nailsThrough: ({ unit }: { unit: LengthUnit }) => ({
    says: 'they come out of the far side of the stud: a cable stapled there may be hit already',
    ask: `With the circuit proved dead take them out, put in screws of ${printLength(inches(1), unit)}, and look what lies on the stud’s far side.`,
  }),
  refused: ({ reasons }: { reasons: readonly string[] }) => reasons.join(' '),
  cracked: () => ({ says: 'cracked: it keeps neither its device firm nor a spark inside', ask: 'Replace it while it is open.' }),
  loose: () => ({
    says: 'loose in the wall: every plug pulls at the wires',
    ask: 'Fasten it while it is open: a screw into the stud, or a box with wings.',
  }),
  stripped: () => ({
    says: 'its ears are stripped: a device can’t be screwed to it, longer screws are a stop-gap',
    ask: 'Replace it while it is open.',
  }),
  boardedOver: () => ({
    says: 'boarded over: a box has to stay reachable without taking anything of the house apart',
    ask: 'Open it up and give it a blank plate, or take its cables out of it and the box away.',
  }),
  lowVoltage: () => ({
    says: 'low voltage in the same box as power, without a divider: a loose hot reaches the network',
    ask: 'Take it out into a box of its own, or put in a box with a divider.',
  }),
  spliceInWall: () => ({
    says: 'wires joined in the wall without a box: a loose joint there burns where nobody sees it',
    ask: 'Leave it off. It needs a box that stays reachable, or a whole cable from box to box.',
  }),
  cordInWall: () => ({
    says: 'a flexible cord in the wall: it may not take the place of the wiring of a house',
    ask: 'Unplug it or have its circuit off, and draw cable made for walls in its place.',
  }),
  leave: ({ leaveMm, unit, told }: { leaveMm: number; unit: LengthUnit; told: Told }) => ({
    says: `leave ${printLength(leaveMm, unit)}: ${told.says}`,
    ask: told.ask,
  }),
});
