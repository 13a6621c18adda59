/** Sense of the final circuits: runs lead somewhere, readings are of points that are there. */
import { quoted, type FieldError } from './fieldError.js';
import { BOARD, type Final } from './final.js';

const twice = (list: readonly { id: string }[], at: string): FieldError[] =>
  list.flatMap((x, i) =>
    list.findIndex((y) => y.id === x.id) === i
      ? []
      : [{ path: `${at}/${i}/id`, message: `Two things have the id ${x.id}; each needs its own.`, expected: 'an id of its own', came: quoted(x.id) }],
  ); // prettier-ignore

/**
 * What makes no sense in final circuits whose shape is right.
 * @param boxes ids of the boxes of the house
 */
export function finalErrors(finals: readonly Final[], boxes: ReadonlySet<string>, path: string): FieldError[] {
  return finals.flatMap((final, f): FieldError[] => {
    const at = `${path}/${f}`;
    const errors = [...twice(final.points, `${at}/points`), ...twice(final.runs, `${at}/runs`)];
    const wrong = (where: string, message: string, expected: string, came: unknown) =>
      errors.push({ path: `${at}${where}`, message, expected, came: quoted(came) });
    const points = new Set(final.points.map((p) => p.id));
    if (points.has(BOARD)) wrong('/points', 'A point can’t be called board: that is the consumer unit.', 'another id', BOARD);
    if (finals.findIndex((x) => x.number === final.number) !== f)
      wrong('/number', `Way ${final.number} of the consumer unit is taken by another circuit.`, 'a way of its own', final.number);
    final.points.forEach((point, p) => {
      if (point.boxId !== undefined && !boxes.has(point.boxId))
        wrong(`/points/${p}/boxId`, `There is no box with the id ${point.boxId}.`, 'the id of a box of this house', point.boxId);
    });
    final.runs.forEach((run, r) => {
      run.ends.forEach((end, e) => {
        if (end !== BOARD && !points.has(end))
          wrong(`/runs/${r}/ends/${e}`, `There is no point with the id ${end}.`, 'the id of a point, or board', end);
      });
      if (run.ends[0] === run.ends[1])
        wrong(`/runs/${r}/ends`, 'A run leads from one place to another, not back to the same.', 'two places', run.ends.join(' to '));
    });
    final.tests?.readings.forEach((reading, n) => {
      if (reading.pointId !== undefined && !points.has(reading.pointId))
        wrong(`/tests/readings/${n}/pointId`, `There is no point with the id ${reading.pointId}.`, 'the id of a point', reading.pointId);
    });
    return errors;
  });
}
