import type { ReactNode } from 'react';
import { nextHere, useJobContext, useStationId } from '../job/index.js';
import { VerdictMark } from '../ui/index.js';

/** What a station that is done and not read shows from a metre. */
export interface Face {
  /** What it is of: the step, the group. */
  readonly of: string;
  /** The one thing to read: the question, the bolt. */
  readonly big: string;
  /** A figure beside it. */
  readonly figure?: string;
  /** Answers by their number, the one the foot has marked. */
  readonly answers?: readonly { readonly text: string; readonly marked: boolean }[];
  /** What it waits for; null where it does not. */
  readonly waits?: string | null;
}

/** The sheet of what is read from a metre: it has all the room between the line and the bar, and cuts nothing. */
export const Glance = ({ children }: { children: ReactNode }) => (
  <section
    aria-label="Glance"
    tabIndex={0}
    className="flex min-h-0 flex-1 flex-col gap-4 overflow-y-auto px-8 py-4 max-md:px-4 [&>*:first-child]:mt-auto [&>*:last-child]:mb-auto"
  >
    {children}
  </section>
);

export function FaceOf({ face: { of, big, figure, answers = [], waits = null } }: { face: Face }) {
  return (
    <Glance>
      <p className="text-lead text-soft">{of}</p>
      <p aria-live="polite" className="text-glance leading-tight font-semibold">
        {big}
      </p>
      {figure && (
        <p className="figure text-glance-figure leading-none font-semibold whitespace-nowrap">{figure}</p>
      )}
      {answers.length > 0 && (
        <ol className="grid gap-2">
          {answers.map((a, i) => (
            <li
              key={a.text}
              className={`border-l-8 pl-5 text-glance leading-tight ${a.marked ? 'border-brass font-semibold' : 'border-transparent'}`}
            >
              <span className="figure">{i + 1}</span> {a.text}
            </li>
          ))}
        </ol>
      )}
      {waits && <p className="border-l-8 border-undecided pl-5 text-glance leading-tight">{waits}</p>}
    </Glance>
  );
}

/** What this station waits for, where nothing is read at it. */
export function NextFace() {
  const { judgement, unit } = useJobContext();
  const here = useStationId();
  const verdict = judgement.marks[here]?.verdict ?? null;
  return (
    <Glance>
      {verdict && (
        <p className="text-glance leading-tight font-semibold">
          <VerdictMark state={verdict} big />
        </p>
      )}
      <p aria-live="polite" className="border-l-8 border-brass pl-5 text-glance leading-tight">
        {nextHere(judgement, here)?.sentence(unit) ?? 'Nothing is left to do here.'}
      </p>
    </Glance>
  );
}
