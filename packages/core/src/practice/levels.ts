/** What there is to practise, level by level. */
import { readCode, type ReadCode, type TaskKind } from './code.js';
import { FAULT_LEVELS } from './faultTask.js';
import { MEASURE_LEVELS } from './measureTask.js';
import { WIRING_LEVELS } from './wiringTask.js';

export const TASK_LEVELS: Readonly<Record<TaskKind, readonly string[]>> = {
  fault: FAULT_LEVELS,
  wiring: WIRING_LEVELS,
  measure: MEASURE_LEVELS,
};
/** Reads a code of a task that there is. */
export const readTaskCode = (text: string): ReadCode =>
  readCode(text, { fault: FAULT_LEVELS.length, wiring: WIRING_LEVELS.length, measure: MEASURE_LEVELS.length });
