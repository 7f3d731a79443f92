import { FIGURE, lineLength, plainFigure, printedLength, unreadLine, type PartLine } from '../specs/index.js';
import { nm } from '../units/index.js';
import type { CrankTrainSheet } from './trainSheet.js';

interface Trains {
  readonly trains: readonly CrankTrainSheet[];
}

const BEGINS =
  /^(?:rod|con-?rod|crank|throw|chamber|head volume|pin offset|dome|crown)\s+(?:length\s+|volume\s+)?-?[.,]?\d/iu;
const LENGTH = String.raw`(${FIGURE})\s*(mm|in\b|inch|["″])?`;
const VOLUME = String.raw`(-?${FIGURE})\s*(?:cm3|cm³|cc|ml)?`;
const PIECES = {
  rod: new RegExp(String.raw`^(?:con-?)?rod\s+(?:length\s+)?${LENGTH}$`, 'iu'),
  throw: new RegExp(String.raw`^(?:crank|throw)\s+${LENGTH}$`, 'iu'),
  offset: new RegExp(String.raw`^pin offset\s+${LENGTH}$`, 'iu'),
  burette: new RegExp(String.raw`^(?:chamber|head)(?: volume)?\s+${VOLUME}$`, 'iu'),
  dome: new RegExp(String.raw`^(?:dome|crown)\s+${VOLUME}$`, 'iu'),
};
const LENGTHS: ReadonlySet<string> = new Set(['rod', 'throw', 'offset']);

/** Crank, rod and chamber as one line: `rod 122, crank 34.8` · `chamber 38.5 ml`. The throw is half the stroke where nothing is said. */
export const trainLine: PartLine<Trains> = {
  like: 'rod 122, crank 34.8',
  adds: true,
  read(line, { unit, engine }) {
    if (!BEGINS.test(line)) return null;
    const told: { -readonly [K in keyof CrankTrainSheet]?: number } = {};
    for (const piece of line.split(/[,;]\s+/u)) {
      const hit = Object.entries(PIECES).find(([, re]) => re.test(piece.trim()));
      if (!hit) return unreadLine(`“${piece.trim()}” is nothing of a crank, a rod or a chamber.`);
      const [field, re] = hit;
      const [, figure, printed] = re.exec(piece.trim())!;
      const value = LENGTHS.has(field) ? lineLength(figure!, printed, unit) : plainFigure(figure!);
      if (value === null) return unreadLine(`“${piece.trim()}” is no length.`);
      told[field as 'rod' | 'burette'] = value;
    }
    const on = engine.parts?.['crank-train'] as Trains | undefined;
    const rod = told.rod ?? on?.trains[0]?.rod;
    if (rod === undefined) return unreadLine('The rod first, eye to eye: rod 122, chamber 38.5 ml.');
    const half = engine.stroke === null ? null : engine.stroke / 2;
    const crank = told.throw ?? on?.trains[0]?.throw ?? half;
    if (crank === null)
      return unreadLine('The throw of the crank too, half of the stroke: rod 122, crank 34.8.');
    const volumes = [
      ...(told.burette === undefined ? [] : [`chamber ${told.burette} ml`]),
      ...(told.dome === undefined ? [] : [`dome ${told.dome} ml`]),
    ];
    return {
      ok: true,
      says: [
        ...(told.rod === undefined ? [] : [`rod ${printedLength(told.rod, unit)}`]),
        ...(told.throw === undefined ? [] : [`crank ${printedLength(told.throw, unit)}`]),
        ...(told.offset === undefined ? [] : [`pin offset ${printedLength(told.offset, unit)}`]),
        ...volumes,
      ].join(', '),
      notes: told.throw === undefined && !on ? ['The throw is taken as half the stroke.'] : [],
      questions: [
        ...(half !== null && Math.abs(crank - half) > half * 0.02
          ? [
              {
                code: 'throw',
                sentence: `A throw of ${printedLength(crank, unit)} is not half of the stroke on file. Which of the two is it?`,
              },
            ]
          : []),
        ...(rod < 2.5 * crank || rod > 6 * crank
          ? [
              {
                code: 'unusual',
                sentence: 'Such a rod is hardly ever there for this stroke: is a digit wrong?',
              },
            ]
          : []),
      ],
      into: (before, source) => {
        const was = before?.trains[0];
        return {
          trains: [
            {
              throw: nm(told.throw ?? was?.throw ?? crank),
              rod: nm(told.rod ?? was?.rod ?? rod),
              offset: nm(told.offset ?? was?.offset ?? 0),
              burette: told.burette ?? was?.burette ?? null,
              dome: told.dome ?? was?.dome ?? 0,
              source,
            },
          ],
        };
      },
    };
  },
};
