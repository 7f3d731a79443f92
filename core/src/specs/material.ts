/** Linear expansion, 10⁻⁶ per kelvin. Estimates for the material class, not for one alloy. */
export const EXPANSION = {
  'cast-high-silicon': 18.5,
  'forged-4032': 19.4,
  'forged-2618': 22.4,
  'aluminium-cylinder': 21.5,
  'grey-iron': 11.0,
  /** A wall nobody has said the material of: between the two. */
  'iron-or-aluminium': 16.25,
  steel: 11.7,
  gauge: 11.5,
} as const;

export type Material = keyof typeof EXPANSION;

/**
 * How far an expansion may lie off, as a share of it: a tenth within a class of material; for a wall nobody has said the
 * material of, as far as iron and aluminium lie apart.
 * @example expansionWithin('grey-iron') // 0.1
 */
export const expansionWithin = (material: Material): number =>
  material === 'iron-or-aluminium'
    ? (1.1 * EXPANSION['aluminium-cylinder'] - EXPANSION['iron-or-aluminium']) /
      EXPANSION['iron-or-aluminium']
    : 0.1;
