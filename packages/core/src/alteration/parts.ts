/** What an alteration takes, from the plan: the box and what goes into it, cable by the metre, what fixes, covers and fills. */
import { BOX_KINDS, ukBoxSort, type ArticleId, type UkBoxSort } from '../catalog/index.js';
import type { MaterialRow } from '../takeoff/index.js';
import { isSingles, sizeWords, type CableSize, type FinalPoint, type JobInBook, type UkSchools, type Wall } from '../model/index.js';
import { CHASE_DEEP_MM, chaseWideMm } from './ways.js';
import { ukSchools } from './schools.js';
import { cablesLaid, plannedOf, wayOf } from './plan.js';
import { isMetal, isSolid, subjectOf, ukKind } from './spots.js';

const CABLES: Readonly<Record<CableSize, ArticleId>> = { '1.5/1.5': 'uk-singles-1.5', '2.5/2.5': 'uk-singles-2.5', '4/4': 'uk-singles-4', '6/6': 'uk-singles-6', '1.0/1.0': 'uk-cable-1.0', '1.5/1.0': 'uk-cable-1.5', '2.5/1.5': 'uk-cable-2.5', '4/1.5': 'uk-cable-4', '6/2.5': 'uk-cable-6' }; // prettier-ignore
const accessoryOf = (kind: FinalPoint['kind'], socket: UkSchools['socket']): ArticleId | undefined =>
  ({ single: socket === 'switched' ? 'uk-single' : 'uk-single-plain', twin: socket === 'switched' ? 'uk-twin' : 'uk-twin-plain', 'fused unit': 'uk-fused-unit', 'fixed appliance': 'uk-outlet-plate', joint: undefined } as const)[kind]; // prettier-ignore
/** What a screw holds in: by what the leaf is of, taken as brick where nobody looked; in board a fixing of its own. */
const plugOf = ({ framing }: Wall): { article: ArticleId; what: string } =>
  framing.material !== 'masonry'
    ? { article: 'uk-fixing-board', what: 'fixing for plasterboard with its screw' }
    : framing.unit === 'aerated block'
      ? { article: 'uk-plug-block', what: 'plug for aerated block with its screw' }
      : { article: 'uk-plug', what: 'plug with its screw' };
const BOX_ARTICLE: Readonly<Record<UkBoxSort, ArticleId>> = { metal: 'uk-box-metal', lined: 'uk-box-lined', weather: 'uk-box-weather', surface: 'uk-box-surface' }; // prettier-ignore
/** Sleeving at each cable’s end, and the lead of a metal box, mm; a clip each (common practice). */
const [SLEEVE_MM, LEAD_MM, CLIP_MM] = [150, 200, 300];
/** Plaster for a box let in, l (common practice). */
const ROUND_A_BOX_L = 0.5;
const MM3_PER_L = 1e6;

const row = (article: ArticleId, what: string, count: number, amount: string, why: string): MaterialRow => ({
  article,
  what,
  count,
  amount,
  why,
});
const each = (article: ArticleId, what: string, count: number, why: string): MaterialRow => row(article, what, count, `${count}`, why);
/** By the metre, to whole ones, as it is cut. */
const byMetre = (article: ArticleId, what: string, mm: number, why: string): MaterialRow => row(article, what, Math.max(1, Math.ceil(mm / 1000 - 1e-9)), `${Math.max(1, Math.ceil(mm / 1000 - 1e-9))} m`, why); // prettier-ignore
const litres = (article: ArticleId, what: string, l: number, why: string): MaterialRow =>
  row(article, what, Math.ceil(l * 2) / 2, `${Math.ceil(l * 2) / 2} l`, why);

