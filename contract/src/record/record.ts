import { IsInt, IsOptional, IsString, Matches, Max, MaxLength, Min } from 'class-validator';
import { IsId, IsName, IsTime, OrNull } from '../kit/rules.js';

/** One line of the audit trail. */
export interface AuditRow {
  readonly id: number;
  readonly at: string;
  readonly by: string;
  readonly action: string;
  readonly subject: string;
}

/** Where a page of the audit trail begins. */
export class AuditQuery {
  @IsOptional()
  @Matches(/^\d{1,15}$/u, { message: 'after must be the number of a note' })
  after?: string;
}

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
export class Fingerprint {
  @Matches(/^tribos-fingerprint$/u)
  format!: 'tribos-fingerprint';

  @IsInt()
  @Min(1)
  @Max(1)
  version!: 1;

  @IsId()
  shopId!: string;

  @IsName()
  shop!: string;

  @IsTime()
  at!: string;

  /** Place in the shop's chain of heads. */
  @IsInt()
  @Min(0)
  @Max(2_147_483_647)
  seq!: number;

  /** SHA-256, hexadecimal. */
  @Matches(/^[0-9a-f]{64}$/u, { message: 'hash must be 64 hexadecimal digits' })
  hash!: string;

  /** Ed25519 over the canonical JSON of everything else, base64; null where this server has no key. */
  @OrNull()
  @IsString()
  @MaxLength(200)
  signature!: string | null;

  /** The public half of the key, PEM. */
  @OrNull()
  @IsString()
  @MaxLength(500)
  publicKey!: string | null;
}

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
