import { formatLength, nm, TAKE_BACK, type JobFile, type LengthUnit } from '@tribos/core/ground';
import { SIDE_WEAR, sideWears, type SideWear } from '@tribos/core/routes';
import { EntrySheet, Kept } from '../entry/index.js';
import { newEntry, useSend } from '../job/index.js';
import { Trouble } from '../ui/index.js';

/** Wear of one side: a straight edge along the wall from the unworn land, and the leaves under it. */
export function SideWearSheet({
  file,
  unit,
  onClose,
}: {
  file: JobFile;
  unit: LengthUnit;
  onClose: () => void;
}) {
  const { cylinders } = file.engine;
  return (
    <EntrySheet
      title="Wear of one side"
      says={
        <p>
          Lay a straight edge along the wall from the unworn land and try leaves under it at the deepest
          place: {formatLength(nm(10_000), { unit, step: 1_000 })} {unit} here moves the odds.
        </p>
      }
      kind={SIDE_WEAR}
      start={{ cylinder: 0 }}
      asks={{
        cylinder: { label: 'On', among: cylinders.map((name, i) => [i, name]) },
        goes: { label: 'Thickest leaf that goes', beside: 2, first: true },
        doesNot: { label: 'Thinnest that does not', beside: 2, none: '' },
        where: { label: 'Which side' },
      }}
      below={<Before file={file} unit={unit} />}
      onClose={onClose}
    />
  );
}

/** What was read of it before, each with the way back. */
function Before({ file, unit }: { file: JobFile; unit: LengthUnit }) {
  const { trouble, send } = useSend(file);
  const text = (v: number) => `${formatLength(nm(v), { unit, step: 10_000 })} ${unit}`;
  const says = (w: SideWear) => (
    <>
      {file.engine.cylinders[w.cylinder]}
      {w.where && `, ${w.where}`}: <span className="figure">{text(w.goes)}</span> goes
      {w.doesNot !== null && (
        <>
          , <span className="figure">{text(w.doesNot)}</span> does not
        </>
      )}
    </>
  );
  return (
    <>
      <Kept
        of={sideWears(file)
          .filter((w) => w !== null)
          .map((w) => ({
            id: w.id,
            says: says(w),
            name: file.engine.cylinders[w.cylinder],
            onBack: () => send(newEntry(TAKE_BACK, { of: w.id })),
          }))}
      />
      <Trouble>{trouble}</Trouble>
    </>
  );
}
