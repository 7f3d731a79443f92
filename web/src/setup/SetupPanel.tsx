import { useMemo, useState, type ReactNode } from 'react';
import { GASKETS, placeKey, type JobFile, type Place, limitWants } from '@tribos/core/ground';
import { wantsOf } from '@tribos/core/house';
import { placeOn, thingsOfKind, type Measurand, type Thing } from '@tribos/core/measurands';
import { placesRead, gapsRead, walkOf } from '@tribos/core/readings';
import {
  CHAIN_RIVET,
  CLAY,
  deckOf,
  LASH,
  PORT_MEASURES,
  PROUD,
  setupMeasures,
  squishOf,
  SETUP_MEASURES,
} from '@tribos/core/setup';
import { readingSheets, ReadingStation, useBar, type Bar, type ReadingSheets } from '../bar/index.js';
import { Panels, type JobContext } from '../job/index.js';
import { ThingsPanel } from '../measure/index.js';
import { Asked } from '../sheetLines/index.js';
import { useSheets, type Sheets } from '../ui/index.js';
import { BuildBar } from './BuildBar.js';
import { BuildSheet } from './BuildSheet.js';
import { CamTiming } from './CamTiming.js';
import { Geometry } from './Geometry.js';
import { GasketStack } from './GasketStack.js';
import { PortMap } from './PortMap.js';
import { ValveRoom } from './ValveRoom.js';
import { WorkHere } from '../work/index.js';

const isPort = (m: Pick<Measurand, 'part'>): boolean => PORT_MEASURES.some((p) => p.part === m.part);
const isEnds = ({ part }: Pick<Measurand, 'part'>): boolean =>
  ['setup.deck', 'setup.wire', 'setup.squish'].includes(part);

const SECTIONS = [
  { key: 'squish', name: 'Squish, gaskets, ratio', has: isEnds },
  { key: 'valves', name: 'Valves and cams', has: (m: Pick<Measurand, 'part'>) => !isEnds(m) && !isPort(m) },
  { key: 'ports', name: 'Ports', has: isPort },
] as const;
type Section = (typeof SECTIONS)[number];

interface Open extends ReadingSheets {
  readonly build: null;
}

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

/** Places the sheet asks for, or those that belong to one somebody began beside them. */
function walkFor(file: JobFile, measures: readonly Measurand[], aside: Place | null): readonly Place[] {
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
  const { file } = context;
  const sheets = useSheets<Open>();
  const measures = useMemo(() => setupMeasures(file.engine), [file.engine]);
  const [aside, setAside] = useState<Place | null>(null);
  const walk = useMemo(() => walkFor(file, measures, aside), [file, measures, aside]);
  const [places, gaps] = [placesRead(file), gapsRead(file)];
  const start = walk.find((p) => !places.has(placeKey(p)) && !gaps.has(placeKey(p))) ?? walk[0] ?? null;
  const entry = useBar(context, walk, { start, where: 'top' });
  const pick = (at: Place) => {
    setAside(measures.some((m) => m.part === at.part && m.aside) ? at : null);
    entry.pick(at);
  };
  const sections = SECTIONS.filter((s) => measures.some(s.has));
  const section = sections.find((s) => s.has({ part: entry.station.part } as Measurand)) ?? sections[0];
  const isEmpty = section === undefined;
  const part = { context, mayDo, measures, entry, pick, sheets };
  return (
    <>
      <ReadingStation
        context={context}
        entry={entry}
        walk={isEmpty ? [] : walk}
        sheets={sheets}
        label={section?.name ?? 'Set-up'}
        next={null}
      >
        <div className="mb-2 flex flex-wrap items-end justify-between gap-x-6">
          {tabs}
          {sections.length > 1 && <SectionTabs {...part} sections={sections} section={section!} />}
        </div>
        <Asked
          file={file}
          quiet={!isEmpty}
          wants={[
            ...wantsOf(file, ['setup']),
            ...limitWants(
              context.judgement.items.filter((f) => f.feature.startsWith('setup.')),
              file,
            ),
          ]}
        />
        {section?.key === 'squish' && <SquishPart {...part} />}
        {section?.key === 'valves' && <ValvesPart {...part} />}
        {section?.key === 'ports' && <PortsPart {...part} />}
      </ReadingStation>
      {sheets.over({
        ...readingSheets(context),
        build: (_, close) => <BuildSheet file={file} onClose={close} />,
      })}
    </>
  );
}

interface Part {
  readonly context: JobContext;
  readonly mayDo: boolean;
  readonly measures: readonly Measurand[];
  readonly entry: Bar;
  readonly pick: (at: Place) => void;
  readonly sheets: Sheets<Open>;
}

function SectionTabs({
  context: { file },
  measures,
  pick,
  sections,
  section,
}: Part & { sections: readonly Section[]; section: Section }) {
  const first = (of: Section): Place | undefined => {
    const m = measures.find(of.has);
    const thing = m?.things(file.engine)[0];
    return m && thing ? placeOn(m, thing, m.spots(file.engine, thing)[0]!) : undefined;
  };
  return (
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
  );
}

/** Measures of this station, place by place. */
function Things({ context, entry, pick, sheets, only }: Part & { only: (m: Measurand) => boolean }) {
  return (
    <ThingsPanel
      context={context}
      room="setup"
      current={entry.station}
      onPick={pick}
      onItem={(f) => sheets.open('item', f.key)}
      whole
      only={only}
    />
  );
}

function SquishPart(part: Part) {
  const {
    context: { file, unit },
    mayDo,
  } = part;
  const said = thingsOfKind('cylinder')(file.engine).flatMap((t) =>
    [squishOf(file, t), deckOf(file, t)].flatMap((b) =>
      [b.trouble, b.finding].flatMap((x) => (x === null ? [] : [`${t.name}: ${x}`])),
    ),
  );
  return (
    <>
      {said.map((s) => (
        <p key={s} className="mb-2 border-l-5 border-undecided bg-sheet p-3 text-lead first-letter:uppercase">
          {s}
        </p>
      ))}
      <Things {...part} only={isEnds} />
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
  );
}

function ValvesPart(part: Part) {
  const { context, mayDo, measures, entry, pick, sheets } = part;
  const { file, judgement, unit } = context;
  const figures = judgement.items;
  const onItem = (f: { readonly key: string }) => sheets.open('item', f.key);
  const current = entry.station;
  return (
    <>
      <BuildBar file={file} mayDo={mayDo} onSay={() => sheets.open('build')} />
      <Panels at="top/valves" context={context} current={current} onPick={pick} onItem={onItem} />
      <ValveRoom file={file} unit={unit} figures={figures} current={current} onPick={pick} />
      <CamTiming file={file} unit={unit} figures={figures} mayDo={mayDo} onItem={onItem} />
      {mayDo && measures.includes(LASH) && (
        <WorkHere
          file={file}
          what="cams-set"
          byCylinder={false}
          label="The cams were set anew"
          hint="Which cam, by how much, why"
        />
      )}
      {measures.includes(CHAIN_RIVET) && (
        <div className="mt-4">
          <Things {...part} only={(m) => m === CHAIN_RIVET} />
        </div>
      )}
    </>
  );
}

function PortsPart({ context: { file, unit }, mayDo, entry, pick }: Part) {
  return (
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
  );
}
