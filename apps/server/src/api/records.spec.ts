/**
 * Log, photos, archives and backups as a phone, a desk and a person with a file use them. Pictures are made and read back with sharp,
 * EXIF is looked for in the bytes, ZIPs that no honest program writes are put together by hand (PKWARE’s APPNOTE, from memory).
 */
import { crc32, deflateRawSync } from 'node:zlib';
import { existsSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { KeptEntry, KeptPhoto, LogEntry, Photo } from '@saddle/core/model';
import type { BackupLine } from '../storage/backups.js';
import { dropDataFolder, newDataFolder, runServer, type RunningServer } from '../testing/runServer.js';
import type { Problem } from './problem.js';

const folder = newDataFolder();
const others: string[] = [];
let server: RunningServer;
const running: RunningServer[] = [];
const start = async (data: string, args: string[] = []): Promise<RunningServer> => {
  const one = await runServer(data, args);
  running.push(one);
  return one;
};
beforeAll(async () => {
  server = await start(folder);
});
afterAll(async () => {
  for (const one of running) one.process.kill();
  await Promise.all(running.map((r) => r.ended));
  for (const data of [folder, ...others]) dropDataFolder(data);
});

interface Answer<T> {
  status: number;
  body: T;
}
async function send<T = Problem>(method: string, path: string, body?: unknown, type = 'application/json', to = server): Promise<Answer<T>> {
  const response = await fetch(`${to.url}/api/v1${path}`, {
    method,
    headers: body === undefined ? {} : { 'content-type': type },
    body: body === undefined ? undefined : Buffer.isBuffer(body) ? new Uint8Array(body) : typeof body === 'string' ? body : JSON.stringify(body),
  });
  const text = await response.text();
  return { status: response.status, body: (text ? JSON.parse(text) : undefined) as T };
} // prettier-ignore
const bytesOf = async (path: string, to = server): Promise<Buffer> =>
  Buffer.from(await (await fetch(`${to.url}/api/v1${path}`)).arrayBuffer());

const entry = (id: string, n: number, more: Partial<LogEntry> = {}): LogEntry => ({
  id, kind: 'note', at: new Date(Date.now() - 60_000 + n).toISOString(), device: 'phone-1', n, says: `entry ${n}`, ...more,
}); // prettier-ignore
const bring = (entries: LogEntry[], sentAt = new Date().toISOString()) => send<{ added: number }>('POST', '/jobs/sewing-corner/log', { sentAt, entries }); // prettier-ignore

describe('the log', () => {
  it('takes what a device brings, once, however often it comes; of two phones with the same queue too', async () => {
    const queue = [0, 1, 2].map((n) => entry(`queue-entry-${n}`, n));
    expect((await bring(queue)).body.added).toBe(3);
    expect((await bring(queue)).body.added).toBe(0);
    expect((await bring([queue[2]!, entry('queue-entry-3', 3)])).body.added).toBe(1);
    const log = (await send<KeptEntry[]>('GET', '/jobs/sewing-corner/log')).body;
    expect(log.map((e) => e.says)).toEqual(['entry 0', 'entry 1', 'entry 2', 'entry 3']);
    expect((await send<KeptEntry[]>('GET', '/houses/quince-street-14/log')).body).toEqual(log);
  });
  it('a clock an hour ahead is noticed when the entry comes', async () => {
    await bring([entry('ahead-entry-1', 9, { device: 'phone-2', at: new Date(Date.now() + 3_600_000).toISOString() })], new Date(Date.now() + 3_600_000).toISOString()); // prettier-ignore
    const log = (await send<KeptEntry[]>('GET', '/jobs/sewing-corner/log')).body;
    const { aheadMs } = log.find((e) => e.id === 'ahead-entry-1')!;
    expect(Math.abs(aheadMs - 3_600_000)).toBeLessThan(5000);
  });
  it('what is no entry is refused by its field, for a job that isn’t there it is said', async () => {
    const bad = await bring([{ ...entry('bad-entry-1', 0), kind: 'gossip' as never }]);
    expect([bad.status, (bad.body as unknown as Problem).errors![0]!.path]).toEqual([422, '/entries/0/kind']);
    expect((await send('POST', '/jobs/sewing-corner/log', { sentAt: 'yesterday', entries: [] })).status).toBe(422);
    expect((await send('POST', '/jobs/nowhere/log', { sentAt: new Date().toISOString(), entries: [entry('e-entry-00', 0)] })).status).toBe(
      404,
    );
  });
});

/** A picture of one colour with a camera’s data beside it: place, maker, serial number; turned by its orientation. */
const camera = (wide = 900, high = 600): Promise<Buffer> =>
  sharp({ create: { width: wide, height: high, channels: 3, background: '#b5651d' } })
    .withExif({ IFD0: { Make: 'SERIALMAKER', Orientation: '6' }, IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '51/1 30/1 0/1' } })
    .withMetadata({ orientation: 6 })
    .jpeg()
    .toBuffer();
