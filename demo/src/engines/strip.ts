import {
  generalList,
  mm,
  type BoltHole,
  type BoltMap,
  type EngineSpec,
  type SpecialTool,
  type StripStep,
} from '@tribos/core';
import { sourceOf, type Sheet } from './sheet.js';

/** Where fasteners sit on a cover, mm from its left and top; thread and length as most of them have. */
interface Cover {
  readonly key: string;
  readonly name: string;
  readonly page: string;
  readonly size: readonly [width: number, height: number];
  readonly thread: string;
  readonly length: number;
  /** Positions, mm. */
  readonly at: readonly (readonly [x: number, y: number])[];
  /** Those that differ, by their number. */
  readonly odd?: Readonly<
    Record<
      number,
      Partial<Pick<BoltHole, 'thread' | 'washer' | 'sealant' | 'oneTime'>> & { readonly length?: number }
    >
  >;
  readonly washers?: boolean;
}

const mapOf = (sheet: Sheet, c: Cover): BoltMap => ({
  key: c.key,
  name: c.name,
  width: mm(c.size[0]),
  height: mm(c.size[1]),
  holes: c.at.map(([x, y], i): BoltHole => {
    const { length, ...odd } = c.odd?.[i + 1] ?? {};
    return {
      at: i + 1,
      x: mm(x),
      y: mm(y),
      thread: c.thread,
      length: mm(length ?? c.length),
      washer: c.washers ?? false,
      sealant: false,
      oneTime: false,
      ...odd,
    };
  }),
  source: sourceOf(sheet, c.page),
});

/** So many around the edge of a cover, from its top left corner clockwise. */
export function around(width: number, height: number, count: number): (readonly [number, number])[] {
  const edge = 2 * (width + height);
  return Array.from({ length: count }, (_, i) => {
    const along = (i * edge) / count;
    const point: readonly [number, number] =
      along < width
        ? [along, 0]
        : along < width + height
          ? [width, along - width]
          : along < 2 * width + height
            ? [2 * width + height - along, height]
            : [0, edge - along];
    return [Math.round(point[0]), Math.round(point[1])];
  });
}

/** What an engine’s own manual says beyond what is usual for its kind, by the key of the step. */
type Patch = Partial<Pick<StripStep, 'what' | 'how' | 'hidden' | 'tools' | 'takes' | 'waits'>> & {
  /** Its fasteners are on this map; the parts of that name are no longer counted by the list. */
  readonly map?: string;
  readonly instead?: string;
};

export interface OwnStrip {
  readonly sheet: Sheet;
  readonly page: string;
  readonly covers: readonly Cover[];
  readonly patches: Readonly<Record<string, Patch>>;
  /** Steps this engine does not have. */
  readonly without?: readonly string[];
  readonly tools: readonly (readonly [name: string, use: string])[];
}

function patched(s: StripStep, patch: Patch | undefined, without: readonly string[]): StripStep {
  const after = s.after.filter((k) => !without.includes(k));
  if (!patch) return { ...s, after };
  const { map, instead, ...said } = patch;
  return {
    ...s,
    after,
    ...said,
    takes: (said.takes ?? s.takes).filter((t) => t.item !== instead),
    bolts: map === undefined ? s.bolts : { map, holes: [] },
  };
}

/** The strip list, bolt maps and special tools of a demo engine, as parts of its sheet. */
export function ownStrip(
  engine: Pick<EngineSpec, 'kind' | 'strokes' | 'cooling' | 'cylinders' | 'zeroAt'>,
  { sheet, page, covers, patches, without = [], tools }: OwnStrip,
): Record<string, unknown> {
  const source = sourceOf(sheet, page);
  return {
    'strip-list': {
      sections: generalList(engine).flatMap((s) => {
        const steps = s.steps
          .filter((x) => !without.includes(x.key))
          .map((x) => patched(x, patches[x.key], without));
        return steps.length === 0 ? [] : [{ ...s, steps, source }];
      }),
    },
    'bolt-maps': { maps: covers.map((c) => mapOf(sheet, c)) },
    'special-tools': {
      tools: tools.map(([name, use]): SpecialTool => ({ name, use, source })),
    },
  };
}
