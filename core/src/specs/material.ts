/** Linear expansion, 10⁻⁶ per kelvin. Estimates for the material class, not for one alloy. */
export const EXPANSION = {
  'cast-high-silicon': 18.5,
  'forged-4032': 19.4,
  'forged-2618': 22.4,
  'aluminium-cylinder': 21.5,
  'grey-iron': 11.0,
  steel: 11.7,
  gauge: 11.5,
} as const;

export type Material = keyof typeof EXPANSION;
