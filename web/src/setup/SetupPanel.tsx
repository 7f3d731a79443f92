import { useEffect, useMemo, useState, type ReactNode } from 'react';
import {
  deckOf,
  placeKey,
  placeOn,
  PROUD,
  setupMeasures,
  squishOf,
  thingsOfKind,
  walkOf,
  type Place,
} from '@tribos/core';
import { KeysSheet, NoteSheet, ReadingBar, StationBody, useBar, useBarKeys } from '../bar/index.js';
import { connectLine } from '../gaugeLine/index.js';
import type { JobContext } from '../job/index.js';
import { toggleUnit } from '../kit/settings.js';
import { ThingsPanel } from '../measure/index.js';
import { useWaitingOf } from '../outbox/index.js';
import { Empty } from '../ui/index.js';
import { WorkingSheet } from '../verdicts/index.js';
import { Geometry } from './Geometry.js';
import { GasketStack } from './GasketStack.js';
import { LashChoice } from './LashChoice.js';

/** Deck, squish and lash through the bar; the gaskets and shims that bring them in. */
export function SetupPanel({
  context,
  mayDo,
  tabs,
}: {
  context: JobContext;
  mayDo: boolean;
  tabs: ReactNode;
}) {
  const { file, prepared, judgement, unit } = context;
  const [open, setOpen] = useState<string | null>(null);
  const walk = useMemo((): readonly Place[] => {
    const places = setupMeasures(file.engine).flatMap((m) =>
      m.things(file.engine).flatMap((t) =>
        m
          .spots(file.engine, t)
          .filter((s) => !s.key.endsWith(PROUD))
          .map((s) => placeOn(m, t, s)),
      ),
    );
    return places.length > 0 ? places : walkOf(file, true);
  }, [file]);
  const { places, gaps } = judgement.readings;
  const start = walk.find((p) => !places.has(placeKey(p)) && !gaps.has(placeKey(p))) ?? walk[0] ?? null;
  const entry = useBar(context, walk, { start });
  useBarKeys(
    entry,
    {
      note: () => setOpen('note'),
      keys: () => setOpen('keys'),
      unit: toggleUnit,
      zero: () => undefined,
      closeZero: null,
    },
    context,
    null,
  );
  useEffect(connectLine, []);
  const { refused, waiting } = useWaitingOf(file.job.id);
  const has = setupMeasures(file.engine).length > 0;
  const shown = judgement.items.find((i) => i.key === open);
  const said = thingsOfKind('cylinder')(file.engine).flatMap((t) =>
    [squishOf(file, t, unit), deckOf(file, t, unit)].flatMap((b) =>
      [b.trouble, b.finding].flatMap((x) => (x === null ? [] : [`${t.name}: ${x}`])),
    ),
  );
  if (!has)
    return (
      <StationBody>
        {tabs}
        <Empty>
          <p>This engine’s sheet has no limit for deck, squish or valve clearance.</p>
        </Empty>
      </StationBody>
    );
  return (
    <>
      <StationBody bar={entry}>
        {tabs}
        <div className="relative px-5 pb-4 md:min-h-0 md:flex-1 md:overflow-y-auto">
          {said.map((s) => (
            <p
              key={s}
              className="mb-2 border-l-5 border-undecided bg-sheet p-3 text-lead first-letter:uppercase"
            >
              {s}
            </p>
          ))}
          <ThingsPanel
            file={file}
            prepared={prepared}
            judgement={judgement}
            room="setup"
            current={entry.station}
            unit={unit}
            onPick={entry.pick}
            onItem={(f) => setOpen(f.key)}
            whole
          />
          <GasketStack file={file} unit={unit} mayDo={mayDo} />
          <LashChoice file={file} unit={unit} />
          <Geometry file={file} unit={unit} />
        </div>
      </StationBody>
      <ReadingBar
        file={file}
        unit={unit}
        entry={entry}
        by={context.by}
        refused={refused}
        waiting={waiting}
        count={{
          at: walk.findIndex((p) => placeKey(p) === placeKey(entry.station)) + 1,
          of: walk.length,
        }}
        onZero={null}
      />
      {shown && (
        <WorkingSheet file={file} item={shown} unit={unit} onClose={() => setOpen(null)} onWhy={null} />
      )}
      {open === 'note' && <NoteSheet file={file} onClose={() => setOpen(null)} />}
      {open === 'keys' && <KeysSheet own={[]} onClose={() => setOpen(null)} />}
    </>
  );
}
