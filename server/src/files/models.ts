import { Column, PrimaryKey } from 'sequelize-typescript';
import { bytes, length, ShopRow, ShopTable, text } from '../kit/table.js';

/** A file kept once, by the hash of what is in it. */
@ShopTable('files')
export class FileModel extends ShopRow {
  @PrimaryKey @Column(bytes) declare hash: Buffer;
  @Column(text) declare type: string;
  /** Null where it lies in the directory of files. */
  @Column(bytes) declare content: Buffer | null;
  @Column(length) declare bytes: number | null;
}
