/** What stands round a place on the wall, in words. */
import { phrases, type Told } from '../phrases.js';

export const aroundWords = phrases('uk-around', {
  skirtingUnknown: ({ bottom }: { bottom: number }) => ({
    says: `how high the skirting is was not noted; the faceplate begins ${Math.round(bottom)} mm over the floor`,
    ask: 'Measure the skirting, and note it on the wall’s page.',
  }),
  clear: ({ guessed, base }: { guessed: boolean; base: number | undefined }) =>
    `${guessed ? 'as it was put there, not measured, ' : ''}clear of doors and windows that are noted, of the ends of the wall${base === undefined ? '' : ' and the skirting'}`,
  inOpening: ({ kind }: { kind: string }) => `the faceplate would stand in the ${kind}`,
  behindFixture: ({ kind }: { kind: string }) => `the faceplate would stand behind the ${kind.replace('-', ' ')}`,
  pastEnd: () => 'the faceplate would run past the end of the wall',
  onSkirting: () => 'the faceplate would sit on the skirting',
  meets: ({ other }: { other: string }) => `its faceplate would meet that of ${other}`,
  studUnknown: ({ told }: { told: Told }) => ({
    says: told.says,
    ask: 'Find one: knock and listen, use a finder, or look for nails in the skirting; the spacing tells the others.',
  }),
});
