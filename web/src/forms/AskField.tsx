import type { LengthUnit, Made, Shape } from '@tribos/core/ground';
import { CheckField, SelectField, TextArea, TextField } from '../ui/Field.js';
import { Choices } from '../ui/Choices.js';
import { Trouble } from '../ui/Trouble.js';
import type { Ask } from './asks.js';
import { ROWS, SPAN } from './rows.js';
import type { Draft, DraftRecord, DraftTroubles, OrNone } from './draft.js';

const UNITS = { length: null, angle: 'degrees', plain: '' } as const;

/** A figure's label with the unit it is typed in. */
function labelled(label: string, made: Made, unit: LengthUnit): string {
  const in_ = made.as === 'number' ? (UNITS[made.of] ?? unit) : '';
  return in_ === '' ? label : `${label}, ${in_}`;
}

/** One field of a description with its words: the one way a field of an entry or of a sheet is typed. */
export function AskField({
  shape,
  ask,
  unit,
  draft,
  path,
  troubles,
  onChange,
}: {
  shape: Shape;
  ask: Ask;
  unit: LengthUnit;
  draft: Draft;
  path: string;
  troubles: DraftTroubles;
  onChange: (next: Draft) => void;
}) {
  return (
    <div className={`grid min-w-0 content-start gap-1 ${SPAN[ask.beside ?? 1]}`}>
      {ask.draw ? (
        ask.draw(draft, onChange, troubles[path])
      ) : (
        <BareField {...{ shape, ask, unit, draft, path, troubles, onChange }} />
      )}
    </div>
  );
}

/** The field itself, for who lays it out otherwise. */
export function BareField(props: Parameters<typeof AskField>[0]) {
  const { shape, ask, unit, draft, path, troubles, onChange } = props;
  const none = shape.made.as === 'or-none' ? (ask.none ?? 'not said') : undefined;
  const inner = shape.made.as === 'or-none' ? shape.made.of : shape;
  const { made } = inner;
  const common = { label: labelled(ask.label, made, unit), hint: ask.hint, error: troubles[path] };
  if (made.as === 'yes-no')
    return (
      <CheckField label={ask.label} checked={draft === true} onChange={(e) => onChange(e.target.checked)} />
    );
  if (made.as === 'list') return <Several {...props} />;
  if (made.as === 'record') return <Together {...props} fields={made.fields} />;
  const offered = ask.among ?? (made.as === 'choice' ? offeredOf(made.values, ask.words) : null);
  if (offered && ask.looks === 'buttons')
    return (
      <fieldset>
        <legend className="text-small text-soft">{ask.label}</legend>
        <Choices
          label={ask.label}
          of={offered.map(([v, words]) => [String(v), words] as const)}
          is={String(draft)}
          onChoose={onChange}
        />
        <Trouble className="text-small">{troubles[path]}</Trouble>
      </fieldset>
    );
  if (offered)
    return (
      <SelectField
        {...common}
        autoFocus={ask.first}
        value={String(draft)}
        onChange={(e) => onChange(e.target.value)}
      >
        {(none !== undefined || draft === '') && <option value="">{none ?? ask.none ?? 'choose'}</option>}
        {offered.map(([value, words]) => (
          <option key={value} value={value}>
            {words}
          </option>
        ))}
      </SelectField>
    );
  const Field = ask.looks === 'long' ? TextArea : TextField;
  const isFigure = made.as === 'number' || ask.looks === 'figure';
  return (
    <Field
      {...common}
      {...(ask.looks === 'date' ? { type: 'date' } : {})}
      className={isFigure ? 'figure text-lead' : ''}
      inputMode={isFigure ? 'decimal' : undefined}
      autoFocus={ask.first}
      placeholder={ask.placeholder}
      maxLength={made.as === 'text' ? made.most : 48}
      value={String(draft)}
      onChange={(e: { target: { value: string } }) => onChange(e.target.value)}
    />
  );
}

const offeredOf = (values: readonly (string | number)[], words: Ask['words']) =>
  words
    ? Object.entries(words).filter(([v]) => values.some((is) => String(is) === v))
    : values.map((v) => [v, String(v)] as const);

/** Fields that are said together or not at all. */
function Together({
  shape,
  ask,
  unit,
  draft,
  path,
  troubles,
  onChange,
  fields,
}: Parameters<typeof AskField>[0] & { fields: Readonly<Record<string, Shape>> }) {
  const isOrNone = shape.made.as === 'or-none';
  const record = (isOrNone ? (draft as OrNone).inner : draft) as DraftRecord;
  const set = (next: DraftRecord) =>
    onChange(isOrNone ? { has: Object.values(next).some((d) => d !== ''), inner: next } : next);
  return (
    <fieldset className="min-w-0">
      <legend className="mb-1 font-semibold">{ask.label}</legend>
      <div className={ROWS}>
        {Object.entries(ask.of ?? {}).map(([name, one]) => (
          <AskField
            key={name}
            shape={fields[name]!}
            ask={one}
            unit={unit}
            draft={record[name] ?? ''}
            path={`${path}/${name}`}
            troubles={troubles}
            onChange={(next) => set({ ...record, [name]: next })}
          />
        ))}
      </div>
      <Trouble className="text-small">{troubles[path]}</Trouble>
    </fieldset>
  );
}

/** Several of what is offered: each a tick of its own. */
function Several({ ask, draft, path, troubles, onChange, shape }: Parameters<typeof AskField>[0]) {
  const picked = draft as readonly string[];
  const of = shape.made.as === 'list' && shape.made.of.made.as === 'choice' ? shape.made.of.made.values : [];
  return (
    <fieldset>
      <legend className="text-small text-soft">{ask.label}</legend>
      <div className="flex flex-wrap gap-x-6">
        {(ask.among ?? offeredOf(of, ask.words)).map(([value, words]) => (
          <CheckField
            key={value}
            label={words}
            checked={picked.includes(String(value))}
            onChange={(e) =>
              onChange(
                e.target.checked ? [...picked, String(value)] : picked.filter((v) => v !== String(value)),
              )
            }
          />
        ))}
      </div>
      <Trouble className="text-small">{troubles[path]}</Trouble>
    </fieldset>
  );
}
