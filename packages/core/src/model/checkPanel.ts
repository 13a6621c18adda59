import type { FieldError } from './fieldError.js';
import { spacesOf, type Panel } from './panel.js';
import type { Site, Wall } from './site.js';
import { panelsOf } from './panels.js';
import { PANEL } from './wiring.js';

/** Ids that are there; `breakers` are those of every panel. */
interface There {
  circuits: ReadonlySet<string>;
  boxes: ReadonlySet<string>;
  breakers: ReadonlySet<string>;
}

/** What makes no sense in a panel whose shape is right. */
export function panelErrors(panel: Panel, { circuits, boxes, breakers: all }: There, walls: readonly Wall[], path: string): FieldError[] {
  const errors: FieldError[] = [];
  const wrong = (at: string, message: string, expected: string, came: unknown) =>
    errors.push({ path: `${path}${at}`, message, expected, came: String(came) });
  const breakers = new Map(panel.breakers.map((b) => [b.id, b]));
  const taken = new Map<number, string>();
  const on = new Map<string, string>();
  panel.breakers.forEach((b, i) => {
    if (panel.breakers.findIndex((x) => x.id === b.id) !== i)
      wrong(`/breakers/${i}/id`, `Two breakers have the id ${b.id}.`, 'an id of its own', b.id);
    if (!circuits.has(b.circuitId))
      wrong(`/breakers/${i}/circuitId`, `There is no circuit with the id ${b.circuitId}.`, 'the id of a circuit', b.circuitId);
    else if (on.has(b.circuitId))
      wrong(`/breakers/${i}/circuitId`, 'Two breakers feed one circuit: they would join.', 'a circuit of its own', b.circuitId);
    on.set(b.circuitId, b.id);
    for (const space of spacesOf(b)) {
      if (space > panel.spaces)
        wrong(`/breakers/${i}/space`, `Space ${space} is past the last of ${panel.spaces}.`, `at most ${panel.spaces}`, space);
      else if (taken.has(space)) wrong(`/breakers/${i}/space`, `Space ${space} is taken already.`, 'a free space', space);
      else if (panel.covered.includes(space))
        wrong(`/breakers/${i}/space`, `Space ${space} is noted as covered.`, 'a space that is not covered', space);
      taken.set(space, b.id);
    }
    if (b.tiedTo !== undefined && (b.tiedTo === b.id || !breakers.has(b.tiedTo)))
      wrong(`/breakers/${i}/tiedTo`, `There is no other breaker with the id ${b.tiedTo}.`, 'the id of another breaker', b.tiedTo);
  });
  if (panel.place) {
    const { wallId, fromLeft } = panel.place;
    const wall = walls.find((w) => w.id === wallId);
    if (!wall) wrong('/place/wallId', `There is no wall with the id ${wallId}.`, 'the id of a wall', wallId);
    else if (fromLeft.mm > wall.length.mm)
      wrong('/place/fromLeft/mm', `The panel would hang past the end of ${wall.name}.`, `at most ${wall.length.mm} mm`, fromLeft.mm);
  }
  panel.notLooked?.forEach((space, i) => {
    if (space > panel.spaces)
      wrong(`/notLooked/${i}`, `Space ${space} is past the last of ${panel.spaces}.`, `at most ${panel.spaces}`, space);
    else if (taken.has(space))
      wrong(`/notLooked/${i}`, `A breaker stands in space ${space}: somebody looked there.`, 'a space without a breaker', space);
  });
  panel.covered.forEach((space, i) => {
    if (space > panel.spaces)
      wrong(`/covered/${i}`, `Space ${space} is past the last of ${panel.spaces}.`, `at most ${panel.spaces}`, space);
  });
  panel.tests.forEach((t, i) => {
    if (!boxes.has(t.boxId)) wrong(`/tests/${i}/boxId`, `There is no box with the id ${t.boxId}.`, 'the id of a box', t.boxId);
    t.breakerIds.forEach((id, n) => {
      if (!all.has(id)) wrong(`/tests/${i}/breakerIds/${n}`, `There is no breaker with the id ${id}.`, 'the id of a breaker', id);
    });
    if (t.how === 'switched off' && t.reads === undefined)
      wrong(`/tests/${i}/reads`, 'What the box showed is missing.', 'dead, faces dead, part dead or live', 'nothing');
  });
  return errors;
}

/** What makes no sense in the subpanels: ids and circuits twice, a feeder that isn’t there, panels that feed each other round. */
export function subpanelErrors(site: Site, there: Omit<There, 'breakers'>, path: string): FieldError[] {
  const errors: FieldError[] = [];
  const panels = panelsOf(site);
  const owner = new Map<string, string>();
  const onCircuit = new Map<string, string>();
  const fed = new Map<string, string>();
  for (const { id, panel } of panels) for (const b of panel.breakers) if (!owner.has(b.id)) owner.set(b.id, id);
  const breakers = new Set(owner.keys());
  for (const b of site.panel?.breakers ?? []) onCircuit.set(b.circuitId, PANEL);
  (site.subpanels ?? []).forEach((sub, i) => {
    const at = `${path}/${i}`;
    const wrong = (where: string, message: string, expected: string, came: unknown) =>
      errors.push({ path: `${at}${where}`, message, expected, came: String(came) });
    if (panels.findIndex((p) => p.id === sub.id) !== panels.findIndex((p) => p.sub === sub) || there.boxes.has(sub.id) || sub.id === PANEL)
      wrong('/id', `Two things have the id ${sub.id}.`, 'an id of its own', sub.id);
    errors.push(...panelErrors(sub, { ...there, breakers }, site.walls, at));
    if (sub.tests.length) wrong('/tests', 'Tries are noted at the main panel.', 'no tries here', sub.tests.length);
    sub.breakers.forEach((b, n) => {
      if (owner.get(b.id) !== sub.id) wrong(`/breakers/${n}/id`, `Two breakers have the id ${b.id}.`, 'an id of its own', b.id);
      const other = onCircuit.get(b.circuitId);
      if (other !== undefined && other !== sub.id)
        wrong(`/breakers/${n}/circuitId`, 'Two breakers feed one circuit: they would join.', 'a circuit of its own', b.circuitId);
      onCircuit.set(b.circuitId, sub.id);
    });
    if (sub.fedBy === undefined) return;
    if (!owner.has(sub.fedBy)) wrong('/fedBy', `There is no breaker with the id ${sub.fedBy}.`, 'the id of a breaker', sub.fedBy);
    else if (fed.has(sub.fedBy)) wrong('/fedBy', `That breaker feeds ${fed.get(sub.fedBy)!} already.`, 'a breaker of its own', sub.fedBy);
    else if (fedByItself(site, sub.id, owner)) wrong('/fedBy', `${sub.name} would feed itself.`, 'a breaker of another panel', sub.fedBy);
    fed.set(sub.fedBy, sub.name);
  });
  return errors;
}

/** Whether the way up from a subpanel comes back to it. */
function fedByItself(site: Site, id: string, owner: ReadonlyMap<string, string>): boolean {
  const subs = new Map((site.subpanels ?? []).map((p) => [p.id, p]));
  let at = owner.get(subs.get(id)?.fedBy ?? '');
  for (let n = 0; at !== undefined && n <= subs.size; n++) {
    if (at === id) return true;
    at = owner.get(subs.get(at)?.fedBy ?? '');
  }
  return false;
}
