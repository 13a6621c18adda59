/** Lists and texts for which a property names a longest length are drawn up to it: left to itself, fast-check stops at ten. */
import fc from 'fast-check';

fc.configureGlobal({ ...fc.readConfigureGlobal(), defaultSizeToMaxWhenMaxSpecified: true });
