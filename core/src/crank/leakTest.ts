const { max, sqrt } = Math;

/** Standard atmosphere, kPa. */
export const ATMOSPHERE = 101.325;
/** A test settles so long at its pressure before a mark counts, s. */
export const SETTLE = 60;
/** Fewest marks, and the shortest time between the first and the last of them, s. */
export const FEWEST_MARKS = 5;
export const SHORTEST = 180;
/** Nobody took the temperature: the air may have warmed or cooled so much meanwhile, K. */
const DRIFT = 1;
/** A bench, K. */
const ROOM = 293.15;
const ZERO_CELSIUS = 273.15;

/** One look at the gauge. */
export interface LeakMark {
  /** Since the pressure was set, s. */
  readonly seconds: number;
  /** Above the atmosphere, or below it for a vacuum: never negative, kPa. */
  readonly pressure: number;
  /** Of the case, °C; null where nobody took it. */
  readonly celsius: number | null;
}

export interface LeakTest {
  readonly way: 'pressure' | 'vacuum';
  readonly marks: readonly LeakMark[];
  /** Smallest division of the gauge, kPa. */
  readonly resolution: number;
  /** Of the closed crankcase, and of tester and hoses, cm³; null where nobody knows. */
  readonly engineVolume: number | null;
  readonly testerVolume: number | null;
  /** kPa. */
  readonly atmosphere: number;
}

export interface LeakSlope {
  /** Loss of pressure, or of vacuum, kPa a minute, as the engine alone would show it; positive for a leak. */
  readonly loss: number;
  /** Standard uncertainty, kPa a minute. */
  readonly u: number;
  /** Scatter of the marks about the line, or what the gauge resolves if that is more, kPa. */
  readonly scatter: number;
  /** What of the uncertainty is from the temperature nobody took, kPa a minute. */
  readonly fromWarmth: number;
  /** Marks that count. */
  readonly marks: number;
  /** Between the first and the last of them, s. */
  readonly span: number;
  /** (engine + tester) / engine volume: the air of the tester hides that much; null where a volume is unknown. */
  readonly hidden: number | null;
  /** Air that goes, cm³ a minute at the atmosphere; null where the volume is unknown. */
  readonly flow: number | null;
  /** Enough marks over enough time: it may be judged. */
  readonly enough: boolean;
}

/** The absolute pressure of a mark, kPa. */
const absolute = (t: LeakTest, pressure: number): number =>
  t.way === 'pressure' ? t.atmosphere + pressure : t.atmosphere - pressure;

/**
 * The loss of a crankcase leak test: the least-squares slope over the marks after it has settled, with its standard
 * uncertainty. Where the case’s temperature was taken at every mark its pressures are brought to the first one;
 * where it was not, one kelvin of drift is in the uncertainty (isochoric, p/T constant).
 *
 * @returns null before two marks have settled
 * @example leakSlope({ way: 'pressure', resolution: 0.1, engineVolume: 600, testerVolume: 0, atmosphere: 101.325, marks: [60, 120, 180, 240, 300].map((seconds, i) => ({ seconds, pressure: 45 - 3 * i, celsius: 20 })) })?.loss // 3
 */
export function leakSlope(test: LeakTest): LeakSlope | null {
  const used = test.marks.filter((m) => m.seconds >= SETTLE);
  const n = used.length;
  if (n < 2) return null;
  const warm = used.every((m) => m.celsius !== null);
  const first = used[0]!;
  const pressureOf = (m: LeakMark): number => {
    if (!warm) return m.pressure;
    const to = (first.celsius! + ZERO_CELSIUS) / (m.celsius! + ZERO_CELSIUS);
    const brought = absolute(test, m.pressure) * to;
    return test.way === 'pressure' ? brought - test.atmosphere : test.atmosphere - brought;
  };
  const minutes = used.map((m) => m.seconds / 60);
  const pressures = used.map(pressureOf);
  const mean = (v: readonly number[]): number => v.reduce((s, x) => s + x, 0) / n;
  const [tm, pm] = [mean(minutes), mean(pressures)];
  // Centred first: the sums of minutes are then all spread and no offset.
  const sxx = minutes.reduce((s, t) => s + (t - tm) ** 2, 0);
  if (sxx === 0) return null;
  const slope = minutes.reduce((s, t, i) => s + (t - tm) * (pressures[i]! - pm), 0) / sxx;
  const rest = pressures.reduce((s, p, i) => s + (p - pm - slope * (minutes[i]! - tm)) ** 2, 0);
  const seen = n > 2 ? sqrt(rest / (n - 2)) : 0;
  const scatter = max(seen, test.resolution / sqrt(12));
  const span = used.at(-1)!.seconds - first.seconds;
  const fromWarmth = warm ? 0 : ((absolute(test, pm) / ROOM) * DRIFT) / (span / 60);
  const known = test.engineVolume !== null && test.testerVolume !== null && test.engineVolume > 0;
  const hidden = known ? (test.engineVolume! + test.testerVolume!) / test.engineVolume! : null;
  const by = hidden ?? 1;
  const loss = -slope * by;
  return {
    loss: Number(loss.toPrecision(12)),
    u: Math.hypot(scatter / sqrt(sxx), fromWarmth) * by,
    scatter,
    fromWarmth: fromWarmth * by,
    marks: n,
    span,
    hidden,
    flow: known ? (test.engineVolume! * loss) / ATMOSPHERE : null,
    enough: n >= FEWEST_MARKS && span >= SHORTEST,
  };
}
