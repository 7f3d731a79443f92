import { useRef, useState, type ReactNode, type RefObject } from 'react';
import type { JobFile } from '@tribos/core/ground';
import { wantsOf } from '@tribos/core/house';
import { stepName, type ProofRemedy, type RunStep } from '@tribos/core/assembly';
import type { Judgement } from '@tribos/core/house';
import { useFootKeys } from '../bar/index.js';
import { PressBar, StationFrame, type Face } from '../frame/index.js';
import { toggleGlance } from '../kit/settings.js';
import { stationName } from '../kit/stationPath.js';
import { StationPhotos } from '../photos/index.js';
import { Asked } from '../sheetLines/index.js';
import { Button, CheckField, Kbd, ReasonSheet } from '../ui/index.js';
import { OddStepSheet } from './OddStepSheet.js';
import { RunList } from './RunList.js';
import { StepAtHand } from './StepAtHand.js';
import { useAssembly, type Assembling } from './useAssembly.js';

/** Putting it together: the step at hand, what is seen at it, how far it is. */
export function AssemblyPanel({
  file,
  judgement,
  mayDo,
  tabs,
  onward,
}: {
  file: JobFile;
  judgement: Judgement;
  mayDo: boolean;
  tabs: ReactNode;
  /** Where the top end goes on once it is together. */
  onward: ReactNode;
}) {
  const assembling = useAssembly(file, judgement);
  const { begun, now, ask, waits } = assembling;
  const [odd, setOdd] = useState<RunStep | null>(null);
  const [noPhoto, setNoPhoto] = useState(false);
  const camera = useRef<HTMLInputElement>(null);
  // From a metre there is no camera: what is photographed is looked at from near.
  const shoot = () => (camera.current ? camera.current.click() : toggleGlance());
  const answers = Object.fromEntries(
    (ask && !waits ? ask.shown : []).map((_, i) => [String(i + 1), () => assembling.answer(i)]),
  );
  useFootKeys({
    act: (held) => {
      if (assembling.remedy) assembling.go();
      else if (mayDo) assembling.act(held);
    },
    waits: ask !== null && waits === null,
    own: mayDo
      ? {
          ...answers,
          Backspace: assembling.takeBack,
          p: shoot,
          e: () => {
            if (now) setOdd(now);
          },
        }
      : {},
  });
  if (!begun)
    return (
      <StationFrame label="Assembly" next={null}>
        {tabs}
        <BeginIt assembling={assembling} mayDo={mayDo} />
      </StationFrame>
    );
  return (
    <>
      <StationFrame
        label="Assembly"
        asideLabel="How far it is"
        face={faceOf(file, assembling)}
        next={null}
        aside={<RunList file={file} judgement={judgement} assembling={assembling} onStep={setOdd} />}
        bar={
          mayDo && (
            <PressBar
              label="Assembly bar"
              rest={now === null ? 'Everything is on.' : null}
              press={{
                disabled: waits !== null && !assembling.wantsPicture && !assembling.remedy,
                ...(ask && { how: 'moves the mark, held takes it' }),
                says: pressSays(assembling),
                onPress: () =>
                  assembling.remedy
                    ? assembling.go()
                    : assembling.wantsPicture
                      ? shoot()
                      : assembling.act(ask !== null),
              }}
              said={assembling.lastSaid}
              onBack={assembling.last ? assembling.takeBack : null}
            >
              <Button look="quiet" className="self-start" onClick={() => now && setOdd(now)}>
                Not as the list has it <Kbd>e</Kbd>
              </Button>
            </PressBar>
          )
        }
      >
        {tabs}
        <div className="grid min-w-0 content-start gap-3">
          <StepAtHand file={file} assembling={assembling} onward={onward} />
          {assembling.remedy?.sheet != null && (
            <Asked
              key={assembling.remedy.sheet}
              file={file}
              wants={wantsOf(file, ['rings', 'setup', 'torque']).filter(
                (w) => w.key === assembling.remedy?.sheet,
              )}
            />
          )}
          <StepPhoto {...{ file, assembling, mayDo, camera }} onNone={() => setNoPhoto(true)} />
        </div>
      </StationFrame>
      {noPhoto && now && (
        <ReasonSheet
          title="No photo of this step"
          label="Why there is none, and what was seen"
          hint="It stands in the report where the photo would be."
          most={200}
          keep="Keep it"
          trouble={assembling.trouble}
          onKeep={(text) => assembling.pictured('', text)}
          onClose={() => setNoPhoto(false)}
        />
      )}
      {odd && <OddStepSheet file={file} step={odd} assembling={assembling} onClose={() => setOdd(null)} />}
    </>
  );
}

