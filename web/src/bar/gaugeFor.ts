import {
  atHand,
  isGap,
  nominalOf,
  placeKindOf,
  readsAt,
  type Instrument,
  type JobFile,
  type Place,
} from '@tribos/core/ground';

const KEY = 'tribos:gauge';

/** Gauges of the shop that read this part at this size. */
export function suitable(file: JobFile, station: Place): Instrument[] {
  const size = nominalOf(file, station);
  const fits = file.instruments.filter((i) => atHand(i) && readsAt(placeKindOf(file, station), i.type));
  if (isGap(file, station)) return fits;
  const inRange = fits.filter((i) => size >= i.rangeLow && size <= i.rangeHigh);
  return inRange.length > 0 ? inRange : fits;
}

/** The gauge last used for this part on this device, or the surest one. */
export function rememberedGauge(file: JobFile, station: Place): Instrument | null {
  const fits = suitable(file, station);
  const last = localStorage.getItem(`${KEY}:${station.part}`);
  const surest = [...fits].sort(
    (a, b) => Math.hypot(a.repeatability, a.maxError) - Math.hypot(b.repeatability, b.maxError),
  );
  return fits.find((i) => i.id === last) ?? surest[0] ?? null;
}

export const rememberGauge = (part: Place['part'], id: string): void =>
  localStorage.setItem(`${KEY}:${part}`, id);
