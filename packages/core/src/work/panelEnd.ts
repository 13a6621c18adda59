/** What is done in the panel, and protection that is put into a circuit that is there. */
import { printSource } from '../catalog/index.js';
import { numbered, type Work } from '../ledger/index.js';
import { inches } from '../measure/index.js';
import { breakerNumber, legOf, panelWith } from '../model/index.js';
import { behindFeeder, breakerSteps } from '../panel/index.js';
import { breakerSwaps, firstOutlets, type Isolation } from './isolation.js';
import { step, type Draft, type Target } from './step.js';
import { spent } from './times.js';

/** The panel's own end: clamp, sheath, bars, the breaker last. */
export function panelSide(w: Work, dead: Target[], after: string[]): Draft[] {
  const { ownCircuit, runs, job } = w;
  if (!ownCircuit) return [];
  const { breaker } = ownCircuit;
  const sub = behindFeeder(w.found, ownCircuit.panelId);
  // as it is planned: its protection may have been asked for later
  const circuit = w.planned.circuits.find((c) => c.id === ownCircuit.circuit.id) ?? ownCircuit.circuit;
  const altered = job.changes.filter((x) => x.do === 'alter-circuit' && x.circuitId === circuit.id);
  const gauge = runs.find((r) => !r.from)?.cable.gauge ?? 12;
  const lines = breakerSteps(
    {
      name: circuit.name,
      ratingA: circuit.breakerA ?? 20,
      poles: breaker?.poles ?? 1,
      gauge,
      rooms: [],
      loads: [],
      protection: { arcFault: circuit.arcFault === 'breaker', groundFault: circuit.groundFault === 'breaker' },
    },
    breaker && { space: breaker.space, legs: [legOf(breaker.space)], imbalanceA: 0 },
    sub,
  );
  return [
    step(
      'panel-connect',
      `Connect in the ${sub?.name ?? 'panel'}${breaker ? `, space ${breaker.space}` : ''}`,
      [spent('breaker in a panel')],
      // permit, main and proof of dead are steps of their own; cover, main and directory come after
      lines.slice(3, -2),
      {
        dead,
        after,
        place: { words: sub?.name ?? 'panel' },
        connects: true,
        alters: true,
        changeIds: [ownCircuit.id, ...altered.map((x) => x.id)],
        cautions: [
          sub
            ? `Dead only as long as ${sub.feeder} stays off and locked.`
            : 'The service lugs stay live: nothing touches them, no tool lies above them.',
        ],
        asks: [
          {
            key: 'sheath-panel',
            label: 'sheath inside the panel, past the clamp',
            what: 'sheath inside the panel, past the clamp',
            unit: 'length',
            least: inches(0.25),
            otherwise: 'The sheath has to reach past the clamp: pull the cable in further.',
            source: printSource({ standard: 'NEC', edition: job.edition.slice(3), clause: '312.5(C)', from: 'memory' }),
          },
        ],
      },
    ),
    // while the cover is off and the bars are dead
    ...swapBreakers(w, dead),
  ];
}

/** Another breaker for a circuit that is there, behind the main. */
export function swapBreakers(w: Work, dead: Target[]): Draft[] {
  return breakerSwaps(w).map((x, n) => {
    const circuit = w.planned.circuits.find((c) => c.id === x.circuitId);
    const what = x.with.arcFault === 'breaker' ? 'arc-fault' : 'ground-fault';
    const sub = behindFeeder(w.found, panelWith(w.found, x.circuitId)?.id);
    return step(
      numbered('swap-breaker', n),
      `Set the ${what} breaker of circuit ${circuit ? breakerNumber(w.planned, circuit) : '?'}`,
      [spent('breaker in a panel')],
      [
        `${sub ? `In the ${sub.name}, with the main or ${sub.feeder} off` : 'With the main off'} and both bus bars proved dead: the old breaker’s terminal dead too.`,
        'Note where its hot and its neutral are. Hot off the old breaker first, old breaker out; new one off, into the same space.',
        `Neutral of this circuit from the bar to the breaker, the breaker’s own white lead to the bar; hot to the breaker last, tightened to what is printed on it.`,
        `Cover on before ${sub ? 'its feed' : 'the main'}. Press its test button once it is on: it has to trip and to set again.`,
      ],
      {
        dead,
        place: { words: 'panel' },
        alters: true,
        connects: true,
        changeIds: [x.id],
        cautions: [
          sub
            ? 'Its own main, where it has one, leaves the feeder’s lugs live. Unless you are licensed, have a licensed electrician do this.'
            : 'The service lugs and the wires to them stay live with the main off. Unless you are licensed, have a licensed electrician do this.',
          'Of the make and type listed for this panel; a circuit that shares its neutral takes another kind.',
        ],
      },
    );
  });
}

/** A protective receptacle as the first outlet of a circuit. */
export function protectFirst(w: Work, isolations: readonly Isolation[]): { n: number; draft: Draft }[] {
  return firstOutlets(w).map((x, n) => {
    const circuit = w.planned.circuits.find((c) => c.id === x.circuitId);
    const iso = isolations.find((i) => i.targets.some((t) => t.key === x.circuitId));
    return {
      n: iso?.n ?? 0,
      draft: step(
        numbered('protect-first', n),
        `Set the protective receptacle as the first outlet of circuit ${circuit ? breakerNumber(w.planned, circuit) : '?'}`,
        [spent('open and take apart'), spent('strip, splice, land', 2), spent('mount device and plate')],
        [
          'Find the box that the cable from the panel reaches first; test it dead, every pair, before anything is touched.',
          'The cable from the panel to LINE, everything further on to LOAD; grounds spliced with a pigtail.',
          'Press TEST: everything further on has to go dead.',
        ],
        {
          dead: iso?.targets ?? [],
          after: [numbered('prove-dead', iso?.n ?? 0)],
          alters: true,
          connects: true,
          changeIds: [x.id],
          cautions: ['Its box counts too: a deeper body and more conductors may ask for a larger one.'],
        },
      ),
    };
  });
}
