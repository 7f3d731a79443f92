import { PART_WORK, workOf, type WorkKind } from '../cylinder/index.js';
import { buildNow, type JobFile } from '../job/index.js';
import { thingsHad } from '../measurands/index.js';
import { CLAY, laidAt } from '../setup/index.js';
import { BUILD_PARTS, GASKETS, MAKERS_OWN } from '../specs/index.js';
import type { LengthUnit } from '../units/index.js';
import { verdictSentence, type Figure } from '../verdicts/index.js';

/** Work after which the room the maker left is no longer the room there is. */
const CHANGES: Partial<Record<WorkKind, string>> = {
  skimmed: 'It was skimmed.',
  'cams-set': 'It was timed anew.',
  exchanged: 'It has another cylinder, which may not be as tall.',
};

/** Why room between valves and piston has to be read on this very engine; null where it is as its maker built it. */
function whyRead(file: JobFile): string | null {
  const build = buildNow(file);
  if (build === null || Object.values(build).includes(null))
    return 'Say what it is built of first: Set-up, Valves and cams, beside.';
  const other = BUILD_PARTS.find((p) => build[p]!.trim().toLowerCase() !== MAKERS_OWN);
  if (other)
    return `Its ${other} ${other === 'cams' ? 'are' : 'is'} not the maker’s own: ${build[other]!.trim()}.`;
  // What a head shop or a hand took off brings the valves nearer; another head is of another build.
  const head = PART_WORK.in(file.log).some((e) => e.of === 'head' && e.what !== 'renewed');
  if (head) return 'Its head was worked on: what was taken off brings the valves nearer.';
  const changed = workOf(file.log).map(({ entry }) => CHANGES[entry.what]);
  const work = changed.find((c) => c !== undefined);
  if (work) return work;
  const usual = (where: 'base' | 'head') =>
    GASKETS.of(file.engine)?.gaskets.find((g) => g.where === where && g.made !== 'rubber')?.thickness ?? null;
  const thinner = (['base', 'head'] as const).find((where) => {
    const [is, was] = [laidAt(file, where)?.thickness ?? null, usual(where)];
    return is !== null && was !== null && is < was;
  });
  return thinner ? `Its ${thinner} gaskets are thinner than the maker’s.` : null;
}

/**
 * Why it is not proved that no valve meets the piston; null where it is, or where everything that decides it is as its
 * maker built it. Every valve is read then; nothing on file for this build is never a pass.
 */
export function notClear(file: JobFile, figures: readonly Figure[], unit: LengthUnit = 'mm'): string | null {
  if (file.engine.strokes !== 4) return null;
  const why = whyRead(file);
  if (why === null) return null;
  if (why.startsWith('Say ')) return why;
  const own = figures.filter((f) => f.feature.startsWith('setup.contact.'));
  const against = own.find((f) => f.state !== 'within');
  if (against) return `${why} ${verdictSentence(file, against, unit).headline}`;
  if (!file.engine.limits.some((l) => l.feature.startsWith('setup.contact.')))
    return `${why} No limit for room at the valves is on file: enter it on the sheet, or write down what was read and who stands for it.`;
  const left = thingsHad(file, CLAY).find(
    (t) => !own.some((f) => f.subject.of === 'part' && f.subject.thing === `setup.contact:${t.key}`),
  );
  return left ? `${why} Read the room of the ${left.name}: Set-up, Valves and cams, beside.` : null;
}
