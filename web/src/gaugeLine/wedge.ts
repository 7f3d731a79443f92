/** Keys of a burst follow one another faster than any hand, ms. */
const BURST_MS = 45;

/**
 * What a gauge sent, without what it puts around the figure.
 * @returns the figure as it would have been typed; the whole text where prefix and suffix are not there
 */
export function strip(text: string, prefix: string, suffix: string): string {
  let body = text.trim();
  if (prefix && body.startsWith(prefix)) body = body.slice(prefix.length);
  if (suffix && body.endsWith(suffix)) body = body.slice(0, -suffix.length);
  // Gauges pad with zeros and send a sign with every size.
  return body
    .trim()
    .replace(/^\+?0+(?=\d)/u, '')
    .replace(/^\+/u, '');
}

/**
 * Tells a gauge that types (a burst of keys ending with Enter) from a hand. While the start of the prefix is
 * being matched the keys are held back, so that its letters do not act as commands.
 */
export class Wedge {
  private held: { key: string; at: number }[] = [];

  constructor(
    private readonly options: () => { readonly prefix: string; readonly suffix: string },
    /** A whole figure from a gauge. */
    private readonly figure: (text: string) => void,
    /** Keys that were held back but were typed by hand after all. */
    private readonly release: (keys: readonly string[]) => void,
  ) {}

  /**
   * @param at time of the key, ms
   * @returns true when the key was taken and nothing else may act on it
   */
  key(key: string, at: number): boolean {
    const { prefix, suffix } = this.options();
    if (prefix === '') return false;
    const last = this.held.at(-1);
    if (last && at - last.at > BURST_MS) this.flush();
    if (this.held.length === 0 && key !== prefix[0]) return false;
    if (key === 'Enter') {
      const text = this.held.map((k) => k.key).join('');
      this.held = [];
      if (!text.startsWith(prefix)) return false;
      this.figure(strip(text, prefix, suffix));
      return true;
    }
    if (key.length !== 1) {
      this.flush();
      return false;
    }
    this.held.push({ key, at });
    const text = this.held.map((k) => k.key).join('');
    if (!text.startsWith(prefix) && !prefix.startsWith(text)) this.flush();
    return true;
  }

  /** Gives back what was held: nothing followed in time. */
  flush(): void {
    const keys = this.held.map((k) => k.key);
    this.held = [];
    if (keys.length > 0) this.release(keys);
  }

  /** Whether keys are held that time alone will give back. */
  get waiting(): boolean {
    return this.held.length > 0;
  }
}

export const WEDGE_MS = BURST_MS;
