import { Ajv2020 } from 'ajv/dist/2020.js';
import formats from 'ajv-formats';
import { demoJobs, quinceStreet, sewingCorner } from '@saddle/core/demo';
import { jsonSchema } from '@saddle/core/exchange';
import { jobElevation, ledgerOf, workOf } from '@saddle/core/ledger';
import { checkJobIn, inHouse } from '@saddle/core/model';
import { stepsOf } from '@saddle/core/work';
import { judged } from '../packages/core/dist/ledger/cases/judged.js';
import { HAZARDS } from '../packages/core/dist/ledger/cases/hazards.js';
import { LIMITS } from '../packages/core/dist/ledger/cases/limits.js';
import { SOUND } from '../packages/core/dist/ledger/cases/sound.js';
import { UNMEASURED } from '../packages/core/dist/ledger/cases/unmeasured.js';
import { figure, median } from './timing.mjs';

const FRAME_MS = 1000 / 60;
/** Aims for a job of ten outlets on three walls: its whole ledger, and the ledger after one tape entry. */
const WHOLE_MS = 30;
const ENTRY_MS = 8;
const at = (mm) => ({ mm, known: 'measured' });

/** Ten outlets on three walls of the study, one fed from the other, in the sample house with its panel. */
function tenOutlets() {
  const walls = ['study-w1', 'study-w2', 'study-w3'];
  const changes = [];
  let last = quinceStreet.site.boxes.find((b) => b.id === 'alcove-box');
  for (let i = 0; i < 10; i++) {
    const wall = quinceStreet.site.walls.find((w) => w.id === walls[i % 3]);
    const face = wall.faces.A.roomId === 'study' ? 'A' : 'B';
    const id = `ten-${i}`;
    const box = {
      ...{ id, name: `Outlet ${i + 1}`, wallId: wall.id, face, kind: 'wings-1g-20', gangs: 1, hangsOn: 'none', supportFittings: 0 },
      place: { from: 'left-end', toward: 'right', to: 'centre', distance: at(400 + 500 * Math.floor(i / 3)), bottom: at(340) },
    };
    changes.push(
      { id: `box-${i}`, title: box.name, do: 'place-box', box },
      {
        ...{ id: `run-${i}`, title: 'cable', do: 'run-cable' },
        cable: {
          ...{ id: `ten-cable-${i}`, name: 'cable', gauge: 14, conductors: ['black', 'white'], ground: 'bare', metal: 'copper' },
          ...{ sheath: 'nonmetallic', direction: 'known', unbrokenIn: [] },
          ends: [
            { boxId: last.id, label: last.name },
            { boxId: id, label: box.name },
          ],
        },
      },
      {
        ...{ id: `device-${i}`, title: 'receptacle', do: 'place-device' },
        device: { id: `ten-device-${i}`, name: `receptacle ${i + 1}`, boxId: id, kind: 'duplex-15', tamperResistant: true },
      },
    );
    last = box;
  }
  return { ...demoJobs[0], id: 'ten', name: 'Ten outlets', want: undefined, changes };
}

/** What one movement of the box costs the core, what a save's check costs, and the ledger of a large job. */
export function jobFigures() {
  const follow = median(() => {
    const job = { ...sewingCorner };
    const work = workOf(job);
    ledgerOf(job);
    stepsOf(job);
    jobElevation(work, work.planned, 'sewing-hall', 'A', true, true);
  });
  const ajv = new Ajv2020({ strict: false });
  formats.default(ajv);
  const validate = ajv.compile(jsonSchema('job'));
  const text = JSON.stringify(demoJobs[0]);
  const check = median(() => checkJobIn(JSON.parse(text), quinceStreet, demoJobs));
  const reference = median(() => validate(JSON.parse(text)));

  const ten = tenOutlets();
  const fresh = () => ({ ...ten, changes: [...ten.changes] });
  if (workOf(inHouse(fresh(), quinceStreet)).boxes.length !== 11) throw new Error('ledger: the ten outlets don’t fit the house');
  const whole = median(() => ledgerOf(inHouse(fresh(), quinceStreet, demoJobs)), { rounds: 9, calls: 5 });
  // one tape entry: one box of the ten stands elsewhere
  let n = 0;
  const entry = median(
    () => {
      n++;
      const changes = ten.changes.map((c) =>
        c.id === 'box-4' ? { ...c, box: { ...c.box, place: { ...c.box.place, bottom: at(340 + (n % 7)) } } } : c,
      );
      return ledgerOf(inHouse({ ...ten, changes }, quinceStreet, demoJobs));
    },
    { rounds: 9, calls: 5 },
  );
  // the body of cases, each from its facts to what is said of it
  const cases = [...HAZARDS, ...SOUND, ...UNMEASURED].map((c) => c.facts).concat(LIMITS.flatMap((l) => [l.beyond[1], l.within[1]]));
  const all = median(() => cases.forEach(judged), { rounds: 5, calls: 1 });
  return [
    figure('ledger.cases', all, `${cases.length} cases, beside nothing: one frame at 60 Hz each`, cases.length * FRAME_MS),
    figure('job.follow', follow, 'one frame at 60 Hz', FRAME_MS),
    figure('job.check', check, 'ajv on the published schema, shape only', reference),
    figure('ledger.whole', whole, 'aim for ten outlets on three walls', WHOLE_MS),
    figure('ledger.entry', entry, 'judging it all anew', whole),
    figure('ledger.entry.aim', entry, 'aim after one tape entry', ENTRY_MS),
  ];
}
