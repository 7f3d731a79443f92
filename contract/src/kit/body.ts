import type { Of, Shape } from '@tribos/core';

/** What is sent, field by field: as a record of its own, so that whoever reads the types reads values. */
type Sent<T> = { [K in keyof T as `${K & string}`]: T[K] };

/** The class of a request: what it is called where it comes in, made of the one description of what is sent. */
export interface BodyClass<T> {
  new (): Sent<T>;
  readonly shape: Shape<T>;
}

/**
 * A class for what is described: the server's door reads the description off it, and so do forms.
 * @param shape of an object
 */
export function body<S extends Shape>(shape: S): BodyClass<Of<S>> {
  return class {
    static readonly shape = shape;
  } as unknown as BodyClass<Of<S>>;
}
