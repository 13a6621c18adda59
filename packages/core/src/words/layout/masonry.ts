/** Boxes and holes in masonry, in words. */
import { printLength, printMark, type LengthUnit } from '../../measure/index.js';
import { phrases } from '../phrases.js';

export const masonryWords = phrases('masonry', {
  leafUnmeasured: () => ({
    says: 'how thick the leaf is was not measured',
    ask: 'Measure the wall at a door or a window, less plaster; a cavity wall has two leaves.',
  }),
  leafBears: () => 'the leaf bears it; eye, ear and dust protection: the dust holds silica',
  leafTooThin: () => 'too deep for this leaf: a shallower box, or on the surface',
  drillThrough: ({
    fallMm,
    unit,
    degrees,
    alongMm,
    bitMm,
  }: {
    fallMm: number;
    unit: LengthUnit;
    degrees: number;
    alongMm: number;
    bitMm: number;
  }) =>
    `drill from inside, about ${printMark(fallMm, unit)} lower at the outside (${degrees.toFixed(1)}° below level); sleeve ${printLength(alongMm, unit)}, sealed round it; the bit reaches ${printLength(bitMm, unit)} or more. Look for pipes and cables on both sides first`,
});
