/** Hazards that have no near side: what must never pass, and what must be said of it. Clauses from memory. */
import type { CaseRule } from './facts.js';
import type { BenchFacts, Facts, Hazard, OutletFacts, OwnCircuitFacts, WiredWrong } from './facts.js';

const EDITIONS = [2017, 2020, 2023] as const;
const hazard = (rule: CaseRule, clause: string, tells: string, why: string, facts: Facts, least: Hazard['least'] = 'stop'): Hazard => ({
  ...{ rule, clause, tells, why, facts, least },
});
const outlet = (facts: OutletFacts): Facts => ({ outlet: facts });
const wired = (wrong: WiredWrong, more: Omit<BenchFacts, 'wrong'> = {}): Facts => ({ wired: { wrong, ...more } });
const own = (facts: OwnCircuitFacts): Facts => ({ ownCircuit: facts });

/** Circuits that are kept for something, and rooms that have to have theirs. */
const KEPT: Hazard[] = [
  ...(['kitchen-small-appliance', 'bathroom', 'laundry', 'heating-equipment', 'one-appliance'] as const).map((keptFor) =>
    hazard(
      'may-tap',
      '210.11(C)',
      `a bedroom outlet on the circuit kept for: ${keptFor}`,
      'what it is kept for has too little left',
      outlet({ circuit: { keptFor } }),
    ),
  ),
  hazard(
    'may-tap',
    '210.11(C)(4)',
    'a bedroom outlet on the garage’s circuit',
    'it feeds the garage and what is outside',
    outlet({ circuit: { keptFor: 'garage' } }),
  ),
  ...(['kitchen', 'dining', 'pantry'] as const).map((room) =>
    hazard(
      'may-tap',
      '210.52(B)(1)',
      `a general circuit into the ${room}`,
      'two 20 A circuits feed these rooms and nothing else',
      outlet({ room }),
    ),
  ),
  ...EDITIONS.map((edition) =>
    hazard(
      'may-tap',
      '210.11(C)(3)',
      `a general circuit into the bathroom, ${edition}`,
      'a bathroom’s receptacles have a 20 A circuit',
      outlet({ edition, room: 'bathroom', face: { kind: 'ground-fault-15' } }),
    ),
  ),
  ...(['laundry', 'garage'] as const).map((room) =>
    hazard(
      'may-tap',
      '210.11(C)',
      `a general circuit into the ${room}`,
      'it needs a circuit of its own for what is there',
      outlet({ room, face: { kind: 'ground-fault-15' } }),
      'caution',
    ),
  ),
];

