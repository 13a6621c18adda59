/** What remedies are called, and the changes of the plan that they bring: what a button of the ledger does, in an order. */
import { printAwg, printLength, type Awg, type LengthUnit } from '../../measure/index.js';

export const remedyTitles = {
  use: (kind: string) => `Use ${kind}`,
  useClamping: (kind: string) => `Use ${kind}, which clamps`,
  aside: (mm: number, unit: LengthUnit, to: 'left' | 'right', clearOf: 'the stud' | 'the cables') =>
    `Move ${printLength(mm, unit)} to the ${to}, clear of ${clearOf}`,
  againstStud: 'Set it against the nearer stud',
  level: (mm: number, unit: LengthUnit) => `Set the bottom to ${printLength(mm, unit)}`,
  screwToStud: (kind: string) => `Screw a ${kind} to the stud beside it`,
  pigtails: 'Splice on pigtails',
  keepAsJunction: 'Keep the old box as a junction box and feed the new place from it',
  leave: (load: string) => `Leave the ${load} elsewhere`,
  elsewhere: (load: string) => `Move the ${load} to another circuit`,
  run: (gauge: Awg) => `Run ${printAwg(gauge)}`,
  /** @param circuit empty where nobody knows it */
  arcFaultBreaker: (circuit: string) => `Arc-fault breaker on circuit ${circuit}`.trim(),
  arcFaultFirst: 'Arc-fault receptacle as the first outlet of the circuit',
  rating15: 'Use a 15 A receptacle',
  groundFault: 'Use a ground-fault receptacle',
  tamper: 'Use a tamper-resistant one',
  weather: 'Weather-resistant with an in-use cover',
  newReceptacle: 'Put in a new tamper-resistant one',
  newDevice: 'Put in a new one',
  byPlan: 'Back to the plan’s wiring',
  drop: 'Take it out of the plan',
  intoBay: (past: boolean) => `Put it ${past ? 'just past' : 'just before'} the source box, in its bay`,
  connector: 'Put a cable connector into its knockout',
};

/** A change’s title is at most 120 characters long. */
const short = (title: string): string => title.slice(0, 120);
export const changeTitles = {
  replaceBy: (box: string, kind: string) => short(`Replace ${box} by: ${kind}`),
  moveBox: (box: string) => short(`Move ${box}`),
  moveToStud: (box: string) => short(`Move ${box} to its stud`),
  atStud: (kind: string) => short(`${kind} at the stud`),
  withConnector: (box: string) => short(`${box} with a cable connector`),
  blankPlate: (box: string) => short(`Blank plate on ${box}`),
  setBox: (box: string) => short(`Set ${box}`),
  runFromOld: (cable: string) => short(`Run ${cable} from the old box`),
  deviceAtNew: 'Receptacle at the new place',
  notOnCircuit: (load: string, circuit: string) => short(`The ${load} is not used on circuit ${circuit}`),
  notHere: (load: string) => short(`The ${load} is not used here`),
  runCable: (gauge: Awg) => short(`Run ${gauge}-2 cable`),
  newDevice: (device: string, box: string) => short(`New ${device} in ${box}`),
};
