import { Column, PrimaryKey } from 'sequelize-typescript';
import { day, integer, json, length, real, ShopRow, ShopTable, text, time, uuid } from '../kit/table.js';

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
  @Column(length) declare travel: number | null;
  @Column(json) declare leaves: number[];
  @Column(day) declare calibrationDue: string | null;
  @Column(day) declare retiredOn: string | null;
  /** The only job it is known in: a gauge of the file that job was imported from. */
  @Column(uuid) declare jobId: string | null;
  @Column(text) declare importedBy: string | null;
  @Column(integer) declare version: number;
}

@ShopTable('studies')
export class StudyModel extends ShopRow {
  @PrimaryKey @Column(uuid) declare id: string;
  @Column(uuid) declare instrumentId: string;
  @Column(text) declare part: string;
  @Column(text) declare by: string;
  @Column(time) declare at: Date;
  /** As typed. */
  @Column(json) declare texts: string[];
  /** What was typed, nm; empty when a job file brought only the figure. */
  @Column(json) declare readings: number[];
  @Column(integer) declare repeats: number;
  /** Standard deviation, nm; null with too few repeats to use it. */
  @Column(real) declare s: number | null;
  @Column(day) declare retiredOn: string | null;
}
