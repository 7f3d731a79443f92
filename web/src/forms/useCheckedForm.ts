import {
  useForm,
  type DefaultValues,
  type FieldErrors,
  type FieldValues,
  type Resolver,
} from 'react-hook-form';
import { FieldTrouble } from './fieldTrouble.js';

/** What is wrong, by field; empty when all is well. */
export type Troubles = Readonly<Record<string, string>>;

/**
 * The one way a form is kept: what was typed stays as typed, and is checked as a whole by what will read it.
 * @param check may throw `FieldTrouble`
 */
export function useCheckedForm<V extends FieldValues>(
  defaults: DefaultValues<V>,
  check: (values: V) => Troubles | Promise<Troubles>,
) {
  const resolver: Resolver<V> = async (values) => {
    let found: Troubles;
    try {
      found = await check(values);
    } catch (error) {
      if (!(error instanceof FieldTrouble)) throw error;
      found = { [error.field]: error.message };
    }
    const wrong = Object.entries(found);
    if (wrong.length === 0) return { values, errors: {} };
    return {
      values: {},
      errors: Object.fromEntries(
        wrong.map(([field, message]) => [field, { type: 'contract', message }]),
      ) as FieldErrors<V>,
    };
  };
  return useForm<V>({ resolver, defaultValues: defaults, mode: 'onTouched' });
}
