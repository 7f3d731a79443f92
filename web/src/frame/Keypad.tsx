import { Delete } from 'lucide-react';

const DIGITS = ['7', '8', '9', '4', '5', '6', '1', '2', '3', '.', '0', '+'] as const;

/** What a keypad types into. */
export interface Typing {
  readonly typed: () => string;
  readonly setText: (text: string) => void;
  readonly accept: (again: boolean) => void;
  readonly takeBack: () => void;
}

/**
 * The bar's keypad for fingers.
 * @param signed     a comparator's deviations need a minus
 * @param repeatable whether the same place may be taken once more
 * @param at         where it types for
 */
export function Keypad({
  typing,
  signed = false,
  repeatable = false,
  at,
}: {
  typing: Typing;
  signed?: boolean;
  repeatable?: boolean;
  at: string;
}) {
  const keys = DIGITS.map((k) => (k === '+' && signed ? '-' : k));
  const tall = repeatable ? 'row-span-2' : 'row-span-4';
  return (
    <div
      className="grid grid-cols-5 gap-1 border-t border-rule p-2"
      role="group"
      aria-label="Keypad"
      data-station={at}
    >
      {keys.map((k, i) => (
        <button
          key={k}
          type="button"
          onClick={() => typing.setText(typing.typed() + k)}
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
          const text = typing.typed();
          if (text) typing.setText(text.slice(0, -1));
          else typing.takeBack();
        }}
        className={`col-start-4 row-start-1 inline-flex items-center justify-center bg-page ${tall}`}
      >
        <Delete aria-hidden="true" />
      </button>
      {repeatable && (
        <button
          type="button"
          onClick={() => typing.accept(true)}
          className="col-start-4 row-span-2 row-start-3 bg-page"
        >
          Repeat here
        </button>
      )}
      <button
        type="button"
        onClick={() => typing.accept(false)}
        className="col-start-5 row-span-4 row-start-1 bg-brass text-lead font-semibold text-on-brass"
      >
        Accept
      </button>
    </div>
  );
}
