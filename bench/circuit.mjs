import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { LuDecomposition, Matrix } from 'ml-matrix';
import { buildNetwork, complex, FaultTable, runOfBoxes, Solved, spiceNetlist, switchOn } from '@saddle/core/circuit';
import { benchFindings } from '@saddle/core/wiring';
import { figure, median, SMOKE } from './timing.mjs';

/** Runs of five boxes on breakers of their own, until the network has about so many nodes. */
function house(nodes) {
  const runs = [];
  for (let n = 0; ; n++) {
    runs.push(runOfBoxes({ boxes: 5 }, `r${n}-`));
    const bench = {
      ...runs[0],
      boxes: runs.flatMap((r) => r.boxes),
      cables: runs.flatMap((r) => r.cables),
      devices: runs.flatMap((r) => r.devices),
      joints: runs.flatMap((r) => r.joints),
      pigtails: runs.flatMap((r) => r.pigtails),
      breakers: runs.flatMap((r, i) => r.breakers.map((b) => ({ ...b, leg: i % 2 ? 'B' : 'A', number: `${i + 1}` }))),
      plugged: runs.flatMap((r, i) => [
        { id: `l${i}`, name: 'load', deviceId: r.devices[4].id, face: 'upper', watts: 100 + i, powerFactor: 0.9, on: true },
      ]),
    };
    const { network } = buildNetwork(bench);
    const size = new Set(network.branches.flatMap((b) => [b.from, b.to])).size - 1;
    if (size >= nodes || n > 400) return { network, size };
  }
}

/** What an edit of a run of boxes takes to be judged anew, ms: of what is kept of the bench before nothing helps. */
function checksMs(boxes) {
  const run = runOfBoxes({ boxes }, 'c');
  const on = switchOn(run);
  const edited = () => benchFindings(on, { ...run, joints: [...run.joints], cables: [...run.cables] }, 'US-2020');
  // the first edits of a page meet code that the engine has not compiled yet
  const first = median(edited, { rounds: 20, calls: 1 });
  return { first, then: median(edited, { rounds: 15, calls: 20 }) };
}

/** The conductance part alone as a dense matrix: half of what the dense reference would have to do with complex numbers. */
function dense(network) {
  const names = new Map();
  const at = (name) => {
    if (name === network.earth) return -1;
    if (!names.has(name)) names.set(name, names.size);
    return names.get(name);
  };
  const parts = [
    ...network.branches.filter((b) => 'ohm' in b.is).map((b) => [b.from, b.to, 1 / b.is.ohm]),
    ...network.sources.map((s) => [s.from, s.to, 1 / s.ohm]),
  ];
  for (const [a, b] of parts) [at(a), at(b)];
  const m = Matrix.zeros(names.size, names.size);
  for (const [from, to, y] of parts) {
    const [a, b] = [at(from), at(to)];
    if (a >= 0) m.set(a, a, m.get(a, a) + y);
    if (b >= 0) m.set(b, b, m.get(b, b) + y);
    if (a >= 0 && b >= 0) {
      m.set(a, b, m.get(a, b) - y);
      m.set(b, a, m.get(b, a) - y);
    }
  }
  const rhs = Matrix.zeros(names.size, 1);
  for (const s of network.sources) {
    const a = at(s.to);
    if (a >= 0) rhs.set(a, 0, s.volts.re / s.ohm);
  }
  return { m, rhs };
}

function spiceMs(network) {
  if (spawnSync('ngspice', ['--version']).status !== 0) return undefined;
  const folder = mkdtempSync(join(tmpdir(), 'saddle-bench-'));
  const file = join(folder, 'house.cir');
  const { text } = spiceNetlist(network);
  writeFileSync(file, text.replace(/\.ac lin 1 (.*)\n\.end\n/, '.control\nac lin 1 $1\nrusage time\n.endc\n.end\n'));
  const start = performance.now();
  const run = spawnSync('ngspice', ['-b', file], { encoding: 'utf8' });
  const whole = performance.now() - start;
  rmSync(folder, { recursive: true, force: true });
  const own = /(?:Total analysis time|analysis time)\s*(?:\(seconds\))?\s*=?\s*([\d.]+)/i.exec(run.stdout)?.[1];
  return { whole, own: own === undefined ? undefined : Number(own) * 1000 };
}

