import { Timer } from 'lucide-react';
import { useState } from 'react';
import { Button } from '../ui/index.js';
import { useTimers } from './useTimers.js';

/** Starts what a step waits for; work goes on elsewhere meanwhile. */
export function BeginTimer({
  jobId,
  station,
  what,
  minutes,
}: {
  jobId: string;
  station: string;
  what: string;
  minutes: number;
}) {
  const { timers, begin } = useTimers();
  const [trouble, setTrouble] = useState<string | null>(null);
  const runs = timers.some((t) => t.jobId === jobId && t.what === what);
  if (runs) return <p className="text-soft">{what}: its time runs, above.</p>;
  return (
    <span>
      <Button
        onClick={() =>
          void begin(jobId, station, what, minutes).then(
            () => setTrouble(null),
            (e: unknown) => setTrouble(`${(e as Error).message} The time was not started.`),
          )
        }
      >
        <Timer size={16} aria-hidden="true" /> {what}: start <span className="figure">{minutes}</span> min
      </Button>
      {trouble && (
        <span role="alert" className="block text-beyond">
          {trouble}
        </span>
      )}
    </span>
  );
}
