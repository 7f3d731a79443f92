import {
  KeysSheet,
  NoteSheet,
  ReadingBar,
  ReadingFace,
  rememberedGauge,
  useBar,
  useBarKeys,
} from '../bar/index.js';
import { PistonCheckSheet } from '../fit/index.js';
import { StationFrame } from '../frame/index.js';
import { connectLine } from '../gaugeLine/index.js';
import { HoneSheet } from '../hone/index.js';
import { useJobContext } from '../job/index.js';
import { toggleUnit } from '../kit/settings.js';
import { useWaitingOf } from '../outbox/index.js';
import { useMay } from '../people/index.js';
import { CardSheet, LabelSheet, RingClock, RingRow, WarmGapSheet } from '../rings/index.js';
import { Button, Empty } from '../ui/index.js';
import { WorkingSheet } from '../verdicts/index.js';
import { NextStep } from './NextStep.js';
import { OrderOfWork } from './OrderOfWork.js';
import { PistonRows } from './PistonRows.js';
import { RingSide } from './RingSide.js';
import { ringActs } from './ringActs.js';
import { useReadHere } from './useReadHere.js';
import { placeOf, useFilingTool, useRingWork } from './useRingWork.js';
import { lazy, Suspense, useEffect, useMemo, useState } from 'react';
import {
  boreAt,
  depthText,
  gapDepths,
  gapPlace,
  isPreparing,
  orderOfWork,
  packOf,
  placeKey,
  isOfCylinder,
  walkOf,
  withUnit,
  type GappedRing,
  type Nanometres,
  type Place,
} from '@tribos/core';

const WorkSheet = lazy(async () => ({ default: (await import('../work/index.js')).WorkSheet }));

type Open =
  | { readonly kind: 'item'; readonly key: string }
  | { readonly kind: 'note' | 'keys' | 'work' | 'labels' | 'warm' | 'piston' }
  | { readonly kind: 'card'; readonly ring: GappedRing }
  | null;

