import type { Money } from '../money/index.js';

/** Work that leaves the shop, by what is sent. */
export const OUTSIDE_WORKS = {
  bore: 'bored and honed to size',
  replate: 'stripped and replated',
  sleeve: 'a new sleeve, bored to size',
  exchange: 'another cylinder',
  head: 'head work',
  crank: 'crank work',
} as const;
export type OutsideWork = keyof typeof OUTSIDE_WORKS;
export const OUTSIDE_WORK_KEYS = Object.keys(OUTSIDE_WORKS) as readonly OutsideWork[];

/** How long something takes, in working days: at the soonest, as a rule, at the latest. */
export interface LeadTime {
  readonly soonest: number;
  readonly usual: number;
  readonly latest: number;
}

/** Work a firm does: its price for each cylinder, head or crank, and how long it takes. */
export interface FirmWork {
  readonly what: OutsideWork;
  readonly price: Money;
  readonly days: LeadTime;
}

/** How far a firm's work comes back from what was asked for: its mean, its spread, from how many returns. */
export interface Learned {
  /** Found less asked, nm. */
  readonly bias: number;
  /** Standard deviation, nm. */
  readonly spread: number;
  readonly returns: number;
  /** What is not known of the bias, a standard deviation, nm; a file from before this was kept has none. */
  readonly biasU?: number;
}

/** How far a firm's bias is expected to lie from nought before anything is known, a standard deviation, nm. */
export const USUAL_BIAS = 5_000;

/** What is not known of a firm's bias: 1/√(1/τ² + Σw), the returns weighed by the spread alone where nobody kept their u. */
export const biasUnknown = ({ biasU, returns, spread }: Learned): number =>
  biasU ?? 1 / Math.sqrt(1 / USUAL_BIAS ** 2 + returns / spread ** 2);

/** A firm that work is sent out to. */
export interface Firm {
  readonly id: string;
  readonly name: string;
  /** Unit its machines are set in: a size is printed on its grid. */
  readonly unit: 'mm' | 'in';
  readonly works: readonly FirmWork[];
  /** There and back, once for what goes together. */
  readonly freight: Money;
  readonly learned: Learned;
}

/** What a firm is taken to do before anything came back from it. */
export const NOT_LEARNED: Learned = { bias: 0, spread: 4_000, returns: 0, biasU: USUAL_BIAS };

/** What a shop asks for its work, and from when on it recommends. */
export interface ShopCosts {
  readonly currency: string;
  /** Tax on everything, in hundredths of a percent. */
  readonly taxPerMyriad: number;
  /** Of one hour of labour. */
  readonly hourlyRate: Money;
  /** Probability from which a way is recommended, 0.5 … 0.999. */
  readonly enough: number;
}

export const USUAL_ENOUGH = 0.9;
