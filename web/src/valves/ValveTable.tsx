import type { ReactNode } from 'react';
import {
  bracketText,
  placeKey,
  type Figure,
  type JobFile,
  type LengthUnit,
  type Place,
  type VerdictState,
} from '@tribos/core/ground';
import { placeOn, spot, thingsHad, type Measurand, type Thing } from '@tribos/core/measurands';
import { placesRead, gapsRead, placeFigure } from '@tribos/core/readings';
import { CLAY, contactOf, DECOMPRESSOR, LASH, SHIM, setupMeasures } from '@tribos/core/setup';
import { VerdictMark } from '../ui/index.js';
import { markOf } from '../verdicts/index.js';
import { lengthIn } from '../forms/index.js';

const NAMES: readonly (readonly [Measurand, string])[] = [
  [LASH, 'clearance'],
  [SHIM, 'shim in it'],
  [CLAY, 'room to the piston'],
  [DECOMPRESSOR, 'decompressor lifts'],
];
const WORST: readonly VerdictState[] = ['beyond', 'undecided', 'noLimit', 'within'];

/** The figure of a cell that weighs most: what is wrong before what is not. */
const worstOf = (figures: readonly Figure[], thing: string): Figure | undefined =>
  figures
    .filter((f) => f.subject.of === 'part' && f.subject.thing === thing)
    .sort((a, b) => WORST.indexOf(a.state) - WORST.indexOf(b.state))[0];

/** Every valve in a row: its clearance, its shim, its room to the piston; a tap puts the bar there. */
export function ValveTable({
  file,
  unit,
  figures,
  current,
  onPick,
  onItem,
}: {
  file: JobFile;
  unit: LengthUnit;
  figures: readonly Figure[];
  current: Place;
  onPick: (at: Place) => void;
  onItem: (f: { readonly key: string }) => void;
}) {
  const measures = setupMeasures(file.engine);
  const columns = NAMES.filter(([m]) => measures.includes(m));
  const valves = [
    ...new Map(columns.flatMap(([m]) => thingsHad(file, m)).map((t) => [t.key, t] as const)).values(),
  ];
  const held = columns.find(([m]) => m.part === current.part)?.[0].held;
  return (
    <section className="bg-sheet p-3" aria-label="Valves">
      {held && (
        <p className="mb-1 border-l-3 border-brass pl-3 text-small">
          <span className="text-soft">How it is held: </span>
          {held}
        </p>
      )}
      <div className="overflow-x-auto" role="group" aria-label="Readings of the valves" tabIndex={0}>
        <table className="w-full text-left">
          <thead>
            <tr className="text-small text-soft">
              <th className="py-1 pr-3 font-normal">valve</th>
              {columns.map(([m, name]) => (
                <th key={m.part} className="font-normal">
                  {name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {valves.map((t) => (
              <tr key={t.key} className="border-t border-rule">
                <th scope="row" className="py-0.5 pr-3 leading-tight font-semibold first-letter:uppercase">
                  {t.name}
                </th>
                {columns.map(([m]) => (
                  <td key={m.part}>
                    {thingsHad(file, m).some((x) => x.key === t.key) && (
                      <Cell
                        at={placeOn(m, t, spot(''))}
                        current={current}
                        shown={shownOf(file, m, t, unit)}
                        figure={worstOf(figures, `${m === CLAY ? 'setup.contact' : m.part}:${t.key}`)}
                        onPick={onPick}
                        onItem={onItem}
                      />
                    )}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}

/** What was read in a cell: a bracket, a size, the smallest room by whichever way. */
function shownOf(file: JobFile, m: Measurand, thing: Thing, unit: LengthUnit): string {
  const [places, gaps] = [placesRead(file), gapsRead(file)];
  if (m === CLAY) {
    const { smallest } = contactOf(file, thing);
    return smallest ? lengthIn(unit)(smallest.value) : '–';
  }
  const key = placeKey(placeOn(m, thing, spot('')));
  const gap = gaps.get(key);
  if (gap) return bracketText(gap.bracket, unit);
  const state = places.get(key);
  const figure = state && placeFigure(state, unit);
  return figure ? `${figure} ${unit}` : state ? '?' : '–';
}

function Cell({
  at,
  current,
  shown,
  figure,
  onPick,
  onItem,
}: {
  at: Place;
  current: Place;
  shown: ReactNode;
  figure: Figure | undefined;
  onPick: (at: Place) => void;
  onItem: (f: { readonly key: string }) => void;
}) {
  const now = placeKey(at) === placeKey(current);
  return (
    <span className="flex items-center gap-2 pr-4 whitespace-nowrap">
      <button
        type="button"
        aria-current={now ? 'true' : undefined}
        onClick={() => onPick(at)}
        className={`figure min-h-11 min-w-28 px-2 text-left text-lead ${now ? 'outline-3 -outline-offset-3 outline-brass' : ''}`}
      >
        {shown}
      </button>
      {figure && (
        <button type="button" onClick={() => onItem(figure)} className="min-h-11 min-w-11 text-small">
          <VerdictMark state={markOf(figure)} />
        </button>
      )}
    </span>
  );
}
