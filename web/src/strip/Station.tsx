import { lazy, Suspense, useRef, useState } from 'react';
import { useSearchParams } from 'react-router';
import type { EngineView } from '@tribos/contract';
import type { JobFile, LengthUnit } from '@tribos/core/ground';
import { listAsDone, type BoltHole } from '@tribos/core/strip';
import { KeysSheet, useFootKeys } from '../bar/index.js';
import { StationFrame } from '../frame/index.js';
import { useJobContext } from '../job/index.js';
import { api } from '../kit/api.js';
import { useMay } from '../people/index.js';
import { useTools } from '../tools/index.js';
import { StationPhotos } from '../photos/index.js';
import { AddStep } from './AddStep.js';
import { Begin } from './Begin.js';
import { BoltSheet } from './BoltSheet.js';
import { LedgerSheet } from './LedgerSheet.js';
import { NoteForAssembly } from './NoteForAssembly.js';
import { OddSheet } from './OddSheet.js';
import { StripBar } from './StripBar.js';
import { StripColumn } from './StripColumn.js';
import { StripNext, StripSide } from './StripSide.js';
import { WholeList } from './WholeList.js';
import { useStrip, type Strip } from './useStrip.js';
import { useSheets, type SheetsOf } from '../ui/index.js';

const TraySheet = lazy(async () => ({ default: (await import('./TraySheet.js')).TraySheet }));
const BoltCardSheet = lazy(async () => ({ default: (await import('./BoltCardSheet.js')).BoltCardSheet }));
const ThreadSheet = lazy(async () => ({ default: (await import('./ThreadSheet.js')).ThreadSheet }));
const ScanSheet = lazy(async () => ({ default: (await import('./ScanSheet.js')).ScanSheet }));

interface Open {
  readonly ledger: null;
  readonly note: null;
  readonly add: null;
  readonly card: null;
  readonly thread: null;
  readonly keys: null;
  readonly odd: null;
  readonly scan: null;
  readonly list: null;
  /** The tray whose label was scanned; null for all of them. */
  readonly trays: number | 'all';
  readonly bolt: { readonly hole: BoltHole; readonly map: string };
}

const KEYS: readonly (readonly [string, string])[] = [
  ['Space', 'the foot-switch: done; at a question it moves the mark, held it takes the answer'],
  ['1 – 5', 'the answers of a question'],
  ['+ −', 'one more, one less of what is counted'],
  ['v', 'grain: section, step, part'],
  ['↑ ↓', 'another step that may be done'],
  ['x s k', 'at once: not on this engine, skipped, stuck'],
  ['e', 'not as the list has it: broken, thread damaged, fewer …'],
  ['/', 'note for assembly'],
  ['p', 'photo'],
  ['t', 'next tray'],
  ['b', 'labels and places of the trays'],
  ['c', 'parts counted, and what became of them'],
  ['l', 'the whole list'],
  ['a', 'a step besides the list'],
  ['Backspace', 'takes the last one back'],
];

