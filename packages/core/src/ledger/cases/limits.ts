/** Limits of the trade with a job just beyond each and the same just within. Figures worked by hand from the clause; clauses from memory. */
import type { CaseRule } from './facts.js';
import type { CableFact, Facts, Limit, LoadFact, OutletFacts, OwnCircuitFacts, WoodFacts } from './facts.js';

const outlet = (facts: OutletFacts): Facts => ({ outlet: facts });
const wood = (facts: WoodFacts): Facts => ({ wood: facts });
const own = (facts: OwnCircuitFacts): Facts => ({ ownCircuit: facts });
const limit = (
  rule: CaseRule,
  clause: string,
  why: string,
  beyond: [string, Facts],
  within: [string, Facts],
  least: Limit['least'] = 'stop',
): Limit => ({ rule, clause, why, least, beyond, within });

const EDITIONS = [2017, 2020, 2023] as const;
const twelves: CableFact[] = [{ is: '12-2' }, { is: '12-2' }];

/** Fill of the old box with the new cable in it: conductors, all grounds, the device, clamps and fittings. */
const fill = (why: string, neededIn3: number, more: OutletFacts): Limit => {
  const of = (in3: number): [string, Facts] => [`${why}: a box of ${in3} in³`, outlet({ ...more, old: { ...more.old, in3 } })];
  return limit('box-fill', '314.16(B)', why, of(neededIn3 - 0.1), of(neededIn3));
};
const BOX_FILL: Limit[] = [
  // 6 × 2.00 + 2.00 grounds + 2 × 2.00 device
  fill('three cables 14-2 and a duplex', 18, {}),
  // 4 × 2.00 + 2.00 + 4.00
  fill('two cables 14-2 and a duplex, end of the line', 14, { old: { cables: [{}] } }),
  // 8 × 2.00 + 2.00 + 4.00
  fill('four cables 14-2 and a duplex', 22, { old: { cables: [{}, {}, {}] } }),
  // 6 × 2.25 + 2.25 + 2 × 2.25
  fill('three cables 12-2 and a duplex', 20.25, { circuit: { breaker: 20 }, old: { cables: twelves, device: 'duplex-20' } }),
  // one more hot: 7 × 2.00 + 2.00 + 4.00
  fill('a 14-3 among them', 20, { old: { cables: [{ is: '14-3' }, {}] } }),
  // clamps inside count once, by the largest: + 2.00
  fill('clamps inside', 20, { old: { kind: 'metal-device-3-1/2' } }),
  // a stud for a fixture: + 2.00
  fill('a fixture stud inside', 20, { old: { supportFittings: 1 } }),
  // no device: 6 × 2.00 + 2.00
  fill('a junction box of three cables', 14, { old: { device: 'nothing' } }),
  // five grounds: one allowance until 2017, a quarter more for the fifth since (10 × 2.00 + 2.00 or 2.50 + 4.00)
  fill('five cables in 2017', 26, { edition: 2017, old: { cables: [{}, {}, {}, {}] } }),
  fill('five cables in 2020', 26.5, { edition: 2020, old: { cables: [{}, {}, {}, {}] } }),
  fill('five cables in 2023', 26.5, { edition: 2023, old: { cables: [{}, {}, {}, {}] } }),
];

/** What hangs on the circuit: for hours counts at 125 %. */
const load = (why: string, clause: string, rule: CaseRule, watts: number, step: number, facts: (watts: number) => OutletFacts): Limit =>
  limit(rule, clause, why, [`${why}: ${watts + step} W`, outlet(facts(watts + step))], [`${why}: ${watts} W`, outlet(facts(watts))]);
