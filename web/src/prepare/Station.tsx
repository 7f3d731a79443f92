import { readingSheets, ReadingStation, type ReadingSheets } from '../bar/index.js';
import { PistonCheckSheet } from '../fit/index.js';
import { HoneSheet } from '../hone/index.js';
import { useJobContext, type JobContext } from '../job/index.js';
import { useMay } from '../people/index.js';
import { AdoptRings, CardSheet, LabelSheet, RingClock, RingRow, WarmGapSheet } from '../rings/index.js';
import { Asked } from '../sheetLines/index.js';
import { Button, Empty, useSheets, type Sheets, type SheetsOf } from '../ui/index.js';
import { NextStep } from './NextStep.js';
import { OrderOfWork } from './OrderOfWork.js';
import { PistonRows } from './PistonRows.js';
import { RingSide } from './RingSide.js';
import { useReadHere } from './useReadHere.js';
import { usePreparing, type Preparing } from './usePreparing.js';
import { lazy } from 'react';
import { depthText, withUnit, type GappedRing } from '@tribos/core/ground';
import { wantsOf } from '@tribos/core/house';
import { boreAt, gapDepths, packOf, pistonMaker } from '@tribos/core/rings';

const WorkSheet = lazy(async () => ({ default: (await import('../work/index.js')).WorkSheet }));

interface Open extends ReadingSheets {
  readonly work: null;
  readonly labels: null;
  readonly warm: null;
  readonly piston: null;
  readonly card: GappedRing;
}

const OWN_KEYS: readonly (readonly [string, string])[] = [
  ['Space', 'the next thing with this ring: filed, washed and squared, bagged; a connected leaf answers'],
  ['f', 'filed: as many as planned, or as many as typed before'],
  ['w q b', 'washed, squared, bagged'],
  ['t', 'wall and ring lie on one bench and its thermometer was read: nothing is added for warmth'],
  ['c', 'the ring’s card'],
  ['↑ ↓', 'other ring'],
];

/** Rings sized, known, bagged and clocked; walls finished; all in the right order. */
export function PrepareStation() {
  const context = useJobContext();
  const sheets = useSheets<Open>();
  const at = usePreparing(context);
  const readHere = useReadHere(context);
  const mayEdit = useMay('edit-job');
  const { work, acts, entry, cylinder } = at;
  const own: Record<string, () => void> = {
    '[': () => at.moveCylinder(-1),
    ']': () => at.moveCylinder(1),
    ...(work && {
      f: () => acts.filed(entry.typed() === '' ? planned(work.next) : Number(entry.typed())),
      t: () => {
        if (mayEdit && work.forWarmth > 0) readHere.mutate(undefined);
      },
      w: () => void acts.step('washed'),
      q: () => void acts.step('squared'),
      b: () => void (work.next.kind === 'bag' && acts.act()),
      c: () => sheets.open('card', work.target.ring),
      ArrowUp: () => acts.moveRing(-1),
      ArrowDown: () => acts.moveRing(1),
    }),
  };
  return (
    <>
      <ReadingStation
        context={context}
        entry={entry}
        walk={at.all.length > 0 ? at.walk : []}
        sheets={sheets}
        own={own}
        space={() => {
          // What comes before the gaps is looked at, not tapped away.
          if (at.beforeRings) return true;
          if (!work || work.next.kind === 'try') return false;
          acts.act();
          return true;
        }}
        label="Rings"
        next={
          <NextStep
            context={context}
            cylinder={cylinder}
            before={at.beforeRings}
            open={at.openStep}
            work={work}
            acts={acts}
            asked={at.asked}
            warm={readHere.error}
          />
        }
        aside={<Beside context={context} at={at} sheets={sheets} />}
      >
        <Rings context={context} at={at} sheets={sheets} />
      </ReadingStation>
      {sheets.over({ ...readingSheets(context, OWN_KEYS), ...ownSheets(context, at) })}
    </>
  );
}

/** What lies over this station alone. */
const ownSheets = (
  { file, unit }: JobContext,
  { cylinder, work }: Preparing,
): Omit<SheetsOf<Open>, keyof ReadingSheets> => ({
  card: (ring, close) => {
    const pack = packOf(file, cylinder);
    return (
      pack && (
        <CardSheet file={file} cylinder={cylinder} ring={ring} pack={pack} unit={unit} onClose={close} />
      )
    );
  },
  labels: (_, close) => <LabelSheet file={file} cylinder={cylinder} unit={unit} onClose={close} />,
  warm: (_, close) => work && <WarmGapSheet file={file} work={work} unit={unit} onClose={close} />,
  piston: (_, close) => <PistonCheckSheet file={file} cylinder={cylinder} onClose={close} />,
  work: (_, close) => <WorkSheet file={file} unit={unit} cylinder={cylinder} onClose={close} />,
});

interface Part {
  readonly context: JobContext;
  readonly at: Preparing;
  readonly sheets: Sheets<Open>;
}

