/** What is typed on the bench's tape: `black panel to hall to brass upper`, `off white …`, `cap …`, `cut …`, `strip 5/8 …`, `breaker 4 off`, `break brass tab of …`. */
import { GROUND_BAR, jointOf, NEUTRAL_BAR, PANEL, TERMINALS, type Bench, type WireEnd } from '../model/index.js';
import { endsIn, endName, jointName } from '../circuit/index.js';
import { parseLength } from '../measure/index.js';
import type { Target } from './benchEdit.js';

export type BenchOrder =
  | { do: 'connect'; end: WireEnd; target: Target }
  | { do: 'off' | 'cap' | 'cut'; end: WireEnd }
  | { do: 'strip'; end: WireEnd; mm: number }
  | { do: 'breaker'; breakerId: string; on: boolean }
  | { do: 'tab'; deviceId: string; side: 'brass' | 'silver' };
export type BenchReading = { ok: true; order: BenchOrder; says: string } | { ok: false; message: string };

interface Named<T> {
  name: string;
  value: T;
}
const words = (text: string): string[] => text.toLowerCase().replace(/[.,:]/g, ' ').split(/\s+/).filter(Boolean);
const fits = (query: string[], name: string): boolean => {
  const own = words(name);
  return query.every((q) => own.some((w) => w.startsWith(q)));
};

function find<T>(query: string, list: Named<T>[]): Named<T>[] {
  const q = words(query);
  if (q.length === 0) return [];
  // said as it is written, but for small words, it is meant
  const plain = (text: string): string =>
    ` ${words(text)
      .filter((x) => !['of', 'the', 'in'].includes(x))
      .join(' ')} `;
  const written = list.filter((n) => plain(n.name).includes(plain(query)));
  const whole = written.filter((n) => plain(n.name) === plain(query));
  if (whole.length === 1) return whole;
  if (written.length === 1) return written;
  const found = list.filter((n) => fits(q, n.name));
  // one that has no more words than were said is meant before those that have
  const exact = found.filter((n) => words(n.name).length === q.length);
  return exact.length === 1 ? exact : found;
}

const endsOf = (bench: Bench): Named<WireEnd>[] =>
  [{ id: PANEL, name: 'panel' }, ...bench.boxes].flatMap((b) =>
    endsIn(bench, b.id).map((end) => ({ name: `${endName(bench, end)} in ${b.name}`, value: end })),
  );

const targetsOf = (bench: Bench): Named<Target>[] => [
  ...bench.devices.flatMap((d) =>
    TERMINALS[d.form].map((terminal): Named<Target> => ({
      name: `${terminal} of ${d.name} in ${bench.boxes.find((b) => b.id === d.boxId)?.name ?? ''}`,
      value: { terminal: { device: d.id, terminal } },
    })),
  ),
  ...bench.joints
    .filter((j) => j.kind !== 'terminal')
    .map((j): Named<Target> => ({
      name: `${jointName(bench, j)} in ${bench.boxes.find((b) => b.id === j.boxId)?.name ?? 'panel'}`,
      value: { joint: j.id },
    })),
  ...bench.boxes
    .filter((b) => b.material === 'metal')
    .map((b): Named<Target> => ({ name: `ground screw of ${b.name}`, value: { terminal: { device: 'box', terminal: 'screw' } } })),
  ...bench.breakers.map((b): Named<Target> => ({ name: `breaker ${b.number}`, value: { terminal: { device: b.id, terminal: 'screw' } } })),
  { name: 'neutral bar', value: { terminal: { device: NEUTRAL_BAR, terminal: 'screw' } } },
  { name: 'ground bar', value: { terminal: { device: GROUND_BAR, terminal: 'screw' } } },
  ...endsOf(bench).map((e): Named<Target> => ({ name: e.name, value: { end: e.value } })),
];

const several = (query: string, list: Named<unknown>[], nothing: string): string =>
  list.length === 0
    ? `Nothing here is called “${query.trim().slice(0, 40)}”. ${nothing}`
    : `“${query.trim().slice(0, 40)}” could be ${list
        .slice(0, 4)
        .map((n) => n.name)
        .join(' or ')}; say which.`;

