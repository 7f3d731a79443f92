import {
  type LengthUnit,
  nm,
  REOPENED,
  resizes as makesAnotherSize,
  standingDecision,
  WORK,
  WORK_DONE,
  type JobFile,
  type WorkKind,
} from '@tribos/core/ground';
import { kitsOf } from '@tribos/core/routes';
import { EntrySheet } from '../entry/index.js';
import { LastWork } from './LastWork.js';
import { tooEarly } from './tooEarly.js';

/** Work done at this station; gaskets, shims and zeros are kept where they are set. */
const OFFERED: readonly WorkKind[] = [
  'honed',
  'brushed',
  'bored',
  'replated',
  'sleeved',
  'exchanged',
  'ports-eased',
  'piston-eased',
  'piston-renewed',
  'rings-renewed',
  'washed',
];
/** What was said of a wall before it came is taken back here too. */
const MAY_GO: readonly WorkKind[] = [...OFFERED, 'came-in', 'came-with'];
const WORDS = Object.fromEntries(OFFERED.map((k) => [k, WORK[k].name]));

/** What a piece of work opens again, said before it is kept. */
function Opens({ file, what }: { file: JobFile; what: WorkKind }) {
  const early = tooEarly(file, what);
  const opens = WORK[what].reopens.map((r) => REOPENED[r]).join(', ');
  return (
    <>
      {early && <p className="font-semibold text-undecided">{early}</p>}
      <p className={opens ? 'border-l-4 border-brass pl-3' : 'text-soft'}>
        {!opens
          ? 'Opens nothing again.'
          : what === 'honed'
            ? `Opens again: ${opens}. Lightly, to no ticket: one place of the wall is read again, its largest; where it agrees the others stand.`
            : `Opens again: ${opens}. Readings before it stay in the log and no longer count.`}
      </p>
      <p className="text-small text-soft">
        Eye protection at drill-driven brushes and hones; clamp the cylinder, stop before withdrawing. Plating
        is never sized with stones; boring, plating and sleeving are specialist work.
      </p>
    </>
  );
}

/** Work done on a part, what it opens again, and the last of it taken back. */
export function WorkSheet({
  file,
  unit,
  cylinder: at,
  onClose,
}: {
  file: JobFile;
  unit: LengthUnit;
  cylinder: number;
  onClose: () => void;
}) {
  const { cylinders } = file.engine;
  const kitId = standingDecision(file)?.kitId ?? null;
  const options = kitsOf(file, unit).options.find((o) => o.kit.id === kitId)?.cylinders ?? [];
  const ticketOf = (cylinder: number) => {
    const target = options.find((c) => c.cylinder === cylinder)?.target;
    return target ? { low: nm(target.low), high: nm(target.high) } : null;
  };
  return (
    <EntrySheet
      title="Work done"
      kind={WORK_DONE}
      start={{ what: 'washed', cylinder: at, ticket: ticketOf(at) }}
      asks={(is) => ({
        what: { label: 'What', words: WORDS, first: true },
        cylinder: {
          label: 'On',
          among: cylinders.map((name, i) => [i, name]),
          none: 'all cylinders',
        },
        ...(makesAnotherSize(is['what'] as WorkKind) && {
          ticket: {
            label: 'Ticket: what was asked for, and the returned bore is held against',
            of: { low: { label: 'Ticket from', beside: 2 }, high: { label: 'to', beside: 2 } },
          },
        }),
        text: { label: 'How much, by whom, with what', looks: 'long' },
      })}
      turns={(is, field, draftOf) =>
        field === 'cylinder'
          ? {
              ...is,
              ticket: draftOf('ticket', is['cylinder'] === '' ? null : ticketOf(Number(is['cylinder']))),
            }
          : is
      }
      also={({ what }) => ({
        kitId: makesAnotherSize(what) || what === 'piston-renewed' ? kitId : null,
      })}
      beforeKeep={({ text }) => <Opens file={file} what={text('what') as WorkKind} />}
      below={
        <div className="border-t border-rule pt-1">
          <LastWork file={file} kinds={MAY_GO} />
        </div>
      }
      onClose={onClose}
    />
  );
}
