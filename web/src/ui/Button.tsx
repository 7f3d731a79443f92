import type { ButtonHTMLAttributes } from 'react';

type Look = 'brass' | 'line' | 'quiet';

const LOOKS: Record<Look, string> = {
  brass: 'bg-brass text-on-brass font-semibold px-4',
  line: 'border border-ink/40 bg-sheet text-ink px-4 hover:border-ink',
  quiet: 'text-blue underline underline-offset-4 px-2',
};

/** At least 44 px high, whatever it looks like. */
export function Button({
  look = 'line',
  className = '',
  type = 'button',
  ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & { look?: Look }) {
  return (
    <button
      type={type}
      className={`inline-flex min-h-11 items-center justify-center gap-2 rounded-edge disabled:opacity-60 ${LOOKS[look]} ${className}`}
      {...rest}
    />
  );
}