/** Rows of the list, in the order of the work. Empty while nothing is planned. */
export function alterationParts(job: JobInBook): MaterialRow[] {
  const subject = subjectOf(job);
  if (!subject || job.changes.length === 0) return [];
  const { alteration, point } = subject;
  const schools = ukSchools(job);
  const { final, point: made, spot } = plannedOf(job);
  const rows: MaterialRow[] = [];
  const changed = job.changes.some((c) => c.do === 'place-box' || c.do === 'replace-box');
  const kind = spot && changed ? ukKind(spot.box) : undefined;
  if (kind) {
    const { name } = BOX_KINDS[kind];
    rows.push(each(BOX_ARTICLE[ukBoxSort(kind) ?? 'surface'], name, 1, 'what the wall takes'));
  }
  const accessory = made && (alteration.kind !== 'move' ? accessoryOf(made.kind, schools.socket) : undefined);
  if (made && accessory) rows.push(each(accessory, { single: `single socket, ${schools.socket}`, twin: `twin socket, ${schools.socket}`, 'fused unit': 'fused connection unit', 'fixed appliance': 'flex outlet plate', joint: '' }[made.kind], 1, made.name));
  if (made?.kind === 'fused unit' && made.fuseA) rows.push(each('uk-fuse', `${made.fuseA} A fuse`, 1, 'one in it is 13 A as sold'));
  const runs = final?.runs.filter((r) => job.changes.some((c) => (c.do === 'alter-final' && c.runs.some((x) => x.id === r.id && !subject.final?.runs.some((was) => was.id === x.id))) || (c.do === 'add-final' && c.final.id === final.id))) ?? [];
  const cut = alteration.cable?.mm ?? wayOf(job)?.cableMm;
  for (const size of new Set(runs.map((r) => r.size))) {
    const count = runs.filter((r) => r.size === size).length;
    const what = sizeWords(size);
    const cores = isSingles(size) ? 3 : 1;
    rows.push(cut === undefined ? { what, amount: 'can’t tell yet', why: 'no way of the cable is known' } : row(CABLES[size], what, cores * count * Math.ceil(cut / 1000 - 1e-9), `${cores * count > 1 ? `${cores * count} × ` : ''}${Math.ceil(cut / 1000 - 1e-9)} m`, cores > 1 ? 'one each of line, neutral and earth, in one piece' : `${count > 1 ? 'each ' : ''}in one piece, to the whole metre`));
  }
  // a single comes in its colour, and wants none
  const bare = runs.filter((r) => !isSingles(r.size)).length;
  const ends = made && final ? final.runs.filter((r) => r.ends.includes(made.id) && !isSingles(r.size)).length + bare : 0;
  if (ends) rows.push(byMetre('uk-sleeving', 'green-and-yellow sleeving', ends * SLEEVE_MM, `${ends} ends, ${SLEEVE_MM} mm each`));
  if (spot && changed && isMetal(spot.box)) {
    const entries = final?.runs.filter((r) => r.ends.includes(made!.id)).length ?? 1;
    rows.push(
      byMetre('uk-earth-lead', 'earth lead for the metal box', LEAD_MM, 'from the box to the accessory'),
      each('uk-grommet', 'grommet, 20 mm', Math.max(1, entries), 'one in each knock-out that is used'),
    );
  }
  if (spot && changed && ukBoxSort(kind) !== undefined && ukBoxSort(kind) !== 'lined') rows.push(each(plugOf(spot.wall).article, plugOf(spot.wall).what, 2, isSolid(spot.wall) && spot.wall.framing.unit === undefined ? 'through the back of the box; brick taken, aerated block wants another' : 'through the back of the box'));
  rows.push(...wayRows(job), ...joints(job));
  if (spot && changed && isSolid(spot.wall) && ukBoxSort(kind) === 'metal') rows.push(filling(schools, ROUND_A_BOX_L, ', round the box', 'what the hole is larger than the box'));
  if (alteration.kind === 'own radial') rows.push(each('uk-breaker', `breaker ${final?.curve ?? 'B'}${final?.ratingA ?? 20} of the consumer unit’s make, with 30 mA protection where none stands ahead`, 1, 'other makes do not fit'));
  const olds = subject.final?.runs.some((r) => r.cores === 'red and black' && r.ends.includes(point?.id ?? ''));
  if (olds) rows.push(each('uk-notice', 'notice of two colours, at the consumer unit', 1, 'red and black meet brown and blue'));
  return rows;
} // prettier-ignore

function wayRows(job: JobInBook): MaterialRow[] {
  const way = wayOf(job);
  if (!way) return [];
  const mm = (where: (typeof way.legs)[number]['in']): number => way.legs.filter((l) => l.in === where).reduce((s, l) => s + l.mm, 0);
  const [chased, surface, laid] = [mm('chase'), mm('surface'), mm('floor') + mm('loft')];
  const rows: MaterialRow[] = [];
  const schools = ukSchools(job);
  if (chased > 0) {
    if (schools.over === 'capping') rows.push(byMetre('uk-capping', 'capping', chased, 'over the cable in its chase'));
    if (schools.over === 'oval conduit')
      rows.push(byMetre('uk-oval-conduit', 'oval conduit, 20 mm', chased, 'round the cable in its chase'));
    rows.push(
      filling(
        schools,
        (chased * CHASE_DEEP_MM[schools.over] * chaseWideMm(cablesLaid(subjectOf(job)!))) / MM3_PER_L,
        '',
        'the chase filled again',
      ),
    );
  }
  if (surface > 0)
    rows.push(
      schools.onSurface === 'mini-trunking'
        ? byMetre('uk-trunking', 'mini-trunking with its corners', surface, 'along the skirting')
        : byMetre('uk-conduit', '20 mm conduit with its bends and saddles', surface, 'along the skirting'),
    );
  if (way.bored?.cut === 'notch' && way.bored.count)
    rows.push(each('uk-plate', 'steel plate over a notch', way.bored.count, 'so that no nail meets the cable'));
  if (laid > 0) rows.push(each('uk-clip', 'cable clip', Math.ceil(laid / CLIP_MM), `one each ${CLIP_MM} mm`));
  if (way.bored?.what === 'stud' && way.bored.count)
    rows.push(each('uk-board', 'piece of plasterboard', way.bored.count, 'over the opening at each stud'));
  return rows;
}

const filling = ({ filler }: UkSchools, l: number, where: string, why: string): MaterialRow =>
  filler === 'one coat' ? litres('uk-one-coat', `one-coat plaster${where}`, l, why) : litres('uk-bonding', `bonding coat and finish${where}`, l, why); // prettier-ignore

/** Connectors for what is joined beside the terminals: three cores a joint. */
function joints(job: JobInBook): MaterialRow[] {
  const { alteration, final, point } = subjectOf(job)!;
  const legs = final?.runs.filter((r) => r.ends.includes(point?.id ?? '')).length ?? 0;
  const count = alteration.kind === 'into ring' ? 1 : alteration.kind === 'move' && !alteration.cablesReach ? legs : 0;
  if (!count) return [];
  return [
    ukSchools(job).joint === 'crimp'
      ? each('uk-crimp', 'insulated crimp', 3 * count, 'line, neutral and earth of each joint')
      : each('uk-connector', 'maintenance-free connector', 3 * count, 'line, neutral and earth of each joint'),
    ...(alteration.kind === 'move' ? [each('uk-blank', 'blank plate', 1, 'the old box stays in reach')] : []),
  ];
}
