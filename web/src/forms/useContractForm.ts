import type { BodyClass } from '@tribos/contract';
import type { DefaultValues, FieldValues } from 'react-hook-form';
import { useCheckedForm } from './useCheckedForm.js';

/** A sentence of a description, as it stands under a field: what was typed is seen there. */
const under = (sentence: string, value: unknown): string => {
  if (value === '' || value === undefined || value === null) return 'Something is needed here.';
  const said = sentence.replace(/, is .*$/su, '');
  return `${said.charAt(0).toUpperCase()}${said.slice(1)}.`;
};

const at = (body: object, path: string): unknown =>
  path
    .split('/')
    .slice(1)
    .reduce<unknown>((of, key) => (of as Record<string, unknown> | null | undefined)?.[key], body);

/** What the description of a request finds wrong with one, by field: by its own name, also where it is a layer down. */
export function contractTroubles<B extends object>({ shape }: BodyClass<B>, body: B): Record<string, string> {
  return Object.fromEntries(
    shape
      .check(body, '')
      .toReversed()
      .map(({ path, sentence }) => [fieldOf(path), under(sentence, at(body, path))]),
  );
}

/** The field of a place: the last name in it that is no number of a list. */
const fieldOf = (path: string): string =>
  path.split('/').findLast((part) => part !== '' && !/^\d+$/u.test(part)) ?? '';

/**
 * A form checked by the description the server checks the same request with. Field names are those of the
 * request; `toBody` turns what was typed into the request and may throw `FieldTrouble`.
 */
export const useContractForm = <V extends FieldValues, B extends object>(
  contract: BodyClass<B>,
  defaults: DefaultValues<V>,
  toBody: (values: V) => B,
) => useCheckedForm<V>(defaults, (values) => contractTroubles(contract, toBody(values)));
