import { oddsWords, type JobFile, type LengthUnit } from '@tribos/core/ground';
import { costText, lifeText, type Way } from '@tribos/core/routes';
import { Button } from '../ui/index.js';
import { DaysScale, LifeScale, MoneyScale, OddsScale } from './scales.js';
import { WayDetail } from './WayDetail.js';

/** The longest of every scale, so that rows compare. */
export interface Most {
  readonly money: number;
  readonly days: number;
  readonly oversizes: number;
}

export const WAY_COLUMNS =
  'grid grid-cols-2 gap-x-4 gap-y-1 md:grid-cols-[minmax(0,1.35fr)_repeat(4,minmax(0,1fr))]';

/** One way out on four small scales; opened, everything it is made of. */
export function WayRow({
  file,
  way,
  most,
  enough,
  unit,
  recommended,
  decided,
  soFar,
  open,
  onOpen,
  onChoose,
}: {
  file: JobFile;
  way: Way;
  most: Most;
  enough: number;
  unit: LengthUnit;
  recommended: boolean;
  decided: boolean;
  soFar: boolean;
  open: boolean;
  onOpen: () => void;
  onChoose: (() => void) | null;
}) {
  const { cost, odds } = way;
  return (
    <li
      className={`border-b border-l-5 border-b-rule px-3 py-2 ${recommended ? 'border-l-brass' : decided ? 'border-l-within' : 'border-l-transparent'}`}
      data-way={way.key}
    >
      <div className={`${WAY_COLUMNS} items-start`}>
        <div className="max-md:col-span-2">
          <button
            type="button"
            aria-expanded={open}
            onClick={onOpen}
            className="min-h-11 text-left text-lead leading-tight font-semibold underline decoration-rule underline-offset-4"
          >
            {way.name}
          </button>
          {recommended && <p className="font-semibold text-brass">recommended</p>}
          {decided && <p className="font-semibold text-within">✓ chosen</p>}
        </div>
        <div>
          {cost && <MoneyScale of={cost.total} most={most.money} />}
          <p className="figure text-small">{costText(file, way) ?? 'no prices set'}</p>
        </div>
        <div>
          {cost && <DaysScale {...cost.days} most={most.days} />}
          <p className="text-small">
            {cost ? (
              <>
                <span className="figure">{cost.days.median}</span> days, 9 in 10 by{' '}
                <span className="figure">{cost.days.late}</span>
              </>
            ) : (
              '–'
            )}
          </p>
        </div>
        <div>
          {odds.p !== null && <OddsScale p={odds.p} enough={enough} />}
          <p className="text-small">
            {odds.p === null ? 'cannot be said yet' : oddsWords(odds.p)}
            {odds.p !== null && odds.provisional && odds.p > 0.005 && odds.p < 0.995 && ' at least'}
            {odds.p !== null && soFar && ' so far'}
          </p>
        </div>
        <div>
          <LifeScale left={way.life.oversizesLeft} all={most.oversizes} worn={way.life.worn} />
          <p className="text-small">{lifeText(way)}</p>
        </div>
      </div>
      {open && (
        <div className="mt-2">
          <WayDetail file={file} way={way} unit={unit} />
          {onChoose && !decided && (
            <Button look={recommended ? 'brass' : undefined} className="mt-3" onClick={onChoose}>
              Choose {way.name}
            </Button>
          )}
        </div>
      )}
    </li>
  );
}
