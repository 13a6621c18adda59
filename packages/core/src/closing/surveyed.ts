/** What a survey that went on means for a job that was planned on it. */
import { ledgerIn } from '../alteration/index.js';
import { type Finding, findingKey } from '../codebook/index.js';
import { differences, laidIn, type Difference, type House, type Job } from '../model/index.js';

export interface SurveyedSince {
  /** what of the house says something else now */
  differs: Difference[];
  /** judgements of the job that are new, or were another verdict before */
  findings: { now: Finding; before: Finding['verdict'] | undefined }[];
  /** judgements that are gone */
  settled: Finding[];
}

/** What changed of a job’s judgements from one revision of its house to another. */
export function surveyedSince(job: Job, before: House, now: House, jobs: readonly Job[]): SurveyedSince {
  const was = new Map(ledgerIn(laidIn(job, before, jobs)).map((f) => [findingKey(f), f]));
  const is = ledgerIn(laidIn(job, now, jobs));
  const keys = new Set(is.map(findingKey));
  return {
    differs: differences(
      { ...before.site, built: before.built, edition: before.edition },
      { ...now.site, built: now.built, edition: now.edition },
      now.unit,
    ),
    findings: is.flatMap((f) => {
      const earlier = was.get(findingKey(f));
      return earlier?.verdict === f.verdict || (!earlier && (f.verdict === 'ok' || f.verdict === 'note'))
        ? []
        : [{ now: f, before: earlier?.verdict }];
    }),
    settled: [...was.values()].filter((f) => !keys.has(findingKey(f)) && f.verdict !== 'ok' && f.verdict !== 'note'),
  };
}
