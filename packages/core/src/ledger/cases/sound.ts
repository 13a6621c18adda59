/** Sound jobs, each with something that could be taken for a hazard and isn’t one. Clauses from memory. */
import type { CaseRule } from './facts.js';
import type { BenchFacts, Case, Facts, OutletFacts, OwnCircuitFacts } from './facts.js';

const EDITIONS = [2017, 2020, 2023] as const;
const sound = (rule: CaseRule, clause: string, tells: string, why: string, facts: OutletFacts): Case => ({
  ...{ rule, clause, tells, why },
  facts: { outlet: facts } as Facts,
});
const own = (rule: CaseRule, clause: string, tells: string, why: string, facts: OwnCircuitFacts): Case => ({
  ...{ rule, clause, tells, why },
  facts: { ownCircuit: facts } as Facts,
});
const wired = (rule: CaseRule, clause: string, tells: string, why: string, facts: BenchFacts): Case => ({
  ...{ rule, clause, tells, why },
  facts: { wired: facts } as Facts,
});
const twelves: OutletFacts['old'] = { cables: [{ is: '12-2' }, { is: '12-2' }], in3: 34 };

export const SOUND: readonly Case[] = [
  sound('box-fill', '314.16', 'the plainest job there is', 'nothing is wrong with it', {}),
  sound('conductor-breaker', '240.4', '12 AWG on 15 A', 'thicker than needed does no harm', {
    old: { cables: [{ is: '12-2' }, { is: '12-2' }], in3: 34 },
    newCable: 12,
  }),
  ...EDITIONS.flatMap((edition) => [
    sound('arc-fault', '210.12(A)', `a garage without arc-fault protection, ${edition}`, 'garages are not in its list', {
      edition,
      room: 'garage',
      oldRoom: 'garage',
      circuit: { keptFor: 'garage', arcFault: 'none' },
      face: { kind: 'ground-fault-15' },
    }),
    sound('arc-fault', '210.12(A)', `a bathroom without arc-fault protection, ${edition}`, 'bathrooms are not in its list', {
      edition,
      room: 'bathroom',
      oldRoom: 'bathroom',
      circuit: { keptFor: 'bathroom', arcFault: 'none', breaker: 20 },
      old: twelves,
      face: { kind: 'ground-fault-20' },
    }),
    sound('ground-fault', '210.8', `a plain face in the bathroom behind a ground-fault breaker, ${edition}`, 'protected ahead', {
      edition,
      room: 'bathroom',
      oldRoom: 'bathroom',
      circuit: { keptFor: 'bathroom', groundFault: 'breaker', breaker: 20 },
      old: twelves,
    }),
    sound('ground-fault', '210.8', `a plain face in the garage behind a ground-fault receptacle, ${edition}`, 'protected ahead', {
      edition,
      room: 'garage',
      oldRoom: 'garage',
      circuit: { keptFor: 'garage', groundFault: 'device upstream' },
    }),
    sound('ground-fault', '210.8', `a bedroom far from water, ${edition}`, 'not asked for', { edition, room: 'bedroom' }),
    sound('ground-fault', '210.8', `a living room far from water, ${edition}`, 'not asked for', { edition, room: 'living' }),
    sound('arc-fault', '210.12(D)', `arc-fault protection by the first device, ${edition}`, 'protected ahead', {
      edition,
      circuit: { arcFault: 'device upstream' },
    }),
    sound('may-tap', '210.52(B)(1)', `a dining room on the kitchen’s circuit, ${edition}`, 'it is one of its rooms', {
      edition,
      room: 'dining',
      oldRoom: 'kitchen',
      circuit: { keptFor: 'kitchen-small-appliance', breaker: 20 },
      old: twelves,
    }),
    sound('may-tap', '210.52(B)(1)', `a pantry on the kitchen’s circuit, ${edition}`, 'it is one of its rooms', {
      edition,
      room: 'pantry',
      oldRoom: 'kitchen',
      circuit: { keptFor: 'kitchen-small-appliance', breaker: 20 },
      old: twelves,
    }),
    own('arc-fault', '210.12', `a 30 A dryer circuit with a plain breaker, ${edition}`, 'asked of 120 V, 15 and 20 A', {
      edition,
      breaker: 30,
      poles: 2,
      cable: 10,
      into: ['laundry'],
      loads: [{ watts: 5000 }],
      protection: { arcFault: false, groundFault: true },
    }),
  ]),
  sound('receptacle-rating', 'Table 210.21(B)(3)', 'a 15 A duplex on 20 A', 'two outlets: it may', {
    circuit: { breaker: 20 },
    old: twelves,
    face: { kind: 'duplex-15' },
  }),
  sound('circuit-load', '210.23(A)(2)', 'lamps of 1 000 W and a small fan', 'lamps are no appliances', {
    hangsOnIt: [{ watts: 1000, lamps: true, fastened: true }],
    plugged: [{ watts: 50 }],
  }),
  sound('tamper', '406.12 Exception', 'a plain face 5 ft 8 in up', 'out of a child’s reach', {
    face: { tamperResistant: false },
    box: { up: 68 },
  }),
  sound('conductor-state', '200.7(C)', 'a white used as a hot, and marked', 'it says so', {
    old: { cables: [{ whiteUsedAsHot: 'marked' }, {}] },
  }),
  sound('device-state', 'practice', 'a junction box as the feed', 'there is no device to be worn', { old: { device: 'nothing' } }),
  sound('switch-box', '404.2(C)', 'a switch box with hot and neutral', 'it can feed', { old: { device: 'switch with hot and neutral' } }),
  sound('setback', '314.20', 'the old box lies 1/4 in behind the drywall', 'as far as it may', { old: { setback: 0.25 } }),
  sound('setback', '314.20', 'the old box stands flush in panelling', 'as it has to', {
    wall: { finish: 'wood-panelling' },
    old: { setback: 0 },
  }),
  sound('cavity', 'practice', '2×6 studs', 'deeper than needed', { wall: { studDepth: 5.5 } }),
  sound('obstacle', 'practice', 'a pipe in the bay beside', 'nowhere near', {
    wall: { inTheBay: [{ what: 'pipe', at: 62, wide: 2, behind: 1 }] },
  }),
  sound('obstacle', 'practice', 'a duct high above', 'it ends 3 ft above the box', {
    wall: { inTheBay: [{ what: 'duct', at: 42, wide: 10, from: 60, high: 30, behind: 0.5 }] },
  }),
  sound('stud-hole', '300.4(B)', 'metal studs', 'a bushing is said, nothing stops', { wall: { built: 'metal' } }),
  sound('dust', 'practice', 'a house of 1979', 'the year it was forbidden is past', { built: 1980 }),
  sound('box-kind', 'practice', 'drywall in two layers, 1 in', 'wings reach that', { wall: { finishThick: 0.75 } }),
  ...([1, 2, 3] as const).flatMap((boxes) => [
    wired('polarity', '200.11', `a run of ${boxes}, wired as it should be`, 'nothing is wrong with it', { wrong: 'nothing', boxes }),
    wired('conductor-breaker', '240.4', `12 AWG on 20 A, a run of ${boxes}`, 'nothing is wrong with it', {
      wrong: 'nothing',
      boxes,
      gauge: 12,
    }),
    wired('conductor-breaker', '240.4', `12 AWG on 15 A, a run of ${boxes}`, 'thicker than needed does no harm', {
      wrong: 'nothing',
      boxes,
      gauge: 12,
      breaker: 15,
    }),
  ]),
  wired('shared-legs', '210.4', 'a shared neutral on two legs, tied', 'as it may be', { wrong: 'nothing, a shared neutral on two legs' }),
  wired('switched-neutral', '404.2(B)', 'a lamp behind a switch in its hot', 'as it should be', {
    wrong: 'nothing, a lamp behind its switch',
  }),
  wired('neutral-borrowed', '200.4(A)', 'two circuits in one box, each with its own neutral', 'they don’t meet', {
    wrong: 'nothing, two circuits in one box, apart',
  }),
  wired('one-yoke', '210.7', 'one yoke on two breakers that open together', 'as it may be', {
    wrong: 'nothing, one yoke on two tied breakers',
    boxes: 1,
  }),
];
