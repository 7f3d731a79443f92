import { readingSheets, ReadingStation, useBar, type Bar, type ReadingSheets } from '../bar/index.js';
import { PistonMatch, WarmUpSheet } from '../fit/index.js';
import { GaugesBefore } from '../gauges/index.js';
import { Next } from '../frame/index.js';
import { nextHere, useJobContext, type JobContext } from '../job/index.js';
import { Asked } from '../sheetLines/index.js';
import { Button, useSheets, type Sheets, type SheetsOf } from '../ui/index.js';
import { WhatStands } from '../verdicts/index.js';
import { CrossChecks } from './CrossChecks.js';
import { CylinderColumn } from './CylinderColumn.js';
import { NextButtons } from './NextButtons.js';
import { PutAside } from './PutAside.js';
import { RoomTabs, ThingsPanel } from './ThingsPanel.js';
import { lazy, useCallback, useMemo } from 'react';
import { cylinderOf, isOfCylinder, type Place, limitWants } from '@tribos/core/ground';
import { boresOf } from '@tribos/core/bore';
import { roomsMeasured, walkIn, wantsOf, type NextAction } from '@tribos/core/house';
import { readingsOf, isCheckedSo, openZero, walkOf } from '@tribos/core/readings';

const FindingSheet = lazy(async () => ({ default: (await import('../findings/index.js')).FindingSheet }));
const WorkSheet = lazy(async () => ({ default: (await import('../work/index.js')).WorkSheet }));
const CameInSheet = lazy(async () => ({ default: (await import('../work/index.js')).CameInSheet }));
const ZeroSheet = lazy(async () => ({ default: (await import('./ZeroSheet.js')).ZeroSheet }));
const ZeroCheckSheet = lazy(async () => ({ default: (await import('./ZeroCheckSheet.js')).ZeroCheckSheet }));
const HandsFreeSheet = lazy(async () => ({ default: (await import('./HandsFreeSheet.js')).HandsFreeSheet }));
const ImportSheet = lazy(async () => ({ default: (await import('./ImportSheet.js')).ImportSheet }));

interface Open extends ReadingSheets {
  readonly work: null;
  readonly 'came-in': null;
  readonly 'hands-free': null;
  readonly import: null;
  /** A gauge, by its id. */
  readonly zero: string;
  readonly check: null;
  /** A cylinder. */
  readonly finding: number;
  readonly 'warm-up': number;
}

const AT_REST = {
  kind: 'rest',
  urgency: 'decide',
  station: 'measure',
  at: null,
  sentence: () => 'Nothing is left to read here.',
} satisfies NextAction;

/** Bores, pistons and what the readings prove. */
export function MeasureStation() {
  const context = useJobContext();
  const { file, judgement, unit } = context;
  const sheets = useSheets<Open>();
  const walk = useMemo(() => {
    const asked = walkIn(file);
    // With its top left on and nothing to decide below, the cylinders are there to be read all the same.
    return asked.length > 0 ? asked : walkOf(file, true);
  }, [file]);
  const entry = useBar(context, walk);
  const next = nextHere(judgement, 'measure') ?? AT_REST;
  const { onZero, zeroOf, gaugeOf } = useZeroing(context, entry, sheets);
  // The gauge being zeroed, or put back into what it was zeroed in.
  const zeroing = sheets.isOpen === 'zero' ? gaugeOf(sheets.about) : null;
  const held = zeroing && zeroOf(zeroing);
  const at = isOfCylinder(entry.station) ? entry.station.cylinder : 0;
  return (
    <>
      <ReadingStation
        context={context}
        entry={entry}
        walk={walk}
        sheets={sheets}
        zeroing={{
          onZero: entry.gauge && isZeroed(entry) ? () => onZero(entry.gauge!.id) : null,
          onClose: next.kind === 'closing-zero' ? () => onZero(next.gauge) : null,
          held: zeroing && held ? { gauge: zeroing, zero: held } : null,
        }}
        label="Readings"
        asideLabel="Verdicts"
        next={
          <Next says={next.sentence(unit)}>
            <NextButtons
              next={next}
              entry={entry}
              context={context}
              onZero={onZero}
              onWork={() => sheets.open('work')}
            />
          </Next>
        }
        aside={<Stands context={context} entry={entry} sheets={sheets} />}
      >
        <Readings context={context} entry={entry} walk={walk} sheets={sheets} />
      </ReadingStation>
      {sheets.over({
        ...readingSheets(context, [], (shown) =>
          shown.feature === 'clearance' ? () => sheets.open('warm-up', cylinderOf(shown) ?? 0) : null,
        ),
        ...ownSheets(context, entry, at, zeroOf, gaugeOf),
      })}
    </>
  );
}

/** A comparator is zeroed for a map, a micrometer or calliper checked before it is used. */
const isChecked = ({ gauge }: Bar): boolean => gauge !== null && isCheckedSo(gauge.type);
const isZeroed = (entry: Bar): boolean =>
  (entry.gauge?.type === 'dial-bore' && entry.station.part === 'bore') || isChecked(entry);

