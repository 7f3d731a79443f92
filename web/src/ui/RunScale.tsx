/** A run as a scribed scale: what is behind drawn thick, where it stands in brass, what comes thin. */
export function RunScale({ at, of }: { at: number; of: number }) {
  const x = (n: number) => `${(100 * n) / of}%`;
  return (
    <svg aria-hidden="true" className="block h-3 w-full text-ink">
      <rect width="100%" height="1.5" fill="currentColor" />
      {Array.from({ length: of + 1 }, (_, n) => (
        <rect
          key={n}
          x={n === of ? 'calc(100% - 1px)' : x(n)}
          width="1"
          height="9"
          fill="currentColor"
          opacity="0.6"
        />
      ))}
      <rect width={x(at)} height="3.5" fill="currentColor" />
      <rect x={x(at)} width={x(1)} height="6" fill="var(--brass)" />
    </svg>
  );
}
