/** Words that the program uses in its own way, or that only the trade uses, in plain ones. */
export interface Word {
  id: string;
  word: string;
  means: string;
}

export const GLOSSARY = [
  {
    id: 'uk-ring',
    word: 'ring final, radial, spur',
    means:
      'UK. A ring starts and ends at one breaker, so that each socket is fed from both sides. A radial goes out and ends. A spur is one cable off a ring to one single or one twin.',
  },
  {
    id: 'uk-consumer-unit',
    word: 'consumer unit',
    means: 'UK. The board with main switch, 30 mA devices and breakers. Its tails stay live with the main switch off.',
  },
  {
    id: 'uk-cpc',
    word: 'protective conductor (CPC)',
    means: 'UK. The earth of a circuit: bare in flat cable, sleeved green and yellow wherever it comes out of its sheath.',
  },
  {
    id: 'uk-back-box',
    word: 'back box',
    means: 'UK. The box behind an accessory: metal let into brick, lined behind board, or on the surface.',
  },
  {
    id: 'uk-fused-unit',
    word: 'fused connection unit',
    means:
      'UK. A switch with a cartridge fuse: what hangs behind it is limited to 3 or 13 A, so it may feed more than one thing from a spur.',
  },
  {
    id: 'uk-r1r2',
    word: 'r1, rn, r2; R1+R2; Zs, Ze',
    means:
      'UK. r1, rn and r2: line, neutral and earth of a ring, end to end. R1+R2: line and earth from the board to a point. Ze: the loop outside the house. Zs: both together, what decides whether a breaker opens at once.',
  },
  {
    id: 'uk-zone',
    word: 'safe zone',
    means:
      'UK. Where a cable in a wall is looked for: straight up, down or across from an accessory, and within 150 mm of ceiling and corners.',
  },
  {
    id: 'uk-minor-works',
    word: 'minor works certificate',
    means:
      'UK. What a competent person signs for an addition to a circuit that is there. A new circuit wants an installation certificate and is notified.',
  },

  {
    id: 'ledger',
    word: 'ledger',
    means:
      'The list of everything that was judged: each line is ok, a caution, a stop, a note, or “can’t tell”. It opens to its sum, its rule and what would cure it. It is made anew after every entry.',
  },
  {
    id: 'cannot-tell',
    word: 'can’t tell',
    means:
      'Something that the answer hangs on was not measured or looked at. It is neither right nor wrong; the line says what to measure.',
  },
  {
    id: 'stop',
    word: 'stop',
    means:
      'As planned this may not be built, or can’t be. Steps that rest on it stay locked until one of its cures is taken or the plan is altered.',
  },
  { id: 'cure', word: 'would do', means: 'A change of the plan that makes a finding good. One tap takes it; undo gives it back.' },
  {
    id: 'known',
    word: 'assumed, seen, felt, scanned, measured',
    means:
      'How a figure is known. Assumed: the usual value stands in, nobody looked. What rests on an assumed figure can’t be told; typing it, even the same one, makes it yours.',
  },
  {
    id: 'reckoned',
    word: 'reckoned',
    means:
      'Worked out and not found: a stud where the spacing would have one, or what ought to be left on a coil. Find or count it before you rely on it.',
  },
  {
    id: 'doubt',
    word: 'doubt',
    means: 'Something on a way that nobody looked at and that could turn out otherwise: each costs time if it does.',
  },
  { id: 'bay', word: 'bay', means: 'The hollow between two studs. A cable fished inside one bay needs no hole.' },
  { id: 'fish', word: 'fish', means: 'To pull a cable through a closed wall from one opening to another.' },
  { id: 'feed', word: 'feed', means: 'Where the power for the new outlet is taken from: a box that is there, or a new breaker.' },
  { id: 'line', word: 'line and load', means: 'Line brings the power in, load takes it on to what comes after.' },
  {
    id: 'pigtail',
    word: 'pigtail',
    means: 'A short wire from a splice to a screw, so that the device may come out and what goes on stays joined.',
  },
  {
    id: 'way',
    word: 'way',
    means: 'One whole path of the new cable: feed, spaces it lies in, holes, openings, with its time, money and doubts.',
  },
  {
    id: 'school',
    word: 'school',
    means:
      'A habit of the trade where good people differ, such as pigtail or device as a splice. Both sides of each meet code; you say which is yours, and plan and steps follow.',
  },
  {
    id: 'found',
    word: 'as found',
    means: 'What stands in the house now, as it was surveyed. A job never alters it until the job is closed.',
  },
  {
    id: 'planned',
    word: 'planned',
    means: 'What stands when the job is done: as found, with the job’s changes. Drawn blue where it differs.',
  },
  { id: 'built', word: 'as built', means: 'What was done so far: a change counts as built when the step that does it is ticked.' },
  {
    id: 'dead',
    word: 'proof of dead',
    means:
      'The tester shows a live source, then nothing at each point to be touched, then the live source again. Only that unlocks steps at bare wires; a breaker that is off proves nothing.',
  },
  {
    id: 'gate',
    word: 'locked step',
    means: 'A step that waits: for a proof of dead, for a stop to be cured, or for the step before it. It says for which.',
  },
  {
    id: 'worked-height',
    word: 'worked height',
    means: 'The height that counters, trim, the room’s boxes and the floor still to come ask for, as a sum.',
  },
  {
    id: 'carry',
    word: 'carry through',
    means: 'To find the same point on the other side of a wall, from something that both rooms can measure from.',
  },
  { id: 'common-practice', word: 'common practice', means: 'A rule of thumb of the trade. No code asks for it.' },
  {
    id: 'from-memory',
    word: 'from memory',
    means: 'A figure or a clause that was written down without the book beside it. The edition in force where you live decides.',
  },
  {
    id: 'bench',
    word: 'bench',
    means: 'A simulated circuit: wires and devices that can be joined, switched and tested without anybody near a live wire.',
  },
  { id: 'own-circuit', word: 'circuit of its own', means: 'A new breaker for this job alone, with a cable from the panel.' },
] as const satisfies readonly Word[];

export type WordId = (typeof GLOSSARY)[number]['id'];
export const wordOf = (id: WordId): Word => GLOSSARY.find((w) => w.id === id)!;
