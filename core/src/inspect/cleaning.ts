import { CAUTIONS } from '../strip/index.js';
import type { PartMaterial } from './partKind.js';

interface Cleaning {
  readonly name: string;
  /** What it must never touch, and why. */
  readonly never: Readonly<Partial<Record<PartMaterial, string>>>;
  /** Minutes it goes on by itself; null where somebody stands there. */
  readonly minutes: number | null;
  readonly caution: string;
}

const TABLE = {
  washer: {
    name: 'parts washer',
    never: {
      friction: 'linings soak it up and slip.',
      electric: 'solvent gets under the insulation.',
    },
    minutes: null,
    caution: 'Gloves, eye protection, ventilation, no ignition source.',
  },
  ultrasonic: {
    name: 'ultrasonic bath',
    never: {
      friction: 'linings soak it up and slip.',
      electric: 'the bath gets into the winding.',
      bearing: 'it carries grit into the races: a bearing is flushed, then oiled.',
    },
    minutes: 12,
    caution: 'A bath too alkaline dulls aluminium: the one for light metals, rinsed and dried at once.',
  },
  flush: {
    name: 'flushed with solvent, then oiled',
    never: { friction: 'linings soak it up and slip.', rubber: 'it swells.' },
    minutes: null,
    caution: `${CAUTIONS.air} Oil at once: clean steel rusts within the hour.`,
  },
  brush: {
    name: 'nylon brush and hot soapy water',
    never: { bearing: 'water stays in it.', electric: 'water stays in it.' },
    minutes: null,
    caution: 'Until a white cloth stays white; oiled at once.',
  },
  blast: {
    name: 'bead blasting',
    never: {
      bearing: 'a bead in a race ends it.',
      plated: 'it takes the coating.',
      shell: 'beads bed into the overlay.',
      rubber: 'it tears.',
      friction: 'it takes the lining.',
      electric: 'it takes the insulation.',
      iron: 'beads stay in the running surface.',
    },
    minutes: null,
    caution: 'Never with open oil passages: one bead left is a bearing lost.',
  },
  caustic: {
    name: 'caustic bath',
    never: {
      aluminium: 'it dissolves it.',
      plated: 'it dissolves what is under the coating.',
      shell: 'it eats the overlay.',
      rubber: 'it hardens.',
      bearing: 'it stays in the races.',
      friction: 'it eats the lining.',
      electric: 'it eats the winding.',
    },
    minutes: 60,
    caution: 'Burns skin and eyes: gloves, face shield, plenty of water at hand.',
  },
  scraper: {
    name: 'gasket scraped on a flat block',
    never: {
      shell: 'a scratch is a leak.',
      bearing: 'not that either.',
      rubber: 'it cuts.',
      friction: 'it cuts.',
      plated: 'a scratch in the coating ends it.',
    },
    minutes: null,
    caution: 'Old gaskets may hold asbestos: wet, never dry-scraped or blown.',
  },
  soak: {
    name: 'carbon soak',
    never: { rubber: 'it swells.', friction: 'linings soak it up.', electric: 'it gets into the winding.' },
    minutes: 480,
    caution: 'Gloves, ventilation, no ignition source; carbon off before anything is measured.',
  },
} as const satisfies Record<string, Cleaning>;

export type CleaningKind = keyof typeof TABLE;
export const CLEANING: Readonly<Record<CleaningKind, Cleaning>> = TABLE;
export const CLEANING_KEYS = Object.keys(TABLE) as readonly CleaningKind[];

/** Why a way of cleaning must not touch a material; null where it may. */
export const harms = (how: CleaningKind, material: PartMaterial): string | null =>
  CLEANING[how].never[material] ?? null;

/** Ways that may be used on a material. */
export const cleaningFor = (material: PartMaterial): readonly CleaningKind[] =>
  CLEANING_KEYS.filter((k) => harms(k, material) === null);
