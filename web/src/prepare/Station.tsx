import { KeysSheet, NoteSheet, ReadingBar, StationBody, useBar, useBarKeys } from '../bar/index.js';
import { PistonCheckSheet } from '../fit/index.js';
import { connectLine } from '../gaugeLine/index.js';
import { lengthText } from '../forms/index.js';
import { HoneSheet } from '../hone/index.js';
import { newEntry, refusedBy, useJobContext } from '../job/index.js';
import { toggleUnit } from '../kit/settings.js';
import { post, useOutbox } from '../outbox/index.js';
import { CardSheet, LabelSheet, RingClock, RingRow, WarmGapSheet } from '../rings/index.js';
import { Button, Empty, LinkButton } from '../ui/index.js';
import { NextBox, WorkingSheet } from '../verdicts/index.js';
import { OrderOfWork } from './OrderOfWork.js';
import { PistonRows } from './PistonRows.js';
import { StepForm, type Said } from './StepForm.js';
import { placeOf, takeTool, useFilingTool, useRingWork } from './useRingWork.js';
import { lazy, Suspense, useEffect, useMemo, useState } from 'react';
import {
  boreAt,
  depthText,
  FILED,
  FILING_TOOLS,
  FREE_SLIDE,
  gapDepths,
  gapPlace,
  isPreparing,
  orderOfWork,
  packOf,
  parseReading,
  passText,
  placeKey,
  RING_NAMES,
  RING_STEP,
  ringSentence,
  schoolText,
  solidText,
  USUAL_CUT,
  USUAL_LEAVES,
  verdictSentence,
  walkOf,
  withUnit,
  WORK_DONE,
  nm,
  type FilingTool,
  type GappedRing,
  type LengthUnit,
  type Nanometres,
  type Place,
  type RingStepName,
  type SentEntry,
} from '@tribos/core';

const WorkSheet = lazy(async () => ({ default: (await import('../work/index.js')).WorkSheet }));

type Open =
  | { readonly kind: 'item'; readonly key: string }
  | { readonly kind: 'note' | 'keys' | 'work' | 'labels' | 'warm' | 'piston' }
  | { readonly kind: 'card'; readonly ring: GappedRing }
  | null;

const OWN_KEYS: readonly (readonly [string, string])[] = [
  ['Space', 'the next thing with this ring: filed, washed and squared, bagged; a connected leaf answers'],
  ['f', 'filed: as many as planned, or as many as typed before'],
  ['w q b', 'washed, squared, bagged'],
  ['c', 'the ring’s card'],
  ['↑ ↓', 'other ring'],
];

const RING_PART = 'ring-gap';
const NOTHING_SAID: Said = { depth: '', ends: '', code: '' };

/** A depth as typed; null where nothing that can be read was. */
function depthOf(text: string, unit: LengthUnit): Nanometres | null {
  const read = parseReading(text, { unit });
  return read.ok && read.value >= 0 ? read.value : null;
}

