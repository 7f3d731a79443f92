import type { LengthUnit } from '@tribos/core/ground';
import { store } from './store.js';

/** What a person sets for this device: reading unit, light, and whether it is read from a metre. */
export interface Settings {
  readonly unit: LengthUnit;
  readonly theme: 'light' | 'dark';
  readonly glance: boolean;
}

const KEY = 'tribos:settings';

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

const settings = store(read());

function apply(): void {
  document.documentElement.dataset['theme'] = settings.get().theme;
}
apply();

export function changeSettings(change: Partial<Settings>): void {
  settings.set({ ...settings.get(), ...change });
  localStorage.setItem(KEY, JSON.stringify(settings.get()));
  apply();
}

export const toggleUnit = (): void => changeSettings({ unit: settings.get().unit === 'mm' ? 'in' : 'mm' });
export const toggleGlance = (): void => changeSettings({ glance: !settings.get().glance });
export const toggleTheme = (): void =>
  changeSettings({ theme: settings.get().theme === 'light' ? 'dark' : 'light' });

export const useSettings = settings.use;
