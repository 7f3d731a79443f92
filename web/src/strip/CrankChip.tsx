import { Popover, PopoverButton, PopoverPanel } from '@headlessui/react';
import { memo } from 'react';
import { stationPath } from '../kit/stationPath.js';
import { useFact } from '../kit/useFact.js';
import { TextLink } from '../ui/index.js';
import { openCrank, type LedgerLine } from '@tribos/core/strip';

/** Where the crank is closed again: there the chip is loud. */
const CLOSES: ReadonlySet<string> = new Set(['top', 'refit']);

const said = (lines: readonly LedgerLine[]): string =>
  lines.map((l) => `${l.inside ? l.open : l.open - l.inTray} ${l.name}`).join(', ');

/** In the line while anything has a way down to the crank; unfolds into what is inside and what lies loose near it. */
export const CrankChip = memo(function CrankChip({ jobId, station }: { jobId: string; station: string }) {
  const { ways, inside, loose, closedInVain, later } = useFact(openCrank);
  if (ways.length === 0 && later.length === 0 && closedInVain.length === 0) return null;
  const within = inside.reduce((sum, l) => sum + l.open, 0);
  const short =
    closedInVain.length > 0
      ? 'closed over parts'
      : ways.length > 0
        ? `open: ${ways.length} ${ways.length === 1 ? 'way' : 'ways'}${within > 0 ? `, ${within} inside` : ''}`
        : 'still to be fitted';
  const isLoud = CLOSES.has(station) || closedInVain.length > 0;
  return (
    <Popover className="relative shrink-0">
      <PopoverButton className="-my-1 inline-flex min-h-11 items-center whitespace-nowrap">
        <span className="sr-only">Open crank: </span>
        <span
          className={`border-2 px-2 py-0.5 text-small font-semibold ${closedInVain.length > 0 ? 'border-beyond text-beyond' : isLoud ? 'border-brass bg-brass text-on-brass' : 'border-brass text-brass'}`}
        >
          <span className="max-md:hidden">{short}</span>
          <span className="md:hidden">{ways.length > 0 ? `open ${ways.length}` : 'crank'}</span>
        </span>
      </PopoverButton>
      <PopoverPanel className="absolute top-full left-0 z-50 grid w-96 gap-1 max-md:fixed max-md:inset-x-2 max-md:top-11 max-md:w-auto border border-rule border-t-4 border-t-brass bg-sheet p-3">
        <h2 className="sr-only">Open crank</h2>
        <TextLink to={stationPath(jobId, station === 'refit' ? 'refit' : 'strip')} className="order-last">
          To its list
        </TextLink>
        {ways.length > 0 && (
          <p>
            <strong className="text-brass">Open to the crank:</strong> {ways.join(', ')}
          </p>
        )}
        {inside.length > 0 && (
          <p>
            <strong>inside</strong> {said(inside)}
          </p>
        )}
        {loose.length > 0 && (
          <p className="text-undecided">
            <strong>off and in no tray</strong> {said(loose)}
          </p>
        )}
        {later.length > 0 && (
          <p className="text-undecided">
            <strong>still to be fitted</strong> {later.map((l) => `${l.gone.later} ${l.name}`).join(', ')}
          </p>
        )}
        {closedInVain.length > 0 && (
          <p className="font-semibold text-beyond">
            Written down as closed over parts that are not accounted for: {closedInVain.join(', ')}
          </p>
        )}
      </PopoverPanel>
    </Popover>
  );
});
