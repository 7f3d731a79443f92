/** A number as stamped, whatever stands between its characters: what comes before its last digits, and those. */
function split(text: string): { readonly series: string; readonly digits: string } | null {
  const plain = text.toUpperCase().replace(/[^0-9A-Z]/gu, '');
  const found = /^(.*?)([0-9]+)$/u.exec(plain);
  return found ? { series: found[1]!, digits: found[2]! } : null;
}

/**
 * Whether an engine's number lies at or past one that a sheet names, or at or before it. Told only for numbers of one
 * series with as many digits: a sheet that writes fewer noughts, or leaves the letters out, may mean another engine.
 *
 * @param number stamped on the engine; empty where nobody looked
 * @param bound  as the sheet prints it
 * @param side   `from`: at or past it; `to`: at or before it
 * @example atSerial('MX-012044', 'MX 012000', 'from') // 'yes'
 * @example atSerial('12044', 'MX 012000', 'from') // 'unknown'
 */
export function atSerial(number: string, bound: string, side: 'from' | 'to'): 'yes' | 'no' | 'unknown' {
  const [own, named] = [split(number), split(bound)];
  if (!own || !named) return 'unknown';
  if (own.series !== named.series) return own.series !== '' && named.series !== '' ? 'no' : 'unknown';
  if (own.digits.length !== named.digits.length) return 'unknown';
  // As many digits: the order of the texts is that of the numbers.
  const past = own.digits >= named.digits;
  const holds = side === 'from' ? past : own.digits <= named.digits;
  return holds ? 'yes' : 'no';
}
