/** What a person wants to do, in the words of the trade. Without schemas: the first page needs no more. */
const THERE = ['from-junction', 'move', 'relocate', 'forward', 'enlarge', 'replace', 'close-up', 'mend'] as const;
export const PURPOSES = ['outlet', 'run', 'outdoors', 'masonry', 'own-circuit', 'low-voltage', 'raceway', 'lights', ...THERE] as const;
export const PURPOSE_WORDS: Record<(typeof PURPOSES)[number], string> = {
  outlet: 'a new outlet',
  run: 'several outlets in a run',
  outdoors: 'an outlet outdoors',
  masonry: 'an outlet in brick or block',
  'own-circuit': 'an outlet on a circuit of its own',
  'low-voltage': 'power and low voltage side by side',
  raceway: 'outlets on a surface raceway',
  lights: 'lights and a switch',
  'from-junction': 'take power on from a junction box',
  move: 'move an outlet up, down or sideways',
  relocate: 'move an outlet to another face or wall',
  forward: 'move an outlet forward, into the front of a built-in',
  enlarge: 'more outlets in a box',
  replace: 'replace a worn box or device',
  'close-up': 'close a box up as a junction',
  mend: 'something doesn’t work',
};
/** Purposes that stay at a box that is there; the others want one somewhere. */
export const AT_A_BOX: ReadonlySet<(typeof PURPOSES)[number]> = new Set(THERE);
