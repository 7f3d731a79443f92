import type { JobFile } from '../job/index.js';
import { PART_FINDINGS } from '../cylinder/index.js';
import { effectiveSteps, stripLog, stripPlan } from '../strip/index.js';
import { capital } from '../verdicts/index.js';
import { liesApart } from './apart.js';
import { inspected, type Inspected } from './inspected.js';

/** Parts that may not go back as they are: ended by a finding, said to be replaced, or waiting for work. */
const withheld = (file: JobFile): readonly Inspected[] =>
  inspected(file).filter(
    (i) =>
      !i.part.kind.always &&
      !i.state.renewed &&
      (i.state.ended !== null ||
        liesApart(file, i.part.key) ||
        (i.state.work === null && (i.is === 'replace' || i.is === 'rework' || i.is === 'send'))),
  );

const why = (file: JobFile, { part, state, is }: Inspected): string => {
  if (!state.ended && is !== 'replace' && liesApart(file, part.key))
    return `${capital(part.name)}: it lies apart. Say at Clean when it is together.`;
  const found = state.ended ?? state.toWork;
  const because = found
    ? PART_FINDINGS[found.what].name
    : is === 'send'
      ? 'sent out'
      : 'not to be used as it is';
  return state.ended || is === 'replace'
    ? `${capital(part.name)}: ${because}. Another one goes in; say at Clean when it is here.`
    : `${capital(part.name)}: ${because}. Say at Clean when the work is done.`;
};

/** Why a step of the strip may not be put back: it would put a part back that is not used again. Null where it may. */
export function mayNotFit(file: JobFile, step: string): string | null {
  const of = withheld(file).find((i) => i.part.kind.off.includes(step));
  return of ? why(file, of) : null;
}

/** Parts that went back although they are not used again: whichever way that was written, it does not stand. */
export function fittedInVain(file: JobFile): readonly string[] {
  const held = withheld(file);
  if (held.length === 0 || stripPlan(file).chosen?.purpose === 'look') return [];
  const back = new Set<string>();
  for (const s of effectiveSteps(stripLog(file))) {
    if (s.is === 'back') back.add(s.done.step);
    else back.delete(s.done.step);
  }
  return held.filter((i) => i.part.kind.off.some((step) => back.has(step))).map((i) => why(file, i));
}
