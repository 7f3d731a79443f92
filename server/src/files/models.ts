import { Column, PrimaryKey } from 'sequelize-typescript';
import { bytes, ShopRow, ShopTable, text } from '../kit/table.js';

/** A file kept once, by the hash of what is in it. */
@ShopTable('files')
export class FileModel extends ShopRow {
  @PrimaryKey @Column(bytes) declare hash: Buffer;
  @Column(text) declare type: string;
  @Column(bytes) declare content: Buffer;
}
