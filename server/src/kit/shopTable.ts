/** How the rows of a shop's table may be used. */
export interface ShopTableOptions {
  /** Rows are added and never changed. */
  readonly appendOnly?: boolean;
  /** Rows may be taken away again. */
  readonly removable?: boolean;
  /** Screens of the shop are told when a row is added or changed. */
  readonly tells?: boolean;
}

const NAME = /^[a-z][a-z0-9_]*$/u;

/**
 * SQL of a table that belongs to shops: its key begins with the shop, row-level security lets nobody see
 * another's, and the application may do with it what its kind allows and no more. The one way a room makes a
 * table.
 * @param name    plural, snake case
 * @param columns what stands between the parentheses, keys and checks included; `shop_id` is added
 * @param app     role the application connects as
 */
export function shopTable(
  name: string,
  columns: string,
  app: string,
  { appendOnly = false, removable = false, tells = false }: ShopTableOptions = {},
): string {
  if (!NAME.test(name)) throw new Error(`${name} is no name for a table`);
  return `
CREATE TABLE ${name} (
  shop_id uuid NOT NULL REFERENCES shops,
${columns}
);
ALTER TABLE ${name} ENABLE ROW LEVEL SECURITY;
ALTER TABLE ${name} FORCE ROW LEVEL SECURITY;
CREATE POLICY own_shop ON ${name} USING (shop_id = current_shop()) WITH CHECK (shop_id = current_shop());
${
  appendOnly
    ? `CREATE TRIGGER append_only BEFORE UPDATE OR DELETE ON ${name} FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER append_only_all BEFORE TRUNCATE ON ${name} FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();`
    : ''
}
${tells ? `CREATE TRIGGER tell_change AFTER INSERT OR UPDATE ON ${name} FOR EACH ROW EXECUTE FUNCTION tell_change();` : ''}
GRANT SELECT, INSERT${appendOnly ? '' : ', UPDATE'}${removable ? ', DELETE' : ''} ON ${name} TO ${app};
`;
}
