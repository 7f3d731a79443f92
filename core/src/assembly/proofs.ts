import { mayNotAssemble } from '../cause/index.js';
import type { JobFile } from '../job/index.js';
import { openSteps, RING_NAMES, type Place } from '../cylinder/index.js';
import { nextReads, openZero, readingsOf } from '../readings/index.js';
import { askedRings, gapAt, gapTarget, orderOfWork, packOf, preparing } from '../rings/index.js';
import { lashChoice } from '../setup/index.js';
import { notClear } from './clearValves.js';
import { openCrank } from '../strip/index.js';
import { torqueRun } from '../torque/index.js';
import type { LengthUnit } from '../units/index.js';
import { cylinderOf, placeName, verdictSentence, type Figure } from '../verdicts/index.js';
import type { Proof } from './assemblySheet.js';
import { wantsPicture, type RunStep } from './run.js';

/** Where what a step waits for is had. */
export interface ProofRemedy {
  /** Station, and the part of it. */
  readonly station: string;
  readonly part: 'set-up' | 'torque' | null;
  /** Where a gauge goes for it. */
  readonly at: Place | null;
  /** What of the engine's sheet is wanted for it, by the key of the want; null where it is no matter of the sheet. */
  readonly sheet: string | null;
}

/** Why a step is not done yet, and where to go for it; nowhere where only words help. */
interface Waits {
  readonly why: string;
  readonly go: ProofRemedy | null;
}

const at = (station: string, part: ProofRemedy['part'] = null, place: Place | null = null): ProofRemedy => ({
  station,
  part,
  at: place,
  sheet: null,
});
/** Nothing on file can be held against anything: it is typed where the step waits. */
const onSheet = (sheet: string): ProofRemedy => ({ station: 'top', part: null, at: null, sheet });

/** What of a figure keeps a step waiting: everything but within, and a limit nobody has put on file. */
const speaksAgainst = (f: Figure): boolean =>
  f.state === 'beyond' || f.state === 'undecided' || f.because === 'unread';

interface Asked {
  readonly file: JobFile;
  readonly figures: readonly Figure[];
  readonly cylinder: number | null;
  readonly unit: LengthUnit;
}

/** What settles a figure that waits for one thing more: said in its words, with where it is read. */
function settles({ file, unit }: Asked, f: Figure, go: ProofRemedy): Waits {
  const readings = readingsOf(file, unit);
  const { headline, todo } = verdictSentence(file, f, unit);
  if (f.because === 'unseen') {
    const third = nextReads(file, f, readings).find((r) => r.action.kind === 'third-direction')?.action
      .station;
    if (third)
      return {
        why: `${headline} Take ${placeName(file, third, unit)}.`,
        go: at('measure', null, third),
      };
  }
  if (f.because === 'zero-open') {
    const gauge = file.instruments.find((i) => openZero(readings.zeros, i.id) !== null);
    return {
      why: `${headline} It waits for the closing zero${gauge ? ` of ${gauge.name}` : ''}.`,
      go: at('measure'),
    };
  }
  return { why: f.state === 'beyond' || !todo ? headline : `${headline} ${todo}`, go };
}

function figuresSay(of: Asked, is: (f: Figure) => boolean, none: Waits, go: ProofRemedy): Waits | null {
  const own = of.figures.filter(is);
  if (own.length === 0) return none;
  const against = own.find(speaksAgainst);
  if (!against) return null;
  if (against.state === 'beyond' && cylinderOf(against) !== null && !against.feature.startsWith('ring.'))
    return settles(of, against, at('decide'));
  return settles(of, against, go);
}

const hasLimit = ({ file }: Asked, is: (feature: string) => boolean): boolean =>
  file.engine.limits.some((l) => is(l.feature));

