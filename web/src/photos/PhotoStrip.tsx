import { useState } from 'react';
import { useMay } from '../people/index.js';
import { CheckField, Empty } from '../ui/index.js';
import { Pictures, usePhotos } from './Pictures.js';
import { TakeButtons, TakingSays } from './TakeButtons.js';
import { useTaking } from './useTaking.js';

/** Photos and sounds of a job: taken with the camera, several at once, also off line. */
export function PhotoStrip({ jobId, station }: { jobId: string; station: string }) {
  const mayTake = useMay('measure');
  const [original, setOriginal] = useState(false);
  const taking = useTaking({ jobId, station }, original);
  const { photos, waiting, isError } = usePhotos(jobId);
  return (
    <section className="grid gap-3 bg-sheet p-4" aria-label="Photos and sounds">
      <div className="flex flex-wrap items-center justify-between gap-2">
        <h2 className="font-semibold">Photos and sounds</h2>
        {mayTake && <TakeButtons taking={taking} />}
      </div>
      {mayTake && (
        <CheckField
          label="Keep photos at their own size (where they were taken is removed all the same)"
          checked={original}
          onChange={(e) => setOriginal(e.target.checked)}
        />
      )}
      <TakingSays taking={taking} />
      {waiting.length > 0 && (
        <p role="status" className="text-undecided">
          {waiting.length === 1 ? 'One waits' : `${waiting.length} wait`} on this device for the line.
        </p>
      )}
      {isError && photos.length === 0 && (
        <p role="alert" className="text-undecided">
          What is on the server cannot be shown now; what is taken here is kept.
        </p>
      )}
      {photos.length === 0 && waiting.length === 0 && (
        <Empty>
          None yet. The number plate, and everything as it came in, are worth more now than later.
        </Empty>
      )}
      <Pictures jobId={jobId} photos={photos} waiting={waiting} />
    </section>
  );
}
