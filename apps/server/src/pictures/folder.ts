/** The picture files of a data folder, each under the hash of its content: whole when it is there at all. */
import { existsSync, mkdirSync, readdirSync, rmSync } from 'node:fs';
import { copyFile, readFile, rename, rm, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { nanoid } from 'nanoid';
import { StorageError, troubleOf } from '../storage/failures.js';
import type { MadeReady } from './picture.js';

export const PHOTO_FOLDER = 'photos';
export const SIZES = ['whole', 'small'] as const;
export type PictureSize = (typeof SIZES)[number];
const FILE = /^([0-9a-f]{64})(-small)?\.jpg$/;

export class PictureFolder {
  private readonly path: string;

  constructor(dataFolder: string) {
    this.path = join(dataFolder, PHOTO_FOLDER);
    mkdirSync(this.path, { recursive: true, mode: 0o700 });
  }

  file(hash: string, size: PictureSize = 'whole'): string {
    return join(this.path, `${hash}${size === 'small' ? '-small' : ''}.jpg`);
  }
  has(hash: string): boolean {
    return existsSync(this.file(hash)) && existsSync(this.file(hash, 'small'));
  }
  read(hash: string, size: PictureSize = 'whole'): Promise<Buffer> {
    return readFile(this.file(hash, size));
  }

  /** @throws StorageError when the disk can’t; then no half a file is left */
  async keep({ picture, whole, small }: MadeReady): Promise<void> {
    if (this.has(picture.hash)) return;
    await this.put(this.file(picture.hash, 'small'), small);
    await this.put(this.file(picture.hash), whole);
  }

  private async put(file: string, bytes: Buffer): Promise<void> {
    const half = `${file}.${nanoid(6)}.half`;
    try {
      await writeFile(half, bytes, { mode: 0o600, flush: true });
      await rename(half, file);
    } catch (error) {
      await rm(half, { force: true });
      throw new StorageError(troubleOf(error) ?? 'unknown', { cause: error });
    }
  }

  /** Copies a picture’s file into another folder. */
  copyTo(hash: string, file: string): Promise<void> {
    return copyFile(this.file(hash), file);
  }

  /** Files that no photo names any more go, and halves of writes that were cut off. */
  sweep(kept: ReadonlySet<string>): void {
    for (const name of readdirSync(this.path)) {
      const hash = FILE.exec(name)?.[1];
      if (hash === undefined ? name.endsWith('.half') : !kept.has(hash)) rmSync(join(this.path, name), { force: true });
    }
  }
}
