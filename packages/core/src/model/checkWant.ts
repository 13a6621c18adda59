import { printLength, type LengthUnit } from '../measure/index.js';
import type { FieldError } from './fieldError.js';
import { builtInName } from './front.js';
import type { Site } from './site.js';
import { uXOf } from './place.js';
import type { Want } from './want.js';

/** Half a millimetre is no fault: inches and mm don’t divide. */
const SLACK_MM = 0.5;

/** What makes no sense in what a job wants though its shape is right: places outside their wall, rooms and walls that are not there. */
export function wantErrors(want: Want, site: Site, unit: LengthUnit): FieldError[] {
  const errors: FieldError[] = [];
  const say = (mm: number): string => printLength(mm, unit);
  const wrong = (path: string, message: string, expected: string, came: unknown) =>
    errors.push({ path: `/want${path}`, message, expected, came: String(came) });
  want.places.forEach((p, n) => {
    const wall = site.walls.find((w) => w.id === p.wallId);
    if (!wall) return wrong(`/places/${n}/wallId`, `There is no wall with the id ${p.wallId}.`, 'the id of a wall', p.wallId);
    if (p.fromLeft.mm > wall.length.mm + SLACK_MM)
      wrong(
        `/places/${n}/fromLeft/mm`,
        `${want.name} would lie at ${say(p.fromLeft.mm)}, past the end of ${wall.name} at ${say(wall.length.mm)}.`,
        `at most ${say(wall.length.mm)}`,
        p.fromLeft.mm,
      );
    if (p.bottom.mm > wall.height.mm + SLACK_MM)
      wrong(
        `/places/${n}/bottom/mm`,
        `${want.name} would hang at ${say(p.bottom.mm)}, above the top of ${wall.name} at ${say(wall.height.mm)}.`,
        `at most ${say(wall.height.mm)}`,
        p.bottom.mm,
      );
    if (p.inFront === undefined) return;
    const builtIn = wall.fixtures?.find((f) => f.id === p.inFront && f.face === p.face);
    if (!builtIn)
      return wrong(
        `/places/${n}/inFront`,
        `There is no shelf or built-in with the id ${p.inFront} at that face of ${wall.name}.`,
        'the id of a shelf there, or none for the wall itself',
        p.inFront,
      );
    if (want.kind !== 'raceway')
      wrong(
        `/places/${n}/inFront`,
        `${want.name} is no raceway: only a raceway runs along the front edge of the ${builtInName(builtIn)}.`,
        'none',
        p.inFront,
      );
    const x = uXOf(wall, p.face, p.fromLeft.mm);
    const [left, right] = [uXOf(wall, p.face, builtIn.x.mm), uXOf(wall, p.face, builtIn.x.mm + builtIn.width.mm)].sort((a, b) => a - b);
    if (x < builtIn.x.mm - SLACK_MM || x > builtIn.x.mm + builtIn.width.mm + SLACK_MM)
      wrong(
        `/places/${n}/fromLeft/mm`,
        `${want.name} would lie at ${say(p.fromLeft.mm)}, past the ${builtInName(builtIn)}, which goes from ${say(left!)} to ${say(right!)}.`,
        `${say(left!)} to ${say(right!)}`,
        p.fromLeft.mm,
      );
    if (p.bottom.mm < builtIn.z.mm - SLACK_MM || p.bottom.mm > builtIn.z.mm + builtIn.height.mm + SLACK_MM)
      wrong(
        `/places/${n}/bottom/mm`,
        `${want.name} would hang at ${say(p.bottom.mm)}: not on the front of the ${builtInName(builtIn)}, which goes from ${say(builtIn.z.mm)} to ${say(builtIn.z.mm + builtIn.height.mm)}.`,
        `${say(builtIn.z.mm)} or a little more`,
        p.bottom.mm,
      );
  });
  if (want.kind === 'lights' && !want.lamps)
    wrong('/lamps', `${want.name} are lights: say how many and where.`, 'a number of lampholders and rooms', 'nothing');
  if (want.kind !== 'raceway' && want.kind !== 'run' && want.places.length > 1)
    wrong(
      '/places',
      `${want.name} has ${want.places.length} places; only a run and a raceway have more than one.`,
      'one place',
      want.places.length,
    );
  want.lamps?.under.forEach((id, n) => {
    if (!site.rooms.some((r) => r.id === id)) wrong(`/lamps/under/${n}`, `There is no room with the id ${id}.`, 'the id of a room', id);
  });
  return errors;
}
