import {
  engineTold,
  printedIn,
  readPageLine,
  type EngineKind,
  type EngineSpec,
  type LengthUnit,
  type Limit,
  type Source,
  type Want,
} from '@tribos/core';

export const ENGINE_KINDS: readonly EngineKind[] = [
  'motorcycle',
  'atv',
  'snowmobile',
  'watercraft',
  'chainsaw',
];

/** A page of a leaflet, whoever's. */
export const page = (engine: EngineSpec, party: string): Source => ({
  type: party === engine.maker ? 'engine-maker' : 'part-maker',
  ...{ party, document: 'Leaflet 9', page: '2', revision: '', enteredBy: 'Ines', checkedBy: null },
});

/** An engine once a line of a page was typed. */
export function lineTyped(
  engine: EngineSpec,
  text: string,
  party = engine.maker,
  unit: LengthUnit = 'mm',
): EngineSpec {
  const line = readPageLine(text, { unit, party, engine }, engine.limits);
  if (!line.read.ok) throw new Error(`${text}: ${line.read.sentence}`);
  const source = page(engine, party);
  if (line.of === 'kit')
    return { ...engine, kits: [...engine.kits, { id: `kit-${engine.kits.length + 1}`, ...line.read.kit }] };
  if (line.of === 'part') {
    const { name } = line.part;
    return {
      ...engine,
      parts: { ...engine.parts, [name]: line.read.into(engine.parts?.[name] ?? null, source) },
    };
  }
  if (line.of === 'engine') return engineTold(engine, line.read);
  const limits = line.read.limits.map((l, i): Limit => ({
    ...l,
    id: `l-${engine.limits.length + i}`,
    conditions: {},
    source,
  }));
  return { ...engine, limits: [...engine.limits, ...limits] };
}

/** The engine once the line that is shown beside a want was typed, from a page in a unit. */
export const typed = (engine: EngineSpec, { like, party }: Want, unit: LengthUnit = 'mm'): EngineSpec =>
  lineTyped(engine, printedIn(like, unit), party, unit);
