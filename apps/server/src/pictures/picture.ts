/** A picture as it came: what it is by its content, upright, without what a camera writes beside it (place, owner, serial number). */
import { createHash } from 'node:crypto';
import { fileTypeFromBuffer } from 'file-type';
import type sharp from 'sharp';
import type { Picture } from '@saddle/core/model';

/** Longest side of a kept picture, and of its small copy, pixels. */
export const LONGEST_PX = 3000;
export const SMALL_PX = 480;
/** More pixels than any camera in a pocket takes; a file that says so is no photo. */
const MOST_PIXELS = 120_000_000;
const TAKEN = new Set(['image/jpeg', 'image/png', 'image/webp']);

/** Loaded with the first picture. One picture after the other: sheets and searches have the other cores. */
async function pixels(): Promise<typeof sharp> {
  const { default: loaded } = await import('sharp');
  loaded.concurrency(1);
  loaded.cache(false);
  return loaded;
}

/** Why something is no picture that can be kept, and what would do. */
export class PictureError extends Error {
  constructor(
    message: string,
    readonly came: string,
  ) {
    super(message);
  }
}
/** What is asked for instead. */
export const PICTURES_TAKEN = 'a photo as JPEG, PNG or WebP';

/** Wide enough to be looked at on paper, small enough that a sheet with a dozen of them can be sent. */
export const pictureForPaper = async (whole: Buffer): Promise<Buffer> =>
  (await pixels())(whole).resize({ width: 1100, height: 1100, fit: 'inside', withoutEnlargement: true }).jpeg({ quality: 80 }).toBuffer();

export interface MadeReady {
  picture: Picture;
  /** JPEG, without any data beside the pixels */
  whole: Buffer;
  small: Buffer;
}

const hashOf = (bytes: Buffer): string => createHash('sha256').update(bytes).digest('hex');
const smallOf = async (whole: Buffer): Promise<Buffer> =>
  (await pixels())(whole, { failOn: 'truncated' }).resize({ width: SMALL_PX, height: SMALL_PX, fit: 'inside', withoutEnlargement: true }).jpeg({ quality: 78 }).toBuffer(); // prettier-ignore

/**
 * What a file is, by its content.
 * @throws PictureError when it is none that is taken, with what would do
 */
async function kindOf(bytes: Buffer): Promise<string> {
  const type = await fileTypeFromBuffer(bytes);
  const mime = type?.mime ?? '';
  if (/heic|heif/.test(mime))
    throw new PictureError(
      'HEIC can’t be read here. Set the phone’s camera to “most compatible” (JPEG), or share the photo as JPEG, and choose it again.',
      'HEIC',
    );
  if (mime === 'application/xml' || /^\s*(<\?xml|<!doctype svg|<svg)/i.test(bytes.subarray(0, 400).toString('latin1')))
    throw new PictureError('A drawing in SVG can hold programs and is not taken. Export it as PNG.', 'SVG or XML');
  if (!TAKEN.has(mime)) throw new PictureError('That is no photo.', mime || 'no picture');
  return mime;
}
/** Whether it is a picture by its first bytes. @throws PictureError with what would do */
export const isPicture = async (bytes: Buffer): Promise<boolean> => Boolean(await kindOf(bytes));

/** One that was made ready before: by its hash, and by there being nothing beside its pixels. It isn’t packed a second time. */
async function asItIs(bytes: Buffer, hash: string | undefined): Promise<MadeReady | undefined> {
  if (hash === undefined || hashOf(bytes) !== hash) return undefined;
  const { format, width, height, exif, xmp, iptc, comments } = await (await pixels())(bytes, { limitInputPixels: MOST_PIXELS }).metadata();
  if (format !== 'jpeg' || exif || xmp || iptc || comments?.length || width > LONGEST_PX || height > LONGEST_PX) return undefined;
  return { picture: { hash, width, height, bytes: bytes.length }, whole: bytes, small: await smallOf(bytes) };
}

/**
 * Looks at a file by its content and makes it ready to be kept.
 * @param known the hash it was kept under elsewhere
 * @throws PictureError with what would do
 */
export async function madeReady(bytes: Buffer, known?: string): Promise<MadeReady> {
  const mime = await kindOf(bytes);
  try {
    const same = await asItIs(bytes, known);
    if (same) return same;
    const image = (await pixels())(bytes, { limitInputPixels: MOST_PIXELS, failOn: 'truncated' }).rotate();
    const { data, info } = await image
      .resize({ width: LONGEST_PX, height: LONGEST_PX, fit: 'inside', withoutEnlargement: true })
      .flatten({ background: '#ffffff' })
      .jpeg({ quality: 88 })
      .toBuffer({ resolveWithObject: true });
    return { picture: { hash: hashOf(data), width: info.width, height: info.height, bytes: data.length }, whole: data, small: await smallOf(data) }; // prettier-ignore
  } catch (error) {
    const why = /pixel limit/i.test((error as Error).message)
      ? `It has more than ${MOST_PIXELS / 1e6} million pixels: make it smaller.`
      : 'The picture is damaged or cut off: send it again, or take it again.';
    throw new PictureError(why, mime);
  }
}
