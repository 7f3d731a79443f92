import { OutOfRange } from '../errors.js';

/** An amount in the smallest unit of the shop's one currency: 1 250 is twelve and a half. Whole, so that sums are exact. */
export type Money = number & { readonly money: 'minor units' };

const MOST = 9_000_000_000_000;

/**
 * An amount from whole minor units.
 * @throws OutOfRange when it is not whole or no shop could mean it
 */
export function money(minor: number): Money {
  if (!Number.isSafeInteger(minor) || Math.abs(minor) > MOST)
    throw new OutOfRange('amount', String(minor), 'whole minor units');
  return minor as Money;
}

export const NOTHING = 0 as Money;

/** A decimal as it is written, exactly: its digits over a power of ten. */
function exactly(decimal: number | string): { readonly digits: bigint; readonly over: bigint } {
  const text = typeof decimal === 'string' ? decimal.trim() : String(decimal);
  const plain = /e/iu.test(text) ? Number(text).toFixed(20) : text;
  const found = /^(-?)(\d*)(?:\.(\d*))?$/u.exec(plain);
  if (!found || (found[2] === '' && (found[3] ?? '') === ''))
    throw new OutOfRange('quantity', text, 'a decimal number');
  const after = found[3] ?? '';
  const digits = BigInt(`${found[2]}${after}` || '0');
  return { digits: found[1] === '-' ? -digits : digits, over: 10n ** BigInt(after.length) };
}

/** A ratio of whole numbers in whole minor units, half away from nought: rounded once, in exact arithmetic. */
function ratio(over: bigint, under: bigint): Money {
  const size = over < 0n ? -over : over;
  const whole = (size * 2n + under) / (under * 2n);
  return money(Number(over < 0n ? -whole : whole) || 0);
}

/** Rounds half away from nought to whole minor units: once a line, never on the way. */
export function rounded(minor: number): Money {
  const { digits, over } = exactly(minor);
  return ratio(digits, over);
}

/**
 * A line of a bill: so many at a price, rounded once.
 * @param price of one
 * @param count as it is written: 0.145 is a hundred and forty-five thousandths and nothing near it
 * @example lineTotal(money(100), '0.145') // 15
 */
export function lineTotal(price: Money, count: number | string): Money {
  const { digits, over } = exactly(count);
  return ratio(BigInt(price) * digits, over);
}

/**
 * Labour: whole minutes at so much an hour, rounded once.
 * @param rate of one hour
 * @example labourTotal(money(7_250), 90) // 10_875
 */
export function labourTotal(rate: Money, minutes: number): Money {
  if (!Number.isSafeInteger(minutes)) throw new OutOfRange('minutes', String(minutes), 'whole minutes');
  return ratio(BigInt(rate) * BigInt(minutes), 60n);
}

export const sumOf = (amounts: readonly Money[]): Money => money(amounts.reduce<number>((a, b) => a + b, 0));

/**
 * Tax on a sum, once for each rate on everything taxed at it.
 * @param rate in hundredths of a percent, 0 … 10 000
 * @example taxOn(money(10_875), 1_900) // 2_066
 */
export function taxOn(taxed: Money, rate: number): Money {
  if (!Number.isInteger(rate) || rate < 0 || rate > 10_000)
    throw new OutOfRange('tax rate', String(rate), '0 to 10 000 hundredths of a percent');
  return ratio(BigInt(taxed) * BigInt(rate), 10_000n);
}

/**
 * Shares an amount out by weights so that the shares add up to it: each is rounded down, and what is left goes to the
 * largest remainders, the first of equals before the others.
 * @param weights not all nought, none negative
 * @throws OutOfRange for weights that share nothing out
 * @example allocate(money(100), [1, 1, 1]) // [34, 33, 33]
 */
export function allocate(amount: Money, weights: readonly number[]): readonly Money[] {
  const all = weights.reduce((a, b) => a + b, 0);
  if (!(all > 0) || weights.some((w) => !(w >= 0)))
    throw new OutOfRange('weights', weights.join(', '), 'not negative, one of them more than nought');
  const sign = amount < 0 ? -1 : 1;
  // In whole numbers throughout, so that equal remainders are equal.
  const parts = weights.map((w) => exactly(w));
  const most = parts.reduce((m, { over }) => (over > m ? over : m), 1n);
  const whole = parts.map(({ digits, over }) => digits * (most / over));
  const sum = whole.reduce((a, b) => a + b, 0n);
  const size = BigInt(Math.abs(amount));
  const shares = whole.map((w) => Number((size * w) / sum));
  let left = Math.abs(amount) - shares.reduce((a, b) => a + b, 0);
  const order = whole
    .map((w, i) => ({ i, rest: (size * w) % sum, any: w > 0n }))
    .filter((o) => o.any)
    .sort((a, b) => (a.rest === b.rest ? a.i - b.i : a.rest > b.rest ? -1 : 1));
  for (let k = 0; left > 0; k = (k + 1) % order.length, left -= 1) shares[order[k]!.i]! += 1;
  return shares.map((s) => money(sign * s || 0));
}

/**
 * An amount as it is printed: two digits after the point, thousands apart, the currency after it.
 * @example moneyText(money(123_456), 'crowns') // '1 234.56 crowns'
 */
export function moneyText(amount: Money, currency = ''): string {
  const minor = Math.abs(amount);
  const whole = String(Math.floor(minor / 100)).replace(/\B(?=(\d{3})+$)/gu, ' ');
  const text = `${amount < 0 ? '−' : ''}${whole}.${String(minor % 100).padStart(2, '0')}`;
  return currency === '' ? text : `${text} ${currency}`;
}

const TYPED = /^(\d{1,9})(?:[.,](\d{1,2}))?$/u;

/** An amount somebody typed, `12.5` or `1 234,50`; null where it is none. */
export function parseMoney(text: string): Money | null {
  const found = TYPED.exec(text.replace(/\s/gu, ''));
  return found ? money(Number(found[1]) * 100 + Number((found[2] ?? '').padEnd(2, '0'))) : null;
}
