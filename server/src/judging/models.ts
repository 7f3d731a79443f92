import { Column, PrimaryKey } from 'sequelize-typescript';
import { bytes, json, ShopRow, ShopTable, time } from '../kit/table.js';

/** A whole map that was propagated, by the hash of its problem. */
@ShopTable('map_spreads')
export class MapSpreadModel extends ShopRow {
  @PrimaryKey @Column(bytes) declare hash: Buffer;
  @Column(json) declare spread: object;
  @Column(time) declare at: Date;
}