/** The list for this engine, where every part goes, and everything counted out and in. */
export function StripStation() {
  const context = useJobContext();
  const { file, unit } = context;
  const strip = useStrip(context);
  const { plan, shown, stop } = strip;
  const tools = useTools(file.engine, plan.steps, plan.chosen !== null);
  const mayDo = useMay('measure');
  const mayEdit = useMay('edit-specs');
  const [query, setQuery] = useSearchParams();
  const scanned = Number(query.get('tray')) || null;
  const sheets = useSheets<Open>();
  const [says, setSays] = useState<string | null>(null);
  const camera = useRef<HTMLInputElement>(null);
  const photo = () => camera.current?.click();
  const first = strip.loose[strip.grain === 'part' ? Math.min(strip.counted, strip.loose.length - 1) : 0];
  const count = (by: number) => () => {
    if (first) strip.count(first.item, by);
  };
  const answers = Object.fromEntries(
    (stop?.step.stop?.answers ?? []).map((_, i) => [String(i + 1), () => strip.answer(i)]),
  );
  const sheet = (name: Exclude<keyof Open, 'trays' | 'bolt'>) => () => sheets.open(name);
  useFootKeys({
    act: (held) => {
      if (mayDo && plan.chosen) strip.act(held);
    },
    waits: stop !== null,
    own:
      plan.chosen && mayDo
        ? {
            ...answers,
            '+': count(1),
            '=': count(1),
            '-': count(-1),
            '−': count(-1),
            v: strip.nextGrain,
            e: sheet('odd'),
            x: () => strip.odd('not-there'),
            s: () => strip.odd('skipped'),
            k: () => strip.odd('stuck'),
            '/': sheet('note'),
            p: photo,
            t: strip.newTray,
            b: () => sheets.open('trays', 'all'),
            c: sheet('ledger'),
            l: sheet('list'),
            a: sheet('add'),
            '?': sheet('keys'),
            ArrowDown: () => strip.move(1),
            ArrowUp: () => strip.move(-1),
            Backspace: strip.takeBack,
          }
        : { '?': sheet('keys') },
  });
  const keepList = () => void keepAsList(file, setSays).then(sheets.close);

  if (!plan.chosen)
    return (
      <StationFrame label="Strip" next={null}>
        <Begin strip={strip} tools={tools} />
      </StationFrame>
    );
  return (
    <>
      <StationFrame
        label="Strip"
        next={<StripNext strip={strip} onNote={sheet('note')} />}
        aside={
          <StripSide
            strip={strip}
            tools={tools.tools}
            onOpen={(what) => (what === 'trays' ? sheets.open('trays', 'all') : sheets.open(what))}
          />
        }
        bar={mayDo && <StripBar strip={strip} />}
      >
        <div className="grid min-w-0 grid-cols-[minmax(0,1fr)] content-start gap-3">
          <StripColumn
            strip={strip}
            unit={unit}
            onHole={(hole, map) => sheets.open('bolt', { hole, map })}
            onAll={sheet('list')}
          />
          <StationPhotos
            jobId={file.job.id}
            station="strip"
            caption={shown?.step.what ?? ''}
            label="Photo of this step"
            mayTake={mayDo}
            camera={camera}
          >
            {says && <span role="status">{says}</span>}
          </StationPhotos>
        </div>
      </StationFrame>
      {sheets.over(sheetsOf(strip, unit, mayEdit ? keepList : null))}
      {/* A label may be scanned while the station is open: the address says which tray. */}
      {scanned !== null && sheets.isOpen === null && (
        <Suspense fallback={null}>
          <TraySheet strip={strip} scanned={scanned} onClose={() => setQuery({}, { replace: true })} />
        </Suspense>
      )}
    </>
  );
}

/** Keeps what was done as the list of this engine, for the next one. */
async function keepAsList(file: JobFile, say: (what: string) => void): Promise<void> {
  const view = await api.get<EngineView>(`/engines/${file.engine.id}`);
  const sections = listAsDone(file).map((s) => ({
    ...s,
    source: {
      ...s.source,
      type: 'shop-rule' as const,
      party: file.shop.name,
      document: 'as we took it apart',
    },
  }));
  try {
    await api.put(`/engines/${file.engine.id}/parts/strip-list`, {
      version: view.partVersions['strip-list'] ?? 0,
      body: { sections },
    });
    say('Kept as the list of this engine: the next one begins with it.');
  } catch (e) {
    say((e as Error).message);
  }
}

/** What lies over the strip. */
const sheetsOf = (strip: Strip, unit: LengthUnit, onKeepList: (() => void) | null): SheetsOf<Open> => ({
  odd: (_, close) => <OddSheet strip={strip} onClose={close} />,
  note: (_, close) => <NoteForAssembly strip={strip} onClose={close} />,
  add: (_, close) => <AddStep strip={strip} onClose={close} />,
  ledger: (_, close) => <LedgerSheet strip={strip} onClose={close} />,
  list: (_, close) => <WholeList strip={strip} onKeep={onKeepList} onClose={close} />,
  keys: (_, close) => <KeysSheet own={KEYS} alone onClose={close} />,
  bolt: ({ hole, map }, close) => <BoltSheet map={map} hole={hole} unit={unit} onClose={close} />,
  trays: (at, close) => <TraySheet strip={strip} scanned={at === 'all' ? null : at} onClose={close} />,
  card: (_, close) => <BoltCardSheet file={strip.file} onClose={close} />,
  thread: (_, close) => <ThreadSheet unit={unit} onClose={close} />,
  scan: (_, close) => <ScanSheet onClose={close} />,
});
