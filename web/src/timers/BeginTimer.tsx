import { Timer } from 'lucide-react';
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
  const runs = timers.some((t) => t.jobId === jobId && t.what === what);
  if (runs) return <p className="text-soft">{what}: its time runs, above.</p>;
  return (
    <Button onClick={() => void begin(jobId, station, what, minutes)}>
      <Timer size={16} aria-hidden="true" /> {what}: start <span className="figure">{minutes}</span> min
    </Button>
  );
}
