import { parseReading, type LengthUnit, type Shape } from '@tribos/core/ground';
import { lengthText, numberOrNull } from './lengthField.js';

/** What stands in a form made from a description: figures as they are typed, a choice not made yet as nothing. */
export type Draft = string | boolean | DraftRecord | readonly Draft[] | OrNone;
export interface DraftRecord {
  readonly [field: string]: Draft;
}
/** A record or list that may be absent; what was typed stays while it is. */
export interface OrNone {
  readonly has: boolean;
  readonly inner: Draft;
}

const isLeaf = ({ made }: Shape): boolean =>
  made.as === 'text' || made.as === 'number' || made.as === 'choice';

/** Fields that whoever keeps it fills in. */
export const FILLED_IN: Readonly<Record<string, unknown>> = { enteredBy: '', checkedBy: null };

/** A form nobody has typed into. */
export function blank(shape: Shape): Draft {
  const { made } = shape;
  switch (made.as) {
    case 'yes-no':
      return false;
    case 'or-none':
      return isLeaf(made.of) ? '' : { has: false, inner: blank(made.of) };
    case 'list':
      return Array.from({ length: made.fewest }, () => blank(made.of));
    case 'record':
      return Object.fromEntries(Object.entries(made.fields).map(([k, s]) => [k, blank(s)]));
    default:
      return '';
  }
}

/** A value as it is typed on, lengths in a unit. */
export function draftOf(shape: Shape, value: unknown, unit: LengthUnit): Draft {
  const { made } = shape;
  switch (made.as) {
    case 'yes-no':
      return value === true;
    case 'or-none':
      if (isLeaf(made.of)) return value === null ? '' : draftOf(made.of, value, unit);
      return value === null
        ? { has: false, inner: blank(made.of) }
        : { has: true, inner: draftOf(made.of, value, unit) };
    case 'list':
      return (value as readonly unknown[]).map((v) => draftOf(made.of, v, unit));
    case 'record':
      return Object.fromEntries(
        Object.entries(made.fields).map(([k, s]) => [
          k,
          draftOf(s, (value as Record<string, unknown>)[k], unit),
        ]),
      );
    case 'number':
      return made.of === 'length' ? lengthText(value as number, unit) : String(value);
    default:
      return String(value ?? '');
  }
}

/** What is wrong, by JSON pointer. */
export type DraftTroubles = Record<string, string>;

function numberOf(text: string, shape: Shape, unit: LengthUnit, path: string, troubles: DraftTroubles) {
  const { made } = shape;
  if (made.as !== 'number') return null;
  if (text.trim() === '') {
    troubles[path] = 'A figure is needed.';
    return null;
  }
  if (made.of === 'length') {
    const read = parseReading(text, { unit });
    if (!read.ok) troubles[path] = read.sentence;
    else if (read.value < made.least || read.value > made.most)
      troubles[path] = `From ${lengthText(made.least, unit)} to ${lengthText(made.most, unit)} ${unit}.`;
    return read.ok ? read.value : null;
  }
  const value = numberOrNull(text.replace(/°$/u, ''));
  if (value === null || !Number.isFinite(value)) {
    troubles[path] = `“${text}” is no figure.`;
    return null;
  }
  if (value < made.least || value > made.most) troubles[path] = `From ${made.least} to ${made.most}.`;
  return value;
}

function read(shape: Shape, draft: Draft, unit: LengthUnit, path: string, troubles: DraftTroubles): unknown {
  const { made } = shape;
  switch (made.as) {
    case 'or-none':
      if (isLeaf(made.of))
        return (draft as string).trim() === '' ? null : read(made.of, draft, unit, path, troubles);
      return (draft as OrNone).has ? read(made.of, (draft as OrNone).inner, unit, path, troubles) : null;
    case 'list':
      return (draft as readonly Draft[]).map((d, i) => read(made.of, d, unit, `${path}/${i}`, troubles));
    case 'record':
      return Object.fromEntries(
        Object.entries(made.fields).map(([k, s]) => [
          k,
          Object.hasOwn(FILLED_IN, k)
            ? FILLED_IN[k]
            : read(s, (draft as DraftRecord)[k] ?? blank(s), unit, `${path}/${k}`, troubles),
        ]),
      );
    case 'number':
      return numberOf(draft as string, shape, unit, path, troubles);
    case 'choice': {
      const found = made.values.find((v) => String(v) === draft);
      if (found === undefined) troubles[path] = 'Choose one.';
      return found;
    }
    case 'text':
      return (draft as string).trim();
    default:
      return draft;
  }
}

/** What a form says, or what is wrong with it, by place. */
export function valueOf(
  shape: Shape,
  draft: Draft,
  unit: LengthUnit,
): { readonly ok: true; readonly value: unknown } | { readonly ok: false; readonly troubles: DraftTroubles } {
  const troubles: DraftTroubles = {};
  const value = read(shape, draft, unit, '', troubles);
  // The value itself is called `/` where it is checked, and nothing where it is typed.
  for (const { path, sentence } of shape.check(value, ''))
    troubles[path === '/' ? '' : path] ??= `It ${sentence}.`;
  return Object.keys(troubles).length === 0 ? { ok: true, value } : { ok: false, troubles };
}