export function circuitFigures() {
  const big = house(SMOKE ? 400 : 2000);
  const first = median(() => new Solved(big.network), { rounds: 15, calls: 2 });
  const { m, rhs } = dense(big.network);
  const start = performance.now();
  new LuDecomposition(m).solve(rhs);
  const lu = performance.now() - start;

  const solved = new Solved(big.network);
  const contacts = big.network.branches.filter((b) => b.id.startsWith('contact'));
  let turn = 0;
  const opened = median(() => solved.with([{ out: contacts[turn++ % contacts.length].id }]), { rounds: 15, calls: 10 });
  const added = median(
    () => {
      const b = contacts[turn++ % contacts.length];
      return solved.with([{ from: b.from, to: big.network.earth, by: complex(1e-7) }]);
    },
    { rounds: 15, calls: 10 },
  );

  const small = house(300);
  const base = new Solved(small.network);
  const nodes = base.nodeNames;
  const faults = Array.from({ length: 10_000 }, (_, i) => ({
    a: nodes[(i * 7919) % nodes.length],
    b: i % 3 ? nodes[(i * 104_729 + 1) % nodes.length] : small.network.earth,
    by: complex([0.01, 1, 20][i % 3]),
  })).map((f) => (f.a === f.b ? { ...f, b: small.network.earth } : f));
  const began = performance.now();
  const table = new FaultTable(base);
  const watch = table.places(nodes.slice(0, 40));
  const out = new Float64Array(80);
  for (const f of faults) table.volts(f, watch, out);
  const all = performance.now() - began;
  const some = 100;
  const again = performance.now();
  for (const f of faults.slice(0, some))
    new Solved({ ...small.network, branches: [...small.network.branches, { id: 'fault', from: f.a, to: f.b, is: { ohm: 1 / f.by.re } }] });
  const each = ((performance.now() - again) / some) * faults.length;

  const sizes = [100, 300, 1000, 3000, 10_000].map((n) => {
    const { network, size } = house(n);
    return { size, ms: median(() => new Solved(network), { rounds: 7, calls: n > 2000 ? 1 : 4 }) };
  });
  console.log('\nnodes   first solve, ms   (one # for each 0.5 ms)');
  for (const s of sizes)
    console.log(`${String(s.size).padStart(6)}  ${s.ms.toFixed(2).padStart(8)}   ${'#'.repeat(Math.max(1, Math.round(s.ms / 0.5)))}`);
  const [a, z] = [sizes[0], sizes.at(-1)];
  const growth = Math.log(z.ms / a.ms) / Math.log(z.size / a.size);
  const spice = spiceMs(big.network);
  const [forty, ten] = [40, 10].map(checksMs);
  console.log(`${big.size} nodes; 10 000 faults of ${small.size} nodes\n`);
  return [
    figure('circuit.first-solve', first, `dense LU of ml-matrix, real part, ${big.size} nodes`, lu),
    figure('circuit.update', opened, 'first solve; a joint opened', first),
    figure('circuit.instrument', added, 'first solve; a meter put in', first),
    figure('circuit.single-faults', all, 'factoring each of 10 000 anew', each),
    figure('circuit.growth', growth, 'exponent of linear growth, 100 to 10 000 nodes', 1, ''),
    figure('bench.checks', forty.then, 'the 5 ms that all checks of 40 boxes may take', 5),
    figure('bench.checks.first', forty.first, 'the same, the first twenty of them', 5),
    figure('bench.checks.growth', forty.then / ten.then, 'four times of ten boxes', 4, 'times'),
    ...(spice
      ? [figure('circuit.ngspice', first, spice.own ? 'ngspice, its own analysis time' : 'ngspice, whole run', spice.own || spice.whole)]
      : []),
  ];
}
