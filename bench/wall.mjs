import highsLoader from 'highs';
import { quinceStreet } from '@saddle/core/demo';
import { fewestReceptacles, gridPlaces, WALL_RULE } from '@saddle/core/layout';
import { FRAME_MS, inBrowser } from './browser.mjs';
import { figure, median, SMOKE } from './timing.mjs';

const FT = 304.8;
const at = (mm) => ({ mm, known: 'measured' });

/** A house with one wall of 300 things: studs, pipes, blocks, trim and boxes. */
function crowded() {
  const wall = quinceStreet.site.walls.find((w) => w.id === 'sewing-hall');
  const length = 190 * FT;
  const many = (count, make) => Array.from({ length: count }, (_, i) => make(i, ((i + 0.5) / count) * length));
  return {
    ...quinceStreet,
    id: 'crowded',
    name: 'Crowded',
    site: {
      ...quinceStreet.site,
      // the sample’s panel hangs on a wall that is not here
      panel: undefined,
      walls: [
        {
          ...wall,
          id: 'long',
          length: at(length),
          framing: { ...wall.framing, spacing: at(3 * FT), knownStud: at(FT) },
          obstacles: many(120, (i, x) => ({
            id: `o${i}`,
            kind: 'pipe',
            x: at(x),
            z: at(0),
            width: at(25),
            height: at(2000),
            behindA: at(30),
          })),
          openings: [],
          fixtures: many(60, (i, x) => ({ id: `f${i}`, kind: 'wainscot', face: 'A', x: at(x), z: at(0), width: at(400), height: at(900) })),
        },
      ],
      rooms: quinceStreet.site.rooms.map((r) => ({ ...r, sides: undefined })),
      boxes: many(60, (i, x) => ({
        id: `b${i}`,
        name: `box ${i}`,
        wallId: 'long',
        face: 'A',
        place: { from: 'left-end', toward: 'right', to: 'left-edge', distance: at(x), bottom: at(1200) },
        kind: 'wings-1g-20',
        gangs: 1,
        supportFittings: 0,
      })),
      cables: [],
      devices: [],
      loads: [],
    },
  };
}

async function redraw() {
  return inBrowser('wall', async ({ page, url, busy }) => {
    const made = await fetch(`${url}/api/v1/houses`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(crowded()),
    });
    if (!made.ok) throw new Error(await made.text());
    await page.goto(`${url}/houses/crowded/walls/long/A?box=b20`);
    await page.getByTestId('box-b20').waitFor();
    const things = await page.locator('.movable').count();
    if (things < 300) throw new Error(`only ${things} things on the wall`);
    await page.keyboard.press('p');
    const tape = page.getByTestId('tape');
    await tape.focus();
    const keys = SMOKE ? 4 : 40;
    for (let i = 0; i < 10; i++) await page.keyboard.press('ArrowUp');
    const start = await busy();
    for (let i = 0; i < keys; i++) await page.keyboard.press(i % 2 ? 'ArrowUp' : 'ArrowDown');
    const each = ((await busy()) - start) / keys;
    return [figure('wall.redraw', each, 'one frame at 60 Hz, 300 things', FRAME_MS)];
  });
}

/** Forty walls of a floor in one strip: our exact walk against a MILP solver on the same places. */
async function coverage() {
  const highs = await highsLoader();
  const length = 40 * 11 * FT;
  const grid = FT / 2;
  const allowed = Array.from({ length: 40 * 8 }, (_, i) => ({ from: i * 1.375 * FT + 60, to: (i + 1) * 1.375 * FT - 60 }));
  const space = { start: 0, length, ring: false, existing: [3 * FT, 90 * FT, 200 * FT], allowed };
  const places = gridPlaces(space, grid);
  const reach = WALL_RULE.reachMm;
  const edges = [0, length, ...[...places, ...space.existing].flatMap((p) => [p - reach, p + reach])]
    .filter((p) => p >= 0 && p <= length)
    .sort((a, b) => a - b);
  const points = edges.slice(1).flatMap((e, i) => (e - edges[i] > 0.01 ? [(e + edges[i]) / 2] : []));
  const rows = points
    .filter((p) => !space.existing.some((x) => Math.abs(x - p) <= reach))
    .map((p) => places.flatMap((x, i) => (Math.abs(x - p) <= reach ? [`x${i}`] : [])).join(' + '));
  const names = places.map((_, i) => `x${i}`);
  const model = `Minimize\n obj: ${names.join(' + ')}\nSubject To\n${[...new Set(rows)].map((r, i) => ` c${i}: ${r} >= 1`).join('\n')}\nBinary\n ${names.join(' ')}\nEnd`;
  const best = Math.round(highs.solve(model).ObjectiveValue);
  const own = fewestReceptacles(space, WALL_RULE, grid);
  if (own.added.length !== best) throw new Error(`coverage: ${own.added.length} against ${best} of the MILP`);
  const value = median(() => fewestReceptacles(space, WALL_RULE, grid), { rounds: 9, calls: 5 });
  const other = median(() => highs.solve(model), { rounds: 3, calls: 1 });
  return [figure('wall.coverage', value, 'HiGHS, a MILP solver, same optimum', other)];
}

export const wallFigures = async () => [...(await redraw()), ...(await coverage())];
