/** How a box’s fill is told (314.16). */
import { phrases } from '../phrases.js';

export const fillWords = phrases('fill', {
  volumeUnknown: ({ neededIn3 }: { neededIn3: number }) => ({
    says: `needs ${neededIn3.toFixed(2)} in³; the box's volume isn't known`,
    ask: 'Read the volume stamped inside the box, or measure its inside width, height and depth.',
  }),
  held: ({ neededIn3, volumeIn3 }: { neededIn3: number; volumeIn3: number }) =>
    `needs ${neededIn3.toFixed(2)} in³, has ${volumeIn3.toFixed(1)} in³`,
});