const NO_LEAVES: readonly Nanometres[] = [];

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
  const { file, judgement, unit } = context;
  const { engine, job } = file;
  const [open, setOpen] = useState<Open>(null);
  const close = () => setOpen(null);
  const tool = useFilingTool();
  // The set that is in hand for gaps, here and at Measure.
  const leaves = rememberedGauge(file, gapPlace(0, 'top', engine.depths.top))?.leaves ?? NO_LEAVES;
  const rings = useRingWork(context, leaves);
  const all = rings.flat();
  const walk = useMemo(
    (): readonly Place[] => (all.length > 0 ? all.map(placeOf) : walkOf(file)),
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [rings, file],
  );
  const first = all.find((r) => r.next.kind !== 'done') ?? all[0] ?? null;
  const entry = useBar(context, walk, {
    where: 'prepare',
    start: first && placeOf(first),
    propose: (at) => {
      const ring = all.find((r) => placeKey(placeOf(r)) === placeKey(at));
      if (ring === undefined) return undefined;
      if (ring.next.kind === 'try') return ring.next.stack;
      // Proved: the next thicker leaf says what it was, for whoever wants to know.
      return ring.next.kind === 'bag' || ring.next.kind === 'done' ? ring.thicker : null;
    },
    near: (at) => {
      const goes = all.find((r) => placeKey(placeOf(r)) === placeKey(at))?.leaf?.thickness;
      return goes === undefined ? null : { from: goes / 2, to: goes * 1.6 };
    },
    typedFor: `${tool === 'grinder' ? 'turns' : 'strokes'}: f files them`,
  });
  const { station } = entry;
  const readHere = useReadHere(context);
  const mayEdit = useMay('edit-job');
  const cylinder = isOfCylinder(station) ? station.cylinder : 0;
  const work =
    all.find(
      (r) => station.part === 'ring-gap' && r.target.cylinder === cylinder && r.target.ring === station.ring,
    ) ?? null;
  const [asked, ask] = useState<string | null>(null);
  const acts = ringActs(context, entry, rings, work, tool, { asked, ask });
  const mine = rings[cylinder] ?? [];
  const pack = packOf(file, cylinder);
  const figures = judgement.itemsAt('prepare')[cylinder] ?? [];
  const steps = orderOfWork(file, cylinder, judgement.items);
  const openStep = steps.find((s) => s.done === null && !s.optional) ?? null;
  const beforeRings =
    isPreparing(file, cylinder) && openStep && ['piston', 'cylinder', 'wash', 'slide'].includes(openStep.key)
      ? openStep
      : null;
  const moveCylinder = (by: 1 | -1) => () =>
    acts.toCylinder((cylinder + by + engine.cylinders.length) % engine.cylinders.length);
  const own: Record<string, () => void> = {
    '[': moveCylinder(-1),
    ']': moveCylinder(1),
    ...(work && {
      f: () => acts.filed(entry.typed() === '' ? planned(work.next) : Number(entry.typed())),
      t: () => {
        if (mayEdit && work.forWarmth > 0) readHere.mutate(undefined);
      },
      w: () => void acts.step('washed'),
      q: () => void acts.step('squared'),
      b: () => void (work.next.kind === 'bag' && acts.act()),
      c: () => setOpen({ kind: 'card', ring: work.target.ring }),
      ArrowUp: () => acts.moveRing(-1),
      ArrowDown: () => acts.moveRing(1),
    }),
  };
  useBarKeys(
    entry,
    {
      note: () => setOpen({ kind: 'note' }),
      keys: () => setOpen({ kind: 'keys' }),
      unit: toggleUnit,
      zero: () => undefined,
      closeZero: null,
      own,
      space: () => {
        // What comes before the gaps is looked at, not tapped away.
        if (beforeRings) return true;
        if (!work || work.next.kind === 'try') return false;
        acts.act();
        return true;
      },
    },
    context,
    null,
  );
  useEffect(connectLine, []);
  const { refused, waiting } = useWaitingOf(job.id);
  const depths = gapDepths(file, cylinder, pack);
  const bore = boreAt(file, cylinder, depths.least);
  const shown = open?.kind === 'item' ? judgement.items.find((i) => i.key === open.key) : undefined;
  const quiet = (name: string, kind: 'note' | 'keys' | 'work' | 'labels' | 'warm') => (
    <Button look="quiet" onClick={() => setOpen({ kind })}>
      {name}
    </Button>
  );
  return (
    <>
      <StationFrame
        label="Rings"
        reading={<ReadingFace bar={entry} />}
        next={
          <NextStep
            context={context}
            cylinder={cylinder}
            before={beforeRings}
            open={openStep}
            work={work}
            acts={acts}
            asked={asked}
            warm={readHere.error}
          />
        }
        aside={
          <>
            <RingSide
              file={file}
              work={work}
              figures={figures}
              unit={unit}
              onOpen={(f) => setOpen({ kind: 'item', key: f.key })}
            />
            <div className="no-print mt-3 flex flex-wrap">
              {quiet('Bag labels', 'labels')}
              {work && quiet('As it warms', 'warm')}
              {quiet('Work done', 'work')}
              {quiet('Note', 'note')}
              {quiet('Keys', 'keys')}
            </div>
            <p className="mt-2 text-small text-soft">
              Rings and filed ends cut: file one way, face inwards; wash before you try. The maker’s manual
              wins over anything here.
            </p>
          </>
        }
        bar={
          all.length > 0 && (
            <ReadingBar
              file={file}
              unit={unit}
              entry={entry}
              by={context.by}
              refused={refused}
              waiting={waiting}
              count={{ at: all.findIndex((r) => r === work) + 1, of: all.length }}
              onZero={null}
            />
          )
        }
      >
        <div className="grid gap-4 bg-sheet p-3">
          <div className="flex flex-wrap items-center gap-x-4">
            <h2 className="text-title font-semibold">Rings</h2>
            {engine.cylinders.length > 1 && (
              <div role="group" aria-label="Cylinder" className="flex gap-1">
                {engine.cylinders.map((name, i) => (
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
                  <span className="figure text-ink">{withUnit(bore.mean, { unit, step: 1_000 })}</span> at 20
                  °C
                </>
              )}
            </p>
          </div>
          <OrderOfWork steps={steps} unit={unit} />
          {mine.length === 0 ? (
            <Empty>
              <p>No ring sheet is on file for this piston, and no gap was tried.</p>
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
                  onCard={() => setOpen({ kind: 'card', ring: r.target.ring })}
                  onWorking={(f) => setOpen({ kind: 'item', key: f.key })}
                />
              ))}
            </ul>
          )}
          <div className="grid gap-6">
            <PistonRows
              file={file}
              prepared={context.prepared}
              figures={judgement.itemsOf[cylinder] ?? []}
              cylinder={cylinder}
              pack={pack}
              unit={unit}
              onLook={() => setOpen({ kind: 'piston' })}
              onPick={entry.pick}
            />
            {pack && <RingClock key={cylinder} file={file} cylinder={cylinder} pack={pack} />}
            <HoneSheet
              key={`hone-${cylinder}`}
              file={file}
              cylinder={cylinder}
              unit={unit}
              bore={bore.mean ?? engine.bore}
              sheetAngle={pack?.hatch ?? null}
            />
          </div>
        </div>
      </StationFrame>
      {shown && <WorkingSheet file={file} item={shown} unit={unit} onClose={close} onWhy={null} />}
      {open?.kind === 'note' && <NoteSheet file={file} onClose={close} />}
      {open?.kind === 'keys' && <KeysSheet own={OWN_KEYS} onClose={close} />}
      <Suspense fallback={null}>
        {open?.kind === 'card' && pack && (
          <CardSheet
            file={file}
            cylinder={cylinder}
            ring={open.ring}
            pack={pack}
            unit={unit}
            onClose={close}
          />
        )}
        {open?.kind === 'labels' && (
          <LabelSheet file={file} cylinder={cylinder} unit={unit} onClose={close} />
        )}
        {open?.kind === 'warm' && work && (
          <WarmGapSheet file={file} work={work} unit={unit} onClose={close} />
        )}
        {open?.kind === 'piston' && <PistonCheckSheet file={file} cylinder={cylinder} onClose={close} />}
        {open?.kind === 'work' && (
          <WorkSheet file={file} judgement={judgement} cylinder={cylinder} unit={unit} onClose={close} />
        )}
      </Suspense>
    </>
  );
}

/** Turns or strokes the planner asks for now; 0 where it asks for none. */
const planned = (next: { readonly kind: string; readonly strokes?: number }): number =>
  next.kind === 'file' ? (next.strokes ?? 0) : 0;
