import { useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useState } from 'react';
import type { PhotoView } from '@tribos/contract';
import { api } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { throwAway, useQueued, type Queued } from '../outbox/index.js';
import { Button, momentText } from '../ui/index.js';
import { OnePhoto } from './OnePhoto.js';

/** Photos and sounds of a job: those on the server, and those that wait on this device for the line. */
export function usePhotos(jobId: string) {
  const { data = [], isError } = useQuery({
    queryKey: keys.photos(jobId),
    queryFn: () => api.get<PhotoView[]>(`/jobs/${jobId}/photos`),
  });
  const queued = useQueued().filter((q) => q.jobId === jobId);
  const there = new Set(data.map((p) => p.id));
  return { photos: data, waiting: queued.filter((q) => !there.has(q.id)), isError };
}

/** Small pictures in a row; one opens large. */
export function Pictures({
  jobId,
  photos,
  waiting,
}: {
  jobId: string;
  photos: readonly PhotoView[];
  waiting: readonly Queued[];
}) {
  const [open, setOpen] = useState<PhotoView | null>(null);
  return (
    <>
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(8rem,1fr))] gap-3">
        {waiting.map((q) => (
          <Waiting key={q.id} queued={q} />
        ))}
        {photos.map((p) => (
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
    </>
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
