/** The ledger for specs: every sentence in it stands beside a verdict that it means. */
import { expectMeant } from '../words/meaning.testing.js';
import { ledgerOf as ledger } from './ledger.js';

export const ledgerOf: typeof ledger = (...job) => {
  const findings = ledger(...job);
  findings.forEach(expectMeant);
  return findings;
};
