import { useEffect, useRef, useState, type ReactNode } from 'react';
import {
  CONDITIONS,
  diameterOf,
  fromBase,
  laterText,
  NUT_FACTOR,
  preload,
  settingOf,
  stepsText,
  stepText,
  type GroupState,
  type JobFile,
} from '@tribos/core';
import { useFootKeys } from '../bar/index.js';
import { Bar, BarPart, BarPress, Folded, LastSaid, StationFrame, type Face } from '../frame/index.js';
import { connectLine, onFigure, sayPlace, useLineState } from '../gaugeLine/index.js';
import { Button, dayText, Empty, Kbd, ReasonSheet, TextField } from '../ui/index.js';
import { CheckSheet } from './CheckSheet.js';
import { OddBoltSheet } from './OddBoltSheet.js';
import { TorqueMap } from './TorqueMap.js';
import { useTorque, type Torque } from './useTorque.js';
import { WrenchSheet } from './WrenchSheet.js';

/** Where a wrench on the line is set on, as the gauge line says it; null while nothing is to be tightened by a torque. */
function wrenchLine({ now, group }: Torque, model: string): string | null {
  const step = now && group?.wrench ? group.group.steps[now.pass]! : null;
  if (!now || !group?.wrench || step?.by !== 'torque') return null;
  const setting = settingOf(step.value, group.wrench.adapter) ?? step.value;
  return `AT part=torque nominal=${fromBase('torque', setting, group.wrench.unit).toFixed(2)} thing=${now.holes[0]} gauge=wrench engine=${model.replaceAll(' ', '-')}`;
}

