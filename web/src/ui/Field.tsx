import {
  useId,
  type InputHTMLAttributes,
  type ReactNode,
  type SelectHTMLAttributes,
  type TextareaHTMLAttributes,
} from 'react';

const BOX = 'min-h-11 w-full rounded-edge border border-ink/40 bg-sheet px-3 text-ink';

interface Frame {
  readonly label: string;
  readonly hint?: ReactNode;
  readonly error?: string | undefined;
}

function Around({ id, label, hint, error, children }: Frame & { id: string; children: ReactNode }) {
  return (
    <div className="grid content-start gap-1">
      <label htmlFor={id} className="text-small text-soft">
        {label}
      </label>
      {children}
      {hint && (
        <p id={`${id}-hint`} className="text-small text-soft">
          {hint}
        </p>
      )}
      {error && (
        <p id={`${id}-error`} role="alert" className="text-small text-beyond">
          {error}
        </p>
      )}
    </div>
  );
}

const described = (id: string, { hint, error }: Frame) => ({
  id,
  'aria-invalid': error ? true : undefined,
  'aria-describedby': [hint ? `${id}-hint` : '', error ? `${id}-error` : ''].join(' ').trim() || undefined,
});

export function TextField({
  label,
  hint,
  error,
  className = '',
  ...rest
}: Frame & InputHTMLAttributes<HTMLInputElement>) {
  const id = useId();
  return (
    <Around id={id} label={label} hint={hint} error={error}>
      <input {...described(id, { label, hint, error })} className={`${BOX} ${className}`} {...rest} />
    </Around>
  );
}

export function TextArea({
  label,
  hint,
  error,
  className = '',
  ...rest
}: Frame & TextareaHTMLAttributes<HTMLTextAreaElement>) {
  const id = useId();
  return (
    <Around id={id} label={label} hint={hint} error={error}>
      <textarea
        {...described(id, { label, hint, error })}
        rows={3}
        className={`${BOX} py-2 ${className}`}
        {...rest}
      />
    </Around>
  );
}

export function SelectField({
  label,
  hint,
  error,
  children,
  ...rest
}: Frame & SelectHTMLAttributes<HTMLSelectElement>) {
  const id = useId();
  return (
    <Around id={id} label={label} hint={hint} error={error}>
      <select {...described(id, { label, hint, error })} className={BOX} {...rest}>
        {children}
      </select>
    </Around>
  );
}

export function CheckField({ label, ...rest }: { label: ReactNode } & InputHTMLAttributes<HTMLInputElement>) {
  return (
    <label className="flex min-h-11 items-center gap-3">
      <input type="checkbox" className="size-5 shrink-0 accent-(--blue)" {...rest} />
      <span>{label}</span>
    </label>
  );
}
