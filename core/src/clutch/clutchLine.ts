import {
  FIGURE,
  lineLength,
  printedLength,
  readSheetLine,
  unreadLine,
  type PartLine,
  type SheetLimit,
} from '../specs/index.js';
import { nm } from '../units/index.js';
import type { ClutchPack } from './room.js';

interface Packs {
  readonly versions: readonly ClutchPack[];
}

const BEGINS = /^clutch(?: pack)?\s*:\s*(.+)$/iu;
const PLATES = /^(\d{1,2})\s+(friction|drive|steel|driven|springs?)\s*(?:plates?|discs?)?\s*(.*)$/iu;
const WARP = /^(?:plate )?warp\s+(.+)$/iu;
const HEIGHT = new RegExp(
  String.raw`^(?:stack |pack )?height\s+(${FIGURE})\s*(mm\b|in\b|inch\b)?(?:\s+(?:under|at)\s+(.+))?$`,
  'iu',
);
const ODD = /^(?:the )?odd(?: plate)?\s*:?\s+(.+)$/iu;

/** What a count of plates is called in a line of this house. */
const SAID = { friction: 'friction', steel: 'steel', springs: 'springs' } as const;

/**
 * A clutch pack as one line: how many plates of each, how thick, how far they may warp:
 * `clutch: 8 friction 2.9-3.1 (2.8), 7 steel 1.6, warp .2`
 */
export const clutchLine: PartLine<Packs> = {
  like: 'clutch: 8 friction 2.9-3.1 (2.8), 7 steel 1.6, warp .2',
  read(line, { unit, engine, party }) {
    const found = BEGINS.exec(line);
    if (!found) return null;
    const on = engine.limits.filter((l) => l.source.party === party);
    const told = { friction: 0, steel: 0, springs: 0, odd: '', height: 0, load: '' };
    const says: string[] = [];
    const limits: SheetLimit[] = [];
    const questions: { code: string; sentence: string }[] = [];
    let steel = 0;
    // A figure with its limit in brackets is one piece.
    for (const piece of found[1]!.split(/[,;]\s+(?![^(]*\))/u).map((p) => p.trim())) {
      const plates = PLATES.exec(piece);
      const warp = WARP.exec(piece);
      const height = HEIGHT.exec(piece);
      const odd = ODD.exec(piece);
      const limitOf = (name: string, figures: string): string | null => {
        const read = readSheetLine(`${name} ${figures}`, { unit, bore: engine.bore, others: on });
        if (!read.ok) return read.sentence;
        limits.push(...read.limits);
        questions.push(...read.questions);
        return null;
      };
      if (plates) {
        const which = /^(?:friction|drive)$/iu.test(plates[2]!)
          ? 'friction'
          : /^spring/iu.test(plates[2]!)
            ? 'springs'
            : 'steel';
        told[which] = Number(plates[1]);
        const rest = plates[3]!.trim();
        says.push(`${told[which]} ${SAID[which]}${rest === '' ? '' : ` ${rest}`}`);
        if (rest === '') continue;
        if (which === 'steel') {
          const thick = /^[\d.,]+/u.exec(rest);
          steel = (thick && lineLength(thick[0], /mm|in/u.exec(rest)?.[0], unit)) || 0;
          if (steel === 0) return unreadLine(`“${piece}”: how thick is a steel plate?`);
          continue;
        }
        const trouble = limitOf(which === 'springs' ? 'clutch spring free length' : 'friction plate', rest);
        if (trouble) return unreadLine(trouble);
      } else if (warp) {
        const trouble = limitOf(
          'clutch plate warp',
          /^(?:max|up to|<)/iu.test(warp[1]!) ? warp[1]! : `max ${warp[1]}`,
        );
        if (trouble) return unreadLine(trouble);
        says.push(`warp ${warp[1]}`);
      } else if (height) {
        told.height = lineLength(height[1]!, height[2], unit) ?? 0;
        told.load = (height[3] ?? '').trim();
        says.push(
          `height ${printedLength(told.height, unit)}${told.load === '' ? '' : ` under ${told.load}`}`,
        );
      } else if (odd) {
        told.odd = odd[1]!.trim();
        says.push(`odd plate: ${told.odd}`);
      } else return unreadLine(`“${piece}” is nothing of a clutch pack, like ${clutchLine.like}.`);
    }
    if (told.friction + told.steel === 0)
      return unreadLine(`Clutch: how many plates of each? Like ${clutchLine.like}.`);
    if (Math.abs(told.friction - told.steel) > 2)
      questions.push({
        code: 'unusual',
        sentence:
          'Friction and steel plates lie in turn: so many more of one is hardly ever there. Is a count wrong?',
      });
    return {
      ok: true,
      says: `clutch: ${says.join(', ')}`,
      limits,
      questions,
      notes:
        told.height === 0 && steel === 0
          ? ['The height of the pack is not known: nothing says how thick its steel plates are.']
          : told.height === 0
            ? ['No height of the pack is given: it is reckoned from its plates as they are new.']
            : [],
      into: (before, source) => {
        const was = before?.versions.find((v) => !v.code);
        const thick = limits.find((l) => l.feature === 'clutch.plate' && l.state === 'new');
        const mean = thick ? ((thick.low ?? thick.high!) + (thick.high ?? thick.low!)) / 2 : 0;
        const pack: ClutchPack = {
          name: was?.name ?? 'as built',
          ...{ friction: told.friction, steel: told.steel, springs: told.springs || (was?.springs ?? 0) },
          odd: told.odd || (was?.odd ?? ''),
          // Where no height is given it is that of its plates; of some of them it is none.
          height: nm(
            Math.round(
              told.height ||
                (mean > 0 && steel > 0 ? told.friction * mean + told.steel * steel : (was?.height ?? 0)),
            ),
          ),
          load: told.load || (was?.load ?? ''),
          source,
        };
        return { versions: [...(before?.versions ?? []).filter((v) => v !== was), pack] };
      },
    };
  },
};