const lamps: LoadFact = { watts: 60, lamps: true };
const on20: OutletFacts = { circuit: { breaker: 20 }, old: { cables: twelves, device: 'duplex-20', in3: 34, gangs: 1 } };
const LOADS: Limit[] = [
  // 15 A · 120 V = 1 800 W
  load('a circuit of 15 A, all at once', '210.23', 'circuit-load', 1000, 10, (w) => ({
    hangsOnIt: [{ watts: 800 }],
    plugged: [{ watts: w }],
  })),
  // 0.5 A + 11.6 A · 1.25 = 15.0 A
  load('a circuit of 15 A, for hours', '210.20(A)', 'circuit-load', 1392, 10, (w) => ({
    hangsOnIt: [lamps],
    plugged: [{ watts: w, forHours: true }],
  })),
  load('a circuit of 20 A, all at once', '210.23', 'circuit-load', 1400, 10, (w) => ({
    ...on20,
    hangsOnIt: [{ watts: 1000 }],
    plugged: [{ watts: w }],
  })),
  // 20 A ÷ 1.25 = 16 A, less the lamps’ 0.4 A: 15.6 A · 120 V
  load('a circuit of 20 A, for hours', '210.20(A)', 'circuit-load', 1872, 10, (w) => ({
    ...on20,
    hangsOnIt: [lamps],
    plugged: [{ watts: w, forHours: true }],
  })),
  // one appliance with a plug: 80 % of the circuit’s 15 A
  load('one appliance on 15 A', '210.23(A)(1)', 'cord-connected', 1440, 10, (w) => ({ plugged: [{ watts: w }] })),
  load('one appliance on 20 A', '210.23(A)(1)', 'cord-connected', 1920, 10, (w) => ({ ...on20, plugged: [{ watts: w }] })),
  // a 15 A face on 20 A carries 12 A
  load('one appliance at a 15 A face on 20 A', 'Table 210.21(B)(2)', 'cord-connected', 1440, 10, (w) => ({
    ...on20,
    face: { kind: 'duplex-15' },
    plugged: [{ watts: w }],
  })),
  // half of a circuit that feeds other outlets
  load('fastened appliances on 15 A', '210.23(A)(2)', 'circuit-load', 900, 10, (w) => ({ hangsOnIt: [{ watts: w, fastened: true }] })),
  load('fastened appliances on 20 A', '210.23(A)(2)', 'circuit-load', 1200, 10, (w) => ({
    ...on20,
    hangsOnIt: [{ watts: w, fastened: true }],
  })),
];

/** A circuit of its own: its load, and its wire (sheathed cable by the 60 °C column, 334.80). */
const ownLoad = (
  breaker: OwnCircuitFacts['breaker'],
  cable: OwnCircuitFacts['cable'],
  poles: 1 | 2,
  watts: number,
  forHours: boolean,
): Limit => {
  const of = (w: number): [string, Facts] => [
    `${w} W${forHours ? ' for hours' : ''} on ${breaker} A, ${poles * 120} V`,
    own({ breaker, cable, poles, loads: [{ watts: w, forHours }], into: ['hallway'], protection: { arcFault: true, groundFault: false } }),
  ];
  return limit('circuit-load', forHours ? '210.20(A)' : '210.19', 'what hangs on a circuit against its breaker', of(watts + 10), of(watts));
};
const ownWire = (cable: OwnCircuitFacts['cable'], good: OwnCircuitFacts['breaker'], bad: OwnCircuitFacts['breaker']): Limit => {
  const of = (breaker: OwnCircuitFacts['breaker']): [string, Facts] => [
    `${cable} AWG on ${breaker} A`,
    own({ breaker, cable, poles: 2, loads: [{ watts: 1000 }], into: ['hallway'], protection: { arcFault: true, groundFault: false } }),
  ];
  return limit('conductor-breaker', cable >= 10 ? '240.4(D)' : '334.80', 'a breaker that lets its wire get too hot', of(bad), of(good));
};
const OWN: Limit[] = [
  ownLoad(15, 14, 1, 1800, false),
  ownLoad(15, 14, 1, 1440, true),
  ownLoad(20, 12, 1, 2400, false),
  ownLoad(20, 12, 1, 1920, true),
  ownLoad(30, 10, 2, 7200, false),
  ownLoad(30, 10, 2, 5760, true),
  ownLoad(40, 8, 2, 9600, false),
  ownLoad(50, 6, 2, 9600, true),
  ownWire(14, 15, 20),
  ownWire(12, 20, 25),
  ownWire(10, 30, 40),
  ownWire(8, 40, 50),
];

