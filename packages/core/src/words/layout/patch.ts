/** A patch, in words. */
import { phrases } from '../phrases.js';

/** `compoundMl`: as it is mixed, in steps of 50 ml */
export const patchWords = phrases('patch', {
  pieces: ({ pieceCount, battens, screws, compoundMl }: { pieceCount: number; battens: number; screws: number; compoundMl: number }) =>
    `${pieceCount} ${pieceCount === 1 ? 'piece' : 'pieces'}, ${battens} ${battens === 1 ? 'batten' : 'battens'}, ${screws} screws, about ${compoundMl} ml of compound in three coats`,
  nothing: () => 'the new opening or its plate covers the old one: nothing to patch',
});
