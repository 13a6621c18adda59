/** Photos: to what they belong, what was drawn on them, and what was measured in them. The picture itself is a file beside. */
import * as z from 'zod';
import { Id, Instant, Name, Remark } from './known.js';
import { LogId } from './log.js';
import { FaceId } from './site.js';

export const PHOTO_OF = ['house', 'job', 'step', 'box', 'wall', 'finding'] as const;
const Part = z.number().min(0, 'inside the picture').max(1, 'inside the picture');
/** A point in the picture: parts of its width from the left and of its height from the top. */
export const PhotoPoint = z.strictObject({ x: Part, y: Part });
export type PhotoPoint = z.infer<typeof PhotoPoint>;

export const MARK_KINDS = ['arrow', 'circle', 'words'] as const;
/** Drawn over the picture, never into it. An arrow points at `to`; a circle goes round `from` through `to`; words stand at `from`. */
export const PhotoMark = z.strictObject({
  id: Id,
  kind: z.enum(MARK_KINDS),
  from: PhotoPoint,
  to: PhotoPoint.optional(),
  text: z.string().trim().max(120, 'at most 120 characters').optional(),
});
export type PhotoMark = z.infer<typeof PhotoMark>;

export const TARGETS = ['plate', 'letter', 'a4', 'printed', 'other'] as const;
const Side = z.number().min(10, 'at least 10 mm').max(3000, 'at most 3 m');
/** What was measured in a photo: four corners of something of known size, and points on the same flat wall. */
export const PhotoMeasure = z.strictObject({
  target: z.enum(TARGETS),
  widthMm: Side,
  heightMm: Side,
  /** top left, top right, bottom right, bottom left, as it hangs on the wall */
  corners: z.tuple([PhotoPoint, PhotoPoint, PhotoPoint, PhotoPoint]),
  /** how far a tap may be off, as part of the picture’s width */
  tap: z.number().positive('a tap is off by something').max(0.05, 'at most a twentieth of the picture'),
  points: z.array(z.strictObject({ id: Id, at: PhotoPoint, name: z.string().trim().max(60).optional() })).max(40, 'at most 40 points'),
  /** where the target’s lower left corner is, seen from that face: mm from its left end, and up from the floor; each absent until somebody said it */
  onWall: z
    .strictObject({
      wallId: Id,
      face: FaceId,
      x: z.number().min(-5000).max(60_000).optional(),
      up: z.number().min(-1000).max(10_000).optional(),
    })
    .optional(),
});
export type PhotoMeasure = z.infer<typeof PhotoMeasure>;

export const Photo = z.strictObject({
  id: LogId,
  houseId: Id,
  jobId: Id.optional(),
  of: z.strictObject({ kind: z.enum(PHOTO_OF), id: z.string().min(1).max(120) }),
  /** one of a pair */
  when: z.enum(['before', 'after']).optional(),
  at: Instant,
  by: Name.optional(),
  note: Remark.optional(),
  marks: z.array(PhotoMark).max(60, 'at most 60 marks').default([]),
  measure: PhotoMeasure.optional(),
});
export type Photo = z.infer<typeof Photo>;

/** What the server knows of the picture. */
export const Picture = z.strictObject({
  /** SHA-256 of the file as it is kept */
  hash: z.string().regex(/^[0-9a-f]{64}$/),
  width: z.number().int().min(1),
  height: z.number().int().min(1),
  bytes: z.number().int().min(1),
});
export type Picture = z.infer<typeof Picture>;
/** A photo as the server has it; `picture` is absent until its file has come. */
export const KeptPhoto = Photo.extend({ picture: Picture.optional(), saved: Instant });
export type KeptPhoto = z.infer<typeof KeptPhoto>;
/** Largest picture that is taken. */
export const PICTURE_LIMIT = 25 * 1024 * 1024;
