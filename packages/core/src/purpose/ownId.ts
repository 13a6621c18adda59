import { idOf } from '../model/index.js';
/** Ids of what a job brings are its own: another job of the house may bring the like. */
export const ownId = (jobId: string, what: string): string => idOf(jobId, what);
