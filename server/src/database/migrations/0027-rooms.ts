/** What rooms keep beside a job for other jobs of the shop, in one column by the room's name: what was filed among it. */
export const name = '0027-rooms';

export const up = (): string => `
ALTER TABLE jobs ADD COLUMN rooms jsonb;
UPDATE jobs SET rooms = jsonb_build_object('rings', filings) WHERE filings IS NOT NULL;
ALTER TABLE jobs DROP COLUMN filings;
CREATE INDEX jobs_rooms ON jobs (shop_id) WHERE rooms IS NOT NULL;
`;
