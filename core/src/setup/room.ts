import { WORK_DONE, STACK_LAID } from '../cylinder/index.js';
import { BUILD_SAID, buildNow, type JobFile } from '../job/index.js';
import { measurandFigures, measurandPlace, type MeasuringRoom } from '../measurands/index.js';
import { buildText, GASKETS } from '../specs/index.js';
import { capital, verdictSection, type Block, type Figure } from '../verdicts/index.js';
import { CAM_TIMED, camFigures } from './camTiming.js';
import { contactFigures } from './contact.js';
import { DRY_FIT, dryFitDue } from './dryFit.js';
import { laidAt } from './laid.js';
import { lashFigures } from './lash.js';
import { CHAIN_RIVET, DECOMPRESSOR, SETUP_MEASURES } from './measures.js';
import { PORT_MEASURES } from './portMeasures.js';
import { portBlocks } from './portReport.js';
import { SHIMS } from './sheets.js';
import { endFigures } from './squish.js';
import { SHIM_IN, SHIMS_THERE } from './shimEntries.js';
import { shimsIn } from './shimsNow.js';
import { tell } from './tell.js';
import { CRANK_TRAIN, VALVE_TRAIN } from './trainSheet.js';
import { setupWants } from './wants.js';

const isOwn = (f: Figure): boolean =>
  f.subject.of === 'part' && f.feature !== 'finding' && f.subject.thing.startsWith('setup.');

/** What was read of some measures: nobody asks for them unless somebody wants them. */
const readOnly = (file: JobFile, measures: typeof SETUP_MEASURES): Figure[] =>
  measures.flatMap((m) => measurandFigures(file, m, [m])).filter((f) => f.because !== 'unread');

/** Work that is done while an engine is set up. */
const SETS_UP: ReadonlySet<string> = new Set(['gasket-changed', 'skimmed', 'shim-changed', 'cams-set']);

/** Setting an engine up: deck, squish and the gaskets that bring them in; valves, cams, ports. */
export const setup: MeasuringRoom = {
  name: 'setup',
  station: 'top',
  measuring: { title: 'Set-up', measures: SETUP_MEASURES },
  sheets: [GASKETS, SHIMS, CRANK_TRAIN, VALVE_TRAIN],
  wants: setupWants,
  entries: [STACK_LAID, BUILD_SAID, CAM_TIMED, SHIM_IN, SHIMS_THERE],
  places: SETUP_MEASURES.map(measurandPlace),
  figures: (file: JobFile) => [
    ...endFigures(file),
    ...lashFigures(file),
    ...contactFigures(file),
    ...camFigures(file),
    ...readOnly(file, [DECOMPRESSOR, CHAIN_RIVET, ...PORT_MEASURES]),
  ],
  takes: { kinds: [WORK_DONE.kind], is: (e) => WORK_DONE.is(e) && SETS_UP.has(e.what) },
  actions: (file, { figures }) => [
    { urgency: 'step', find: () => (dryFitDue(file, figures) ? DRY_FIT : null) },
  ],
  tell,
  report: (file, { figures }, ask) => {
    const own = figures.filter(isOwn);
    const laid = (['base', 'head'] as const).flatMap((where): Block[] => {
      const now = laidAt(file, where);
      return now
        ? [
            {
              kind: 'text',
              text: `${capital(where)} gaskets: ${now.names.length === 0 ? 'none' : now.names.join(', ')}.`,
            },
          ]
        : [];
    });
    const now = buildNow(file);
    const build: Block[] = now
      ? [
          {
            kind: 'text',
            text: `Built of ${buildText({ head: now.head ?? '?', cams: now.cams ?? '?', piston: now.piston ?? '?', gasket: now.gasket ?? '?' })}.${Object.values(now).includes(null) ? ' What was changed since was not said again.' : ''}`,
          },
        ]
      : [];
    const more = [
      ...laid,
      ...shimsIn(file).map((e): Block => ({ kind: 'text', text: `${tell(e, file, ask.unit)}.` })),
      ...(own.some((f) => f.subject.of === 'part') ? build : []),
      ...portBlocks(file, ask.unit),
    ];
    return own.length === 0 && more.length === 0
      ? []
      : verdictSection(file, 'setup', 'Set-up', own, ask.unit, more);
  },
};
