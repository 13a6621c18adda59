/** Up to which revision a house was edited on the page of a job, in this browser: who did that has seen what it says. */
const keyOf = (jobId: string): string => `saddle-seen-${jobId}`;

/** 0 where nothing was edited there, or the browser keeps nothing. */
export function seenHere(jobId: string): number {
  try {
    return Number(localStorage.getItem(keyOf(jobId))) || 0;
  } catch {
    return 0;
  }
}
export function noteSeenHere(jobId: string, revision: number): void {
  try {
    localStorage.setItem(keyOf(jobId), String(revision));
  } catch {
    // it is asked once too often, then
  }
}
