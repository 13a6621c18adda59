/** The certificate of the local network: made by this server for its own addresses, kept beside the data, made anew when they change. */
import { createHash, X509Certificate } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { hostname, networkInterfaces } from 'node:os';
import { join } from 'node:path';

export interface Certificate {
  key: string;
  cert: string;
  /** SHA-256 over the certificate, as browsers show it: `AB:CD:…` */
  fingerprint: string;
  /** SHA-256 over its public key, base64 */
  publicKeyHash: string;
  /** whether it was made just now */
  fresh: boolean;
}

const DAY_MS = 24 * 60 * 60 * 1000;
/** Phones refuse server certificates that are good for longer than 825 days. */
const LASTS_DAYS = 800;
const RENEWED_BEFORE_DAYS = 30;

/** Addresses of this machine on its networks, IPv4 without its own loop. */
export const ownAddresses = (): string[] =>
  Object.values(networkInterfaces())
    .flatMap((list) => list ?? [])
    .filter((a) => a.family === 'IPv4' && !a.internal)
    .map((a) => a.address)
    .sort();

/** Names under which other devices may reach it. */
export const ownNames = (): string[] => [
  ...new Set([
    'localhost',
    hostname().toLowerCase(),
    `${hostname()
      .toLowerCase()
      .replace(/\.local$/, '')}.local`,
  ]),
];

const described = (key: string, cert: string, fresh: boolean): Certificate => {
  const { fingerprint256, publicKey } = new X509Certificate(cert);
  const spki = publicKey.export({ type: 'spki', format: 'der' });
  return { key, cert, fingerprint: fingerprint256, publicKeyHash: createHash('sha256').update(spki).digest('base64'), fresh };
};

/** Whether a kept certificate still serves: every address in it, and not about to end. */
function stillGood(cert: string, addresses: readonly string[], now: Date): boolean {
  const read = new X509Certificate(cert);
  const named = read.subjectAltName ?? '';
  return (
    Date.parse(read.validTo) - now.getTime() > RENEWED_BEFORE_DAYS * DAY_MS &&
    addresses.every((a) => named.split(', ').includes(`IP Address:${a}`))
  );
}

/**
 * The kept certificate, or a new one.
 * @param folder where key and certificate lie; readable by this account alone
 */
export async function certificateFor(
  folder: string,
  addresses: readonly string[] = ownAddresses(),
  now = new Date(),
): Promise<Certificate> {
  const [keyFile, certFile] = [join(folder, 'key.pem'), join(folder, 'certificate.pem')];
  if (existsSync(keyFile) && existsSync(certFile)) {
    const [key, cert] = [readFileSync(keyFile, 'utf8'), readFileSync(certFile, 'utf8')];
    try {
      if (stillGood(cert, addresses, now)) return described(key, cert, false);
    } catch {
      // damaged: it says nothing, and a new one takes its place
    }
  }
  const { generate } = await import('selfsigned');
  const made = await generate([{ name: 'commonName', value: 'Saddle on this network' }], {
    ...{ keyType: 'ec', curve: 'P-256', algorithm: 'sha256' },
    notBeforeDate: new Date(now.getTime() - DAY_MS),
    notAfterDate: new Date(now.getTime() + LASTS_DAYS * DAY_MS),
    extensions: [
      // phones take a certificate of one's own into their store only as an authority
      { name: 'basicConstraints', cA: true, critical: true },
      { name: 'keyUsage', digitalSignature: true, keyCertSign: true, critical: true },
      { name: 'extKeyUsage', serverAuth: true },
      {
        name: 'subjectAltName',
        altNames: [
          ...ownNames().map((value) => ({ type: 2 as const, value })),
          ...['127.0.0.1', ...addresses].map((ip) => ({ type: 7 as const, ip })),
        ],
      },
    ],
  });
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  writeFileSync(keyFile, made.private, { mode: 0o600 });
  writeFileSync(certFile, made.cert, { mode: 0o600 });
  return described(made.private, made.cert, true);
}
