/** A second door, for other devices of the local network: TLS with a certificate of one's own, a passphrase once a device. */
import { createServer, type Server } from 'node:https';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import type { Express, RequestHandler } from 'express';
import { certificateFor, ownAddresses, ownNames, type Certificate } from './certificate.js';
import { lanGate } from './gate.js';
import { Passphrase } from './passphrase.js';

/** How other devices reach this server: addresses, and the fingerprint that they show. */
export interface Network {
  urls: string[];
  fingerprint: string;
}

export interface LanDoor {
  server: Server;
  network: () => Network;
  /** what stands on the terminal */
  says: Promise<string>;
}

/** Plain words for the terminal: address, QR code, fingerprint, passphrase where it is new, how a phone comes to trust it. */
export async function terminalWords(urls: readonly string[], certificate: Certificate, madeUp: string | undefined): Promise<string> {
  const [first] = urls;
  const { toString: qrText } = await import('qrcode');
  return [
    ...(urls.length
      ? urls.map((url) => `On this network Saddle is at ${url}`)
      : ['No network address was found: this machine is on no network.']),
    ...(first ? [await qrText(first, { type: 'terminal', small: true })] : []),
    `Fingerprint of its certificate (SHA-256): ${certificate.fingerprint}`,
    ...(certificate.fresh ? ['The certificate is new: devices that trusted an earlier one are asked again.'] : []),
    ...(madeUp
      ? [
          `Passphrase: ${madeUp}`,
          'It is told this once. Write it down; SADDLE_PASSPHRASE="another one" sets another, and devices say it again.',
        ]
      : ['The passphrase is the one that was given, now or before.']),
    'A phone warns at first, as nobody vouches for this certificate. Compare the fingerprint; then go on, or better, for use without a connection:',
    `open ${first ?? 'the address above with /'}saddle.crt on the phone, install it as a certificate authority in its security settings, and open the address again.`,
    'Take it out of the phone again when you no longer use it: it vouches for this machine only as long as its key stays here.',
  ].join('\n');
}

/**
 * Opens the door.
 * @param makeApp the application behind a gate
 * @throws Error when the passphrase is too short
 */
export async function openLan(
  dataFolder: string,
  { port, passphrase: given }: { port: number; passphrase: string | undefined },
  makeApp: (gate: RequestHandler) => Express,
): Promise<LanDoor> {
  const folder = join(dataFolder, 'lan');
  const certificate = await certificateFor(folder);
  const { passphrase, madeUp } = await Passphrase.of(folder, given);
  const reached = (): string[] => [...ownNames(), '127.0.0.1', ...ownAddresses()];
  const portNow = (): number => (server.address() as AddressInfo | null)?.port ?? port;
  const gate = lanGate({ certificate, passphrase, hosts: () => reached().map((h) => (portNow() === 443 ? h : `${h}:${portNow()}`)) });
  const server = createServer({ key: certificate.key, cert: certificate.cert, minVersion: 'TLSv1.2' }, makeApp(gate));
  server.keepAliveTimeout = 75_000;
  server.headersTimeout = 80_000;
  const network = (): Network => {
    const urls = ownAddresses().map((a) => `https://${a}:${portNow()}/`);
    return { urls: urls.length ? urls : [`https://127.0.0.1:${portNow()}/`], fingerprint: certificate.fingerprint };
  };
  const says = new Promise<string>((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, '0.0.0.0', () => {
      resolve(terminalWords(network().urls, certificate, madeUp));
    });
  });
  return { server, says, network };
}
