import { useMemo } from 'react';
import {
  atLeastText,
  isGap,
  limitFigureText,
  nm,
  type Instrument,
  type SizePlace,
  type Place,
} from '@tribos/core/ground';
import { beforeMeasuring, getsTo } from '@tribos/core/readings';
import type { JobContext } from '../job/index.js';

/** Which of the shop's gauges can decide what at a place, said before anything is read with them. */
export function GaugesBefore({
  context,
  station,
  inHand,
}: {
  context: JobContext;
  station: Place;
  inHand: Instrument | null;
}) {
  return isGap(context.file, station) ? null : <Before context={context} station={station} inHand={inHand} />;
}

function Before({
  context,
  station,
  inHand,
}: {
  context: JobContext;
  station: SizePlace;
  inHand: Instrument | null;
}) {
  const { file, by, unit } = context;
  const { engine, instruments, studies, job, decisions } = file;
  const gauges = useMemo(
    () => beforeMeasuring(file, station, by, new Date().toISOString()),
    // What a gauge can tell does not hang on what was read with it.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [engine, instruments, studies, job, decisions, station, by],
  );
  const isShort = inHand !== null && !getsTo(file, inHand, station);
  if (gauges.length === 0 && !isShort) return null;
  const has = gauges.find((g) => g.window)?.window?.has;
  return (
    <section className="mt-4" aria-label="Which gauge decides">
      <h2 className="mb-1 text-small font-semibold text-soft">Which gauge decides here</h2>
      {isShort && (
        <p className="mb-2 font-semibold text-undecided">
          The jaws of {inHand.name} do not reach so far down. Take another gauge; for the clearance, leaves
          beside the bare piston.
        </p>
      )}
      <ul>
        {gauges.map((g) => (
          <li
            key={g.instrument.id}
            className={`border-t border-rule py-1 ${g.instrument.id === inHand?.id ? 'font-semibold' : ''}`}
          >
            <span className="flex justify-between gap-2">
              <span className="truncate">{g.instrument.name}</span>
              <span className="figure shrink-0">±{atLeastText(g.undecidedWithin, unit)}</span>
            </span>
            {g.window && !g.window.fits && (
              <span className="block text-small font-normal text-undecided">
                clearance window {limitFigureText(nm(g.window.has), 'high', unit)}: it needs{' '}
                {atLeastText(g.window.needs, unit)} to be confirmed
              </span>
            )}
          </li>
        ))}
      </ul>
      <p className="mt-1 text-small text-soft">
        Nearer to a limit than that, in {unit}, it stays undecided.
        {has !== undefined &&
          ` The clearance for new parts is ${limitFigureText(nm(has), 'high', unit)} wide.`}
      </p>
    </section>
  );
}
