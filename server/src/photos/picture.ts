import { availableParallelism } from 'node:os';
import sharp from 'sharp';
import { FairQueue } from '../kit/fairQueue.js';

/** The longer side of a photo that is not kept at its own size, px. */
const LONG_SIDE = 2048;
/** More than this is a bomb, not a photo, px: asked of its head before anything is decoded. */
const MOST_PIXELS = { jpeg: 64_000_000, other: 32_000_000 } as const;
/** Pictures of one shop that may wait. */
const MOST_WAITING = 40;

// One picture is worked by one core, and nothing of it stays behind.
sharp.concurrency(1);
sharp.cache(false);
/** One at a time for each core but the one that answers; the shops in turn. */
const turns = new FairQueue(Math.max(1, availableParallelism() - 1), MOST_WAITING);

export interface Picture {
  readonly content: Buffer;
  readonly width: number;
  readonly height: number;
  /** A small one for lists. */
  readonly small: Buffer;
}

/** Pixels of a file's head. */
async function isBounded(file: Buffer): Promise<boolean> {
  const {
    format,
    width = 0,
    height = 0,
    pages = 1,
  } = await sharp(file, { limitInputPixels: false }).metadata();
  if (!format || !['jpeg', 'png', 'webp', 'avif', 'heif'].includes(format)) return false;
  return width * height * pages <= (format === 'jpeg' ? MOST_PIXELS.jpeg : MOST_PIXELS.other);
}

/**
 * A photo upright, with nothing said in it of where, when and with what it was taken; null for what is no photo.
 * @param original whether it keeps its own size
 * @throws QueueFull when too many of this shop wait
 */
export function pictureOf(shopId: string, file: Buffer, original: boolean): Promise<Picture | null> {
  return turns.run(shopId, async () => {
    try {
      if (!(await isBounded(file))) return null;
      const upright = sharp(file, { limitInputPixels: MOST_PIXELS.jpeg, failOn: 'error' }).autoOrient();
      const sized = original
        ? upright
        : upright.resize({ width: LONG_SIDE, height: LONG_SIDE, fit: 'inside', withoutEnlargement: true });
      // Nothing is carried over that is not asked for.
      const { data, info } = await sized
        .jpeg({ quality: original ? 92 : 82 })
        .toBuffer({ resolveWithObject: true });
      return { content: data, width: info.width, height: info.height, small: await smallOf(data) };
    } catch {
      return null;
    }
  });
}

const smallOf = (file: Buffer): Promise<Buffer> =>
  sharp(file).resize({ width: 320, height: 320, fit: 'cover' }).jpeg({ quality: 70 }).toBuffer();

/** A small one of a photo that was kept before small ones were. */
export const thumbnailOf = (shopId: string, file: Buffer): Promise<Buffer> =>
  turns.run(shopId, () => smallOf(file));
