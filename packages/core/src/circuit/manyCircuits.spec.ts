/**
 * Circuits by the hundred: the solver against ngspice (Debian), against Kirchhoff and the balance of power. Apart from the worked
 * examples, which are soon done.
 */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { afterAll, describe, expect, it } from 'vitest';
import { PANEL, type Bench } from '../model/index.js';
import {
  buildNetwork,
  complex,
  EARTH,
  magnitude,
  minus,
  plus,
  runOfBoxes,
  sharedNeutralRun,
  Solved,
  spiceNetlist,
  times,
  type Network,
} from './index.js';

const folder = mkdtempSync(join(tmpdir(), 'saddle-spice-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** Node voltages by ngspice. */
function bySpice(network: Network, nodes: string[]): Map<string, { re: number; im: number }> {
  const { text, node } = spiceNetlist(network);
  const names = nodes.map(node);
  const body = text.replace(
    /\.ac lin 1 .*\n\.end\n/,
    (ac) => `.control\nset numdgt=14\n${ac.split('\n')[0]!.slice(1)}\nprint ${names.join(' ')}\n.endc\n.end\n`,
  );
  const file = join(folder, 'c.cir');
  writeFileSync(file, body);
  const run = spawnSync('ngspice', ['-b', file], { encoding: 'utf8' });
  const found = new Map<string, { re: number; im: number }>();
  for (const [, name, re, im] of run.stdout.matchAll(/^(n\d+) = ([-\d.e+]+),([-\d.e+]+)/gim))
    found.set(name!.toLowerCase(), { re: Number(re), im: Number(im) });
  return new Map(nodes.map((n, i) => [n, found.get(names[i]!) ?? { re: Number.NaN, im: Number.NaN }]));
}

function agree(network: Network): void {
  const solved = new Solved(network);
  const nodes = [...new Set(network.branches.flatMap((b) => [b.from, b.to]))].filter((n) => n !== network.earth);
  const reference = bySpice(network, nodes);
  for (const n of nodes) {
    const [own, other] = [solved.state.volts(n), reference.get(n)!];
    const off = Math.hypot(own.re - other.re, own.im - other.im);
    expect(off, `${n}: ${own.re} + j${own.im} against ${other.re} + j${other.im}`).toBeLessThan(
      Math.max(1e-3, 1e-4 * Math.hypot(other.re, other.im)),
    );
  }
}

/** A run of boxes with something done to it: an end off its joint, two hots joined to a ring, a ground on a hot, loads. */
const wired = fc
  .record({
    boxes: fc.integer({ min: 1, max: 5 }),
    protectedFirst: fc.boolean(),
    loads: fc.array(
      fc.record({ at: fc.nat(4), watts: fc.integer({ min: 5, max: 1500 }), pf: fc.constantFrom(1, 0.8, 0.5), upper: fc.boolean() }),
      { maxLength: 3 },
    ),
    off: fc.array(fc.nat(60), { maxLength: 2 }),
    ring: fc.boolean(),
    swap: fc.option(fc.nat(60)),
    loose: fc.option(fc.record({ at: fc.nat(60), ohm: fc.constantFrom(0.5, 20, 1e4) })),
    lengthMm: fc.integer({ min: 500, max: 40_000 }),
  })
  .map((o): Bench => {
    const bench = runOfBoxes({ boxes: o.boxes, protectedFirst: o.protectedFirst, lengthMm: o.lengthMm });
    let joints = bench.joints;
    const pick = (n: number) => n % joints.length;
    for (const n of o.off) joints = joints.map((j, i) => (i === pick(n) ? { ...j, ends: j.ends.slice(1) } : j));
    if (o.swap !== null) {
      const i = pick(o.swap);
      const k = (i + 1) % joints.length;
      const [a, b] = [joints[i]!.ends, joints[k]!.ends];
      joints = joints.map((j, n) => (n === i ? { ...j, ends: b } : n === k ? { ...j, ends: a } : j));
    }
    if (o.loose) joints = joints.map((j, i) => (i === pick(o.loose!.at) ? { ...j, looseOhm: o.loose!.ohm } : j));
    const plugged = o.loads.map((l, i) => ({
      id: `l${i}`,
      name: `load ${i}`,
      deviceId: `device${(l.at % o.boxes) + 1}`,
      face: l.upper ? ('upper' as const) : ('lower' as const),
      watts: l.watts,
      powerFactor: l.pf,
      on: true,
    }));
    const ring = o.ring && o.boxes > 1;
    return {
      ...bench,
      joints: ring
        ? [
            ...joints.filter((j) => j.id !== 'neutral-bar-1'),
            {
              ...joints.find((j) => j.id === 'neutral-bar-1')!,
              ends: [...(joints.find((j) => j.id === 'neutral-bar-1')?.ends ?? []), { cableId: 'back', conductor: 1, end: 1 as const }],
            },
            ...ringBack(o.boxes),
          ]
        : joints,
      cables: ring
        ? [...bench.cables, { ...bench.cables[0]!, id: 'back', name: 'back to the panel', ends: [`box${o.boxes}`, PANEL] }]
        : bench.cables,
      plugged,
    };
  });
const ringBack = (boxes: number): Bench['joints'] => [
  {
    id: 'back-hot',
    boxId: `box${boxes}`,
    kind: 'terminal',
    at: { device: `device${boxes}`, terminal: boxes === 1 ? 'load brass' : 'brass lower' },
    ends: [{ cableId: 'back', conductor: 0, end: 0 }],
  },
];

describe('against ngspice', () => {
  it('200 random circuits of wiring agree to 1 part in 10⁴ or 1 mV at every node: trees, rings, opens, swaps, loose joints, floating wires', () => {
    fc.assert(
      fc.property(wired, (bench) => agree(buildNetwork(bench).network)),
      { numRuns: 200, seed: 20261124 },
    );
  }, 120_000);
  it.each([
    ['shared neutral, opposite legs', sharedNeutralRun(24, 96)],
    ['shared neutral, same leg', sharedNeutralRun(24, 96, ['A', 'A'])],
    ['open neutral', { ...sharedNeutralRun(24, 96), joints: sharedNeutralRun(24, 96).joints.filter((j) => j.id !== 'p3') }],
  ])('%s', (_name, bench) => agree(buildNetwork(bench).network));
  it('a random mesh of resistances, inductances and capacitances', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({ a: fc.nat(9), b: fc.nat(9), log: fc.double({ min: -3, max: 6, noNaN: true }), c: fc.boolean(), l: fc.boolean() }),
          { minLength: 4, maxLength: 30 },
        ),
        (parts) => {
          const network: Network = {
            earth: 'n0',
            hertz: 60,
            branches: [
              ...Array.from({ length: 10 }, (_, i) => ({ id: `t${i}`, from: `n${i}`, to: 'n0', is: { ohm: 1e7 } })).slice(1),
              ...parts
                .filter((p) => p.a !== p.b)
                .map((p, i) => ({
                  id: `p${i}`,
                  from: `n${p.a}`,
                  to: `n${p.b}`,
                  is: p.c ? { farad: 10 ** (p.log / 2 - 9) } : { ohm: 10 ** p.log, ...(p.l ? { henry: 0.01 } : {}) },
                })),
            ],
            sources: [{ id: 's', from: 'n0', to: 'n1', volts: complex(100, 40), ohm: 0.05, henry: 1e-4 }],
          };
          agree(network);
        },
      ),
      { numRuns: 60, seed: 7 },
    );
  }, 60_000);
});

