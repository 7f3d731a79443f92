import { partsToGet } from '@tribos/core/house';
import { useJobContext } from '../job/index.js';

/** What has to be there before assembly, and what asks for it. */
export function PartsToGet() {
  const { file, unit } = useJobContext();
  const parts = partsToGet(file, unit);
  return (
    <section>
      <h2 className="font-semibold">Parts to get</h2>
      {parts.length === 0 ? (
        <p className="text-soft">Nothing that was found asks for a part yet.</p>
      ) : (
        <ul>
          {parts.map((p) => (
            <li
              key={p.key}
              className="grid grid-cols-[2.5rem_minmax(0,1fr)] gap-x-2 border-t border-rule py-1.5"
            >
              <span className="figure text-right font-semibold">{p.count}</span>
              <span>
                {p.name}
                <span className="block text-small text-soft">{p.whys.join('; ')}</span>
              </span>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
