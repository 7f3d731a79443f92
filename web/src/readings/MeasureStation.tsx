import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import {
  nm,
  standardLow,
  standingDecision,
  stationKey,
  toDecimal,
  walk,
  type LengthUnit,
  type NextAction,
} from '@tribos/core';
import { toggleUnit } from '../app/settings.js';
import { WallMap } from '../bore/index.js';
import {
  LimitStrip,
  NextBox,
  useJobContext,
  WhatStands,
  WorkingSheet,
  type JobContext,
} from '../jobs/index.js';
import { Button } from '../ui/index.js';
import { KeysSheet, NoteSheet, ScoreSheet } from './NoteSheets.js';
import { useOutbox } from './outbox.js';
import { PistonRow } from './PistonRow.js';
import { ReadingBar } from './ReadingBar.js';
import { useEntry, useEntryKeys, type Entry } from './useEntry.js';

type Open =
  | { readonly kind: 'item'; readonly key: string }
  | { readonly kind: 'note' }
  | { readonly kind: 'keys' }
  | { readonly kind: 'score'; readonly cylinder: number }
  | null;

/** Bores, pistons and what the readings prove. */
export function MeasureStation() {
  const context = useJobContext();
  const { file, judgement, unit } = context;
  const [open, setOpen] = useState<Open>(null);
  const entry = useEntry(context);
  useEntryKeys(entry, {
    note: () => setOpen({ kind: 'note' }),
    keys: () => setOpen({ kind: 'keys' }),
    unit: toggleUnit,
  });
  const { entries } = useOutbox();
  const refused = entries.filter((w) => w.jobId === file.job.id && w.refused !== null);

  const plan = walk(file.engine, file.job.plan, standingDecision(file)?.kitId ?? null).map(stationKey);
  const close = () => setOpen(null);
  // By key, so that the working follows the readings while it is open.
  const shown = open?.kind === 'item' ? judgement.items.find((i) => i.key === open.key) : undefined;
  const most = Math.max(
    20_000,
    ...judgement.bores.map((b) => (b.survey?.largest.of.value ?? 0) - standardLow(file)),
  );
  const alone = file.engine.cylinders.length === 1;
  const nextBox = (
    <NextBox file={file} next={judgement.next} unit={unit}>
      <NextButtons next={judgement.next} entry={entry} context={context} />
    </NextBox>
  );

  return (
    <>
      <div className="relative grid min-h-0 flex-1 content-start overflow-y-auto lg:grid-cols-[minmax(0,1fr)_20rem] lg:content-stretch lg:overflow-hidden print:block">
        <div className="relative px-5 pb-4 lg:min-h-0 lg:overflow-y-auto">
          <div className="mb-3 lg:hidden">{nextBox}</div>
          <div
            className={`grid gap-x-8 gap-y-5 bg-sheet p-3 ${alone ? 'lg:grid-cols-[minmax(0,1.2fr)_minmax(0,1fr)]' : 'sm:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]'}`}
          >
            {file.engine.cylinders.map((name, cylinder) => (
              <Cylinder key={name} alone={alone}>
                <div className="min-w-0">
                  <WallMap
                    file={file}
                    judgement={judgement}
                    cylinder={cylinder}
                    current={entry.station}
                    unit={unit}
                    most={most}
                    onPick={entry.pick}
                  >
                    <button
                      type="button"
                      className="inline-flex min-h-11 items-center text-small whitespace-nowrap text-blue underline underline-offset-4"
                      onClick={() => setOpen({ kind: 'score', cylinder })}
                    >
                      {scoreText(judgement.scores[cylinder] ?? 0, unit)}
                    </button>
                  </WallMap>
                  <PistonRow
                    file={file}
                    judgement={judgement}
                    cylinder={cylinder}
                    current={entry.station}
                    unit={unit}
                    onPick={entry.pick}
                  />
                </div>
                <div className="min-w-0 divide-y divide-rule border-t border-ink/60">
                  {judgement.items
                    .filter((i) => i.cylinder === cylinder)
                    .map((item) => (
                      <LimitStrip
                        key={item.key}
                        item={item}
                        unit={unit}
                        big={item.feature === 'bore'}
                        onOpen={() => setOpen({ kind: 'item', key: item.key })}
                      />
                    ))}
                </div>
              </Cylinder>
            ))}
          </div>
        </div>
        <aside
          aria-label="Verdicts"
          className="relative border-rule px-5 pb-4 lg:min-h-0 lg:overflow-y-auto lg:border-l"
        >
          <div className="hidden lg:block">{nextBox}</div>
          <WhatStands
            file={file}
            judgement={judgement}
            unit={unit}
            onOpen={(item) => setOpen({ kind: 'item', key: item.key })}
          />
          <div className="no-print mt-3 flex flex-wrap">
            <Button look="quiet" onClick={() => setOpen({ kind: 'note' })}>
              Note
            </Button>
            <Button look="quiet" onClick={() => setOpen({ kind: 'keys' })}>
              Keys
            </Button>
          </div>
        </aside>
      </div>
      <ReadingBar
        file={file}
        unit={unit}
        entry={entry}
        refused={refused}
        count={{ at: plan.indexOf(stationKey(entry.station)) + 1, of: plan.length }}
      />
      {shown && <WorkingSheet file={file} item={shown} unit={unit} onClose={close} />}
      {open?.kind === 'note' && <NoteSheet file={file} onClose={close} />}
      {open?.kind === 'keys' && <KeysSheet onClose={close} />}
      {open?.kind === 'score' && (
        <ScoreSheet file={file} cylinder={open.cylinder} unit={unit} onClose={close} />
      )}
    </>
  );
}

const scoreText = (depth: number, unit: LengthUnit): string =>
  depth === 0 ? 'note a score' : `score ${toDecimal(nm(depth), unit, unit === 'mm' ? 3 : 4)} deep`;

/** A cylinder's map and strips: below one another beside its neighbours, side by side when it is alone. */
function Cylinder({ alone, children }: { alone: boolean; children: ReactNode }) {
  return alone ? <>{children}</> : <div className="grid min-w-0 content-start gap-3">{children}</div>;
}

const BRASS = 'inline-flex min-h-11 items-center rounded-edge bg-brass px-4 font-semibold text-on-brass';

/** What can be pressed to do the next thing, where a key does not do it already. */
function NextButtons({ next, entry, context }: { next: NextAction; entry: Entry; context: JobContext }) {
  const { job, engine } = context.file;
  const target = 'station' in next ? next.station : null;
  return (
    <>
      {target && stationKey(target) !== stationKey(entry.station) && (
        <Button onClick={() => entry.pick(target)}>Go there</Button>
      )}
      {next.kind === 'better-gauge' && entry.gauge?.id !== next.gauge && (
        <Button
          onClick={() => {
            entry.pick(next.station);
            entry.pickGauge(next.gauge);
          }}
        >
          Take that gauge
        </Button>
      )}
      {(next.kind === 'decide' || next.kind === 'decided' || next.kind === 'at-limit') && (
        <Link className={BRASS} to={`/jobs/${job.id}/decide`}>
          {next.kind === 'decided' ? 'See the decision' : 'Decide'}
        </Link>
      )}
      {next.kind === 'add-limit' && (
        <Link className={BRASS} to={`/engines/${engine.id}?add=${next.item.feature}`}>
          Add the limit
        </Link>
      )}
    </>
  );
}
