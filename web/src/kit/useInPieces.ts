import { startTransition, useEffect, useRef, useState } from 'react';

/** So long a piece of work may hold the screen before it lets in what waits, ms: within a frame. */
const HELD_MS = 10;

const breath = new MessageChannel();

/** Lets in what waits: keys, paints. */
const breathe = (): Promise<void> =>
  new Promise((go) => {
    breath.port1.onmessage = () => go();
    breath.port2.postMessage(null);
  });

/**
 * Does heavy work a piece at a time, before something is drawn from it for the first time.
 * @param key    what it is done for; null while there is nothing to do yet
 * @param pieces as they are now: asked again before each, since what they work on may move meanwhile
 * @param known  it is all done already
 * @returns whether it is done
 */
export function useInPieces(
  key: string | null,
  pieces: () => readonly (() => unknown)[],
  known = false,
): boolean {
  const [done, setDone] = useState(known ? key : null);
  const now = useRef(pieces);
  useEffect(() => {
    now.current = pieces;
  });
  useEffect(() => {
    if (key === null) return undefined;
    let isWanted = true;
    const work = async () => {
      await breathe();
      let since = performance.now();
      for (let at = 0; isWanted; at += 1) {
        const piece = now.current()[at];
        if (!piece) break;
        piece();
        if (performance.now() - since > HELD_MS) {
          await breathe();
          since = performance.now();
        }
      }
      if (isWanted) startTransition(() => setDone(key));
    };
    void work();
    return () => {
      isWanted = false;
    };
  }, [key]);
  return key !== null && done === key;
}
