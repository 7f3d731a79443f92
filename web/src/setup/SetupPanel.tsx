import { useEffect, useMemo, useState, type ReactNode } from 'react';
import {
  CHAIN_RIVET,
  GASKETS,
  CLAY,
  deckOf,
  LASH,
  placeKey,
  placeOn,
  PORT_MEASURES,
  PROUD,
  setupMeasures,
  squishOf,
  SETUP_MEASURES,
  thingsOfKind,
  walkOf,
  type JobFile,
  type Measurand,
  type Place,
  type Thing,
} from '@tribos/core';
import { KeysSheet, NoteSheet, ReadingBar, ReadingFace, useBar, useBarKeys } from '../bar/index.js';
import { StationFrame } from '../frame/index.js';
import { connectLine } from '../gaugeLine/index.js';
import type { JobContext } from '../job/index.js';
import { toggleUnit } from '../kit/settings.js';
import { ThingsPanel } from '../measure/index.js';
import { useWaitingOf } from '../outbox/index.js';
import { Empty } from '../ui/index.js';
import { WorkingSheet } from '../verdicts/index.js';
import { BuildBar } from './BuildBar.js';
import { BuildSheet } from './BuildSheet.js';
import { CamTiming } from './CamTiming.js';
import { Geometry } from './Geometry.js';
import { GasketStack } from './GasketStack.js';
import { LashChoice } from './LashChoice.js';
import { PortMap } from './PortMap.js';
import { ValveRoom } from './ValveRoom.js';
import { ValveTable } from './ValveTable.js';
import { WorkHere } from '../work/index.js';

const isPort = (m: Pick<Measurand, 'part'>): boolean => PORT_MEASURES.some((p) => p.part === m.part);
const isEnds = ({ part }: Pick<Measurand, 'part'>): boolean =>
  ['setup.deck', 'setup.wire', 'setup.squish'].includes(part);

const SECTIONS = [
  { key: 'squish', name: 'Squish, gaskets, ratio', has: isEnds },
  { key: 'valves', name: 'Valves and cams', has: (m: Pick<Measurand, 'part'>) => !isEnds(m) && !isPort(m) },
  { key: 'ports', name: 'Ports', has: isPort },
] as const;

/** Places beside the walk that belong together with one of them. */
function walkAside(file: JobFile, at: Place): readonly Place[] {
  const places = (m: Measurand, thing: Thing) => m.spots(file.engine, thing).map((s) => placeOn(m, thing, s));
  const [roof, width] = PORT_MEASURES;
  if (isPort(at as Pick<Measurand, 'part'>))
    return roof!.things(file.engine).flatMap((t) => [...places(roof!, t), ...places(width!, t)]);
  return SETUP_MEASURES.filter((m) => m.part === at.part).flatMap((m) =>
    m
      .things(file.engine)
      .flatMap((t) => (m === CLAY || ('thing' in at && at.thing === t.key) ? places(m, t) : [])),
  );
}

