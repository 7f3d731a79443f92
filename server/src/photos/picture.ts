import sharp from 'sharp';

/** The longer side of a photo that is not kept at its own size, px. */
const LONG_SIDE = 2048;
/** More than this is a bomb, not a photo, px. */
const MOST_PIXELS = 60_000_000;

export interface Picture {
  readonly content: Buffer;
  readonly width: number;
  readonly height: number;
}

/**
 * A photo upright, with nothing said in it of where, when and with what it was taken; null for what is no photo.
 * @param original whether it keeps its own size
 */
export async function pictureOf(file: Buffer, original: boolean): Promise<Picture | null> {
  try {
    const image = sharp(file, { limitInputPixels: MOST_PIXELS, failOn: 'error' });
    const { format } = await image.metadata();
    if (!format || !['jpeg', 'png', 'webp', 'avif', 'heif'].includes(format)) return null;
    const upright = image.autoOrient();
    const sized = original
      ? upright
      : upright.resize({ width: LONG_SIDE, height: LONG_SIDE, fit: 'inside', withoutEnlargement: true });
    // Nothing is carried over that is not asked for.
    const { data, info } = await sized
      .jpeg({ quality: original ? 92 : 82 })
      .toBuffer({ resolveWithObject: true });
    return { content: data, width: info.width, height: info.height };
  } catch {
    return null;
  }
}

/** A small one for lists. */
export const thumbnailOf = (file: Buffer): Promise<Buffer> =>
  sharp(file).resize({ width: 320, height: 320, fit: 'cover' }).jpeg({ quality: 70 }).toBuffer();

/** Kinds of sound that browsers record, by how their files begin. */
const SOUNDS: readonly (readonly [type: string, begins: (b: Buffer) => boolean])[] = [
  ['audio/webm', (b) => b.readUInt32BE(0) === 0x1a45dfa3],
  ['audio/ogg', (b) => b.toString('latin1', 0, 4) === 'OggS'],
  ['audio/mp4', (b) => b.toString('latin1', 4, 8) === 'ftyp'],
  ['audio/wav', (b) => b.toString('latin1', 0, 4) === 'RIFF' && b.toString('latin1', 8, 12) === 'WAVE'],
];

/** The type of a sound by what is in it; null for what is none. */
export const soundType = (file: Buffer): string | null =>
  file.length < 16 ? null : (SOUNDS.find(([, begins]) => begins(file))?.[0] ?? null);
