/** Every rule that the ledger judges by: what it looks at, where it stands, how the editions differ. Clauses from memory. */
import type { Stage } from '../model/index.js';

export interface Rule {
  /** as the ledger names it; a `*` at the end stands for one rule a cable or a check */
  id: string;
  stage: Stage;
  title: string;
  looksAt: string;
  /** where it stands; empty: common practice */
  clauses: string[];
  /** how 2017, 2020 and 2023 differ in what is judged; absent: they don’t */
  editions?: string;
}

const rule = (id: string, stage: Stage, title: string, looksAt: string, clauses: string[] = [], editions?: string): Rule => ({
  ...{ id, stage, title, looksAt, clauses },
  ...(editions ? { editions } : {}),
});

export const RULES: readonly Rule[] = [
  rule('nothing-planned', 'need', 'What is planned', 'whether anything of the job is planned yet'),
  rule(
    'search-signs',
    'need',
    'Signs that stop the search',
    'heat, smell, scorching, buzzing, tingling, lights that brighten, water where something doesn’t work',
  ),
  rule('plan-fits', 'need', 'Plan and house', 'whether each planned change still finds what it is about in the house'),
  rule('need', 'need', 'What will be plugged in', 'whether anything was named for a new outlet'),
  rule(
    'cord-connected',
    'need',
    'One appliance on one face',
    'its amps against what one face may carry where a circuit has two outlets or more',
    ['210.21(B)(2)'],
  ),
  rule(
    'across-way',
    'route',
    'What lies across the way',
    'fire-blocks, braces, pipes and ducts between two boxes that a cable is fished between straight',
    ['300.21'],
  ),
  rule('stud-opening', 'route', 'Opening at a stud', 'whether the opening that a stud is bored from runs into that of a box'),
  rule('circuit', 'survey', 'Which breaker feeds a box', 'whether the circuit of an opened box was found'),
  rule('assumed', 'survey', 'Values taken for granted', 'measures of a wall that nobody took'),
  rule('bay-looked', 'survey', 'What is in the bay', 'whether somebody looked where an opening is to be cut'),
  rule('carry-through', 'survey', 'A place carried through the wall', 'where a box on the other face lies seen from this one'),
  rule('stud-side', 'survey', 'Which side the stud is on', 'what the box hangs on against the studs that are known'),
  rule('dust', 'survey', 'Dust of an old wall', 'the year of the house: lead and asbestos before about 1980'),
  rule('check-*', 'survey', 'Measured twice', 'second measurements against the first'),
  rule('free-ends-read', 'wire', 'Free ends, surveyed and read', 'free ends read at the work, against those of the survey'),
  rule('own-stud', 'survey', 'Box and the stud it hangs on', 'side a box is noted to hang on, against its place and the studs found'),
  rule(
    'circuit-load',
    'feed',
    'Everything on a circuit at once',
    'amps of all that is noted, three-hour loads at 125 %, appliances fastened in place at most half',
    ['210.20(A)', '210.23(A)'],
  ),
  rule('voltage-drop', 'feed', 'Voltage left', 'drop over every cable from the panel on, under load; 3 % is advice', [
    '210.19',
    'Chapter 9 Table 8',
  ]),
  rule('face-volts', 'feed', 'Face and volts', 'a 120 V face on a circuit of other volts', ['210.6', '406.4(F)']),
  rule(
    'may-tap',
    'feed',
    'May a circuit be extended',
    'what the circuit is kept for, and the room’s own circuits',
    ['210.11(C)', '210.52(B)', '210.23', '422.12'],
    'garages have a circuit of their own from 2017 on',
  ),
  rule('shared-neutral', 'feed', 'Shared neutral', 'two hots on one neutral: traced, opening together, or left alone', [
    '210.4',
    '300.13(B)',
  ]),
  rule('switch-box', 'feed', 'Switch box as a feed', 'whether an always-hot and a neutral are in it', ['404.2(C)']),
  rule('source-cables', 'feed', 'Cables in the feeding box', 'whether they were counted'),
  rule('conductor-state', 'feed', 'State of old conductors', 'aluminium, cloth, marks of heat, a white used as a hot', ['200.7']),
  rule('conductor-breaker', 'route', 'Wire and breaker', 'every old and new conductor against its breaker', ['240.4(D)', '334.80']),
  rule('ground-present', 'feed', 'Ground in a cable', 'whether a ground comes along to the new place', ['250.148', '406.4']),
  rule(
    'ground-fault',
    'feed',
    'Ground-fault protection',
    'room, counter and water within 6 ft',
    ['210.8(A)'],
    'finished basements from 2020 on; every kitchen receptacle from 2023 on, before that those at counters',
  ),
  rule(
    'arc-fault',
    'feed',
    'Arc-fault protection',
    'an outlet added in a living area, on 120 V circuits of 15 and 20 A',
    ['210.12(D)', '210.12(E)'],
    'the extension rule stands in (D) until 2020, in (E) from 2023 on',
  ),
  rule('device-state', 'feed', 'State of an old device', 'worn, scorched, not looked at'),
  rule('panel-licensed', 'feed', 'Who may do this', 'said of every new breaker'),
  rule('panel-stays-live', 'feed', 'What stays live', 'said of every new breaker: lugs and service wires'),
  rule(
    'panel-bars',
    'feed',
    'Neutrals and grounds in a subpanel',
    'whether they have bars of their own: joined they are at the service alone',
    ['250.24(A)(5)'],
  ),
  rule('panel-feeder', 'feed', 'Feeder of a subpanel', 'all that is noted behind it at once, leg by leg, against its breaker', ['215.2']),
  rule('panel-building', 'feed', 'Panel in another building', 'said of a panel in a building of its own: disconnect and ground rods', [
    '225.31',
    '250.32',
  ]),
  rule('panel-space', 'feed', 'A free space', 'spaces of the panel, legs, balance', ['408.54', '210.4']),
  rule('panel-rating', 'feed', 'Amps for this room', 'a circuit of its own in kitchen, dining room, pantry, laundry, bathroom, garage', [
    '210.11(C)',
  ]),
  rule('panel-type', 'feed', 'Breaker made for this panel', 'its type against the label inside the door', ['110.3(B)']),
  rule('other-jobs-load', 'feed', 'Load of other jobs', 'two open jobs that load one circuit', ['210.20(A)', '210.23(A)']),
  rule('same-bay', 'route', 'One bay for both boxes', 'studs between two boxes of a wall'),
  rule('stud-hole', 'route', 'Holes', 'size and distance to the face in studs, joists and plates; bushings in metal', [
    '300.4(A)',
    '300.4(B)(1)',
    'R602.6',
    'R502.8',
  ]),
  rule('chase', 'route', 'Chase', 'depth against what the wall bears', ['8.6']),
  rule('cable-length', 'route', 'Cable: cut and buy', 'length as it lies, ends, slack, what is bought'),
  rule('securing', 'route', 'Cable held', 'clamp or staple at each box', ['334.30', '314.17(B)']),
  rule('way-blocked', 'route', 'Something in the way', 'what was found on the way since it was taken'),
  rule('way-ends', 'route', 'Where a way ends', 'whether the box still stands there'),
  rule('way-gone', 'route', 'Walls of a way', 'whether they are still surveyed'),
  rule('raceway-fill', 'route', 'Wires in a raceway', 'number and gauge against what its maker’s sheet says', ['386.22']),
  rule('raceway-held', 'route', 'What a raceway is screwed to', 'studs found or only reckoned'),
  rule('other-jobs-bay', 'route', 'One bay, two jobs', 'openings of two open jobs in one place'),
  rule(
    'box-fill',
    'box',
    'Box fill',
    'conductors, grounds, clamps, fittings and yokes against the volume',
    ['314.16(B)'],
    'grounds above four count a quarter each from 2020 on',
  ),
  rule('box-kind', 'box', 'Kind of box for this wall', 'wings, finish, cavity, studs, volume', ['Table 314.16(A)']),
  rule('kind', 'box', 'Kind of box, in place', 'the same for a box that is moved or replaced'),
  rule('stud', 'box', 'Opening and studs', 'whether an opening lies over a stud'),
  rule('studs', 'box', 'New cut and studs', 'the same where a box is moved or enlarged'),
  rule('cavity', 'box', 'Depth', 'box against cavity'),
  rule('surroundings', 'box', 'Doors, trim and wall ends', 'plate and box against what stands beside'),
  rule('fixtures', 'box', 'Trim, wainscot, counters', 'height against counters and what covers the wall', ['210.52(C)']),
  rule('obstacle', 'box', 'Things in the wall', 'pipe, duct, cable, block against the box'),
  rule('obstacles', 'box', 'Things in the bay', 'the same where a box is worked in place'),
  rule('back-to-back', 'box', 'Boxes back to back', 'whether two boxes meet in the wall'),
  rule('fire-opening', 'box', 'Opening in a fire-rated wall', 'one box through one face', ['300.21', 'R302.4.2']),
  rule('fire-rated', 'box', 'Fire-rated wall', 'boxes on both faces within 24 in', ['300.21', 'R302.4.2']),
  rule('behind-cut', 'box', 'Cables behind an opening', 'cables that run up or down where a saw goes'),
  rule('behind', 'box', 'Behind the cut', 'all that is known within the saw’s reach on both faces', ['110.12']),
  rule('height', 'box', 'Height', 'against the other outlets of the room and the floor to come'),
  rule('reach', 'box', 'Accessible reach', '15 to 48 in; homes are not bound by it'),
  rule('reach-*', 'box', 'Does a cable still reach', 'old free length and the way the box moves', ['300.14']),
  rule('setback', 'box', 'Front edge and finish', 'flush on what burns, 1/4 in otherwise', ['314.20']),
  rule('fit', 'box', 'Fit of the opening', 'gap round the box', ['314.21']),
  rule('screws', 'box', 'Screws into the stud', 'never through it'),
  rule('device-depth', 'box', 'Room behind a device', 'its body against the box'),
  rule('receptacle-rating', 'box', 'Receptacle and circuit', 'its rating against the breaker', ['210.21(B)']),
  rule('tamper', 'box', 'Tamper-resistant face', 'dwellings, up to 5 1/2 ft', ['406.12']),
  rule('weather', 'box', 'Weather', 'face and cover outdoors', ['406.9']),
  rule('junction-reach', 'box', 'Junction stays reachable', 'what covers a box without a device', ['314.29']),
  rule('raise', 'box', 'How far it moves', 'up, down and aside'),
  rule('enlarge', 'box', 'Room to enlarge', 'away from the stud'),
  rule('patch', 'box', 'The patch', 'what the new opening leaves of the old one'),
  rule('old-box', 'box', 'The old box', 'how it is freed'),
  rule('screw-length', 'box', 'Screws into the stud', 'screws of a box against the width of its stud'),
  rule('box-buried', 'survey', 'A box that can’t be reached', 'boxes that were boarded over', ['314.29']),
  rule(
    'low-voltage-inside',
    'survey',
    'Low voltage beside power',
    'network, bell or other low voltage in a box of power without a divider',
    ['725.136', '800.133'],
  ),
  rule('splice-in-wall', 'survey', 'A splice without a box', 'joints found in a wall that is worked at', ['300.15']),
  rule('wet-cable', 'route', 'Cable in a wet place', 'flexible metal and sheathed cable outdoors', ['320.12', '334.12(B)']),
  rule('cord-in-wall', 'survey', 'A cord in the wall', 'flexible cord found in a wall that is worked at', ['400.12']),
  rule('box-state', 'box', 'State of an old box', 'cracked, loose, stripped as it was found', ['110.12(B)', '314.23']),
  rule('other-jobs-box', 'box', 'One box, two jobs', 'boxes that two open jobs open or alter'),
  rule('free-conductor', 'wire', 'Free ends', '6 in from the sheath and 3 in outside the opening', ['300.14']),
  rule('sheath', 'wire', 'Sheath inside the box', '1/4 in at least', ['314.17(B)']),
  rule('wiring-plan', 'wire', 'Wiring of a box', 'whether there is a plan, and whether it was measured to do what is wanted', [
    '300.13(B)',
    '250.148',
  ]),
  rule('hand-wiring', 'wire', 'Wiring as made on the bench', 'all checks of the bench on wiring made by hand'),
  rule('raceway-ground', 'wire', 'Ground through a raceway', 'said of every metal raceway', ['386.60', '250.148']),
  rule('raceway-stock', 'buy', 'Lengths a track comes in', 'whether they were measured'),
];

/** What a person might take for checked and isn’t. */
export const NOT_CHECKED: readonly string[] = [
  'whether a permit is needed, and who may do the work where you live',
  'local changes of the code; only NEC 2017, 2020 and 2023 and parts of the IRC are known, from memory',
  'the service, its grounding electrodes, the meter, generators and solar',
  'trusses and I-joists: only their maker says where they may be bored',
  'what a wall bears beyond holes, notches and chases',
  'temperature and bundling of many cables, long runs in hot attics',
  'pools, spas, boats, hospitals, shops, barns: only homes',
  'low-voltage and data cable beyond keeping it apart from power',
  'luminaires themselves: weight, heat, distance to what burns, wet places',
  'torque: what is printed on the device rules',
  'asbestos and lead: only the year is asked about, a test tells',
  'three-phase, and motors started on a circuit',
];

/** The rule that a finding of the ledger goes by; undefined for one that the table doesn’t know. */
export const ruleOf = (id: string): Rule | undefined =>
  RULES.find((r) => r.id === id) ?? RULES.find((r) => r.id.endsWith('*') && id.startsWith(r.id.slice(0, -1)));
