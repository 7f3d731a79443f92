/** Needles that show how far something moves: run-out, float, play. */
export const name = '0021-dial';

/** @param app role the application connects as */
export const up = (_app: string): string => `
ALTER TABLE instruments
  DROP CONSTRAINT instruments_type_check,
  ADD CONSTRAINT instruments_type_check CHECK (type IN
    ('dial-bore', 'telescoping', 'micrometer', 'calliper', 'leaf', 'dial'));
`;
