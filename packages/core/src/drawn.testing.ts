/**
 * Lists and texts for which a property names a longest length are drawn up to it: left to itself, fast-check stops at ten. Where a
 * fault was put in (`npm run mutate`) it is enough that some drawing shows it, the smallest one needn't be sought.
 */
import fc from 'fast-check';

fc.configureGlobal({
  ...fc.readConfigureGlobal(),
  defaultSizeToMaxWhenMaxSpecified: true,
  endOnFailure: process.env['STRYKER_MUTATOR_WORKER'] !== undefined,
});
