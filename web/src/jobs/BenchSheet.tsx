import QRCode from 'qrcode';
import { useEffect, useState } from 'react';
import {
  bracketText,
  directionName,
  isBlocked,
  wholeLimitText,
  nm,
  sourceLine,
  pistonAsked,
  placeKey,
  thrustAngle,
  featureInfo,
  type BorePlace,
  type FeatureKey,
  type JobFile,
  type LengthUnit,
} from '@tribos/core/ground';
import { listedThings, roomsMeasured } from '@tribos/core/house';
import { featureOf } from '@tribos/core/measurands';
import { placesRead, gapsRead, placeFigure, borePlan, pistonPlace } from '@tribos/core/readings';
import { useJobContext } from '../job/index.js';
import { Button, dayText } from '../ui/index.js';

/** Figures a bench sheet carries the limits of. */
const ON_SHEET: readonly FeatureKey[] = [
  'bore',
  'bore.out-of-round',
  'bore.taper',
  'clearance',
  'ring.gap.top',
  'ring.gap.second',
  'pin.in-piston',
  'pin.in-rod',
];

/** What is measured besides the cylinders: a box for each place that is not read yet. */
function Things({
  file,
  room,
  title,
  unit,
}: {
  file: JobFile;
  room: string;
  title: string;
  unit: LengthUnit;
}) {
  const [places, gaps] = [placesRead(file), gapsRead(file)];
  return (
    <section className="break-inside-avoid">
      <h3 className="mb-1 font-semibold">{title}</h3>
      <table className="w-full text-left">
        <tbody>
          {listedThings(file, room, false).map(({ m, thing, spots }) => (
            <tr key={`${m.part}:${thing.key}`} className="border-t border-rule align-top">
              <th scope="row" className="py-1 pr-3 font-normal">
                {[thing.name, m.name].filter(Boolean).join(', ')}
              </th>
              {spots.map((s) => {
                const key = placeKey(s.place);
                const state = places.get(key);
                const gap = gaps.get(key);
                const read = gap ? bracketText(gap.bracket, unit) : state ? placeFigure(state, unit) : null;
                return (
                  <td key={s.key} className="py-1 pr-3">
                    <span className="block text-small text-soft">{s.name}</span>
                    {read ? (
                      <span className="figure">{read}</span>
                    ) : (
                      <span className="mt-1 inline-block h-7 w-20 border border-ink" />
                    )}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

/** A picture of the way back to a page of this application. */
function useQr(address: string): string | null {
  const [picture, setPicture] = useState<string | null>(null);
  useEffect(() => {
    let wanted = true;
    void QRCode.toDataURL(address, { margin: 1, width: 256, errorCorrectionLevel: 'M' }).then((url) => {
      if (wanted) setPicture(url);
    });
    return () => {
      wanted = false;
    };
  }, [address]);
  return picture;
}

/** The plan on paper: what is read is printed, what is not is a box for the pencil. */
export function BenchSheet() {
  const { file, unit } = useJobContext();
  const { job, engine } = file;
  const address = new URL(`/jobs/${job.id}`, window.location.href).href;
  const qr = useQr(address);
  const measured = new Set(
    roomsMeasured(file).flatMap((r) =>
      listedThings(file, r.name, false).flatMap(({ m, thing }) =>
        m.rules.map((rule) => featureOf(rule, thing)),
      ),
    ),
  );
  const limits = engine.limits.filter((l) => ON_SHEET.includes(l.feature) || measured.has(l.feature));
  return (
    <div className="min-h-0 flex-1 overflow-y-auto px-5 pb-6 print:overflow-visible print:px-0">
      <div className="no-print flex items-center gap-3 py-3">
        <Button look="brass" onClick={() => window.print()}>
          Print
        </Button>
        <p className="text-soft">
          Boxes are for the pencil; what is typed later goes in by the bar or as a table.
        </p>
      </div>
      <article className="grid max-w-4xl gap-5 bg-sheet p-5 print:max-w-none print:bg-white print:p-0">
        <header className="flex items-start justify-between gap-4 border-b-2 border-ink pb-3">
          <div>
            <h2 className="text-title font-semibold">
              Bench sheet · <span className="figure">{String(job.number).padStart(4, '0')}</span>{' '}
              {job.machine}
            </h2>
            <p>
              {[job.engineNumber && `engine ${job.engineNumber}`, job.use, job.customer]
                .filter(Boolean)
                .join(' · ')}
              {job.promised ? ` · promised ${dayText(job.promised)}` : ''}
            </p>
            <p className="text-soft">{job.complaint}</p>
            <p className="mt-2">
              Measured by <Blank /> on <Blank /> at <Blank short /> °C, gauges <Blank />
            </p>
          </div>
          {qr && (
            <figure className="shrink-0 text-center">
              <img src={qr} alt={`Way back to this job: ${address}`} width={104} height={104} />
              <figcaption className="text-small text-soft">back to the job</figcaption>
            </figure>
          )}
        </header>
        {engine.cylinders.map((name, cylinder) => (
          <Cylinder key={name} file={file} cylinder={cylinder} unit={unit} />
        ))}
        {roomsMeasured(file).map((r) => (
          <Things key={r.name} file={file} room={r.name} title={r.measuring.title} unit={unit} />
        ))}
        <section>
          <h3 className="mb-1 font-semibold">Limits</h3>
          <table className="w-full text-left">
            <tbody>
              {limits.map((l) => (
                <tr key={l.id} className="border-t border-rule">
                  <td className="py-1 pr-3">{featureInfo(l.feature).name}</td>
                  <td className="py-1 pr-3 text-soft">{l.state === 'service' ? 'service' : 'new'}</td>
                  <td className="figure py-1 pr-3 whitespace-nowrap">{wholeLimitText(l, unit)}</td>
                  <td className="py-1 text-small text-soft">{sourceLine(l.source)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
        <p className="text-small text-soft">
          Figures come from the documents named beside them. If they differ from the maker’s manual for this
          exact engine, the manual wins. Demo figures are invented: never build an engine from them.
        </p>
      </article>
    </div>
  );
}

const Blank = ({ short = false }: { short?: boolean }) => (
  <span className={`inline-block h-6 border-b border-ink ${short ? 'w-14' : 'w-32'}`}>&nbsp;</span>
);

function Box({ value }: { value: string | null }) {
  return (
    <span className="figure flex h-11 items-center justify-center border border-ink text-lead">
      {value ?? ''}
    </span>
  );
}

function Cylinder({ file, cylinder, unit }: { file: JobFile; cylinder: number; unit: LengthUnit }) {
  const { engine } = file;
  const { depths } = engine;
  const thrust = thrustAngle(engine);
  const angles = [0, 45, 90, 135].map((o) => (thrust + o) % 180);
  const places = placesRead(file);
  const planned = new Set(borePlan(engine, file.job.plan, cylinder).map((p) => placeKey(p.station)));
  const value = (key: string): string | null => {
    const state = places.get(key);
    return state ? placeFigure(state, unit) : null;
  };
  const kitId = pistonAsked(file, cylinder)?.id ?? null;
  return (
    <section className="break-inside-avoid">
      <h3 className="mb-1 font-semibold first-letter:uppercase">
        {engine.cylinders[cylinder]}, {unit}
      </h3>
      <table className="w-full table-fixed text-center">
        <thead>
          <tr className="text-small text-soft">
            <th className="w-20 text-left font-normal">depth</th>
            {angles.map((a) => (
              <th key={a} className="font-normal">
                {directionName(file.engine, a)}
                {a === 0 ? `, ${engine.zeroAt}` : ''}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {[depths.top, depths.mid, depths.low].map((depth) => (
            <tr key={depth}>
              <th className="figure text-left font-normal">
                {unit === 'mm' ? depth / 1e6 : (depth / 25.4e6).toFixed(2)}
              </th>
              {angles.map((angle) => {
                const station: BorePlace = { part: 'bore', cylinder, depth: nm(depth), angle };
                const key = placeKey(station);
                if (isBlocked(engine, nm(depth), angle))
                  return (
                    <td key={angle} className="p-0.5 text-small text-soft">
                      port
                    </td>
                  );
                return (
                  <td
                    key={angle}
                    className={`p-0.5 ${planned.has(key) || places.has(key) ? '' : 'opacity-40'}`}
                  >
                    <Box value={value(key)} />
                  </td>
                );
              })}
            </tr>
          ))}
          <tr>
            <th className="pt-1 text-left text-small font-normal text-soft">piston, gauge height</th>
            <td className="p-0.5 pt-1">
              <Box value={value(placeKey(pistonPlace(cylinder, kitId)))} />
            </td>
            <th className="pt-1 text-right text-small font-normal text-soft">leaf goes / does not</th>
            <td className="p-0.5 pt-1">
              <Box value={null} />
            </td>
            <td className="p-0.5 pt-1">
              <Box value={null} />
            </td>
          </tr>
        </tbody>
      </table>
      <p className="mt-1">
        On the wall: <Blank /> <Blank /> <Blank />
      </p>
    </section>
  );
}
