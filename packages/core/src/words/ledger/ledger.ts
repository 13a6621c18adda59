/** What the ledger says of a job as a whole. */
import { phrases } from '../phrases.js';

export const jobWords = phrases('job', {
  signs: ({ signs }: { signs: readonly string[] }) =>
    `${signs.join(', ')}: the circuit stays off until a licensed electrician has looked at it`,
  unfound: () => ({
    says: 'what is wrong was not found yet, or needs nothing planned',
    ask: 'Make the test that the search asks for, and enter what it shows.',
  }),
  noWay: () => ({
    says: 'no way was taken yet, so nothing of it is planned',
    ask: 'Look at the feeds and the ways to them, and take one.',
  }),
  nothingPlanned: () => ({ says: 'nothing of it is planned any more', ask: 'Start it again from what is to be done.' }),
  benchStops: ({ count, first }: { count: number; first: string }) =>
    `${count === 1 ? 'one stop' : `${count} stops`} on the bench. ${first}`,
  benchUnmeasured: ({ count, first }: { count: number; first: string }) => ({
    says: `the bench takes ${count === 1 ? 'one thing' : `${count} things`} that nobody measured`,
    ask: first,
  }),
  benchClean: () => 'made by hand in place of the plan, and the checks find nothing against it',
});
