import {
  capital,
  RING_NAMES,
  sourceLine,
  type GappedRing,
  type JobFile,
  type LengthUnit,
} from '@tribos/core/ground';
import { RING_CARD, SECTIONS, type RingPack } from '@tribos/core/rings';
import { EntrySheet } from '../entry/index.js';
import { lengthText } from '../forms/index.js';

/** What is seen of one ring, held against its sheet: a swapped or turned one is caught here. */
export function CardSheet({
  file,
  cylinder,
  ring,
  pack,
  unit,
  onClose,
}: {
  file: JobFile;
  cylinder: number;
  ring: GappedRing;
  pack: RingPack;
  unit: LengthUnit;
  onClose: () => void;
}) {
  const sheet = pack.rings.find((r) => r.ring === ring);
  return (
    <EntrySheet
      title={`${capital(RING_NAMES[ring])}, ${file.engine.cylinders[cylinder]}`}
      says={
        <p>
          The sheet has it {sheet ? SECTIONS[sheet.section] : ''}
          {sheet?.height == null ? '' : `, ${lengthText(sheet.height, unit)} ${unit} high`}
          {sheet ? `, ${sheet.face}` : ''}
          {sheet?.mark == null ? ', without a mark' : `, “${sheet.mark}” towards the crown`}.
          <span className="block text-small text-soft">{sourceLine(pack.source)}</span>
        </p>
      }
      kind={RING_CARD}
      at={{ cylinder, pack: pack.piston, ring }}
      asks={{
        section: { label: 'Section you see', words: SECTIONS, none: 'not looked at', first: true },
        height: { label: 'Height measured' },
        ...(sheet?.mark != null && {
          mark: {
            label: `“${sheet.mark}” lies`,
            words: { up: 'up, towards the crown', down: 'down' },
            none: 'not looked at',
          },
        }),
      }}
      keep="Keep the card"
      onClose={onClose}
    />
  );
}
