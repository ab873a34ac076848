import { z } from 'zod';

const share = z.number().min(-0.2).max(1.2);
const pointSchema = z.object({ x: share, y: share });
/** Corners of a page in shares of its photo, clockwise from the page's own top left. */
const cornersSchema = z.tuple([pointSchema, pointSchema, pointSchema, pointSchema]);

/** A rectangle of a page, in shares of its width and height. */
const boxSchema = z.object({
  x: z.number().min(0).max(1),
  y: z.number().min(0).max(1),
  width: z.number().min(0.002).max(1),
  height: z.number().min(0.002).max(1),
});

/** A photo on its way to become a page of a handout. */
export const photoSchema = z.object({
  uploadId: z.uuid(),
  name: z.string(),
  width: z.number().int(),
  height: z.number().int(),
  /** Null when no page was found in it. */
  corners: cornersSchema.nullable(),
  /** The whole photo, the first corner being the top left of what is written on it. */
  whole: cornersSchema,
});
export type PhotoView = z.infer<typeof photoSchema>;

export const scanPagesSchema = z.object({ photos: z.array(photoSchema) });

export const readPhotoSchema = z.object({
  corners: cornersSchema.optional(),
  languages: z.array(z.string().regex(/^[a-z_]{3,20}$/iu)).max(4),
});

/** What was read of a photo. */
export const photoReadSchema = z.object({ words: z.number().int(), doubtful: z.number().int() });
export type PhotoRead = z.infer<typeof photoReadSchema>;

export const MAX_PHOTOS = 60;
export const assemblePhotosSchema = z.object({ uploadIds: z.array(z.uuid()).min(1).max(MAX_PHOTOS) });

const photoWordSchema = z.object({
  text: z.string(),
  page: z.number().int(),
  x: z.number(),
  y: z.number(),
  width: z.number(),
  height: z.number(),
  confidence: z.number(),
});
const coefficients = z.array(z.number());
const bendSchema = z.object({
  top: coefficients,
  right: coefficients,
  bottom: coefficients,
  left: coefficients,
});

/**
 * A page of a photographed handout: its words in reading order, where the page lies in the photo, and regions
 * without words.
 */
const photoPageSchema = z.object({
  name: z.string(),
  /** Pixels of the flat page. */
  width: z.number().int(),
  height: z.number().int(),
  warp: z.object({ corners: cornersSchema, bend: bendSchema, text: z.array(z.number()).max(12).optional() }),
  words: z.array(photoWordSchema),
  unreadRegions: z.array(boxSchema),
  /** Numbers of the words that a teacher found right. */
  checked: z.array(z.number().int()),
});
export type PhotoPageView = z.infer<typeof photoPageSchema>;
export const photoPagesSchema = z.array(photoPageSchema);

export const checkedWordsSchema = z.object({ checked: z.array(z.number().int().nonnegative()).max(20_000) });
export const regionRequestSchema = z.object({ box: boxSchema });
export const regionTextSchema = z.object({ text: z.string() });