const OLD_PARTS: Hazard[] = [
  hazard(
    'device-state',
    '110.3',
    'the old receptacle is scorched',
    'something was loose and hot in there',
    outlet({ old: { deviceIs: 'scorched' } }),
  ),
  hazard(
    'device-state',
    'practice',
    'the old receptacle is worn',
    'its contacts don’t hold a plug',
    outlet({ old: { deviceIs: 'worn' } }),
    'caution',
  ),
  hazard(
    'conductor-state',
    '394.10',
    'open wiring on insulators in the old box',
    'no ground, and its insulation crumbles',
    outlet({ old: { cables: [{ sheath: 'on insulators' }, {}] } }),
  ),
  hazard(
    'fire-opening',
    'R302.4.2',
    'one box into a fire-rated wall, nothing near on its other face',
    'a plastic box that is not listed for it melts and lets fire through',
    outlet({ box: { at: 20 }, wall: { fireRated: true } }),
    'caution',
  ),
  hazard(
    'wet-cable',
    '320.12',
    'plain flexible metal to an outlet outdoors',
    'water stands in it',
    outlet({
      ...{ room: 'outdoors', circuit: { keptFor: 'garage' }, oldRoom: 'garage', newSheath: 'armoured' },
      face: { kind: 'ground-fault-15', weatherResistant: true, inUseCover: true },
    }),
  ),
  hazard(
    'wet-cable',
    '334.12(B)(4)',
    'sheathed cable to an outlet outdoors',
    'what of it lies outside takes up water',
    outlet({
      ...{ room: 'outdoors', circuit: { keptFor: 'garage' }, oldRoom: 'garage' },
      face: { kind: 'ground-fault-15', weatherResistant: true, inUseCover: true },
    }),
    'caution',
  ),
  hazard('switch-box', '404.2(C)', 'a switch loop as the feed', 'there is no neutral in it', outlet({ old: { device: 'switch loop' } })),
  hazard(
    'shared-neutral',
    '210.4(B)',
    'the old box has a shared neutral',
    'opened with the other hot on, it puts 240 V across things',
    outlet({ circuit: { sharedNeutral: true } }),
    'caution',
  ),
  hazard(
    'weather',
    '406.9(B)',
    'outdoors without an in-use cover',
    'rain runs in while something is plugged in',
    outlet({ room: 'outdoors', face: { kind: 'ground-fault-15', weatherResistant: true, inUseCover: false } }),
  ),
  hazard(
    'weather',
    '406.9(B)(1)',
    'outdoors without a weather-resistant face',
    'its contacts corrode',
    outlet({ room: 'outdoors', face: { kind: 'ground-fault-15', weatherResistant: false, inUseCover: true } }),
  ),
  hazard(
    'obstacle',
    'practice',
    'a vent right behind',
    'the box would stand in it',
    outlet({ wall: { inTheBay: [{ what: 'vent', at: 44, wide: 4, behind: 0.5 }] } }),
  ),
  hazard(
    'obstacle',
    'practice',
    'a duct right behind',
    'the box would stand in it',
    outlet({ wall: { inTheBay: [{ what: 'duct', at: 44, wide: 4, behind: 0.5 }] } }),
  ),
  hazard(
    'obstacle',
    'practice',
    'a header right behind',
    'the box would stand in it',
    outlet({ box: { up: 60 }, wall: { inTheBay: [{ what: 'header', at: 40, wide: 16, from: 58, high: 10, behind: 0 }] } }),
  ),
];

/** Old boxes that are tapped as they are. */
const OLD_BOXES: Hazard[] = [
  hazard(
    'box-state',
    '110.12(B)',
    'the old box is cracked',
    'it holds neither its device nor a spark',
    outlet({ old: { condition: 'cracked' } }),
    'caution',
  ),
  hazard(
    'box-state',
    '314.23',
    'the old box is loose in the wall',
    'every plug pulls at its wires',
    outlet({ old: { condition: 'loose' } }),
    'caution',
  ),
  hazard(
    'box-state',
    '110.12',
    'the ears of the old box are stripped',
    'its device can’t be screwed to it',
    outlet({ old: { condition: 'stripped' } }),
    'caution',
  ),
  ...EDITIONS.map((edition) =>
    hazard(
      'ground-fault',
      '210.8(A)(3)',
      `a plain face outdoors, ${edition}`,
      'a wet hand on a live frame',
      outlet({ edition, room: 'outdoors', face: { kind: 'duplex-15', weatherResistant: true, inUseCover: true } }),
    ),
  ),
  ...EDITIONS.map((edition) =>
    hazard(
      'weather',
      '406.9(B)',
      `on a deck without a cover, ${edition}`,
      'rain runs in',
      outlet({ edition, room: 'deck', face: { kind: 'ground-fault-15', weatherResistant: true, inUseCover: false } }),
    ),
  ),
  ...EDITIONS.map((edition) =>
    hazard(
      'ground-fault',
      '210.8(A)(6)',
      `a plain face at the kitchen counter, ${edition}`,
      'water and a sink at hand',
      outlet({
        edition,
        room: 'kitchen',
        oldRoom: 'kitchen',
        circuit: { keptFor: 'kitchen-small-appliance', breaker: 20 },
        old: { cables: [{ is: '12-2' }, { is: '12-2' }], in3: 34 },
        box: { up: 42 },
        wall: { standing: [{ what: 'counter', at: 0, wide: 120, up: 34.5, high: 1.5 }] },
      }),
    ),
  ),
  hazard(
    'ground-fault',
    '210.8(A)(6)',
    'a plain face in a kitchen away from the counter, 2023',
    'since 2023 all of the kitchen',
    outlet({
      edition: 2023,
      room: 'kitchen',
      oldRoom: 'kitchen',
      circuit: { keptFor: 'kitchen-small-appliance', breaker: 20 },
      old: { cables: [{ is: '12-2' }, { is: '12-2' }], in3: 34 },
    }),
  ),
];

