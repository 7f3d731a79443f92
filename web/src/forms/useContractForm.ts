import 'reflect-metadata';
import { plainToInstance } from 'class-transformer';
import { validate, type ValidationError } from 'class-validator';
import type { DefaultValues, FieldValues } from 'react-hook-form';
import { useCheckedForm } from './useCheckedForm.js';

/** A field by its own name, also where the request holds it a layer down. */
const messages = (wrong: readonly ValidationError[]): [string, string][] =>
  wrong.flatMap((w) =>
    w.children && w.children.length > 0
      ? messages(w.children)
      : [[w.property, Object.values(w.constraints ?? {})[0] ?? 'is not right']],
  );

/** What the class of a request finds wrong with one, by field. */
export const contractTroubles = async <B extends object>(
  contract: new () => B,
  body: B,
): Promise<Record<string, string>> =>
  Object.fromEntries(messages(await validate(plainToInstance(contract, body), { stopAtFirstError: true })));

/**
 * A form checked by the class the server checks the same request with. Field names are those of the
 * request; `toBody` turns what was typed into the request and may throw `FieldTrouble`.
 */
export const useContractForm = <V extends FieldValues, B extends object>(
  contract: new () => B,
  defaults: DefaultValues<V>,
  toBody: (values: V) => B,
) => useCheckedForm<V>(defaults, (values) => contractTroubles(contract, toBody(values)));
