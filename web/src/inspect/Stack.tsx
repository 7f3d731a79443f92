import { sourceLine } from '@tribos/core/ground';
import { assemblyOf, comesApart, takenApart } from '@tribos/core/inspect';
import { Button, Kbd } from '../ui/index.js';
import type { Clean } from './useClean.js';

/** A part that comes apart by itself: its pieces in the order they go together, what is new, what it is set to. */
export function Stack({ clean, mayDo }: { clean: Clean; mayDo: boolean }) {
  const { file, now } = clean;
  if (!now || !comesApart(now.part)) return null;
  const { part } = now;
  const assembly = assemblyOf(file.engine, part);
  const of = takenApart(file).find((t) => t.part.key === part.key);
  const open = of !== undefined && of.together === null;
  const seals = assembly?.pieces.some((p) => p.renewed) ?? false;
  return (
    <section className="mt-4" aria-label={`How the ${part.name} goes together`}>
      <p className={open ? 'text-lead font-semibold text-brass' : 'text-small font-semibold text-soft'}>
        {open
          ? 'It lies apart: in this order it goes together'
          : of
            ? `Together again${of.together!.seals === null ? '' : `, ${of.together!.seals} seals`}`
            : 'It comes apart by itself'}
      </p>
      {open && assembly && (
        <ol className="mt-1">
          {assembly.pieces.map((p, i) => (
            <li
              key={p.name}
              className="grid grid-cols-[2rem_minmax(0,1fr)_auto] gap-x-2 border-t border-rule py-1"
            >
              <span className="figure text-soft">{i + 1}</span>
              <span>
                <span className="font-semibold">{p.count > 1 ? `${p.count} ${p.name}` : p.name}</span>
                {p.way && `: ${p.way}`}
              </span>
              <span className="text-small font-semibold text-brass">{p.renewed ? 'new' : ''}</span>
            </li>
          ))}
        </ol>
      )}
      {open && !assembly && (
        <p>Nothing is on its sheet: lay the pieces out in order and take a photo before they move.</p>
      )}
      {open && assembly?.look && (
        <p className="mt-1">
          <span className="text-soft">Look for: </span>
          {assembly.look}.
        </p>
      )}
      {of && assembly?.setting && (
        <p className="mt-1">
          <span className="text-soft">Set: </span>
          {assembly.setting}.
        </p>
      )}
      {open && assembly && <p className="text-small text-soft">{sourceLine(assembly.source)}</p>}
      {mayDo && (
        <p className="no-print mt-2 flex flex-wrap gap-3">
          {!open && (
            <Button onClick={() => clean.apart('apart', null)}>
              {of ? 'Apart once more' : 'It is apart'} <Kbd>o</Kbd>
            </Button>
          )}
          {open && seals && (
            <>
              <Button look="brass" onClick={() => clean.apart('together', 'new')}>
                Together, new seals in <Kbd>o</Kbd>
              </Button>
              <Button onClick={() => clean.apart('together', 'old')}>Together, with the old ones</Button>
            </>
          )}
          {open && !seals && (
            <Button look="brass" onClick={() => clean.apart('together', null)}>
              Together again <Kbd>o</Kbd>
            </Button>
          )}
        </p>
      )}
    </section>
  );
}