const photo = (id: string, more: Partial<Photo> = {}): Photo => ({
  id, houseId: 'quince-street-14', jobId: 'sewing-corner', of: { kind: 'box', id: 'hall-box' }, at: new Date().toISOString(), marks: [], ...more,
}); // prettier-ignore
const put = (p: Photo, to = server) => send<KeptPhoto>('PUT', `/photos/${p.id}`, p, 'application/json', to);
const putPicture = (id: string, bytes: Buffer) => send<KeptPhoto>('PUT', `/photos/${id}/picture`, bytes, 'application/octet-stream');

describe('photos', () => {
  it('a picture is kept upright, without the place it was taken at, under the hash of its bytes, with a small copy', async () => {
    const sent = await camera();
    expect(sent.includes('SERIALMAKER')).toBe(true);
    expect((await put(photo('photo-first', { note: 'hall box opened', when: 'before' }))).body).toMatchObject({ note: 'hall box opened' });
    const { picture } = (await putPicture('photo-first', sent)).body;
    // turned by a quarter, as its orientation says
    expect([picture!.width, picture!.height]).toEqual([600, 900]);
    const kept = await bytesOf('/photos/photo-first/picture');
    expect((await sharp(kept).metadata()).exif).toBeUndefined();
    expect(kept.includes('SERIALMAKER')).toBe(false);
    expect(existsSync(join(folder, 'photos', `${picture!.hash}.jpg`))).toBe(true);
    expect((await sharp(await bytesOf('/photos/photo-first/picture?size=small')).metadata()).height).toBe(480);
    // brought again it is the same; another picture under its name is refused
    expect((await putPicture('photo-first', sent)).status).toBe(200);
    expect((await putPicture('photo-first', await camera(300, 200))).status).toBe(409);
  });
  it('marks and what was measured are kept beside it, and the picture stays', async () => {
    const marks = [{ id: 'm1', kind: 'arrow' as const, from: { x: 0.1, y: 0.1 }, to: { x: 0.5, y: 0.5 }, text: 'cloth here' }];
    expect((await put(photo('photo-first', { marks }))).body).toMatchObject({ marks, picture: { width: 600 } });
    const outside = await put(photo('photo-first', { marks: [{ ...marks[0]!, from: { x: 1.4, y: 0 } }] }));
    expect((outside.body as unknown as Problem).errors![0]).toMatchObject({ path: '/marks/0/from/x', message: 'inside the picture' });
    expect((await send<KeptPhoto[]>('GET', '/houses/quince-street-14/photos')).body).toHaveLength(1);
  });
  it.each([
    ['no picture at all', async () => Buffer.from('hello, this is a letter'), /no photo/],
    ['a drawing with a script', async () => Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script></svg>'), /SVG can hold programs/],
    ['HEIC', async () => Buffer.concat([Buffer.from([0, 0, 0, 24]), Buffer.from('ftypheic'), Buffer.alloc(64)]), /most compatible/],
    ['half a picture', async () => (await camera()).subarray(0, 1200), /damaged or cut off/],
    ['a GIF', async () => sharp({ create: { width: 9, height: 9, channels: 3, background: '#fff' } }).gif().toBuffer(), /no photo/],
    ['nothing', async () => Buffer.alloc(0), /Nothing came/],
  ])('%s is refused with what would do', async (_, make, says) => {
    await put(photo('photo-refused'));
    const { status, body } = await send('PUT', '/photos/photo-refused/picture', await make(), 'application/octet-stream');
    expect([status, body.errors![0]!.expected]).toEqual([422, 'a photo as JPEG, PNG or WebP']);
    expect(body.title).toMatch(says);
    expect((await fetch(`${server.url}/api/v1/photos/photo-refused/picture`)).status).toBe(404);
  }); // prettier-ignore
  it('60 MB are refused by their size, a picture for a photo nobody announced by its name', async () => {
    const { status, body } = await send('PUT', '/photos/photo-refused/picture', Buffer.alloc(60 * 1024 * 1024, 1), 'application/octet-stream'); // prettier-ignore
    expect([status, body.title]).toEqual([413, 'That is more than 25 MB.']);
    expect((await putPicture('photo-of-nobody', await camera())).status).toBe(404);
    expect((await put(photo('photo-elsewhere', { houseId: 'nowhere' }))).status).toBe(404);
  });
  it('thrown out and put back it has its picture still', async () => {
    expect((await send('DELETE', '/photos/photo-first')).status).toBe(204);
    expect((await send('GET', '/photos/photo-first')).status).toBe(404);
    expect((await send('DELETE', '/photos/photo-first')).status).toBe(404);
    expect((await put(photo('photo-first', { note: 'hall box opened' }))).body.picture).toMatchObject({ width: 600 });
  });
});

async function textOf(path: string): Promise<string> {
  const document = await getDocument({ data: new Uint8Array(await bytesOf(path)), useSystemFonts: true }).promise;
  const pages = [];
  for (let n = 1; n <= document.numPages; n++) pages.push((await (await document.getPage(n)).getTextContent()).items.map((i) => ('str' in i ? i.str : '')).join(' '));
  return pages.join('\n').replace(/\s+/g, ' ');
} // prettier-ignore

describe('sheets of the record', () => {
  it('the handover says what was done, by which rules, what to test, what is not known, and shows the photos', async () => {
    const text = await textOf('/jobs/sewing-corner/handover.pdf');
    for (const part of ['Handover: Sewing corner', 'What was done', 'By which rules', 'What to test, and when', 'Where junctions are', 'What is not known', 'Photos', 'hall box opened', 'entry 1']) expect(text).toContain(part); // prettier-ignore
    expect(text).toContain('NEC');
  });
  it('for the inspector: the findings of this job with their sums and sources', async () => {
    const text = await textOf('/jobs/sewing-corner/inspection.pdf?paper=a4');
    expect(text).toContain('For the inspector: Sewing corner');
    expect(text).toContain('314.16');
    expect(text).not.toContain('Kiln corner');
  });
  it('bears the day that it is where it is asked for: 14 hours ahead of UTC, 11 behind; a zone that there is not is named', async () => {
    const day = (ahead: number) => new Date(Date.now() + ahead * 3_600_000).toISOString().slice(0, 10);
    for (const [zone, ahead] of [
      ['Pacific/Kiritimati', 14],
      ['Pacific/Pago_Pago', -11],
    ] as const)
      for (const sheet of ['handover', 'inspection', 'estimate', 'sheet']) {
        const text = await textOf(`/jobs/sewing-corner/${sheet}.pdf?zone=${zone}`);
        expect([sheet, zone, text.includes(`printed ${day(ahead)}`)]).toEqual([sheet, zone, true]);
      }
    const wrong = await send<Problem>('GET', '/jobs/sewing-corner/estimate.pdf?zone=Mars/Olympus');
    expect([wrong.status, wrong.body.errors?.[0]]).toEqual([422, expect.objectContaining({ path: '/zone', came: '"Mars/Olympus"', message: 'there is no such time zone; one like America/Chicago would do' })]); // prettier-ignore
  });
  it('the printed target is at true scale', async () => {
    const svg = (await bytesOf('/target.svg')).toString();
    expect(svg).toMatch(/width="178mm"/);
    expect((await bytesOf('/target.pdf')).subarray(0, 4).toString()).toBe('%PDF');
  });
});

describe('everything out and in', () => {
  const into = (bytes: Buffer, confirm: boolean, to: RunningServer) =>
    send<{ written: boolean; rows: { outcome: string }[]; log: number; photos: number } & Problem>('POST', `/import.zip${confirm ? '?confirm=yes' : ''}`, bytes, 'application/zip', to); // prettier-ignore
  it('one ZIP, taken in at an empty place, gives the same house, the same findings, the same pictures', async () => {
    const zip = await bytesOf('/houses/quince-street-14/everything.zip');
    const data = newDataFolder();
    others.push(data);
    const empty = await start(data, ['--empty']);
    const looked = await into(zip, false, empty);
    expect(looked.body).toMatchObject({ written: false, photos: 2, log: 5 });
    expect((await send<unknown[]>('GET', '/houses', undefined, undefined, empty)).body).toEqual([]);
    expect((await into(zip, true, empty)).body).toMatchObject({ written: true });
    for (const path of ['/jobs/sewing-corner/ledger', '/jobs/kiln-corner/ledger', '/houses/quince-street-14/log']) expect(JSON.stringify((await send(`GET`, path, undefined, undefined, empty)).body)).toBe(JSON.stringify((await send('GET', path)).body)); // prettier-ignore
    const [here, there] = [(await send<{ document: unknown }>('GET', '/houses/quince-street-14')).body, (await send<{ document: unknown }>('GET', '/houses/quince-street-14', undefined, undefined, empty)).body]; // prettier-ignore
    expect(there.document).toEqual(here.document);
    expect((await bytesOf('/photos/photo-first/picture', empty)).equals(await bytesOf('/photos/photo-first/picture'))).toBe(true);
    // once more: everything is there already, nothing doubles
    expect((await into(zip, true, empty)).body.rows.every((r) => r.outcome === 'replaces')).toBe(true);
    expect((await send<unknown[]>('GET', '/houses/quince-street-14/log', undefined, undefined, empty)).body).toHaveLength(5);
  }, 120_000);
  it('has tables and sheets to look at', async () => {
    const names = centralNames(await bytesOf('/houses/quince-street-14/everything.zip'));
    expect(names).toEqual(expect.arrayContaining(['saddle.json', 'records.json', 'tables/boxes.csv', 'tables/log.csv', 'photos/photo-first.jpg', 'sheets/sewing-corner.pdf'])); // prettier-ignore
  }, 120_000);

  it.each([
    ['a file outside its folder', () => zipOf([{ name: '../../evil.txt', data: Buffer.from('x') }]), /outside its folder/],
    ['an absolute path', () => zipOf([{ name: '/etc/passwd', data: Buffer.from('x') }]), /outside its folder/],
    ['a bomb that says its size', () => zipOf([{ name: 'saddle.json', data: Buffer.alloc(150 * 1024 * 1024) }]), /far larger/],
    ['a bomb that lies about its size', () => zipOf([{ name: 'saddle.json', data: Buffer.alloc(150 * 1024 * 1024), says: 1000 }]), /larger than it says/],
    ['half a ZIP', () => zipOf([{ name: 'saddle.json', data: Buffer.from('{}') }]).subarray(0, 30), /half of it is missing/],
    ['no ZIP', () => Buffer.from('a letter to the owner of the house'), /no whole ZIP/],
    ['a ZIP of something else', () => zipOf([{ name: 'holiday.txt', data: Buffer.from('x') }]), /no saddle.json/],
    ['no JSON in it', () => zipOf([{ name: 'saddle.json', data: Buffer.from('{') }]), /no JSON/],
    ['records that are none', () => zipOf([{ name: 'saddle.json', data: Buffer.from('{"format":"saddle-export","version":1,"houses":[],"jobs":[]}') }, { name: 'records.json', data: Buffer.from('{"format":"x"}') }]), /records.json/],
    ['nothing', () => Buffer.alloc(0), /Nothing came/],
  ])('%s is refused whole, and nothing is changed', async (_, make, says) => {
    const before = readdirSync(folder).sort().join();
    const { status, body } = await into(make(), true, server);
    expect(status).toBe(422);
    expect(`${body.title} ${body.detail ?? ''}`).toMatch(says);
    expect(readdirSync(folder).sort().join()).toBe(before);
  }); // prettier-ignore
  it('what is sent as something else than a ZIP is told so', async () => {
    expect((await send('POST', '/import.zip', {})).status).toBe(415);
  });
});

describe('backups', () => {
  it('taken while it is written to, looked at, listed, and everything becomes as it was', async () => {
    const { body: house } = await send<{ revision: number; document: { name: string } }>('GET', '/houses/quince-street-14');
    // somebody goes on working while it is taken
    const busy = Array.from({ length: 12 }, (_, n) => bring([entry(`busy-entry-${n}`, 100 + n)]));
    const taken = await send<BackupLine>('POST', '/backups', {});
    expect((await Promise.all(busy)).every((b) => b.status === 200)).toBe(true);
    expect([taken.status, taken.body.why]).toEqual([201, 'by hand']);
    const renamed = await fetch(`${server.url}/api/v1/houses/quince-street-14`, { method: 'PUT', headers: { 'content-type': 'application/json', 'if-match': `"${house.revision}"` }, body: JSON.stringify({ ...house.document, name: 'Spoiled' }) }); // prettier-ignore
    expect(renamed.status).toBe(200);
    expect((await send<{ document: { name: string } }>('GET', '/houses/quince-street-14')).body.document.name).toBe('Spoiled');
    const back = await send<{ before: BackupLine }>('POST', `/backups/${taken.body.name}/restore`, {});
    expect(back.body.before.why).toBe('before restore');
    const now = (await send<{ document: unknown; revision: number }>('GET', '/houses/quince-street-14')).body;
    expect(now).toMatchObject({ revision: house.revision, document: house.document });
    expect((await send<{ name: string }[]>('GET', '/houses')).body.find((h) => h.name === 'Spoiled')).toBeUndefined();
    // and that is one step from being taken back
    expect((await send('POST', `/backups/${back.body.before.name}/restore`, {})).status).toBe(200);
    expect((await send<{ document: { name: string } }>('GET', '/houses/quince-street-14')).body.document.name).toBe('Spoiled');
    await send('POST', `/backups/${taken.body.name}/restore`, {});
    expect((await send('GET', '/health')).body).toMatchObject({ status: 'ok' });
  }, 60_000);
  it('one that is damaged, and one that isn’t there, change nothing', async () => {
    const name = 'saddle-20200101T000000000Z.sqlite';
    writeFileSync(join(folder, 'backups', name), Buffer.concat([Buffer.from('SQLite format 3\0'), Buffer.alloc(5000, 7)]));
    const { status, body } = await send('POST', `/backups/${name}/restore`, {});
    expect([status, body.title]).toEqual([409, expect.stringMatching(/damaged|no database|can’t be opened/)]);
    expect((await send('POST', '/backups/..%2F..%2Fsaddle.sqlite/restore', {})).status).toBe(404);
    expect((await send('GET', '/houses/quince-street-14')).status).toBe(200);
  });
  it('as one file with the pictures, restored elsewhere by one command, it is equal', async () => {
    const data = newDataFolder();
    others.push(data);
    const file = join(data, 'kept.zip');
    writeFileSync(file, await bytesOf('/backup.zip'));
    const place = join(data, 'place');
    const second = await start(place, ['--restore', file]);
    for (const path of ['/houses/quince-street-14', '/houses/quince-street-14/photos', '/houses/quince-street-14/log', '/houses/quince-street-14/revisions']) expect(JSON.stringify((await send('GET', path, undefined, undefined, second)).body)).toBe(JSON.stringify((await send('GET', path)).body)); // prettier-ignore
    expect((await bytesOf('/photos/photo-first/picture', second)).equals(await bytesOf('/photos/photo-first/picture'))).toBe(true);
    // half of it is refused before anything is made
    const half = join(data, 'half.zip');
    writeFileSync(half, (await bytesOf('/backup.zip')).subarray(0, 4000));
    await expect(start(join(data, 'other'), ['--restore', half])).rejects.toThrow(/no whole backup.*Nothing was changed/s);
    expect(existsSync(join(data, 'other', 'saddle.sqlite'))).toBe(false);
  }, 60_000);
  it('after a new start, pictures that nothing names are gone, those of a backup stay', async () => {
    const data = newDataFolder();
    others.push(data);
    let one = await start(data);
    const make = async (id: string, colour: string) => {
      await put(photo(id), one);
      const bytes = await sharp({ create: { width: 60, height: 40, channels: 3, background: colour } })
        .jpeg()
        .toBuffer();
      const done = await send<KeptPhoto>('PUT', `/photos/${id}/picture`, bytes, 'application/octet-stream', one);
      return `${done.body.picture!.hash}.jpg`;
    };
    const [kept, inBackup] = [await make('photo-stays', '#112233'), await make('photo-backed', '#445566')];
    await send('POST', '/backups', {}, undefined, one);
    const gone = await make('photo-goes', '#778899');
    for (const id of ['photo-backed', 'photo-goes']) await send('DELETE', `/photos/${id}`, undefined, undefined, one);
    one.process.kill();
    await one.ended;
    one = await start(data);
    const files = readdirSync(join(data, 'photos'));
    expect([files.includes(kept), files.includes(inBackup), files.includes(gone)]).toEqual([true, true, false]);
  }, 60_000);
});

interface InZip {
  name: string;
  data: Buffer;
  /** size that it claims to have */
  says?: number;
}
/** A ZIP with nothing but what is given, honest or not. */
function zipOf(files: InZip[]): Buffer {
  const parts: Buffer[] = [];
  const directory: Buffer[] = [];
  let offset = 0;
  for (const { name, data, says } of files) {
    const packed = deflateRawSync(data);
    const fields = Buffer.alloc(26);
    fields.writeUInt16LE(20, 0);
    fields.writeUInt16LE(8, 4);
    fields.writeUInt32LE(crc32(data), 10);
    fields.writeUInt32LE(packed.length, 14);
    fields.writeUInt32LE(says ?? data.length, 18);
    fields.writeUInt16LE(name.length, 22);
    const local = Buffer.concat([Buffer.from('PK\u0003\u0004'), fields, Buffer.from(name), packed]);
    const central = Buffer.concat([Buffer.from('PK\u0001\u0002'), Buffer.from([20, 0]), fields, Buffer.alloc(10), Buffer.alloc(4), Buffer.from(name)]); // prettier-ignore
    central.writeUInt32LE(offset, 42);
    parts.push(local);
    directory.push(central);
    offset += local.length;
  }
  const list = Buffer.concat(directory);
  const end = Buffer.alloc(22);
  end.write('PK\u0005\u0006', 0, 'latin1');
  end.writeUInt16LE(files.length, 8);
  end.writeUInt16LE(files.length, 10);
  end.writeUInt32LE(list.length, 12);
  end.writeUInt32LE(offset, 16);
  return Buffer.concat([...parts, list, end]);
}
/** Names in the central directory of a ZIP. */
function centralNames(zip: Buffer): string[] {
  const names: string[] = [];
  for (let at = zip.indexOf('PK\u0001\u0002', 0, 'latin1'); at >= 0; at = zip.indexOf('PK\u0001\u0002', at + 46, 'latin1'))
    names.push(zip.subarray(at + 46, at + 46 + zip.readUInt16LE(at + 28)).toString());
  return names;
}
