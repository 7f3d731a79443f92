import { useMay } from '../people/index.js';
import { Pictures, usePhotos } from './Pictures.js';
import { TakeButtons, TakingSays } from './TakeButtons.js';
import { useTaking } from './useTaking.js';

/** Photos and sounds of one entry of the log. */
export function EntryPhotos({ jobId, station, entry }: { jobId: string; station: string; entry: string }) {
  const mayTake = useMay('measure');
  const taking = useTaking({ jobId, station, entry });
  const { photos, waiting } = usePhotos(jobId);
  return (
    <div className="grid gap-2">
      {mayTake && <TakeButtons taking={taking} />}
      <TakingSays taking={taking} />
      <Pictures
        jobId={jobId}
        photos={photos.filter((p) => p.entry === entry)}
        waiting={waiting.filter((q) => q.entry === entry)}
      />
    </div>
  );
}
