import { Column, DataType, Model, PrimaryKey, Table } from 'sequelize-typescript';

/** Every table is named in the plural, in snake case, and keeps its own times. */
export const ShopTable = (tableName: string): ClassDecorator =>
  Table({ tableName, underscored: true, timestamps: false }) as ClassDecorator;

/** A row that belongs to a shop: its key starts with the shop's id. */
export abstract class ShopRow extends Model {
  @PrimaryKey
  @Column(DataType.UUID)
  declare shopId: string;
}

export const text = DataType.TEXT;
export const uuid = DataType.UUID;
export const integer = DataType.INTEGER;
/** A length in nanometres: 64 bits in the database, a safe integer here. */
export const length = DataType.BIGINT;
export const real = DataType.DOUBLE;
export const json = DataType.JSONB;
export const day = DataType.DATEONLY;
export const time = DataType.DATE;
export const bytes = DataType.BLOB;
