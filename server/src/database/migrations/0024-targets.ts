/** What a sheet names to aim at inside a range; where it names nothing, the middle is aimed at. */
export const name = '0024-targets';

export const up = (): string => `
ALTER TABLE limits
  ADD COLUMN target double precision,
  ADD CONSTRAINT limits_target CHECK (
    target IS NULL OR (low IS NOT NULL AND high IS NOT NULL AND target BETWEEN low AND high));
`;
