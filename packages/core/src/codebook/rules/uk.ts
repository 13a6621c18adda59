/** Rules of the UK book: what each looks at, where it stands, what waits for it. Clauses from memory. */
import { bs7671, practice, type Source } from '../../catalog/index.js';
import { ARC_SOURCE, CARRIES_SOURCE, DROP_SOURCE, FINAL_SOURCE, PROTECTION_SOURCE, ZS_SOURCE } from '../uk/index.js';
import type { RuleRow } from './row.js';

const part = (letter: string, clause: string): Source => ({ standard: `Approved Document ${letter}`, clause, from: 'memory' });
const guidance = (clause: string): Source => ({ standard: 'guidance on final circuits', clause, from: 'memory' });

/** What a final circuit is judged by. */
export const FINAL_RULES = {
  shape: { stage: 'feed', title: 'Ring or radial', looksAt: 'whether the runs make what the circuit is called: one way round, no short cut, nothing apart', source: FINAL_SOURCE, decides: 'the job' },
  spurs: { stage: 'feed', title: 'Spurs', looksAt: 'one single or one twin on each unfused spur, none from another spur, no more spurs than outlets on the ring', source: bs7671('Appendix 15'), decides: 'the job', restsOn: ['size'] },
  rating: { stage: 'feed', title: 'Breaker and kind of circuit', looksAt: '30 or 32 A for a ring of 2.5 mm², 20 A for a radial of 2.5, 32 A for one of 4', source: FINAL_SOURCE, decides: 'the job', restsOn: ['size'] },
  carries: { stage: 'feed', title: 'What the cable carries', looksAt: 'by size and the way it lies at its worst: 20 A in each leg of a ring, the breaker’s amps in a radial', source: CARRIES_SOURCE, restsOn: ['size'] },
  legs: { stage: 'feed', title: 'How the legs share', looksAt: 'amps in each run of a ring with 20 A at any one point and the rest spread', source: bs7671('433.1.204'), restsOn: ['size', 'length'] },
  drop: { stage: 'feed', title: 'Voltage drop', looksAt: 'at the worst outlet, warm, 5 % of 230 V', source: DROP_SOURCE, restsOn: ['size', 'length'] },
  loop: { stage: 'feed', title: 'Earth fault loop', looksAt: 'Ze and R1+R2 warm against what opens the breaker at once', source: ZS_SOURCE, restsOn: ['size', 'length'] },
  incoming: { stage: 'feed', title: 'Supply and earth', looksAt: 'the earthing system, and the outside loop against what it usually is', source: bs7671('313.1 and 643.7.3') },
  residual: { stage: 'feed', title: 'Additional protection', looksAt: 'a 30 mA device ahead of every socket up to 32 A', source: PROTECTION_SOURCE, decides: 'the job' },
  'arc-fault': { stage: 'feed', title: 'Arc-fault detection', looksAt: 'recommended for sockets up to 32 A', source: ARC_SOURCE, decides: 'the job' },
  area: { stage: 'feed', title: 'Floor served', looksAt: 'at most 100 m² by a ring, 75 by a 32 A radial, 50 by a 20 A one (guidance)', source: FINAL_SOURCE },
  'fused-unit': { stage: 'need', title: 'Fuse of a fused unit', looksAt: '3 A up to 700 W, 13 A above', source: practice },
  'metal-box': { stage: 'wire', title: 'Earth of a metal box', looksAt: 'an earth lead from box to accessory', source: bs7671('543.2.7 and 411.3.1.1') },
  cores: { stage: 'wire', title: 'Old and new colours', looksAt: 'where red and black meet brown and blue', source: bs7671('514.3 and Appendix 7') },
  lengths: { stage: 'feed', title: 'Lengths', looksAt: 'runs that nobody measured', source: practice },
} as const satisfies Record<string, RuleRow>; // prettier-ignore