/** Deck, squish, valves and ports through the bar; the gaskets and shims that bring them in. */
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
  const measures = useMemo(() => setupMeasures(file.engine), [file.engine]);
  const [aside, setAside] = useState<Place | null>(null);
  const walk = useMemo((): readonly Place[] => {
    // What nobody asks for is walked once somebody begins it: one valve past top, the ports one after the other.
    if (aside) return walkAside(file, aside);
    const places = measures
      .filter((m) => !m.aside)
      .flatMap((m) =>
        m.things(file.engine).flatMap((t) =>
          m
            .spots(file.engine, t)
            .filter((s) => !s.key.endsWith(PROUD))
            .map((s) => placeOn(m, t, s)),
        ),
      );
    return places.length > 0 ? places : walkOf(file, true);
  }, [file, measures, aside]);
  const { places, gaps } = judgement.readings;
  const start = walk.find((p) => !places.has(placeKey(p)) && !gaps.has(placeKey(p))) ?? walk[0] ?? null;
  const entry = useBar(context, walk, { start, where: 'top' });
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
  const pick = (at: Place) => {
    setAside(measures.some((m) => m.part === at.part && m.aside) ? at : null);
    entry.pick(at);
  };
  const { refused, waiting } = useWaitingOf(file.job.id);
  const shown = judgement.items.find((i) => i.key === open);
  const sections = SECTIONS.filter((s) => measures.some(s.has));
  const section = sections.find((s) => s.has({ part: entry.station.part } as Measurand)) ?? sections[0];
  const first = (of: (typeof SECTIONS)[number]): Place | undefined => {
    const m = measures.find(of.has);
    const thing = m?.things(file.engine)[0];
    return m && thing ? placeOn(m, thing, m.spots(file.engine, thing)[0]!) : undefined;
  };
  const said = thingsOfKind('cylinder')(file.engine).flatMap((t) =>
    [squishOf(file, t, unit), deckOf(file, t, unit)].flatMap((b) =>
      [b.trouble, b.finding].flatMap((x) => (x === null ? [] : [`${t.name}: ${x}`])),
    ),
  );
  if (!section)
    return (
      <StationFrame label="Set-up" next={null}>
        {tabs}
        <Empty>
          <p>This engine’s sheet has no limit for deck, squish, valves or cams, and no ports.</p>
        </Empty>
      </StationFrame>
    );
  const onItem = (f: { readonly key: string }) => setOpen(f.key);
  const things = (only: (m: Measurand) => boolean) => (
    <ThingsPanel
      file={file}
      prepared={prepared}
      judgement={judgement}
      room="setup"
      current={entry.station}
      unit={unit}
      onPick={pick}
      onItem={onItem}
      whole
      only={only}
    />
  );
  return (
    <>
      <StationFrame
        label={section.name}
        next={null}
        reading={<ReadingFace bar={entry} />}
        bar={
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
        }
      >
        <div className="mb-2 flex flex-wrap items-end justify-between gap-x-6">
          {tabs}
          {sections.length > 1 && (
            <nav aria-label="What is set up" className="no-print flex flex-wrap gap-x-1">
              {sections.map((s) => (
                <button
                  key={s.key}
                  type="button"
                  aria-current={s === section ? 'true' : undefined}
                  onClick={() => {
                    const to = first(s);
                    if (to) pick(to);
                  }}
                  className={`min-h-11 px-3 ${s === section ? 'border-b-3 border-brass font-semibold' : 'text-blue underline underline-offset-4'}`}
                >
                  {s.name}
                </button>
              ))}
            </nav>
          )}
        </div>
        {section.key === 'squish' &&
          said.map((s) => (
            <p
              key={s}
              className="mb-2 border-l-5 border-undecided bg-sheet p-3 text-lead first-letter:uppercase"
            >
              {s}
            </p>
          ))}
        {section.key === 'valves' && <BuildBar file={file} mayDo={mayDo} onSay={() => setOpen('build')} />}
        {section.key === 'squish' && things(section.has)}
        {section.key === 'squish' && (
          <>
            <GasketStack file={file} unit={unit} mayDo={mayDo} where="base" />
            <GasketStack file={file} unit={unit} mayDo={mayDo} where="head" />
            <Geometry file={file} unit={unit} />
            {mayDo && !GASKETS.of(file.engine)?.gaskets.length && (
              <WorkHere
                file={file}
                what="gasket-changed"
                byCylinder={false}
                label="Another gasket is in"
                hint="Which, how thick, under what: this sheet has none"
              />
            )}
            {mayDo && (
              <WorkHere
                file={file}
                what="skimmed"
                byCylinder={false}
                label="The head was skimmed"
                hint="How much came off, where, by whom"
              />
            )}
          </>
        )}
        {section.key === 'valves' && (
          <>
            <ValveTable
              file={file}
              prepared={prepared}
              unit={unit}
              figures={judgement.items}
              current={entry.station}
              onPick={pick}
              onItem={onItem}
            />
            {measures.includes(LASH) && <LashChoice file={file} unit={unit} mayDo={mayDo} />}
            <ValveRoom
              file={file}
              unit={unit}
              figures={judgement.items}
              current={entry.station}
              onPick={pick}
            />
            <CamTiming file={file} unit={unit} figures={judgement.items} mayDo={mayDo} onItem={onItem} />
            {mayDo && measures.includes(LASH) && (
              <WorkHere
                file={file}
                what="cams-set"
                byCylinder={false}
                label="The cams were set anew"
                hint="Which cam, by how much, why"
              />
            )}
            {measures.includes(CHAIN_RIVET) && <div className="mt-4">{things((m) => m === CHAIN_RIVET)}</div>}
          </>
        )}
        {section.key === 'ports' && (
          <>
            <PortMap file={file} unit={unit} current={entry.station} onPick={pick} />
            {mayDo && (
              <WorkHere
                file={file}
                what="ports-worked"
                byCylinder
                label="Its ports were worked"
                hint="Which ports, what was done, edges bevelled"
              />
            )}
          </>
        )}
      </StationFrame>
      {shown && (
        <WorkingSheet file={file} item={shown} unit={unit} onClose={() => setOpen(null)} onWhy={null} />
      )}
      {open === 'build' && <BuildSheet file={file} onClose={() => setOpen(null)} />}
      {open === 'note' && <NoteSheet file={file} onClose={() => setOpen(null)} />}
      {open === 'keys' && <KeysSheet own={[]} onClose={() => setOpen(null)} />}
    </>
  );
}
