/**
 * Jobs in the words of the trade, apart from how a document holds them: an outlet added back to back with one that is there, in a house
 * that is sound and measured in all that isn’t said. Lengths in inches, volumes in in³.
 */
import type { RuleId } from '../../codebook/index.js';
import type { BoxKindId, DeviceKindId } from '../../catalog/index.js';
import type { Awg } from '../../measure/index.js';
import type { BoxTrouble, Circuit, Fixture, Obstacle, RoomUse } from '../../model/index.js';

/** What a case is about: a rule of the table, or what a sum of the framing says beside it. */
export type CaseRule = RuleId | 'plate' | 'joist-cut';

export interface LoadFact {
  watts: number;
  /** three hours or more at a stretch */
  forHours?: boolean;
  fastened?: boolean;
  lamps?: boolean;
}
export interface CableFact {
  /** `14-2`: two insulated conductors of 14 AWG and a ground */
  is?: `${14 | 12 | 10 | 8}-${2 | 3}`;
  ground?: 'bare' | 'none' | 'not looked';
  metal?: 'copper' | 'aluminium' | 'not looked';
  sheath?: 'nonmetallic' | 'cloth' | 'armoured' | 'on insulators';
  /** `no`: nobody read its gauge, 14 came filled in */
  gaugeRead?: 'no';
  whiteUsedAsHot?: 'no' | 'marked' | 'unmarked' | 'not looked';
  /** free conductor from the sheath, and sheath inside the box; in. `undefined` said on purpose: not measured */
  free?: number | 'not measured';
  sheathIn?: number;
  /** where it comes in */
  from?: 'top' | 'bottom';
}

/** An outlet wanted on the other face of a wall from one that is there. What isn’t said is sound and was measured. */
export interface OutletFacts {
  edition?: 2017 | 2020 | 2023;
  built?: number | 'not known';
  /** the room it comes into, and that of the outlet it is fed from */
  room?: RoomUse;
  oldRoom?: RoomUse;
  waterWithin6ft?: boolean | 'not measured';
  circuit?: {
    breaker?: NonNullable<Circuit['breakerA']> | 'not read';
    volts?: Circuit['voltsNominal'];
    keptFor?: Circuit['reservedFor'] | 'not asked';
    arcFault?: Circuit['arcFault'] | 'not looked';
    groundFault?: Circuit['groundFault'] | 'not looked';
    sharedNeutral?: boolean | 'not looked';
    feetToThere?: number | 'not measured';
  };
  /** the breaker of the old outlet was never found */
  breakerNotFound?: boolean;
  /** what hangs on the circuit already, and whether somebody went through the house */
  hangsOnIt?: LoadFact[];
  allNoted?: boolean;
  /** what will be plugged in */
  plugged?: LoadFact[];
  old?: {
    kind?: BoxKindId | 'not known';
    in3?: number;
    gangs?: 1 | 2;
    cables?: CableFact[];
    /** what is in it */
    device?: DeviceKindId | 'switch with hot and neutral' | 'switch loop' | 'switch nobody opened' | 'nothing';
    deviceIs?: 'sound' | 'worn' | 'scorched' | 'not looked';
    condition?: 'sound' | 'loose' | 'stripped' | 'cracked';
    supportFittings?: number;
    /** its front edge behind the finish */
    setback?: number;
    /** of the screws that hold it to its stud */
    screws?: number;
    trouble?: BoxTrouble[];
  };
  box?: {
    kind?: BoxKindId;
    /** left end of the wall to its middle, and floor to its bottom */
    at?: number;
    up?: number;
  };
  face?: { kind?: DeviceKindId; tamperResistant?: boolean; weatherResistant?: boolean; inUseCover?: boolean };
  newCable?: Awg;
  newSheath?: 'nonmetallic' | 'armoured';
  /** nobody noted what stands at the wall */
  countersNotNoted?: boolean;
  wall?: {
    built?: 'wood' | 'metal';
    studDepth?: number | 'assumed';
    finish?: 'drywall' | 'wood-panelling' | 'plaster-wood-lath';
    finishThick?: number;
    looked?: boolean;
    fireRated?: boolean | 'not noted';
    insulated?: boolean;
    inTheBay?: { what: Obstacle['kind']; at: number; wide: number; behind?: number; from?: number; high?: number }[];
    standing?: { what: Fixture['kind']; at: number; wide: number; up: number; high: number }[];
  };
}

/** A circuit of its own from the panel. */
export interface OwnCircuitFacts {
  edition?: 2017 | 2020 | 2023;
  breaker: NonNullable<Circuit['breakerA']>;
  poles?: 1 | 2;
  cable: Awg;
  into?: RoomUse[];
  loads: LoadFact[];
  protection?: { arcFault: boolean; groundFault: boolean };
}

/** A run of receptacles that somebody wired: what is wrong in it. */
export type WiredWrong =
  | 'nothing'
  | 'nothing, a shared neutral on two legs'
  | 'nothing, a lamp behind its switch'
  | 'nothing, two circuits in one box, apart'
  | 'nothing, one yoke on two tied breakers'
  | 'hot and neutral swapped at the face'
  | 'ground off at the face'
  | 'neutral off in a box'
  | 'hot off in a box'
  | 'ground bridged to neutral at the face'
  | 'two hots under one screw'
  | 'bare hot end hanging in a box'
  | 'white loose at the panel'
  | 'shared neutral loose at the panel'
  | 'shared neutral, both hots on one leg'
  | 'shared neutral, breakers not tied'
  | 'shared neutral through a device'
  | 'hot on LINE, neutral on LOAD'
  | 'LINE and LOAD changed over'
  | 'breaker larger than the wire'
  | 'push-in with 12 AWG'
  | 'two circuits joined'
  | 'metal box without ground'
  | 'neutral borrowed from another circuit'
  | 'neutrals of two circuits joined'
  | 'grounds of two circuits apart'
  | 'switch in the neutral'
  | 'hot on the shell of a lampholder'
  | 'one yoke on two breakers'
  | 'cut back too short';
export interface BenchFacts {
  wrong: WiredWrong;
  boxes?: 1 | 2 | 3;
  gauge?: 14 | 12;
  breaker?: number;
}

/** Wood that a cable goes through or that is cut for it; in. */
export type WoodFacts =
  | { stud: { depth: number; hole: number; bearing?: boolean | 'not known'; middleFromFace?: number } }
  | { joist: { depth: number; cut: 'hole' | 'notch' | 'notch at the end'; size: number; woodLeft?: number; third?: 'outer' | 'middle' } }
  /** how far the front of a box lies behind the finish */
  | { front: { behind: number | 'not measured'; burns: boolean } };

export type Facts = { outlet: OutletFacts } | { ownCircuit: OwnCircuitFacts } | { wired: BenchFacts } | { wood: WoodFacts };

export interface Case {
  /** as somebody would tell it */
  tells: string;
  /** why it is so */
  why: string;
  /** where it stands; `practice` where it stands nowhere. From memory */
  clause: string;
  facts: Facts;
  /** the rule that has to say so */
  rule: CaseRule;
}
export interface Hazard extends Case {
  /** the least that must be said */
  least: 'stop' | 'caution';
}
/** A limit with a job just beyond it and the same just within. */
export interface Limit {
  clause: string;
  why: string;
  rule: CaseRule;
  least: 'stop' | 'caution';
  beyond: [tells: string, facts: Facts];
  within: [tells: string, facts: Facts];
}
