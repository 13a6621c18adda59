/** Every test that can be made on a circuit, with its minutes and how sure it is (handbook 25, common practice). */
import { LAMP_CODES, LAMP_SAYS, type LampCode } from '../instruments/index.js';
import { PANEL, type Bench, type BenchBox, type BenchCable, type BenchDevice, type Tester } from '../model/index.js';
import type { CircuitBench } from './circuitBench.js';
import { faceKey, facesOf } from './faultLab.js';

export interface TestKind {
  id: string;
  /** what to do */
  words: string;
  minutes: number;
  boxId?: string;
  /** bare ends are touched: only once the circuit is proved dead */
  dead?: true;
  /** an instrument that not everybody has */
  needs?: Tester;
  /** what may come of it, with the words for it */
  outcomes: { id: string; words: string }[];
  /** how often it shows what is there (common practice) */
  sure: number;
  /** how often an outcome shows where another is so, when that isn’t the rest shared out: nobody sees a loose wire that isn’t there */
  falsely?: Record<string, number>;
}

/** What bare ends are weighed as besides their minutes, though they were proved dead; and probes in live slots (common practice). */
const RISK_DEAD = 4;
const RISK_LIVE_SLOT = 0.5;
/** What a test is weighed as: its minutes, and what it risks in minutes. */
export const riskOf = ({ dead, needs }: TestKind): number => (dead ? RISK_DEAD : needs === 'meter' ? RISK_LIVE_SLOT : 0);
export const costOf = (test: TestKind): number => test.minutes + riskOf(test);

/** How often a test shows an outcome where `shows` is so; undefined: it may show any. */
export const likelihood = (test: TestKind, shows: string | undefined, outcome: string): number => {
  const n = test.outcomes.length;
  if (shows === undefined) return 1 / n;
  const { falsely } = test;
  if (!falsely) return shows === outcome ? test.sure : (1 - test.sure) / Math.max(1, n - 1);
  return shows === outcome
    ? 1 - test.outcomes.reduce((s, o) => s + (o.id === shows ? 0 : (falsely[o.id] ?? 0)), 0)
    : (falsely[outcome] ?? 0);
};

/** The patterns one can come back with, as they stand in kept searches; “none” is entered as another reading. */
const LAMP_IDS: Readonly<Partial<Record<LampCode, string>>> = {
  'no power': 'hot open, or no power: a dead tester looks the same',
  'more than one hot': 'more than one hot: stop',
  'hot on the neutral': 'hot on the neutral, hot open',
};
export const lampId = (code: LampCode): string => LAMP_IDS[code] ?? code;
const LAMP_OUTCOMES = LAMP_CODES.filter((code) => code !== 'none').map((code) => ({ id: lampId(code), words: LAMP_SAYS[code] }));

/** The three pairs of a face as a meter shows them: the same patterns as of the lamps, in volts. */
const METER_WORDS: Record<Exclude<LampCode, 'none'>, string> = {
  'reads as right': 'hot–neutral and hot–ground about 120 V, neutral–ground under 2 V',
  'ground open': 'hot–neutral about 120 V, the others far less',
  'neutral open': 'hot–ground about 120 V, hot–neutral far less',
  'no power': 'nothing, or what vanishes under a load',
  'hot and ground swapped': 'hot–ground and neutral–ground about 120 V',
  'hot and neutral swapped': 'hot–neutral and neutral–ground about 120 V',
  'more than one hot': 'all three about 120 V, or more: stop',
  'hot on the neutral': 'neutral–ground about 120 V alone',
};
const METER_OUTCOMES = LAMP_CODES.flatMap((code) => (code === 'none' ? [] : [{ id: lampId(code), words: METER_WORDS[code] }]));

const outcomes = (...pairs: [string, string][]) => pairs.map(([id, words]) => ({ id, words }));

/** What the words and minutes of tests are made of. */
interface Around {
  bench: Bench;
  boxId: string;
  receptacles: readonly BenchDevice[];
  hasProtector: boolean;
  /** something in it trips on a leak */
  senses: boolean;
  nameOf: (boxId: string) => string;
  /** a box further on takes a minute to walk to */
  walk: (boxId: string) => number;
  outletWords: (d: BenchDevice) => string;
  faceWords: (key: string) => string;
}
function around({ bench }: CircuitBench, boxId: string): Around {
  const nameOf = (id: string): string => bench.boxes.find((b) => b.id === id)?.name ?? 'the box';
  const several = bench.devices.length > 1;
  const receptacles = bench.devices.filter((d) => facesOf(d).length > 0);
  const outletWords = (d: BenchDevice): string => {
    const box = nameOf(d.boxId);
    // a name that has its room in it says it once
    return !several ? box : d.name.toLowerCase().includes(box.toLowerCase().replace(/ box$/, '')) ? d.name : `${d.name}, ${box}`;
  };
  const hasProtector = bench.devices.some((d) => d.form === 'ground-fault');
  return {
    ...{ bench, boxId, receptacles, hasProtector, nameOf, outletWords },
    senses: hasProtector || bench.breakers.some((b) => b.kind === 'ground-fault'),
    walk: (id) => (id === boxId ? 0 : 1),
    faceWords: (key) => {
      const d = receptacles.find((r) => facesOf(r).some((x) => faceKey(r.id, x) === key))!;
      const face = key.slice(key.lastIndexOf('/') + 1);
      return `${facesOf(d).length > 1 ? `the ${face} face of ` : ''}${outletWords(d)}`;
    },
  };
}

