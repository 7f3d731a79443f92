import type { Picture } from '@tribos/core/assembly';

const turn = (answer: string): number =>
  /\bdown|rear|intake/u.test(answer) ? 180 : /side|clutch|flywheel/u.test(answer) ? 90 : 0;

/** A clip in its groove seen from its side: the opening as the answer has it, the pick notch below right. */
function Clip({ answer }: { answer: string }) {
  const over = answer.includes('over the notch');
  const at = over ? 125 : turn(answer);
  return (
    <>
      <circle cx="50" cy="50" r="34" className="fill-none stroke-rule" strokeWidth="7" />
      <path d="M70 66 l12 12" className="stroke-rule" strokeWidth="10" />
      <g transform={`rotate(${at} 50 50)`}>
        <path
          d="M41 19 A32 32 0 1 0 59 19"
          fill="none"
          className={answer.includes('proud') ? 'stroke-undecided' : 'stroke-blue'}
          strokeWidth="4"
          strokeLinecap="round"
        />
      </g>
    </>
  );
}

/** The crown from above: where its mark points. */
function Mark({ answer }: { answer: string }) {
  const none = answer.startsWith('no ');
  return (
    <>
      <circle cx="50" cy="50" r="36" className="fill-none stroke-ink" strokeWidth="2" />
      <line x1="10" y1="50" x2="90" y2="50" className="stroke-rule" strokeDasharray="3 3" />
      {!none && (
        <path d="M50 20 l7 14 h-14 z" className="fill-blue" transform={`rotate(${turn(answer)} 50 50)`} />
      )}
    </>
  );
}

function Ring({ answer }: { answer: string }) {
  const down = answer === 'down';
  const none = answer.includes('no mark');
  return (
    <>
      <path
        d="M20 60 a30 12 0 0 0 60 0 v-14 a30 12 0 0 1 -60 0 z"
        className="fill-none stroke-ink"
        strokeWidth="2"
      />
      {!none && (
        <text
          x="50"
          y={down ? 82 : 50}
          textAnchor="middle"
          fontSize="15"
          className="figure fill-blue font-semibold"
        >
          T
        </text>
      )}
      <path
        d={down ? 'M86 40 v22 m-4 -6 l4 6 4 -6' : 'M86 62 v-22 m-4 6 l4 -6 4 6'}
        className="fill-none stroke-blue"
        strokeWidth="2"
      />
    </>
  );
}

function Expander({ answer }: { answer: string }) {
  const over = answer === 'overlapped';
  return (
    <>
      <path
        d="M6 50 q4 -16 8 0 t8 0 q4 -16 8 0 t8 0 q3 -12 12 0"
        className="fill-none stroke-blue"
        strokeWidth="3"
      />
      <path
        d={`M${over ? 38 : 50} ${over ? 58 : 50} q4 -16 8 0 t8 0 q4 -16 8 0 t8 0 q4 -16 8 0 t8 0`}
        className={`fill-none ${over ? 'stroke-undecided' : 'stroke-blue'}`}
        strokeWidth="3"
      />
      <line x1="50" y1="30" x2="50" y2="72" className="stroke-rule" strokeDasharray="3 3" />
    </>
  );
}

function Gaps({ answer }: { answer: string }) {
  const line = answer.includes('in line');
  const angles = line ? [0, 4, -4] : answer.includes('wandered') ? [0, 120, 30] : [0, 120, 240];
  return (
    <>
      {angles.map((a, i) => (
        <g key={i} transform={`rotate(${a} 50 50)`}>
          <path
            d={`M${50 - 5} ${50 - (38 - 9 * i)} A${38 - 9 * i} ${38 - 9 * i} 0 1 0 ${50 + 5} ${50 - (38 - 9 * i)}`}
            fill="none"
            className={line ? 'stroke-undecided' : 'stroke-blue'}
            strokeWidth="3"
          />
        </g>
      ))}
    </>
  );
}

function Peg({ answer }: { answer: string }) {
  const yes = answer.startsWith('yes');
  return (
    <>
      <path d="M8 62 H44 M56 62 H92" className="stroke-blue" strokeWidth="9" />
      <circle cx={yes ? 50 : 30} cy={yes ? 62 : 50} r="4" className={yes ? 'fill-ink' : 'fill-undecided'} />
    </>
  );
}

function Gasket({ answer }: { answer: string }) {
  const covered = answer.includes('covered');
  const edge = answer.includes('bore');
  return (
    <>
      <rect x="12" y="14" width="76" height="72" rx="6" className="fill-none stroke-ink" strokeWidth="2" />
      <circle cx={edge ? 56 : 50} cy="50" r="24" className="fill-none stroke-blue" strokeWidth="3" />
      <circle cx="50" cy="50" r="24" className="fill-none stroke-rule" strokeDasharray="3 3" />
      {[
        [22, 24],
        [78, 24],
        [22, 76],
        [78, 76],
      ].map(([x, y], i) => (
        <circle
          key={i}
          cx={x}
          cy={y}
          r="4"
          className={covered && i === 1 ? 'fill-undecided' : 'fill-none stroke-ink'}
        />
      ))}
    </>
  );
}

function Timing({ answer }: { answer: string }) {
  const off = answer.includes('off');
  return (
    <>
      {[28, 72].map((x, i) => (
        <g key={x}>
          <circle cx={x} cy="52" r="19" className="fill-none stroke-ink" strokeWidth="2" />
          <g transform={off && i === 1 ? `rotate(24 ${x} 52)` : undefined}>
            <line
              x1={x - 17}
              y1="52"
              x2={x + 17}
              y2="52"
              className={off && i === 1 ? 'stroke-undecided' : 'stroke-blue'}
              strokeWidth="3"
            />
          </g>
        </g>
      ))}
      <line x1="4" y1="52" x2="96" y2="52" className="stroke-rule" strokeDasharray="3 3" />
    </>
  );
}

function ORing({ answer }: { answer: string }) {
  const there = !answer.includes('not there') && !answer.includes('none');
  return (
    <>
      <circle cx="50" cy="50" r="30" className="fill-none stroke-rule" strokeWidth="9" />
      {there && <circle cx="50" cy="50" r="30" className="fill-none stroke-blue" strokeWidth="5" />}
    </>
  );
}

const DRAWN: Partial<Record<Picture, (of: { answer: string }) => React.ReactNode>> = {
  clip: Clip,
  mark: Mark,
  ring: Ring,
  expander: Expander,
  gaps: Gaps,
  peg: Peg,
  gasket: Gasket,
  timing: Timing,
  'o-ring': ORing,
};

/** What an answer looks like on the part itself; nothing where a picture says no more than its words. */
export function AskPicture({ picture, answer }: { picture: Picture; answer: string }) {
  const Drawn = DRAWN[picture];
  return Drawn ? (
    <svg viewBox="0 0 100 100" aria-hidden="true" className="size-20 shrink-0">
      <Drawn answer={answer} />
    </svg>
  ) : null;
}