/** Wire of the old circuit and the new cable against its breaker. */
const WIRE: Limit[] = [
  limit(
    'conductor-breaker',
    '240.4(D)(3)',
    'old 14 AWG on a 20 A breaker burns first',
    ['14-2 found on 20 A', outlet({ circuit: { breaker: 20 }, old: { in3: 34, device: 'duplex-15' }, newCable: 12 })],
    ['12-2 found on 20 A', outlet({ ...on20 })],
  ),
  limit(
    'conductor-breaker',
    '240.4(D)(3)',
    'a new 14 AWG tapped from 20 A',
    ['14 AWG from a 20 A circuit', outlet({ ...on20, newCable: 14 })],
    ['12 AWG from a 20 A circuit', outlet({ ...on20, newCable: 12 })],
  ),
  limit(
    'receptacle-rating',
    'Table 210.21(B)(3)',
    'a 20 A face lets 20 A be plugged into 15',
    ['a 20 A duplex on 15 A', outlet({ face: { kind: 'duplex-20' } })],
    ['a 15 A duplex on 15 A', outlet({ face: { kind: 'duplex-15' } })],
  ),
  limit(
    'receptacle-rating',
    'Table 210.21(B)(3)',
    'a 15 A face on 30 A carries twice what it may',
    [
      'a 15 A duplex on 30 A',
      outlet({ circuit: { breaker: 30 }, old: { cables: [{ is: '10-2' }, { is: '10-2' }], in3: 40 }, face: { kind: 'duplex-15' } }),
    ],
    ['a 15 A duplex on 20 A', outlet({ ...on20, face: { kind: 'duplex-15' } })],
  ),
  limit(
    'face-volts',
    '210.6',
    'a 120 V face between two hots of 240 V',
    ['a 240 V circuit', outlet({ circuit: { volts: 240 } })],
    ['a 120 V circuit', outlet({ circuit: { volts: 120 } })],
  ),
  limit(
    'voltage-drop',
    '210.19(A) Informational Note',
    'more than 3 % lost: a motor starts badly and runs hot',
    // 2 · 12 A · 2.525 Ω/1 000 ft · 150 ft = 9.1 V of 120
    ['12 A at the end of 150 ft of 14 AWG', outlet({ circuit: { feetToThere: 150 }, plugged: [{ watts: 1440 }] })],
    // 2 · 12 A · 2.525 Ω/1 000 ft · 40 ft = 2.4 V
    ['12 A at the end of 40 ft of 14 AWG', outlet({ circuit: { feetToThere: 40 }, plugged: [{ watts: 1440 }] })],
    'caution',
  ),
];

/** Rooms whose receptacles are protected against a fault to ground, by the face or ahead of it (210.8(A)). */
const roomFault = (room: OutletFacts['room'], more: OutletFacts = {}): Limit[] =>
  EDITIONS.map((edition) => {
    const of = (kind: 'duplex-15' | 'ground-fault-15'): Facts => outlet({ ...more, edition, room, face: { ...more.face, kind } });
    return limit(
      'ground-fault',
      '210.8(A)',
      'wet, or on the ground: a fault through a person',
      [`a plain face into the ${room}, ${edition}`, of('duplex-15')],
      [`a ground-fault face into the ${room}, ${edition}`, of('ground-fault-15')],
    );
  });
const GROUND_FAULT: Limit[] = [
  ...roomFault('bathroom', { circuit: { keptFor: 'bathroom', breaker: 15 }, oldRoom: 'bathroom' }),
  ...roomFault('garage', { circuit: { keptFor: 'garage' }, oldRoom: 'garage' }),
  ...roomFault('laundry', { circuit: { keptFor: 'laundry' }, oldRoom: 'laundry' }),
  ...roomFault('unfinished-basement', { oldRoom: 'unfinished-basement' }),
  ...roomFault('crawl-space', { oldRoom: 'crawl-space' }),
  ...roomFault('study', { waterWithin6ft: true }),
  ...roomFault('bedroom', { waterWithin6ft: true }),
];