/** What an alteration is judged by beside its circuit. */
export const ALTERATION_RULES = {
  'out-of-line': { title: 'A reading out of line', looksAt: 'each test against what the circuit must read', stage: 'feed', source: bs7671('643') },
  explains: { title: 'What explains the readings', looksAt: 'everything single that may be otherwise than noted, by how well it goes with all that was read', stage: 'feed', source: practice },
  subject: { title: 'What is altered', looksAt: 'the circuit, and the point it starts from', stage: 'need', source: practice, decides: 'the job' },
  load: { title: 'What hangs on it', looksAt: 'watts against the fuse, the breaker and what belongs on a circuit of its own (over 2 kW for long)', stage: 'need', source: guidance('loads of long duration'), decides: 'the job' },
  notify: { title: 'Whether it is notified', looksAt: 'new circuits, and work beside baths and showers', stage: 'need', source: part('P', 'notifiable work') },
  place: { title: 'Where it is', looksAt: 'wall, face and place of the box, and of the box it starts from', stage: 'survey', source: practice, decides: 'the job' },
  build: { title: 'How the wall is built', looksAt: 'masonry or studs, thickness of plaster or board, of leaf or cavity', stage: 'survey', source: practice },
  height: { title: 'Height', looksAt: '450 to 1200 mm over the floor', stage: 'box', source: part('M', 'heights of switches and sockets') },
  beside: { title: 'What stands beside it', looksAt: 'doors, windows, skirting, other faceplates', stage: 'box', source: practice },
  water: { title: 'Water, hobs and worktops', looksAt: '300 mm from a sink, 150 over a worktop, 100 from a hob; sockets 2.5 m from a bath or shower, the rest by its zones', stage: 'box', source: bs7671('701.512.3 and guidance') },
  bathroom: { title: 'Rooms with a bath or shower', looksAt: '30 mA ahead of every circuit, bonding', stage: 'box', source: bs7671('701.411.3.3 and 701.415.2') },
  outdoors: { title: 'Outdoors', looksAt: 'a weatherproof box, the earth', stage: 'box', source: bs7671('512.2 and 411.3.3') },
  stud: { title: 'Studs', looksAt: 'the cut against studs, and how they were found', stage: 'box', source: practice },
  'in-the-wall': { title: 'What is in the wall', looksAt: 'pipes and cables against the box', stage: 'box', source: practice },
  'back-to-back': { title: 'Boxes behind each other', looksAt: 'depths of both against the wall', stage: 'box', source: practice },
  'let-in': { title: 'A box let into the leaf', looksAt: 'how deep it goes, and what stays of the leaf', stage: 'box', source: practice },
  lined: { title: 'A box behind board', looksAt: 'board of 7 to 30 mm for its lugs, and the cavity', stage: 'box', source: practice },
  depth: { title: 'Depth of the box', looksAt: 'cables and accessory: 25, 35 or 47 mm', stage: 'box', source: practice, decides: 'connecting' },
  'old-box': { title: 'The box it starts from', looksAt: 'whether one more cable goes into it', stage: 'wire', source: practice, decides: 'connecting' },
  'earth-lead': { title: 'Earth of a metal box', looksAt: 'a lead of its own from box to accessory', stage: 'wire', source: bs7671('543.2.7 and 411.3.1.1') },
  grommet: { title: 'Where the cable enters', looksAt: 'a grommet in every knock-out of metal', stage: 'wire', source: bs7671('522.8.11') },
  sleeving: { title: 'Sleeving', looksAt: 'the bare protective conductor of flat cable, green and yellow over its whole length', stage: 'wire', source: bs7671('514.4.2') },
  colours: { title: 'Old and new colours', looksAt: 'where red and black meet brown and blue', stage: 'wire', source: bs7671('514.3 and Appendix 7') },
  way: { title: 'Way of the cable', looksAt: 'whether one is known, and its length', stage: 'route', source: practice },
  zone: { title: 'Safe zones', looksAt: 'straight up, down or across from an accessory, with a 30 mA device', stage: 'route', source: bs7671('522.6.202 and 522.6.203') },
  chase: { title: 'Chases', looksAt: 'a third of the leaf up and down, a sixth along', stage: 'route', source: part('A', 'chases in masonry') },
  void: { title: 'What lies under and over', looksAt: 'boards, a cellar, a loft, or concrete', stage: 'route', source: practice },
  boring: { title: 'Studs and joists', looksAt: 'how many are bored or notched, where along the span, 50 mm under the boards', stage: 'route', source: part('A', 'guidance on notches and holes in joists') },
  surface: { title: 'On the surface', looksAt: 'trunking along the skirting', stage: 'route', source: practice },
  through: { title: 'Through the wall', looksAt: 'fire-stopping', stage: 'route', source: part('B', 'openings for cables') },
  lies: { title: 'What the new cable carries', looksAt: 'by size and the way it lies: 13 A a single, 20 a twin, 20 a leg of a ring', stage: 'route', source: bs7671('Appendix 4, Tables 4D1, 4D2 and 4D5'), decides: 'connecting' },
  dust: { title: 'What the dust may hold', looksAt: 'asbestos in boards and coatings before 2000, lead in paint before 1970, silica', stage: 'work', source: practice },
  licensed: { title: 'Who does it', looksAt: 'work in the consumer unit', stage: 'work', source: part('P', 'notifiable work') },
} as const satisfies Record<string, RuleRow>; // prettier-ignore
