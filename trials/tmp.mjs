import { bigHouse } from './bigHouse.mjs';
import { checkHouse, checkHouseEdit } from '@saddle/core/model';
import { nudgeThing } from '@saddle/core/survey';
import { wantFeeds, waysOf, searchRoutes } from '@saddle/core/want';
const h = bigHouse();
let t = performance.now();
const lap = (n) => {
  const x = performance.now();
  console.log(n, (x - t).toFixed(0));
  t = performance.now();
};
const c = checkHouse(h);
lap('check');
if (!c.ok) {
  console.log(c.errors.slice(0, 3));
  process.exit(1);
}
let house = c.value;
console.log('bytes', JSON.stringify(house).length);
t = performance.now();
for (let i = 0; i < 5; i++) {
  const site = nudgeThing(house.site, 'r50-n', 'b250', 'A', 1, 0, false, 'in');
  lap('nudge');
  const next = { ...house, site };
  const e = checkHouseEdit(house, next);
  lap('edit');
  house = e.value;
}
t = performance.now();
const feeds = wantFeeds(house, house.wants[0]);
lap('feeds ' + feeds.length);
const w = waysOf(house, house.wants[0], feeds);
lap('ways ' + Object.keys(w));
