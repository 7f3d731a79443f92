import { Camera } from 'lucide-react';
import type { ReactNode, RefObject } from 'react';
import { Button, Kbd } from '../ui/index.js';
import { Pictures, usePhotos } from './Pictures.js';
import { TakingSays } from './TakeButtons.js';
import { useTaking } from './useTaking.js';

/**
 * Photos of a station where work is done step by step: taken by a key, named by what is at hand.
 * @param camera opened by the station’s own key
 */
export function StationPhotos({
  jobId,
  station,
  caption,
  label,
  mayTake,
  camera,
  onTaken,
  children,
}: {
  jobId: string;
  station: string;
  caption: string;
  label: string;
  mayTake: boolean;
  camera: RefObject<HTMLInputElement | null>;
  /** Each photo by its id, once it is kept on this device. */
  onTaken?: (id: string) => void;
  children?: ReactNode;
}) {
  const taking = useTaking({ jobId, station, caption });
  const { photos, waiting } = usePhotos(jobId);
  return (
    <section aria-label={`Photos: ${station}`} className="no-print grid gap-2">
      <p className="flex flex-wrap items-center gap-3">
        {mayTake && (
          <Button onClick={() => camera.current?.click()}>
            <Camera size={18} aria-hidden="true" /> {label} <Kbd>p</Kbd>
          </Button>
        )}
        {children}
      </p>
      <input
        ref={camera}
        type="file"
        accept="image/*"
        multiple
        capture="environment"
        aria-label={label}
        hidden
        onChange={(e) => {
          void taking.take([...(e.target.files ?? [])]).then((ids) => ids.forEach((id) => onTaken?.(id)));
          e.target.value = '';
        }}
      />
      <TakingSays taking={taking} />
      <Pictures
        jobId={jobId}
        photos={photos.filter((p) => p.station === station)}
        waiting={waiting.filter((p) => p.station === station)}
      />
    </section>
  );
}
