import { Column, PrimaryKey } from 'sequelize-typescript';
import { bytes, integer, ShopRow, ShopTable, text, time, uuid } from '../kit/table.js';

/** The head a chain had, kept apart from it in a chain of the whole shop. */
@ShopTable('seals')
export class SealModel extends ShopRow {
  @PrimaryKey @Column(integer) declare seq: number;
  @Column(time) declare at: Date;
  @Column(text) declare chain: 'log' | 'decisions' | 'audit';
  /** Null for the audit trail. */
  @Column(uuid) declare jobId: string | null;
  /** Links the chain had. */
  @Column(integer) declare entries: number;
  @Column(bytes) declare head: Buffer;
  @Column(bytes) declare previousHash: Buffer;
  @Column(bytes) declare hash: Buffer;
}
