/** Sums of the pocket, in words. */
import { printLength } from '../../measure/index.js';
import { phrases, type Told } from '../phrases.js';

export const pocketWords = phrases('pocket', {
  /** the same length the other ways people say it */
  length: ({ mm, unit }: { mm: number; unit: 'in' | 'mm' }) =>
    `${printLength(mm, 'in', { style: 'feet' })} · ${unit === 'in' ? `${mm.toFixed(1)} mm` : printLength(mm, 'in')}`,
  loadAlone: ({ told }: { told: Told }) => `${told.says}, if nothing else hangs on the circuit`,
  staples: ({ at, more }: { at: readonly string[]; more: boolean }) => `at ${at.join(', ')}${more ? ' …' : ''} from the start`,
  noRun: () => 'no run, no staples',
  fewest: () => 'no fewer would do; longest pieces first from each',
  notAllTried: () => 'a good way; with so many pieces not every way was tried',
});
