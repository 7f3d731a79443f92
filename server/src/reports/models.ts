import { Column, PrimaryKey } from 'sequelize-typescript';
import { bytes, real, ShopRow, ShopTable, text, time, uuid } from '../kit/table.js';

@ShopTable('reports')
export class ReportModel extends ShopRow {
  @PrimaryKey @Column(uuid) declare id: string;
  @Column(uuid) declare jobId: string;
  @Column(text) declare unit: string;
  @Column(text) declare by: string;
  @Column(time) declare askedAt: Date;
  @Column(text) declare state: 'queued' | 'working' | 'done' | 'failed';
  @Column(real) declare progress: number;
  @Column(bytes) declare fileHash: Buffer | null;
}
