import { isUk, type JobInBook, type JobInHouse } from '../model/index.js';

/** A job in a house by the US book. */
export const inUsBook = (job: JobInBook): job is JobInHouse => !isUk(job);
