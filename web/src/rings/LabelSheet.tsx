import { useEffect, useState } from 'react';
import { bracketText, type GappedRing, type JobFile, type LengthUnit } from '@tribos/core/ground';
import { askedRings, bagCode, gapped, gapTarget, packOf, ringHistory } from '@tribos/core/rings';
import { Button, Sheet } from '../ui/index.js';
import { asPng, handOver, useLabelSize } from '../labels/index.js';
import { bagLabel } from './label.js';

/** Labels for the bags of one cylinder's rings: to print, or as pictures for a label printer. */
export function LabelSheet({
  file,
  cylinder,
  unit,
  onClose,
}: {
  file: JobFile;
  cylinder: number;
  unit: LengthUnit;
  onClose: () => void;
}) {
  const size = useLabelSize();
  const [labels, setLabels] = useState<readonly { readonly ring: GappedRing; readonly svg: string }[]>([]);
  useEffect(() => {
    let wanted = true;
    const pack = packOf(file, cylinder);
    const rings = pack ? gapped(pack) : askedRings(file, cylinder);
    void Promise.all(
      rings.map(async (ring) => {
        const { depths } = gapTarget(file, cylinder, ring);
        const { bracket } = ringHistory(file, cylinder, ring, depths.least).states.at(-1)!;
        const gap = bracket.low === null ? 'gap not proved' : `gap ${bracketText(bracket, unit)}`;
        return { ring, svg: await bagLabel(file, cylinder, ring, gap, size) };
      }),
    ).then((made) => {
      if (wanted) setLabels(made);
    });
    return () => {
      wanted = false;
    };
  }, [file, cylinder, unit, size]);
  const name = (ring: GappedRing) => bagCode(file.engine, cylinder, ring);
  return (
    <Sheet title={`Bag labels, ${file.engine.cylinders[cylinder]}`} onClose={onClose}>
      <ul className="labels grid gap-3">
        {labels.map(({ ring, svg }) => (
          <li key={ring} className="flex flex-wrap items-center gap-3">
            <img
              alt={`Label ${name(ring)}`}
              src={`data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`}
              className="w-60 border border-rule bg-white"
            />
            <span className="no-print flex flex-wrap gap-2">
              <Button
                onClick={() => handOver(new Blob([svg], { type: 'image/svg+xml' }), `${name(ring)}.svg`)}
              >
                SVG
              </Button>
              <Button onClick={() => void asPng(svg, size).then((png) => handOver(png, `${name(ring)}.png`))}>
                PNG
              </Button>
            </span>
          </li>
        ))}
      </ul>
      <p className="no-print mt-4">
        <Button look="brass" onClick={() => window.print()}>
          Print them, or keep as PDF
        </Button>
      </p>
    </Sheet>
  );
}
