/** Where the gauge is being held, as the line protocol says it. Lengths in millimetres. */
export interface Place {
  readonly part: string;
  readonly cylinder: number;
  /** Size the sheets lead one to expect. */
  readonly nominal: number;
  readonly depth: number;
  /** Degrees, clockwise seen from above. */
  readonly angle: number;
  /** Where on a piston. */
  readonly place: string;
  readonly gauge: string;
  readonly unit: 'mm' | 'in';
  readonly engine: string;
  /** Size a comparator was zeroed at; null when it shows sizes whole. */
  readonly zero: number | null;
  readonly needle: 'clockwise-larger' | 'clockwise-smaller';
  /** Leaves laid together, mm; null where none is held. */
  readonly leaf: number | null;
  /** Thing of the engine besides its cylinders, and the place on it: `2`, `a-90`; empty for neither. */
  readonly thing: string;
  readonly spot: string;
  /** Which ring, and how many turns or strokes were filed off it. */
  readonly ring: string;
  readonly filed: number;
}

const number = (text: string | undefined, fallback: number): number => {
  const value = Number(text);
  return text !== undefined && Number.isFinite(value) ? value : fallback;
};

/**
 * Reads the facts of an `AT` line, `key=value` separated by spaces; what is missing has a usual value.
 * @returns null without a part or a nominal size above 0
 */
export function parsePlace(rest: string): Place | null {
  const facts = new Map(
    rest
      .trim()
      .split(/\s+/u)
      .map((pair) => pair.split('=', 2) as [string, string | undefined]),
  );
  const part = facts.get('part');
  const nominal = number(facts.get('nominal'), 0);
  if (!part || !(nominal > 0)) return null;
  return {
    part,
    nominal,
    cylinder: Math.trunc(number(facts.get('cylinder'), 0)),
    depth: number(facts.get('depth'), 0),
    angle: number(facts.get('angle'), 0),
    place: facts.get('place') ?? 'gauge-height',
    gauge: facts.get('gauge') ?? 'micrometer',
    unit: facts.get('unit') === 'in' ? 'in' : 'mm',
    engine: facts.get('engine') ?? '',
    zero: facts.has('zero') ? number(facts.get('zero'), nominal) : null,
    leaf: facts.has('leaf') ? number(facts.get('leaf'), 0) : null,
    thing: facts.get('thing') ?? '',
    spot: facts.get('spot') ?? '',
    ring: facts.get('ring') ?? '',
    filed: number(facts.get('filed'), 0),
    needle: facts.get('needle') === 'clockwise-smaller' ? 'clockwise-smaller' : 'clockwise-larger',
  };
}