const BY: Readonly<Record<Proof, (of: Asked) => Waits | null>> = {
  none: () => null,
  cause: ({ file }) => {
    const why = mayNotAssemble(file);
    return why === null ? null : { why, go: at('clean') };
  },
  washed: ({ file, cylinder: c }) => {
    const open = openSteps(file.log, file.engine.cylinders.length).find(
      (o) => c === null || o.cylinders.includes(c),
    );
    const order = preparing(file).find((s) => s.key === 'wash' && s.cylinder === c && s.done === null);
    return open || order
      ? { why: 'The wall is not washed since it was worked on: Prepare.', go: at('prepare') }
      : null;
  },
  clearance: (of) =>
    figuresSay(
      of,
      (f) => f.feature === 'clearance' && cylinderOf(f) === of.cylinder,
      { why: 'The clearance of this piston in this bore is not proved yet: Measure.', go: at('measure') },
      at('measure'),
    ),
  gaps: (of) =>
    filedSince(of) ??
    figuresSay(
      of,
      // Rails no sheet speaks of go on as they come.
      (f) =>
        f.feature.startsWith('ring.gap') &&
        cylinderOf(f) === of.cylinder &&
        !(f.feature === 'ring.gap.rail' && f.state === 'noLimit'),
      // Nothing to prove a gap by is no matter of Prepare, which would send back: it is typed, or said in words.
      !hasLimit(of, (x) => x.startsWith('ring.gap')) &&
        (of.cylinder === null || !packOf(of.file, of.cylinder))
        ? {
            why: 'No ring gap is on file to prove one by: type it, or write down by what figure the gaps were set.',
            go: onSheet('ring-gap'),
          }
        : { why: 'No ring gap of this cylinder is proved yet: Prepare.', go: at('prepare') },
      at('prepare'),
    ),
  clock: ({ file, cylinder: c }) =>
    c === null || orderOfWork(file, c).some((s) => s.key === 'clock' && s.done !== null)
      ? null
      : packOf(file, c)
        ? { why: 'The gaps are not set to their angles yet: the ring clock, at Prepare.', go: at('prepare') }
        : {
            why: 'No ring sheet is on file to set the gaps by: type it, or write down how the gaps lie.',
            go: onSheet('rings'),
          },
  squish: (of) =>
    hasLimit(of, (x) => x === 'setup.squish' || x === 'setup.deck')
      ? figuresSay(
          of,
          (f) => f.feature === 'setup.squish' || f.feature === 'setup.deck',
          { why: 'Neither deck nor squish is read yet: Set-up, beside.', go: at('top', 'set-up') },
          at('top', 'set-up'),
        )
      : {
          why: 'No limit for deck or squish is on file: type it, or write down what was read.',
          go: onSheet('squish'),
        },
  contact: ({ file, figures, unit }) => {
    const why = notClear(file, figures, unit);
    return why === null ? null : { why, go: at('top', 'set-up') };
  },
  lash: (of) => lash(of),
  'head-tight': ({ file }) => tight(file, 'head'),
  'cylinder-tight': ({ file }) => tight(file, 'cylinder'),
  counted: ({ file }) => {
    const why = openCrank(file).mayNotCover;
    return why === null ? null : { why, go: at('strip') };
  },
};

/** A ring that was filed after its last leaf: nobody knows how far it is open. */
function filedSince({ file, cylinder }: Asked): Waits | null {
  if (cylinder === null) return null;
  const ring = askedRings(file, cylinder).find((r) => {
    const at = gapAt(file, cylinder, r, gapTarget(file, cylinder, r).depths.least);
    return at !== null && !at.tried;
  });
  return ring === undefined
    ? null
    : {
        why: `The ${RING_NAMES[ring]} is not tried since it was filed: Prepare.`,
        go: at('prepare'),
      };
}

function lash(of: Asked): Waits | null {
  const { file } = of;
  if (file.engine.strokes !== 4 || !hasLimit(of, (x) => x.startsWith('setup.valve'))) return null;
  const go = at('top', 'set-up');
  // What was read before head or caps were tightened, or came off again, is put aside: it is missing here.
  const left = lashChoice(file).missing.find((m) => m.wants !== 'shim');
  if (left)
    return {
      why: `The clearance of the ${left.name} is not read since head and caps were tightened: Set-up, beside, cold.`,
      go,
    };
  return figuresSay(
    of,
    (f) => f.feature.startsWith('setup.valve'),
    { why: 'No valve clearance is read yet: Set-up, beside.', go },
    go,
  );
}

function tight(file: JobFile, clamps: 'head' | 'cylinder'): Waits | null {
  const groups = torqueRun(file).groups.filter((g) => g.group.clamps === clamps);
  // Nothing on file is no proof: how it is tightened is written down instead.
  if (groups.length === 0)
    return {
      why: `No torque plan is on file for what holds the ${clamps} down: type it, or write down how it is tightened.`,
      go: onSheet(`torque:${clamps}`),
    };
  const open = groups.find((g) => !g.done);
  return open ? { why: `Tighten ${open.group.name} first: Torque, beside.`, go: at('top', 'torque') } : null;
}

const proofOf = (file: JobFile, figures: readonly Figure[], s: RunStep, unit: LengthUnit): Waits | null =>
  BY[s.step.proof]({ file, figures, cylinder: s.cylinder, unit });

/**
 * Why a step is not done yet: what has to be proved before it is not. Asked again whenever it is shown, so that what was
 * proved once and is open again keeps it waiting.
 */
export const notProved = (
  file: JobFile,
  figures: readonly Figure[],
  s: RunStep,
  unit: LengthUnit = 'mm',
): string | null => proofOf(file, figures, s, unit)?.why ?? null;

/** Where what a step waits for is had; null where it waits for nothing, or only words help. */
export const remedyFor = (file: JobFile, figures: readonly Figure[], s: RunStep): ProofRemedy | null =>
  proofOf(file, figures, s, 'mm')?.go ?? null;

/** What a step waits for now: its proof, then, once what is asked was seen, its photo. */
export const waitsFor = (
  file: JobFile,
  figures: readonly Figure[],
  s: RunStep,
  unit: LengthUnit = 'mm',
): string | null =>
  notProved(file, figures, s, unit) ??
  (wantsPicture(s) ? 'Take its photo, or say why there is none: nobody sees it again.' : null);

/** Steps that are done and whose proof no longer stands. */
export const unprovedSteps = (
  file: JobFile,
  figures: readonly Figure[],
  steps: readonly RunStep[],
  unit: LengthUnit = 'mm',
): readonly { readonly step: RunStep; readonly why: string }[] =>
  steps.flatMap((s) => {
    const why = s.state === 'done' ? notProved(file, figures, s, unit) : null;
    return why === null ? [] : [{ step: s, why }];
  });
