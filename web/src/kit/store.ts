import { useSyncExternalStore } from 'react';

/** A value of this device that screens are drawn from: the one way state lives outside React. */
export interface Store<T> {
  readonly get: () => T;
  /** Tells whoever listens, unless it is the very value already there. */
  readonly set: (next: T) => void;
  /** @returns what stops listening */
  readonly listen: (listener: () => void) => () => void;
  /** The value, the screen drawn anew whenever it changes. */
  readonly use: () => T;
}

export function store<T>(first: T): Store<T> {
  let value = first;
  const told = signal<[]>();
  const get = () => value;
  return {
    get,
    set: (next) => {
      if (Object.is(next, value)) return;
      value = next;
      told.tell();
    },
    listen: told.listen,
    use: () => useSyncExternalStore(told.listen, get),
  };
}

/** Something that is said to whoever listens and not kept. */
export function signal<A extends readonly unknown[]>() {
  const listeners = new Set<(...said: A) => void>();
  return {
    tell: (...said: A): void => listeners.forEach((l) => l(...said)),
    listen: (listener: (...said: A) => void): (() => void) => {
      listeners.add(listener);
      return () => void listeners.delete(listener);
    },
  };
}
