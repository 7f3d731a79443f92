import { Customers } from '../people/index.js';
import { Page } from '../ui/index.js';
import { AuditTrail } from './AuditTrail.js';
import { CheckRecord } from './CheckRecord.js';
import { Fingerprints } from './Fingerprints.js';

/** The record of the shop: whether it is as it was kept, what proves it outside, who did what; and its customers. */
export function RecordPage() {
  return (
    <Page
      title="The shop’s record and its customers"
      sub="Readings, decisions and who did what are only ever added to, each linked to the one before it."
    >
      <div className="grid gap-4 md:grid-cols-2">
        <CheckRecord />
        <Fingerprints />
      </div>
      <AuditTrail />
      <Customers />
    </Page>
  );
}
