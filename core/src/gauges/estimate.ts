// Taken once: in the loops below looking them up each time is most of the time.
const { sqrt } = Math;
export type ComponentKind =
  'resolution' | 'repeatability' | 'scale' | 'setting' | 'temperature' | 'disagreement';

/**
 * One named error source in a value. Two values that hold the same key move together by it, so its
 * amplitude carries a sign.
 */
export interface Component {
  readonly key: string;
  readonly kind: ComponentKind;
  /** Sensitivity × standard uncertainty, nm, signed. */
  readonly amplitude: number;
  /** Degrees of freedom behind the amplitude; Infinity unless found from few repeats. */
  readonly dof: number;
  /** How it spreads: a tolerance is rectangular, scatter is normal. */
  readonly shape: 'rectangular' | 'normal';
  /** Where the amplitude was found: components of one pool stand or fall together with its few repeats. */
  readonly pool?: string;
}

/** A measured or derived value with the error sources in it. */
export interface Estimate {
  /** nm, not rounded. */
  readonly value: number;
  readonly components: readonly Component[];
}

/** A value known exactly (a figure from a sheet). */
export const exactly = (value: number): Estimate => ({ value, components: [] });

/**
 * Linear combination Σ cᵢ·yᵢ, error sources joined by key (law of propagation of uncertainty with full
 * correlation inside a key and none between keys).
 */
export function linear(terms: readonly { readonly c: number; readonly of: Estimate }[]): Estimate {
  const joined = new Map<string, { part: Component; amplitude: number }>();
  let value = 0;
  for (const { c, of } of terms) {
    value += c * of.value;
    for (const part of of.components) {
      const before = joined.get(part.key);
      if (before) {
        before.part = part;
        before.amplitude += c * part.amplitude;
      } else joined.set(part.key, { part, amplitude: c * part.amplitude });
    }
  }
  return {
    value,
    components: Array.from(joined.values(), ({ part, amplitude }) => ({ ...part, amplitude })),
  };
}

/** Difference a − b. */
export const difference = (a: Estimate, b: Estimate): Estimate =>
  linear([
    { c: 1, of: a },
    { c: -1, of: b },
  ]);

export interface Uncertainty {
  /** Standard uncertainty, nm. */
  readonly u: number;
  /** Effective degrees of freedom (Welch–Satterthwaite). */
  readonly dof: number;
  /** Share of each kind, standard uncertainty in nm, largest first. */
  readonly budget: readonly { readonly kind: ComponentKind; readonly u: number }[];
}

/** Standard uncertainty of an estimate, with its budget by kind. */
export function uncertaintyOf(estimate: Estimate): Uncertainty {
  let variance = 0;
  const byKind = new Map<ComponentKind, number>();
  const pools = new Map<string, { square: number; dof: number }>();
  for (const { key, amplitude, kind, dof, pool = key } of estimate.components) {
    const square = amplitude * amplitude;
    variance += square;
    // Readings whose scatter comes from one study share its degrees of freedom, however many they are.
    if (Number.isFinite(dof)) pools.set(pool, { square: (pools.get(pool)?.square ?? 0) + square, dof });
    byKind.set(kind, (byKind.get(kind) ?? 0) + square);
  }
  const satterthwaite = [...pools.values()].reduce((sum, p) => sum + (p.square * p.square) / p.dof, 0);
  return {
    u: sqrt(variance),
    dof: satterthwaite === 0 ? Infinity : (variance * variance) / satterthwaite,
    budget: [...byKind].map(([kind, square]) => ({ kind, u: sqrt(square) })).sort((a, b) => b.u - a.u),
  };
}

/** Standard uncertainty of the parts that differ from reading to reading, nm. */
export function independentU(estimate: Estimate): number {
  return sqrt(
    estimate.components
      .filter((c) => c.kind === 'resolution' || c.kind === 'repeatability')
      .reduce((sum, c) => sum + c.amplitude * c.amplitude, 0),
  );
}