function useZeroing({ file, unit }: JobContext, entry: Bar, sheets: Sheets<Open>) {
  return {
    onZero: (gauge: string) =>
      isChecked(entry) && gauge === entry.gauge?.id ? sheets.open('check') : sheets.open('zero', gauge),
    gaugeOf: (id: unknown) => file.instruments.find((i) => i.id === id) ?? null,
    zeroOf: (gauge: { readonly id: string }) => openZero(readingsOf(file, unit).zeros, gauge.id),
  };
}
type Zeroing = ReturnType<typeof useZeroing>;

/** What lies over this station alone. */
const ownSheets = (
  context: JobContext,
  entry: Bar,
  at: number,
  zeroOf: Zeroing['zeroOf'],
  gaugeOf: Zeroing['gaugeOf'],
): Omit<SheetsOf<Open>, keyof ReadingSheets> => {
  const { file, unit } = context;
  return {
    finding: (cylinder, close) => (
      <FindingSheet file={file} cylinder={cylinder} unit={unit} onClose={close} />
    ),
    work: (_, close) => <WorkSheet file={file} unit={unit} cylinder={at} onClose={close} />,
    'came-in': (_, close) => <CameInSheet file={file} onClose={close} />,
    zero: (id, close) => {
      const gauge = gaugeOf(id);
      return (
        gauge && (
          <ZeroSheet context={context} gauge={gauge} cylinder={at} zero={zeroOf(gauge)} onClose={close} />
        )
      );
    },
    check: (_, close) => entry.gauge && <ZeroCheckSheet file={file} gauge={entry.gauge} onClose={close} />,
    'hands-free': (_, close) => <HandsFreeSheet onClose={close} />,
    import: (_, close) => <ImportSheet context={context} onClose={close} />,
    'warm-up': (cylinder, close) => <WarmUpSheet context={context} cylinder={cylinder} onClose={close} />,
  };
};

/** What the readings prove, and the quieter things. */
function Stands({ context, entry, sheets }: { context: JobContext; entry: Bar; sheets: Sheets<Open> }) {
  const { file, judgement, unit } = context;
  const nothingRead = judgement.overall === null;
  const gaugesBefore = <GaugesBefore context={context} station={entry.station} inHand={entry.gauge} />;
  const quiet = (name: string, sheet: 'note' | 'keys' | 'work' | 'came-in' | 'hands-free' | 'import') => (
    <Button look="quiet" onClick={() => sheets.open(sheet)}>
      {name}
    </Button>
  );
  const { open } = sheets;
  const onItem = useCallback((item: { readonly key: string }) => open('item', item.key), [open]);
  return (
    <>
      {nothingRead && gaugesBefore}
      <WhatStands file={file} judgement={judgement} unit={unit} onOpen={onItem} />
      <CrossChecks file={file} unit={unit} />
      <PutAside file={file} unit={unit} />
      <PistonMatch context={context} />
      {!nothingRead && gaugesBefore}
      <div className="no-print mt-3 flex flex-wrap">
        {quiet('Work done', 'work')}
        {quiet('Came in at another size', 'came-in')}
        {quiet('Note', 'note')}
        {quiet('From a table', 'import')}
        {quiet('Hands free', 'hands-free')}
        {quiet('Keys', 'keys')}
      </div>
    </>
  );
}

/** A column a cylinder, or the things of the room that is read. */
function Readings({
  context,
  entry,
  walk,
  sheets: { open },
}: {
  context: JobContext;
  entry: Bar;
  walk: readonly Place[];
  sheets: Sheets<Open>;
}) {
  const { file, judgement, unit } = context;
  const { station } = entry;
  const room = isOfCylinder(station) ? null : station.part.split('.')[0]!;
  const rooms = roomsMeasured(file);
  const onItem = useCallback((item: { readonly key: string }) => open('item', item.key), [open]);
  const onFinding = useCallback((cylinder: number) => open('finding', cylinder), [open]);
  const most = Math.max(
    20_000,
    ...boresOf(file, unit).map((b) => (b.survey ? b.survey.largest.of.value - b.reference.value : 0)),
  );
  const alone = file.engine.cylinders.length === 1;
  return (
    <>
      {(rooms.length > 0 || room !== null) && (
        <RoomTabs file={file} rooms={rooms} room={room} walk={walk} onPick={entry.pick} />
      )}
      {room !== null && (
        <ThingsPanel context={context} room={room} current={station} onPick={entry.pick} onItem={onItem} />
      )}
      <Asked
        file={file}
        quiet={nextHere(judgement, 'measure')?.kind !== 'add-limit'}
        wants={[...limitWants(judgement.items, file), ...wantsOf(file, ['readings'])]}
      />
      <div
        hidden={room !== null}
        className={`grid gap-x-8 gap-y-5 bg-sheet p-3 ${alone ? 'lg:grid-cols-[minmax(0,1.2fr)_minmax(0,1fr)]' : 'sm:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]'}`}
      >
        {file.engine.cylinders.map((name, cylinder) => (
          <CylinderColumn
            key={name}
            file={file}
            items={judgement.itemsAt('measure')[cylinder]!}
            cylinder={cylinder}
            current={isOfCylinder(station) && station.cylinder === cylinder ? station : null}
            unit={unit}
            most={most}
            alone={alone}
            onPick={entry.pick}
            onFinding={onFinding}
            onItem={onItem}
          />
        ))}
      </div>
    </>
  );
}
