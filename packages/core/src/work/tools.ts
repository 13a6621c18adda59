/** Tools by what is done with them: each with the step that it is needed for first (handbook 1 and 9; common practice). */
import { BOX_KINDS } from '../catalog/index.js';
import { workOf } from '../ledger/index.js';
import { openFraming, type JobInHouse } from '../model/index.js';
import { stepsOf } from './steps.js';
import type { Step } from './step.js';
import type { TimeKind } from './times.js';

const METER = 'tester and meter, fresh batteries, and a source known to be live';
const SCREWDRIVERS = 'screwdrivers with torque marks';
const DRILL = 'drill, 3/4 in wood bit, and a long bit for plates';
const FISH = 'fish tape or stiff wire';
const MASONRY = 'double blade with extraction, chisel, hammer, drill with a masonry bit';
const DUST = 'eye protection, mask';
const SILICA = 'eye and ear protection, mask against silica';

const TOOLS: Record<TimeKind, readonly string[]> = {
  'sheets and moving things': ['sheets against dust, tape'],
  cleaning: ['vacuum with a fine filter'],
  'mark out': ['tape measure, level, pencil'],
  'look inside': ['scope or bent wire to look into the bay'],
  'cut drywall': ['jab saw or shallow multi-tool', DUST],
  'cut plaster on lath': ['multi-tool with depth stop (plaster and lath crumble under a jab saw)', DUST],
  'cut brick or block': [MASONRY, SILICA],
  'chase in brick': [MASONRY, SILICA],
  'bore a stud or plate': [DRILL, DUST],
  'bore a joist': [DRILL, DUST],
  'fish in a bay': [FISH],
  'fish round a corner or past a block': [FISH],
  'pull cable': [FISH],
  'turn of a cable': [],
  staple: ['hammer'],
  'set a box': [SCREWDRIVERS],
  'screw a box to a stud': ['short driver that turns inside a box'],
  'free a nailed box': ['saw blade for nails, to free the old box'],
  'open and take apart': [SCREWDRIVERS],
  'strip, splice, land': ['sheath slitter, wire stripper, pliers', SCREWDRIVERS],
  'mount device and plate': [SCREWDRIVERS],
  lampholder: ['step to stand on, lamp that does not hang on this circuit'],
  raceway: ['fine saw with a mitre box, round file, deburring tool; long level'],
  'raceway box': [],
  'through an outside wall': ['long bit for the outer wall, masonry bit for its outer skin', DUST],
  'breaker in a panel': ['barrier for the service lugs, lamp that does not hang on the panel'],
  'switch off and label': ['breaker lock or label'],
  'prove dead': [METER],
  'switch on': [],
  'test a face': [METER],
  'cut and fix a patch': ['knife, rule, driver'],
  'coat of compound': ['two broad knives and a pan'],
  sand: ['sanding block, 120 grit'],
  paint: ['brush and small roller'],
  'rough-in inspection': [],
  'finish hung': ['knife, rule, driver'],
  'label and note': ['pen and label'],
  'chase, cap and fill': [MASONRY, SILICA, 'trowel and bucket'],
  'wall chaser, cap and fill': ['wall chaser with extraction, chisel', SILICA, 'trowel and bucket'],
  'sink a box with a guide': ['box-sinking guide and its bits, drill', SILICA],
  'notch a joist': ['saw and chisel'],
  'cut plasterboard': ['jab saw', DUST],
  'lift and lay boards': ['bolster, circular saw set to the board’s thickness'],
  'pull cable by the metre': [FISH],
  trunking: ['fine saw, level'],
  'conduit and singles': ['conduit cutter, bending spring, level', FISH],
  'chain-drill and chisel for a box': ['drill with a masonry bit and depth stop, cold chisel, club hammer', SILICA],
  'drill through a leaf': ['long masonry bit', SILICA],
  'lock off and keep the key': ['lock for the breaker, with its own key'],
  'dead tests of a point': ['multifunction tester with its leads, calibrated'],
  'live tests of a point': ['multifunction tester with its leads, calibrated'],
};
const NAIL_ON = 'hammer; a stick cut to the height of the boxes';

export interface ToolNeed {
  tool: string;
  /** the step it is needed for first, and at how many more */
  for: string;
}

/** Tools in the order in which the work asks for them. */
export const toolsByStep = (jobs: readonly JobInHouse[]): ToolNeed[] =>
  toolsOfSteps(
    jobs.map((job) => ({
      ...{ id: job.id, name: job.name, steps: stepsOf(job) },
      nailed: workOf(job).boxes.some((b) => b.role === 'new' && openFraming(b.wall) && b.box.kind !== 'other' && BOX_KINDS[b.box.kind].mounting === 'nail-on'), // prettier-ignore
    })),
  );
/** Tools of jobs whose steps are known; `nailed`: a box is nailed on. */
export function toolsOfSteps(jobs: readonly { id: string; name: string; steps: readonly Step[]; nailed?: boolean }[]): ToolNeed[] {
  const first = new Map<string, { title: string; steps: Set<string> }>();
  for (const job of jobs) {
    for (const s of job.steps) {
      const tools = s.time.filter((t) => t.count > 0).flatMap((t) => TOOLS[t.kind]);
      if (job.nailed && s.time.some((t) => t.kind === 'set a box')) tools.push(NAIL_ON);
      for (const tool of new Set(tools)) {
        const known = first.get(tool) ?? { title: jobs.length > 1 ? `${job.name}: ${s.title}` : s.title, steps: new Set() };
        known.steps.add(`${job.id}/${s.id}`);
        first.set(tool, known);
      }
    }
  }
  return [...first].map(([tool, { title, steps }]) => ({
    tool,
    for: steps.size > 1 ? `${title}, and ${steps.size - 1} more` : title,
  }));
}