describe('laws, over thousands of circuits', () => {
  it('what flows into a node flows out of it, and the power of the sources is the power in the parts', () => {
    fc.assert(
      fc.property(wired, (bench) => {
        const { network } = buildNetwork(bench);
        const { state } = new Solved(network);
        const sum = new Map<string, { re: number; im: number }>();
        const largest = new Map<string, number>();
        const add = (n: string, z: { re: number; im: number }) => {
          sum.set(n, plus(sum.get(n) ?? complex(0), z));
          largest.set(n, Math.max(largest.get(n) ?? 0, magnitude(z)));
        };
        let [spent, given] = [complex(0), complex(0)];
        const conj = (z: { re: number; im: number }) => complex(z.re, -z.im);
        for (const b of network.branches) {
          const i = state.amps(b.id);
          add(b.from, complex(-i.re, -i.im));
          add(b.to, i);
          spent = plus(spent, times(state.between(b.from, b.to), conj(i)));
        }
        for (const s of network.sources) {
          const i = state.amps(s.id);
          add(s.to, i);
          add(s.from, complex(-i.re, -i.im));
          given = plus(given, times(state.between(s.to, s.from), conj(i)));
        }
        for (const [n, z] of sum) if (n !== EARTH) expect(magnitude(z), n).toBeLessThan(1e-5 * Math.max(1, largest.get(n)!));
        // and what insulation lets through everywhere
        for (const n of sum.keys()) spent = plus(spent, complex(magnitude(state.volts(n)) ** 2 / network.leakOhm!));
        expect(magnitude(minus(spent, given))).toBeLessThan(1e-6 * Math.max(1, magnitude(given)));
      }),
      { numRuns: 1500 },
    );
  });
  it('a branch taken out by an update is a network without it; one put in is a network with it', () => {
    fc.assert(
      fc.property(wired, fc.nat(400), (bench, n) => {
        const { network } = buildNetwork(bench);
        const solved = new Solved(network);
        const metal = network.branches.filter((b) => b.id.startsWith('conductor') || b.id.startsWith('contact'));
        const gone = metal[n % metal.length]!;
        const less = new Solved({ ...network, branches: network.branches.filter((b) => b.id !== gone.id) });
        const quick = solved.with([{ out: gone.id }, { from: gone.from, to: EARTH, by: complex(1 / 50) }]);
        const slow = less.with([{ from: gone.from, to: EARTH, by: complex(1 / 50) }]);
        for (const node of [gone.from, gone.to].filter((n) => less.has(n)))
          expect(magnitude(minus(quick.volts(node), slow.volts(node)))).toBeLessThan(1e-3);
      }),
      { numRuns: 300 },
    );
  });
});
