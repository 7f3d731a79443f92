import { AuditTrail } from './AuditTrail.js';
import { CheckRecord } from './CheckRecord.js';
import { Fingerprints } from './Fingerprints.js';
import { LastBackup } from './LastBackup.js';

/** The record of the shop: whether it is as it was kept, what proves it outside, and who did what. */
export function RecordPage() {
  return (
    <div className="grid gap-4">
      <p className="text-soft">
        Readings, decisions and who did what are only ever added to, each linked to the one before it.
      </p>
      <div className="grid gap-4 md:grid-cols-2">
        <CheckRecord />
        <Fingerprints />
        <LastBackup />
      </div>
      <AuditTrail />
    </div>
  );
}
