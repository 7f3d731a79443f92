import { Column, PrimaryKey } from 'sequelize-typescript';
import { day, integer, length, real, ShopRow, ShopTable, text, uuid } from '../kit/table.js';

@ShopTable('instruments')
export class InstrumentModel extends ShopRow {
  @PrimaryKey @Column(uuid) declare id: string;
  @Column(text) declare name: string;
  @Column(text) declare type: string;
  @Column(text) declare unit: string;
  @Column(length) declare resolution: number;
  @Column(length) declare repeatability: number;
  @Column(integer) declare studyRepeats: number | null;
  @Column(length) declare maxError: number;
  @Column(length) declare rangeLow: number;
  @Column(length) declare rangeHigh: number;
  @Column(integer) declare contacts: number;
  @Column(text) declare settingKind: string;
  @Column(real) declare settingU: number | null;
  @Column(uuid) declare settingInstrumentId: string | null;
  @Column(day) declare calibrationDue: string | null;
  @Column(integer) declare version: number;
}
