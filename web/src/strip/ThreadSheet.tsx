import { useState } from 'react';
import { parseReading, type LengthUnit } from '@tribos/core/ground';
import { threadsLike } from '@tribos/core/strip';
import { Sheet, TextField } from '../ui/index.js';

/** Which thread a loose fastener has: over its crests, and by the pitch gauge. */
export function ThreadSheet({ unit, onClose }: { unit: LengthUnit; onClose: () => void }) {
  const [diameter, setDiameter] = useState('');
  const [pitch, setPitch] = useState('');
  const d = diameter.trim() === '' ? null : parseReading(diameter, { unit });
  const turns = /^(\d+)\s*(?:tpi|per inch|\/in)$/iu.exec(pitch.trim());
  const p =
    pitch.trim() === ''
      ? null
      : turns
        ? ({ ok: true, value: 25_400_000 / Number(turns[1]) } as const)
        : parseReading(pitch, { unit: 'mm' });
  const like = d?.ok && (p === null || p.ok) ? threadsLike(d.value, p?.ok ? p.value : null) : null;
  return (
    <Sheet title="Which thread?" onClose={onClose}>
      <div className="grid gap-3 sm:grid-cols-2">
        <TextField
          label={`Outside diameter, ${unit}`}
          className="figure text-lead"
          autoFocus
          inputMode="decimal"
          value={diameter}
          error={d && !d.ok ? d.sentence : undefined}
          onChange={(e) => setDiameter(e.target.value)}
        />
        <TextField
          label="Pitch, mm, or turns per inch as 20 tpi"
          className="figure text-lead"
          value={pitch}
          error={p && !p.ok ? p.sentence : undefined}
          onChange={(e) => setPitch(e.target.value)}
        />
      </div>
      {like && (
        <ul className="mt-4" aria-label="Threads it may be">
          {like.map((t, i) => (
            <li
              key={t.name}
              className={`figure border-t border-rule py-1.5 ${i === 0 ? 'text-lead font-semibold' : ''}`}
            >
              {t.name}
            </li>
          ))}
          {like.length === 0 && (
            <li className="text-undecided">
              No standard thread is like that. Measure over the crests, clean.
            </li>
          )}
        </ul>
      )}
      <p className="mt-3 text-small text-soft">
        An outside thread measures a tenth or two of a millimetre under its name, never over. Metric threads
        after ISO 261, unified after ASME B1.1. Without the pitch several may be meant.
      </p>
    </Sheet>
  );
}