/** Rooms whose outlets are protected against an arc (210.12(A)). */
const arc = (room: NonNullable<OutletFacts['room']>, more: OutletFacts = {}): Limit[] =>
  EDITIONS.map((edition) => {
    const of = (arcFault: 'none' | 'breaker'): Facts => outlet({ ...more, edition, room, circuit: { ...more.circuit, arcFault } });
    return limit(
      'arc-fault',
      '210.12(A)',
      'a loose wire or a nail in a cable of a lived-in room',
      [`no arc-fault protection in the ${room}, ${edition}`, of('none')],
      [`an arc-fault breaker ahead of the ${room}, ${edition}`, of('breaker')],
    );
  });
const ARC_FAULT: Limit[] = (['bedroom', 'living', 'study', 'hallway', 'closet'] as const).flatMap((room) => arc(room));

/** Conductors and sheath in the box. */
const inOld = (fact: CableFact): OutletFacts => ({ old: { cables: [fact, {}] } });
const CONDUCTORS: Limit[] = [
  // a pigtail can lengthen it, where the inspector takes that
  limit(
    'free-conductor',
    '300.14',
    'too short to bring outside and work on',
    ['5.9 in of free wire', outlet(inOld({ free: 5.9 }))],
    ['7 in of free wire', outlet(inOld({ free: 7 }))],
    'caution',
  ),
  limit(
    'sheath',
    '314.17(B)',
    'the sheath ends inside the wall, not in the box',
    ['3/16 in of sheath inside', outlet(inOld({ sheathIn: 0.1875 }))],
    ['1/4 in of sheath inside', outlet(inOld({ sheathIn: 0.25 }))],
  ),
  limit(
    'ground-present',
    '406.4(A)',
    'a grounding face without a ground',
    ['an old cable without a ground', outlet(inOld({ ground: 'none' }))],
    ['a bare ground in it', outlet(inOld({ ground: 'bare' }))],
  ),
  limit(
    'conductor-state',
    '110.14',
    'aluminium creeps under a screw and burns',
    ['aluminium wires', outlet(inOld({ metal: 'aluminium' }))],
    ['copper wires', outlet(inOld({ metal: 'copper' }))],
    'caution',
  ),
  limit(
    'conductor-state',
    '110.12',
    'old insulation crumbles when it is bent',
    ['cloth insulation', outlet(inOld({ sheath: 'cloth' }))],
    ['a plastic sheath', outlet(inOld({ sheath: 'nonmetallic' }))],
    'caution',
  ),
  limit(
    'conductor-state',
    '200.7(C)',
    'a white that is hot and looks like a neutral',
    ['an unmarked white used as a hot', outlet(inOld({ whiteUsedAsHot: 'unmarked' }))],
    ['no white used as a hot', outlet(inOld({ whiteUsedAsHot: 'no' }))],
    'caution',
  ),
];

