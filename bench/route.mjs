// Ways through a large house: five criteria from all feeds against ourselves at ten times the size, one criterion against a library.
import createGraph from 'ngraph.graph';
import { nba } from 'ngraph.path';
import { bestWays, cheapestWay, COMBINE, weightedGraph } from '@saddle/core/route';
import { figure, median } from './timing.mjs';

/** Plain linear congruential numbers: the same house in every run. */
function numbers(seed) {
  let s = seed;
  return (n) => {
    s = (s * 1664525 + 1013904223) % 4294967296;
    return Math.floor((s / 4294967296) * n);
  };
}

/**
 * A house of three floors as a graph: joist grids between them, walls of bays that join one floor’s grid to the next through plates,
 * costs as the framing graph gives them. About `edges` edges.
 */
function house(edges) {
  const any = numbers(7);
  const floors = 4;
  const side = Math.round(Math.sqrt(edges / (floors * 2.62)));
  const nodes = [];
  const list = [];
  const node = () => nodes.push(0) - 1;
  const grids = Array.from({ length: floors }, () => Array.from({ length: side * side }, node));
  const edge = (from, to, cost) => list.push({ from, to, cost });
  for (const grid of grids)
    for (let i = 0; i < side; i++)
      for (let j = 0; j < side; j++) {
        // along the joists a cable is stapled; across them every joist is bored
        if (i + 1 < side) edge(grid[i * side + j], grid[(i + 1) * side + j], [2, 133, 0, 0, 0]);
        if (j + 1 < side) edge(grid[i * side + j], grid[i * side + j + 1], [4, 133, 0, 0, 0]);
      }
  const bays = [];
  for (let f = 0; f + 1 < floors; f++)
    for (let i = 0; i < side; i += 5) {
      let last;
      for (let j = 0; j < side; j++) {
        const [low, mid, high] = [node(), node(), node()];
        const doubt = any(3) === 0 ? 1 : 0;
        edge(grids[f][i * side + j], low, [30, 200, 0, 0, doubt]);
        edge(low, mid, [2, 40, 0, 0, 0]);
        edge(mid, high, [6, 200, 0, 0, 0]);
        edge(high, grids[f + 1][i * side + j], [25, 200, 0, 0, 0]);
        // a stud between two bays, unless a door stands there
        if (last !== undefined && any(6)) edge(last, mid, [55 + any(3) * 10, 1133, 1, 15, any(4) === 0 ? 1 : 0]);
        last = mid;
        bays.push(mid);
      }
    }
  const pick = () => bays[any(bays.length)];
  return {
    graph: weightedGraph(nodes.length, COMBINE, list),
    edges: list,
    nodes: nodes.length,
    starts: Array.from({ length: 12 }, () => ({ node: pick(), cost: [20 + any(60), 0, 0, 0, any(3)] })),
    target: pick(),
  };
}

export const routeFigures = async () => {
  const [small, large] = [house(20_000), house(200_000)];
  const multi = (h) => median(() => bestWays(h.graph, h.starts, h.target), { rounds: 7, calls: 1 });
  const ways = bestWays(small.graph, small.starts, small.target);
  if (ways.length === 0) throw new Error('route: no way was found');
  const [at20, at200] = [multi(small), multi(large)];
  const weights = [1, 0, 0, 0, 0];
  const other = createGraph({ multigraph: true });
  for (let n = 0; n < small.nodes; n++) other.addNode(n);
  for (const e of small.edges) other.addLink(e.from, e.to, e.cost[0]);
  const finder = nba(other, { distance: (_a, _b, link) => link.data });
  const start = small.starts[0];
  const own = () => cheapestWay(small.graph, [{ node: start.node, cost: [0, 0, 0, 0, 0] }], small.target, weights);
  const path = finder.find(start.node, small.target);
  const cheapest = new Map();
  for (const e of small.edges) {
    const key = e.from < e.to ? `${e.from},${e.to}` : `${e.to},${e.from}`;
    cheapest.set(key, Math.min(cheapest.get(key) ?? Infinity, e.cost[0]));
  }
  const length = path.slice(1).reduce((s, n, i) => {
    const [a, b] = [path[i].id, n.id];
    return s + cheapest.get(a < b ? `${a},${b}` : `${b},${a}`);
  }, 0);
  if (own().cost !== length) throw new Error(`route: ${own().cost} against ${length} of the library`);
  const single = median(own, { rounds: 9, calls: 3 });
  const reference = median(() => finder.find(start.node, small.target), { rounds: 9, calls: 3 });
  const exponent = Math.log(at200 / at20) / Math.log(large.edges.length / small.edges.length);
  return [
    figure('route.multi', at20, `100 ms; ${small.edges.length} edges, 12 feeds, 5 criteria, ${ways.length} ways`, 100),
    figure('route.single', single, 'ngraph.path on the same graph, same cost', reference),
    figure('route.growth', at200, `the same at a tenth; ${large.edges.length} edges, exponent ${exponent.toFixed(2)}`, at20),
  ];
};
