/** What other jobs in hand mean for this one, in words. */
import { phrases, type Told } from '../phrases.js';

const ORDER = 'Say which comes first (“comes after”), and the second finds what the first builds.';

/** Loads that another job brings to a circuit, and what is judged of it with both. */
interface Circuit {
  other: string;
  loads: readonly string[];
  told: Told;
}
const sameCircuitWords = ({ other, loads, told }: Circuit): string =>
  `“${other}” brings ${loads.join(', ')} to the same circuit; with both: ${told.says}`;

export const otherJobWords = phrases('other-jobs', {
  unfit: ({ why }: { why: string }) => `doesn’t fit the house as it is surveyed now: ${why}`,
  sameCircuit: (circuit: Circuit) => ({ says: sameCircuitWords(circuit), ask: circuit.told.ask }),
  sameCircuitTooMuch: (circuit: Circuit) => ({ says: sameCircuitWords(circuit), ask: ORDER }),
  sameBox: ({ other, box }: { other: string; box: string }) => ({
    says: `“${other}” opens and alters ${box} too: its fill, free ends and wiring are judged here without it`,
    ask: ORDER,
  }),
  sameCut: ({ wall }: { wall: string }) => ({ says: `both jobs cut the same place of ${wall}`, ask: ORDER }),
  sameBay: ({ other, wall }: { other: string; wall: string }) => ({
    says: `“${other}” opens the same bay of ${wall}: whoever comes second finds a cable there that isn’t surveyed yet`,
    ask: ORDER,
  }),
});