/** Where box and opening may lie: studs at 40 and 56 in, the old box against the stud at 56. */
const PLACE: Limit[] = [
  limit(
    'stud',
    'practice',
    'the saw meets the stud',
    ['an opening over the stud', outlet({ box: { at: 40.5 } })],
    ['an opening mid-bay', outlet({ box: { at: 46 } })],
  ),
  limit(
    'surroundings',
    'practice',
    'the plate runs over the base trim',
    ['2 1/2 in above the floor', outlet({ box: { up: 2.5 } })],
    ['4 in above the floor', outlet({ box: { up: 4 } })],
  ),
  limit(
    'cavity',
    'practice',
    'a box deeper than the wall',
    ['a wall of 1 1/2 in battens', outlet({ wall: { studDepth: 1.5 } })],
    ['a wall of 3 1/2 in studs', outlet({ wall: { studDepth: 3.5 } })],
  ),
  limit(
    'obstacle',
    'practice',
    'the box, or the saw, meets a pipe',
    ['a pipe right behind', outlet({ wall: { inTheBay: [{ what: 'pipe', at: 45.5, wide: 1, behind: 0.75 }] } })],
    ['a pipe 5 in beside', outlet({ wall: { inTheBay: [{ what: 'pipe', at: 51, wide: 1, behind: 0.75 }] } })],
  ),
  limit(
    'back-to-back',
    'practice',
    'two boxes meet in the wall',
    ['right behind the old box', outlet({ box: { at: 53.9 } })],
    ['8 in beside it', outlet({ box: { at: 46 } })],
  ),
  limit(
    'fire-rated',
    '300.21',
    'two openings in one bay let fire through',
    ['both faces of a fire-rated wall, 8 in apart', outlet({ wall: { fireRated: true } })],
    ['a wall that is not rated', outlet({ wall: { fireRated: false } })],
  ),
  limit(
    'tamper',
    '406.12',
    'a child can push a key into it',
    ['a plain face 14 in up', outlet({ face: { tamperResistant: false } })],
    ['a plain face above 5 1/2 ft', outlet({ face: { tamperResistant: false }, box: { up: 67 } })],
  ),
  limit(
    'box-kind',
    '314.20',
    'wings that can’t clamp so thick a wall',
    ['wings on 1 1/2 in of finish', outlet({ wall: { finishThick: 1.5 } })],
    ['wings on 1/2 in of finish', outlet({ wall: { finishThick: 0.5 } })],
  ),
  limit(
    'dust',
    'practice',
    'paint of then holds lead',
    ['a house of 1961', outlet({ built: 1961 })],
    ['a house of 1994', outlet({ built: 1994 })],
    'caution',
  ),
];

/** Wood that is bored or cut: what stays of it, and how near the face a screw can reach the cable. */
const WOOD: Limit[] = [
  // 3 1/2 in: 40 % is 1.4 in, 60 % is 2.1 in
  limit(
    'stud-hole',
    'R602.6',
    'a bearing stud too weak',
    ['1 1/2 in through a bearing 2×4', wood({ stud: { depth: 3.5, hole: 1.5, bearing: true } })],
    ['1 3/8 in through a bearing 2×4', wood({ stud: { depth: 3.5, hole: 1.375, bearing: true } })],
  ),
  limit(
    'stud-hole',
    'R602.6',
    'a stud too weak',
    ['2 1/4 in through a 2×4 that bears nothing', wood({ stud: { depth: 3.5, hole: 2.25, bearing: false } })],
    ['2 in through a 2×4 that bears nothing', wood({ stud: { depth: 3.5, hole: 2, bearing: false } })],
  ),
  // 5 1/2 in: 40 % is 2.2 in
  limit(
    'stud-hole',
    'R602.6',
    'a bearing stud too weak',
    ['2 1/4 in through a bearing 2×6', wood({ stud: { depth: 5.5, hole: 2.25, bearing: true } })],
    ['2 1/8 in through a bearing 2×6', wood({ stud: { depth: 5.5, hole: 2.125, bearing: true } })],
  ),
  // 3/4 in hole: its edge 1 1/4 in from the face asks for its middle 1 5/8 in in
  limit(
    'plate',
    '300.4(A)(1)',
    'a screw reaches the cable',
    ['3/4 in, its middle 1 1/2 in from the face', wood({ stud: { depth: 5.5, hole: 0.75, bearing: false, middleFromFace: 1.5 } })],
    ['3/4 in, its middle 1 5/8 in from the face', wood({ stud: { depth: 5.5, hole: 0.75, bearing: false, middleFromFace: 1.625 } })],
    'caution',
  ),
  // a third of 7 1/4 in is 2.42 in
  limit(
    'joist-cut',
    'R502.8.1',
    'a joist too weak',
    ['2 1/2 in through a joist of 7 1/4 in', wood({ joist: { depth: 7.25, cut: 'hole', size: 2.5 } })],
    ['2 3/8 in through a joist of 7 1/4 in', wood({ joist: { depth: 7.25, cut: 'hole', size: 2.375 } })],
  ),
  limit(
    'joist-cut',
    'R502.8.1',
    'less than 2 in of wood beside the hole',
    ['3/4 in, 1 3/4 in from the edge', wood({ joist: { depth: 9.25, cut: 'hole', size: 0.75, woodLeft: 1.75 } })],
    ['3/4 in, 2 in from the edge', wood({ joist: { depth: 9.25, cut: 'hole', size: 0.75, woodLeft: 2 } })],
  ),
  // a sixth of 9 1/4 in is 1.54 in; a quarter 2.31 in
  limit(
    'joist-cut',
    'R502.8.1',
    'a notch in the middle of the span',
    ['1 in deep in the middle third', wood({ joist: { depth: 9.25, cut: 'notch', size: 1, third: 'middle' } })],
    ['1 in deep in an outer third', wood({ joist: { depth: 9.25, cut: 'notch', size: 1, third: 'outer' } })],
  ),
  limit(
    'joist-cut',
    'R502.8.1',
    'a notch too deep',
    ['1 5/8 in deep in an outer third', wood({ joist: { depth: 9.25, cut: 'notch', size: 1.625, third: 'outer' } })],
    ['1 1/2 in deep in an outer third', wood({ joist: { depth: 9.25, cut: 'notch', size: 1.5, third: 'outer' } })],
  ),
  limit(
    'joist-cut',
    'R502.8.1',
    'a notch at the end too deep',
    ['2 3/8 in deep at the end', wood({ joist: { depth: 9.25, cut: 'notch at the end', size: 2.375 } })],
    ['2 1/4 in deep at the end', wood({ joist: { depth: 9.25, cut: 'notch at the end', size: 2.25 } })],
  ),
  limit(
    'screw-length',
    'practice',
    'it comes out of the far side of a 1 1/2 in stud, into what is stapled there',
    ['screws of 1 5/8 in in a wooden stud', outlet({ old: { kind: 'metal-device-2-1/2', in3: 30, screws: 1.625 } })],
    ['screws of 1 1/2 in in a wooden stud', outlet({ old: { kind: 'metal-device-2-1/2', in3: 30, screws: 1.5 } })],
  ),
  limit(
    'setback',
    '314.20',
    'a spark in the gap sets the board alight',
    ['1/8 in behind panelling', wood({ front: { behind: 0.125, burns: true } })],
    ['flush with panelling', wood({ front: { behind: 0, burns: true } })],
  ),
  limit(
    'setback',
    '314.20',
    'too far behind drywall',
    ['5/16 in behind drywall', wood({ front: { behind: 0.3125, burns: false } })],
    ['1/4 in behind drywall', wood({ front: { behind: 0.25, burns: false } })],
  ),
];

