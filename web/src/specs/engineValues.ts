import type { NewEngine } from '@tribos/contract';
import { nm, portLine, readPortLine, type EngineSpec, type LengthUnit } from '@tribos/core/ground';
import { FieldTrouble, lengthOrNull, lengthText } from '../forms/index.js';

/** What stands in the fields of an engine, lengths in the unit the form was begun in. */
export interface EngineValues {
  maker: string;
  model: string;
  kind: NewEngine['kind'];
  strokes: string;
  cylinders: string;
  bore: string;
  stroke: string;
  wall: NewEngine['wall'];
  sleeveOuter: string;
  zeroAt: string;
  pinAxisDeg: string;
  top: string;
  mid: string;
  low: string;
  wallDepth: string;
  pin: string;
  cooling: NewEngine['cooling'];
  year: string;
  code: string;
  ports: string;
}

/** An engine as it is typed on. */
export const valuesOf = (e: EngineSpec, unit: LengthUnit): EngineValues => ({
  maker: e.maker,
  model: e.model,
  kind: e.kind,
  strokes: String(e.strokes),
  cylinders: e.cylinders.join(', '),
  bore: lengthText(e.bore, unit),
  stroke: lengthText(e.stroke, unit),
  wall: e.wall,
  sleeveOuter: lengthText(e.sleeveOuter, unit),
  zeroAt: e.zeroAt,
  pinAxisDeg: String(e.pinAxisDeg),
  top: lengthText(e.depths.top, unit),
  mid: lengthText(e.depths.mid, unit),
  low: lengthText(e.depths.low, unit),
  wallDepth: lengthText(e.wallDepth, unit),
  pin: lengthText(e.pin, unit),
  cooling: e.cooling,
  year: e.year === null ? '' : String(e.year),
  code: e.code ?? '',
  ports: e.ports.map((p) => portLine(p, unit)).join('\n'),
});

/** Windows as they are typed, a line each. */
export const linesOf = (text: string): string[] => text.split('\n').filter((l) => l.trim() !== '');

/** @throws FieldTrouble with the first line that is no window */
export const portsOf = (text: string, unit: LengthUnit) =>
  linesOf(text).flatMap((line) => {
    const read = readPortLine(line, unit);
    if (!read.ok) throw new FieldTrouble('ports', read.sentence);
    return read.ports;
  });

/** What of a half-typed form can be drawn. */
export function drawn(v: EngineValues, unit: LengthUnit) {
  const size = (text: string) => {
    try {
      return nm(lengthOrNull('', text, unit) ?? 0);
    } catch {
      return nm(0);
    }
  };
  return {
    bore: size(v.bore),
    depths: { top: size(v.top), mid: size(v.mid), low: size(v.low) },
    wallDepth: size(v.wallDepth),
    zeroAt: v.zeroAt,
    pinAxisDeg: Number(v.pinAxisDeg) || 0,
    cylinders: v.cylinders
      .split(',')
      .map((c) => c.trim())
      .filter(Boolean),
    ports: linesOf(v.ports).flatMap((line) => {
      const read = readPortLine(line, unit);
      return read.ok ? read.ports : [];
    }),
  };
}
