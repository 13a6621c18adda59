/** The sheet of a way to take along: where it starts, the walls it goes through, every hole, what to buy, what to be careful of. */
import { printSource } from '../catalog/index.js';
import { sumLines } from '../ledger/index.js';
import { printLength, printMark } from '../measure/index.js';
import { racewayPlaces } from '../route/index.js';
import { CRITERIA, type House, type Want } from '../model/index.js';
import {
  CRITERION_WORDS,
  holeNumbers,
  printFigure,
  routeDetail,
  routeElevations,
  routePlanFigure,
  searchRoutes,
  asWholeJobs,
  type RouteDetail,
  type RouteOption,
  type RouteSearch,
} from '../purpose/index.js';
import type { JobSheet, SheetBlock } from './jobSheet.js';

/** The way that was chosen, or the favourite where none was. */
export const chosenWay = (search: RouteSearch, want: Want): RouteOption | undefined =>
  search.found.options.find((o) => o.key === want.chosen) ?? search.found.options[0];

/** Why that way, and the holes, lengths and parts it comes to. */
export function routeSheet(house: House, want: Want): JobSheet {
  const search = searchRoutes(house, want);
  // figures of the whole job, as the Route stage shows them
  search.found.options = asWholeJobs(
    house,
    want,
    search.found.options,
    search.found.options.map((o) => routeDetail(house, want, o)),
  ).map((x) => x.option);
  const option = chosenWay(search, want);
  const blocks: SheetBlock[] = [];
  const title = want.name;
  const subtitle = `${house.name} · rules ${house.edition} · ${option ? option.title : 'no way found'}`;
  const foot = 'Values from memory: check the adopted local code.';
  if (!option) {
    blocks.push({ kind: 'caution', text: search.problem ?? 'No way was found.' });
    if (search.gaps.length) blocks.push({ kind: 'list', mark: 'dot', items: search.gaps });
    return { title, subtitle, foot, blocks };
  }
  const detail = routeDetail(house, want, option);
  for (const text of detail.cautions) blocks.push({ kind: 'caution', text });
  for (const q of search.joistQuestions)
    blocks.push({
      kind: 'caution',
      text: `Nobody looked which way the joists run ${q.field === 'joistsAbove' ? 'over' : 'under'} the ${q.room}; here they are taken to run along ${q.firstWall}.`,
    });
  blocks.push({
    kind: 'table',
    columns: ['Way', ...CRITERIA.map((c) => CRITERION_WORDS[c]), 'Against this one'],
    widths: [0.3, 0.09, 0.09, 0.12, 0.1, 0.1, 0.2],
    rows: [option, ...search.found.options.filter((o) => o !== option)].map((o) => [
      o.title,
      ...CRITERIA.map((c) => printFigure(c, o.figures[c])),
      o === option ? 'this one' : o.buys.join(', '),
    ]),
  });
  const plan = routePlanFigure(house, want, option, detail);
  if (plan) {
    blocks.push({ kind: 'heading', text: 'On the plan' });
    blocks.push({
      kind: 'route-plan',
      figure: plan,
      caption: 'Solid: in walls and on faces. Dashed: over the ceiling. Dotted: under the floor. Numbers: holes, as in the list',
    });
  }
  for (const e of routeElevations(house, want, detail)) {
    blocks.push({ kind: 'heading', text: e.title });
    blocks.push({ kind: 'elevation', elevation: e.elevation, caption: e.title });
  }
  blocks.push(...holeBlocks(house, detail), ...openingBlocks(house, detail), ...lengthBlocks(house, detail));
  if (detail.raceway) blocks.push(...racewayBlocks(house, detail));
  const feed = option.feed.findings.filter((f) => f.verdict === 'stop' || f.verdict === 'can’t tell' || f.verdict === 'caution');
  if (feed.length) {
    blocks.push({ kind: 'heading', text: `Feed: ${option.feed.name}` });
    for (const f of feed)
      blocks.push({
        kind: 'finding',
        verdict: f.verdict,
        title: f.title,
        says: f.says,
        source: printSource(f.source),
        sums: f.sums.map((s) => sumLines(s, house.unit)),
        ...(f.ask ? { ask: f.ask } : {}),
      });
  }
  blocks.push({ kind: 'heading', text: 'To buy' }, { kind: 'list', mark: 'box', items: detail.buy.map((b) => `${b.what}: ${b.amount}`) });
  return { title, subtitle, foot, blocks };
}

function holeBlocks(house: House, detail: RouteDetail): SheetBlock[] {
  const numbers = holeNumbers(detail);
  if (numbers.length === 0) return [];
  return [
    { kind: 'heading', text: 'Holes' },
    {
      kind: 'table',
      columns: ['No.', 'Through', 'Where', 'Bit', 'Then', 'Rule'],
      widths: [0.06, 0.12, 0.44, 0.08, 0.14, 0.16],
      rows: numbers.map(({ n, hole }) => [
        n,
        hole.count > 1 ? `${hole.count} ${hole.member}s` : hole.member,
        hole.where,
        printMark(hole.sizeMm, house.unit),
        [hole.plate ? 'steel plate' : '', hole.bushing ? 'bushing' : '', hole.seal ? 'seal' : ''].filter(Boolean).join(', '),
        hole.judged ? `${hole.judged.verdict}: ${hole.judged.says}` : '',
      ]),
    },
    ...(detail.traced.drillFrom.length
      ? ([
          { kind: 'heading', text: 'Finding the points' },
          { kind: 'list', mark: 'number', items: detail.traced.drillFrom },
        ] as SheetBlock[])
      : []),
  ];
}

