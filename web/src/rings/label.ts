import QRCode from 'qrcode';
import { bagCode, capital, RING_NAMES, type GappedRing, type JobFile } from '@tribos/core';

const escape = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');

/** Size of a bag's label, mm: what common label printers take. */
const WIDE = 62;
const HIGH = 29;

/** One bag's label as SVG: job, cylinder, ring, what its gap was proved by, and its code to scan. */
export async function bagLabel(
  file: JobFile,
  cylinder: number,
  ring: GappedRing,
  proved: string,
): Promise<string> {
  const code = bagCode(file.engine, cylinder, ring);
  const qr = await QRCode.toString(code, { type: 'svg', margin: 0, errorCorrectionLevel: 'M' });
  const inner = /viewBox="0 0 (\d+) \d+"[^>]*>(.*)<\/svg>/su.exec(qr);
  const scale = 21 / Number(inner?.[1] ?? 21);
  const line = (y: number, size: number, text: string, weight = 400) =>
    `<text x="27" y="${y}" font-size="${size}" font-weight="${weight}" font-family="Atkinson Hyperlegible Next Variable, sans-serif">${escape(text)}</text>`;
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDE}mm" height="${HIGH}mm" viewBox="0 0 ${WIDE} ${HIGH}">`,
    `<rect width="${WIDE}" height="${HIGH}" fill="#fff"/>`,
    `<g transform="translate(3 4) scale(${scale})" shape-rendering="crispEdges">${inner?.[2] ?? ''}</g>`,
    line(8, 4.2, `${String(file.job.number).padStart(4, '0')} ${file.engine.cylinders[cylinder]}`, 700),
    line(14, 4.6, capital(RING_NAMES[ring]), 700),
    line(19.5, 3.2, proved),
    line(24.5, 3, code),
    '</svg>',
  ].join('');
}

/** An SVG as a PNG of so many dots to the millimetre. */
export async function asPng(svg: string, dots = 12): Promise<Blob> {
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
  await image.decode();
  const canvas = document.createElement('canvas');
  canvas.width = WIDE * dots;
  canvas.height = HIGH * dots;
  canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height);
  return new Promise((resolve, reject) =>
    canvas.toBlob(
      (blob) => (blob ? resolve(blob) : reject(new Error('The picture could not be made.'))),
      'image/png',
    ),
  );
}

/** Hands a file to the person. */
export function handOver(blob: Blob, name: string): void {
  const address = URL.createObjectURL(blob);
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(address), 1_000);
}
