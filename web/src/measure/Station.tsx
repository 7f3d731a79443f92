import { KeysSheet, NoteSheet, ReadingBar, ReadingFace, useBar, useBarKeys } from '../bar/index.js';
import { PistonMatch, WarmUpSheet } from '../fit/index.js';
import { connectLine } from '../gaugeLine/index.js';
import { GaugesBefore } from '../gauges/index.js';
import { Next, StationFrame } from '../frame/index.js';
import { nextHere, useJobContext } from '../job/index.js';
import { useWaitingOf } from '../outbox/index.js';
import { toggleUnit } from '../kit/settings.js';
import { Button } from '../ui/index.js';
import { WhatStands, WorkingSheet } from '../verdicts/index.js';
import { CrossChecks } from './CrossChecks.js';
import { CylinderColumn } from './CylinderColumn.js';
import { NextButtons } from './NextButtons.js';
import { PutAside } from './PutAside.js';
import { RoomTabs, ThingsPanel } from './ThingsPanel.js';
import { lazy, Suspense, useCallback, useEffect, useState, useMemo } from 'react';
import {
  cylinderOf,
  isCheckedSo,
  isOfCylinder,
  openZero,
  placeKey,
  roomsMeasured,
  walkIn,
  walkOf,
  type Figure,
  type NextAction,
} from '@tribos/core';

const FindingSheet = lazy(async () => ({ default: (await import('../findings/index.js')).FindingSheet }));
const WorkSheet = lazy(async () => ({ default: (await import('../work/index.js')).WorkSheet }));
const CameInSheet = lazy(async () => ({ default: (await import('../work/index.js')).CameInSheet }));
const ZeroSheet = lazy(async () => ({ default: (await import('./ZeroSheet.js')).ZeroSheet }));
const ZeroCheckSheet = lazy(async () => ({ default: (await import('./ZeroCheckSheet.js')).ZeroCheckSheet }));
const HandsFreeSheet = lazy(async () => ({ default: (await import('./HandsFreeSheet.js')).HandsFreeSheet }));
const ImportSheet = lazy(async () => ({ default: (await import('./ImportSheet.js')).ImportSheet }));

