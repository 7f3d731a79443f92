import { useEffect, useRef, type ReactNode } from 'react';
import { fromBase, type JobFile } from '@tribos/core/ground';
import { wantsOf } from '@tribos/core/house';
import { settingOf, stepText, type GroupState } from '@tribos/core/torque';
import { useFootKeys } from '../bar/index.js';
import { PressBar, StationFrame, type Face } from '../frame/index.js';
import { connectLine, onFigure, sayPlace } from '../gaugeLine/index.js';
import { Asked } from '../sheetLines/index.js';
import { Button, Kbd, ReasonSheet, Trouble, useSheets, type SheetsOf } from '../ui/index.js';
import { CheckSheet } from './CheckSheet.js';
import { OddBoltSheet } from './OddBoltSheet.js';
import { TorqueGroups } from './TorqueGroups.js';
import { TorqueMap } from './TorqueMap.js';
import { SEEN, TorqueNow } from './TorqueNow.js';
import { useTorque, type Torque } from './useTorque.js';
import { WrenchSheet } from './WrenchSheet.js';

/** Where a wrench on the line is set on, as the gauge line says it; null while nothing is to be tightened by a torque. */
function wrenchLine({ now, group }: Torque, model: string): string | null {
  const step = now && group?.wrench ? group.group.steps[now.pass]! : null;
  if (!now || !group?.wrench || step?.by !== 'torque') return null;
  const setting = settingOf(step.value, group.wrench.adapter) ?? step.value;
  return `AT part=torque nominal=${fromBase('torque', setting, group.wrench.unit).toFixed(2)} thing=${now.holes[0]} gauge=wrench engine=${model.replaceAll(' ', '-')}`;
}

/** A wrench on the line: it is told what it is set to, and a click of it counts for one bolt. */
function useWrenchLine(torque: Torque, model: string): void {
  const latest = useRef(torque.clicked);
  useEffect(() => {
    latest.current = torque.clicked;
  });
  useEffect(connectLine, []);
  useEffect(() => onFigure((figure) => latest.current(figure)), []);
  const held = wrenchLine(torque, model);
  useEffect(() => {
    if (held) sayPlace(held);
  }, [held]);
}

interface Open {
  readonly wrench: null;
  readonly odd: null;
  readonly check: GroupState;
  readonly anew: GroupState;
}

/** The torque run: the map, the one at hand, what the wrench is set to, one press for each step. */
export function TorquePanel({
  file,
  mayDo,
  tabs,
  onward,
}: {
  file: JobFile;
  mayDo: boolean;
  tabs: ReactNode;
  /** Where the top end goes on once all is tight. */
  onward: ReactNode;
}) {
  const torque = useTorque(file);
  const { groups, group, now, asks, trouble } = torque;
  const sheets = useSheets<Open>();
  useWrenchLine(torque, file.engine.model);
  const act = (held: boolean) => {
    if (mayDo && torque.act(held) === 'wrench') sheets.open('wrench');
  };
  useFootKeys({
    act,
    waits: asks !== null,
    own: mayDo
      ? {
          Backspace: torque.takeBack,
          ...(asks === null ? {} : { '1': () => torque.answer('free'), '2': () => torque.answer('touches') }),
          w: () => sheets.open('wrench'),
          x: () => sheets.open('odd'),
        }
      : {},
  });
  if (groups.length === 0)
    return (
      <StationFrame label="Torque" next={null}>
        {tabs}
        <Asked file={file} wants={wantsOf(file, ['torque'])} />
        <p className="max-w-prose text-soft">
          Bolts are numbered in the order they are tightened. Nothing but what is typed is on the sheet: any
          other group goes into the same line.
        </p>
      </StationFrame>
    );
  const shown = group ?? groups.at(-1)!;
  return (
    <>
      <StationFrame
        label="Torque"
        asideLabel="Groups"
        face={faceOf(torque)}
        next={null}
        aside={
          <TorqueGroups
            torque={torque}
            shown={shown}
            mayDo={mayDo}
            onCheck={(g) => sheets.open('check', g)}
            onAnew={(g) => sheets.open('anew', g)}
          />
        }
        bar={
          mayDo && (
            <PressBar
              label="Torque bar"
              rest={group === null ? 'Nothing is left to tighten.' : null}
              press={{ says: pressSays(torque), onPress: () => act(asks !== null) }}
              said={torque.lastSaid}
              onBack={torque.last ? torque.takeBack : null}
            >
              <div className="flex flex-wrap gap-x-5">
                <Button look="quiet" onClick={() => sheets.open('wrench')}>
                  Wrench <Kbd>w</Kbd>
                </Button>
                <Button look="quiet" onClick={() => sheets.open('odd')}>
                  A bolt is not so <Kbd>x</Kbd>
                </Button>
              </div>
            </PressBar>
          )
        }
      >
        {tabs}
        <Asked file={file} quiet wants={wantsOf(file, ['torque'])} />
        <section
          className="border-l-5 border-brass bg-sheet p-4"
          aria-live="polite"
          aria-label="Torque run"
          data-torque={now ? `${now.group}:${now.pass}:${now.holes.join('-')}` : (asks ?? 'done')}
        >
          <TorqueNow torque={torque} onward={onward} />
          <TorqueMap group={shown} groups={groups} now={now} />
          {sheets.isOpen === null && <Trouble className="text-lead font-semibold">{trouble}</Trouble>}
        </section>
      </StationFrame>
      {sheets.over(sheetsOf(file, torque))}
    </>
  );
}

const sheetsOf = (file: JobFile, torque: Torque): SheetsOf<Open> => {
  const { group, now } = torque;
  return {
    wrench: (_, close) => group && <WrenchSheet file={file} group={group} torque={torque} onClose={close} />,
    odd: (_, close) =>
      group && (
        <OddBoltSheet group={group} hole={now?.holes[0] ?? group.order[0]!} torque={torque} onClose={close} />
      ),
    check: (of, close) => <CheckSheet group={of} torque={torque} onClose={close} />,
    anew: ({ group: of }, close) => (
      <ReasonSheet
        title={`Begin ${of.name} anew`}
        label="Why again"
        hint="Slacken the whole group first, in stages; all of it is open then, and what was read on it as well."
        most={500}
        keep="All of it again"
        trouble={torque.trouble}
        onKeep={(text) => torque.again(of.key, text)}
        onClose={close}
      />
    ),
  };
};

/** What one press does. */
const pressSays = ({ group, now, asks }: Torque): string =>
  asks !== null
    ? 'Take marked answer'
    : !group?.wrench
      ? 'Which wrench?'
      : now!.holes.length === 1
        ? `Bolt ${now!.holes[0]} done`
        : `All ${now!.holes.length} done`;

/** What is read from a metre: the bolt, what the wrench is set to. */
function faceOf({ group, now, asks, marked, trouble }: Torque): Face {
  if (group === null) return { of: '', big: 'Everything is tightened.' };
  if (asks !== null)
    return {
      of: group.group.name,
      big: asks,
      answers: SEEN.map(([, text], i) => ({ text, marked: marked === i })),
      waits: trouble,
    };
  return {
    of: `${group.group.name}, step ${now!.pass + 1} of ${group.group.steps.length}`,
    big: now!.holes.length === 1 ? `Bolt ${now!.holes[0]}` : `All ${now!.holes.length}, in order`,
    figure: stepText(group.group.steps[now!.pass]!, group.wrench, group.group.unit),
    waits: trouble ?? (group.wrench ? null : 'Which wrench? Key w.'),
  };
}
