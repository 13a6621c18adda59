import { computed, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { PICTURE_LIMIT, type KeptPhoto, type Photo } from '@saddle/core/model';
import { pointsOnWall, type FromPhoto } from '@saddle/core/photo';
import { nanoid } from 'nanoid';
import { firstValueFrom } from 'rxjs';
import { problemOf } from '../api/documents.service';
import { keepAnswer, lastAnswer } from '../api/last-answers';
import { Outbox } from '../record/outbox';
import { pictureAddress, Records } from '../record/records.service';

export type PhotoOf = Photo['of'];
/** A photo as it is shown: on the server, or still on its way. */
export type ShownPhoto = KeptPhoto & { waiting: boolean };

const address = (houseId: string): string => `photos/${houseId}`;

/** The photos of the house that is open: those the server has and those that wait to go there. */
@Injectable({ providedIn: 'root' })
export class HousePhotos {
  private readonly records = inject(Records);
  private readonly outbox = inject(Outbox);
  private houseId = '';
  private readonly there = signal<KeptPhoto[]>([]);
  /** counts with what is in the outbox */
  private readonly turn = signal(0);
  readonly problem = signal('');

  readonly photos = computed((): ShownPhoto[] => {
    this.turn();
    this.outbox.waiting();
    const waiting = this.outbox.photos(this.houseId);
    const ids = new Set(waiting.map((p) => p.id));
    const known = new Map(this.there().map((p) => [p.id, p]));
    return [
      ...this.there().filter((p) => !ids.has(p.id)).map((p) => ({ ...p, waiting: this.outbox.picture(p.id) !== undefined })),
      ...waiting.map((p) => ({ ...p, ...(known.get(p.id)?.picture ? { picture: known.get(p.id)!.picture! } : {}), saved: p.at, waiting: true })),
    ].sort((a, b) => (a.at < b.at ? -1 : 1));
  }); // prettier-ignore
  /** points that were measured in photos, where their walls are */
  readonly points = computed((): FromPhoto[] =>
    this.photos().flatMap((p) => (p.measure && p.picture ? pointsOnWall(p.measure, p.picture.width, p.picture.height) : [])),
  );

  constructor() {
    this.outbox.took.pipe(takeUntilDestroyed()).subscribe(({ photo, photoOut }) => {
      if (photo) this.there.update((list) => [...list.filter((p) => p.id !== photo.id), ...(photo.houseId === this.houseId ? [photo] : [])]);
      if (photoOut) this.there.update((list) => list.filter((p) => p.id !== photoOut));
    }); // prettier-ignore
  }

  private asked = 0;
  /** Several strips of a page ask at once: the server is asked once. */
  async open(houseId: string): Promise<void> {
    if (this.houseId === houseId && Date.now() - this.asked < 10_000) return;
    this.asked = Date.now();
    if (this.houseId !== houseId) {
      this.houseId = houseId;
      this.there.set([]);
    }
    try {
      const photos = await firstValueFrom(this.records.photos(houseId));
      if (this.houseId !== houseId) return;
      this.there.set(photos);
      void keepAnswer(address(houseId), photos);
    } catch {
      // without the server: what it said last
      const last = await lastAnswer<KeptPhoto[]>(address(houseId)).catch(() => undefined);
      if (last && this.houseId === houseId && !this.there().length) this.there.set(last.answer);
    }
  }

  of = (kind: PhotoOf['kind'], id: string): ShownPhoto[] => this.photos().filter((p) => p.of.kind === kind && p.of.id === id);
  byId = (id: string): ShownPhoto | undefined => this.photos().find((p) => p.id === id);

  /** Address of a picture; a blob’s while it is still here. */
  src(photo: ShownPhoto, size: 'whole' | 'small' = 'whole'): string {
    const blob = this.outbox.picture(photo.id);
    if (!blob) return pictureAddress(photo.id, size);
    let url = this.urls.get(photo.id);
    if (!url) this.urls.set(photo.id, (url = URL.createObjectURL(blob)));
    return url;
  }
  private readonly urls = new Map<string, string>();

  /** Takes a file in: kept here at once, sent when the server is there. What no server would take is said now. */
  async add(file: File, of: PhotoOf, more: Partial<Pick<Photo, 'jobId' | 'when' | 'by' | 'note'>> = {}): Promise<string | undefined> {
    this.problem.set('');
    if (file.size > PICTURE_LIMIT) {
      this.problem.set(`${file.name} has ${Math.ceil(file.size / 1024 / 1024)} MB; a photo may have 25. Make it smaller, or take it with fewer pixels.`);
      return undefined;
    }
    const wrong = await wrongWith(file);
    if (wrong) {
      this.problem.set(wrong);
      return undefined;
    }
    const photo: Photo = { id: nanoid(16), houseId: this.houseId, of, at: new Date().toISOString(), marks: [], ...more };
    await this.outbox.add({ what: 'photo', photo }, { what: 'picture', photoId: photo.id, picture: file });
    this.turn.update((n) => n + 1);
    return photo.id;
  } // prettier-ignore

  /** What is said of a photo, or drawn on it. */
  async put(photo: Photo): Promise<void> {
    await this.outbox.add({ what: 'photo', photo: bare(photo) });
    this.turn.update((n) => n + 1);
  }
  async remove(photo: ShownPhoto): Promise<void> {
    this.there.update((list) => list.filter((p) => p.id !== photo.id));
    await this.outbox.add({ what: 'photo out', photoId: photo.id });
    this.turn.update((n) => n + 1);
  }
  trouble = (error: unknown): void => this.problem.set(problemOf(error).title);
}

/** Without what the server adds. */
export function bare(photo: Photo | ShownPhoto): Photo {
  const { picture: _, saved: __, waiting: ___, ...said } = photo as ShownPhoto;
  return said;
}

/** What a server would refuse, by the first bytes; it looks again by itself. */
async function wrongWith(file: File): Promise<string | undefined> {
  const bytes = new Uint8Array(await file.slice(0, 400).arrayBuffer());
  const text = new TextDecoder('latin1').decode(bytes);
  if (/^....ftyp(heic|heix|hevc|mif1|msf1)/s.test(text)) return `${file.name} is HEIC, which can’t be read here. Set the phone’s camera to “most compatible” (JPEG), or share the photo as JPEG.`; // prettier-ignore
  if (/^\s*(<\?xml|<!doctype svg|<svg)/i.test(text)) return `${file.name} is a drawing in SVG, which can hold programs. Export it as PNG.`;
  const known = text.startsWith('\u00ff\u00d8\u00ff') || text.startsWith('\u0089PNG') || (text.startsWith('RIFF') && text.slice(8, 12) === 'WEBP'); // prettier-ignore
  return known ? undefined : `${file.name} is no photo: a JPEG, PNG or WebP would do.`;
}
