import { lazy, useMemo, useState } from 'react';
import { wantsOf } from '@tribos/core/house';
import {
  limitWants,
  CONSTRUCTION,
  PLATED_NO_REUSE,
  standingDecision,
  topLeftOn,
  type Figure,
  type JobFile,
} from '@tribos/core/ground';
import {
  waysOf,
  assumed,
  decidedText,
  recommendationSentence,
  type Assumptions,
  type Way,
} from '@tribos/core/routes';
import { StationFrame } from '../frame/index.js';
import { useJobContext } from '../job/index.js';
import { stationPath } from '../kit/stationPath.js';
import { useMay } from '../people/index.js';
import { Asked } from '../sheetLines/index.js';
import { Button, TextLink, useSheets } from '../ui/index.js';
import { Assume, assumedText } from './Assume.js';
import { Beside } from './Beside.js';
import { Choose } from './Choose.js';
import { Decisions } from './Decisions.js';
import { FinishedSizes } from './FinishedSizes.js';
import { SideWearSheet } from './SideWearSheet.js';
import { WAY_COLUMNS, WayRow, type Most } from './WayRow.js';

const CameInSheet = lazy(async () => ({ default: (await import('../work/index.js')).CameInSheet }));

const most = (ways: readonly Way[]): Most => ({
  money: Math.max(0, ...ways.map((w) => w.cost?.total ?? 0)),
  days: Math.max(0, ...ways.map((w) => w.cost?.days.late ?? 0)),
  oversizes: Math.max(0, ...ways.map((w) => w.life.oversizesLeft)),
});

/** The ways out side by side as one picture, the recommendation, and the choice with its reason. */
export function DecideStation() {
  const { file, judgement, unit } = useJobContext();
  const [assume, setAssume] = useState<Assumptions | null>(null);
  const now = assume ?? assumed(file);
  const comparison = useMemo(() => waysOf(file, unit, now), [file, unit, now]);
  const { ways, kits, recommended } = comparison;
  const decision = standingDecision(file);
  const isDecided = (w: Way) =>
    decision !== null && w.route === decision.route && (w.kit?.id ?? null) === decision.kitId;
  const decidedWay = ways.find(isDecided) ?? null;
  const [chosen, setChosen] = useState<Way | null>(null);
  // What was decided stands open until somebody opens or shuts a row.
  const [touched, setOpened] = useState<string | null | undefined>(undefined);
  const opened = touched === undefined ? (decidedWay?.key ?? null) : touched;
  const sheets = useSheets<{ readonly side: null; readonly came: null }>();
  const mayDecide = useMay('decide');
  const mayMeasure = useMay('measure');
  const construction = CONSTRUCTION[file.engine.wall];
  // With its top left on nothing is decided of its cylinders.
  const shown = topLeftOn(file) ? [] : ways;
  const able = shown.filter((w) => w.feasible);
  const unable = shown.filter((w) => !w.feasible);
  const scale = most(able);
  const sentence = recommendationSentence(file, comparison, judgement.items, unit);

  return (
    <StationFrame
      label="Ways out"
      asideLabel="Decision"
      next={null}
      aside={
        <div className="grid content-start gap-4">
          {chosen && (
            <Choose
              key={chosen.key}
              way={chosen}
              assumed={assumedText(file, now, unit)}
              onDone={() => setChosen(null)}
            />
          )}
          <Decisions file={file} />
          <Assume file={file} assume={now} unit={unit} onChange={setAssume} />
          <section className="border-t border-rule pt-3">
            <h2 className="text-small font-semibold text-soft">What may be done to this wall</h2>
            <p className="font-semibold first-letter:uppercase">{construction.name}</p>
            <p>May: {construction.may.join('; ')}.</p>
            <p className="mt-1 font-semibold text-beyond">Never: {construction.never.join('; ')}.</p>
            {file.engine.wall === 'plated' && <p className="mt-1">{PLATED_NO_REUSE}</p>}
          </section>
        </div>
      }
    >
      <section className="grid content-start gap-4 bg-sheet p-4">
        <Answer
          {...{ decidedWay, recommended, sentence }}
          onChoose={mayDecide && recommended ? () => setChosen(recommended) : null}
        />
        <div hidden={shown.length === 0}>
          <div
            className={`${WAY_COLUMNS} border-b border-ink/60 px-3 pb-1 pl-4 text-small text-soft max-md:hidden`}
          >
            <span>way out</span>
            <span>costs, with tax</span>
            <span>takes, working days</span>
            <span>does it</span>
            <span>is left</span>
          </div>
          <ul>
            {able.map((w) => (
              <WayRow
                key={w.key}
                file={file}
                way={w}
                most={scale}
                enough={now.enough}
                unit={unit}
                recommended={!decision && w === recommended}
                decided={isDecided(w)}
                soFar={kits.soFar}
                open={opened === w.key}
                onOpen={() => setOpened(opened === w.key ? null : w.key)}
                onChoose={mayDecide ? () => setChosen(w) : null}
              />
            ))}
          </ul>
          <Shut ways={unable} />
        </div>
        {!file.shop.costs && (
          <p className="no-print">
            No way has a price: the shop has not set what an hour costs.{' '}
            <TextLink to="/shop">Set it</TextLink>, and the firms under <TextLink to="/out">Out</TextLink>.
          </p>
        )}
        <Wanted file={file} figures={judgement.items} />
        <Beside file={file} judgement={judgement} unit={unit} />
        <p className="text-small text-soft">
          A two-point gauge cannot tell how the wear is shared between the sides: the odds are over every
          share from even to one-sided, widened by the gauge. A straight edge along the wall narrows them.{' '}
          {mayMeasure && (
            <Button look="quiet" className="no-print" onClick={() => sheets.open('came')}>
              Came in at another size
            </Button>
          )}
          {mayMeasure && construction.boring && (
            <Button look="quiet" className="no-print" onClick={() => sheets.open('side')}>
              Wear of one side
            </Button>
          )}
        </p>
      </section>
      {sheets.over({
        came: (_, close) => <CameInSheet file={file} onClose={close} />,
        side: (_, close) => <SideWearSheet file={file} unit={unit} onClose={close} />,
      })}
    </StationFrame>
  );
}

