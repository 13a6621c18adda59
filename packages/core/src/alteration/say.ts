/** How judgements of an alteration are said: title, stage and source are those of the rule’s row where one has none of its own. */
import type { AlterationRule, Finding } from '../codebook/index.js';
import type { Told } from '../words/phrases.js';

type Says = Told & Pick<Finding, 'verdict'> & Partial<Pick<Finding, 'sums' | 'source' | 'subject' | 'title'>>;
export type Say = (rule: AlterationRule, told: Says) => void;
