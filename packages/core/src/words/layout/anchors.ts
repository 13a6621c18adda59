/** Anchors in a wall, in words. */
import { phrases } from '../phrases.js';

export const anchorWords = phrases('anchors', {
  unread: () => ({
    says: 'what the anchors carry in this wall was not read',
    ask: 'Read the most in pull and in shear on the packet, for drywall of that thickness. Where a stud can be met, a lag screw in it is better than any anchor.',
  }),
  within: () => 'within a quarter of what the packet names; an arm swung aside hangs on the anchors of that side alone: count only those',
  tooMuch: () => 'more than a quarter of what the packet names: more anchors, a taller plate, or screws into studs',
});
