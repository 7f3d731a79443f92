import { useSyncExternalStore } from 'react';
import type { LengthUnit } from '@tribos/core';

/** What a person sets for this device: reading unit, light, and whether it is read from a metre. */
export interface Settings {
  readonly unit: LengthUnit;
  readonly theme: 'light' | 'dark';
  readonly glance: boolean;
}

const KEY = 'tribos:settings';
const listeners = new Set<() => void>();

function read(): Settings {
  const preferred = window.matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light';
  try {
    const kept = JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<Settings>;
    return {
      unit: kept.unit === 'in' ? 'in' : 'mm',
      theme: kept.theme === 'dark' || kept.theme === 'light' ? kept.theme : preferred,
      glance: kept.glance === true,
    };
  } catch {
    return { unit: 'mm', theme: preferred, glance: false };
  }
}

let current = read();

function apply(): void {
  document.documentElement.dataset['theme'] = current.theme;
}
apply();

export function changeSettings(change: Partial<Settings>): void {
  current = { ...current, ...change };
  localStorage.setItem(KEY, JSON.stringify(current));
  apply();
  listeners.forEach((l) => l());
}

export const toggleUnit = (): void => changeSettings({ unit: current.unit === 'mm' ? 'in' : 'mm' });
export const toggleGlance = (): void => changeSettings({ glance: !current.glance });
export const toggleTheme = (): void =>
  changeSettings({ theme: current.theme === 'light' ? 'dark' : 'light' });

export function useSettings(): Settings {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => current,
  );
}
