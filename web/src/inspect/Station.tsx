import { lazy, Suspense, useRef, useState } from 'react';
import { notLookedAt } from '@tribos/core/inspect';
import { KeysSheet, useFootKeys } from '../bar/index.js';
import { CauseSheet } from '../cause/index.js';
import { Next, StationFrame } from '../frame/index.js';
import { useJobContext } from '../job/index.js';
import { useMay } from '../people/index.js';
import { StationPhotos } from '../photos/index.js';
import { BottomSheet } from './BottomSheet.js';
import { CleanBar } from './CleanBar.js';
import { CleanSide } from './CleanSide.js';
import { PartRows } from './PartRows.js';
import { ANSWER_KEYS, ANSWERS, useClean } from './useClean.js';

const DebrisSheet = lazy(async () => ({ default: (await import('./DebrisSheet.js')).DebrisSheet }));
const LaidOutSheet = lazy(async () => ({ default: (await import('./LaidOutSheet.js')).LaidOutSheet }));
const FindingSheet = lazy(async () => ({ default: (await import('../findings/index.js')).FindingSheet }));

const KEYS: readonly (readonly [key: string, what: string])[] = [
  ['1', 'reuse'],
  ['2', 'reuse with work'],
  ['3', 'replace'],
  ['4', 'send out'],
  ['5', 'measure to decide'],
  ['Space', 'reuse, or on to the next'],
  ['a', 'reuse the rest of this section'],
  ['w', 'this section through the parts washer'],
  ['o', 'apart, or together again'],
  ['d', 'debris'],
  ['c', 'why it failed'],
  ['p', 'photo'],
  ['↑ ↓', 'another part'],
  ['⌫', 'take the last back'],
];

type Open = 'debris' | 'cause' | 'bottom' | 'laid' | 'keys' | { readonly wall: number } | null;

/** Parts cleaned and looked over: what each becomes, what was found, why it failed. */
export function CleanStation() {
  const context = useJobContext();
  const { file, judgement, unit } = context;
  const clean = useClean(context);
  const { now, asked } = clean;
  const left = notLookedAt(file).length;
  const mayDo = useMay('measure');
  const [open, setOpen] = useState<Open>(null);
  const close = () => setOpen(null);
  const camera = useRef<HTMLInputElement>(null);
  const act = () => {
    if (!mayDo) return;
    if (asked !== null) clean.closeAsked();
    else if (now && now.is === null) clean.say('reuse');
    else clean.closeAsked();
  };
  useFootKeys({
    act,
    waits: false,
    own: {
      '?': () => setOpen('keys'),
      ...(mayDo
        ? {
            ...Object.fromEntries(ANSWERS.map((d) => [ANSWER_KEYS[d], () => clean.say(d)])),
            a: () => now && clean.restOf(now.part.kind.section),
            w: clean.washSection,
            o: clean.turn,
            d: () => setOpen('debris'),
            c: () => setOpen('cause'),
            p: () => camera.current?.click(),
            ArrowDown: () => clean.move(1),
            ArrowUp: () => clean.move(-1),
            Backspace: clean.takeBack,
          }
        : {}),
    },
  });
  return (
    <>
      <StationFrame
        label="Clean"
        next={
          <Next
            says={
              left > 0 ? `${left} ${left === 1 ? 'part' : 'parts'} to look at.` : 'Every part is looked at.'
            }
          />
        }
        aside={<CleanSide clean={clean} judgement={judgement} mayDo={mayDo} onOpen={setOpen} />}
        bar={
          mayDo && (
            <CleanBar
              clean={clean}
              act={act}
              does={asked === null && now?.is === null ? 'Reuse' : 'On to the next'}
            />
          )
        }
      >
        <PartRows clean={clean} mayDo={mayDo} onWall={(wall) => setOpen({ wall })} />
        <StationPhotos
          jobId={file.job.id}
          station="clean"
          caption={now?.part.name ?? ''}
          label="Photo"
          mayTake={mayDo}
          camera={camera}
        />
      </StationFrame>
      {open === 'cause' && <CauseSheet file={file} onClose={close} />}
      {open === 'bottom' && <BottomSheet clean={clean} judgement={judgement} onClose={close} />}
      {open === 'keys' && <KeysSheet own={KEYS} alone onClose={close} />}
      <Suspense fallback={null}>
        {open === 'debris' && <DebrisSheet clean={clean} onClose={close} />}
        {open === 'laid' && <LaidOutSheet clean={clean} onClose={close} />}
        {open !== null && typeof open === 'object' && (
          <FindingSheet file={file} cylinder={open.wall} unit={unit} onClose={close} />
        )}
      </Suspense>
    </>
  );
}
