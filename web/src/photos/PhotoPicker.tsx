import { usePhotos } from './Pictures.js';

/** The photos of a job, the newest first, for choosing one. */
export const usePictures = (jobId: string) => usePhotos(jobId).photos.filter((p) => p.kind === 'photo');

/** Photos of a job as a row to choose one of. */
export function PhotoPicker({
  jobId,
  photo,
  onPick,
}: {
  jobId: string;
  photo: string | null;
  onPick: (id: string) => void;
}) {
  return (
    <ul className="flex flex-wrap gap-2" aria-label="Photos of this job">
      {usePictures(jobId).map((p) => (
        <li key={p.id}>
          <button
            type="button"
            aria-pressed={p.id === photo}
            aria-label={`Photo ${p.caption || p.at}`}
            onClick={() => onPick(p.id)}
            className={`border-3 ${p.id === photo ? 'border-brass' : 'border-transparent'}`}
          >
            <img
              src={`/api/jobs/${jobId}/photos/${p.id}/file?small`}
              alt=""
              className="size-20 object-cover"
            />
          </button>
        </li>
      ))}
    </ul>
  );
}

/** Where a photo was tapped, in thousandths of its width and height. */
export function tappedAt(e: { clientX: number; clientY: number; currentTarget: Element }) {
  const box = e.currentTarget.getBoundingClientRect();
  const at = (v: number, from: number, size: number) =>
    Math.min(1000, Math.max(0, ((v - from) / size) * 1000));
  return { x: at(e.clientX, box.left, box.width), y: at(e.clientY, box.top, box.height) };
}
