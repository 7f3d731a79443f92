import { useQuery } from '@tanstack/react-query';
import { Pin } from 'lucide-react';
import { useState } from 'react';
import { v7 } from 'uuid';
import type { PhotoView, TrickView } from '@tribos/contract';
import { api } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { useSave } from '../kit/useSave.js';
import { useMay } from '../people/index.js';
import { Button, dayText, SelectField, Sheet, TextArea } from '../ui/index.js';

/** Tricks of this engine for the station at hand: what somebody found out on the last one. Nothing where there are none. */
export function Tricks({ engineId, station }: { engineId: string; station: string }) {
  const mayPin = useMay('measure');
  const { data = [], refetch } = useQuery({
    queryKey: keys.tricks(engineId),
    queryFn: () => api.get<TrickView[]>(`/engines/${engineId}/tricks`),
    staleTime: 60_000,
  });
  const here = data.filter((t) => t.station === station);
  if (here.length === 0) return null;
  const unpin = async (id: string) => {
    await api.delete(`/engines/${engineId}/tricks/${id}`).catch(() => undefined);
    await refetch();
  };
  return (
    <ul aria-label="Tricks of this engine" className="no-print mx-5 mb-2 max-h-24 shrink-0 overflow-y-auto">
      {here.map((t) => (
        <li key={t.id} className="flex items-center gap-3 border-l-4 border-brass bg-sheet px-3">
          <Pin size={16} aria-hidden="true" className="shrink-0 text-brass" />
          <span className="min-w-0 flex-1 py-1.5">
            {t.text}{' '}
            <span className="text-small text-soft">
              {t.by}, {dayText(t.at.slice(0, 10))}
            </span>
          </span>
          {t.photoId && t.jobId && (
            <a
              href={`/api/jobs/${t.jobId}/photos/${t.photoId}/file`}
              target="_blank"
              rel="noreferrer"
              className="inline-flex min-h-11 items-center text-blue underline underline-offset-4"
            >
              Photo
            </a>
          )}
          {mayPin && (
            <Button look="quiet" aria-label={`Unpin: ${t.text}`} onClick={() => void unpin(t.id)}>
              Unpin
            </Button>
          )}
        </li>
      ))}
    </ul>
  );
}

/** Pins something to this station of the engine; it comes up here on the next one. */
export function PinSheet({
  engineId,
  jobId,
  station,
  stationName,
  onClose,
}: {
  engineId: string;
  jobId: string;
  station: string;
  stationName: string;
  onClose: () => void;
}) {
  const [id] = useState(() => v7());
  const [text, setText] = useState('');
  const [photoId, setPhotoId] = useState('');
  const photos = useQuery({
    queryKey: keys.photos(jobId),
    queryFn: () => api.get<PhotoView[]>(`/jobs/${jobId}/photos`),
  });
  const save = useSave(
    () =>
      api.post<TrickView[]>(`/engines/${engineId}/tricks`, {
        id,
        station,
        text: text.trim(),
        jobId,
        photoId: photoId || null,
      }),
    { topic: 'tricks', id: engineId, view: keys.tricks(engineId), done: onClose },
  );
  const shown = (photos.data ?? []).filter((p) => p.kind === 'photo');
  return (
    <Sheet title={`A trick of this engine, at ${stationName}`} onClose={onClose}>
      <form
        className="grid gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          save.mutate(undefined);
        }}
      >
        <TextArea
          label="What the next one should know here"
          autoFocus
          maxLength={2000}
          value={text}
          error={save.error?.message}
          onChange={(e) => setText(e.target.value)}
        />
        {shown.length > 0 && (
          <SelectField label="With a photo" value={photoId} onChange={(e) => setPhotoId(e.target.value)}>
            <option value="">none</option>
            {shown.map((p) => (
              <option key={p.id} value={p.id}>
                {p.caption || `${p.by}, ${dayText(p.at.slice(0, 10))}`}
              </option>
            ))}
          </SelectField>
        )}
        <div>
          <Button look="brass" type="submit" disabled={text.trim() === '' || save.isPending}>
            Pin it
          </Button>
        </div>
      </form>
    </Sheet>
  );
}
