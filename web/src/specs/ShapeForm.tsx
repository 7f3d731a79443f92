import { Plus, X } from 'lucide-react';
import type { LengthUnit, Shape, SheetPart } from '@tribos/core/ground';
import { BareField } from '../forms/index.js';
import { Button, CheckField, Trouble } from '../ui/index.js';
import { leading, wordOf } from './partWords.js';
import {
  blank,
  FILLED_IN,
  type Draft,
  type DraftRecord,
  type DraftTroubles,
  type OrNone,
} from '../forms/draft.js';

interface Of {
  readonly part: SheetPart;
  readonly unit: LengthUnit;
  readonly troubles: DraftTroubles;
}

const LEAVES: readonly string[] = ['yes-no', 'choice', 'text', 'number'];

/** One field, record or list of a description: the one way every part of a sheet is typed. */
export function ShapeForm({
  of,
  shape,
  draft,
  name,
  parent,
  path,
  onChange,
}: {
  of: Of;
  shape: Shape;
  draft: Draft;
  name: string;
  /** Name of what it stands in. */
  parent: string;
  path: string;
  onChange: (next: Draft) => void;
}) {
  const { made } = shape;
  const label = leading(wordOf(of.part, parent, name));
  const error = of.troubles[path];
  const inner = made.as === 'or-none' ? made.of : shape;
  if (LEAVES.includes(inner.made.as))
    return (
      <BareField
        shape={shape}
        ask={{
          label,
          none: 'not on the sheet',
          placeholder: made.as === 'or-none' ? 'sheet is silent' : undefined,
          ...(inner.made.as === 'choice' && {
            words: Object.fromEntries(
              inner.made.values.map((v) => [String(v), wordOf(of.part, name, String(v))]),
            ),
          }),
        }}
        unit={of.unit}
        draft={draft}
        path={path}
        troubles={of.troubles}
        onChange={onChange}
      />
    );
  if (made.as === 'or-none') {
    const { has, inner: kept } = draft as OrNone;
    return (
      <div className="col-span-full">
        <CheckField
          label={label}
          checked={has}
          onChange={(e) => onChange({ has: e.target.checked, inner: kept })}
        />
        {has && (
          <div className="border-l-2 border-rule pl-4">
            <ShapeForm
              of={of}
              shape={made.of}
              draft={kept}
              name={name}
              parent={parent}
              path={path}
              onChange={(next) => onChange({ has, inner: next })}
            />
          </div>
        )}
      </div>
    );
  }
  if (made.as === 'list')
    return (
      <ListForm {...{ of, draft, name, parent, path, onChange }} made={made} label={label} error={error} />
    );
  if (made.as !== 'record') return null;
  const record = draft as DraftRecord;
  return (
    <div className="grid grid-cols-[repeat(auto-fill,minmax(10.5rem,1fr))] gap-3 col-span-full">
      {Object.entries(made.fields)
        .filter(([key]) => !Object.hasOwn(FILLED_IN, key))
        .map(([key, field]) =>
          field.made.as === 'record' ? (
            <fieldset key={key} className="grid gap-2 col-span-full">
              <legend className="text-soft">{leading(wordOf(of.part, name, key))}</legend>
              <ShapeForm
                of={of}
                shape={field}
                draft={record[key] ?? blank(field)}
                name={key}
                parent={name}
                path={`${path}/${key}`}
                onChange={(next) => onChange({ ...record, [key]: next })}
              />
            </fieldset>
          ) : (
            <ShapeForm
              key={key}
              of={of}
              shape={field}
              draft={record[key] ?? blank(field)}
              name={key}
              parent={name}
              path={`${path}/${key}`}
              onChange={(next) => onChange({ ...record, [key]: next })}
            />
          ),
        )}
    </div>
  );
}

/** Several of the same, one under the other, with the way to one more and to one less. */
function ListForm({
  of,
  made,
  draft,
  name,
  parent,
  path,
  label,
  error,
  onChange,
}: Omit<Parameters<typeof ShapeForm>[0], 'shape'> & {
  made: Extract<Shape['made'], { as: 'list' }>;
  label: string;
  error: string | undefined;
}) {
  const items = draft as readonly Draft[];
  const one = wordOf(of.part, name, 'one');
  return (
    <fieldset className="grid gap-2 col-span-full">
      <legend className="font-semibold">{label}</legend>
      <Trouble className="text-small">{error}</Trouble>
      {items.map((item, i) => (
        <div key={i} className="flex items-start gap-2 border-t border-rule pt-2">
          <div className="min-w-0 flex-1">
            <ShapeForm
              of={of}
              shape={made.of}
              draft={item}
              name={name}
              parent={parent}
              path={`${path}/${i}`}
              onChange={(next) => onChange(items.map((d, n) => (n === i ? next : d)))}
            />
          </div>
          {items.length > made.fewest && (
            <Button
              look="quiet"
              aria-label={`Take away ${i + 1} of ${label}`}
              onClick={() => onChange(items.filter((_, n) => n !== i))}
            >
              <X size={18} aria-hidden="true" />
            </Button>
          )}
        </div>
      ))}
      {items.length < made.most && (
        <div>
          <Button
            onClick={() => onChange([...items, blank(made.of)])}
            aria-label={`${one === 'one' ? 'One more' : one}: ${label}`}
          >
            <Plus size={18} aria-hidden="true" /> {one === 'one' ? 'One more' : one}
          </Button>
        </div>
      )}
    </fieldset>
  );
}
