import { FEATURES } from './feature.js';
import type { Limit } from './limit.js';
import type { LimitEnds } from './target.js';
import { limitTroubles, type LimitTrouble } from './limitTroubles.js';

/** A question to answer before a limit is saved. The figure is kept as typed either way. */
export interface GuardQuestion {
  readonly code: LimitTrouble['code'] | 'service-inside-new' | 'inch-as-mm' | 'mm-as-inch' | 'beyond-nominal';
  readonly sentence: string;
}

type Draft = LimitEnds & Pick<Limit, 'feature' | 'state' | 'unit' | 'rows'>;

const TROUBLES: Readonly<Record<LimitTrouble['code'], string>> = {
  'no-figure': 'Neither a low nor a high figure is given.',
  reversed: 'The low figure is above the high one. Are they swapped?',
  'target-outside': 'The target is not between the low and the high figure.',
  'other-unit': 'This unit measures something else. Is it the right line of the sheet?',
};

const INCH = 25.4;

/**
 * Questions a limit raises on entry: a reversed range, a service limit tighter than the range for new parts,
 * a bore that lands near its nominal only in the other unit, no figure at all.
 *
 * @param draft  the limit about to be saved, base units
 * @param others limits already on file for the same engine
 * @param nominalBore nm
 */
export function entryGuards(draft: Draft, others: readonly Draft[], nominalBore: number): GuardQuestion[] {
  const questions: GuardQuestion[] = [];
  const { low, high } = draft;
  for (const { code } of limitTroubles(draft)) questions.push({ code, sentence: TROUBLES[code] });
  if (draft.feature === 'bore' || draft.feature === 'piston') {
    const figure = high ?? low;
    if (figure !== null && Math.abs(figure / nominalBore - 1) > 0.1) {
      const asInch = Math.abs((figure * INCH) / nominalBore - 1) < 0.1;
      const asMm = Math.abs(figure / INCH / nominalBore - 1) < 0.1;
      if (asInch)
        questions.push({
          code: 'inch-as-mm',
          sentence: 'Typed as millimetres, but it fits this engine in inches. Is the sheet in inches?',
        });
      else if (asMm)
        questions.push({
          code: 'mm-as-inch',
          sentence: 'Typed as inches, but it fits this engine in millimetres. Is the sheet in millimetres?',
        });
      else
        questions.push({
          code: 'beyond-nominal',
          sentence: 'This is more than 10 % away from the nominal bore. Is it the right line of the sheet?',
        });
    }
  } else if (FEATURES[draft.feature].dimension === 'length') {
    const peers = others
      .filter((o) => o.feature === draft.feature)
      .flatMap((o) => [o.low, o.high])
      .filter((v): v is number => v !== null && v > 0);
    const figure = high ?? low;
    if (figure !== null && figure > 0 && peers.length > 0) {
      const near = (v: number) => peers.some((p) => v / p > 0.4 && v / p < 2.5);
      if (!near(figure) && near(figure * INCH))
        questions.push({
          code: 'inch-as-mm',
          sentence:
            'Typed as millimetres, but it agrees with the other figures on file only in inches. Is the sheet in inches?',
        });
      if (!near(figure) && near(figure / INCH))
        questions.push({
          code: 'mm-as-inch',
          sentence:
            'Typed as inches, but it agrees with the other figures on file only in millimetres. Is the sheet in millimetres?',
        });
    }
  }
  const pair = others.find((o) => o.feature === draft.feature && o.state !== draft.state);
  if (pair) {
    const [fresh, worn] = draft.state === 'new' ? [draft, pair] : [pair, draft];
    if (worn.high !== null && fresh.high !== null && worn.high < fresh.high) {
      questions.push({
        code: 'service-inside-new',
        sentence: 'The service maximum is below the maximum for new parts. Is it the right line?',
      });
    }
    if (worn.low !== null && fresh.low !== null && worn.low > fresh.low) {
      questions.push({
        code: 'service-inside-new',
        sentence: 'The service minimum is above the minimum for new parts. Is it the right line?',
      });
    }
  }
  return questions;
}