/** The photo of the step at hand, where one belongs to it. */
function StepPhoto({
  file,
  assembling,
  mayDo,
  camera,
  onNone,
}: {
  file: JobFile;
  assembling: Assembling;
  mayDo: boolean;
  camera: RefObject<HTMLInputElement | null>;
  onNone: () => void;
}) {
  const { now } = assembling;
  return (
    <StationPhotos
      jobId={file.job.id}
      station="top"
      caption={now?.step.what ?? ''}
      label="Photo of this step"
      mayTake={mayDo}
      camera={camera}
      onTaken={(id) => {
        if (now?.step.photo && now.pictured === null) assembling.pictured(id);
      }}
    >
      {now?.step.photo &&
        (now.pictured ? (
          <span className="font-semibold text-within">
            {now.pictured.photo ? '✓ its photo is taken' : `no photo: ${now.pictured.text}`}
          </span>
        ) : (
          <span className="font-semibold text-brass">A photo belongs to this one.</span>
        ))}
      {mayDo && assembling.wantsPicture && (
        <Button look="quiet" onClick={onNone}>
          No photo, and why
        </Button>
      )}
    </StationPhotos>
  );
}

/** By which list, and whether one person works here. */
function BeginIt({ assembling, mayDo }: { assembling: Assembling; mayDo: boolean }) {
  const { hasOwn } = assembling;
  const [alone, setAlone] = useState(true);
  return (
    <section className="max-w-2xl border-l-5 border-brass bg-sheet p-4">
      <h2 className="text-title font-semibold">Put the top end together</h2>
      <p>
        Plain steps go as lists, one press each. Where it ruins engines you are asked what you see; what
        cannot stay is caught with its reason. What is not proved yet says so and waits.
      </p>
      {mayDo && (
        <>
          <CheckField
            label="One person works here: a second look comes after a break"
            checked={alone}
            onChange={(e) => setAlone(e.target.checked)}
          />
          <div className="mt-2 flex flex-wrap gap-3">
            <Button look="brass" onClick={() => assembling.begin(hasOwn ? 'sheet' : 'general', alone)}>
              Begin, by {hasOwn ? 'this engine’s list' : 'the general list'}
            </Button>
            {hasOwn && (
              <Button look="quiet" onClick={() => assembling.begin('general', alone)}>
                By the general list
              </Button>
            )}
          </div>
        </>
      )}
    </section>
  );
}

/** What one press does. */
const pressSays = ({ remedy, wantsPicture, waits, ask, press }: Assembling): string =>
  remedy
    ? remedy.sheet !== null
      ? 'Type it'
      : `Go to ${whereTo(remedy)}`
    : wantsPicture
      ? 'Take its photo'
      : waits
        ? 'Waits'
        : ask
          ? 'Take marked answer'
          : press.length > 1
            ? `All ${press.length} done`
            : 'Done';

const PARTS = { 'set-up': 'Set-up', torque: 'Torque' } as const;
/** Where what a step waits for is had, by its name. */
const whereTo = ({ part, station }: ProofRemedy): string => (part ? PARTS[part] : stationName(station));

/** What is read from a metre: the step, its question with the answers by number, what it waits for. */
function faceOf(file: JobFile, { now, press, ask, waits, marked, trouble }: Assembling): Face {
  if (!now) return { of: '', big: 'The top end is together.' };
  if (ask && !waits)
    return {
      of: stepName(file, now),
      big: ask.ask.ask,
      answers: ask.shown.map((a, i) => ({ text: a.text, marked: marked === i })),
      waits: trouble,
    };
  return {
    of: press.length > 1 ? `Together, ${press.length} of them` : '',
    big: press.length > 1 ? press.map((s) => s.step.what).join(' · ') : stepName(file, now),
    waits: waits ?? trouble,
  };
}
