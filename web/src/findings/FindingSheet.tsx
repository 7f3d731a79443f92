import {
  FINDING,
  FINDINGS,
  findings,
  findingText,
  halfTurn,
  TAKE_BACK,
  whoOf,
  type JobFile,
  type LengthUnit,
} from '@tribos/core/ground';
import { EntrySheet, Kept } from '../entry/index.js';
import { newEntry, useSend } from '../job/index.js';

/** What is seen or felt on one wall, where, and how deep. */
export function FindingSheet({
  file,
  cylinder,
  unit,
  onClose,
}: {
  file: JobFile;
  cylinder: number;
  unit: LengthUnit;
  onClose: () => void;
}) {
  const { engine } = file;
  const { send } = useSend(file);
  const standing = findings(file.log, engine.cylinders.length)[cylinder]!;
  return (
    <EntrySheet
      title={`On the wall, ${engine.cylinders[cylinder]}`}
      kind={FINDING}
      at={{ cylinder }}
      start={{ what: 'score' }}
      asks={({ what }) =>
        what === 'clean'
          ? {
              what: {
                label: 'What',
                words: FINDINGS,
                hint: 'Withdraws everything found on this wall before; a crack stays.',
              },
            }
          : {
              what: { label: 'What', words: FINDINGS, first: true },
              nail: {
                label: 'A fingernail drawn across it',
                hint: 'Without this or a depth, nothing is promised of this wall.',
                words: { catches: 'catches', slides: 'feels it and does not catch' },
                none: 'not tried',
              },
              deep: {
                label: 'How deep',
                hint: 'Radial, from the worn wall, at the deepest place a fingernail or straightedge finds. It decides which oversize cleans the bore up.',
              },
              place: {
                label: 'Where: both, or neither',
                of: {
                  depth: { label: 'Below the deck', beside: 2 },
                  angle: {
                    label: 'Direction',
                    hint: `0° is ${engine.zeroAt}, clockwise from above`,
                    beside: 2,
                  },
                },
              },
            }
      }
      below={
        <Kept
          of={standing.map((e) => ({
            id: e.id,
            says: (
              <>
                {findingText(e, unit)}{' '}
                <span className="text-small text-soft">
                  {whoOf(e)}
                  {e.place ? `, ${halfTurn(e.place.angle)}° on the map` : ''}
                </span>
              </>
            ),
            onBack: () => send(newEntry(TAKE_BACK, { of: e.id })),
          }))}
        />
      }
      onClose={onClose}
    />
  );
}
