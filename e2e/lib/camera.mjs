import { Buffer } from 'node:buffer';
import { writeFileSync } from 'node:fs';
import sharp from 'sharp';

const WIDTH = 640;
const HEIGHT = 480;

/**
 * A film for a browser's camera: a picture held before it, never quite straight, over and over.
 * @param {string} path where it is written, as uncompressed YUV4MPEG2
 * @param {string} svg  what is held before the camera
 */
export async function film(path, svg) {
  const parts = [Buffer.from(`YUV4MPEG2 W${WIDTH} H${HEIGHT} F5:1 Ip A1:1 C420jpeg\n`)];
  const grey = Buffer.alloc((WIDTH * HEIGHT) / 2, 128);
  for (const turned of [0, 3, -4, 7, 0, -9]) {
    const picture = await sharp(Buffer.from(svg), { density: 300 })
      .flatten({ background: '#fff' })
      .rotate(turned, { background: '#fff' })
      .resize(WIDTH - 20, HEIGHT - 20, { fit: 'contain', background: '#fff' })
      .extend({ top: 10, bottom: 10, left: 10, right: 10, background: '#fff' })
      .greyscale()
      .raw()
      .toBuffer();
    parts.push(Buffer.from('FRAME\n'), picture, grey);
  }
  writeFileSync(path, Buffer.concat(parts));
}
