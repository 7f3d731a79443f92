import { listsOf, stripPlan } from '../strip/index.js';
import { fact, type JobFile } from '../job/index.js';
import { integer, list, object, oneOf, orNull, text } from '../shape/index.js';
import { hasNot, MAY_LACK, sheetPart, SOURCE, type EngineSpec, type MayLack } from '../specs/index.js';
import { SECTIONS_OF_PARTS, type PartKind } from './partKind.js';
import { PART_KINDS } from './partKinds.js';

const SHEETED = PART_KINDS.filter((k) => k.per === 'sheet').map((k) => k.kind);

const NAMED = object({
  /** Its name among its kind: `exhaust-left`. */
  key: text(40),
  kind: oneOf(...SHEETED),
  name: text(80),
  cylinder: orNull(integer(0, 11)),
  source: SOURCE,
});

/** Parts of this engine of which there are as many as its sheet names: valves by their place. */
export const NAMED_PARTS = sheetPart(
  'named-parts',
  { parts: list(NAMED, 0, 64) },
  {
    title: 'Parts by name',
    words: {
      parts: 'parts of which there are several',
      key: 'short name',
      kind: 'what it is',
      'valve-intake': 'intake valve',
      'valve-exhaust': 'exhaust valve',
      cylinder: 'of which cylinder, counted from 0; none for no one’s',
    },
  },
);

/** One part of an engine that is looked at. */
export interface EnginePart {
  /** `crank`, `rod:0`, `valve-exhaust:left`. */
  readonly key: string;
  readonly name: string;
  readonly kind: PartKind;
  readonly cylinder: number | null;
}

/** Steps an engine's own list or the general one knows: a part that none of them takes off is not on it. */
const stepsOf = (e: Whole) => {
  const { sheet, general } = listsOf(e as EngineSpec);
  const steps = [...(sheet ?? []), ...general].flatMap((s) => s.steps);
  return {
    keys: new Set(steps.map((x) => x.key)) as ReadonlySet<string>,
    loose: new Set(steps.flatMap((x) => x.takes.map((t) => t.item))) as ReadonlySet<string>,
  };
};

const fits = (k: PartKind, e: Whole, { keys, loose }: ReturnType<typeof stepsOf>): boolean =>
  (k.off.length === 0 || k.off.some((step) => keys.has(step))) &&
  (k.loose === undefined || loose.has(k.loose)) &&
  (k.strokes === undefined || k.strokes === e.strokes) &&
  (k.only === undefined || k.only.includes(e.kind)) &&
  !k.not?.includes(e.kind) &&
  (k.cooling === undefined || k.cooling === e.cooling) &&
  !(k.kind in MAY_LACK && hasNot(e, k.kind as MayLack));

type Whole = Pick<EngineSpec, 'strokes' | 'kind' | 'cooling' | 'cylinders' | 'parts'>;

function partsIn(kind: PartKind, engine: Whole): EnginePart[] {
  if (kind.per === 'engine') return [{ key: kind.kind, name: kind.name, kind, cylinder: null }];
  const alone = engine.cylinders.length === 1;
  const ofCylinders = engine.cylinders.map((name, cylinder) => ({
    key: `${kind.kind}:${cylinder}`,
    name: alone ? kind.name : `${name} ${kind.name}`,
    kind,
    cylinder,
  }));
  if (kind.per === 'cylinder') return ofCylinders;
  const named = NAMED_PARTS.of(engine)?.parts.filter((p) => p.kind === kind.kind) ?? [];
  return named.length === 0
    ? ofCylinders
    : named.map((p) => ({ key: `${kind.kind}:${p.key}`, name: p.name, kind, cylinder: p.cylinder }));
}

const lists = new WeakMap<Whole, readonly EnginePart[]>();

/** Every part of an engine that may lie on the bench, in the order they come off. */
export function partsOf(engine: Whole): readonly EnginePart[] {
  const known = lists.get(engine);
  if (known) return known;
  const steps = stepsOf(engine);
  const all = PART_KINDS.filter((k) => fits(k, engine, steps)).flatMap((k) => partsIn(k, engine));
  lists.set(engine, all);
  return all;
}

export const partNamed = (engine: Whole, key: string): EnginePart | null =>
  partsOf(engine).find((p) => p.key === key) ?? null;

/**
 * Parts that lie on the bench: those whose step of the strip was done. Where nobody kept a strip, all of them may.
 */
export const partsOnBench = fact('partsOnBench', (file: JobFile): readonly EnginePart[] => {
  const { chosen, steps } = stripPlan(file);
  const all = partsOf(file.engine);
  if (!chosen) return all;
  const off = new Set(steps.filter((s) => s.state === 'done' || s.state === 'back').map((s) => s.step.key));
  const there = new Set(steps.filter((s) => s.odd.some((o) => o.why === 'not-there')).map((s) => s.step.key));
  return all.filter((p) => p.kind.off.length === 0 || p.kind.off.some((k) => off.has(k) && !there.has(k)));
});

/** The same, laid out by section. */
export const bySection = (parts: readonly EnginePart[]) =>
  (Object.keys(SECTIONS_OF_PARTS) as (keyof typeof SECTIONS_OF_PARTS)[]).flatMap((section) => {
    const mine = parts.filter((p) => p.kind.section === section);
    return mine.length === 0 ? [] : [{ section, name: SECTIONS_OF_PARTS[section], parts: mine }];
  });
