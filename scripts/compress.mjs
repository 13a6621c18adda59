// What is sent to every browser is packed once, as small as it gets: beside each file of the page stands its `.br`.
import { readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { promisify } from 'node:util';
import { brotliCompress, constants } from 'node:zlib';

const dist = fileURLToPath(new URL('../apps/web/dist/browser', import.meta.url));
const pack = promisify(brotliCompress);
/** Shorter ones are hardly smaller packed, bytes. */
const WORTH = 400;

const files = readdirSync(dist, { recursive: true })
  .map((name) => join(dist, String(name)))
  // the page itself gets the nonce of its answer, and is packed then
  .filter((file) => /\.(?:js|css|svg|json|webmanifest)$/.test(file) && statSync(file).size > WORTH);
await Promise.all(
  files.map(async (file) => {
    const plain = readFileSync(file);
    const packed = await pack(plain, {
      params: { [constants.BROTLI_PARAM_QUALITY]: 11, [constants.BROTLI_PARAM_SIZE_HINT]: plain.length },
    });
    writeFileSync(`${file}.br`, packed);
  }),
);
