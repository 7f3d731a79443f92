import { useEffect, useState } from 'react';
import type { JobFile } from '@tribos/core/ground';
import { asPng, handOver, labelSvg, useLabelSize } from '../labels/index.js';
import { Button } from '../ui/index.js';

/** The label that goes on the engine: its number, whose it is, and a code that leads to the job. */
export function JobLabel({ file }: { file: JobFile }) {
  const { job } = file;
  const size = useLabelSize();
  const number = String(job.number).padStart(4, '0');
  const [svg, setSvg] = useState('');
  useEffect(() => {
    let wanted = true;
    void labelSvg(
      `${window.location.origin}/jobs/${job.id}`,
      [
        { text: number, size: 6, bold: true },
        { text: job.machine.slice(0, 22), size: 3.6, bold: true },
        { text: job.customer.slice(0, 26), size: 3.2 },
        { text: job.engineNumber.slice(0, 28), size: 2.8 },
      ],
      size,
    ).then((made) => {
      if (wanted) setSvg(made);
    });
    return () => {
      wanted = false;
    };
  }, [job.id, job.machine, job.customer, job.engineNumber, number, size]);
  if (svg === '') return null;
  return (
    <section className="bg-sheet p-4" aria-label="Label for the engine">
      <h2 className="mb-2 font-semibold">Label for the engine</h2>
      <img
        alt={`Label ${number}, ${job.machine}, ${job.customer}`}
        src={`data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`}
        className="w-60 border border-rule bg-white"
      />
      <p className="mt-2 flex flex-wrap gap-2">
        <Button onClick={() => void asPng(svg, size).then((png) => handOver(png, `${number}.png`))}>
          PNG
        </Button>
        <Button onClick={() => handOver(new Blob([svg], { type: 'image/svg+xml' }), `${number}.svg`)}>
          SVG
        </Button>
      </p>
    </section>
  );
}
