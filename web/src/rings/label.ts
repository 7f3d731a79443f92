import { capital, RING_NAMES, type GappedRing, type JobFile } from '@tribos/core/ground';
import { bagCode } from '@tribos/core/rings';
import { labelSvg, type LabelSize } from '../labels/index.js';

/** One bag's label as SVG: job, cylinder, ring, what its gap was proved by, and its code to scan. */
export function bagLabel(
  file: JobFile,
  cylinder: number,
  ring: GappedRing,
  proved: string,
  size: LabelSize,
): Promise<string> {
  const code = bagCode(file.engine, cylinder, ring);
  const lines = [
    {
      text: `${String(file.job.number).padStart(4, '0')} ${file.engine.cylinders[cylinder]}`,
      size: 4.2,
      bold: true,
    },
    { text: capital(RING_NAMES[ring]), size: 4.6, bold: true },
    { text: proved, size: 3.2 },
    { text: code, size: 3 },
  ];
  return labelSvg(code, lines, size);
}
