import { useState } from 'react';
import { PUT_AWAY_DAYS, type PhotoView } from '@tribos/contract';
import { api } from '../kit/api.js';
import { useMay } from '../people/index.js';
import { Button, momentText, Sheet, TextField } from '../ui/index.js';

/** One photo large, and what it shows. */
export function OnePhoto({
  jobId,
  photo,
  onClose,
}: {
  jobId: string;
  photo: PhotoView;
  onClose: () => void;
}) {
  const mayTake = useMay('measure');
  const mayPutAway = useMay('edit-job');
  const [caption, setCaption] = useState(photo.caption);
  const [trouble, setTrouble] = useState<string | null>(null);
  const at = `/jobs/${jobId}/photos/${photo.id}`;
  const act = async (work: () => Promise<unknown>) => {
    try {
      await work();
      onClose();
    } catch (e) {
      setTrouble((e as Error).message);
    }
  };
  return (
    <Sheet title={photo.caption || 'Photo'} onClose={onClose} wide>
      <img
        src={`/api${at}/file`}
        alt={photo.caption || 'as it was taken'}
        className="max-h-[60vh] w-full object-contain"
      />
      <p className="my-2 text-small text-soft">
        {photo.by}, {momentText(photo.at)}, at {photo.station.replaceAll('-', ' ')}
      </p>
      {mayTake && (
        <form
          className="grid grid-cols-[1fr_auto] items-end gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            void act(() => api.patch(at, { caption }));
          }}
        >
          <TextField
            label="What it shows"
            maxLength={200}
            value={caption}
            error={trouble ?? undefined}
            onChange={(e) => setCaption(e.target.value)}
          />
          <Button look="brass" type="submit">
            Keep
          </Button>
        </form>
      )}
      {mayPutAway && (
        <p className="mt-2 flex flex-wrap items-center gap-x-3">
          <Button look="quiet" onClick={() => void act(() => api.delete(at))}>
            Put it away
          </Button>
          <span className="text-small text-soft">It is gone for good after {PUT_AWAY_DAYS} days.</span>
        </p>
      )}
    </Sheet>
  );
}
