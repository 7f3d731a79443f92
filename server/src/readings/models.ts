import { Column, PrimaryKey } from 'sequelize-typescript';
import { bytes, integer, json, ShopRow, ShopTable, text, time, uuid } from '../kit/table.js';

@ShopTable('log_entries')
export class LogEntryModel extends ShopRow {
  @PrimaryKey @Column(uuid) declare jobId: string;
  @PrimaryKey @Column(integer) declare seq: number;
  @Column(uuid) declare id: string;
  @Column(text) declare kind: string;
  @Column(time) declare at: Date;
  @Column(text) declare by: string;
  /** The entry without id, kind, time and person. */
  @Column(json) declare body: object;
  @Column(bytes) declare previousHash: Buffer;
  @Column(bytes) declare hash: Buffer;
}
