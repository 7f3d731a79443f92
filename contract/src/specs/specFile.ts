import { also, anyObject, list, object, orNull, text, type SpecChange } from '@tribos/core';
import { body } from '../kit/body.js';
import { clientId, anyId } from '../kit/rules.js';

/** A specification or kit file to look at before it is brought in. */
export class SpecFileBody extends body(
  object({
    file: anyObject,
    /** Engine of this shop it is for; null for a new one, or to be found. */
    into: orNull(anyId),
  }),
) {}

/** What of a file is taken. */
export class TakeSpecFile extends body(
  also(SpecFileBody.shape, {
    /** Id of the engine where it is a new one. */
    id: clientId,
    /** Keys of the changes that are taken. */
    take: list(text(), 0, 2000),
  }),
) {}

/** What a file would bring. */
export interface SpecFilePreview {
  readonly kind: 'engine' | 'kit';
  /** What the file is of, in words. */
  readonly title: string;
  /** Engine of this shop it would go into; null for a new one. */
  readonly into: { readonly id: string; readonly name: string } | null;
  /** Engines of this shop it could go into. */
  readonly could: readonly { readonly id: string; readonly name: string }[];
  readonly changes: readonly SpecChange[];
}
