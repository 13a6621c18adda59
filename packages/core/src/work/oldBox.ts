/** The box that power is taken from: opened, taken apart, exchanged where it must, joined and closed. */
import { oldFreeEnds, wiringOf, type WorkBox, type WorkRun } from '../ledger/index.js';
import { printLength } from '../measure/index.js';
import { isFront, openFraming } from '../model/index.js';
import { PRACTICE_MM } from '../route/index.js';
import { atBox, free, id, LEAST_OUT_MM, out, step, type At, type Draft, type StepAsk } from './step.js';
import { spent } from './times.js';

export function openBox(at: At, b: WorkBox, after: string[]): Draft {
  const plan = wiringOf(at.w, b);
  const asked = oldFreeEnds(at.w, b);
  return step(
    asked.step,
    `Open ${b.box.name} and take it apart`,
    [spent('open and take apart', Math.max(1, b.hadDevices.length))],
    [
      b.box.holds === 'switch'
        ? 'Plate off and switch out, without touching bare ends.'
        : 'Plate and device out, without touching bare ends.',
      'Test every conductor once more, pair by pair.',
      'Mark which cable is which with tape.',
      ...(b.hadDevices.length > 0 ? plan.takeApart : []),
    ],
    {
      dead: at.dead,
      after,
      place: atBox(b),
      alters: true,
      asks: [
        {
          key: asked.key,
          label: `free ends in ${b.box.name}, the shortest old one, from the sheath`,
          what: 'free ends, the shortest old one, from the sheath',
          unit: 'length',
          least: 0,
          otherwise: 'A length is not below zero.',
          source: 'judged in the ledger',
        },
      ],
      cautions: ['Treat every conductor as live until you have tested it yourself. White is not proof of neutral.'],
    },
  );
}

export const connectIn = (at: At, b: WorkBox, asks: StepAsk[], after: string[]): Draft => {
  const { w } = at;
  const plan = wiringOf(w, b);
  const here = new Set([...b.devices, ...b.hadDevices].map((d) => d.id));
  return step(
    id('wire-source', at),
    `Clamp, strip and connect in ${b.box.name}`,
    [spent('strip, splice, land', Math.max(1, b.cables.length))],
    [...plan.connect, ...plan.notes, ...plan.missing],
    {
      dead: at.dead,
      after,
      place: atBox(b),
      connects: true,
      alters: true,
      asks,
      changeIds: w.job.changes
        .filter(
          (x) =>
            ((x.do === 'replace-device' || x.do === 'remove-device') && here.has(x.deviceId)) ||
            (x.do === 'place-device' && x.device.boxId === b.box.id) ||
            (x.do === 'wire-box' && x.wiring.id === b.box.id),
        )
        .map((x) => x.id),
    },
  );
};

/** What a fish step asks of where the cable was brought before. */
export interface Fishing {
  tailFirst: boolean;
  /** what lies there before it can be fished */
  laid: string[];
  /** everything further from the power is connected before */
  far: string[];
}

/** @param seen boxes that were opened for another cable already */
export function sourceSide(at: At, r: WorkRun, source: WorkBox, { tailFirst, laid, far }: Fishing, seen: Set<WorkBox>): Draft[] {
  const { w } = at;
  const { unit, edition } = w.job;
  const steps: Draft[] = [];
  if (!seen.has(source)) {
    steps.push(openBox(at, source, [at.proved]));
    const replacing = w.job.changes.find((x) => x.do === 'replace-box' && x.boxId === source.box.id);
    if (replacing)
      steps.push(
        step(
          id('replace-source', at),
          replacing.title,
          [spent('free a nailed box'), spent('set a box')],
          [
            'Free the clamps first. Cut the nails between box and stud, or unscrew; watch the cables with every blade.',
            'Enlarge the opening away from the stud where the new box is larger; never cut toward it.',
            'Set the new box, cables clamped, flush with the finish.',
          ],
          {
            dead: at.dead,
            place: atBox(source),
            alters: true,
            changeIds: [replacing.id],
            cautions: ['Keep a spare box at hand: an old one often does not survive.'],
          },
        ),
      );
  }
  const ready = steps.at(-1)?.id ?? oldFreeEnds(w, source).step;
  const wires = r.cable.sheath === 'single wires';
  const there = tailFirst || r.traced !== undefined;
  const blocks = wires ? [] : r.blocks;
  steps.push(
    step(
      id('fish', at),
      wires
        ? `Bring the wires into ${source.box.name}`
        : there
          ? `Bring the cable into ${source.box.name}`
          : `Fish the cable from ${source.box.name} to the opening`,
      [spent('fish in a bay'), ...(blocks.length ? [spent('fish round a corner or past a block', blocks.length)] : [])],
      wires
        ? [
            'Base fitting of the raceway over the box, its ground screw tight; track against it, no sharp edge where the wires turn.',
            `Hot, neutral and ground in together; ${printLength(LEAST_OUT_MM, unit)} out of the box, cut all the same later.`,
          ]
        : [
            isFront(r.to.wall)
              ? 'Box extension on the old box, a clamp in the knockout of its side; the cable in through it.'
              : there
                ? 'Catch the tail in the bay through the box’s knockout or clamp and pull it in.'
                : `Cut ${r.run ? printLength(r.run.cutMm, unit, { style: 'feet' }) : 'the cable'}; push it in at ${source.box.name}, catch it at the opening.`,
            ...blocks.map(
              ({ block: o }) =>
                `At the ${o.kind}, ${printLength(o.z.mm, unit)} over the floor: ${openFraming(r.to.wall) ? '' : 'open the finish in front of it, '}bore its middle, cable through, hole sealed where it blocks fire.`,
            ),
            `Leave at least ${printLength(LEAST_OUT_MM, unit)}, better ${printLength(PRACTICE_MM.outWhileFishing, unit)}, out of each opening.`,
          ],
      {
        dead: at.dead,
        after: [ready, ...laid],
        place: atBox(source),
        alters: true,
        asks: [out('out-source', source.box.name), ...(there ? [] : [out('out-target', r.to.box.name)])],
      },
    ),
  );
  seen.add(source);
  return [
    ...steps,
    connectIn(
      at,
      source,
      [free('free-source', `${source.box.name}, new cable`, source.freeEnd?.neededMm, edition)],
      [id('fish', at), ...far],
    ),
  ];
}
