/** What of a searched way goes into the plan when it is taken: the way itself, piece by piece, and what is put together along it. */
import type { RacewayParts, Site, Want } from '../model/index.js';
import { keptWay, WIRES_OF_ONE, type RacewayPlan } from '../route/index.js';
import type { KeptParts } from './outletPlan.js';
import { ownId } from './ownId.js';
import type { RouteDetail } from './routeDetail.js';
import type { RouteOption } from './searchRoutes.js';

const partsOf = ({ stock, fittings, pieces, supports, conductorMm, wires }: RacewayPlan): RacewayParts => ({
  stock,
  fittings: fittings.map((f) => ({ ...f, what: f.what.slice(0, 120), where: f.where.slice(0, 1000) })),
  pieces: pieces.map((p) => ({ ...p, where: p.where.slice(0, 1000) })),
  supports: supports.map((s) => ({ ...s, where: s.where.slice(0, 1000) })),
  conductorMm,
  ...(wires > WIRES_OF_ONE ? { wires } : {}),
});

/** @param option the way as it was shown */
export function keptParts(
  site: Site,
  want: Want,
  option: Pick<RouteOption, 'key' | 'title' | 'gauge' | 'firstPlace' | 'order' | 'from'> & { feed: { id: string } },
  detail: RouteDetail,
): KeptParts {
  const title = option.title.slice(0, 120);
  // a raceway parts where it is laid; a run of cables was parted when it was searched
  const from = detail.from ?? option.from;
  const raceway = want.kind === 'raceway' ? detail.raceway : undefined;
  const boxId = (n: number): string =>
    n === 0 ? ownId(want.id, 'box') : ownId(want.id, want.kind === 'lights' ? `lamp-${n}` : `box-${n + 1}`);
  return {
    way: keptWay(site, detail.traced, { key: option.key, title, feed: option.feed.id, open: raceway !== undefined }),
    gauge: option.gauge,
    sections: detail.sections.map((traced, i) =>
      keptWay(site, traced, {
        key: `${option.key.slice(0, 1900)} > ${i + 1}`,
        title: `${title.slice(0, 100)}, on ${i + 1}`,
        feed: from?.[i + 1] === -1 ? option.feed.id : boxId(from?.[i + 1] ?? i),
        open: raceway !== undefined || (want.kind === 'lights' && i > 0),
      }),
    ),
    ...(from ? { from } : {}),
    order: detail.order ?? option.order ?? want.places.map((_, i) => (option.firstPlace === 0 ? i : want.places.length - 1 - i)),
    raceway: raceway && partsOf(raceway),
    lamps: (detail.lamps?.at ?? []).map(({ x, y, roomId }) => ({ x, y, roomId })),
  };
}
