import { useState } from 'react';
import {
  quantitiesOf,
  bracketText,
  placeKey,
  type JobFile,
  type LengthUnit,
  type Place,
} from '@tribos/core/ground';
import { listedThings, MEASURING, type roomsMeasured, type ListedThing } from '@tribos/core/house';
import { placesRead, gapsRead, placeFigure } from '@tribos/core/readings';
import { Panels, type PanelProps } from '../job/index.js';
import { LimitStrip } from '../verdicts/index.js';

/** Cylinders, and every room something else is measured in. */
export function RoomTabs({
  file,
  rooms,
  room,
  walk,
  onPick,
}: {
  file: JobFile;
  rooms: ReturnType<typeof roomsMeasured>;
  room: string | null;
  walk: readonly Place[];
  onPick: (at: Place) => void;
}) {
  const shown = MEASURING.filter((r) => rooms.includes(r) || r.name === room);
  const first = (of: string | null): Place | undefined =>
    of === null
      ? walk[0]
      : (walk.find((p) => p.part.startsWith(`${of}.`)) ?? listedThings(file, of, false)[0]?.spots[0]?.place);
  return (
    <nav aria-label="What is measured" className="no-print mb-2 flex flex-wrap gap-x-1">
      {[
        { name: null, title: 'Bores and pistons' },
        ...shown.map((r) => ({ name: r.name, title: r.measuring.title })),
      ].map((r) => (
        <button
          key={r.title}
          type="button"
          aria-current={r.name === room ? 'true' : undefined}
          onClick={() => {
            const to = first(r.name);
            if (to) onPick(to);
          }}
          className={`min-h-11 px-3 ${r.name === room ? 'border-b-3 border-brass font-semibold' : 'text-blue underline underline-offset-4'}`}
        >
          {r.title}
        </button>
      ))}
    </nav>
  );
}

/** Things of one room: each with its places, what was read there, and a strip for every figure that is judged. */
export function ThingsPanel({
  context,
  room,
  current,
  onPick,
  onItem,
  whole = false,
  only,
}: PanelProps & {
  room: string;
  /** Everything that can be measured here is shown at once. */
  whole?: boolean;
  /** Only some of its measures. */
  only?: (m: ListedThing['m']) => boolean;
}) {
  const { file, judgement, unit } = context;
  const [all, setAll] = useState(whole);
  const listed = listedThings(file, room, all).filter((l) => only?.(l.m) ?? true);
  const here = placeKey(current);
  const measures = [...new Set(listed.map((l) => l.m))];
  const figures = judgement.items.filter(
    (i) =>
      i.subject.of === 'part' &&
      i.feature !== 'finding' &&
      i.subject.thing.startsWith(`${room}.`) &&
      (!only || measures.some((m) => (i.subject as { thing: string }).thing.startsWith(`${m.part}:`))),
  );
  const holding = measures.find((m) => m.part === current.part);
  const more = holding?.heldOn?.(file);
  const panel = { at: `measure/${room}`, context, current, onPick, onItem };
  return (
    <div
      className={`grid gap-x-5 bg-sheet p-3 ${figures.length > 0 ? 'lg:grid-cols-[minmax(0,1.25fr)_minmax(0,1fr)]' : ''}`}
    >
      <div className="min-w-0 empty:hidden lg:col-span-2">
        <Panels {...panel} wide />
      </div>
      <div className="min-w-0">
        {holding && (
          <p className="mb-2 border-l-3 border-brass pl-3 text-small">
            <span className="text-soft">How it is held: </span>
            {holding.held}
            {more && <span className="mt-1 block">{more}</span>}
          </p>
        )}
        <Panels {...panel} />
        {measures.map((m) => {
          const mine = listed.filter((l) => l.m === m);
          return (
            <section key={m.part} className="mb-4">
              <h2 className="border-b border-ink/60 pb-0.5 text-small font-semibold text-soft">
                {m.name || m.rules[0]!.title}
              </h2>
              <ul>
                {mine.map((l) => (
                  <ThingRow
                    key={l.thing.key}
                    file={file}
                    listed={l}
                    here={here}
                    unit={unit}
                    onPick={onPick}
                  />
                ))}
              </ul>
            </section>
          );
        })}
        {listed.length === 0 && (
          <p className="text-soft">
            Nothing of this is asked for. What is “measured to decide” at Clean comes up here.
          </p>
        )}
        {!whole && (
          <button
            type="button"
            aria-expanded={all}
            onClick={() => setAll(!all)}
            className="no-print min-h-11 text-small text-blue underline underline-offset-4"
          >
            {all ? 'only what is asked for' : 'everything that can be measured here'}
          </button>
        )}
      </div>
      <div className="min-w-0 divide-y divide-rule border-t border-ink/60 empty:hidden">
        {quantitiesOf(figures).map(({ key, leads, other }) => (
          <LimitStrip key={key} item={leads} other={other} unit={unit} big={false} onOpen={onItem} />
        ))}
      </div>
    </div>
  );
}

/** One thing and the places on it. */
function ThingRow({
  file,
  listed: { thing, spots },
  here,
  unit,
  onPick,
}: {
  file: JobFile;
  listed: ListedThing;
  here: string;
  unit: LengthUnit;
  onPick: (at: Place) => void;
}) {
  const [places, gaps] = [placesRead(file), gapsRead(file)];
  const figure = (key: string): string | null => {
    const gap = gaps.get(key);
    if (gap) return bracketText(gap.bracket, unit);
    const state = places.get(key);
    return state ? (placeFigure(state, unit) ?? '?') : null;
  };
  return (
    <li className="grid grid-cols-[minmax(5.5rem,9rem)_minmax(0,1fr)] items-stretch gap-x-2 border-b border-rule">
      <span className="self-center py-1 text-small leading-tight font-semibold">{thing.name}</span>
      <span className="flex flex-wrap">
        {spots.map((s) => {
          const key = placeKey(s.place);
          const now = key === here;
          const read = figure(key);
          return (
            <button
              key={s.key}
              type="button"
              tabIndex={now ? 0 : -1}
              aria-current={now ? 'true' : undefined}
              onClick={() => onPick(s.place)}
              className={`min-h-11 min-w-24 flex-1 px-2 py-1 text-left ${now ? 'outline-3 -outline-offset-3 outline-brass' : ''}`}
            >
              <span className="block text-small leading-tight text-soft">{s.name || 'reading'}</span>
              <span className="figure block text-lead leading-tight">{read ?? '–'}</span>
            </button>
          );
        })}
      </span>
    </li>
  );
}