/** What somebody did years ago. */
const inTheWall = (what: 'splice' | 'cord'): OutletFacts => ({
  wall: { inTheBay: [{ what, at: 62, wide: 4, from: 30, high: 4, behind: 1 }] },
});
const FOUND: Hazard[] = [
  hazard(
    'box-buried',
    '314.29',
    'the old box was boarded over',
    'nobody can reach its joints',
    outlet({ old: { trouble: ['boarded over'] } }),
  ),
  hazard(
    'low-voltage-inside',
    '725.136',
    'network wires in the old box',
    'a loose hot reaches the network',
    outlet({ old: { trouble: ['low voltage beside power'] } }),
  ),
  hazard('splice-in-wall', '300.15', 'wires joined in the wall without a box', 'a loose joint burns unseen', outlet(inTheWall('splice'))),
  hazard('cord-in-wall', '400.12', 'a lamp cord drawn through the wall', 'it is not made to lie there', outlet(inTheWall('cord'))),
  hazard(
    'setback',
    '314.20',
    'the old box lies 1/8 in behind panelling',
    'a spark in the gap sets the board alight',
    outlet({ wall: { finish: 'wood-panelling' }, old: { setback: 0.125 } }),
  ),
  hazard(
    'setback',
    '314.20',
    'the old box lies 3/8 in behind the drywall',
    'too far: more than 1/4 in',
    outlet({ old: { setback: 0.375 } }),
  ),
];

/** New circuits into rooms, with a breaker that protects against nothing. */
const plain = { arcFault: false, groundFault: false };
const NEW_CIRCUITS: Hazard[] = EDITIONS.flatMap((edition) => [
  ...(['bedroom', 'living', 'study', 'dining', 'hallway', 'kitchen', 'laundry', 'closet'] as const).map((room) =>
    hazard(
      'arc-fault',
      '210.12(A)',
      `a plain breaker for the ${room}, ${edition}`,
      'outlets there are protected against an arc',
      own({ edition, breaker: 20, cable: 12, into: [room], loads: [{ watts: 500 }], protection: plain }),
    ),
  ),
  ...(['bathroom', 'garage', 'outdoors', 'laundry', 'unfinished-basement', 'crawl-space'] as const).map((room) =>
    hazard(
      'ground-fault',
      '210.8(A)',
      `a plain breaker for the ${room}, ${edition}`,
      'receptacles there are protected against a fault to ground',
      own({ edition, breaker: 20, cable: 12, into: [room], loads: [{ watts: 500 }], protection: plain }),
      'caution',
    ),
  ),
]);

