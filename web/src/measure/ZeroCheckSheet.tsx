import { useState } from 'react';
import {
  checkedNow,
  nm,
  parseReading,
  toDecimal,
  ZERO_CHECK,
  type Instrument,
  type JobFile,
} from '@tribos/core';
import { newEntry, useSend } from '../job/index.js';
import { Button, Sheet, TextField } from '../ui/index.js';

/** Standards in a micrometer's box, from its lowest size up, mm and in. */
const standardsOf = (gauge: Instrument): readonly number[] => (gauge.rangeLow === 0 ? [0] : [gauge.rangeLow]);

/** A micrometer or calliper closed, or set on its standard, before it is used: what it shows there is taken off. */
export function ZeroCheckSheet({
  file,
  gauge,
  onClose,
}: {
  file: JobFile;
  gauge: Instrument;
  onClose: () => void;
}) {
  const [standard, setStandard] = useState(
    toDecimal(nm(standardsOf(gauge)[0]!), gauge.unit, gauge.unit === 'mm' ? 3 : 4),
  );
  const [text, setText] = useState('');
  const { trouble, say, send } = useSend(file);
  const last = checkedNow(file, gauge.id, new Date().toISOString());
  const closed = gauge.rangeLow === 0;
  const keep = (shows: string) => {
    const on = parseReading(standard, { unit: gauge.unit });
    if (!on.ok) return say(`${on.sentence} It is kept here.`);
    if (send(newEntry(ZERO_CHECK, { instrumentId: gauge.id, standard: on.value, text: shows.trim() })))
      onClose();
  };
  return (
    <Sheet title={`${gauge.name}: before it is used`} onClose={onClose}>
      <p>
        {closed
          ? 'Wipe its faces and close it, as gently as you measure.'
          : 'Wipe its faces and set it on its standard, as gently as you measure.'}{' '}
        What it shows there is taken off everything it shows from now on, today.
      </p>
      {last && (
        <p className="mt-1 text-soft">
          Done already in this session: it showed {last.text} {gauge.unit}.
        </p>
      )}
      <form
        className="mt-3 grid items-end gap-3 sm:grid-cols-2"
        onSubmit={(e) => {
          e.preventDefault();
          keep(text);
        }}
      >
        <TextField
          label={`Standard, ${gauge.unit} (0 closed)`}
          className="figure"
          value={standard}
          maxLength={20}
          onChange={(e) => setStandard(e.target.value)}
        />
        <TextField
          label={`It shows, ${gauge.unit}`}
          className="figure text-lead"
          autoFocus
          value={text}
          maxLength={20}
          error={trouble ?? undefined}
          onChange={(e) => setText(e.target.value)}
        />
        <Button look="brass" type="submit">
          Keep it
        </Button>
        <Button onClick={() => keep(standard)}>It shows just that</Button>
      </form>
    </Sheet>
  );
}
