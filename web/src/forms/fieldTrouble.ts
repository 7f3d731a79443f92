/** A field whose text could not be turned into what is sent. */
export class FieldTrouble extends Error {
  constructor(
    readonly field: string,
    message: string,
  ) {
    super(message);
  }
}
