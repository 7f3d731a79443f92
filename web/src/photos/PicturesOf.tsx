import { Pictures, usePhotos } from './Pictures.js';

/** Photos that were taken at another station, of some of its steps: nothing where there are none. */
export function PicturesOf({
  jobId,
  station,
  captions,
  label,
}: {
  jobId: string;
  station: string;
  captions: readonly string[];
  label: string;
}) {
  const { photos } = usePhotos(jobId);
  const own = photos.filter(
    (p) => p.kind === 'photo' && p.station === station && captions.includes(p.caption),
  );
  if (own.length === 0) return null;
  return (
    <div role="group" aria-label={label} className="mt-2 border-l-5 border-blue pl-3">
      <p className="text-small text-soft">{label}</p>
      <Pictures jobId={jobId} photos={own} waiting={[]} />
    </div>
  );
}