/** Finished basements: since 2020 all basements are protected against a fault to ground; lived-in ones against an arc. */
const BASEMENT: Limit[] = ([2020, 2023] as const).flatMap((edition) => {
  const of = (kind: 'duplex-15' | 'ground-fault-15'): Facts => outlet({ edition, room: 'basement', oldRoom: 'basement', face: { kind } });
  return limit(
    'ground-fault',
    '210.8(A)(5)',
    'a damp floor',
    [`a plain face in a finished basement, ${edition}`, of('duplex-15')],
    [`a ground-fault face in a finished basement, ${edition}`, of('ground-fault-15')],
  );
});
const TAMPER: Limit[] = (['bathroom', 'garage', 'laundry', 'hallway', 'living'] as const).map((room) => {
  const of = (tamperResistant: boolean): Facts =>
    outlet({
      room,
      circuit: { keptFor: room === 'hallway' || room === 'living' ? 'none' : room },
      face: { kind: 'ground-fault-15', tamperResistant },
    });
  return limit(
    'tamper',
    '406.12',
    'a child can push a key into it',
    [`a plain face in the ${room}`, of(false)],
    [`a tamper-resistant face in the ${room}`, of(true)],
  );
});

export const LIMITS: readonly Limit[] = [
  ...WOOD,
  ...BASEMENT,
  ...TAMPER,
  ...BOX_FILL,
  ...LOADS,
  ...OWN,
  ...WIRE,
  ...GROUND_FAULT,
  ...ARC_FAULT,
  ...CONDUCTORS,
  ...PLACE,
];