function openingBlocks(house: House, detail: RouteDetail): SheetBlock[] {
  const say = (mm: number): string => printMark(mm, house.unit);
  const openings = [detail.traced, ...detail.sections].flatMap((t) => t.openings);
  const wallName = (id: string): string => house.site.walls.find((w) => w.id === id)?.name ?? id;
  const { chases, outside } = detail.traced;
  return [
    ...(openings.length
      ? ([
          { kind: 'heading', text: 'Openings to close again' },
          {
            kind: 'table',
            columns: ['What', 'Wall', 'From its left end', 'Up', 'Closing'],
            widths: [0.24, 0.2, 0.16, 0.16, 0.24],
            rows: openings.map((o) => [
              o.what,
              wallName(o.wallId),
              `${say(o.fromLeft[0])} to ${say(o.fromLeft[1])}`,
              `${say(o.bottom)} to ${say(o.top)}`,
              o.patch.says,
            ]),
          },
        ] as SheetBlock[])
      : []),
    ...chases.map((c): SheetBlock => ({
      kind: 'finding',
      verdict: c.verdict,
      title: `Chase, ${say(c.lengthMm)} ${c.runs}: ${c.rubbleLitres.toFixed(1)} l rubble, ${c.passes} passes of plaster`,
      says: c.says,
      source: printSource(c.source),
      sums: c.sums.map((s) => sumLines(s, house.unit)),
      ...(c.ask ? { ask: c.ask } : {}),
    })),
    ...outside.flatMap((o): SheetBlock[] => [
      { kind: 'heading', text: 'Out through the wall' },
      { kind: 'text', text: `${o.says}. ${o.layers}.` },
      { kind: 'list', mark: 'box', items: o.kit },
    ]),
  ];
}

function lengthBlocks(house: House, detail: RouteDetail): SheetBlock[] {
  const say = (mm: number): string => printMark(mm, house.unit);
  const { traced } = detail;
  const sections = detail.lamps ? detail.sections : [];
  return [
    { kind: 'heading', text: 'Cable' },
    {
      kind: 'table',
      columns: ['Leg', 'Length', 'Fastened', 'Staples from its start'],
      widths: [0.3, 0.12, 0.38, 0.2],
      rows: traced.legs
        .filter((l) => l.lengthMm > 0.5)
        .map((l) => [l.words, say(l.lengthMm), l.fastened, l.staples.map((s) => say(s)).join(', ')]),
    },
    {
      kind: 'text',
      text: `Lies ${say(traced.run.runMm)}; cut ${printLength(traced.run.cutMm, house.unit, { style: 'feet' })}, buy ${printLength(traced.run.buyMm, house.unit, { style: 'feet' })}.`,
    },
    ...(sections.length
      ? ([
          {
            kind: 'table',
            columns: ['Piece', 'Lies', 'Cut', 'Staples', 'Joists bored'],
            widths: [0.3, 0.2, 0.2, 0.15, 0.15],
            rows: sections.map((s, i) => [
              i === 0 ? 'switch to lamp 1' : `lamp ${i} to lamp ${i + 1}`,
              say(s.run.runMm),
              printLength(s.run.cutMm, house.unit, { style: 'feet' }),
              `${s.counts.staples}`,
              `${s.counts.joists}`,
            ]),
          },
        ] as SheetBlock[])
      : []),
    {
      kind: 'finding',
      verdict: detail.electrical.verdict,
      title: 'Voltage and fault current',
      says: detail.electrical.says,
      source: printSource(detail.electrical.source),
      sums: detail.electrical.sums.map((s) => sumLines(s, house.unit)),
      ...(detail.electrical.ask ? { ask: detail.electrical.ask } : {}),
    },
  ];
}

function racewayBlocks(house: House, detail: RouteDetail): SheetBlock[] {
  const plan = detail.raceway!;
  const say = (mm: number): string => printMark(mm, house.unit);
  return [
    { kind: 'heading', text: 'Raceway, cut list by position' },
    {
      kind: 'table',
      columns: ['Piece', 'Where', 'Length'],
      widths: [0.15, 0.65, 0.2],
      rows: plan.pieces.map((p) => [p.what, p.where, say(p.mm)]),
    },
    {
      kind: 'table',
      columns: ['Fitting', 'Where', 'Number'],
      widths: [0.3, 0.55, 0.15],
      rows: plan.fittings.map((f) => [f.what, f.where, `${f.count}`]),
    },
    {
      kind: 'list',
      mark: 'box',
      items: [
        ...plan.track.bars.map((b, i) => `track length ${i + 1}: ${b.pieces.map(say).join(' + ')}, ${say(b.offcutMm)} left`),
        ...plan.covers.bars.map((b, i) => `cover length ${i + 1}: ${b.pieces.map(say).join(' + ')}, ${say(b.offcutMm)} left`),
      ],
    },
    {
      kind: 'text',
      text: `Screwed to a stud or a board: ${racewayPlaces(plan.supports, say) || 'none found'}. File every cut end; every fitting and cover has to carry the ground through.`,
    },
  ];
}
