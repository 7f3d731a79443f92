/** `06:40`, or `2:06:40`; how long over with a minus. */
export function leftText(ends: number, now: number): string {
  const seconds = Math.round((ends - now) / 1_000);
  const n = Math.abs(seconds);
  const two = (v: number) => String(v).padStart(2, '0');
  const hours = Math.floor(n / 3_600);
  const text = `${hours > 0 ? `${hours}:` : ''}${two(Math.floor((n % 3_600) / 60))}:${two(n % 60)}`;
  return seconds < 0 ? `−${text}` : text;
}
