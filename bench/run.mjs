// Figures as ratios against a reference in the same run; a table to read, and one JSON line a figure. `npm run bench [area]`.
import { circuitFigures } from './circuit.mjs';
import { diagnoseFigures } from './diagnose.mjs';
import { finalsFigures } from './finals.mjs';
import { measureFigures } from './measure.mjs';
import { jobFigures } from './job.mjs';
import { pageFigures } from './page.mjs';
import { planFigures } from './plan.mjs';
import { routeFigures } from './route.mjs';
import { wallFigures } from './wall.mjs';

const areas = {
  measure: measureFigures,
  job: jobFigures,
  page: pageFigures,
  wall: wallFigures,
  circuit: circuitFigures,
  route: routeFigures,
  plan: planFigures,
  diagnose: diagnoseFigures,
  finals: finalsFigures,
};
const wanted = process.argv[2] === 'smoke' ? undefined : process.argv[2];
if (wanted && !Object.hasOwn(areas, wanted)) {
  console.error(`There is no area ${wanted}; there are ${Object.keys(areas).join(', ')}.`);
  process.exit(2);
}
const figures = [];
for (const [name, run] of Object.entries(areas)) if (!wanted || wanted === name) figures.push(...(await run()));
const cell = (text, width) => String(text).padEnd(width);
console.log(`${cell('figure', 18)}${cell('value', 14)}${cell('against', 44)}${cell('other', 14)}ratio`);
for (const f of figures)
  console.log(
    `${cell(f.figure, 18)}${cell(`${f.value} ${f.unit}`, 14)}${cell(f.against, 44)}${cell(`${f.other} ${f.unit}`, 14)}${f.ratio}`,
  );
for (const f of figures) console.log(JSON.stringify(f));
