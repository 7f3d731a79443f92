import { nm, ZERO_CHECK, type Instrument, type JobFile } from '@tribos/core/ground';
import { checkedNow } from '@tribos/core/readings';
import { EntrySheet } from '../entry/index.js';

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
  const last = checkedNow(file, gauge.id, new Date().toISOString());
  const closed = gauge.rangeLow === 0;
  // The standard in its box is its lowest size.
  const standard = nm(gauge.rangeLow);
  return (
    <EntrySheet
      title={`${gauge.name}: before it is used`}
      says={
        <>
          <p>
            {closed
              ? 'Wipe its faces and close it, as gently as you measure.'
              : 'Wipe its faces and set it on its standard, as gently as you measure.'}{' '}
            What it shows there is taken off everything it shows from now on, today.
          </p>
          {last && (
            <p className="text-soft">
              Done already in this session: it showed {last.text} {gauge.unit}.
            </p>
          )}
        </>
      }
      kind={ZERO_CHECK}
      in={gauge.unit}
      at={{ instrumentId: gauge.id }}
      start={{ standard }}
      asks={{
        standard: { label: 'Standard (0 closed)', beside: 2 },
        text: { label: `It shows, ${gauge.unit}`, beside: 2, looks: 'figure', first: true },
      }}
      answers={[
        { words: 'Keep it', loud: true, said: {} },
        { words: 'It shows just that', said: ({ text }) => ({ text: text('standard') }) },
      ]}
      onClose={onClose}
    />
  );
}
