import { useQuery } from '@tanstack/react-query';
import { Camera, Mic } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import type { PhotoView } from '@tribos/contract';
import { api } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { useMay } from '../people/index.js';
import { Button, CheckField, Empty, FileButton, momentText, Sheet, TextField } from '../ui/index.js';
import { keepPhoto, throwAway, useQueued, type Queued } from '../outbox/index.js';
import { shrunk } from './shrink.js';
import { useRecorder } from './useRecorder.js';

/** Photos and sounds of a job, those of one station first in hand: taken with the camera, several at once, also off line. */
export function PhotoStrip({ jobId, station }: { jobId: string; station: string }) {
  const mayTake = useMay('measure');
  const [open, setOpen] = useState<PhotoView | null>(null);
  const [original, setOriginal] = useState(false);
  const [working, setWorking] = useState(0);
  const { data = [], isError } = useQuery({
    queryKey: keys.photos(jobId),
    queryFn: () => api.get<PhotoView[]>(`/jobs/${jobId}/photos`),
  });
  const queued = useQueued().filter((q) => q.jobId === jobId);
  const take = async (files: readonly File[]) => {
    for (const [i, file] of files.entries()) {
      setWorking(files.length - i);
      await keepPhoto({
        jobId,
        station,
        caption: '',
        original,
        file: original ? file : await shrunk(file),
      });
    }
    setWorking(0);
  };
  const recorder = useRecorder(
    (file) => void keepPhoto({ jobId, station, caption: '', original: true, file }),
  );
  const there = new Set(data.map((p) => p.id));
  const waiting = queued.filter((q) => !there.has(q.id));
  return (
    <section className="grid gap-3 bg-sheet p-4" aria-label="Photos and sounds">
      <div className="flex flex-wrap items-center justify-between gap-2">
        <h2 className="font-semibold">Photos and sounds</h2>
        {mayTake && (
          <span className="flex flex-wrap items-center gap-2">
            <FileButton
              label="Photos from the camera or this device"
              accept="image/*"
              several
              onFiles={(files) => void take(files)}
            >
              <Camera size={18} aria-hidden="true" /> Photo
            </FileButton>
            <Button
              aria-pressed={recorder.recording}
              onPointerDown={() => void recorder.begin()}
              onPointerUp={recorder.end}
              onPointerLeave={recorder.end}
              onKeyDown={(e) => {
                if (e.key === ' ' && !e.repeat) void recorder.begin();
              }}
              onKeyUp={(e) => {
                if (e.key === ' ') recorder.end();
              }}
            >
              <Mic size={18} aria-hidden="true" /> {recorder.recording ? 'Listening …' : 'Hold to talk'}
            </Button>
          </span>
        )}
      </div>
      {mayTake && (
        <CheckField
          label="Keep photos at their own size (where they were taken is removed all the same)"
          checked={original}
          onChange={(e) => setOriginal(e.target.checked)}
        />
      )}
      {recorder.trouble && (
        <p role="alert" className="text-undecided">
          {recorder.trouble}
        </p>
      )}
      {working > 0 && <p role="status">Making {working} smaller …</p>}
      {waiting.length > 0 && (
        <p role="status" className="text-undecided">
          {waiting.length === 1 ? 'One waits' : `${waiting.length} wait`} on this device for the line.
        </p>
      )}
      {isError && data.length === 0 && (
        <p role="alert" className="text-undecided">
          What is on the server cannot be shown now; what is taken here is kept.
        </p>
      )}
      {data.length === 0 && waiting.length === 0 && (
        <Empty>
          None yet. The number plate, and everything as it came in, are worth more now than later.
        </Empty>
      )}
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(8rem,1fr))] gap-3">
        {waiting.map((q) => (
          <Waiting key={q.id} queued={q} />
        ))}
        {data.map((p) => (
          <li key={p.id}>
            {p.kind === 'photo' ? (
              <button
                type="button"
                className="block w-full text-left"
                onClick={() => setOpen(p)}
                aria-label={p.caption || `Photo of ${momentText(p.at)} by ${p.by}`}
              >
                <img
                  src={`/api/jobs/${jobId}/photos/${p.id}/file?small`}
                  alt=""
                  loading="lazy"
                  className="aspect-square w-full border border-rule object-cover"
                />
                <span className="block truncate text-small text-soft">{p.caption || momentText(p.at)}</span>
              </button>
            ) : (
              <figure>
                <audio
                  controls
                  preload="none"
                  src={`/api/jobs/${jobId}/photos/${p.id}/file`}
                  className="w-full"
                />
                <figcaption className="truncate text-small text-soft">
                  {p.caption || `${momentText(p.at)}, ${p.by}`}
                </figcaption>
              </figure>
            )}
          </li>
        ))}
      </ul>
      {open && <OnePhoto jobId={jobId} photo={open} onClose={() => setOpen(null)} />}
    </section>
  );
}

/** One that is not on the server yet. */
function Waiting({ queued }: { queued: Queued }) {
  const url = useMemo(() => URL.createObjectURL(queued.file), [queued.file]);
  useEffect(() => () => URL.revokeObjectURL(url), [url]);
  return (
    <li>
      {queued.file.type.startsWith('audio') ? (
        <audio controls src={url} className="w-full" />
      ) : (
        <img
          src={url}
          alt="waits on this device"
          className="aspect-square w-full border border-dashed border-undecided object-cover"
        />
      )}
      {queued.refused === null ? (
        <span className="text-small text-undecided">waits here</span>
      ) : (
        <span role="alert" className="grid text-small text-beyond">
          {queued.refused}
          <Button look="quiet" onClick={() => void throwAway(queued.id)}>
            Throw it away
          </Button>
        </span>
      )}
    </li>
  );
}

function OnePhoto({ jobId, photo, onClose }: { jobId: string; photo: PhotoView; onClose: () => void }) {
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
        <Button look="quiet" className="mt-2" onClick={() => void act(() => api.delete(at))}>
          Put it away
        </Button>
      )}
    </Sheet>
  );
}
