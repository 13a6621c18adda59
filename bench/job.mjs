import { Ajv2020 } from 'ajv/dist/2020.js';
import formats from 'ajv-formats';
import { sewingCorner } from '@saddle/core/demo';
import { jsonSchema } from '@saddle/core/exchange';
import { elevation } from '@saddle/core/layout';
import { jobContext, ledgerOf } from '@saddle/core/ledger';
import { checkJob } from '@saddle/core/model';
import { stepsOf } from '@saddle/core/steps';
import { figure, median } from './timing.mjs';

const FRAME_MS = 1000 / 60;

/** What one movement of the box costs the core, and what a save's check costs. */
export function jobFigures() {
  const follow = median(() => {
    const context = jobContext(sewingCorner);
    ledgerOf(sewingCorner);
    stepsOf(sewingCorner);
    elevation({
      site: context.planned,
      wall: context.wall,
      face: 'A',
      open: true,
      plannedIds: new Set(['sewing-box']),
      workBoxId: 'sewing-box',
      sourceBoxId: 'hall-box',
      unit: 'in',
    });
  });
  const ajv = new Ajv2020({ strict: false });
  formats.default(ajv);
  const validate = ajv.compile(jsonSchema('job'));
  const text = JSON.stringify(sewingCorner);
  const check = median(() => checkJob(JSON.parse(text)));
  const reference = median(() => validate(JSON.parse(text)));
  return [
    figure('job.follow', follow, 'one frame at 60 Hz', FRAME_MS),
    figure('job.check', check, 'ajv on the published schema, shape only', reference),
  ];
}
