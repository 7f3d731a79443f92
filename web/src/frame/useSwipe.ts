import { useRef, type TouchEvent } from 'react';
import { isPhone } from '../kit/media.js';

/** So far the finger goes before it is a swipe, px; and so much more across than down. */
const FAR = 70;
const ACROSS = 2.5;

/** Whether something under the finger scrolls across by itself, is drawn on, or is typed in. */
const hasOwnWay = (from: EventTarget | null): boolean => {
  for (let e = from as HTMLElement | null; e; e = e.parentElement) {
    if (e.matches('input, textarea, select, canvas, svg, [role="dialog"]')) return true;
    if (e.scrollWidth > e.clientWidth + 1 && /auto|scroll/u.test(getComputedStyle(e).overflowX)) return true;
  }
  return false;
};

/** On a phone a finger drawn across goes to the neighbour. @param go +1 to the next, −1 to the one before */
export function useSwipe(go: (by: 1 | -1) => void) {
  const from = useRef<{ x: number; y: number } | null>(null);
  return {
    onTouchStart: (event: TouchEvent) => {
      const touch = event.touches[0];
      from.current =
        event.touches.length === 1 && touch && isPhone() && !hasOwnWay(event.target)
          ? { x: touch.clientX, y: touch.clientY }
          : null;
    },
    onTouchEnd: (event: TouchEvent) => {
      const touch = event.changedTouches[0];
      if (!from.current || !touch) return;
      const across = touch.clientX - from.current.x;
      const down = touch.clientY - from.current.y;
      from.current = null;
      if (Math.abs(across) >= FAR && Math.abs(across) >= ACROSS * Math.abs(down)) go(across < 0 ? 1 : -1);
    },
  };
}
