import { codeSvg } from './codeSvg.js';

const escape = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');

/** Size of a label, mm. */
export interface LabelSize {
  readonly width: number;
  readonly height: number;
}

/** What common label printers take; drawn in these units whatever its size. */
export const USUAL_LABEL: LabelSize = { width: 62, height: 29 };

/** A line of a label, the more important the larger. */
export interface LabelLine {
  readonly text: string;
  readonly size: number;
  readonly bold?: boolean;
}

/** A label as SVG: its code to scan, and up to four lines beside it. */
export async function labelSvg(
  code: string,
  lines: readonly LabelLine[],
  { width, height }: LabelSize = USUAL_LABEL,
): Promise<string> {
  const qr = await codeSvg(code, 0);
  const inner = /viewBox="0 0 (\d+) \d+"[^>]*>(.*)<\/svg>/su.exec(qr);
  const scale = 21 / Number(inner?.[1] ?? 21);
  let y = 2.6;
  const texts = lines.map(({ text, size, bold = false }) => {
    y += size * 1.3;
    return `<text x="27" y="${y.toFixed(1)}" font-size="${size}" font-weight="${bold ? 700 : 400}" font-family="Atkinson Hyperlegible Next Variable, sans-serif">${escape(text)}</text>`;
  });
  const { width: w, height: h } = USUAL_LABEL;
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}mm" height="${height}mm" viewBox="0 0 ${w} ${h}">`,
    `<rect width="${w}" height="${h}" fill="#fff"/>`,
    `<g transform="translate(3 4) scale(${scale})" shape-rendering="crispEdges">${inner?.[2] ?? ''}</g>`,
    ...texts,
    '</svg>',
  ].join('');
}

/** An SVG as a PNG of so many dots to the millimetre. */
export async function asPng(
  svg: string,
  { width, height }: LabelSize = USUAL_LABEL,
  dots = 12,
): Promise<Blob> {
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
  await image.decode();
  const canvas = document.createElement('canvas');
  canvas.width = width * dots;
  canvas.height = height * dots;
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
