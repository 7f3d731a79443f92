/** What moved a verdict without anything being written to its job: a sheet, a gauge or a rule that was changed. */
export const name = '0019-moved';

export const up = (): string => `
ALTER TABLE jobs ADD COLUMN states jsonb, ADD COLUMN moved jsonb;
CREATE INDEX jobs_moved ON jobs (shop_id) WHERE moved IS NOT NULL;
`;
