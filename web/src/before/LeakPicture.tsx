import { SETTLE, type LeakRun } from '@tribos/core/crank';

const W = 240;
const H = 110;

/** The marks of a leak test and their slope with its uncertainty as a fan. */
export function LeakPicture({ run }: { run: LeakRun }) {
  const { marks, slope } = run;
  const settled = marks.filter((m) => m.seconds >= SETTLE);
  if (settled.length < 2 || !slope) return null;
  const ps = settled.map((m) => m.pressure);
  const from = settled[0]!.seconds;
  const to = settled.at(-1)!.seconds;
  const mid = (from + to) / 2;
  const mean = ps.reduce((s, p) => s + p, 0) / ps.length;
  const by = slope.hidden ?? 1;
  const half = ((to - from) / 60 / 2) * (Math.abs(slope.loss / by) + (2 * slope.u) / by);
  const room = Math.max(half, (Math.max(...ps) - Math.min(...ps)) / 2, 0.05) * 1.15;
  const x = (s: number) => 8 + ((s - from) / (to - from || 1)) * (W - 16);
  const y = (p: number) => H / 2 - ((p - mean) / room) * (H / 2 - 8);
  const at = (s: number, loss: number) => mean - (loss / by) * ((s - mid) / 60);
  const line = (loss: number) => `${x(from)},${y(at(from, loss))} ${x(to)},${y(at(to, loss))}`;
  const fan = [slope.loss - 2 * slope.u, slope.loss + 2 * slope.u];
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      className="w-full border border-rule bg-page text-ink"
      role="img"
      aria-label={`${settled.length} marks from ${Math.round(from)} to ${Math.round(to)} s, falling`}
    >
      <polygon
        points={`${line(fan[0]!)} ${line(fan[1]!).split(' ').reverse().join(' ')}`}
        fill="currentColor"
        opacity="0.12"
      />
      <polyline points={line(slope.loss)} fill="none" className="stroke-brass" strokeWidth="2" />
      {settled.map((m) => (
        <circle key={m.seconds} cx={x(m.seconds)} cy={y(m.pressure)} r="3.5" className="fill-blue" />
      ))}
    </svg>
  );
}
