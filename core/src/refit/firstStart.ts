import { standingIn, type AnyEntry } from '../ledger/index.js';
import { assemblyRun, generalFor, unprovedSteps } from '../assembly/index.js';
import { FLUIDS, type Fluid } from '../fluids/index.js';
import { fittedInVain } from '../inspect/index.js';
import { fact, jobKindInfo, type JobFile } from '../job/index.js';
import {
  backwards,
  effectiveSteps,
  jobLedger,
  openCrank,
  stripLog,
  stripPlan,
  type LedgerLine,
} from '../strip/index.js';
import { torqueRun } from '../torque/index.js';
import type { LengthUnit } from '../units/index.js';
import { type Figure } from '../verdicts/index.js';
import { HELD, checksFor, type RefitCheck } from './checks.js';
import { lastOpened } from './lastOpened.js';
import { leakNotProved } from './leakProof.js';
import {
  FLUID_FILLED,
  fluidName,
  REFIT_KINDS,
  REFIT_SEEN,
  type FluidFilled,
  type RefitSeen,
} from './refitEntries.js';

/** Entries of the refit that stand, in order. */
export const refitLog = (file: JobFile): readonly AnyEntry[] => standingIn(file.log, REFIT_KINDS);

export interface RefitState {
  readonly checks: readonly { readonly check: RefitCheck; readonly seen: RefitSeen | null }[];
  readonly fluids: readonly {
    readonly fluid: Fluid;
    readonly at: number;
    readonly filled: FluidFilled | null;
  }[];
}

/** What was seen and filled since the engine was last opened. */
export const refitState = fact('refitState', (file): RefitState => {
  const since = lastOpened(file);
  const seen = REFIT_SEEN.since(file.log, since);
  const filled = FLUID_FILLED.since(file.log, since);
  return {
    checks: checksFor(file).map((check) => ({
      check,
      seen: seen.findLast((s) => s.check === check.key) ?? null,
    })),
    fluids: (FLUIDS.of(file.engine)?.fluids ?? []).map((fluid, at) => ({
      fluid,
      at,
      // A fluid the sheet has otherwise since was not filled: another grade, another place in the list.
      filled:
        filled.findLast(
          (f) =>
            f.fluid === at &&
            f.what.replace(/, $/u, '') === fluidName(fluid) &&
            (fluid.bleed === '' || f.bled),
        ) ?? null,
    })),
  };
});

/** What came off of an engine that is rebuilt: steps and the maps of their bolts. One opened for a look goes back as it was. */
const wereOff = fact('wereOff', (file) => {
  const { chosen, steps } = stripPlan(file);
  const off = new Set(
    chosen?.purpose === 'rebuild'
      ? effectiveSteps(stripLog(file)).flatMap((s) => (s.is === 'off' ? [s.done.step] : []))
      : [],
  );
  const maps = new Set(steps.flatMap((s) => (off.has(s.step.key) && s.step.bolts ? [s.step.bolts.map] : [])));
  return { steps: off, maps };
});

/** Whether something came off that the assembly list puts back: cylinder, piston, head. */
const topWasOff = (file: JobFile): boolean =>
  generalFor(file).some((s) =>
    s.steps.some((x) => x.asks.length > 0 && x.refits.some((k) => wereOff(file).steps.has(k))),
  );

/** Named one by one; of many the first, and how many more. */
const NAMED = 4;

function stillOut(loose: readonly LedgerLine[]): string {
  const said = loose.map((l) => (l.surplus > 0 ? `${l.surplus} ${l.name} too many` : `${l.open} ${l.name}`));
  const more = said.length - NAMED;
  return `Still out: ${said.slice(0, NAMED).join(', ')}${more > 0 ? `, and ${more} more lines of the count` : ''}.`;
}

/**
 * Why the engine is not started yet; empty where it may. It opens only when everything that came off is back, everything
 * small is accounted for, the top end is together and tight, fluids stand at their marks and what else goes on was seen.
 */
export function notYetStarted(
  file: JobFile,
  figures: readonly Figure[],
  unit: LengthUnit = 'mm',
): readonly string[] {
  const plan = stripPlan(file);
  const off = backwards(plan);
  const { mayNotClose, ways } = openCrank(file);
  const loose = jobLedger(file).filter((l) => l.open > 0 || l.surplus > 0);
  const run = assemblyRun(file);
  const tight = torqueRun(file);
  const { checks, fluids } = refitState(file);
  const count = (n: number, one: string, many: string) => `${n} ${n === 1 ? one : many}`;
  return [
    ...(off.length > 0
      ? [
          `${count(off.length, 'step of the strip is', 'steps of the strip are')} not back: ${off[0]!.step.what.toLowerCase()} is next.`,
        ]
      : []),
    ...(ways.length > 0 && mayNotClose ? [mayNotClose] : []),
    ...(loose.length > 0 ? [stillOut(loose)] : []),
    ...fittedInVain(file),
    ...(run.begun
      ? [
          ...(run.now ? [`Top end: ${run.done} of ${run.steps.length} steps done.`] : []),
          ...run.provisional.map((p) => `${p.text.charAt(0).toUpperCase()}${p.text.slice(1)}.`),
          ...run.steps
            .filter((s) => s.waitsForAgain && s.state === 'done')
            .map((s) => `Not looked at a second time: ${s.step.what.toLowerCase()}.`),
          ...unprovedSteps(file, figures, run.steps, unit).map((u) => u.why),
        ]
      : []),
    ...(run.begun === null && topWasOff(file)
      ? ['The top end is not put together by its list: without its list nobody looked at what ruins engines.']
      : []),
    ...tight.groups
      .filter((g) => !g.done && (tight.begun || wereOff(file).maps.has(g.group.map)))
      .map((g) => `Not tightened: ${g.group.name}.`),
    // What is not started here goes back without its fluids: oiled and closed.
    ...fluids
      .filter((f) => f.filled === null && !jobKindInfo(file).notStarted)
      .map((f) => `Not filled: ${fluidName(f.fluid)}.`),
    ...(checks.some((c) => c.seen?.answer === HELD) ? [leakNotProved(file)].filter((w) => w !== null) : []),
    ...(checks.some((c) => c.seen === null)
      ? [
          `Not looked at: ${checks
            .filter((c) => c.seen === null)
            .map((c) => c.check.ask.toLowerCase())
            .join(', ')}.`,
        ]
      : []),
  ];
}
