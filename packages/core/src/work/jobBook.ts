/** What a page of a job asks of the book that its house goes by; each book answers it in its own folder, so that a page loads only one. */
import type { Finding } from '../codebook/index.js';
import { ledgerOf } from '../ledger/index.js';
import { isUk, OtherBookError, type JobInBook, type JobInHouse } from '../model/index.js';
import type { Step } from './step.js';
import { stepsOf } from './steps.js';

export interface JobBook {
  ledger: (job: JobInBook) => Finding[];
  steps: (job: JobInBook) => Step[];
  /** the circuit that the job is about, in words; empty where its stages say it */
  about: (job: JobInBook) => string;
}

/** A job in a house by the US book. */
export const inUsBook = (job: JobInBook): job is JobInHouse => !isUk(job);
function us(job: JobInBook): JobInHouse {
  if (!inUsBook(job)) throw new OtherBookError(job.edition);
  return job;
}
/** Throws OtherBookError for a job in a house by another book. */
export const usJobBook: JobBook = { ledger: (job) => ledgerOf(us(job)), steps: (job) => stepsOf(us(job)), about: () => '' };
