/** Lines of each set drawn, and how far apart, in the picture's units. */
const APART = 9;
const SIDE = 120;

function lines(slope: number): string {
  const path: string[] = [];
  for (let c = -2 * SIDE; c < 3 * SIDE; c += APART)
    path.push(`M0 ${c}L${SIDE} ${(c + slope * SIDE).toFixed(2)}`);
  return path.join('');
}

/** The two sets of scratches at their true angle to each other, to hold beside the wall: they open to the sides. */
export function HatchPicture({ angle }: { angle: number }) {
  const slope = Math.tan(((angle / 2) * Math.PI) / 180);
  return (
    <svg
      viewBox={`0 0 ${SIDE} ${SIDE}`}
      width={SIDE}
      height={SIDE}
      role="img"
      aria-label={`Cross-hatch of ${angle}°`}
      data-testid="hatch"
      data-angle={angle}
      className="shrink-0 border border-ink/60 bg-page text-ink"
    >
      <path d={lines(slope)} stroke="currentColor" strokeWidth="1" fill="none" opacity="0.75" />
      <path d={lines(-slope)} stroke="currentColor" strokeWidth="1" fill="none" opacity="0.75" />
    </svg>
  );
}
