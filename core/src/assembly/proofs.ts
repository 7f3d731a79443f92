import { mayNotAssemble } from '../cause/index.js';
import type { JobFile } from '../job/index.js';
import { openSteps } from '../log/index.js';
import { orderOfWork, preparing } from '../rings/index.js';
import { lashChoice } from '../setup/index.js';
import { notClear } from './clearValves.js';
import { openCrank } from '../strip/index.js';
import { torqueRun } from '../torque/index.js';
import { cylinderOf, verdictSentence, type Figure } from '../verdicts/index.js';
import type { Proof } from './assemblySheet.js';
import { wantsPicture, type RunStep } from './run.js';

/** What of a figure keeps a step waiting: everything but within, and a limit nobody has put on file. */
const speaksAgainst = (f: Figure): boolean =>
  f.state === 'beyond' || f.state === 'undecided' || f.because === 'unread';

function figuresSay(
  file: JobFile,
  figures: readonly Figure[],
  is: (f: Figure) => boolean,
  none: string | null,
): string | null {
  const own = figures.filter(is);
  if (own.length === 0) return none;
  const against = own.find(speaksAgainst);
  return against ? verdictSentence(file, against, 'mm').headline : null;
}

const BY: Readonly<
  Record<Proof, (file: JobFile, figures: readonly Figure[], cylinder: number | null) => string | null>
> = {
  none: () => null,
  cause: (file) => mayNotAssemble(file),
  washed: (file, _, c) => {
    const open = openSteps(file.log, file.engine.cylinders.length).find(
      (o) => c === null || o.cylinders.includes(c),
    );
    const order = preparing(file).find((s) => s.key === 'wash' && s.cylinder === c && s.done === null);
    return open || order ? 'The wall is not washed since it was worked on: Prepare.' : null;
  },
  clearance: (file, figures, c) =>
    figuresSay(
      file,
      figures,
      (f) => f.feature === 'clearance' && cylinderOf(f) === c,
      'The clearance of this piston in this bore is not proved yet: Measure.',
    ),
  gaps: (file, figures, c) =>
    figuresSay(
      file,
      figures,
      (f) => f.feature.startsWith('ring.gap') && cylinderOf(f) === c,
      'No ring gap of this cylinder is proved yet: Prepare.',
    ),
  clock: (file, _, c) =>
    c === null || orderOfWork(file, c).some((s) => s.key === 'clock' && s.done !== null)
      ? null
      : 'The gaps are not set to their angles yet: the ring clock, at Prepare.',
  squish: (file, figures) =>
    file.engine.limits.some((l) => l.feature === 'setup.squish' || l.feature === 'setup.deck')
      ? figuresSay(
          file,
          figures,
          (f) => f.feature === 'setup.squish' || f.feature === 'setup.deck',
          'Neither deck nor squish is read yet: Set-up, beside.',
        )
      : 'No limit for deck or squish is on file: enter it on the sheet, or write down what was read.',
  contact: (file, figures) => notClear(file, figures),
  lash: (file, figures) => lash(file, figures),
  'head-tight': (file) => tight(file, 'head'),
  'cylinder-tight': (file) => tight(file, 'cylinder'),
  counted: (file) => openCrank(file).mayNotClose,
};

function lash(file: JobFile, figures: readonly Figure[]): string | null {
  const own = (f: Figure) => f.feature.startsWith('setup.valve');
  if (file.engine.strokes !== 4 || !file.engine.limits.some((l) => l.feature.startsWith('setup.valve')))
    return null;
  // What was read before head or caps were tightened, or came off again, is put aside: it is missing here.
  const left = lashChoice(file).missing.find((m) => m.wants !== 'shim');
  if (left)
    return `The clearance of the ${left.name} is not read since head and caps were tightened: Set-up, beside, cold.`;
  return figuresSay(file, figures, own, 'No valve clearance is read yet: Set-up, beside.');
}

function tight(file: JobFile, clamps: 'head' | 'cylinder'): string | null {
  const groups = torqueRun(file).groups.filter((g) => g.group.clamps === clamps);
  // Nothing on file is no proof: how it is tightened is written down instead.
  if (groups.length === 0)
    return `No torque plan is on file for what holds the ${clamps} down: enter it on the sheet, or write down how it is tightened.`;
  const open = groups.find((g) => !g.done);
  return open ? `Tighten ${open.group.name} first: Torque, beside.` : null;
}

/**
 * Why a step is not done yet: what has to be proved before it is not. Asked again whenever it is shown, so that what was
 * proved once and is open again keeps it waiting.
 */
export const notProved = (file: JobFile, figures: readonly Figure[], s: RunStep): string | null =>
  BY[s.step.proof](file, figures, s.cylinder);

/** What a step waits for now: its proof, then, once what is asked was seen, its photo. */
export const waitsFor = (file: JobFile, figures: readonly Figure[], s: RunStep): string | null =>
  notProved(file, figures, s) ??
  (wantsPicture(s) ? 'Take its photo, or say why there is none: nobody sees it again.' : null);

/** Steps that are done and whose proof no longer stands. */
export const unprovedSteps = (
  file: JobFile,
  figures: readonly Figure[],
  steps: readonly RunStep[],
): readonly { readonly step: RunStep; readonly why: string }[] =>
  steps.flatMap((s) => {
    const why = s.state === 'done' ? notProved(file, figures, s) : null;
    return why === null ? [] : [{ step: s, why }];
  });
