/** How judgements of an alteration are said: title, stage and source are those of the rule’s row where one has none of its own. */
import type { AlterationRule, Finding } from '../codebook/index.js';

type Told = Pick<Finding, 'verdict' | 'says'> & Partial<Pick<Finding, 'sums' | 'source' | 'ask' | 'subject' | 'title'>>;
export type Say = (rule: AlterationRule, told: Told) => void;
