/** An engine of which little is known: no stroke yet, a wall nobody has said, and what of it is a proposal. */
export const name = '0028-known';

export const up = (): string => `
ALTER TABLE engines ALTER COLUMN stroke DROP NOT NULL;
ALTER TABLE engines DROP CONSTRAINT engines_wall_check;
ALTER TABLE engines ADD CONSTRAINT engines_wall_check CHECK (wall IN ('iron-sleeve', 'plated', 'chrome', 'unknown'));
ALTER TABLE engines ADD COLUMN proposed text[] NOT NULL DEFAULT '{}';
`;