/** What was decided, loud, and the recommendation behind it; before that the recommendation, with the way to take it. */
function Answer({
  decidedWay,
  recommended,
  sentence,
  onChoose,
}: {
  decidedWay: Way | null;
  recommended: Way | null;
  sentence: string;
  onChoose: (() => void) | null;
}) {
  const { file, unit } = useJobContext();
  const decision = standingDecision(file);
  return decision ? (
    <div className="border-l-5 border-brass pl-4">
      <h2 className="font-semibold text-brass">Decided</h2>
      <p className="text-reading leading-tight font-semibold">{decidedText(file)}</p>
      <p className="text-lead leading-snug">{decision.reason || 'no reason given'}</p>
      {decidedWay && <FinishedSizes way={decidedWay} unit={unit} />}
      {decidedWay && decidedWay.targets.length > 0 && (
        <p className="no-print mt-1">
          <TextLink to={stationPath(file.job.id, 'outside')}>Ticket, and what comes back</TextLink>
        </p>
      )}
      <p className="mt-2 text-small text-soft">Recommended: {sentence}</p>
    </div>
  ) : (
    <div className="border-l-5 border-brass pl-4">
      <h2 className="font-semibold text-brass">Recommended</h2>
      <p className="text-lead leading-snug">{sentence}</p>
      {recommended && <FinishedSizes way={recommended} unit={unit} />}
      {onChoose && (
        <Button look="brass" className="no-print mt-2" onClick={onChoose}>
          Choose this
        </Button>
      )}
    </div>
  );
}

/** Pistons and limits the ways would be weighed by, of which none is on file. */
const Wanted = ({ file, figures }: { file: JobFile; figures: readonly Figure[] }) => (
  <Asked file={file} quiet wants={[...wantsOf(file, ['routes']), ...limitWants(figures, file)]} />
);

/** Ways this wall does not allow, each with why. */
function Shut({ ways }: { ways: readonly Way[] }) {
  if (ways.length === 0) return null;
  return (
    <ul aria-label="Ways that are shut" className="mt-2">
      {ways.map((w) => (
        <li key={w.key} className="px-4 py-1 text-small">
          <span className="font-semibold">{w.name}:</span> {w.whyNot}
        </li>
      ))}
    </ul>
  );
}
