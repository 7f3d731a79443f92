import type { AnyEntryBody } from '@tribos/contract';
import { nm, parseReading, type Instrument, type LogEntry, type Station } from '@tribos/core';

/** An entry that waits here, as the log will hold it: read by the same parser as the server's. */
export function logEntryOf(
  body: AnyEntryBody,
  instruments: readonly Instrument[],
  by: string,
): LogEntry | null {
  const base = { id: body.id, at: body.at, by };
  switch (body.kind) {
    case 'reading': {
      const instrument = instruments.find((i) => i.id === body.instrumentId);
      const parsed = instrument && parseReading(body.text, { unit: instrument.unit });
      if (!parsed?.ok) return null;
      return {
        ...base,
        kind: 'reading',
        station: body.station as Station,
        instrumentId: body.instrumentId,
        text: body.text,
        unit: parsed.unit,
        value: parsed.value,
        step: parsed.step,
        corrects: body.corrects ?? null,
      };
    }
    case 'take-back':
      return { ...base, kind: 'take-back', readingId: body.readingId };
    case 'answer':
      return { ...base, kind: 'answer', readingId: body.readingId, slip: body.slip };
    case 'score':
      return { ...base, kind: 'score', cylinder: body.cylinder, depth: nm(body.depth) };
    case 'note':
      return { ...base, kind: 'note', text: body.text };
  }
}
