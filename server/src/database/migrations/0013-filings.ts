/** What was filed off rings in a job, summed up with it: the planner starts from what the shop's hands really cut. */
export const name = '0013-filings';

export const up = (): string => `
ALTER TABLE jobs ADD COLUMN filings jsonb;
CREATE INDEX jobs_filings ON jobs (shop_id) WHERE filings IS NOT NULL;
`;
