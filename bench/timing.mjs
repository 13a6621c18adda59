/** Every figure once, small: only that it can still be measured. */
export const SMOKE = process.env.SADDLE_BENCH === 'smoke';

/** Median milliseconds of one call, over `rounds` rounds of `calls` each, after a warm-up. */
export function median(run, { rounds = 15, calls = 20 } = {}) {
  if (SMOKE) [rounds, calls] = [1, 1];
  for (let i = 0; i < calls; i++) run();
  const times = [];
  for (let round = 0; round < rounds; round++) {
    const start = performance.now();
    for (let i = 0; i < calls; i++) run();
    times.push((performance.now() - start) / calls);
  }
  return times.sort((a, b) => a - b)[Math.floor(rounds / 2)];
}

/** A figure in the published shape; ratio above 1 means faster than the reference. */
export const figure = (name, value, against, other, unit = 'ms') => ({
  figure: name,
  value: Number(value.toPrecision(3)),
  unit,
  against,
  other: Number(other.toPrecision(3)),
  ratio: Number((other / value).toPrecision(3)),
});
