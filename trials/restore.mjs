/** A backup taken while saving goes on, restored into an empty place: every answer equal. */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ask, chance, dropFolder, json, newFolder, save, serve } from './lib.mjs';

export const about = 'a backup under load, restored elsewhere, compared answer by answer';

export async function run({ long = false, seed = 9, rounds = long ? 20 : 2 } = {}) {
  let [compared, different] = [0, 0];
  for (let round = 0; round < rounds; round++) {
    const dice = chance(seed + round);
    const [folder, other] = [newFolder(), newFolder()];
    dropFolder(other);
    const server = await serve(folder);
    let saving = true;
    const busy = (async () => {
      while (saving) {
        const last = json(await ask(server.url, 'GET', '/api/v1/jobs/sewing-corner'));
        await save(server.url, 'jobs', { ...last.document, note: `n${dice.below(1e9)}` }, last.revision);
      }
    })();
    await new Promise((done) => setTimeout(done, 100 + dice.below(300)));
    const backup = await ask(server.url, 'GET', '/api/v1/backup.sqlite');
    saving = false;
    await busy;
    const file = join(folder, 'backup.sqlite');
    writeFileSync(file, backup.body);
    const restored = await serve(other, { args: ['--restore', file] });
    const jobs = json(await ask(restored.url, 'GET', '/api/v1/jobs')).map((j) => j.id);
    const paths = [
      ...['/houses', '/houses/quince-street-14', '/houses/quince-street-14/panel/directory.csv', '/houses/quince-street-14/export.json'],
      ...['/houses/quince-street-14/boxes/alcove-box/template.svg', '/jobs/kiln-corner/ways'],
      ...jobs.filter((id) => id !== 'sewing-corner').flatMap((id) => [`/jobs/${id}`, `/jobs/${id}/ledger`, `/jobs/${id}/steps`]),
      // the one that was being saved is at the revision of the backup
      `/jobs/sewing-corner/revisions/${json(await ask(restored.url, 'GET', '/api/v1/jobs/sewing-corner')).revision}`,
    ];
    for (const path of paths) {
      const [a, b] = [await ask(server.url, 'GET', `/api/v1${path}`), await ask(restored.url, 'GET', `/api/v1${path}`)];
      compared++;
      // the export of the house holds the job that went on
      const strip = (answer) => answer.body.toString().replace(/"note":"n\d+",?/g, '');
      if (a.status !== 200 || b.status !== 200 || strip(a) !== strip(b)) {
        different++;
        console.log(`  different: ${path} ${a.status} ${b.status}`);
      }
    }
    for (const s of [server, restored]) s.child.kill('SIGTERM');
    await Promise.all([server.ended, restored.ended]);
    dropFolder(folder);
    dropFolder(other);
  }
  return {
    line: `restore: ${rounds} backups under load, ${compared} answers compared, ${different} different`,
    ok: compared > 0 && different === 0,
  };
}
