import { entryKind, ledgerOf } from '../ledger/index.js';
import { oneOf } from '../shape/index.js';
import { fact } from './fact.js';
import type { JobFile } from './jobFile.js';

interface JobKindInfo {
  readonly name: string;
  /** What is done, in a sentence. */
  readonly says: string;
  /** Stations nothing is wanted of. */
  readonly without: readonly string[];
  /** The cylinders are not opened: their walls stay as they are. */
  readonly topLeftOn?: true;
  /** It is not started here: what goes back is oiled and closed. */
  readonly notStarted?: true;
}

const TOP_LEFT_ON = ['decide', 'prepare', 'top'];

/** What a job is for: which stations it needs, and what is not asked of it. */
export const JOB_KINDS = {
  rebuild: {
    name: 'rebuild',
    says: 'comes apart, is measured and decided, goes together and is started',
    without: [],
  },
  'parts-only': {
    name: 'parts only',
    says: 'a cylinder and its piston were brought: measured, decided, made ready, given back',
    without: ['before', 'strip', 'top', 'refit'],
    notStarted: true,
  },
  'ring-set': {
    name: 'ring set',
    says: 'new rings sized to a bore: its rule, the leaves, a bag for each',
    without: ['before', 'strip', 'clean', 'decide', 'outside', 'top', 'refit'],
    notStarted: true,
  },
  refresh: {
    name: 'refresh',
    says: 'nothing failed: no cause is asked for, what is used again on sight is named so',
    without: [],
  },
  'bare-engine': {
    name: 'bare engine',
    says: 'without its machine: no access, cables or fuel; goes back oiled and closed',
    without: [],
    notStarted: true,
  },
  'crank-swap': {
    name: 'crank swap',
    says: 'another crank; bores and rings are not opened',
    without: TOP_LEFT_ON,
    topLeftOn: true,
  },
  'bottom-end': {
    name: 'bottom end, top left on',
    says: 'crank, bearings and gearbox; bores are not opened',
    without: TOP_LEFT_ON,
    topLeftOn: true,
  },
} as const satisfies Record<string, JobKindInfo>;
export type JobKind = keyof typeof JOB_KINDS;
export const JOB_KIND_KEYS = Object.keys(JOB_KINDS) as readonly JobKind[];

/** What kind of job it is, as it was said last. */
export const JOB_KIND = entryKind('job-kind', { is: oneOf(...JOB_KIND_KEYS) });

/** What kind of job it is; a rebuild while nobody has said. */
export const jobKind = fact('kind of job', (file): JobKind => {
  const said = ledgerOf(file.log).standing([JOB_KIND.kind]).at(-1);
  return said && JOB_KIND.is(said) ? said.is : 'rebuild';
});

/** What is known of a kind of job. */
export const jobKindInfo = (file: JobFile): JobKindInfo => JOB_KINDS[jobKind(file)];

/** Whether the cylinder was lifted all the same, by how it comes apart. By the name of the entry: its kind belongs to a room above. */
const topLifted = fact('top lifted', (file): boolean => {
  const plan = ledgerOf(file.log).standing(['strip-plan']).at(-1) as { readonly scope?: string } | undefined;
  return plan?.scope !== undefined && plan.scope !== 'bottom';
});

/** Whether a job of its kind needs a station at all: what was lifted is put back by its list. */
export const wantsStation = (file: JobFile, station: string): boolean => {
  const { without, topLeftOn } = jobKindInfo(file);
  return !without.includes(station) || (station === 'top' && topLeftOn === true && topLifted(file));
};
