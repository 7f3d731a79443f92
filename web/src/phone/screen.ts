const KEY = 'tribos:screen';

/** What this screen is known by to the phone that was signed in from it; another tab is another screen. */
export function screenId(): string {
  const known = sessionStorage.getItem(KEY);
  if (known) return known;
  const made = crypto.randomUUID();
  sessionStorage.setItem(KEY, made);
  return made;
}

/** A foot on the switch: as if Space was pressed with nothing focused. */
export function pressed(screen: string): void {
  if (screen !== screenId()) return;
  const key = { key: ' ', code: 'Space', bubbles: true } as const;
  document.body.dispatchEvent(new KeyboardEvent('keydown', key));
  document.body.dispatchEvent(new KeyboardEvent('keyup', key));
}
