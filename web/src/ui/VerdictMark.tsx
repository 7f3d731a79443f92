import type { Overall } from '@tribos/core/ground';

/** `waiting`: nothing read yet; `unread`: not everything the plan asks for. */
export type MarkState = Overall | 'waiting';

export const VERDICT_WORDS: Record<MarkState, string> = {
  within: 'within',
  undecided: 'undecided',
  beyond: 'beyond',
  noLimit: 'no limit on file',
  unread: 'not all read',
  waiting: 'not read',
};

const COLOUR: Record<MarkState, string> = {
  within: 'text-within',
  undecided: 'text-undecided',
  beyond: 'text-beyond',
  noLimit: 'text-soft',
  unread: 'text-soft',
  waiting: 'text-soft',
};

/**
 * A ring and a dot: inside is within, on the line undecided, outside beyond; a dashed ring without a dot has
 * no limit on file. Always with its word unless the word stands beside it already.
 */
export function VerdictMark({
  state,
  word = true,
  big = false,
  className = '',
}: {
  state: MarkState;
  word?: boolean;
  /** For the glance face. */
  big?: boolean;
  className?: string;
}) {
  const dot = {
    within: [9, 12],
    undecided: [9, 5],
    beyond: [21, 12],
    noLimit: null,
    unread: null,
    waiting: null,
  }[state];
  return (
    <span className={`inline-flex items-center gap-1.5 whitespace-nowrap ${COLOUR[state]} ${className}`}>
      <svg
        width={big ? 65 : 26}
        height={big ? 60 : 24}
        viewBox="0 0 26 24"
        aria-hidden="true"
        className="shrink-0"
      >
        <circle
          cx="9"
          cy="12"
          r="7"
          fill="none"
          stroke="currentColor"
          strokeWidth="2"
          strokeDasharray={state === 'noLimit' ? '3 2.5' : undefined}
          opacity={state === 'waiting' || state === 'unread' ? 0.45 : 1}
        />
        {dot && <circle cx={dot[0]} cy={dot[1]} r="3.4" fill="currentColor" />}
      </svg>
      {word ? (
        <span className="font-semibold">{VERDICT_WORDS[state]}</span>
      ) : (
        <span className="sr-only">{VERDICT_WORDS[state]}</span>
      )}
    </span>
  );
}
