/** The longer side of a photo as it leaves the device, px. */
const LONG_SIDE = 2048;
const QUALITY = 0.85;

/**
 * A photo upright and no larger than it has to be, redrawn, so that nothing of where it was taken is in it. What this
 * device cannot draw goes as it came: the server does the same.
 */
export async function shrunk(file: Blob): Promise<Blob> {
  try {
    const image = await createImageBitmap(file, { imageOrientation: 'from-image' });
    const scale = Math.min(1, LONG_SIDE / Math.max(image.width, image.height));
    const canvas = document.createElement('canvas');
    canvas.width = Math.round(image.width * scale);
    canvas.height = Math.round(image.height * scale);
    canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height);
    image.close();
    const small = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/jpeg', QUALITY));
    return small ?? file;
  } catch {
    return file;
  }
}
