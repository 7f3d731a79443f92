import { integer, object, oneOf, orNull, pattern, text } from '@tribos/core';
import { body } from '../kit/body.js';
import { anyId, naming, utcTime } from '../kit/rules.js';

/** One line of the audit trail. */
export interface AuditRow {
  readonly id: number;
  readonly at: string;
  readonly by: string;
  readonly action: string;
  readonly subject: string;
}

/** Where a page of the audit trail begins. */
export class AuditQuery extends body(
  object(
    {},
    {
      after: pattern('^\\d{1,15}$', 'the number of a note'),
    },
  ),
) {}

/** What is wrong with the record of a shop, in a sentence; nothing where it is whole. */
export interface RecordCheck {
  readonly intact: boolean;
  /** Heads of chains that are kept apart. */
  readonly seals: number;
  readonly notes: number;
  readonly troubles: readonly string[];
}

/** Whether a job's log and decisions are as they were kept. */
export interface JobRecordCheck {
  readonly intact: boolean;
  readonly entries: number;
  /** First place of the log that does not follow the one before it. */
  readonly brokenAt: number | null;
  readonly troubles: readonly string[];
}

/** What the whole record of a shop came to at a moment: to be kept outside, where nobody who changes it here can. */
export class Fingerprint extends body(
  object({
    format: oneOf('tribos-fingerprint'),
    version: oneOf(1),
    shopId: anyId,
    shop: naming,
    at: utcTime,
    /** Place in the shop's chain of heads. */
    seq: integer(0, 2_147_483_647),
    /** SHA-256, hexadecimal. */
    hash: pattern('^[0-9a-f]{64}$', '64 hexadecimal digits'),
    /** Ed25519 over the canonical JSON of everything else, base64; null where this server has no key. */
    signature: orNull(text(200)),
    /** The public half of the key, PEM. */
    publicKey: orNull(text(500)),
  }),
) {}

/** What became of a record since a fingerprint of it was kept. */
export interface FingerprintCheck {
  /** Signed by this server's own key; null where it is not signed or there is no key here. */
  readonly signedHere: boolean | null;
  /** The record still leads through it, unchanged. */
  readonly holds: boolean;
  readonly sentence: string;
}

/** The last backup of the house; null where there is none, or nobody said where they lie. */
export interface BackupView {
  readonly last: { readonly at: string; readonly bytes: number } | null;
}
