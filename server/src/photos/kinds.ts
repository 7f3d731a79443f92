/** What a file is by what is in it, not by what it is called or who sent it. */
export type Kind =
  | { readonly is: 'sound'; readonly type: string }
  | { readonly is: 'picture' }
  /** What cannot be kept, and why, in words. */
  | { readonly is: 'refused'; readonly sentence: string };

/** Brands of ISO base media files that hold pictures (ISO/IEC 23008-12): still or in a sequence. */
const HEIC = new Set(['heic', 'heix', 'heim', 'heis', 'hevc', 'hevx', 'hevm', 'hevs']);
const AVIF = new Set(['avif', 'avis']);
const PICTURES = new Set(['mif1', 'mif2', 'msf1', 'miaf', 'jpeg', 'j2ki', 'vvic', ...HEIC, ...AVIF]);
/** Brands that browsers and phones write around a sound alone. */
const SOUNDS = /^(?:M4A |M4B |mp4[12]|isom|iso[2-9]|dash|f4a )$/u;

const NO_HEIC =
  'This is a HEIC photo: it cannot be redrawn here, and as it is it says where it was taken. Set the camera to JPEG (“most compatible”), or send a screenshot of it. Nothing was kept.';
const NO_FILM = 'This is a film, not a photo or a sound. Nothing was kept.';
const NO_PLACE =
  'This recording says where it was made, and that cannot be taken out of it here. Record it in this page instead. Nothing was kept.';

/** Major and compatible brands of an ISO base media file. */
function brandsOf(file: Buffer): string[] {
  const end = Math.min(file.readUInt32BE(0), file.length, 256);
  const at = (i: number) => file.toString('latin1', i, i + 4);
  const brands = [at(8)];
  for (let i = 16; i + 4 <= end; i += 4) brands.push(at(i));
  return brands;
}

/** Boxes in which phones say where they were. */
const PLACES = ['\u00a9xyz', 'loci', 'com.apple.quicktime.location'];

function isoMedia(file: Buffer): Kind {
  const brands = brandsOf(file);
  if (brands.some((b) => AVIF.has(b))) return { is: 'picture' };
  if (brands.some((b) => PICTURES.has(b))) return { is: 'refused', sentence: NO_HEIC };
  if (!SOUNDS.test(brands[0]!)) return { is: 'refused', sentence: NO_FILM };
  if (file.includes('vide', 0, 'latin1') && file.includes('hdlr', 0, 'latin1'))
    return { is: 'refused', sentence: NO_FILM };
  if (PLACES.some((box) => file.includes(box, 0, 'latin1'))) return { is: 'refused', sentence: NO_PLACE };
  return { is: 'sound', type: 'audio/mp4' };
}

/** Where a Matroska file names its codecs: near its beginning. */
const HEAD = 8_192;

const matroska = (file: Buffer): Kind =>
  /V_(?:VP8|VP9|AV1|MPEG)/u.test(file.toString('latin1', 0, HEAD))
    ? { is: 'refused', sentence: NO_FILM }
    : { is: 'sound', type: 'audio/webm' };

/** Decides by the bytes of a file what it is. */
export function kindOf(file: Buffer): Kind {
  if (file.length < 16) return { is: 'picture' };
  const text = (from: number, to: number) => file.toString('latin1', from, to);
  if (text(4, 8) === 'ftyp') return isoMedia(file);
  if (file.readUInt32BE(0) === 0x1a45dfa3) return matroska(file);
  if (text(0, 4) === 'OggS') return { is: 'sound', type: 'audio/ogg' };
  if (text(0, 4) === 'RIFF' && text(8, 12) === 'WAVE') return { is: 'sound', type: 'audio/wav' };
  return { is: 'picture' };
}