/** Wiring somebody made. */
const WIRED: Hazard[] = ([1, 2, 3] as const)
  .flatMap((boxes) => [
    hazard(
      'polarity',
      '200.11',
      `hot and neutral swapped at the last of ${boxes}`,
      'what is switched off stays live',
      wired('hot and neutral swapped at the face', { boxes }),
    ),
    hazard(
      'device-ground',
      '406.4',
      `no ground on the last of ${boxes}`,
      'a fault to a frame opens nothing',
      wired('ground off at the face', { boxes }),
    ),
    hazard(
      'loose-end',
      '110.14(B)',
      `the neutral of the last of ${boxes} hangs loose`,
      'nothing works there, and what is plugged in can make the white live',
      wired('neutral off in a box', { boxes }),
      'caution',
    ),
    hazard(
      'loose-end',
      '110.14(B)',
      `the hot of the last of ${boxes} hangs bare`,
      'a live end in a box',
      wired('bare hot end hanging in a box', { boxes }),
    ),
    hazard(
      'device-ground',
      '250.142(B)',
      `ground bridged to the neutral at the last of ${boxes}`,
      'the frame carries the current of all that is plugged in',
      wired('ground bridged to neutral at the face', { boxes }),
    ),
    hazard(
      'loose-end',
      '110.14(B)',
      `the white of a run of ${boxes} is off its bar`,
      'all of it is dead and its whites are live',
      wired('white loose at the panel', { boxes }),
    ),
    hazard(
      'metal-box',
      '314.4',
      `a metal box without a ground, the last of ${boxes}`,
      'a hot that touches it makes it live',
      wired('metal box without ground', { boxes }),
    ),
    hazard(
      'conductor-breaker',
      '240.4(D)',
      `14 AWG on 20 A, ${boxes} boxes`,
      'the wire burns before the breaker opens',
      wired('breaker larger than the wire', { boxes, gauge: 14, breaker: 20 }),
    ),
    hazard(
      'conductor-breaker',
      '240.4(D)',
      `12 AWG on 30 A, ${boxes} boxes`,
      'the wire burns before the breaker opens',
      wired('breaker larger than the wire', { boxes, gauge: 12, breaker: 30 }),
    ),
    hazard(
      'push-in',
      '110.3(B)',
      `12 AWG pushed in, ${boxes} boxes`,
      'the hole is made for 14',
      wired('push-in with 12 AWG', { boxes, gauge: 12 }),
    ),
  ])
  .concat(
    ([2, 3] as const).flatMap((boxes) => [
      hazard(
        'one-per-screw',
        '110.14(A)',
        `two hots under one screw, ${boxes} boxes`,
        'one of them works loose',
        wired('two hots under one screw', { boxes }),
      ),
      hazard(
        'line-load',
        '110.3(B)',
        `hot on LINE, neutral on LOAD, ${boxes} boxes`,
        'it trips with the first lamp, or protects nothing',
        wired('hot on LINE, neutral on LOAD', { boxes }),
      ),
      hazard(
        'line-load',
        '110.3(B)',
        `LINE and LOAD changed over, ${boxes} boxes`,
        'what hangs on LINE is not protected',
        wired('LINE and LOAD changed over', { boxes }),
      ),
      hazard(
        'joined-feeds',
        '210.7',
        `two breakers joined in the first of ${boxes}`,
        'one is off and the box is live',
        wired('two circuits joined', { boxes }),
      ),
    ]),
    [
      ...([1, 2] as const).flatMap((boxes) => [
        hazard(
          'neutral-borrowed',
          '200.4(A)',
          `a neutral borrowed from another circuit, ${boxes} boxes`,
          'its white is live with the breaker off',
          wired('neutral borrowed from another circuit', { boxes }),
        ),
        hazard(
          'neutrals-joined',
          '200.4(A)',
          `neutrals of two circuits joined, ${boxes} boxes`,
          'one white carries the current of both',
          wired('neutrals of two circuits joined', { boxes }),
        ),
        hazard(
          'ground',
          '250.148',
          `two circuits in one box, each with a ground of its own, ${boxes} boxes`,
          'one of them off its bar leaves its frame without a ground, though the other’s lies beside it',
          wired('grounds of two circuits apart', { boxes }),
        ),
        hazard(
          'free-conductor',
          '300.14',
          `cut back to 5 1/2 in, ${boxes} boxes`,
          'too short to work on',
          wired('cut back too short', { boxes }),
        ),
      ]),
      hazard(
        'one-yoke',
        '210.7',
        'one yoke on two breakers that don’t open together',
        'half of it is live with one breaker off',
        wired('one yoke on two breakers', { boxes: 1 }),
      ),
      hazard(
        'switched-neutral',
        '404.2(B)',
        'the switch of a lamp in its neutral',
        'the lamp is dark and live',
        wired('switch in the neutral'),
      ),
      hazard(
        'lamp-shell',
        '200.10(C)',
        'the hot on the shell of a lampholder',
        'whoever changes the lamp touches it',
        wired('hot on the shell of a lampholder'),
      ),
      hazard(
        'neutral-open',
        '300.13(B)',
        'the shared white is off its bar',
        'small things get 190 V',
        wired('shared neutral loose at the panel'),
      ),
      hazard(
        'shared-legs',
        '210.4(A)',
        'both hots of a shared neutral on one leg',
        'the neutral carries the sum',
        wired('shared neutral, both hots on one leg'),
      ),
      hazard(
        'shared-trip',
        '210.4(B)',
        'breakers of a shared neutral are not tied',
        'one is off and the box is live',
        wired('shared neutral, breakers not tied'),
      ),
    ],
  );

export const HAZARDS: readonly Hazard[] = [...KEPT, ...OLD_PARTS, ...OLD_BOXES, ...FOUND, ...NEW_CIRCUITS, ...WIRED];