/** Rings sized, known, bagged and clocked; walls finished; all in the right order. */
export function PrepareStation() {
  const context = useJobContext();
  const { file, judgement, unit } = context;
  const { engine, job } = file;
  const [open, setOpen] = useState<Open>(null);
  const close = () => setOpen(null);
  const tool = useFilingTool();
  const leaves = useMemo(
    () => file.instruments.find((i) => i.type === 'leaf' && i.retiredOn === null)?.leaves ?? USUAL_LEAVES,
    [file.instruments],
  );
  const rings = useRingWork(context, leaves);
  const all = rings.flat();
  const walk = useMemo(
    (): readonly Place[] => (all.length > 0 ? all.map(placeOf) : walkOf(file)),
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [rings, file],
  );
  const first = all.find((r) => r.next.kind !== 'done') ?? all[0] ?? null;
  const entry = useBar(context, walk, {
    start: first && placeOf(first),
    propose: (at) => {
      const next = all.find((r) => placeKey(placeOf(r)) === placeKey(at))?.next;
      return next === undefined ? undefined : next.kind === 'try' ? next.stack : null;
    },
    near: (at) => {
      const goes = all.find((r) => placeKey(placeOf(r)) === placeKey(at))?.leaf?.thickness;
      return goes === undefined ? null : { from: goes / 2, to: goes * 1.6 };
    },
    typedFor: `${tool === 'grinder' ? 'turns' : 'strokes'}: f files them`,
  });
  const { station } = entry;
  const atRing = station.part === RING_PART ? station : null;
  const cylinder = station.cylinder;
  const work =
    all.find((r) => r.target.cylinder === cylinder && atRing !== null && r.target.ring === atRing.ring) ??
    null;
  const mine = rings[cylinder] ?? [];
  const pack = packOf(file, cylinder);
  const figures = judgement.itemsAt('prepare')[cylinder] ?? [];
  const steps = orderOfWork(file, cylinder, judgement.items);
  const openStep = steps.find((s) => s.done === null) ?? null;
  const ready = isPreparing(file, cylinder);
  const beforeRings =
    openStep && ['piston', 'cylinder', 'wash', 'slide'].includes(openStep.key) ? openStep : null;
  const send = (...entries: SentEntry[]): string | null => {
    const why = refusedBy(file, ...entries);
    if (why === null) void post(job.id, entries);
    return why;
  };
  const goTo = (ring: (typeof all)[number] | undefined): void => {
    if (ring) entry.pick(placeOf(ring));
  };
  const goOn = (): void => {
    const at = all.findIndex((r) => r === work);
    goTo([...all.slice(at + 1), ...all.slice(0, Math.max(0, at))].find((r) => r.next.kind !== 'done'));
  };
  const step = (
    what: RingStepName,
    more: { readonly where?: { depth: number; ends: number } | null; readonly code?: string | null } = {},
  ) =>
    newEntry(RING_STEP, {
      cylinder,
      ring: work!.target.ring,
      what,
      where: (more.where ?? null) as never,
      code: more.code ?? null,
    });
  const filed = (strokes: number): void => {
    if (!work) return;
    if (!Number.isInteger(strokes) || strokes < 1) return;
    entry.setText('');
    send(newEntry(FILED, { cylinder, ring: work.target.ring, tool, strokes }));
  };
  /** Does the next thing with the ring at hand. @returns why not */
  const act = (said: Said = NOTHING_SAID): string | null => {
    if (!work) return null;
    const { next } = work;
    switch (next.kind) {
      case 'file':
        filed(next.strokes);
        return null;
      case 'wash':
        // One key for what the hands do in one go; each is in the log.
        return send(step('deburred'), step('washed'), step('squared'));
      case 'square': {
        const depth = depthOf(said.depth, unit) ?? work.target.depths.least;
        const ends = said.ends.trim() === '' ? null : Number(said.ends.replace(',', '.'));
        const why = send(step('squared', { where: ends === null ? null : { depth, ends } }));
        // Elsewhere it is a check of the taper, with leaves of its own.
        if (why === null && depth !== work.target.depths.least)
          entry.pick(gapPlace(cylinder, work.target.ring, depth));
        return why;
      }
      case 'bag': {
        const why = send(step('bagged', { code: said.code.trim() === '' ? null : said.code }));
        if (why === null) goOn();
        return why;
      }
      case 'read-bore':
        if (next.at) entry.pick(next.at);
        return null;
      case 'done':
        goOn();
        return null;
      default:
        return null;
    }
  };
  const moveRing = (by: 1 | -1) => () => {
    const at = all.findIndex((r) => r === work);
    goTo(all[(at + by + all.length) % all.length]);
  };
  const moveCylinder = (by: 1 | -1) => () => {
    const to = (cylinder + by + engine.cylinders.length) % engine.cylinders.length;
    goTo(rings[to]?.find((r) => r.next.kind !== 'done') ?? rings[to]?.[0]);
  };
  const own: Record<string, () => void> = work
    ? {
        f: () => filed(entry.typed() === '' ? planned(work.next) : Number(entry.typed())),
        w: () => void send(step('washed')),
        q: () => void send(step('squared')),
        b: () => void (work.next.kind === 'bag' && act()),
        c: () => setOpen({ kind: 'card', ring: work.target.ring }),
        ArrowUp: moveRing(-1),
        ArrowDown: moveRing(1),
        '[': moveCylinder(-1),
        ']': moveCylinder(1),
      }
    : { '[': moveCylinder(-1), ']': moveCylinder(1) };
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
        act();
        return true;
      },
    },
    context,
    null,
  );
  useEffect(connectLine, []);
  const { entries } = useOutbox();
  const ofJob = entries.filter((w) => w.jobId === job.id);
  const refused = ofJob.filter((w) => w.refused !== null);
  const depths = gapDepths(file, cylinder, pack);
  const bore = boreAt(file, cylinder, depths.least);
  const shown = open?.kind === 'item' ? judgement.items.find((i) => i.key === open.key) : undefined;
  const quiet = (name: string, kind: 'note' | 'keys' | 'work' | 'labels' | 'warm') => (
    <Button look="quiet" onClick={() => setOpen({ kind })}>
      {name}
    </Button>
  );
  const nextBox = (
    <NextBox
      next={{
        sentence: (u) =>
          !ready
            ? 'The way out is not settled here yet: decide, and have the wall back, before rings are sized to it.'
            : beforeRings
              ? beforeRings.sentence(u)
              : work
                ? `${RING_NAMES[work.target.ring]}: ${ringSentence(file, work, u)}`.replace(/^./u, (c) =>
                    c.toUpperCase(),
                  )
                : (openStep?.sentence(u) ?? 'Everything here is ready.'),
      }}
      unit={unit}
    >
      {ready && (beforeRings?.key === 'piston' || beforeRings?.key === 'cylinder') && (
        <LinkButton to={`/jobs/${job.id}`}>Measure it</LinkButton>
      )}
      {!ready && <LinkButton to={`/jobs/${job.id}/decide`}>Decide</LinkButton>}
      {ready && beforeRings?.key === 'wash' && (
        <Button
          look="brass"
          onClick={() =>
            send(
              newEntry(WORK_DONE, {
                what: 'washed',
                cylinder,
                kitId: null,
                ticket: null,
                text: 'White cloth, oiled at once.',
              }),
            )
          }
        >
          The cloth stayed white, oiled
        </Button>
      )}
      {ready && beforeRings?.key === 'slide' && (
        <>
          <Button look="brass" onClick={() => send(newEntry(FREE_SLIDE, { cylinder, slides: 'freely' }))}>
            Slides freely
          </Button>
          <Button onClick={() => send(newEntry(FREE_SLIDE, { cylinder, slides: 'tightens' }))}>
            It tightens
          </Button>
        </>
      )}
      {ready && work && !beforeRings && (
        <StepForm
          key={`${placeKey(station)}:${work.next.kind}`}
          work={work}
          windows={engine.ports.length > 0}
          solid={(depth) => solidText(file, depthOf(depth, unit) ?? work.target.depths.least)}
          depth={lengthText(work.target.depths.least, unit)}
          unit={unit}
          onDo={act}
          onFile={filed}
        />
      )}
    </NextBox>
  );

  return (
    <>
      <StationBody bar={entry}>
        <div className="relative grid min-h-0 flex-1 content-start overflow-y-auto lg:grid-cols-[minmax(0,1fr)_20rem] lg:content-stretch lg:overflow-hidden print:block short:flex-none short:overflow-visible">
          <div className="relative px-5 pb-4 lg:min-h-0 lg:overflow-y-auto short:overflow-visible">
            <div className="mb-3 lg:hidden">{nextBox}</div>
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
                        onClick={() => goTo(rings[i]?.find((r) => r.next.kind !== 'done') ?? rings[i]?.[0])}
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
                      <span className="figure text-ink">{withUnit(bore.mean, { unit, step: 1_000 })}</span> at
                      20 °C
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
                      onPick={() => goTo(r)}
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
          </div>
          <aside
            aria-label="What stands"
            className="relative border-rule px-5 pb-4 lg:min-h-0 lg:overflow-y-auto lg:border-l short:overflow-visible"
          >
            <div className="hidden lg:block">{nextBox}</div>
            <section className="mt-4">
              <h2 className="text-small font-semibold text-soft">Filing with</h2>
              <div role="group" aria-label="Filing tool" className="flex gap-1">
                {(Object.keys(FILING_TOOLS) as FilingTool[]).map((t) => (
                  <button
                    key={t}
                    type="button"
                    aria-pressed={t === tool}
                    onClick={() => takeTool(t)}
                    className={`min-h-11 rounded-edge border px-3 ${t === tool ? 'border-brass font-semibold text-brass' : 'border-rule'}`}
                  >
                    {FILING_TOOLS[t]}
                  </button>
                ))}
              </div>
              {work && (
                <p className="mt-1 text-small text-soft">
                  {work.cut === USUAL_CUT[tool]
                    ? 'Nothing known of this hand and tool yet: the first pass is a careful one.'
                    : `In your hand about ${withUnit(nm(work.cut.perStroke), { unit, step: 1_000 })} a ${tool === 'grinder' ? 'turn' : 'stroke'}.`}
                  {work.history.filed.length > 0 &&
                    ` This ring so far: ${passText(
                      tool,
                      work.history.filed.reduce((sum, f) => sum + f.strokes, 0),
                    )}.`}
                </p>
              )}
            </section>
            {figures.some((f) => f.because !== 'unread') && (
              <section className="mt-4">
                <h2 className="text-small font-semibold text-soft">What stands</h2>
                <ul>
                  {figures
                    .filter((f) => f.because !== 'unread')
                    .map((f) => (
                      <li key={f.key}>
                        <button
                          type="button"
                          onClick={() => setOpen({ kind: 'item', key: f.key })}
                          className="min-h-11 w-full py-1 text-left leading-snug"
                        >
                          {verdictSentence(file, f, unit).headline}
                        </button>
                      </li>
                    ))}
                </ul>
              </section>
            )}
            {work && (
              <section className="mt-3">
                <h2 className="text-small font-semibold text-soft">Which rule, and the others</h2>
                <p>{work.target.min.status === 'ask' ? work.target.min.question : work.target.min.why}</p>
                {work.target.others.map((o) => (
                  <p key={o.limit.id} className="mt-1 text-small text-soft first-letter:uppercase">
                    {schoolText(o, work.target, unit)}
                  </p>
                ))}
                <p className="mt-1 text-small text-soft">Checked {work.target.depths.why(unit)}.</p>
              </section>
            )}
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
          </aside>
        </div>
      </StationBody>
      {all.length > 0 && (
        <ReadingBar
          file={file}
          unit={unit}
          entry={entry}
          by={context.by}
          refused={refused}
          waiting={ofJob.length - refused.length}
          count={{ at: all.findIndex((r) => r === work) + 1, of: all.length }}
          onZero={null}
        />
      )}
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
