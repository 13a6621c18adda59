import type { FieldError } from './fieldError.js';
import { spacesOf, type Panel } from './panel.js';
import type { Wall } from './site.js';

/** What makes no sense in a panel whose shape is right. `circuits` and `boxes` are the ids that are there. */
export function panelErrors(
  panel: Panel,
  circuits: ReadonlySet<string>,
  boxes: ReadonlySet<string>,
  walls: readonly Wall[],
  path: string,
): FieldError[] {
  const errors: FieldError[] = [];
  const wrong = (at: string, message: string, expected: string, came: unknown) =>
    errors.push({ path: `${path}${at}`, message, expected, came: String(came) });
  const breakers = new Map(panel.breakers.map((b) => [b.id, b]));
  const taken = new Map<number, string>();
  const on = new Map<string, string>();
  panel.breakers.forEach((b, i) => {
    if (panel.breakers.findIndex((x) => x.id === b.id) !== i)
      wrong(`/breakers/${i}/id`, `Two breakers have the id ${b.id}.`, 'an id of its own', b.id);
    if (!circuits.has(b.circuitId))
      wrong(`/breakers/${i}/circuitId`, `There is no circuit with the id ${b.circuitId}.`, 'the id of a circuit', b.circuitId);
    else if (on.has(b.circuitId))
      wrong(`/breakers/${i}/circuitId`, 'Two breakers feed one circuit: they would join.', 'a circuit of its own', b.circuitId);
    on.set(b.circuitId, b.id);
    for (const space of spacesOf(b)) {
      if (space > panel.spaces)
        wrong(`/breakers/${i}/space`, `Space ${space} is past the last of ${panel.spaces}.`, `at most ${panel.spaces}`, space);
      else if (taken.has(space)) wrong(`/breakers/${i}/space`, `Space ${space} is taken already.`, 'a free space', space);
      else if (panel.covered.includes(space))
        wrong(`/breakers/${i}/space`, `Space ${space} is noted as covered.`, 'a space that is not covered', space);
      taken.set(space, b.id);
    }
    if (b.tiedTo !== undefined && (b.tiedTo === b.id || !breakers.has(b.tiedTo)))
      wrong(`/breakers/${i}/tiedTo`, `There is no other breaker with the id ${b.tiedTo}.`, 'the id of another breaker', b.tiedTo);
  });
  if (panel.place) {
    const { wallId, fromLeft } = panel.place;
    const wall = walls.find((w) => w.id === wallId);
    if (!wall) wrong('/place/wallId', `There is no wall with the id ${wallId}.`, 'the id of a wall', wallId);
    else if (fromLeft.mm > wall.length.mm)
      wrong('/place/fromLeft/mm', `The panel would hang past the end of ${wall.name}.`, `at most ${wall.length.mm} mm`, fromLeft.mm);
  }
  panel.notLooked?.forEach((space, i) => {
    if (space > panel.spaces)
      wrong(`/notLooked/${i}`, `Space ${space} is past the last of ${panel.spaces}.`, `at most ${panel.spaces}`, space);
    else if (taken.has(space))
      wrong(`/notLooked/${i}`, `A breaker stands in space ${space}: somebody looked there.`, 'a space without a breaker', space);
  });
  panel.covered.forEach((space, i) => {
    if (space > panel.spaces)
      wrong(`/covered/${i}`, `Space ${space} is past the last of ${panel.spaces}.`, `at most ${panel.spaces}`, space);
  });
  panel.tests.forEach((t, i) => {
    if (!boxes.has(t.boxId)) wrong(`/tests/${i}/boxId`, `There is no box with the id ${t.boxId}.`, 'the id of a box', t.boxId);
    t.breakerIds.forEach((id, n) => {
      if (!breakers.has(id)) wrong(`/tests/${i}/breakerIds/${n}`, `There is no breaker with the id ${id}.`, 'the id of a breaker', id);
    });
    if (t.how === 'switched off' && t.reads === undefined)
      wrong(`/tests/${i}/reads`, 'What the box showed is missing.', 'dead, faces dead, part dead or live', 'nothing');
  });
  return errors;
}