/** The torque run: the map, the one at hand, what the wrench is set to, one press for each step. */
export function TorquePanel({ file, mayDo, tabs }: { file: JobFile; mayDo: boolean; tabs: ReactNode }) {
  const torque = useTorque(file);
  const { groups, group, now, asks, trouble } = torque;
  const [open, setOpen] = useState<'wrench' | 'odd' | null>(null);
  const [checking, setChecking] = useState<string | null>(null);
  const [anew, setAnew] = useState<GroupState | null>(null);
  const line = useLineState();
  const latest = useRef(torque.clicked);
  useEffect(() => {
    latest.current = torque.clicked;
  });
  useEffect(connectLine, []);
  useEffect(() => onFigure((figure) => latest.current(figure)), []);
  const held = wrenchLine(torque, file.engine.model);
  useEffect(() => {
    if (held) sayPlace(held);
  }, [held]);
  const act = (held: boolean) => {
    if (mayDo) setOpen(torque.act(held));
  };
  useFootKeys({
    act,
    waits: asks !== null,
    own: mayDo
      ? {
          Backspace: torque.takeBack,
          ...(asks === null ? {} : { '1': () => torque.answer('free'), '2': () => torque.answer('touches') }),
          w: () => setOpen('wrench'),
          x: () => setOpen('odd'),
        }
      : {},
  });
  if (groups.length === 0)
    return (
      <StationFrame label="Torque" next={null}>
        {tabs}
        <Empty>No torque plan is on file for this engine: its sheet takes one, group by group.</Empty>
      </StationFrame>
    );
  const shown = group ?? groups.at(-1)!;
  const step = now && group ? group.group.steps[now.pass]! : null;
  const checked = groups.find((g) => g.group.key === checking);
  const d = shown.holes[0] ? diameterOf(shown.holes[0].thread) : null;
  const k = (NUT_FACTOR as Readonly<Record<string, number | undefined>>)[shown.group.condition];
  const last = shown.group.steps.findLast((s) => s.by === 'torque');
  const overdue = shown.wrench?.due != null && shown.wrench.due < new Date().toISOString().slice(0, 10);
  return (
    <>
      <StationFrame
        label="Torque"
        asideLabel="Groups"
        face={faceOf(torque)}
        next={null}
        aside={
          <div className="grid content-start gap-4">
            <ol className="border-t border-ink/60 bg-sheet">
              {groups.map((g) => (
                <li key={g.group.key} className="border-b border-rule px-3 py-2">
                  <p className={`font-semibold first-letter:uppercase ${g === group ? 'text-brass' : ''}`}>
                    {g.group.name} {g.done && <span className="text-within">✓ tight</span>}
                  </p>
                  <p className="figure text-small">{stepsText(g)}</p>
                  <p className="text-small text-soft">
                    {g.order.length} bolts, threads {CONDITIONS[g.group.condition]}, order{' '}
                    {g.group.numbered === 'maker' ? 'by the maker’s numbers' : 'from where they sit'};{' '}
                    {g.group.source.document}, {g.group.source.page}
                  </p>
                  {g.again && <p className="text-small text-undecided">Begun anew: {g.again}.</p>}
                  {[...g.odd.entries()].map(([h, o]) => (
                    <p key={h} className="text-small text-undecided">
                      Bolt {h}: {o.text}
                    </p>
                  ))}
                  {laterText(g) && (
                    <Later
                      text={laterText(g)!}
                      due={g.due?.on ?? null}
                      onDay={mayDo ? (on) => torque.later(g.group.key, on) : null}
                    />
                  )}
                  {g.done && g.checked && (
                    <p className="text-small text-within">Clicked once more: nothing moved.</p>
                  )}
                  {mayDo && g.done && !g.checked && g.group.steps.every((s) => s.by !== 'angle') && (
                    <Button look="quiet" onClick={() => setChecking(g.group.key)}>
                      Click once more
                    </Button>
                  )}
                  {mayDo && g.passes.some((p) => p.done.size > 0) && (
                    <Button look="quiet" onClick={() => setAnew(g)}>
                      Begin it anew
                    </Button>
                  )}
                </li>
              ))}
            </ol>
            {line.status === 'ready' && (
              <p className="text-small text-within">
                {line.name || 'A wrench'} on the line: a click near what is wanted counts for one bolt.
              </p>
            )}
            {shown.wrench ? (
              <p className="text-small">
                <span className="font-semibold">{shown.wrench.name}</span>, up to{' '}
                <span className="figure">{shown.wrench.range}</span> N·m
                {shown.wrench.due === null ? (
                  <span className="text-undecided">, calibration not on file</span>
                ) : (
                  <span className={overdue ? 'font-semibold text-beyond' : 'text-soft'}>
                    , calibrated until {dayText(shown.wrench.due)}
                    {overdue && ': overdue'}
                  </span>
                )}
              </p>
            ) : null}
            {d !== null && k !== undefined && last && (
              <p className="text-small text-soft">
                <span className="figure">{last.value}</span> N·m pulls about{' '}
                <span className="figure">{preload(last.value, d, k).toFixed(1)}</span> kN here (F = T/(K·d), K{' '}
                {k}); another state of the threads pulls otherwise.
              </p>
            )}
            <p className="text-small text-soft">
              Use the figure and thread condition of the manual. One-time bolts are replaced.
            </p>
          </div>
        }
        bar={
          mayDo &&
          (group === null ? (
            <Folded
              label="Torque bar"
              says="Nothing is left to tighten."
              said={torque.lastSaid}
              onBack={torque.last ? torque.takeBack : null}
            />
          ) : (
            <Bar label="Torque bar">
              <BarPart part="first">
                <BarPress
                  says={
                    asks !== null
                      ? 'Take marked answer'
                      : !group.wrench
                        ? 'Which wrench?'
                        : now!.holes.length === 1
                          ? `Bolt ${now!.holes[0]} done`
                          : `All ${now!.holes.length} done`
                  }
                  onPress={() => act(asks !== null)}
                />
              </BarPart>
              <BarPart part="middle" className="gap-x-5 flex-row! items-center justify-start!">
                <Button look="quiet" onClick={() => setOpen('wrench')}>
                  Wrench <Kbd>w</Kbd>
                </Button>
                <Button look="quiet" onClick={() => setOpen('odd')}>
                  A bolt is not so <Kbd>x</Kbd>
                </Button>
              </BarPart>
              <LastSaid said={torque.lastSaid} onBack={torque.last ? torque.takeBack : null} />
            </Bar>
          ))
        }
      >
        {tabs}
        <section
          className="border-l-5 border-brass bg-sheet p-4"
          aria-live="polite"
          aria-label="Torque run"
          data-torque={now ? `${now.group}:${now.pass}:${now.holes.join('-')}` : (asks ?? 'done')}
        >
          {group === null ? (
            <p className="text-reading font-semibold text-within">Everything is tightened.</p>
          ) : asks !== null ? (
            <>
              <p className="text-reading leading-tight font-semibold">{asks}</p>
              <div className="mt-3 flex flex-wrap gap-3">
                {(['free', 'touches'] as const).map((is, i) => (
                  <Button
                    key={is}
                    look={torque.marked === i ? 'brass' : undefined}
                    onClick={() => torque.answer(is)}
                  >
                    {is === 'free' ? 'It turns freely' : 'Something touches'} <Kbd>{i + 1}</Kbd>
                  </Button>
                ))}
              </div>
            </>
          ) : (
            <>
              <p className="text-lead text-soft">
                {group.group.name}, step {now!.pass + 1} of {group.group.steps.length}
              </p>
              <p className="text-reading leading-tight font-semibold">
                {now!.holes.length === 1 ? `Bolt ${now!.holes[0]}` : `All ${now!.holes.length}, in order`}
              </p>
              <p className="figure text-[2.75rem] leading-none font-semibold">
                {stepText(step!, group.wrench)}
              </p>
              {group.wrench?.adapter && step!.by === 'torque' && (
                <p className="text-soft">
                  set so, for {stepText(step!, null)} at the bolt through the adapter
                </p>
              )}
              {now!.pass === group.group.steps.length - 1 && (
                <p className="mt-1 font-semibold text-brass">Paint mark on each as it is done.</p>
              )}
              {group.group.before && <p className="mt-1">{group.group.before}</p>}
            </>
          )}
          <TorqueMap group={shown} groups={groups} now={now} />
          {trouble && open === null && (
            <p role="alert" className="text-lead font-semibold text-beyond">
              {trouble}
            </p>
          )}
        </section>
      </StationFrame>
      {open === 'wrench' && group && (
        <WrenchSheet file={file} group={group} torque={torque} onClose={() => setOpen(null)} />
      )}
      {open === 'odd' && group && (
        <OddBoltSheet
          group={group}
          hole={now?.holes[0] ?? group.order[0]!}
          torque={torque}
          onClose={() => setOpen(null)}
        />
      )}
      {anew && (
        <ReasonSheet
          title={`Begin ${anew.group.name} anew`}
          label="Why again"
          hint="Slacken the whole group first, in stages; all of it is open then, and what was read on it as well."
          most={500}
          keep="All of it again"
          trouble={trouble}
          onKeep={(text) => torque.again(anew.group.key, text)}
          onClose={() => setAnew(null)}
        />
      )}
      {checked && <CheckSheet group={checked} torque={torque} onClose={() => setChecking(null)} />}
    </>
  );
}

