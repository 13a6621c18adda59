/** A wall as it is surveyed: the elevation with live dimensions from the selected thing to the two nearest references. */
import { elevation, type Dimension, type Elevation } from '../layout/index.js';
import { printMark, type LengthUnit } from '../measure/index.js';
import type { FaceId, Site, Wall } from '../model/index.js';
import { nearestReferences } from './tape.js';
import { thingById } from './things.js';

export interface SurveyElevationInput {
  site: Site;
  wall: Wall;
  face: FaceId;
  /** studs, cables, obstacles and the other face's boxes */
  open: boolean;
  selectedId: string | undefined;
  unit: LengthUnit;
}

/** Dimensions of one thing: left and right to what is nearest, and up from the floor. */
export function dimensionsOfThing({ site, wall, face, selectedId, unit }: SurveyElevationInput): Dimension[] {
  const thing = selectedId === undefined ? undefined : thingById(site, wall, selectedId);
  if (!thing) return [];
  const left = face === 'A' ? thing.left : wall.length.mm - thing.right;
  const right = left + thing.right - thing.left;
  const side = right + 230 < wall.length.mm ? right : left;
  const along: Dimension[] = nearestReferences(site, wall, face, thing.id).map((near) => ({
    id: `near-${near.side}`,
    axis: 'along',
    from: near.from,
    to: near.to,
    lane: near.side === 'left' ? 0 : near.from >= left ? 0 : 1,
    reach: thing.bottom,
    text: printMark(near.mm, unit),
    of: `from ${near.name}`,
  }));
  const up: Dimension[] =
    thing.kind === 'stud' || thing.kind === 'reference'
      ? []
      : [
          {
            id: 'bottom',
            axis: 'up',
            from: 0,
            to: thing.bottom,
            lane: 0,
            reach: side,
            text: printMark(thing.bottom, unit),
            of: 'bottom from the floor',
          },
          {
            id: 'top',
            axis: 'up',
            from: 0,
            to: thing.top,
            lane: 1,
            reach: side,
            text: printMark(thing.top, unit),
            of: 'top from the floor',
          },
        ];
  return [...along, ...up.filter((d) => d.to > 0)];
}

export function surveyElevation(input: SurveyElevationInput): Elevation {
  const base = elevation({
    site: input.site,
    wall: input.wall,
    face: input.face,
    open: input.open,
    plannedIds: new Set(),
    unit: input.unit,
  });
  return { ...base, dimensions: dimensionsOfThing(input), work: { u: 0, z: 0, width: input.wall.length.mm, height: input.wall.height.mm } };
}
