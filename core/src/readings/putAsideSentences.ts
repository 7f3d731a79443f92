import { takenIn, READING, PART_WORKS, WORK, workOf, type PartWorkEntry } from '../cylinder/index.js';
import type { JobFile } from '../job/index.js';
import { capital } from '../verdicts/index.js';
import { gaugeName } from './nextReads.js';
import { apartSince, partWorkSince, reopeningWork } from './reopening.js';
import type { ReadingsState } from './readingsState.js';

/** `6 readings before it no longer count`; `when` says before or since what. */
const noLonger = (n: number, when: string): string =>
  n === 1 ? `1 reading ${when} no longer counts.` : `${n} readings ${when} no longer count.`;

/** What no longer counts, in words: a sentence for each piece of work and each lost zero that put readings aside. */
export function putAsideSentences(file: JobFile, state: Pick<ReadingsState, 'setAside' | 'zeros'>): string[] {
  const works = workOf(file.log);
  const opened = reopeningWork(file);
  const ofParts = partWorkSince(file);
  const apart = apartSince(file);
  let byApart = 0;
  let onNothing = 0;
  const byPart = new Map<PartWorkEntry, number>();
  const byWork = new Map<string, number>();
  const byZero = new Map<string, { readonly why: 'zero-lost' | 'zeroed-again'; n: number }>();
  takenIn(file.log).forEach((e) => {
    const why = state.setAside.get(e.id);
    if (!why) return;
    if (why !== 'work' && READING.is(e) && e.zeroId) {
      const known = byZero.get(e.zeroId) ?? { why, n: 0 };
      known.n += 1;
      byZero.set(e.zeroId, known);
    } else {
      const first = opened.get(e.id);
      const part = ofParts.get(e.id);
      if (first) byWork.set(first.id, (byWork.get(first.id) ?? 0) + 1);
      else if (part) byPart.set(part, (byPart.get(part) ?? 0) + 1);
      else if (apart.get(e.id) === e) onNothing += 1;
      else if (apart.has(e.id)) byApart += 1;
    }
  });
  const named = works
    .filter(({ entry }) => byWork.has(entry.id))
    .map(({ entry }) => {
      const where = entry.cylinder === null ? 'all cylinders' : file.engine.cylinders[entry.cylinder]!;
      return `${capital(WORK[entry.what].name)} (${where}): ${noLonger(byWork.get(entry.id)!, 'before it')}`;
    });
  const lost = [...byZero].map(([id, { why, n }]) => {
    const gauge = gaugeName(file, state.zeros.get(id)!.instrumentId);
    return why === 'zero-lost'
      ? `The zero of ${gauge} wandered more than scatter explains: ${noLonger(n, 'since it')}`
      : `${gauge} was zeroed anew before its last zero was found again: ${noLonger(n, 'since that')}`;
  });
  const parts = [...byPart].map(
    ([work, n]) => `${capital(work.name)}, ${PART_WORKS[work.what]}: ${noLonger(n, 'before it')}`,
  );
  const again =
    byApart === 0
      ? []
      : [`What it was read on came apart, or was tightened after: ${noLonger(byApart, 'before that')}`];
  const nothing =
    onNothing === 0
      ? []
      : [
          `Read while the crank was out: ${onNothing === 1 ? '1 reading proves' : `${onNothing} readings prove`} nothing. Put back what came off first.`,
        ];
  return [...named, ...parts, ...again, ...nothing, ...lost];
}
