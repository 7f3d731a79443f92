import { withDefs, list, object, oneOf, type Misfit, type Shape } from '../shape/index.js';
import { size, title } from '../ledger/index.js';
import {
  engineTroubles,
  kitShape,
  limitShape,
  limitTroubles,
  type EngineSpec,
  type Kit,
  type Limit,
} from '../specs/index.js';
import { HOUSE, sheetsOf } from './house.js';
import { engineShapeOf } from './jobFileShape.js';

/** Who typed and who checked it is each shop's own, and so are its ids: neither is in a file. */
const NOT_SAID = new Set(['id', 'enteredBy', 'checkedBy', 'enteredOn', 'retypedOn']);

/** A value, or a schema, without what a file does not say. */
function told(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(told);
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value)
      .filter(([k]) => !NOT_SAID.has(k))
      .map(([k, v]) => [
        k,
        k === 'required' && Array.isArray(v) ? v.filter((field) => !NOT_SAID.has(field as string)) : told(v),
      ]),
  );
}

/** What a file says, as this house holds it: ids by place, typed and checked by nobody yet. */
function heard(value: unknown, path: string): unknown {
  if (Array.isArray(value)) return value.map((v, i) => heard(v, `${path}.${i}`));
  if (typeof value !== 'object' || value === null) return value;
  const inner = Object.fromEntries(
    Object.entries(value).map(([k, v]) => [k, heard(v, path === '' ? k : `${path}.${k}`)]),
  );
  return 'document' in value && 'party' in value ? { ...inner, enteredBy: '', checkedBy: null } : inner;
}

const identified = (value: unknown, id: string): unknown =>
  typeof value === 'object' && value !== null && !Array.isArray(value) ? { id, ...value } : value;
const eachIdentified = (value: unknown, what: string): unknown =>
  Array.isArray(value) ? value.map((v, i) => identified(v, `${what}-${i + 1}`)) : value;

const parts = sheetsOf(HOUSE);

const specShape = object({
  format: oneOf('tribos-engine'),
  version: oneOf(1),
  engine: engineShapeOf(parts),
}) as unknown as Shape<{ readonly engine: EngineSpec }>;

/** A maker's kit for an engine, with what its own sheet says. */
export interface KitFile {
  readonly for: Pick<EngineSpec, 'maker' | 'model' | 'bore'>;
  readonly kit: Kit;
  /** The limits of its maker. */
  readonly limits: readonly Limit[];
  readonly parts: Readonly<Record<string, unknown>>;
}

const kitFileShape = object({
  format: oneOf('tribos-kit'),
  version: oneOf(1),
  for: object({ maker: title, model: title, bore: size }),
  kit: kitShape,
  limits: list(limitShape, 0, 500),
  parts: object({}, Object.fromEntries(parts.map((p) => [p.name, p.shape]))),
}) as unknown as Shape<KitFile>;

const schemaOf = (shape: Shape, what: string, title: string) =>
  withDefs({
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    $id: `urn:tribos:${what}-file:1`,
    title: `Tribos ${title} file, version 1`,
    description:
      'What documents say, each figure with its document and page; who typed and checked it is each shop’s own. Lengths are integer nanometres.',
    ...(told(shape.schema) as object),
  });

/** The JSON Schemas published for the specification file and the kit file. */
export const specFileSchema = schemaOf(specShape, 'engine', 'specification');
export const kitFileSchema = schemaOf(kitFileShape, 'kit', 'kit');

/** An engine's whole sheet as a file; the same for the same sheet, wherever it was typed. */
export function specFile(engine: EngineSpec): unknown {
  return told({ format: 'tribos-engine', version: 1, engine });
}

/** A kit of an engine as a file, with the limits and the parts of the sheet that are its maker's. */
export function kitFile(engine: EngineSpec, kitId: string): unknown {
  const kit = engine.kits.find((k) => k.id === kitId)!;
  const { maker, model, bore } = engine;
  return told({
    format: 'tribos-kit',
    version: 1,
    for: { maker, model, bore },
    kit,
    limits: engine.limits.filter((l) => l.source.type === 'part-maker' && l.source.party === kit.maker),
    parts: Object.fromEntries(
      parts.flatMap((p) => {
        const part = p.of(engine);
        const own = part !== null && p.ofMaker ? p.ofMaker(part, kit.maker) : null;
        return own === null ? [] : [[p.name, own]];
      }),
    ),
  });
}

export type SpecFileReading =
  | { readonly ok: true; readonly kind: 'engine'; readonly engine: EngineSpec }
  | { readonly ok: true; readonly kind: 'kit'; readonly file: KitFile }
  | { readonly ok: false; readonly misfits: readonly Misfit[] };

const wrong = (misfits: readonly Misfit[]): SpecFileReading => ({ ok: false, misfits: misfits.slice(0, 20) });

const badLimits = (limits: readonly Limit[]): Misfit[] =>
  limits.flatMap((l, i) => limitTroubles(l).map(({ sentence }) => ({ path: `/limits/${i}`, sentence })));

/**
 * Reads a specification or kit file from parsed JSON: its shape, and that the engine can be.
 * @returns what it says with ids of its own, typed by nobody; or up to twenty places that are wrong
 */
export function readSpecFile(json: unknown): SpecFileReading {
  const file = heard(json, '') as Record<string, unknown> | null;
  if (file?.['format'] === 'tribos-engine') {
    const engine = identified(file['engine'], 'engine') as Record<string, unknown>;
    const whole = {
      ...file,
      engine: {
        ...engine,
        limits: eachIdentified(engine?.['limits'], 'limit'),
        kits: eachIdentified(engine?.['kits'], 'kit'),
      },
    };
    const misfits = specShape.check(whole, '');
    if (misfits.length > 0) return wrong(misfits);
    const spec = whole.engine as unknown as EngineSpec;
    const troubles = [...engineTroubles(spec), ...badLimits(spec.limits)];
    if (troubles.length > 0)
      return wrong(troubles.map(({ path, sentence }) => ({ path: `/engine${path}`, sentence })));
    return { ok: true, kind: 'engine', engine: spec };
  }
  if (file?.['format'] === 'tribos-kit') {
    const whole = {
      ...file,
      kit: identified(file['kit'], 'kit'),
      limits: eachIdentified(file['limits'], 'limit'),
    };
    const misfits = kitFileShape.check(whole, '');
    if (misfits.length > 0) return wrong(misfits);
    const kit = whole as unknown as KitFile;
    const troubles = badLimits(kit.limits);
    return troubles.length > 0 ? wrong(troubles) : { ok: true, kind: 'kit', file: kit };
  }
  return wrong([
    {
      path: '/format',
      sentence: 'should be tribos-engine or tribos-kit: this is neither a specification nor a kit file',
    },
  ]);
}
