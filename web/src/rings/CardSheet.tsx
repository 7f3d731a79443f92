import { lengthOrNull, lengthText } from '../forms/index.js';
import { useEntryForm } from '../job/index.js';
import { Button, SelectField, Sheet, TextField } from '../ui/index.js';
import {
  capital,
  nm,
  RING_CARD,
  RING_NAMES,
  SECTIONS,
  sourceLine,
  type BodyOf,
  type GappedRing,
  type JobFile,
  type LengthUnit,
  type RingCard,
  type RingPack,
  type RingSection,
} from '@tribos/core';

interface Values {
  height: string;
  section: RingSection | '';
  mark: 'up' | 'down' | '';
}

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
  const form = useEntryForm<Values, RingCard, BodyOf<typeof RING_CARD>>(
    file,
    RING_CARD,
    { height: '', section: '', mark: '' },
    (v) => {
      const height = lengthOrNull('height', v.height, unit);
      return {
        cylinder,
        pack: pack.piston,
        ring,
        height: height === null ? null : nm(height),
        section: v.section || null,
        mark: v.mark || null,
      };
    },
  );
  const { register, formState } = form;
  return (
    <Sheet title={`${capital(RING_NAMES[ring])}, ${file.engine.cylinders[cylinder]}`} onClose={onClose}>
      <form onSubmit={(e) => void form.keep(onClose)(e)} className="grid gap-4">
        <p>
          The sheet has it {sheet ? SECTIONS[sheet.section] : ''}
          {sheet?.height == null ? '' : `, ${lengthText(sheet.height, unit)} ${unit} high`}
          {sheet ? `, ${sheet.face}` : ''}
          {sheet?.mark == null ? ', without a mark' : `, “${sheet.mark}” towards the crown`}.
          <span className="block text-small text-soft">{sourceLine(pack.source)}</span>
        </p>
        <SelectField
          label="Section you see"
          autoFocus
          error={formState.errors.section?.message}
          {...register('section')}
        >
          <option value="">not looked at</option>
          {Object.entries(SECTIONS).map(([key, name]) => (
            <option key={key} value={key}>
              {name}
            </option>
          ))}
        </SelectField>
        <TextField
          label={`Height measured, ${unit}`}
          inputMode="decimal"
          className="figure"
          error={formState.errors.height?.message}
          {...register('height')}
        />
        {sheet?.mark != null && (
          <SelectField
            label={`“${sheet.mark}” lies`}
            error={formState.errors.mark?.message}
            {...register('mark')}
          >
            <option value="">not looked at</option>
            <option value="up">up, towards the crown</option>
            <option value="down">down</option>
          </SelectField>
        )}
        <Button look="brass" type="submit">
          Keep the card
        </Button>
      </form>
    </Sheet>
  );
}
