import { nm, withUnit, type LengthUnit } from '@tribos/core/ground';

/** A length of setting up as it is shown: hundredths of a millimetre, thousandths of an inch. */
export const lengthIn =
  (unit: LengthUnit) =>
  (v: number): string =>
    withUnit(nm(Math.round(v)), { unit, step: unit === 'mm' ? 10_000 : 25_400 });