/**
 * Minutes of each test are handbook 25, common practice; a box further on takes a minute to walk to.
 * @param shared faces whose neutral another breaker uses too, each with one of the other’s
 * @param open boxes of which nobody knows how the power goes on in them
 */
export function testsOf(
  known: CircuitBench,
  boxId: string,
  shared: readonly [string, string][] = [],
  open: readonly string[] = [],
): TestKind[] {
  const a = around(known, boxId);
  const { bench } = a;
  return [
    ...withoutOpening(a),
    ...shared.map(([face, heater]) => acrossShared(a, face, heater)),
    ...a.receptacles.flatMap((d) => atReceptacle(a, d)),
    ...bench.boxes.map((b) => inBox(a, b)),
    ...open.map((id) => howItGoesOn(a, id)),
    ...bench.devices.filter((d) => d.form === 'ground-fault').flatMap((d) => atProtector(a, d)),
    inPanel(),
    ...bench.cables.map(alongCable),
  ];
}

/** What is tried before a cover comes off. */
const withoutOpening = ({ receptacles, boxId, hasProtector }: Around): TestKind[] => {
  const elsewhere = receptacles.some((d) => d.boxId !== boxId);
  return [
    {
      ...{
        id: 'breakers',
        words: `Look at the breaker${hasProtector ? ' and at every protective receptacle' : ''}`,
        minutes: 2,
        sure: 0.98,
      },
      outcomes: outcomes(
        ['all on', 'all are on'],
        ['breaker off', 'a breaker is off or in the middle'],
        ...(hasProtector ? ([['device tripped', 'a protective receptacle has tripped']] as [string, string][]) : []),
      ),
    },
    {
      ...{ id: 'appliance', words: 'Try the same appliance in an outlet that surely works', minutes: 1, sure: 0.98 },
      outcomes: outcomes(['works', 'it works there'], ['fails', 'it fails there too, or trips that one']),
    },
    {
      ...{ id: 'reset', words: 'Unplug everything on the circuit, then switch off and on again, or reset', minutes: 5, sure: 0.995 },
      outcomes: outcomes(
        ['works now', 'it stays on, and works'],
        ['still dead', 'it stays on, and nothing changed'],
        ['opens again', 'it opens again'],
      ),
    },
    {
      ...{ id: 'switches', words: 'Flip every switch of the room and of those beside it', minutes: 2, sure: 0.99 },
      outcomes: outcomes(['works now', 'with one of them it works'], ['no change', 'nothing changes']),
    },
    ...(elsewhere
      ? [
          {
            ...{
              id: 'others',
              words: 'Does anything else of this circuit not work? A lamp in each other outlet of it',
              minutes: 3,
              sure: 0.95,
            },
            outcomes: outcomes(['none', 'all the others work'], ['some', 'some of the others don’t'], ['all', 'none of the others does']),
          },
        ]
      : []),
    {
      ...{ id: 'off', words: 'Its breaker off: is anything of it still live?', minutes: 3, sure: 0.985 },
      outcomes: outcomes(['dead', 'all of it is dead then'], ['live', 'something stays live']),
    },
    {
      ...{
        id: 'turn',
        words: 'A lamp in it, each breaker of the panel off by itself, one after the other: does one alone put it out?',
        minutes: 10,
        sure: 0.98,
      },
      outcomes: outcomes(['one', 'one alone puts it out'], ['none', 'none does, or it was dark already']),
    },
    {
      ...{ id: 'house', words: 'Watch a lamp in another room while something large is switched on and off', minutes: 2, sure: 0.97 },
      outcomes: outcomes(['steady', 'it stays as it is'], ['changes', 'it brightens and dims']),
    },
  ];
};

const acrossShared = ({ faceWords }: Around, face: string, heater: string): TestKind => ({
  id: `shared/${face}`,
  words: `Meter across ${faceWords(face)} while a heater runs in ${faceWords(heater)}, which is on the other breaker`,
  minutes: 5,
  needs: 'meter',
  sure: 0.96,
  outcomes: outcomes(['full', '110 to 127 V'], ['low', '5 to 110 V'], ['none', 'under 5 V'], ['high', 'over 127 V: heater off, leave it']),
});

