import type { EngineSpec } from '@tribos/core/ground';
import { formatLength, nm } from '@tribos/core/ground';
import { useSettings } from '../kit/settings.js';
import { Button, Empty, FileLink } from '../ui/index.js';

/** Pistons and kits on file. */
export function KitsSection({
  engine,
  onEdit,
  onAdd,
}: {
  engine: EngineSpec;
  onEdit: ((id: string) => void) | null;
  onAdd: (() => void) | null;
}) {
  const { unit } = useSettings();
  const figure = (v: number, step: number) => formatLength(nm(v), { unit, step });
  return (
    <section aria-label="Pistons and kits">
      <div className="mb-2 flex flex-wrap items-center justify-between gap-2">
        <h2 className="font-semibold">Pistons and kits</h2>
        {onAdd && <Button onClick={onAdd}>Add a piston or kit</Button>}
      </div>
      {engine.kits.length === 0 ? (
        <Empty>None on file: no oversize can be chosen, and another maker’s piston has no figures.</Empty>
      ) : (
        <div className="overflow-x-auto">
          <table className="w-full min-w-120 border-t border-ink/60 bg-sheet text-left">
            <thead className="text-small text-soft">
              <tr>
                <th className="px-3 py-2 font-normal">kit</th>
                <th className="px-3 font-normal">maker</th>
                <th className="px-3 font-normal">over standard, {unit}</th>
                <th className="px-3 font-normal">piston, {unit}</th>
                <th className="px-3 font-normal">gauge height, {unit}</th>
                <th className="px-3 font-normal">material</th>
                {onEdit && (
                  <th>
                    <span className="sr-only">change</span>
                  </th>
                )}
              </tr>
            </thead>
            <tbody>
              {engine.kits.map((k) => (
                <tr key={k.id} className="border-t border-rule">
                  <td className="px-3 py-2 font-semibold">{k.name}</td>
                  <td className="px-3">{k.maker}</td>
                  <td className="figure px-3">{k.oversize === 0 ? '0' : figure(k.oversize, 10_000)}</td>
                  <td className="figure px-3">{figure(k.piston, 1_000)}</td>
                  <td className="figure px-3">
                    {k.gaugeHeight === null ? 'not on the sheet' : figure(k.gaugeHeight, 100_000)}
                  </td>
                  <td className="px-3">{k.material.replaceAll('-', ' ')}</td>
                  {onEdit && (
                    <td className="px-1 text-right whitespace-nowrap">
                      <FileLink
                        href={`/api/engines/${engine.id}/kits/${k.id}/file`}
                        aria-label={`${k.maker} ${k.name} as a file`}
                      >
                        File
                      </FileLink>
                      <Button
                        look="quiet"
                        aria-label={`Edit ${k.maker} ${k.name}`}
                        onClick={() => onEdit(k.id)}
                      >
                        Edit
                      </Button>
                    </td>
                  )}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </section>
  );
}
