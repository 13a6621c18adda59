/** Every single fault of a circuit, and what a three-lamp tester in one face would say to it: which faults look alike. */
import { buildNetwork, complex, endName, jointName, magnitude, nodeOf, Solved, tripTime, type Branch } from '../circuit/index.js';
import { endKey, type Bench } from '../model/index.js';
import { LAMP_OHM, lampReading } from './electrical.js';

export interface FaultScan {
  total: number;
  /** by what the tester says, most faults first */
  rows: { says: string; count: number; examples: string[] }[];
}

/** A dead short between neighbours (common practice: a nick or a staple). */
const SHORT_OHM = 0.05;
const EXAMPLES = 3;

type Fault = { name: string; out: string } | { name: string; from: string; to: string };

/** A screw of a device, the splices of a box. */
function placeOf(bench: Bench, jointId: string): string {
  const joint = bench.joints.find((j) => j.id === jointId)!;
  const name = jointName(bench, joint);
  return joint.at && joint.at.device !== 'box' ? name : `${name}, ${bench.boxes.find((b) => b.id === joint.boxId)?.name ?? 'panel'}`;
}

function faultsOf(bench: Bench, branches: Branch[]): Fault[] {
  const contacts = branches.flatMap((b): Fault[] =>
    b.part?.is === 'contact' ? [{ name: `${endName(bench, b.part.end)} loose at ${placeOf(bench, b.part.jointId)}`, out: b.id }] : [],
  );
  const broken = branches.flatMap((b): Fault[] => {
    if (b.part?.is !== 'conductor') return [];
    const { cableId, conductor } = b.part;
    return [{ name: `${endName(bench, { cableId, conductor, end: 0 })} broken`, out: b.id }];
  });
  const shorts = bench.cables.flatMap((c) =>
    c.colours.flatMap((a, i) =>
      c.colours.slice(i + 1).map((b, k): Fault => {
        const at = (conductor: number) => nodeOf.end(endKey({ cableId: c.id, conductor, end: 1 }));
        return { name: `${a} and ${b} of ${c.name} touch`, from: at(i), to: at(i + 1 + k) };
      }),
    ),
  );
  return [...contacts, ...broken, ...shorts];
}

/**
 * Tries each fault on the wiring as it stands, breakers closed as they are. A short that would open the breaker says so.
 * @param report called with the share that is done, 0 to 1
 */
export function scanFaults(
  bench: Bench,
  deviceId: string,
  face: 'upper' | 'lower',
  report: (done: number) => void = () => undefined,
): FaultScan {
  const { network, breakerBranch } = buildNetwork(bench);
  const solved = new Solved(network);
  const [h, n, g] = (['hot', 'neutral', 'ground'] as const).map((pin) => nodeOf.slot(deviceId, face, pin)) as [string, string, string];
  const lamp = complex(1 / LAMP_OHM);
  const lamps = [
    { from: h, to: n, by: lamp },
    { from: h, to: g, by: lamp },
    { from: n, to: g, by: lamp },
  ];
  const faults = faultsOf(bench, network.branches);
  const rows = new Map<string, { count: number; examples: string[] }>();
  faults.forEach((fault, i) => {
    const state = solved.with([
      ...lamps,
      'out' in fault ? { out: fault.out } : { from: fault.from, to: fault.to, by: complex(1 / SHORT_OHM) },
    ]);
    const tripped = bench.breakers.some((b) => {
      const branch = breakerBranch.get(b.id);
      return branch !== undefined && tripTime(magnitude(state.amps(branch)), b)?.from === 0;
    });
    const says = tripped
      ? 'the breaker opens at once'
      : lampReading([magnitude(state.between(h, n)), magnitude(state.between(h, g)), magnitude(state.between(n, g))]).says;
    const row = rows.get(says) ?? { count: 0, examples: [] };
    row.count += 1;
    if (row.examples.length < EXAMPLES) row.examples.push(fault.name);
    rows.set(says, row);
    if (i % 20 === 0) report(i / faults.length);
  });
  return { total: faults.length, rows: [...rows].map(([says, r]) => ({ says, ...r })).sort((a, b) => b.count - a.count) };
}
