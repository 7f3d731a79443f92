import type { FieldErrors, FieldValues, Path, UseFormReturn } from 'react-hook-form';
import { CheckField, SelectField, TextArea, TextField } from '../ui/Field.js';
import { ROWS, SPAN } from './rows.js';
import type { Ask } from './asks.js';

/** How a field of a form is asked for: its words, and what follows from an answer. */
export interface FormAsk extends Omit<Ask, 'draw' | 'of'> {
  /** What is said instead, where it is wrong: `It needs a name.` */
  readonly wrong?: string;
  /** Something else follows from what is answered. */
  readonly onAnswer?: () => void;
  /** Names it may have, by the id of their list. */
  readonly list?: string;
  readonly type?: 'tel' | 'email' | 'password';
  readonly most?: number;
  readonly disabled?: boolean;
}

export type FormAsks<V extends FieldValues> = { readonly [P in Path<V>]?: FormAsk | undefined };

/** What is wrong at a place of a form, also where it was filed under a name with dots in it. */
const troubleAt = (errors: FieldErrors, name: string): string | undefined => {
  const flat = (errors as Record<string, { message?: string } | undefined>)[name];
  const deep = name
    .split('.')
    .reduce<unknown>((at, key) => (at as Record<string, unknown> | undefined)?.[key], errors);
  return (flat ?? (deep as { message?: string } | undefined))?.message;
};

/** A figure, with its unit in its label. */
export const figure = (label: string, hint?: string): FormAsk => ({ label, hint, looks: 'figure' });

/**
 * Fields of a form with their words, side by side: the one way a form of a request is drawn.
 * @param beside how many stand in a row where a field does not say it
 */
export function FormFields<V extends FieldValues>({
  form,
  of,
  beside = 2,
}: {
  form: Pick<UseFormReturn<V>, 'register' | 'formState'>;
  of: FormAsks<V>;
  beside?: 1 | 2 | 3;
}) {
  return (
    <div className={ROWS}>
      {(Object.entries(of) as [Path<V>, FormAsk | undefined][]).map(
        ([name, ask]) =>
          ask && (
            <div key={name} className={`min-w-0 ${SPAN[ask.beside ?? (ask.looks === 'long' ? 1 : beside)]}`}>
              <FormField form={form} name={name} ask={ask} />
            </div>
          ),
      )}
    </div>
  );
}

function FormField<V extends FieldValues>({
  form: { register, formState },
  name,
  ask,
}: {
  form: Pick<UseFormReturn<V>, 'register' | 'formState'>;
  name: Path<V>;
  ask: FormAsk;
}) {
  const trouble = troubleAt(formState.errors, name);
  const rest = register(name, ask.onAnswer && { onChange: ask.onAnswer });
  const { label, hint } = ask;
  const error = trouble && (ask.wrong ?? trouble);
  const plain = { label, hint, error, autoFocus: ask.first, disabled: ask.disabled };
  if (ask.looks === 'tick') return <CheckField label={label} {...rest} />;
  const offered = ask.among ?? (ask.words ? Object.entries(ask.words) : null);
  if (offered)
    return (
      <SelectField {...plain} {...rest}>
        {ask.none !== undefined && <option value="">{ask.none}</option>}
        {offered.map(([value, words, isTaken]) => (
          <option key={value} value={value} disabled={isTaken === true}>
            {words}
          </option>
        ))}
      </SelectField>
    );
  if (ask.looks === 'long') return <TextArea {...plain} maxLength={ask.most} {...rest} />;
  const isFigure = ask.looks === 'figure';
  return (
    <TextField
      {...plain}
      type={ask.looks === 'date' ? 'date' : ask.type}
      className={isFigure ? 'figure' : ''}
      inputMode={isFigure ? 'decimal' : undefined}
      placeholder={ask.placeholder}
      maxLength={ask.most}
      list={ask.list}
      autoComplete={ask.list ? 'off' : undefined}
      {...rest}
    />
  );
}
