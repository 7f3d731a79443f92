import { appendFileSync } from 'node:fs';
import { Logger } from '@nestjs/common';

/**
 * Writes down beside the database that somebody was erased, by ids alone: a database that is lost takes its own list
 * with it, and an older backup would bring the person back. Where `ERASED_LIST` names no file the database's list is
 * the only one.
 */
export function listErased(shop: string, customer: string, file = process.env['ERASED_LIST']): void {
  if (!file) return;
  try {
    const at = new Date().toISOString();
    appendFileSync(file, `${JSON.stringify({ shop, customer, at })}\n`, { mode: 0o600, flush: true });
  } catch (error) {
    new Logger('Erased').error(`${file} does not say that ${customer} was erased: ${String(error)}`);
  }
}
