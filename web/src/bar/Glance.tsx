import { useEffect, type ReactNode } from 'react';
import {
  bracketText,
  placeFigure,
  placeKey,
  placeKindOf,
  placeName,
  type Figure,
  type Place,
} from '@tribos/core';
import { useJobContext, useStationId, type JobContext } from '../job/index.js';
import { toggleGlance, useSettings } from '../kit/settings.js';
import { VerdictMark, type MarkState } from '../ui/index.js';
import { markOf } from '../verdicts/index.js';
import { nextHere } from './useAt.js';
import { useTypedOn } from './typing.js';
import type { Bar } from './useBar.js';

/** The figure a place feeds first: the size of its bore, the room beside its piston. */
function figureOf({ file, judgement }: JobContext, at: Place): Figure | undefined {
  const fed = placeKindOf(file, at).feeds(at);
  return judgement.items.find((f) => f.key === fed);
}

/**
 * What is read from a metre: place, live figure, mark with its word, what is next; nothing else. Keys,
 * foot-switch and gauge work as ever.
 */
function Glance({ bar }: { bar: Bar | null }) {
  const context = useJobContext();
  const { file, judgement, unit } = context;
  const typed = useTypedOn(file.job.id);
  const where = useStationId();
  const next = nextHere(judgement, where);
  const at = bar?.station ?? next?.at ?? null;
  const figure = at && figureOf(context, at);
  const mark: MarkState = figure ? markOf(figure) : (judgement.overall ?? 'waiting');
  const read = at && judgement.readings.places.get(placeKey(at));
  const gap = at && judgement.readings.gaps.get(placeKey(at));
  const shown =
    typed || (gap ? bracketText(gap.bracket, unit) : null) || (read ? placeFigure(read, unit) : null) || '–';
  return (
    <section aria-label="Glance" className="flex min-h-0 flex-1 flex-col justify-center gap-4 px-8 py-4">
      {at && (
        <>
          <p className="text-glance leading-tight">{placeName(file, at, unit)}</p>
          <p className="figure text-glance-figure leading-none font-semibold whitespace-nowrap">{shown}</p>
        </>
      )}
      <p className="text-glance leading-tight font-semibold">
        <VerdictMark state={mark} big />
      </p>
      <p aria-live="polite" className="border-l-8 border-brass pl-5 text-glance leading-tight">
        {next?.sentence(unit) ?? 'Nothing is left to do here.'}
      </p>
    </section>
  );
}

/** What a station that is done and not read shows from a metre. */
export interface Face {
  /** What it is of: the step, the group. */
  readonly of: string;
  /** The one thing to read: the question, the bolt. */
  readonly big: string;
  /** A figure beside it. */
  readonly figure?: string;
  /** Answers by their number, the one the foot has marked. */
  readonly answers?: readonly { readonly text: string; readonly marked: boolean }[];
  /** What it waits for; null where it does not. */
  readonly waits?: string | null;
}

function FaceOf({ face: { of, big, figure, answers = [], waits = null } }: { face: Face }) {
  return (
    <section aria-label="Glance" className="flex min-h-0 flex-1 flex-col justify-center gap-4 px-8 py-4">
      <p className="text-lead text-soft">{of}</p>
      <p aria-live="polite" className="text-glance leading-tight font-semibold">
        {big}
      </p>
      {figure && (
        <p className="figure text-glance-figure leading-none font-semibold whitespace-nowrap">{figure}</p>
      )}
      {answers.length > 0 && (
        <ol className="grid gap-2">
          {answers.map((a, i) => (
            <li
              key={a.text}
              className={`border-l-8 pl-5 text-glance leading-tight ${a.marked ? 'border-brass font-semibold' : 'border-transparent'}`}
            >
              <span className="figure">{i + 1}</span> {a.text}
            </li>
          ))}
        </ol>
      )}
      {waits && <p className="border-l-8 border-undecided pl-5 text-glance leading-tight">{waits}</p>}
    </section>
  );
}

/**
 * The body of a station: its own screen, or the glance face, which every station has for nothing.
 * @param bar  the reading bar of the station; null where it has none
 * @param face what is read from a metre where that is no place and no figure
 */
export function StationBody({
  bar = null,
  face = null,
  children,
}: {
  bar?: Bar | null;
  face?: Face | null;
  children: ReactNode;
}) {
  const { glance } = useSettings();
  const barless = bar === null;
  useEffect(() => {
    // With a bar the key is the bar's: it may be the beginning of a unit.
    if (!barless) return;
    const onKey = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement | null;
      if (event.ctrlKey || event.metaKey || event.altKey || event.key !== 'm') return;
      if (target?.closest('input, textarea, select, [contenteditable], [role="dialog"]')) return;
      toggleGlance();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [barless]);
  if (!glance) return children;
  return face ? <FaceOf face={face} /> : <Glance bar={bar} />;
}
