import { useState, type KeyboardEvent, type PointerEvent } from 'react';
import { v7 } from 'uuid';
import type { EntryOf, JobFile } from '@tribos/core/ground';
import { BOLT_CARD, stripLog } from '@tribos/core/strip';
import { newEntry, refusedBy } from '../job/index.js';
import { post } from '../outbox/index.js';
import { PhotoPicker, tappedAt, usePictures } from '../photos/index.js';
import { Button, Empty, Sheet, TextField, Trouble } from '../ui/index.js';

type Hole = EntryOf<typeof BOLT_CARD>['holes'][number];

const NUDGE: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-10, 0],
  ArrowRight: [10, 0],
  ArrowUp: [0, -10],
  ArrowDown: [0, 10],
};
const clamp = (v: number): number => Math.min(1000, Math.max(0, v));

/** A plan of this engine's own: tap where each fastener sits on a photo of the cover, or of bolts stuck through a card. */
export function BoltCardSheet({ file, onClose }: { file: JobFile; onClose: () => void }) {
  const pictures = usePictures(file.job.id);
  const cards = stripLog(file).filter(BOLT_CARD.is);
  const [photo, setPhoto] = useState<string | null>(null);
  const [name, setName] = useState('');
  const [holes, setHoles] = useState<readonly Hole[]>([]);
  const [trouble, setTrouble] = useState<string | null>(null);
  const place = (e: PointerEvent<HTMLDivElement>) => {
    if ((e.target as HTMLElement).closest('button')) return;
    const { x, y } = tappedAt(e);
    add(x, y);
  };
  const add = (x: number, y: number) =>
    setHoles((h) => [
      ...h,
      { at: Math.max(0, ...h.map((o) => o.at)) + 1, x: clamp(x), y: clamp(y), text: '' },
    ]);
  const nudge = (e: KeyboardEvent, hole: Hole) => {
    const by = NUDGE[e.key];
    if (e.key === 'Delete') setHoles((h) => h.filter((o) => o !== hole));
    if (!by) return;
    e.preventDefault();
    setHoles((h) => h.map((o) => (o === hole ? { ...o, x: clamp(o.x + by[0]), y: clamp(o.y + by[1]) } : o)));
  };
  const keep = () => {
    const entry = newEntry(BOLT_CARD, {
      key: `card-${v7().slice(-12)}`,
      name: name.trim() || 'cover',
      photo: photo ?? '',
      holes,
    });
    const refused = holes.length === 0 ? 'Tap where the first fastener sits.' : refusedBy(file, entry);
    setTrouble(refused);
    if (refused !== null) return;
    void post(file.job.id, [entry]);
    setHoles([]);
    setName('');
    setPhoto(null);
  };
  return (
    <Sheet title="Bolts on a photo" onClose={onClose} wide>
      {pictures.length === 0 ? (
        <Empty>
          Take a photo of the cover, or of its bolts stuck through a card, first: key p at the strip. The
          photo alone is a bolt map already; tapped positions make it one to count by.
        </Empty>
      ) : (
        <PhotoPicker jobId={file.job.id} photo={photo} onPick={setPhoto} />
      )}
      {photo && (
        <>
          <div className="relative mt-3 touch-none" onPointerDown={place} data-testid="bolt-card">
            <img
              src={`/api/jobs/${file.job.id}/photos/${photo}/file`}
              alt="the cover, to tap fasteners on"
              className="w-full"
            />
            {holes.map((h) => (
              <button
                key={h.at}
                type="button"
                aria-label={`Fastener ${h.at}: arrows move it, Delete takes it away`}
                onKeyDown={(e) => nudge(e, h)}
                style={{ left: `${h.x / 10}%`, top: `${h.y / 10}%` }}
                className="figure absolute size-11 -translate-1/2 rounded-full border-3 border-brass bg-sheet font-semibold"
              >
                {h.at}
              </button>
            ))}
          </div>
          <p className="mt-2">
            <Button onClick={() => add(500, 500)}>One in the middle, to move by arrows</Button>
          </p>
          {holes.map((h) => (
            <TextField
              key={h.at}
              label={`${h.at}: length, washer, what is odd about it`}
              maxLength={80}
              value={h.text}
              onChange={(e) =>
                setHoles((all) => all.map((o) => (o === h ? { ...o, text: e.target.value } : o)))
              }
            />
          ))}
          <div className="mt-3 grid items-end gap-3 sm:grid-cols-[1fr_auto]">
            <TextField
              label="Of which cover"
              maxLength={80}
              value={name}
              onChange={(e) => setName(e.target.value)}
            />
            <Button look="brass" onClick={keep}>
              Keep this plan
            </Button>
          </div>
        </>
      )}
      <Trouble>{trouble}</Trouble>
      {cards.length > 0 && (
        <ul className="mt-4">
          {cards.map((c) => (
            <li key={c.id} className="border-t border-rule py-2">
              <span className="font-semibold">{c.name}</span>: {c.holes.length} fasteners
              <span className="block text-small text-soft">
                {c.holes
                  .filter((h) => h.text)
                  .map((h) => `${h.at}: ${h.text}`)
                  .join(' · ')}
              </span>
            </li>
          ))}
        </ul>
      )}
    </Sheet>
  );
}
