import type { ReactNode } from 'react';
import { Kbd } from '../ui/index.js';
import { Bar, BarPart, BarTrouble, LastSaid } from './Bar.js';
import { Keypad } from './Keypad.js';
import { keypadOpen } from './keypadOpen.js';
import type { TypedFigure } from './useTypedFigure.js';

/** The bar for figures that no gauge of the shop reads: a place, its figure, the keypad. */
export function FigureBar({
  label,
  where,
  beside,
  hint,
  unit,
  figure,
  trouble,
  last,
  onBack,
}: {
  label: string;
  /** Where it is read: `left · dry`. */
  where: string;
  /** Under it: how many of how many, how it is read. */
  beside?: ReactNode;
  /** Over the figure: a clock, what is asked. */
  hint?: ReactNode;
  unit: string;
  figure: TypedFigure;
  trouble: string | undefined;
  last: ReactNode;
  onBack: (() => void) | null;
}) {
  const keypad = keypadOpen.use();
  return (
    <Bar
      label={label}
      over={<BarTrouble text={trouble} />}
      under={keypad && <Keypad typing={figure} at={where} />}
    >
      <BarPart part="first">
        <p className="text-lead leading-6 font-semibold max-sm:text-body" data-testid="where">
          {where}
        </p>
        <div className="text-small text-soft">{beside}</div>
      </BarPart>
      <BarPart part="middle">
        <div className="truncate text-small leading-4 text-soft short:hidden">{hint}</div>
        <div className="flex items-center gap-3" aria-live="off">
          <Typed text={figure.text} />
          <span className="text-lead whitespace-nowrap text-soft">{unit}</span>
          <KeypadSwitch />
        </div>
      </BarPart>
      <LastSaid said={last} onBack={onBack} />
    </Bar>
  );
}

/** The figure as it is being typed, 44 px, with its cursor. */
export const Typed = ({ text }: { text: string }) => (
  <span
    data-testid="typed"
    className="figure inline-flex max-w-full min-w-0 items-center overflow-hidden text-taking leading-11 font-semibold short:text-reading short:leading-8"
  >
    {text}
    <span aria-hidden="true" className="ml-0.5 inline-block h-10 w-1 bg-brass short:h-7" />
  </span>
);

/** What Enter does, and the keypad for who has no keys. */
export function KeypadSwitch() {
  const open = keypadOpen.use();
  return (
    <span className="ml-auto inline-flex items-center gap-2 text-small whitespace-nowrap text-soft">
      <span className="max-lg:hidden">
        <Kbd>Enter</Kbd> accept
      </span>
      <button
        type="button"
        className="min-h-11 px-1 text-blue underline underline-offset-4"
        aria-expanded={open}
        onClick={() => keypadOpen.set(!open)}
      >
        keypad
      </button>
    </span>
  );
}
