import type { NewEngine } from '@tribos/contract';
import {
  kitShape,
  limitShape,
  nm,
  SOURCE,
  without,
  type EngineSpec,
  type Kit,
  type Limit,
  type Port,
  type ProposedFact,
} from '@tribos/core';
import { fromColumns, toColumns } from '../kit/columns.js';
import type { EngineModel, KitModel, LimitModel, SheetPartModel } from './models.js';

/** What of a limit stands in its row by its own name; its source stands there field by field. */
const ofLimit = without(limitShape, 'source');
const ofSource = without(SOURCE, 'type');

/** Rows to the core's data and back: a round trip is identical. */
export const limitOf = (row: LimitModel): Limit => ({
  ...fromColumns(ofLimit, row),
  source: { type: row.sourceType as Limit['source']['type'], ...fromColumns(ofSource, row) },
});

export const limitRow = ({ source, ...limit }: Limit, engineId: string, position: number) => ({
  ...toColumns(ofLimit, limit),
  ...toColumns(ofSource, source),
  sourceType: source.type,
  engineId,
  position,
});

export const kitOf = (row: KitModel): Kit => fromColumns(kitShape, row);

export function engineOf(
  row: EngineModel,
  limits: readonly LimitModel[],
  kits: readonly KitModel[],
  parts: readonly SheetPartModel[],
): EngineSpec {
  return {
    id: row.id,
    maker: row.maker,
    model: row.model,
    kind: row.kind as EngineSpec['kind'],
    strokes: row.strokes as 2 | 4,
    cylinders: row.cylinders,
    bore: nm(row.bore),
    stroke: row.stroke === null ? null : nm(row.stroke),
    wall: row.wall as EngineSpec['wall'],
    zeroAt: row.zeroAt,
    pinAxisDeg: row.pinAxisDeg,
    depths: { top: nm(row.depthTop), mid: nm(row.depthMid), low: nm(row.depthLow) },
    wallDepth: nm(row.wallDepth),
    ports: row.ports as Port[],
    sleeveOuter: row.sleeveOuter === null ? null : nm(row.sleeveOuter),
    pin: row.pin === null ? null : nm(row.pin),
    cooling: row.cooling as EngineSpec['cooling'],
    year: row.year,
    code: row.code,
    ...(row.proposed.length > 0 ? { proposed: row.proposed as ProposedFact[] } : {}),
    limits: limits.map(limitOf),
    kits: kits.map(kitOf),
    ...(parts.length > 0 ? { parts: Object.fromEntries(parts.map((p) => [p.part, p.body])) } : {}),
  };
}

export function engineRow(spec: EngineSpec) {
  const { depths, limits: _limits, kits: _kits, ...rest } = spec;
  return { proposed: [], ...rest, depthTop: depths.top, depthMid: depths.mid, depthLow: depths.low };
}

/** An engine as it was typed, without limits, kits and parts. */
export const engineFromBody = (body: NewEngine): EngineSpec => ({
  id: body.id,
  maker: body.maker,
  model: body.model,
  kind: body.kind,
  strokes: body.strokes,
  cylinders: body.cylinders,
  bore: nm(body.bore),
  stroke: body.stroke === null ? null : nm(body.stroke),
  wall: body.wall,
  zeroAt: body.zeroAt,
  pinAxisDeg: body.pinAxisDeg,
  depths: { top: nm(body.depths.top), mid: nm(body.depths.mid), low: nm(body.depths.low) },
  wallDepth: nm(body.wallDepth),
  ports: (body.ports ?? []).map((p) => ({ ...p, roof: nm(p.roof), floor: nm(p.floor) })),
  sleeveOuter: body.sleeveOuter == null ? null : nm(body.sleeveOuter),
  pin: body.pin === null ? null : nm(body.pin),
  cooling: body.cooling,
  year: body.year ?? null,
  code: body.code ?? null,
  proposed: body.proposed ?? [],
  limits: [],
  kits: [],
});
