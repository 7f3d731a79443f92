import { beforeLog, beforeVerdicts, SEEN, SEEN_BEFORE } from '../before/index.js';
import { findingsOf } from '../bore/index.js';
import { debrisOf, inspected, DEBRIS_TABLE, CAUGHT } from '../inspect/index.js';
import { wholeWords, type JobFile } from '../job/index.js';
import { FINDINGS, PART_FINDINGS } from '../cylinder/index.js';
import { capital } from '../verdicts/index.js';

/** Something recorded of an engine that speaks for or against a cause. */
export interface Fact {
  /** What it is, as causes name it: `plug:white`, `wall:score:exhaust`. */
  readonly key: string;
  readonly text: string;
}

/** What a plug, oil or coolant said, by what causes look for. */
const SAID: readonly (readonly [what: string, answer: RegExp, key: string])[] = [
  ['plug', /white|blistered/u, 'plug:white'],
  ['plug', /wet with oil/u, 'plug:oil'],
  ['plug', /wet with fuel/u, 'plug:fuel'],
  ['plug', /sooty/u, 'plug:rich'],
  ['plug', /tan/u, 'plug:sound'],
  ['plug', /metal|broken/u, 'plug:metal'],
  ['oil', /none came out/u, 'oil:none'],
  ['oil', /water|milky/u, 'oil:water'],
  ['oil', /fuel/u, 'oil:fuel'],
  ['oil', /flakes|paste|bronze/u, 'oil:metal'],
  ['oil', /^nothing$/u, 'oil:sound'],
  ['coolant', /none came out/u, 'coolant:none'],
  ['coolant', /bubbles|oil/u, 'coolant:gas'],
  ['coolant', /clean/u, 'coolant:sound'],
  ['noise', /deep knock/u, 'noise:knock'],
  ['noise', /does not turn/u, 'noise:locked'],
  ['noise', /rumble|whine/u, 'noise:rumble'],
];

const COMPLAINT: readonly (readonly [RegExp, string])[] = [
  [wholeWords('seiz*', 'locked', 'nipped'), 'complaint:seized'],
  [wholeWords('overheat*', 'boil*', 'hot'), 'complaint:hot'],
  [
    wholeWords(
      'went under',
      'under ?water',
      'ford*',
      'water(?! pump)',
      'drown*',
      'submerged',
      'silt*',
      'mud*',
    ),
    'complaint:drowned',
  ],
  [wholeWords('jets?', '(?:re)?jett*', 'lean', 'new exhaust', 'new filter', 'mixture'), 'complaint:jetting'],
  [wholeWords('stood', 'years', 'rust*'), 'complaint:stood'],
  [wholeWords('smok*', 'oil*'), 'complaint:oil'],
  // The key of the flywheel, not of the lock: lost, sheared, or named with what it holds.
  [
    wholeWords(
      'woodruff',
      '(?:lost|sheared|missing|broken) key',
      'key (?:is |was |has )?(?:lost|sheared|gone|missing|broke*)',
      'flywheel (?:is |was |came )?(?:loose|off)',
      'loose flywheel',
    ),
    'complaint:key',
  ],
  [wholeWords('knock*', 'big ends?', 'con ?rod', 'rod bearing'), 'complaint:knock'],
  [wholeWords('bearings?(?! in mind)', 'rumbl*', 'whin*'), 'complaint:bearing'],
];

/** Which way a mark lies on a wall: exhaust side, or another. */
const towards = (file: JobFile, angle: number): string => {
  const away = Math.abs(((angle + 180) % 360) - 180);
  return file.engine.zeroAt.includes('exhaust') && away <= 45 ? 'exhaust' : 'other';
};

/** Everything recorded of an engine that speaks for or against a cause of failure. */
export function factsOf(file: JobFile): readonly Fact[] {
  const alone = file.engine.cylinders.length === 1;
  const at = (cylinder: number | null): string =>
    cylinder === null || alone ? '' : ` ${file.engine.cylinders[cylinder]}`;
  const seen = beforeLog(file)
    .filter(SEEN_BEFORE.is)
    .flatMap((e) =>
      SAID.filter(([what, answer]) => what === e.what && answer.test(e.answer)).map(
        ([what, , key]): Fact => ({
          key,
          text: `${SEEN.find((s) => s.key === what)?.name ?? what}${at(e.cylinder)}: ${e.answer}`,
        }),
      ),
    );
  const tests = beforeVerdicts(file).flatMap((v): Fact[] => {
    const { feature, state } = v.figure;
    const leak = feature === 'crank.leak-rate' || feature === 'crank.vacuum-rate';
    if (leak && state === 'beyond') return [{ key: 'leak:found', text: v.headline }];
    if (leak && state === 'within') return [{ key: 'leak:none', text: v.headline }];
    if (feature === 'compression' && state === 'beyond')
      return [{ key: 'compression:low', text: v.headline }];
    return [];
  });
  const walls = findingsOf(file).flatMap((list) =>
    list.map((f): Fact => ({
      key: `wall:${f.what}${f.place ? `:${towards(file, f.place.angle)}` : ''}`,
      text: `Wall${at(f.cylinder)}: ${FINDINGS[f.what]}${f.place ? (towards(file, f.place.angle) === 'exhaust' ? ', exhaust side' : `, at ${f.place.angle}°`) : ''}`,
    })),
  );
  const parts = inspected(file).flatMap((i) =>
    i.state.findings.map((f): Fact => ({
      key: `part:${i.part.kind.kind}:${f.what}`,
      text: `${capital(i.part.name)}: ${PART_FINDINGS[f.what].name}${f.text.trim() ? `, ${f.text.trim()}` : ''}`,
    })),
  );
  const debris = debrisOf(file).map((d): Fact => ({
    key: `debris:${d.what}`,
    text: `${capital(DEBRIS_TABLE[d.what].name)} in the ${CAUGHT[d.from]}, ${d.amount}`,
  }));
  const complaint = COMPLAINT.filter(([words]) => words.test(file.job.complaint)).map(([, key]): Fact => ({
    key,
    text: `The customer: “${file.job.complaint}”`,
  }));
  const seized: Fact[] = file.job.seized ? [{ key: 'job:seized', text: 'It seized' }] : [];
  const all = [...seen, ...tests, ...walls, ...parts, ...debris, ...complaint, ...seized];
  return all.filter((f, i) => all.findIndex((o) => o.key === f.key && o.text === f.text) === i);
}
