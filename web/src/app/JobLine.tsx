import { Menu, MenuButton, MenuItem, MenuItems, MenuSeparator } from '@headlessui/react';
import { ChevronDown, ChevronLeft, EllipsisVertical, Glasses } from 'lucide-react';
import { lazy, Suspense, useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { importerOf } from '@tribos/core/ground';
import type { Tick } from '../frame/index.js';
import type { JobContext } from '../job/index.js';
import { toggleGlance, useSettings } from '../kit/settings.js';
import { stationName } from '../kit/stationPath.js';
import { useMay } from '../people/index.js';
import { CrankChip } from '../strip/index.js';
import { PinSheet } from '../tricks/index.js';
import { dayText, InLine, Kbd } from '../ui/index.js';

const EditJobSheet = lazy(async () => ({
  default: (await import('../jobs/EditJobSheet.js')).EditJobSheet,
}));
const PhoneCodeSheet = lazy(async () => ({
  default: (await import('../phone/PhoneCodeSheet.js')).PhoneCodeSheet,
}));

const WALLS = {
  'iron-sleeve': 'iron sleeves',
  plated: 'plated',
  chrome: 'hard chrome',
  unknown: 'wall not known',
} as const;
const ITEM =
  'flex min-h-11 w-full items-center px-4 text-left whitespace-nowrap data-focus:bg-page data-focus:font-semibold';

/** What a job is, in the line: number, engine, whose, promised when, what is open; papers and tools in one menu. */
export function JobLine({
  context,
  station,
  beside,
}: {
  context: JobContext;
  station: string;
  /** Stations nothing is wanted of: not on the run, and to be had all the same. */
  beside: readonly Tick[];
}) {
  const { job } = context.file;
  const { glance } = useSettings();
  const importedBy = importerOf(context.file);
  return (
    <>
      <InLine>
        <Link
          to="/"
          aria-label="To the benches"
          className="-ml-2 inline-flex size-11 shrink-0 items-center justify-center md:hidden"
        >
          <ChevronLeft aria-hidden="true" />
        </Link>
        <h1 className="shrink-0 text-title leading-tight font-semibold whitespace-nowrap max-md:shrink max-md:text-body max-md:whitespace-normal">
          <span className="figure mr-2 text-lead font-normal text-soft max-md:text-body">
            {String(job.number).padStart(4, '0')}
          </span>
          {job.machine}
        </h1>
        <p className="min-w-0 truncate text-soft max-lg:hidden">
          {job.customer} · {job.promised ? `promised ${dayText(job.promised)}` : 'no promise given'}
        </p>
        {importedBy !== null && (
          <p className="border border-undecided px-2 text-small leading-tight font-semibold text-undecided max-md:hidden">
            from a file {importedBy} brought in
          </p>
        )}
        <CrankChip jobId={job.id} station={station} />
      </InLine>
      <InLine part="hand">
        <PapersMenu context={context} station={station} beside={beside} />
        <button
          type="button"
          className="inline-flex min-h-11 min-w-11 items-center justify-center gap-1.5 px-1.5 max-md:hidden"
          aria-pressed={glance}
          title="From a metre"
          onClick={toggleGlance}
        >
          <Glasses size={18} aria-hidden="true" className={glance ? 'text-brass' : ''} />
          <span className="max-xl:sr-only">glance</span>
          <span className="max-xl:hidden">
            <Kbd>m</Kbd>
          </span>
        </button>
      </InLine>
    </>
  );
}

/** What is said of the job in small, where it came from, and everything that is done with the whole of it. */
function PapersMenu({
  context,
  station,
  beside,
}: {
  context: JobContext;
  station: string;
  beside: readonly Tick[];
}) {
  const { job, engine } = context.file;
  const [open, setOpen] = useState<'edit' | 'pin' | 'phone' | null>(null);
  const close = () => setOpen(null);
  const mayEdit = useMay('edit-job');
  const mayMeasure = useMay('measure');
  const importedBy = importerOf(context.file);
  const item = (label: string, act: () => void) => (
    <MenuItem key={label}>
      <button type="button" className={ITEM} onClick={act}>
        {label}
      </button>
    </MenuItem>
  );
  const paper = (label: string, to: string) => (
    <MenuItem key={label}>
      <Link className={ITEM} to={to}>
        {label}
      </Link>
    </MenuItem>
  );
  const file = (label: string, href: string) => (
    <MenuItem>
      <a className={ITEM} href={href} download>
        {label}
      </a>
    </MenuItem>
  );
  return (
    <>
      <Menu as="div" className="relative">
        <MenuButton
          aria-label="Papers and tools"
          className="inline-flex min-h-11 min-w-11 items-center justify-center gap-1 px-1.5"
        >
          <EllipsisVertical size={18} aria-hidden="true" className="md:hidden" />
          <span className="max-md:hidden">Papers</span>
          <ChevronDown size={16} aria-hidden="true" className="max-md:hidden" />
        </MenuButton>
        <MenuItems
          modal={false}
          className="absolute top-full right-0 z-50 grid max-w-80 border border-rule border-t-4 border-t-brass bg-sheet outline-none"
        >
          <Said>
            {job.customer} · {job.promised ? `promised ${dayText(job.promised)}` : 'no promise given'}
          </Said>
          <Said>
            {[
              job.engineNumber && `engine ${job.engineNumber}`,
              job.use,
              `${engine.cylinders.length === 1 ? 'one cylinder' : `${engine.cylinders.length} cylinders`}, ${WALLS[engine.wall]}`,
            ]
              .filter(Boolean)
              .join(' · ')}
          </Said>
          {importedBy !== null && <Said loud>from a file {importedBy} brought in</Said>}
          <MenuSeparator className="mt-2 border-t border-rule" />
          {mayEdit && item('Job details', () => setOpen('edit'))}
          {mayMeasure && item('Phone', () => setOpen('phone'))}
          {mayMeasure && item('Pin a trick', () => setOpen('pin'))}
          {item('From a metre', toggleGlance)}
          <MenuSeparator className="border-t border-rule" />
          {beside.map((t) => paper(`${t.name}: not needed`, t.to))}
          {paper('Timeline', `/jobs/${job.id}/timeline`)}
          {paper('Bench sheet', `/jobs/${job.id}/bench-sheet`)}
          {paper('Limits', `/engines/${engine.id}`)}
          {file('Job file', `/api/jobs/${job.id}/file`)}
          {file('Readings as CSV', `/api/jobs/${job.id}/readings.csv`)}
          {importedBy !== null && file('The file it came in', `/api/jobs/${job.id}/original`)}
        </MenuItems>
      </Menu>
      {open === 'edit' && (
        <Suspense fallback={null}>
          <EditJobSheet context={context} onClose={close} />
        </Suspense>
      )}
      {open === 'pin' && (
        <PinSheet
          engineId={engine.id}
          jobId={job.id}
          station={station}
          stationName={stationName(station)}
          onClose={close}
        />
      )}
      {open === 'phone' && (
        <Suspense fallback={null}>
          <PhoneCodeSheet jobId={job.id} station={station} onClose={close} />
        </Suspense>
      )}
    </>
  );
}

const Said = ({ loud = false, children }: { loud?: boolean; children: ReactNode }) => (
  <p className={`px-4 pt-2 text-small ${loud ? 'font-semibold text-undecided' : 'text-soft'}`}>{children}</p>
);