/** What stands of the ring in hand, and the quieter things. */
function Beside({ context: { file, judgement, unit }, at, sheets }: Part) {
  const quiet = (name: string, sheet: 'note' | 'keys' | 'work' | 'labels' | 'warm') => (
    <Button look="quiet" onClick={() => sheets.open(sheet)}>
      {name}
    </Button>
  );
  return (
    <>
      <RingSide
        file={file}
        work={at.work}
        figures={judgement.itemsAt('prepare')[at.cylinder] ?? []}
        unit={unit}
        onOpen={(f) => sheets.open('item', f.key)}
      />
      <div className="no-print mt-3 flex flex-wrap">
        {quiet('Bag labels', 'labels')}
        {at.work && quiet('As it warms', 'warm')}
        {quiet('Work done', 'work')}
        {quiet('Note', 'note')}
        {quiet('Keys', 'keys')}
      </div>
      <p className="mt-2 text-small text-soft">
        Rings and filed ends cut: file one way, face inwards; wash before you try. The maker’s manual wins
        over anything here.
      </p>
    </>
  );
}

/** The rings of one cylinder, one row each; under them its piston, its ring clock and its wall. */
function Rings({ context, at, sheets }: Part) {
  const { file, judgement, unit } = context;
  const { cylinder, acts, work } = at;
  const mine = at.rings[cylinder] ?? [];
  const pack = packOf(file, cylinder);
  const wants = wantsOf(file, ['rings', 'hone']);
  const figures = judgement.itemsAt('prepare')[cylinder] ?? [];
  const bore = boreAt(file, cylinder, gapDepths(file, cylinder, pack).least);
  return (
    <div className="grid gap-4 bg-sheet p-3">
      <Head context={context} at={at} />
      <OrderOfWork steps={at.steps} unit={unit} />
      <Asked file={file} wants={wants} />
      {wants.some((w) => w.key === 'rings' || w.key === 'ring-gap') && (
        <AdoptRings engine={file.engine} piston={pistonMaker(file, cylinder)} />
      )}
      {mine.length === 0 ? (
        <Empty>
          <p>
            {pack
              ? 'No gap was tried yet. Its rings are walked once the way out is decided and the wall is there.'
              : 'Which rings it has is not on file. A gap may be tried all the same, at Measure, under other places.'}
          </p>
        </Empty>
      ) : (
        <ul className="border-t border-ink/60">
          {mine.map((r) => (
            <RingRow
              key={r.target.ring}
              file={file}
              work={r}
              figures={figures.filter((f) => f.key.includes(`ring.gap.${r.target.ring}:`))}
              here={r === work}
              unit={unit}
              onPick={() => acts.goTo(r)}
              onCard={() => sheets.open('card', r.target.ring)}
              onWorking={(f) => sheets.open('item', f.key)}
            />
          ))}
        </ul>
      )}
      <div className="grid gap-6">
        <PistonRows
          file={file}
          figures={judgement.itemsOf[cylinder] ?? []}
          cylinder={cylinder}
          pack={pack}
          unit={unit}
          onLook={() => sheets.open('piston')}
          onPick={at.entry.pick}
        />
        {pack && <RingClock key={cylinder} file={file} cylinder={cylinder} pack={pack} />}
        <HoneSheet
          key={`hone-${cylinder}`}
          file={file}
          cylinder={cylinder}
          unit={unit}
          bore={bore.mean ?? file.engine.bore}
          sheetAngle={pack?.hatch ?? null}
        />
      </div>
    </div>
  );
}

/** Which cylinder is in hand, and its bore where gaps are checked. */
function Head({ context: { file, unit }, at }: Omit<Part, 'sheets'>) {
  const { cylinder, acts } = at;
  const depths = gapDepths(file, cylinder, packOf(file, cylinder));
  const bore = boreAt(file, cylinder, depths.least);
  const { cylinders } = file.engine;
  return (
    <div className="flex flex-wrap items-center gap-x-4">
      <h2 className="text-title font-semibold">Rings</h2>
      {cylinders.length > 1 && (
        <div role="group" aria-label="Cylinder" className="flex gap-1">
          {cylinders.map((name, i) => (
            <button
              key={name}
              type="button"
              aria-pressed={i === cylinder}
              onClick={() => acts.toCylinder(i)}
              className={`min-h-11 border-b-4 px-3 ${i === cylinder ? 'border-brass font-semibold text-brass' : 'border-transparent'}`}
            >
              {name}
            </button>
          ))}
        </div>
      )}
      <p className="ml-auto text-small text-soft">
        {bore.mean === null ? (
          `bore where it is checked, ${depthText(depths.least, unit)}: not read`
        ) : (
          <>
            bore where it is checked, {depthText(depths.least, unit)}:{' '}
            <span className="figure text-ink">{withUnit(bore.mean, { unit, step: 1_000 })}</span> at 20 °C
          </>
        )}
      </p>
    </div>
  );
}

/** Turns or strokes the planner asks for now; 0 where it asks for none. */
const planned = (next: { readonly kind: string; readonly strokes?: number }): number =>
  next.kind === 'file' ? (next.strokes ?? 0) : 0;
