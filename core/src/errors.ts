/**
 * Base of every error the core throws for input that cannot mean anything.
 * `code` is stable and may be matched on; `message` is a sentence for a person.
 */
export class CoreError extends Error {
  constructor(
    readonly code: string,
    message: string,
  ) {
    super(message);
    this.name = new.target.name;
  }
}

/** An argument lies outside the range its function documents. */
export class OutOfRange extends CoreError {
  constructor(what: string, value: unknown, range: string) {
    super('out-of-range', `${what} is ${String(value)}; it must be ${range}.`);
  }
}

/** Data that names something which is not there (a cylinder, an instrument, a reading). */
export class Unknown extends CoreError {
  constructor(what: string, name: unknown) {
    super('unknown', `There is no ${what} ${String(name)}.`);
  }
}
