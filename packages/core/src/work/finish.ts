/** Boxes closed, power on, everything tested, labelled and noted. */
import { DEVICE_KINDS, isReceptacle } from '../catalog/index.js';
import { numbered, type Work } from '../ledger/index.js';
import type { Target } from './step.js';
import { step, volts, type Draft } from './step.js';
import { spent } from './times.js';

/** @param devices how many are mounted in what is closed */
export const closeBoxes = (w: Work, n: number, dead: Target[], after: string[], devices: number, main: boolean): Draft =>
  step(
    numbered('close-boxes', n),
    'Fold, mount, plates on',
    [spent('mount device and plate', Math.max(1, devices))],
    [
      'Grounds to the back, then neutrals, then hots; fold, don’t stuff.',
      `Devices upright and flush; plates on${w.job.schools.plateScrews === 'slots vertical' ? ', screw slots upright' : ''}.`,
      ...(main ? ['Cover of the panel back on before anything is switched on.'] : []),
    ],
    { dead, after, alters: true },
  );

export function testAll(w: Work, after: string[]): Draft {
  const source = w.boxes.find((b) => b.feeds);
  const groundFault = w.boxes.flatMap((b) => b.devices).some((d) => DEVICE_KINDS[d.kind].groundFault);
  const plugged = w.job.changes.filter((x) => x.do === 'plug-in' || x.do === 'unplug').map((x) => x.id);
  const otherwise = 'Breaker off again, prove dead, and look for the fault: a loose splice, swapped conductors, an open ground.';
  const face = w.lamps.length ? 'the last lampholder' : 'the new face';
  const circuits = new Set(w.circuits.map((c) => c.id));
  const faces = w.planned.boxes.filter((b) => circuits.has(b.circuitId ?? '')).length + w.lamps.length;
  return step(
    'test',
    w.lamps.length ? 'Test the lights and the circuit' : 'Test every outlet face the circuit feeds',
    [spent('test a face', Math.max(2, faces))],
    w.lamps.length
      ? [
          'Switch on: every lamp lights. Switch off: every lamp is dark, and the shell of the lampholder is dead to ground.',
          'Measure at the last lampholder, switch on, lamp out: its centre contact is the hot.',
          'Then every outlet of the circuit that was there before.',
        ]
      : [
          // a circuit of its own has nothing before it; a switch or a splice in the source box has no face
          source?.hadDevices.some((d) => isReceptacle(d.kind))
            ? 'Both halves of the new outlet and of the old one, then all the others.'
            : w.ownCircuit
              ? 'Both halves of every new outlet.'
              : 'Both halves of every outlet that was worked on, then all the others.',
          ...(source?.box.holds === 'switch'
            ? ['Its switch still does what it did: on, its lamp lights; off, it is dark, and the new outlet stays on.']
            : []),
          ...(groundFault ? ['Press TEST on the ground-fault face: it must trip and reset.'] : []),
        ],
    {
      after,
      asks: [
        volts('hn', `hot to neutral at ${face}`, 114, 126, otherwise),
        volts('hg', `hot to ground at ${face}`, 114, 126, otherwise),
        volts('ng', `neutral to ground at ${face}`, 0, 2, otherwise),
      ],
      cautions: [
        'This is live: tester probes by their insulated handles, one hand where you can.',
        'A three-lamp tester cannot see neutral and ground swapped, nor a bootleg ground.',
      ],
      changeIds: plugged,
    },
  );
}

/** @param done changes that other steps bring about */
export const record = (w: Work, done: ReadonlySet<string>, after: string[]): Draft =>
  step(
    'record',
    'Label and note',
    [spent('label and note'), spent('cleaning')],
    [
      'Add the new outlet to the panel directory with the date.',
      'Where a permit was needed, have it inspected before it is used.',
      'Note leftovers and hours.',
    ],
    { after, changeIds: w.job.changes.filter((x) => x.do === 'alter-circuit' && !done.has(x.id)).map((x) => x.id) },
  );
