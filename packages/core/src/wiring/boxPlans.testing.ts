/** One box on an empty bench, with the cables and devices of each kind of plan: what is asked of the planner, and how its answer is read. */
import {
  emptyBench,
  DEFAULT_SCHOOLS,
  type Bench,
  type BenchCable,
  type BenchDevice,
  type Schools,
  type WireColour,
} from '../model/index.js';
import type { BoxPlanKind, BoxPlanRequest } from './boxPlan.js';

export const wire = (id: string, colours: WireColour[], gauge: 14 | 12 = 14): BenchCable => ({
  id,
  name: id,
  gauge,
  colours,
  lengthMm: 5000,
  ends: ['elsewhere', 'box'],
  sides: ['top', 'top'],
  freeMm: [180, 180],
});
export const boxDevice = (id: string, form: BenchDevice['form']): BenchDevice => ({
  id,
  name: id,
  boxId: 'box',
  form,
  ratingA: 15,
  brassTab: true,
  silverTab: true,
  up: false,
  tripped: false,
  powerFactor: 1,
});
export const TWO: WireColour[] = ['black', 'white', 'bare'];
export const THREE: WireColour[] = ['black', 'red', 'white', 'bare'];
export const planFor = (
  kind: BoxPlanKind,
  cables: BenchCable[],
  devices: BenchDevice[],
  more: Partial<BoxPlanRequest> = {},
  schools: Partial<Schools> = {},
  metal = false,
): BoxPlanRequest => ({
  bench: {
    ...emptyBench(),
    boxes: [{ id: 'box', name: 'box', material: metal ? 'metal' : 'plastic', gangs: 2, volumeIn3: 34 }],
    cables,
    devices,
  },
  boxId: 'box',
  kind,
  feeds: ['feed'],
  onward: cables.filter((c) => c.id.startsWith('on')).map((c) => c.id),
  schools: { ...DEFAULT_SCHOOLS, ...schools },
  ...more,
});
export const CASES: Record<BoxPlanKind, (schools?: Partial<Schools>, metal?: boolean) => BoxPlanRequest> = {
  run: (s, m) => planFor('run', [wire('feed', TWO), wire('on1', TWO)], [boxDevice('d', 'duplex')], {}, s, m),
  quad: (s, m) => planFor('quad', [wire('feed', TWO), wire('on1', TWO)], [boxDevice('d', 'duplex'), boxDevice('e', 'duplex')], {}, s, m),
  'quad on two feeds': (s, m) =>
    planFor(
      'quad on two feeds',
      [wire('feed', TWO), wire('feed2', TWO)],
      [boxDevice('d', 'duplex'), boxDevice('e', 'duplex')],
      { feeds: ['feed', 'feed2'], onward: [] },
      s,
      m,
    ),
  protected: (s, m) => planFor('protected', [wire('feed', TWO), wire('on1', TWO)], [boxDevice('d', 'ground-fault')], {}, s, m),
  'split, two circuits': (s, m) => planFor('split, two circuits', [wire('feed', THREE)], [boxDevice('d', 'duplex')], {}, s, m),
  'split, half switched': (s, m) =>
    planFor(
      'split, half switched',
      [wire('feed', TWO), wire('switch', THREE)],
      [boxDevice('d', 'duplex')],
      { switchCable: 'switch' },
      s,
      m,
    ),
  'from a switch box': (s, m) =>
    planFor(
      'from a switch box',
      [wire('feed', TWO), wire('lamp', TWO), wire('on1', TWO)],
      [boxDevice('d', 'switch')],
      { switchCable: 'lamp' },
      s,
      m,
    ),
  'tap of one leg': (s, m) =>
    planFor('tap of one leg', [wire('feed', THREE), wire('on1', THREE), wire('on2', TWO)], [], { leg: 'red' }, s, m),
  junction: (s, m) => planFor('junction', [wire('feed', TWO), wire('on1', TWO), wire('on2', TWO)], [], {}, s, m),
};

/** What hangs together in the box, across its pigtails: `feed black + on1 black + d brass upper`; sorted. A capped end stands alone. */
export function hangsTogether(bench: Bench): string[] {
  const name = new Map<string, string>();
  const groups: Set<string>[] = [];
  for (const j of bench.joints.filter((x) => x.boxId === 'box')) {
    const own = j.ends.map((e) => {
      if (!('cableId' in e)) return `tail ${e.pigtailId}`;
      const key = `${e.cableId} ${bench.cables.find((c) => c.id === e.cableId)!.colours[e.conductor]}`;
      name.set(key, key);
      return key;
    });
    if (j.at) name.set(`${j.at.device} ${j.at.terminal}`, `${j.at.device} ${j.at.terminal}`);
    const group = new Set([...own, ...(j.at ? [`${j.at.device} ${j.at.terminal}`] : [])]);
    for (const other of groups.filter((g) => [...g].some((x) => group.has(x)))) {
      other.forEach((x) => group.add(x));
      groups.splice(groups.indexOf(other), 1);
    }
    groups.push(group);
  }
  return groups
    .map((g) =>
      [...g]
        .filter((x) => name.has(x))
        .sort()
        .join(' + '),
    )
    .sort();
}
