import { Delete } from 'lucide-react';
import type { Bar } from './useBar.js';

const DIGITS = ['7', '8', '9', '4', '5', '6', '1', '2', '3', '.', '0', '+'] as const;

/** The bar's keypad for fingers; a comparator's deviations need a minus. */
export function Keypad({ entry, station }: { entry: Bar; station: string }) {
  const { zero } = entry;
  const keys = DIGITS.map((k) => (k === '+' && zero ? '-' : k));
  return (
    <div
      className="grid grid-cols-5 gap-1 border-t border-rule p-2"
      role="group"
      aria-label="Keypad"
      data-station={station}
    >
      {keys.map((k, i) => (
        <button
          key={k}
          type="button"
          onClick={() => entry.setText(entry.typed() + k)}
          className="figure min-h-14 bg-page text-reading"
          style={{ gridColumn: (i % 3) + 1, gridRow: Math.floor(i / 3) + 1 }}
        >
          {k}
        </button>
      ))}
      <button
        type="button"
        aria-label="Delete the last digit"
        onClick={() => {
          const text = entry.typed();
          if (text) entry.setText(text.slice(0, -1));
          else entry.takeBack();
        }}
        className="col-start-4 row-span-2 row-start-1 inline-flex items-center justify-center bg-page"
      >
        <Delete aria-hidden="true" />
      </button>
      <button
        type="button"
        onClick={() => entry.accept(true)}
        className="col-start-4 row-span-2 row-start-3 bg-page"
      >
        Repeat here
      </button>
      <button
        type="button"
        onClick={() => entry.accept(false)}
        className="col-start-5 row-span-4 row-start-1 bg-brass text-lead font-semibold text-on-brass"
      >
        Accept
      </button>
    </div>
  );
}
