import { Column, DataType, PrimaryKey } from 'sequelize-typescript';
import { day, integer, json, length, real, ShopRow, ShopTable, text, uuid } from '../kit/table.js';

@ShopTable('engines')
export class EngineModel extends ShopRow {
  @PrimaryKey @Column(uuid) declare id: string;
  @Column(text) declare maker: string;
  @Column(text) declare model: string;
  @Column(text) declare kind: string;
  @Column(integer) declare strokes: number;
  @Column(DataType.ARRAY(text)) declare cylinders: string[];
  @Column(length) declare bore: number;
  @Column(length) declare stroke: number | null;
  @Column(text) declare wall: string;
  @Column(text) declare zeroAt: string;
  @Column(real) declare pinAxisDeg: number;
  @Column(length) declare depthTop: number;
  @Column(length) declare depthMid: number;
  @Column(length) declare depthLow: number;
  @Column(length) declare wallDepth: number;
  @Column(json) declare ports: object[];
  @Column(length) declare sleeveOuter: number | null;
  @Column(length) declare pin: number | null;
  @Column(text) declare cooling: string;
  @Column(integer) declare year: number | null;
  @Column(text) declare code: string | null;
  @Column(DataType.ARRAY(text)) declare proposed: string[];
  @Column(integer) declare version: number;
}

@ShopTable('limits')
export class LimitModel extends ShopRow {
  @PrimaryKey @Column(uuid) declare id: string;
  @Column(uuid) declare engineId: string;
  @Column(integer) declare position: number;
  @Column(text) declare feature: string;
  @Column(text) declare state: string;
  @Column(real) declare low: number | null;
  @Column(real) declare high: number | null;
  @Column(json) declare rows: object[] | null;
  @Column(text) declare unit: string;
  @Column(real) declare target: number | null;
  @Column(text) declare taper: string | null;
  @Column(json) declare conditions: object;
  @Column(text) declare sourceType: string;
  @Column(text) declare party: string;
  @Column(text) declare document: string;
  @Column(text) declare page: string;
  @Column(text) declare revision: string;
  @Column(text) declare enteredBy: string;
  @Column(text) declare checkedBy: string | null;
  @Column(day) declare enteredOn: string | null;
  @Column(day) declare retypedOn: string | null;
  @Column(integer) declare version: number;
}

@ShopTable('kits')
export class KitModel extends ShopRow {
  @PrimaryKey @Column(uuid) declare id: string;
  @Column(uuid) declare engineId: string;
  @Column(text) declare maker: string;
  @Column(text) declare name: string;
  @Column(length) declare oversize: number;
  @Column(length) declare piston: number;
  @Column(text) declare material: string;
  @Column(length) declare gaugeHeight: number | null;
  @Column(integer) declare version: number;
}

@ShopTable('sheet_parts')
export class SheetPartModel extends ShopRow {
  @PrimaryKey @Column(uuid) declare engineId: string;
  @PrimaryKey @Column(text) declare part: string;
  @Column(integer) declare version: number;
  @Column(json) declare body: object;
}
