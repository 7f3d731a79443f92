import { Popover, PopoverButton, PopoverPanel } from '@headlessui/react';
import { capital } from '@tribos/core/ground';
import { PressBar } from '../frame/index.js';
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
    <PressBar
      label="Strip bar"
      rest={shown ? null : back ? 'Everything is back.' : 'Nothing is left on this list.'}
      press={{
        says: stop ? 'Take marked answer' : capital(says),
        how: stop ? 'moves the mark, held takes it' : back ? 'goes back' : `into tray ${tray}`,
        onPress: () => strip.act(stop !== null),
      }}
      trouble={trouble}
      said={lastSaid}
      onBack={last ? strip.takeBack : null}
    >
      {hand && !stop ? (
        <div className="flex min-w-0 items-center gap-4">
          <Counter strip={strip} item={hand.item} name={hand.name} count={hand.count} big />
          <p className="min-w-0 leading-tight">
            <span className="block">{hand.name}</span>
            <span className="block text-small text-soft">
              {hand.inside ? (back ? 'taken out' : 'put in') : back ? 'counted back' : 'counted out'}
            </span>
          </p>
          {loose.length > 1 && <MoreLoose strip={strip} more={loose.filter((l) => l !== hand)} />}
        </div>
      ) : (
        <p className="text-soft">
          {stop ? 'Counted once the question is answered.' : 'Nothing loose comes with it.'}
        </p>
      )}
    </PressBar>
  );
}

/** What else is loose with it, each with its own count, unfolded over the bar. */
function MoreLoose({ strip, more }: { strip: Strip; more: Strip['loose'] }) {
  return (
    <Popover className="relative ml-auto shrink-0">
      <PopoverButton className="min-h-11 px-2 text-blue underline underline-offset-4">
        {more.length} more
      </PopoverButton>
      <PopoverPanel className="absolute right-0 bottom-full z-50 border border-rule border-t-4 border-t-brass bg-sheet p-3">
        <ul className="grid gap-1">
          {more.map((l) => (
            <li key={l.item} className="flex items-center gap-3">
              <Counter strip={strip} item={l.item} name={l.name} count={l.count} />
              <span>{l.name}</span>
            </li>
          ))}
        </ul>
      </PopoverPanel>
    </Popover>
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
  const button = `inline-flex items-center justify-center border border-ink ${big ? 'h-11 w-14 text-reading' : 'size-11 text-lead'}`;
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
