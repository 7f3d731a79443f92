import { isGap, placeKey } from '@tribos/core/ground';
import type { NextAction } from '@tribos/core/house';
import { settleSentence } from '@tribos/core/readings';
import type { Bar } from '../bar/index.js';
import type { JobContext } from '../job/index.js';
import { Button, LinkButton } from '../ui/index.js';

/** What can be pressed to do the next thing, where a key does not do it already, and the other ways to it. */
export function NextButtons({
  next,
  entry,
  context,
  onZero,
  onWork,
}: {
  next: NextAction;
  entry: Bar;
  context: JobContext;
  onZero: (gauge: string) => void;
  onWork: () => void;
}) {
  const { file, unit } = context;
  const go = (gauge: string | null, station: Bar['station']) => {
    entry.pick(station);
    if (gauge) entry.pickGauge(gauge, station);
  };
  switch (next.kind) {
    case 'read':
      return next.at === null || placeKey(next.at) === placeKey(entry.station) ? null : (
        <Button onClick={() => entry.pick(next.at!)}>Go there</Button>
      );
    case 'settle': {
      const { action } = next.best;
      const there = placeKey(action.station) === placeKey(entry.station) && entry.gauge?.id === action.gauge;
      return (
        <>
          {action.kind === 'comparator' ? (
            <Button
              onClick={() => {
                go(action.gauge, action.station);
                onZero(action.gauge);
              }}
            >
              Zero it
            </Button>
          ) : (
            !there && (
              <Button onClick={() => go(action.gauge, action.station)}>
                {isGap(file, action.station) ? 'Try leaves' : 'Go there with that gauge'}
              </Button>
            )
          )}
          {next.others.length > 0 && (
            <details className="w-full">
              <summary className="inline-flex min-h-11 cursor-pointer items-center text-blue underline underline-offset-4">
                Other ways
              </summary>
              <ul className="grid gap-1 text-small">
                {next.others.map((o) => (
                  <li key={`${o.action.kind}:${o.action.gauge}`}>
                    {settleSentence(file, o.action, o.pDecides, unit)}
                  </li>
                ))}
              </ul>
            </details>
          )}
        </>
      );
    }
    case 'closing-zero':
      return <Button onClick={() => onZero(next.gauge)}>Close the zero</Button>;
    case 'step':
      return <Button onClick={onWork}>It is done</Button>;
    case 'decide':
    case 'decided':
    case 'at-limit':
    case 'send-back':
      return (
        <LinkButton to={`/jobs/${file.job.id}/decide`}>
          {next.kind === 'decided' || next.kind === 'send-back' ? 'See the decision' : 'Decide'}
        </LinkButton>
      );
    case 'settle-limit':
      return <LinkButton to={`/engines/${file.engine.id}`}>See its limits</LinkButton>;
    case 'add-limit':
      // Asked in one line beside the readings.
      return null;
    default:
      return next.at === null || placeKey(next.at) === placeKey(entry.station) ? null : (
        <Button onClick={() => entry.pick(next.at!)}>Go there</Button>
      );
  }
}