/** Reads one entry. What is held already, if anything, is what a bare target goes to. */
export function readBenchWords(bench: Bench, text: string, held: WireEnd | undefined): BenchReading {
  const said = text.trim();
  if (said.length > 160) return { ok: false, message: `That is ${said.length} characters long; try black … to brass upper.` };
  const breaker = /^breaker\s+(\S+)\s+(on|off)$/i.exec(said);
  if (breaker) {
    const b = bench.breakers.find((x) => x.number.toLowerCase() === breaker[1]!.toLowerCase());
    if (!b)
      return { ok: false, message: `There is no breaker ${breaker[1]}; there are ${bench.breakers.map((x) => x.number).join(', ')}.` };
    return {
      ok: true,
      order: { do: 'breaker', breakerId: b.id, on: breaker[2]!.toLowerCase() === 'on' },
      says: `breaker ${b.number} ${breaker[2]}`,
    };
  }
  const tab = /^break\s+(brass|silver)(?:\s+tab)?(?:\s+of)?\s*(.*)$/i.exec(said);
  if (tab) {
    const duplexes = bench.devices.filter((d) => d.form === 'duplex').map((d) => ({ name: d.name, value: d.id }));
    const found = tab[2] ? find(tab[2], duplexes) : duplexes;
    if (found.length !== 1) return { ok: false, message: several(tab[2] ?? '', found, 'A duplex has tabs.') };
    return { ok: true, order: { do: 'tab', deviceId: found[0]!.value, side: tab[1]!.toLowerCase() as 'brass' }, says: `${tab[1]} tab off` };
  }
  const bare = /^strip\s+([\d.\s/½⅝¾⅜⅞¼-]+(?:"|in|mm|cm)?)\s*(.*)$/i.exec(said);
  if (bare) {
    const length = parseLength(bare[1]!.trim(), { unit: 'in' });
    if (!length.ok) return { ok: false, message: `${length.message} Say how much bare copper: strip 5/8.` };
    const found = bare[2] ? find(bare[2], endsOf(bench)) : held ? [{ name: endName(bench, held), value: held }] : [];
    if (found.length !== 1)
      return { ok: false, message: several(bare[2] ?? '', found, 'Say a colour and its cable: black panel to hall.') };
    return { ok: true, order: { do: 'strip', end: found[0]!.value, mm: length.mm }, says: `strip ${found[0]!.name}` };
  }
  const one = /^(off|cap|cut)\b\s*(.*)$/i.exec(said);
  if (one) {
    const found = one[2] ? find(one[2], endsOf(bench)) : held ? [{ name: endName(bench, held), value: held }] : [];
    if (found.length !== 1) return { ok: false, message: several(one[2] ?? '', found, 'Say a colour and its cable: black panel to hall.') };
    return { ok: true, order: { do: one[1]!.toLowerCase() as 'off', end: found[0]!.value }, says: `${one[1]} ${found[0]!.name}` };
  }
  if (held) {
    const found = find(said.replace(/^to\s+/i, ''), targetsOf(bench));
    if (found.length !== 1) return { ok: false, message: several(said, found, 'A terminal, a splice or another end would do.') };
    return { ok: true, order: { do: 'connect', end: held, target: found[0]!.value }, says: `to ${found[0]!.name}` };
  }
  // cable names have a `to` of their own: every place to part is tried
  const parts = said.split(/\s+to\s+/i);
  let best: BenchReading | undefined;
  for (let i = parts.length - 1; i > 0; i--) {
    const [from, to] = [parts.slice(0, i).join(' to '), parts.slice(i).join(' to ')];
    const ends = find(from, endsOf(bench));
    const near = ends.length === 1 ? boxWords(bench, ends[0]!.value) : undefined;
    let targets = find(to, targetsOf(bench));
    // what is meant lies in the same box
    if (targets.length > 1 && near) targets = targets.filter((t) => t.name.endsWith(near));
    if (ends.length === 1 && targets.length === 1)
      return {
        ok: true,
        order: { do: 'connect', end: ends[0]!.value, target: targets[0]!.value },
        says: `${ends[0]!.name} to ${targets[0]!.name}`,
      };
    best ??= {
      ok: false,
      message:
        ends.length === 1
          ? several(to, targets, 'A terminal, a splice or another end would do.')
          : several(from, ends, 'Say a colour and its cable: black panel to hall.'),
    };
  }
  return best ?? { ok: false, message: 'Say what goes where: black panel to hall to brass upper; or off, cap, cut, breaker 4 off.' };
}

/**
 * One entry that can be typed on this bench as it stands: a bare end and a screw of its own box, never two feeds;
 * undefined when every end is joined.
 */
export function benchExample(bench: Bench): string | undefined {
  const bare = endsOf(bench).filter(({ value }) => !jointOf(bench, value));
  for (const { name, value } of bare.slice(0, MOST_TRIED)) {
    const near = ` ${boxWords(bench, value)}`;
    const screws = bench.devices
      .filter((d) => near === ` in ${bench.boxes.find((b) => b.id === d.boxId)?.name}`)
      .flatMap((d) => TERMINALS[d.form])
      .filter((t) => suits(name, t));
    // the box is only named where the cable alone does not say which end is meant
    for (const from of [name.slice(0, -near.length), name])
      for (const to of screws) {
        const reading = readBenchWords(bench, `${from} to ${to}`, undefined);
        if (reading.ok && reading.order.do === 'connect') return `${from} to ${to}`;
      }
  }
  return undefined;
}
/** bare ends that are tried: on a board of forty boxes it is asked after every edit */
const MOST_TRIED = 6;
/** The screw that a conductor of that colour belongs on. */
const suits = (end: string, terminal: string): boolean =>
  /^(white)/.test(end)
    ? /silver|neutral/.test(terminal)
    : /^(bare|green|ground)/.test(end)
      ? /green|ground/.test(terminal)
      : /brass|hot|line/.test(terminal);

const boxWords = (bench: Bench, end: WireEnd): string => {
  const id =
    'cableId' in end
      ? bench.cables.find((c) => c.id === end.cableId)?.ends[end.end]
      : bench.pigtails.find((p) => p.id === end.pigtailId)?.boxId;
  return `in ${bench.boxes.find((b) => b.id === id)?.name ?? 'panel'}`;
};