const atReceptacle = ({ walk, faceWords, outletWords, senses }: Around, d: BenchDevice): TestKind[] => [
  ...facesOf(d).map((face): TestKind => ({
    id: `lamps/${faceKey(d.id, face)}`,
    words: `Three-lamp tester in ${faceWords(faceKey(d.id, face))}`,
    minutes: 1 + walk(d.boxId),
    boxId: d.boxId,
    needs: 'three-lamp tester',
    outcomes: LAMP_OUTCOMES,
    sure: 0.95,
  })),
  ...facesOf(d).map((face): TestKind => ({
    id: `meter/${faceKey(d.id, face)}`,
    words: `Meter at the three slots of ${faceWords(faceKey(d.id, face))}, one pair after the other`,
    minutes: 2 + walk(d.boxId),
    boxId: d.boxId,
    needs: 'meter',
    outcomes: METER_OUTCOMES,
    sure: 0.96,
  })),
  {
    ...{
      id: `probe/${d.id}`,
      words: `Non-contact probe at the hot slot of ${faceWords(faceKey(d.id, facesOf(d).at(-1)!))}`,
      minutes: 0.5 + walk(d.boxId),
      boxId: d.boxId,
    },
    ...{ needs: 'non-contact probe' as const, sure: 0.9, falsely: { signals: 0.15, silent: 0.06 } },
    outcomes: outcomes(['signals', 'it signals'], ['silent', 'it stays silent']),
  },
  ...facesOf(d).map((face): TestKind => ({
    id: `volts/${faceKey(d.id, face)}`,
    words: `Meter across ${faceWords(faceKey(d.id, face))}, with a heater or iron plugged in beside it`,
    minutes: 4 + walk(d.boxId),
    boxId: d.boxId,
    needs: 'meter',
    outcomes: outcomes(
      ['full', '110 to 127 V'],
      ['low', '5 to 110 V'],
      ['none', 'under 5 V'],
      ['high', 'over 127 V'],
      ...(senses ? ([['opens', 'something opens as it comes on']] as [string, string][]) : []),
    ),
    sure: 0.96,
  })),
  {
    ...{
      id: `plug/${d.id}`,
      words: `Feel how a plug sits in ${outletWords(d)}`,
      minutes: 0.5 + walk(d.boxId),
      boxId: d.boxId,
      sure: 0.93,
    },
    outcomes: outcomes(['firm', 'it holds firmly'], ['loose', 'it sits loose, or falls out']),
  },
];

const inBox = ({ walk }: Around, b: BenchBox): TestKind => ({
  ...{
    id: `look/${b.id}`,
    words: `Circuit off and proved dead: cover of ${b.name} off, look and tug every wire`,
    minutes: 8 + walk(b.id),
    boxId: b.id,
    dead: true,
    sure: 0.95,
    falsely: { found: 0.01, sound: 0.08 },
  },
  outcomes: outcomes(['found', 'something is loose, out, wrong or scorched in it'], ['sound', 'all is firm and as it should be']),
});

const howItGoesOn = ({ walk, nameOf }: Around, id: string): TestKind => ({
  ...{ id: `school/${id}`, boxId: id, minutes: 8 + walk(id), dead: true, sure: 0.97 },
  words: `Circuit off and proved dead: cover of ${nameOf(id)} off: how does the power go on from it?`,
  outcomes: outcomes(
    ['feed-through', 'under the screws of the device: two hots, two neutrals on it'],
    ['pigtail', 'in a splice: one hot, one neutral on the device'],
  ),
});

const atProtector = ({ walk }: Around, d: BenchDevice): TestKind[] => [
  {
    ...{ id: `press/${d.id}`, boxId: d.boxId, minutes: 3 + walk(d.boxId), sure: 0.98 },
    words: `All unplugged that hangs on it: press the reset of ${d.name} home`,
    outcomes: outcomes(['set', 'it was in, or goes in and stays'], ['out', 'it does not stay in, or there is no click']),
  },
  {
    ...{ id: `line/${d.id}`, boxId: d.boxId, minutes: 20, sure: 0.985 },
    words: `By a licensed electrician: ${d.name} out of its box, on: volts at its LINE screws`,
    outcomes: outcomes(['full', 'about 120 V'], ['none', 'none']),
  },
];

const inPanel = (): TestKind => ({
  ...{
    id: 'panel',
    words: 'By a licensed electrician, cover of the panel off: volts at the breaker’s screw, every wire of this circuit tugged',
    minutes: 20,
    sure: 0.97,
    falsely: { found: 0.01, sound: 0.04 },
  },
  outcomes: outcomes(['sound', 'volts leave the breaker, and all is firm'], ['found', 'no volts leave it, or a wire of it is loose']),
});

const alongCable = (c: BenchCable): TestKind => {
  const far = c.ends.includes(PANEL);
  const whole = !c.ends.includes('elsewhere');
  return {
    id: `through/${c.id}`,
    words: whole
      ? `Dead and proved, both ends of ${c.name} apart: each wire through with a long lead, and against the others`
      : `Dead and proved, ${c.name} apart at this end and all unplugged beyond: each wire against the others`,
    minutes: whole ? (far ? 25 : 12) : 10,
    dead: true,
    needs: 'long lead',
    sure: 0.99,
    outcomes: outcomes(
      ['whole', whole ? 'each goes through, none touches another' : 'none touches another'],
      ...(whole ? ([['broken', 'one doesn’t go through']] as [string, string][]) : []),
      ['touching', 'two touch'],
    ),
  };
};
