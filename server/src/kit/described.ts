import type { BodyClass } from '@tribos/contract';
import type { Shape } from '@tribos/core';
import { registerDecorator, ValidateIf } from 'class-validator';

type Class = new (...args: never[]) => unknown;

/** The rule by which a field fits its description. */
export const FITS = 'fits';

const known = new WeakMap<Class, Shape | null>();

/**
 * The description a request's class was made of; null where it is the class of something else. Asked for the first time,
 * each of its fields gets its rule: what is not described is refused by the same pipe.
 */
export function described(target: Class): Shape | null {
  const before = known.get(target);
  if (before !== undefined) return before;
  const { shape } = target as Partial<BodyClass<unknown>>;
  known.set(target, shape ?? null);
  if (shape?.made.as !== 'record') return shape ?? null;
  const { fields, optional } = shape.made;
  for (const [field, of] of Object.entries({ ...fields, ...optional })) {
    registerDecorator({
      name: FITS,
      target,
      propertyName: field,
      constraints: [of],
      validator: {
        validate: (value: unknown) => value !== undefined && of.check(value, '').length === 0,
        defaultMessage: (said) =>
          `${field} ${said?.value === undefined ? 'is missing' : (of.check(said.value, '')[0]?.sentence ?? '')}`,
      },
    });
    // It may be absent; that it is there and nothing is another thing.
    if (Object.hasOwn(optional, field))
      ValidateIf((_, value) => value !== undefined)(target.prototype as object, field);
  }
  return shape;
}
