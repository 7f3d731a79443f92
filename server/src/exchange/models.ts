import type { ImportView } from '@tribos/contract';
import { Column, PrimaryKey } from 'sequelize-typescript';
import { bytes, json, real, ShopRow, ShopTable, text, time, uuid } from '../kit/table.js';

/** A job file that was brought in, or was to be. The file itself is kept as it came. */
@ShopTable('imports')
export class ImportModel extends ShopRow {
  @PrimaryKey @Column(uuid) declare id: string;
  /** What the file was called. */
  @Column(text) declare name: string;
  @Column(text) declare by: string;
  @Column(time) declare askedAt: Date;
  /** Null where the person it names was erased. */
  @Column(bytes) declare fileHash: Buffer | null;
  @Column(text) declare state: ImportView['state'];
  @Column(real) declare progress: number;
  @Column(uuid) declare jobId: string | null;
  @Column(json) declare problem: ImportView['problem'];
}
