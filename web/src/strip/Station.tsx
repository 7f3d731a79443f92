import { lazy, Suspense, useRef, useState } from 'react';
import { useSearchParams } from 'react-router';
import type { EngineView } from '@tribos/contract';
import { listAsDone, type BoltHole } from '@tribos/core';
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
import { useStrip } from './useStrip.js';

const TraySheet = lazy(async () => ({ default: (await import('./TraySheet.js')).TraySheet }));
const BoltCardSheet = lazy(async () => ({ default: (await import('./BoltCardSheet.js')).BoltCardSheet }));
const ThreadSheet = lazy(async () => ({ default: (await import('./ThreadSheet.js')).ThreadSheet }));
const ScanSheet = lazy(async () => ({ default: (await import('./ScanSheet.js')).ScanSheet }));

type Open =
  | { readonly kind: 'ledger' | 'note' | 'add' | 'card' | 'thread' | 'keys' | 'odd' | 'scan' | 'list' }
  | { readonly kind: 'trays'; readonly scanned: number | null }
  | { readonly kind: 'bolt'; readonly hole: BoltHole; readonly map: string }
  | null;

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
  const [own, setOpen] = useState<Open>(null);
  // A label may be scanned while the station is open: the address says which tray.
  const open = own ?? (scanned === null ? null : ({ kind: 'trays', scanned } as const));
  const [says, setSays] = useState<string | null>(null);
  const camera = useRef<HTMLInputElement>(null);
  const close = () => {
    setOpen(null);
    if (scanned !== null) setQuery({}, { replace: true });
  };
  const photo = () => camera.current?.click();
  const first = strip.loose[strip.grain === 'part' ? Math.min(strip.counted, strip.loose.length - 1) : 0];
  const count = (by: number) => () => {
    if (first) strip.count(first.item, by);
  };
  const answers = Object.fromEntries(
    (stop?.step.stop?.answers ?? []).map((_, i) => [String(i + 1), () => strip.answer(i)]),
  );
  const sheet = (kind: Exclude<NonNullable<Open>['kind'], 'trays' | 'bolt'>) => () => setOpen({ kind });
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
            b: () => setOpen({ kind: 'trays', scanned: null }),
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
  const keepList = async () => {
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
      setSays('Kept as the list of this engine: the next one begins with it.');
    } catch (e) {
      setSays((e as Error).message);
    }
    close();
  };

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
            onOpen={(what) => setOpen(what === 'trays' ? { kind: 'trays', scanned: null } : { kind: what })}
          />
        }
        bar={mayDo && <StripBar strip={strip} />}
      >
        <div className="grid min-w-0 grid-cols-[minmax(0,1fr)] content-start gap-3">
          <StripColumn
            strip={strip}
            unit={unit}
            onHole={(hole, map) => setOpen({ kind: 'bolt', hole, map })}
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
      {open?.kind === 'odd' && <OddSheet strip={strip} onClose={close} />}
      {open?.kind === 'note' && <NoteForAssembly strip={strip} onClose={close} />}
      {open?.kind === 'add' && <AddStep strip={strip} onClose={close} />}
      {open?.kind === 'ledger' && <LedgerSheet strip={strip} onClose={close} />}
      {open?.kind === 'list' && (
        <WholeList strip={strip} onKeep={mayEdit ? () => void keepList() : null} onClose={close} />
      )}
      {open?.kind === 'keys' && <KeysSheet own={KEYS} alone onClose={close} />}
      {open?.kind === 'bolt' && <BoltSheet map={open.map} hole={open.hole} unit={unit} onClose={close} />}
      <Suspense fallback={null}>
        {open?.kind === 'trays' && <TraySheet strip={strip} scanned={open.scanned} onClose={close} />}
        {open?.kind === 'card' && <BoltCardSheet file={file} onClose={close} />}
        {open?.kind === 'thread' && <ThreadSheet unit={unit} onClose={close} />}
        {open?.kind === 'scan' && <ScanSheet onClose={close} />}
      </Suspense>
    </>
  );
}
