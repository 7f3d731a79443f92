import { LastSaid } from '../bar/index.js';
import { Kbd } from '../ui/index.js';
import type { Strip } from './useStrip.js';

/** The bar of the strip: what Space does, what is counted, what was last. */
export function StripBar({ strip }: { strip: Strip }) {
  const { shown, stop, press, loose, counted, grain, back, tray, last, lastSaid, trouble } = strip;
  const hand = grain === 'part' ? loose[Math.min(counted, loose.length - 1)] : loose[0];
  const says = stop
    ? 'next answer'
    : grain === 'part' && counted < loose.length
      ? 'counted'
      : back
        ? 'back in'
        : press.length > 1
          ? `${press.length} done`
          : 'done';
  return (
    <section
      aria-label="Strip bar"
      className="no-print shrink-0 border-t-2 border-ink bg-sheet max-md:sticky max-md:bottom-0 max-md:z-20 short:sticky short:bottom-0 short:z-20"
    >
      {trouble && (
        <p role="alert" className="border-b border-rule px-4 py-2 text-lead font-semibold text-beyond">
          {trouble}
        </p>
      )}
      <div className="grid grid-cols-1 sm:grid-cols-[17rem_minmax(0,1fr)_15rem]">
        <div className="px-4 py-2">
          {shown ? (
            <>
              <p className="text-small text-soft">{back ? 'goes back' : `into tray ${tray}`}</p>
              <button
                type="button"
                onClick={() => strip.act(stop !== null)}
                className="min-h-12 w-full bg-brass px-3 text-lead font-semibold text-on-brass"
              >
                {stop ? 'Take marked answer' : `${says.charAt(0).toUpperCase()}${says.slice(1)}`}
              </button>
              <p className="text-small text-soft max-sm:hidden">
                <Kbd>Space</Kbd> {says} · or the foot-switch
              </p>
            </>
          ) : (
            <p className="py-3 text-lead">{back ? 'Everything is back.' : 'Nothing is left on this list.'}</p>
          )}
        </div>
        <div className="border-rule px-4 py-1 sm:border-l sm:py-2">
          {hand && !stop ? (
            <>
              <p className="text-small text-soft">
                {hand.name},{' '}
                {hand.inside ? (back ? 'taken out' : 'put in') : back ? 'counted back' : 'counted out'}
                {loose.length > 1 && ` · ${loose.length - 1} more below`}
              </p>
              <Counter strip={strip} item={hand.item} name={hand.name} count={hand.count} big />
              {loose.length > 1 && (
                <ul className="mt-1 flex flex-wrap gap-x-5">
                  {loose
                    .filter((l) => l !== hand)
                    .map((l) => (
                      <li key={l.item} className="flex items-center gap-2">
                        <Counter strip={strip} item={l.item} name={l.name} count={l.count} />
                        <span className="text-small">{l.name}</span>
                      </li>
                    ))}
                </ul>
              )}
            </>
          ) : (
            <p className="py-3 text-soft">
              {stop ? 'Counted once the question is answered.' : shown ? 'Nothing loose comes with it.' : ''}
            </p>
          )}
        </div>
        <LastSaid said={lastSaid} onBack={last ? strip.takeBack : null} />
      </div>
    </section>
  );
}

function Counter({
  strip,
  item,
  name,
  count,
  big = false,
}: {
  strip: Strip;
  item: string;
  name: string;
  count: number;
  big?: boolean;
}) {
  const button = `inline-flex items-center justify-center border border-ink ${big ? 'h-12 w-16 text-reading' : 'size-11 text-lead'}`;
  return (
    <span className="inline-flex items-center gap-3">
      <button
        type="button"
        className={button}
        aria-label={`One less: ${name}`}
        onClick={() => strip.count(item, -1)}
      >
        −
      </button>
      <output
        className={`figure ${big ? 'min-w-10 text-center text-reading' : 'text-lead'}`}
        aria-label={name}
      >
        {count}
      </output>
      <button
        type="button"
        className={button}
        aria-label={`One more: ${name}`}
        onClick={() => strip.count(item, 1)}
      >
        +
      </button>
    </span>
  );
}
