import { useEffect, useState } from 'react';
import type { JobFile } from '@tribos/core/ground';
import { trayCode, type Tray } from '@tribos/core/strip';
import { asPng, handOver, labelSvg, useLabelSize, type LabelSize } from '../labels/index.js';
import { Button, Empty, Sheet, TextField } from '../ui/index.js';
import type { Strip } from './useStrip.js';

const cut = (text: string, most: number): string =>
  text.length > most ? `${text.slice(0, most - 1).trimEnd()}…` : text;

/** Address a tray's code leads to. */
export const trayAddress = (jobId: string, tray: number): string =>
  `${window.location.origin}/jobs/${jobId}/strip?tray=${tray}`;

/** A tray's label: its code, the job and the tray large, what is in it. */
export const trayLabel = ({ job }: JobFile, tray: Tray, size: LabelSize): Promise<string> =>
  labelSvg(
    trayAddress(job.id, tray.number),
    [
      { text: trayCode(job, tray.number), size: 6, bold: true },
      { text: cut(tray.name, 18), size: 3.2, bold: true },
      { text: cut(job.machine, 20), size: 3 },
      { text: cut([job.customer, tray.place].filter(Boolean).join(', '), 24), size: 2.6 },
    ],
    size,
  );

/** Trays with their labels and shelf places; one that was scanned is on top. */
export function TraySheet({
  strip,
  scanned,
  onClose,
}: {
  strip: Strip;
  scanned: number | null;
  onClose: () => void;
}) {
  const size = useLabelSize();
  const { trays, file } = strip;
  const [labels, setLabels] = useState<ReadonlyMap<number, string>>(new Map());
  useEffect(() => {
    let wanted = true;
    void Promise.all(trays.map(async (t) => [t.number, await trayLabel(file, t, size)] as const)).then(
      (made) => {
        if (wanted) setLabels(new Map(made));
      },
    );
    return () => {
      wanted = false;
    };
  }, [trays, file, size]);
  const shown = [...trays].sort((a, b) => Number(b.number === scanned) - Number(a.number === scanned));
  return (
    <Sheet title={scanned === null ? 'Trays' : `Tray ${scanned}`} onClose={onClose} wide>
      {trays.length === 0 && (
        <Empty>Nothing went into a tray yet. The first step that takes something off begins tray 1.</Empty>
      )}
      {scanned !== null && !trays.some((t) => t.number === scanned) && (
        <p role="alert" className="text-undecided">
          This job has no tray {scanned}.
        </p>
      )}
      <ul className="labels grid gap-4">
        {shown.map((t) => (
          <TrayRow key={t.number} strip={strip} tray={t} label={labels.get(t.number) ?? ''} size={size} />
        ))}
      </ul>
      {trays.length > 0 && (
        <p className="no-print mt-4">
          <Button look="brass" onClick={() => window.print()}>
            Print them, or keep as PDF
          </Button>
        </p>
      )}
    </Sheet>
  );
}

function TrayRow({ strip, tray, label, size }: { strip: Strip; tray: Tray; label: string; size: LabelSize }) {
  const [name, setName] = useState(tray.name);
  const [place, setPlace] = useState(tray.place);
  const code = trayCode(strip.file.job, tray.number);
  return (
    <li className="grid gap-3 border-t border-rule pt-3 sm:grid-cols-[15rem_1fr]">
      {label !== '' && (
        <img
          alt={`Label ${code}, ${tray.name}`}
          src={`data:image/svg+xml;charset=utf-8,${encodeURIComponent(label)}`}
          className="w-60 border border-rule bg-white"
        />
      )}
      <div className="no-print grid content-start gap-2">
        <p className="text-small text-soft">
          {tray.holds.length > 0
            ? tray.holds.map((h) => `${h.count} ${h.name}`).join(', ')
            : tray.steps.length > 0
              ? 'everything of it is back'
              : 'empty'}
        </p>
        <form
          className="grid items-end gap-2 sm:grid-cols-[1fr_1fr_auto]"
          onSubmit={(e) => {
            e.preventDefault();
            strip.nameTray(tray.number, name.trim(), place.trim());
          }}
        >
          <TextField
            label="What it is"
            maxLength={80}
            value={name}
            onChange={(e) => setName(e.target.value)}
          />
          <TextField
            label="Where it stands"
            maxLength={80}
            value={place}
            onChange={(e) => setPlace(e.target.value)}
          />
          <Button type="submit" disabled={name.trim() === tray.name && place.trim() === tray.place}>
            Keep
          </Button>
        </form>
        <p className="flex gap-2">
          <Button onClick={() => handOver(new Blob([label], { type: 'image/svg+xml' }), `${code}.svg`)}>
            SVG
          </Button>
          <Button onClick={() => void asPng(label, size).then((png) => handOver(png, `${code}.png`))}>
            PNG
          </Button>
        </p>
      </div>
    </li>
  );
}
