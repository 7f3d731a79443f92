import 'reflect-metadata';
import { plainToInstance } from 'class-transformer';
import { validate } from 'class-validator';
import {
  useForm,
  type DefaultValues,
  type FieldErrors,
  type FieldValues,
  type Resolver,
} from 'react-hook-form';

/** A field whose text could not be turned into what the contract asks for. */
export class FieldTrouble extends Error {
  constructor(
    readonly field: string,
    message: string,
  ) {
    super(message);
  }
}

/**
 * A form checked by the class the server checks the same request with. Field names are those of the
 * request; `toBody` turns what was typed into the request and may throw `FieldTrouble`.
 */
export function useContractForm<V extends FieldValues, B extends object>(
  contract: new () => B,
  defaults: DefaultValues<V>,
  toBody: (values: V) => B,
) {
  const resolver: Resolver<V> = async (values) => {
    const fail = (found: Record<string, string>) => ({
      values: {},
      errors: Object.fromEntries(
        Object.entries(found).map(([field, message]) => [field, { type: 'contract', message }]),
      ) as FieldErrors<V>,
    });
    let body: B;
    try {
      body = toBody(values);
    } catch (error) {
      if (error instanceof FieldTrouble) return fail({ [error.field]: error.message });
      throw error;
    }
    const wrong = await validate(plainToInstance(contract, body), { stopAtFirstError: true });
    if (wrong.length === 0) return { values, errors: {} };
    return fail(
      Object.fromEntries(
        wrong.map((w) => [
          w.property,
          Object.values(w.constraints ?? w.children?.[0]?.constraints ?? {})[0] ?? 'is not right',
        ]),
      ),
    );
  };
  return useForm<V>({ resolver, defaultValues: defaults, mode: 'onTouched' });
}
