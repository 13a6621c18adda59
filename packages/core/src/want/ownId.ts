/** Ids of what a job brings are its own: another job of the house may bring the like. */
export const ownId = (jobId: string, what: string): string => `${jobId.slice(0, 39 - what.length)}-${what}`;
