import type { SpreadOf } from '../bore/index.js';
import { jobKind, JOB_KINDS, topLeftOn, type JobFile } from '../job/index.js';
import { withUnit, type LengthUnit } from '../units/index.js';
import { printedDay, verdictSentence, type Block, type Room, type Section } from '../verdicts/index.js';
import { HOUSE } from './house.js';
import { factsOf } from './houseFacts.js';
import { typedInHand } from './inHand.js';
import { judged, judgeJob } from './judgeJob.js';

/** What stands on every report, whatever rooms wrote it. */
const FIRST_CAUTION =
  'Figures come from the documents named beside them. If they differ from the maker’s manual for this exact engine, the manual wins; local codes and licensed practice come before anything here.';

/** The report of a job so far: a page and a print, made of the sections its rooms give. */
export interface Report {
  readonly title: string;
  readonly subtitle: string;
  readonly sections: readonly Section[];
}

const list = (key: string, title: string, items: readonly string[], none: string): Section => ({
  key,
  title,
  blocks: [items.length > 0 ? { kind: 'list', items } : { kind: 'text', text: none }],
});

function jobSection(file: JobFile, unit: LengthUnit): Section {
  const { job, engine } = file;
  const rows = [
    ['customer', job.customer],
    ['machine', job.machine],
    ['engine number', job.engineNumber],
    ['hours or distance', job.use],
    ['complaint', job.complaint],
    [
      'engine',
      `${engine.maker} ${engine.model}, ${engine.cylinders.length} × ${unit === 'mm' ? `${engine.bore / 1e6} mm` : withUnit(engine.bore, { unit, step: 1_000 })}`,
    ],
    [
      'kind of job',
      jobKind(file) === 'rebuild' ? '' : `${JOB_KINDS[jobKind(file)].name}: ${JOB_KINDS[jobKind(file)].says}`,
    ],
    ['bores', topLeftOn(file) ? 'not opened: they stay as they are' : ''],
    ['promised', job.promised === null ? '' : printedDay(job.promised)],
  ].filter((r): r is [string, string] => r[1] !== '');
  const block: Block = { kind: 'table', heads: [], rows };
  return { key: 'job', title: 'The job', blocks: [block] };
}

function partsSection(file: JobFile, unit: LengthUnit, rooms: readonly Room[]): Section[] {
  const rows = factsOf(rooms)
    .partsToGet(file, unit)
    .map((p) => [`${p.count}`, p.name, p.whys.join('; ')]);
  return rows.length === 0
    ? []
    : [
        {
          key: 'parts',
          title: 'Parts to get',
          blocks: [{ kind: 'table', heads: ['how many', 'part', 'why'], rows }],
        },
      ];
}

/** What rests on no page on file: said, so that nobody takes it for the sheet's. */
function inHandSection({ engine }: JobFile, unit: LengthUnit, rooms: readonly Room[]): Section[] {
  const typed = typedInHand(engine, unit, rooms);
  return typed.length === 0
    ? []
    : [list('in-hand', 'By the manual in hand, from no page on file', typed, '')];
}

/**
 * The report of a job so far: what its rooms found, decided and did, what stays undecided, what was not done,
 * and the cautions. It grows with every room.
 * @param unit     lengths are printed in
 * @param spreadOf propagation of whole maps
 */
export function reportOf(
  written: JobFile,
  unit: LengthUnit = 'mm',
  spreadOf?: SpreadOf,
  rooms: readonly Room[] = HOUSE,
): Report {
  const file = judged(written, spreadOf, rooms);
  const { items, steps, blockers } = judgeJob(written, unit, spreadOf, rooms);
  const undecided = items.filter((i) => i.state === 'undecided' && i.because !== 'unread');
  const unread = items.filter((i) => i.because === 'unread');
  const noLimit = items.filter((i) => i.state === 'noLimit' && i.because !== 'unread');
  const open = steps.filter((s) => s.done === null && s.excused === null);
  const said = (items: typeof undecided) =>
    items.map((i) => {
      const { headline, todo } = verdictSentence(file, i, unit);
      return todo ? `${headline} ${todo}` : headline;
    });
  return {
    title: `${file.job.machine}, job ${String(file.job.number).padStart(4, '0')}`,
    subtitle: `Report so far, ${file.shop.name}`,
    sections: [
      jobSection(file, unit),
      ...factsOf(rooms).reports(file, unit),
      ...partsSection(file, unit, rooms),
      list(
        'undecided',
        'Undecided',
        [...said(undecided), ...said(noLimit)],
        'Nothing that was read stays undecided.',
      ),
      list(
        'not-done',
        'Not done',
        [...said(unread), ...open.map((s) => s.sentence(unit)), ...blockers.map((b) => b.sentence(unit))],
        'Everything asked for so far is done.',
      ),
      ...inHandSection(file, unit, rooms),
      list('cautions', 'Cautions', [FIRST_CAUTION, ...rooms.flatMap((r) => r.cautions ?? [])], ''),
    ],
  };
}
