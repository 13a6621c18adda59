/** Drop at the end of a way, in words. */
import { phrases } from '../phrases.js';

interface Left {
  volts: number;
  plugA: number;
  shortA: number;
  withinS: number | undefined;
}
const leftWords = ({ volts, plugA, shortA, withinS }: Left): string =>
  `${volts.toFixed(1)} V left with ${plugA.toFixed(1)} A drawn; a dead short there would drive ${Math.round(shortA)} A${withinS !== undefined ? `, and the breaker opens within ${withinS < 0.1 ? 'a tenth of a second' : `${withinS.toFixed(1)} s`}` : ', too little to open the breaker at once'}`;

export const wayWords = phrases('way', {
  breakerUnknown: ({ feed }: { feed: string }) => ({
    says: `which breaker feeds ${feed} was not found out`,
    ask: 'Find it at the panel: what feeds what.',
  }),
  lengthUnmeasured: ({ feed }: { feed: string }) => ({
    says: `how far ${feed} lies from the panel along its cable was not measured`,
    ask: 'Measure or reckon the cable from the panel, and note it with the circuit.',
  }),
  left: (left: Left) => leftWords(left),
  leftUnread: ({ feed, ...left }: Left & { feed: string }) => ({
    says: `${leftWords(left)}, if the cable in ${feed} is as thick as its breaker asks for: nobody read it`,
    ask: `Read the gauge printed on the sheath of the cable in ${feed}, or hold a gauge to the bare wire.`,
  }),
  leftBehindFeeder: ({ panel, ...left }: Left & { panel: string }) => ({
    says: `${leftWords(left)}; what the feeder of the ${panel} takes of both was not reckoned`,
    ask: `Read gauge and length of the feeder of the ${panel}: with it no more than 5 % in all, and the breaker still opens at once.`,
  }),
  leftVague: ({ circuit, boxes, feed, ...left }: Left & { circuit: string; boxes: number; feed: string }) => ({
    says: leftWords(left),
    ask: `The length from the panel is noted for circuit ${circuit}, which feeds ${boxes} surveyed boxes: measure or reckon it to ${feed}.`,
  }),
});
