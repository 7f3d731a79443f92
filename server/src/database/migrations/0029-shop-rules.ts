/** Rules of a shop over many engines. */
export const name = '0029-shop-rules';

export const up = (): string => `
ALTER TABLE shops ADD COLUMN sheet_rules jsonb NOT NULL DEFAULT '[]';
DROP TRIGGER summaries ON shops;
CREATE TRIGGER summaries AFTER UPDATE OF name, wear_threshold, allowance, allowance_reason, sheet_rules ON shops
  FOR EACH ROW EXECUTE FUNCTION summaries_of_shop('id');
`;
