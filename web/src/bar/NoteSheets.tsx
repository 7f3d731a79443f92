import { NOTE, whoOf, type JobFile } from '@tribos/core/ground';
import { EntrySheet, Kept } from '../entry/index.js';
import { Kbd, Sheet } from '../ui/index.js';

/** Written into the log of the job, in words. */
export function NoteSheet({ file, onClose }: { file: JobFile; onClose: () => void }) {
  return (
    <EntrySheet
      title="Note"
      kind={NOTE}
      asks={{ text: { label: 'Into the log of this job', looks: 'long', first: true } }}
      needs={{ text: 'Nothing is written yet.' }}
      keep="Keep the note"
      below={
        <Kept
          of={NOTE.in(file.log).map((n) => ({
            id: n.id,
            says: (
              <>
                {n.text} <span className="text-small text-soft">{whoOf(n)}</span>
              </>
            ),
          }))}
        />
      }
      onClose={onClose}
    />
  );
}

const KEYS: readonly (readonly [string, string])[] = [
  ['digits', 'land in the bar; units may follow: 3.0342 in, 94 um, 3 + .025 + .0092 in'],
  ['Enter', 'accept and walk to the next station'],
  ['Shift Enter', 'accept and stay: a repeat at the same station'],
  ['Backspace', 'delete a digit; with nothing typed, take the last reading back'],
  ['Escape', 'clear what is typed'],
  ['← ↑ → ↓', 'move over the map, down to the piston, leaf, land, ring and pin'],
  ['Space', 'the foot-switch: takes what a connected gauge shows, or says yes to a question'],
  ['g d x', 'at leaves: goes, drags, does not go'],
  ['z', 'zero the bore gauge for a map, and close its zero after it'],
  ['[ ]', 'other cylinder'],
  ['i', 'other gauge'],
  ['u', 'millimetres or inches'],
  ['y n', 'answer the question in the bar'],
  ['/', 'note'],
];
const EVERYWHERE: readonly (readonly [string, string])[] = [
  ['m', 'read from a metre, and back'],
  ['Ctrl K', 'find'],
];

/** @param own keys of the station beside those of the bar */
export function KeysSheet({
  own = [],
  alone = false,
  onClose,
}: {
  own?: readonly (readonly [string, string])[];
  /** The station has no reading bar: its own keys are all there are. */
  alone?: boolean;
  onClose: () => void;
}) {
  return (
    <Sheet title="Keys" onClose={onClose}>
      <dl className="grid grid-cols-[auto_1fr] items-baseline gap-x-4 gap-y-2">
        {(alone ? [...own, ...EVERYWHERE] : [...own, ...KEYS, ...EVERYWHERE]).map(([key, what]) => (
          <div key={key} className="contents">
            <dt>
              <Kbd>{key}</Kbd>
            </dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
    </Sheet>
  );
}
