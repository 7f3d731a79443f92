import { lashChoice, nm, withUnit, type JobFile, type LengthUnit } from '@tribos/core';

const WANTS = {
  leaves: 'try the leaves',
  shim: 'measure its shim',
  thinner: 'no leaf goes: fit a thinner shim first',
} as const;

/** Which shim goes under which valve: swaps of what is in the engine first. */
export function LashChoice({ file, unit }: { file: JobFile; unit: LengthUnit }) {
  const { valves, missing, choice, screws } = lashChoice(file);
  if (valves.length === 0 && missing.length === 0) return null;
  const text = (v: number) => withUnit(nm(Math.round(v)), { unit, step: unit === 'mm' ? 1_000 : 2_540 });
  const begun = valves.length > 0 || missing.some((m) => m.wants !== 'leaves');
  if (!begun || screws) return null;
  return (
    <section className="mt-4 bg-sheet p-3" aria-label="Shims">
      <h2 className="text-title font-semibold">Shims</h2>
      {missing.length > 0 && (
        <p>Before shims are chosen: {missing.map((m) => `${m.name}, ${WANTS[m.wants]}`).join('; ')}.</p>
      )}
      {missing.length === 0 && choice === null && (
        <p className="font-semibold text-undecided">
          No shim that can be had brings every valve inside: seats or stems are worn past it.
        </p>
      )}
      {choice && (
        <table className="mt-1 w-full text-left">
          <thead>
            <tr className="text-small text-soft">
              <th className="py-1 font-normal">valve</th>
              <th className="font-normal">is</th>
              <th className="font-normal">shim in it</th>
              <th className="font-normal">goes in</th>
              <th className="font-normal">gives</th>
            </tr>
          </thead>
          <tbody>
            {choice.map((c, i) => (
              <tr key={c.name} className="border-t border-rule">
                <th scope="row" className="py-1 font-semibold">
                  {c.name}
                </th>
                <td className="figure">{text(valves[i]!.measured)}</td>
                <td className="figure">{text(valves[i]!.shim)}</td>
                <td className={`figure ${c.stays ? 'text-soft' : 'font-semibold text-brass'}`}>
                  {c.stays
                    ? 'stays'
                    : `${text(c.shim.thickness)} ${c.shim.from === 'engine' ? 'out of this engine' : 'bought'}`}
                </td>
                <td className="figure">{text(c.gives)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <p className="mt-1 text-small text-soft">
        New shim = old + measured − wanted, by what was measured and not by its marking. After the shims: two
        turns, and read again.
      </p>
    </section>
  );
}
