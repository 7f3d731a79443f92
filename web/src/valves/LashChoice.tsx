import { nm, TAKE_BACK, withUnit, type JobFile, type LengthUnit } from '@tribos/core/ground';
import { lashChoice, lastShimIn, SHIM_FROM, SHIM_IN, type LashChoice as Choice } from '@tribos/core/setup';
import type { ShimChoice } from '@tribos/core/valves';
import { newEntry, useSend } from '../job/index.js';
import { Button, Trouble } from '../ui/index.js';
import { OtherShim } from './OtherShim.js';
import { ShimShelf } from './ShimShelf.js';

const WANTS = {
  leaves: 'try the leaves',
  shim: 'measure its shim',
  again: 'its leaves contradict one another: try them again',
  thinner: 'no leaf goes: fit a thinner shim first',
} as const;

/** Which shim goes under which valve: swaps of what is in the engine first, then the shelf; and that they are in. */
export function LashChoice({ file, unit, mayDo }: { file: JobFile; unit: LengthUnit; mayDo: boolean }) {
  const { valves, missing, choice, screws, inside } = lashChoice(file);
  const { trouble, send } = useSend(file);
  const text = (v: number) => withUnit(nm(Math.round(v)), { unit, step: unit === 'mm' ? 1_000 : 2_540 });
  const begun = valves.length > 0 || missing.some((m) => m.wants !== 'leaves');
  const last = lastShimIn(file);
  if (screws || (!begun && last === null)) return null;
  const moved = (choice ?? []).flatMap((c, i) => (c.stays ? [] : [{ ...c, key: valves[i]!.key }]));
  return (
    <section className="mt-4 bg-sheet p-3" aria-label="Shims">
      <h2 className="text-title font-semibold">Shims</h2>
      {missing.length > 0 && (
        <p>Before shims are chosen: {missing.map((m) => `${m.name}, ${WANTS[m.wants]}`).join('; ')}.</p>
      )}
      {inside && (
        <p className="font-semibold text-within">
          Every valve is inside its limits as it stands{moved.length > 0 && ': nothing has to move'}.
        </p>
      )}
      {valves.length > 0 && missing.length === 0 && choice === null && (
        <p className="font-semibold text-undecided">
          No shim that can be had brings every valve inside: seats or stems are worn past it.
        </p>
      )}
      {choice && <ChoiceTable choice={choice} valves={valves} text={text} />}
      <Trouble className="font-semibold">{trouble}</Trouble>
      {mayDo && (
        <div className="no-print mt-3 flex flex-wrap items-end gap-3">
          {moved.length > 0 && (
            <Button
              look={inside ? 'line' : 'brass'}
              onClick={() =>
                send(
                  ...moved.map(({ key, shim }) =>
                    newEntry(SHIM_IN, {
                      valve: key,
                      thickness: nm(Math.round(shim.thickness)),
                      from: shim.from,
                    }),
                  ),
                )
              }
            >
              {moved.length === 1 ? 'This shim is in' : `These ${moved.length} shims are in`}
            </Button>
          )}
          {last && (
            <Button look="quiet" onClick={() => send(newEntry(TAKE_BACK, { of: last.id }))}>
              Take back the shim of {text(last.thickness)}
            </Button>
          )}
        </div>
      )}
      {mayDo && <ShimShelf file={file} unit={unit} />}
      {mayDo && <OtherShim file={file} unit={unit} />}
      <p className="mt-2 text-small text-soft">
        New shim = old + measured − wanted, by what was measured and not by its marking. After the shims: two
        turns, and read again where they went in.
      </p>
    </section>
  );
}

function ChoiceTable({
  choice,
  valves,
  text,
}: {
  choice: readonly ShimChoice[];
  valves: Choice['valves'];
  text: (v: number) => string;
}) {
  return (
    <div className="overflow-x-auto" role="group" aria-label="Shims that are chosen" tabIndex={0}>
      <table className="mt-1 w-full text-left">
        <thead>
          <tr className="text-small text-soft">
            {['valve', 'goes in', 'gives', 'wanted', 'is', 'shim in it'].map((head) => (
              <th key={head} className="py-1 pr-3 font-normal">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {choice.map((c, i) => (
            <tr key={c.name} className="border-t border-rule whitespace-nowrap">
              <th scope="row" className="py-1 pr-3 font-semibold">
                {c.name}
              </th>
              <td className={`figure pr-3 ${c.stays ? 'text-soft' : 'font-semibold text-brass'}`}>
                {c.stays ? 'stays' : `${text(c.shim.thickness)} ${SHIM_FROM[c.shim.from]}`}
              </td>
              <td className="figure pr-3">{text(c.gives)}</td>
              <td className="figure pr-3 text-soft">{text(valves[i]!.target)}</td>
              <td className="figure pr-3">{text(valves[i]!.measured)}</td>
              <td className="figure">{text(valves[i]!.shim)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
