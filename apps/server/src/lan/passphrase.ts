/** The passphrase that another device says once, and the ticket it gets for it. Only its scrypt is kept, never itself. */
import { createHmac, randomBytes, randomInt, scrypt, timingSafeEqual, type ScryptOptions } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import * as z from 'zod';

/** About 50 ms and 32 MB a try on a plain machine. */
const COST: ScryptOptions = { N: 2 ** 15, r: 8, p: 1, maxmem: 64 * 1024 * 1024 };
export const LEAST_LENGTH = 10;
const Kept = z.strictObject({ salt: z.string(), hash: z.string(), secret: z.string() });
type Kept = z.infer<typeof Kept>;

const hashed = (text: string, salt: Buffer): Promise<Buffer> =>
  new Promise((resolve, reject) => scrypt(text.normalize('NFKC'), salt, 32, COST, (error, key) => (error ? reject(error) : resolve(key))));

/** Syllables that are read aloud and typed on a phone without a doubt: no l and 1, no o and 0. */
const CONSONANTS = 'bdfghkmnprstvz';
const VOWELS = 'aeiu';
/** Five groups of four letters: 56^10, some 58 bits. */
export const madeUp = (): string =>
  Array.from({ length: 5 }, () =>
    Array.from({ length: 2 }, () => CONSONANTS[randomInt(CONSONANTS.length)]! + VOWELS[randomInt(VOWELS.length)]!).join(''),
  ).join('-');

const TICKET_DAYS = 30;

export class Passphrase {
  private constructor(private readonly kept: Kept) {}

  /**
   * The one of a data folder. `given` takes its place; where there is none and none is given, one is made up and told once.
   * @throws Error when the given one is too short
   */
  static async of(folder: string, given: string | undefined): Promise<{ passphrase: Passphrase; madeUp: string | undefined }> {
    const file = join(folder, 'passphrase.json');
    if (given !== undefined && given.trim().length < LEAST_LENGTH)
      throw new Error(`SADDLE_PASSPHRASE has ${given.trim().length} characters; ${LEAST_LENGTH} or more would do.`);
    if (given === undefined && existsSync(file)) {
      const read = Kept.safeParse(JSON.parse(readFileSync(file, 'utf8')));
      if (read.success) return { passphrase: new Passphrase(read.data), madeUp: undefined };
    }
    const text = given?.trim() ?? madeUp();
    const salt = randomBytes(16);
    // a new secret: tickets given for the old passphrase are worth nothing any more
    const kept: Kept = {
      salt: salt.toString('base64'),
      hash: (await hashed(text, salt)).toString('base64'),
      secret: randomBytes(32).toString('base64'),
    };
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    writeFileSync(file, JSON.stringify(kept), { mode: 0o600 });
    return { passphrase: new Passphrase(kept), madeUp: given === undefined ? text : undefined };
  }

  async is(text: string): Promise<boolean> {
    return timingSafeEqual(await hashed(text.trim(), Buffer.from(this.kept.salt, 'base64')), Buffer.from(this.kept.hash, 'base64'));
  }

  private signed = (part: string): string => createHmac('sha256', Buffer.from(this.kept.secret, 'base64')).update(part).digest('base64url');

  /** For a device that said it: good for a month, across restarts. */
  ticket(now: number): { value: string; maxAgeMs: number } {
    const maxAgeMs = TICKET_DAYS * 24 * 60 * 60 * 1000;
    const part = `${randomBytes(12).toString('base64url')}.${now + maxAgeMs}`;
    return { value: `${part}.${this.signed(part)}`, maxAgeMs };
  }

  isTicket(value: string | undefined, now: number): boolean {
    const cut = value?.lastIndexOf('.') ?? -1;
    if (value === undefined || cut < 0) return false;
    const [part, mark] = [value.slice(0, cut), Buffer.from(value.slice(cut + 1))];
    const own = Buffer.from(this.signed(part));
    return mark.length === own.length && timingSafeEqual(mark, own) && Number(part.split('.')[1]) > now;
  }
}
