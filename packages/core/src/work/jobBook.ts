/**
 * What a page of a job asks of the book that its house goes by; each book answers it in its own folder, so that a page loads only one,
 * and draws what is planned before it is here.
 */
import type { Finding } from '../codebook/index.js';
import { judgeWork, lampWiringOf, ledgerOf, type Work, type WorkBox, type WorkLamp } from '../ledger/index.js';
import { OtherBookError, type JobInBook, type JobInHouse } from '../model/index.js';
import type { BoxJudgement } from '../survey/index.js';
import type { Step } from './step.js';
import { outageMinutes } from './outages.js';
import { stepsOf } from './steps.js';
import { inUsBook } from './usBook.js';

export interface JobBook {
  ledger: (job: JobInBook) => Finding[];
  steps: (job: JobInBook) => Step[];
  /** minutes from breaker off to breaker on */
  outageMinutes: (steps: readonly Step[]) => number;
  /** the circuit that the job is about, in words; empty where its stages say it */
  about: (job: JobInBook) => string;
  /** how a box of the work lies in its wall, and the in³ that the conductors of a lampholder need; the UK book has its own pages of both */
  judgeBox?: (w: Work, b: WorkBox) => BoxJudgement;
  lampNeedsIn3?: (w: Work, l: WorkLamp) => number;
}

function us(job: JobInBook): JobInHouse {
  if (!inUsBook(job)) throw new OtherBookError(job.edition);
  return job;
}
/** Throws OtherBookError for a job in a house by another book. */
export const usJobBook: JobBook = {
  ledger: (job) => ledgerOf(us(job)),
  steps: (job) => stepsOf(us(job)),
  outageMinutes,
  about: () => '',
  judgeBox: judgeWork,
  lampNeedsIn3: (w, l) => lampWiringOf(w, l).fill.neededIn3,
};
