/** Jobs of which something that decides was never looked at: asked about, and never passed. */
import type { CaseRule } from './facts.js';
import type { Case, Facts, OutletFacts, WoodFacts } from './facts.js';

const EDITIONS = [2017, 2020, 2023] as const;
const unknown = (rule: CaseRule, clause: string, tells: string, why: string, facts: OutletFacts): Case => ({
  ...{ rule, clause, tells, why },
  facts: { outlet: facts } as Facts,
});

const wood = (rule: CaseRule, clause: string, tells: string, why: string, facts: WoodFacts): Case => ({
  ...{ rule, clause, tells, why },
  facts: { wood: facts },
});

export const UNMEASURED: readonly Case[] = [
  // 1 5/8 in is within 60 % of 3 1/2 in and past 40 %
  wood('stud-hole', 'R602.6', 'nobody knows whether the wall bears, 1 5/8 in through a 2×4', 'a bearing stud would be too weak', {
    stud: { depth: 3.5, hole: 1.625, bearing: 'not known' },
  }),
  wood('joist-cut', 'R502.8.1', 'nobody measured where in the span a notch lies', 'in the middle third it may not be', {
    joist: { depth: 9.25, cut: 'notch', size: 1 },
  }),
  ...EDITIONS.map((edition) =>
    unknown(
      'may-tap',
      '210.11(C)',
      `nobody asked what the circuit is kept for, into the kitchen, ${edition}`,
      'it may not be the kitchen’s',
      { edition, room: 'kitchen', circuit: { keptFor: 'not asked' } },
    ),
  ),
  unknown('ground-fault', '210.8(A)(6)', 'nobody noted where the counters are, 2020', 'at the counter it has to be protected', {
    edition: 2020,
    room: 'kitchen',
    circuit: { groundFault: 'none' },
    countersNotNoted: true,
  }),
  unknown('circuit-load', '210.23', 'nobody read the breaker nor what hangs on it', 'nothing can be told', {
    circuit: { breaker: 'not read' },
    allNoted: false,
  }),
  unknown('circuit', 'practice', 'nobody found the breaker of the old outlet', 'nothing can be switched off', { breakerNotFound: true }),
  unknown('conductor-breaker', '240.4(D)', 'nobody read the breaker', 'the wire may be too thin for it', {
    circuit: { breaker: 'not read' },
  }),
  unknown('circuit-load', '210.23', 'nobody read the breaker, load known', 'what it carries is not known', {
    circuit: { breaker: 'not read' },
  }),
  unknown('receptacle-rating', 'Table 210.21(B)(3)', 'nobody read the breaker, a 20 A face', 'a 20 A face may sit on 15 A', {
    circuit: { breaker: 'not read' },
    face: { kind: 'duplex-20' },
  }),
  unknown('circuit-load', '210.23', 'nobody went through what hangs on it', 'a heater in the next room may be on it', { allNoted: false }),
  unknown('may-tap', '210.11(C)', 'nobody asked what the circuit is kept for', 'it may be the laundry’s', {
    circuit: { keptFor: 'not asked' },
  }),
  unknown('voltage-drop', '210.19(A)', 'how far the panel is was not measured', 'what is lost on the way can’t be told', {
    circuit: { feetToThere: 'not measured' },
    plugged: [{ watts: 1400 }],
  }),
  ...EDITIONS.flatMap((edition) => [
    unknown('arc-fault', '210.12', `nobody looked for arc-fault protection, ${edition}`, 'it may be there or not', {
      edition,
      circuit: { arcFault: 'not looked' },
    }),
    unknown('shared-neutral', '210.4', `nobody looked whether a neutral is shared, ${edition}`, 'opened, it may burn what is plugged in', {
      edition,
      circuit: { sharedNeutral: 'not looked' },
    }),
    ...(['bathroom', 'garage', 'laundry', 'unfinished-basement', 'crawl-space', 'outdoors'] as const).map((room) =>
      unknown(
        'ground-fault',
        '210.8(A)',
        `nobody looked for ground-fault protection ahead of the ${room}, ${edition}`,
        'it may be there or not',
        {
          ...{ edition, room, circuit: { groundFault: 'not looked' as const } },
        },
      ),
    ),
    unknown('ground-fault', '210.8(A)', `how far the basin is was not measured, ${edition}`, 'within 6 ft it has to be protected', {
      edition,
      room: 'study',
      waterWithin6ft: 'not measured',
    }),
  ]),
  unknown('ground-present', '250.148', 'nobody looked for a ground in the old cable', 'a grounding face may have none', {
    old: { cables: [{ ground: 'not looked' }, {}] },
  }),
  unknown('ground-present', '250.148', 'nobody looked for a ground in the cable on', 'the run may lose it there', {
    old: { cables: [{}, { ground: 'not looked' }] },
  }),
  unknown(
    'conductor-state',
    '110.14',
    'nobody looked whether it is copper, in a house of 1968',
    'aluminium asks for other connectors, and was laid about then',
    { built: 1968, old: { cables: [{ metal: 'not looked' }, {}] } },
  ),
  unknown('conductor-state', '200.7', 'nobody looked how the white is used', 'it may be a hot', {
    old: { cables: [{ whiteUsedAsHot: 'not looked' }, {}] },
  }),
  unknown('free-conductor', '300.14', 'free wire in the old box was not measured', 'it may be too short to work on', {
    old: { cables: [{ free: 'not measured' }, {}] },
  }),
  unknown('free-conductor', '300.14', 'free wire of the cable on was not measured', 'it may be too short to work on', {
    old: { cables: [{}, { free: 'not measured' }] },
  }),
  unknown('device-state', 'practice', 'nobody looked at the old receptacle', 'it may be worn or burnt', {
    old: { deviceIs: 'not looked' },
  }),
  unknown('switch-box', '404.2(C)', 'nobody opened the switch box it is to be fed from', 'it may hold no neutral', {
    old: { device: 'switch nobody opened' },
  }),
  unknown('bay-looked', 'practice', 'nobody looked into the bay', 'a pipe or a cable may run there', { wall: { looked: false } }),
  unknown('assumed', 'practice', 'how deep the wall is was only taken', 'the box may stand out', { wall: { studDepth: 'assumed' } }),
  unknown('cavity', 'practice', 'how deep the wall is was only taken: the box', 'the box may stand out', {
    wall: { studDepth: 'assumed' },
  }),
  unknown('fire-opening', 'R302.4.2', 'a wall to the garage of which nobody noted whether it holds back fire', 'it usually does', {
    oldRoom: 'garage',
    box: { at: 20 },
    wall: { fireRated: 'not noted' },
  }),
  unknown('fire-rated', '300.21', 'nobody noted whether the wall is fire-rated', 'it may be', { wall: { fireRated: 'not noted' } }),
  unknown('dust', 'practice', 'nobody knows when the house was built', 'its paint may hold lead', { built: 'not known' }),
  unknown('obstacle', 'practice', 'a pipe in the way, how deep nobody measured', 'the box may hit it', {
    wall: { inTheBay: [{ what: 'pipe', at: 45.5, wide: 1 }] },
  }),
  unknown('obstacle', 'practice', 'something in the way that nobody knows', 'the box may hit it', {
    wall: { inTheBay: [{ what: 'unknown', at: 45, wide: 2 }] },
  }),
  unknown('obstacle', 'practice', 'a cable in the way, how deep nobody measured', 'the saw may hit it', {
    wall: { inTheBay: [{ what: 'cable', at: 45.5, wide: 0.5 }] },
  }),
  unknown('box-fill', '314.16', 'nobody knows how large the old box is', 'it may be too full', { old: { kind: 'not known' } }),
  unknown('conductor-breaker', '240.4(D)', 'nobody read the gauge of the old cable', 'it may be too thin', {
    old: { cables: [{ gaugeRead: 'no' }, {}] },
  }),
  unknown('box-fill', '314.16', 'nobody read the gauge of the old cable: the box', 'thicker wires take more room', {
    old: { cables: [{ gaugeRead: 'no' }, {}] },
  }),
  unknown('ground-fault', '210.8(A)', 'how far the basin is was not measured, in a bedroom', 'within 6 ft it has to be protected', {
    room: 'bedroom',
    waterWithin6ft: 'not measured',
  }),
  unknown('ground-fault', '210.8(A)', 'how far the basin is was not measured, in a hallway', 'within 6 ft it has to be protected', {
    room: 'hallway',
    waterWithin6ft: 'not measured',
  }),
];