type Open =
  | { readonly kind: 'item'; readonly key: string }
  | { readonly kind: 'note' | 'keys' | 'work' | 'came-in' | 'hands-free' | 'import' }
  | { readonly kind: 'zero' | 'check'; readonly gauge: string }
  | { readonly kind: 'finding' | 'warm-up'; readonly cylinder: number }
  | null;

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
  const { file, prepared, judgement, unit } = context;
  const [open, setOpen] = useState<Open>(null);
  const walk = useMemo(() => {
    const asked = walkIn(file);
    // With its top left on and nothing to decide below, the cylinders are there to be read all the same.
    return asked.length > 0 ? asked : walkOf(file, true);
  }, [file]);
  const entry = useBar(context, walk);
  const { station } = entry;
  const at = isOfCylinder(station) ? station.cylinder : 0;
  const room = isOfCylinder(station) ? null : station.part.split('.')[0]!;
  const rooms = roomsMeasured(file);
  const comparator = entry.gauge?.type === 'dial-bore' && station.part === 'bore';
  const checkable = entry.gauge !== null && isCheckedSo(entry.gauge.type);
  const zeroable = comparator || checkable;
  const onZero = (gauge: string) =>
    setOpen({ kind: checkable && gauge === entry.gauge?.id ? 'check' : 'zero', gauge });
  const next = nextHere(judgement, 'measure') ?? AT_REST;
  // The gauge being zeroed, or put back into what it was zeroed in.
  const zeroing = open?.kind === 'zero' ? (file.instruments.find((i) => i.id === open.gauge) ?? null) : null;
  const zero = zeroing && openZero(judgement.readings.zeros, zeroing.id);
  useBarKeys(
    entry,
    {
      note: () => setOpen({ kind: 'note' }),
      keys: () => setOpen({ kind: 'keys' }),
      unit: toggleUnit,
      zero: () => {
        if (zeroable && entry.gauge) onZero(entry.gauge.id);
      },
      closeZero: next.kind === 'closing-zero' ? () => onZero(next.gauge) : null,
    },
    context,
    zeroing && zero ? { gauge: zeroing, zero } : null,
  );
  // The gauge of this device is looked for while someone measures, and kept for the next job.
  useEffect(connectLine, []);
  const { refused, waiting } = useWaitingOf(file.job.id);

  const plan = walk.map(placeKey);
  const close = () => setOpen(null);
  const onItem = useCallback((item: Figure) => setOpen({ kind: 'item', key: item.key }), []);
  const onFinding = useCallback((cylinder: number) => setOpen({ kind: 'finding', cylinder }), []);
  // By key, so that the working follows the readings while it is open.
  const shown = open?.kind === 'item' ? judgement.items.find((i) => i.key === open.key) : undefined;
  const most = Math.max(
    20_000,
    ...judgement.bores.map((b) => (b.survey ? b.survey.largest.of.value - b.reference.value : 0)),
  );
  const alone = file.engine.cylinders.length === 1;
  const nothingRead = judgement.overall === null;
  const gaugesBefore = <GaugesBefore context={context} station={station} inHand={entry.gauge} />;
  const quiet = (name: string, kind: 'note' | 'keys' | 'work' | 'came-in' | 'hands-free' | 'import') => (
    <Button look="quiet" onClick={() => setOpen({ kind })}>
      {name}
    </Button>
  );

  return (
    <>
      <StationFrame
        label="Readings"
        asideLabel="Verdicts"
        reading={<ReadingFace bar={entry} />}
        next={
          <Next says={next.sentence(unit)}>
            <NextButtons
              next={next}
              entry={entry}
              context={context}
              onZero={onZero}
              onWork={() => setOpen({ kind: 'work' })}
            />
          </Next>
        }
        aside={
          <>
            {nothingRead && gaugesBefore}
            <WhatStands file={file} judgement={judgement} unit={unit} onOpen={onItem} />
            <CrossChecks prepared={prepared} unit={unit} />
            <PutAside file={file} prepared={prepared} />
            <PistonMatch context={context} />
            {!nothingRead && gaugesBefore}
            <div className="no-print mt-3 flex flex-wrap">
              {quiet('Work done', 'work')}
              {file.engine.kits.length > 0 && quiet('Came in at another size', 'came-in')}
              {quiet('Note', 'note')}
              {quiet('From a table', 'import')}
              {quiet('Hands free', 'hands-free')}
              {quiet('Keys', 'keys')}
            </div>
          </>
        }
        bar={
          <ReadingBar
            file={file}
            unit={unit}
            entry={entry}
            by={context.by}
            refused={refused}
            waiting={waiting}
            count={{ at: plan.indexOf(placeKey(station)) + 1, of: plan.length }}
            onZero={zeroable && entry.gauge ? () => onZero(entry.gauge!.id) : null}
          />
        }
      >
        {(rooms.length > 0 || room !== null) && (
          <RoomTabs file={file} rooms={rooms} room={room} walk={walk} onPick={entry.pick} />
        )}
        {room !== null && (
          <ThingsPanel
            file={file}
            prepared={prepared}
            judgement={judgement}
            room={room}
            current={station}
            unit={unit}
            onPick={entry.pick}
            onItem={onItem}
          />
        )}
        <div
          hidden={room !== null}
          className={`grid gap-x-8 gap-y-5 bg-sheet p-3 ${alone ? 'lg:grid-cols-[minmax(0,1.2fr)_minmax(0,1fr)]' : 'sm:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]'}`}
        >
          {file.engine.cylinders.map((name, cylinder) => (
            <CylinderColumn
              key={name}
              file={file}
              prepared={prepared}
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
      </StationFrame>
      {shown && (
        <WorkingSheet
          file={file}
          item={shown}
          unit={unit}
          onClose={close}
          onWhy={
            shown.feature === 'clearance'
              ? () => setOpen({ kind: 'warm-up', cylinder: cylinderOf(shown) ?? 0 })
              : null
          }
        />
      )}
      {open?.kind === 'note' && <NoteSheet file={file} onClose={close} />}
      {open?.kind === 'keys' && <KeysSheet onClose={close} />}
      <Suspense fallback={null}>
        {open?.kind === 'finding' && (
          <FindingSheet file={file} cylinder={open.cylinder} unit={unit} onClose={close} />
        )}
        {open?.kind === 'work' && (
          <WorkSheet file={file} judgement={judgement} cylinder={at} unit={unit} onClose={close} />
        )}
        {open?.kind === 'came-in' && <CameInSheet file={file} onClose={close} />}
        {zeroing && <ZeroSheet context={context} gauge={zeroing} cylinder={at} zero={zero} onClose={close} />}
        {open?.kind === 'check' && entry.gauge && (
          <ZeroCheckSheet file={file} gauge={entry.gauge} onClose={close} />
        )}
        {open?.kind === 'hands-free' && <HandsFreeSheet onClose={close} />}
        {open?.kind === 'import' && <ImportSheet context={context} onClose={close} />}
        {open?.kind === 'warm-up' && (
          <WarmUpSheet context={context} cylinder={open.cylinder} onClose={close} />
        )}
      </Suspense>
    </>
  );
}
