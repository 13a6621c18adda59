/** A fault to be found in a final circuit, in words. */
import { phrases, type Told } from '../phrases.js';

const READ_FIRST = 'Read r1, rn and r2 end to end first, then cross-connected at every point: on the circuit’s page of tests.';

export const faultFindingWords = phrases('uk-fault', {
  likely: ({ named }: { named: readonly string[] }) => `by how well each goes with all that was read: ${named.join('; ')}`,
  outOfLine: ({ reading, point, told }: { reading: string; point: string | undefined; told: Told }) =>
    `${reading}${point ? ` at ${point}` : ''}: ${told.says}`,
  noRing: () => ({ says: 'it is no ring: each reading stands by itself', ask: READ_FIRST }),
  lengthsMissing: () => ({ says: 'lengths of runs are missing', ask: READ_FIRST }),
  nothingRead: () => ({ says: 'nothing was read yet', ask: READ_FIRST }),
  /** `search`: what the search for what explains the readings says of itself */
  nothingFits: ({ search }: { search: string }) => search,
});
