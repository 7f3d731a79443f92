/** A bar on a scale of its own, read at a glance; its words stand beside it. */
function Scale({ children }: { children: React.ReactNode }) {
  return (
    <svg viewBox="0 0 100 10" preserveAspectRatio="none" aria-hidden="true" className="block h-2.5 w-full">
      <rect x="0" y="9" width="100" height="0.8" className="fill-ink/50" />
      {children}
    </svg>
  );
}

/** From nothing to the dearest of the ways. */
export function MoneyScale({ of, most }: { of: number; most: number }) {
  return (
    <Scale>
      <rect x="0" y="2" width={most > 0 ? (100 * of) / most : 0} height="7" className="fill-blue" />
    </Scale>
  );
}

/** Half of the time no longer than the bar, nine times in ten no longer than its thin end. */
export function DaysScale({ median, late, most }: { median: number; late: number; most: number }) {
  const at = (d: number) => (most > 0 ? (100 * d) / most : 0);
  return (
    <Scale>
      <rect x="0" y="2" width={at(median)} height="7" className="fill-blue" />
      <rect
        x={at(median)}
        y="4.5"
        width={Math.max(0, at(late) - at(median))}
        height="2"
        className="fill-blue"
      />
    </Scale>
  );
}

/** The odds, and from where on a way is recommended. */
export function OddsScale({ p, enough }: { p: number; enough: number }) {
  return (
    <Scale>
      <rect
        x="0"
        y="2"
        width={100 * p}
        height="7"
        className={p >= enough ? 'fill-within' : 'fill-undecided'}
      />
      <rect x={100 * enough - 0.4} y="0" width="0.8" height="10" className="fill-ink" />
    </Scale>
  );
}

/** Oversizes left as ticks, and how much of its wear the wall starts with. */
export function LifeScale({ left, all, worn }: { left: number; all: number; worn: number | null }) {
  return (
    <Scale>
      {worn !== null && <rect x="0" y="2" width={100 * (1 - worn)} height="3" className="fill-within" />}
      {Array.from({ length: all }, (_, i) => (
        <rect
          key={i}
          x={(100 * i) / Math.max(1, all) + 1}
          y="5.8"
          width={Math.max(2, 100 / Math.max(1, all) - 4)}
          height="3.2"
          className={i < left ? 'fill-blue' : 'fill-rule'}
        />
      ))}
    </Scale>
  );
}
