const KEY = 'tribos:screen';

/** What this screen is known by to the phone that was signed in from it; another tab is another screen. */
export function screenId(): string {
  const known = sessionStorage.getItem(KEY);
  if (known) return known;
  const made = crypto.randomUUID();
  sessionStorage.setItem(KEY, made);
  return made;
}

/** How long a foot stays down that takes an answer: past what any station waits for, ms. */
const DOWN_MS = 800;

/** A foot on the switch: as if Space was pressed, or kept down, with nothing focused. */
export function pressed(said: string): void {
  const [screen, how] = said.split(':');
  if (screen !== screenId()) return;
  const key = { key: ' ', code: 'Space', bubbles: true } as const;
  const up = () => document.body.dispatchEvent(new KeyboardEvent('keyup', key));
  document.body.dispatchEvent(new KeyboardEvent('keydown', key));
  if (how === 'held') setTimeout(up, DOWN_MS);
  else up();
}
