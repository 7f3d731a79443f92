import type { ReactNode } from 'react';
import { createPortal } from 'react-dom';
import { store } from '../kit/store.js';

/** Where in the one line on top something stands: at its beginning, or with what is at hand on the right. */
const SLOTS = {
  here: store<HTMLElement | null>(null),
  hand: store<HTMLElement | null>(null),
} as const;
export type LinePart = keyof typeof SLOTS;

/** A place of the one line that whatever is open fills. */
export const LineSlot = ({ part, className }: { part: LinePart; className: string }) => (
  <div ref={(element) => SLOTS[part].set(element)} className={className} />
);

/** Shows its children in the one line on top: where I am, and what belongs to it. */
export function InLine({ part = 'here', children }: { part?: LinePart; children: ReactNode }) {
  const slot = SLOTS[part].use();
  return slot && createPortal(children, slot);
}