/** When a group is tightened again, and the day somebody sets for it. */
function Later({
  text,
  due,
  onDay,
}: {
  text: string;
  due: string | null;
  onDay: ((on: string) => void) | null;
}) {
  return (
    <div className="mt-1">
      <p className={`text-small font-semibold ${due ? '' : 'text-brass'}`}>{text}</p>
      {onDay && (
        <div className="no-print max-w-44">
          <TextField
            label={due ? 'Another day' : 'The day'}
            type="date"
            value={due ?? ''}
            onChange={(e) => {
              if (/^\d{4}-\d{2}-\d{2}$/u.test(e.target.value)) onDay(e.target.value);
            }}
          />
        </div>
      )}
    </div>
  );
}

/** What is read from a metre: the bolt, what the wrench is set to. */
function faceOf({ group, now, asks, marked, trouble }: Torque): Face {
  if (group === null) return { of: '', big: 'Everything is tightened.' };
  if (asks !== null)
    return {
      of: group.group.name,
      big: asks,
      answers: ['It turns freely', 'Something touches'].map((text, i) => ({ text, marked: marked === i })),
      waits: trouble,
    };
  return {
    of: `${group.group.name}, step ${now!.pass + 1} of ${group.group.steps.length}`,
    big: now!.holes.length === 1 ? `Bolt ${now!.holes[0]}` : `All ${now!.holes.length}, in order`,
    figure: stepText(group.group.steps[now!.pass]!, group.wrench),
    waits: trouble ?? (group.wrench ? null : 'Which wrench? Key w.'),
  };
}
