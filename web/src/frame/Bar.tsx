import type { ReactNode } from 'react';
import { Kbd } from '../ui/index.js';

/** Where, what is answered, what was last: in one row, or in two where the screen is narrow. */
const OPEN =
  'grid h-[7.625rem] grid-cols-[minmax(0,1fr)_auto] grid-rows-[3.75rem_minmax(0,1fr)] lg:h-20 lg:grid-cols-[minmax(15rem,20rem)_minmax(0,1fr)_minmax(11rem,15rem)] lg:grid-rows-1 short:h-16 short:grid-cols-[14rem_minmax(0,1fr)_9rem] short:grid-rows-1';

/**
 * The one bar, of one height whatever is answered in it. What is said beside it lies over the end of the work for as long
 * as it is said, so that nothing moves under the hand.
 * @param over  what is said or asked: questions, troubles, what was refused
 * @param under a keypad, while somebody wants one
 */
export function Bar({
  label,
  over,
  under,
  folded = false,
  children,
}: {
  label: string;
  over?: ReactNode;
  under?: ReactNode;
  /** Nothing is left to answer: one line, with the way back. */
  folded?: boolean;
  children: ReactNode;
}) {
  return (
    <section
      aria-label={label}
      className="no-print relative z-20 shrink-0 border-t-2 border-ink bg-sheet short:sticky short:bottom-0"
    >
      <div className="absolute inset-x-0 bottom-full mb-0.5 grid bg-sheet">{over}</div>
      <div className={folded ? 'grid h-11 grid-cols-[minmax(0,1fr)_auto]' : OPEN}>{children}</div>
      {under}
    </section>
  );
}

const PARTS = {
  /** Where, or what one press does. */
  first: 'max-lg:row-start-1 px-3 lg:px-4',
  /** What is answered. */
  middle: 'max-lg:col-span-2 max-lg:row-start-2 px-3 lg:border-l lg:px-4 short:col-span-1 short:row-start-1',
  /** What was last, and the way back. */
  last: 'max-lg:row-start-1 px-3 lg:border-l lg:px-4',
} as const;

export const BarPart = ({
  part,
  className = '',
  children,
}: {
  part: keyof typeof PARTS;
  className?: string;
  children: ReactNode;
}) => (
  <div className={`flex min-h-0 min-w-0 flex-col justify-center border-rule ${PARTS[part]} ${className}`}>
    {children}
  </div>
);

/** What one press does: the loudest thing in the bar, with the key that does the same. */
export function BarPress({
  says,
  how = 'or the foot-switch',
  disabled = false,
  onPress,
}: {
  says: string;
  /** What Space does besides being pressed: `moves the mark, held takes it`. */
  how?: string;
  disabled?: boolean;
  onPress: () => void;
}) {
  return (
    <>
      <button
        type="button"
        disabled={disabled}
        onClick={onPress}
        className="h-11 w-full bg-brass px-3 text-lead leading-tight font-semibold text-on-brass disabled:bg-rule disabled:text-ink"
      >
        {says}
      </button>
      <p className="truncate text-small text-soft max-sm:hidden short:hidden">
        <Kbd>Space</Kbd> {how}
      </p>
    </>
  );
}

/** What went wrong, over the bar. */
export const BarTrouble = ({ text }: { text: string | null | undefined }) =>
  text ? (
    <p role="alert" className="border-t border-beyond px-4 py-2 text-lead font-semibold text-beyond">
      {text}
    </p>
  ) : null;

/** What is longer stands smaller, so that four lines hold it. */
const LONG = 48;

/** What was said last, and the way to take it back. */
export function LastSaid({
  said,
  waiting = 0,
  onBack,
}: {
  said: ReactNode;
  /** So many entries wait to go up. */
  waiting?: number;
  onBack: (() => void) | null;
}) {
  return (
    <BarPart part="last" className="flex-row! items-center gap-3">
      <div className="line-clamp-4 min-w-0 flex-1 leading-4.5 max-lg:hidden">
        {typeof said === 'string' && said.length > LONG ? (
          <span className="text-small leading-4">{said}</span>
        ) : (
          (said ?? <span className="text-soft">nothing yet</span>)
        )}
        {waiting > 0 && <p className="text-small text-soft">{waiting} waiting to go up</p>}
      </div>
      {onBack && (
        <button
          type="button"
          onClick={onBack}
          className="inline-flex min-h-11 shrink-0 items-center gap-1.5 text-small text-blue underline underline-offset-4 lg:max-w-20"
        >
          <Kbd>⌫</Kbd> take it back
        </button>
      )}
    </BarPart>
  );
}

/** The bar once nothing is left to answer: one line that says so, what was last, and the way back. */
export const Folded = ({
  label,
  says,
  trouble,
  said,
  onBack,
}: {
  label: string;
  says: string;
  trouble?: string | null;
  said: ReactNode;
  onBack: (() => void) | null;
}) => (
  <Bar label={label} over={<BarTrouble text={trouble} />} folded>
    <p className="flex min-w-0 items-center gap-3 px-4 leading-4.5">
      <span className="shrink-0 font-semibold">{says}</span>
      <span className="min-w-0 truncate text-small text-soft max-lg:hidden">{said && <>last: {said}</>}</span>
    </p>
    {onBack && (
      <button
        type="button"
        onClick={onBack}
        className="inline-flex min-h-11 items-center gap-1.5 px-4 text-small text-blue underline underline-offset-4"
      >
        <Kbd>⌫</Kbd> take it back
      </button>
    )}
  </Bar>
);
