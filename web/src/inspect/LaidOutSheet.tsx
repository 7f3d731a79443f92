import { useState, type PointerEvent } from 'react';
import { laidOut, LAID_OUT } from '@tribos/core/inspect';
import { newEntry } from '../job/index.js';
import { PhotoPicker, tappedAt, usePictures } from '../photos/index.js';
import { Button, Empty, Sheet } from '../ui/index.js';
import type { Clean } from './useClean.js';

/** Parts laid out on one photo: tap where each lies, in the order of the list; tap a number to go to its part. */
export function LaidOutSheet({ clean, onClose }: { clean: Clean; onClose: () => void }) {
  const { file, inOrder } = clean;
  const pictures = usePictures(file.job.id);
  const kept = laidOut(file);
  const [photo, setPhoto] = useState(kept?.photo ?? pictures[0]?.id ?? '');
  const [pins, setPins] = useState(kept?.pins ?? []);
  const placed = new Set(pins.map((p) => p.part));
  const next = inOrder.find((i) => !placed.has(i.part.key) && !i.part.kind.always) ?? null;
  const numberOf = (key: string) => inOrder.findIndex((i) => i.part.key === key) + 1;
  const nameOf = (key: string) => inOrder.find((i) => i.part.key === key)?.part.name ?? key;
  const place = (e: PointerEvent<HTMLDivElement>) => {
    if ((e.target as HTMLElement).closest('button') || !next) return;
    setPins([...pins, { part: next.part.key, ...tappedAt(e) }]);
  };
  return (
    <Sheet title="Laid out on a photo" onClose={onClose} wide>
      {pictures.length === 0 ? (
        <Empty>Lay the parts out as they came off and take one photo first: key p at this station.</Empty>
      ) : (
        <>
          <p className="text-lead" role="status">
            {next ? `Tap where the ${next.part.name} lies.` : 'Every part has its place.'}
          </p>
          <PhotoPicker jobId={file.job.id} photo={photo} onPick={setPhoto} />
          {photo && (
            <div className="relative mt-2 touch-none" onPointerDown={place} data-testid="laid-out">
              <img
                src={`/api/jobs/${file.job.id}/photos/${photo}/file`}
                alt="the parts, laid out"
                className="w-full"
              />
              {pins.map((p) => (
                <button
                  key={p.part}
                  type="button"
                  aria-label={`${numberOf(p.part)} ${nameOf(p.part)}: to this part`}
                  onClick={() => {
                    clean.pick(p.part);
                    onClose();
                  }}
                  style={{ left: `${p.x / 10}%`, top: `${p.y / 10}%` }}
                  className="figure absolute size-11 -translate-1/2 rounded-full border-3 border-brass bg-sheet font-semibold"
                >
                  {numberOf(p.part)}
                </button>
              ))}
            </div>
          )}
          <p className="mt-3 flex flex-wrap gap-3">
            <Button
              look="brass"
              disabled={pins.length === 0}
              onClick={() => {
                if (clean.send(newEntry(LAID_OUT, { photo, pins: [...pins] }))) onClose();
              }}
            >
              Keep these places
            </Button>
            <Button disabled={pins.length === 0} onClick={() => setPins(pins.slice(0, -1))}>
              Take the last one off
            </Button>
            {next && (
              <Button onClick={() => setPins([...pins, { part: next.part.key, x: 500, y: 500 }])}>
                In the middle: {next.part.name}
              </Button>
            )}
          </p>
        </>
      )}
    </Sheet>
  );
}
