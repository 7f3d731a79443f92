import type { JobFile } from '../job/index.js';
import { nm, withUnit, type LengthUnit } from '../units/index.js';
import { capital, type Block } from '../verdicts/index.js';
import { portMap, portMatches, type PortFigure, type PortMatch } from './portMap.js';

const lengthIn = (unit: LengthUnit) => (v: number) =>
  withUnit(nm(Math.round(v)), { unit, step: unit === 'mm' ? 10_000 : 25_400 });

/** How two windows that should be alike differ, and what of it may be the gauge’s. */
export function matchText({ of, a, b, apart, may, uneven }: PortMatch, unit: LengthUnit): string {
  const text = lengthIn(unit);
  const what = of === 'roof' ? (apart > 0 ? 'lower' : 'higher') : apart > 0 ? 'wider' : 'narrower';
  return uneven
    ? `${capital(b.name)} is ${text(Math.abs(apart))} ${what} than ${a.name}.`
    : `${capital(b.name)} and ${a.name}, ${of === 'roof' ? 'roofs' : 'widths'}: alike as far as these gauges tell, ${text(may)}.`;
}

/** Ports as they are printed: heights and widths before and after, what is not even. None where nothing was read. */
export function portBlocks(file: JobFile, unit: LengthUnit): Block[] {
  const text = lengthIn(unit);
  const read = portMap(file).filter((p) => p.roof.now || p.width.now || p.roof.before || p.width.before);
  if (read.length === 0) return [];
  const alike = portMatches(file).map((m) => matchText(m, unit));
  const shown = ({ before, now }: PortFigure): string =>
    before && now
      ? `${text(before.value)} → ${text(now.value)}`
      : now
        ? text(now.value)
        : before
          ? `${text(before.value)}, not read since`
          : '–';
  return [
    {
      kind: 'table',
      heads: ['port', 'roof from the deck', 'width', 'of the bore'],
      rows: read.map((p) => [
        capital(p.thing.name),
        shown(p.roof),
        shown(p.width),
        p.share === null ? '–' : `${(100 * p.share).toFixed(1)} %`,
      ]),
    },
    ...(alike.length > 0 ? [{ kind: 'list' as const, items: alike }] : []),
  ];
}
