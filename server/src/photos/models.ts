import { Column, PrimaryKey } from 'sequelize-typescript';
import { bytes, day, integer, ShopRow, ShopTable, text, time, uuid } from '../kit/table.js';

/** A photo or a sound of a job, or of what came in and is none yet. */
@ShopTable('photos')
export class PhotoModel extends ShopRow {
  @PrimaryKey @Column(uuid) declare id: string;
  @Column(uuid) declare jobId: string;
  @Column(uuid) declare entryId: string | null;
  @Column(text) declare kind: string;
  @Column(text) declare station: string;
  @Column(text) declare caption: string;
  @Column(text) declare by: string;
  @Column(time) declare at: Date;
  @Column(bytes) declare fileHash: Buffer;
  /** The small one of a photo; null where none was made yet. */
  @Column(bytes) declare smallHash: Buffer | null;
  @Column(integer) declare width: number | null;
  @Column(integer) declare height: number | null;
  @Column(day) declare goneOn: string | null;
}
