import type { ShopRule } from '@tribos/core';
import { Column, DataType, Model, PrimaryKey, Table } from 'sequelize-typescript';
import {
  bytes,
  day,
  integer,
  json,
  length,
  real,
  ShopRow,
  ShopTable,
  text,
  time,
  uuid,
} from '../kit/table.js';

@Table({ tableName: 'shops', underscored: true, timestamps: false })
export class ShopModel extends Model {
  @PrimaryKey @Column(uuid) declare id: string;
  @Column(text) declare name: string;
  @Column(real) declare wearThreshold: number;
  @Column(integer) declare allowance: number;
  @Column(text) declare allowanceReason: string;
  @Column(integer) declare nextJobNumber: number;
  @Column(text) declare unit: string;
  @Column(text) declare currency: string;
  @Column(integer) declare taxPerMyriad: number;
  /** Of one hour, in the smallest unit; 0 while nobody set it. */
  @Column(length) declare hourlyRate: number;
  @Column(real) declare enough: number;
  @Column(json) declare hours: (readonly [number, number] | null)[];
  @Column(json) declare label: { width: number; height: number };
  @Column(integer) declare keepYears: number;
  @Column(json) declare sheetRules: readonly ShopRule[];
  @Column(integer) declare version: number;
}

@ShopTable('people')
export class PersonModel extends ShopRow {
  @PrimaryKey @Column(uuid) declare id: string;
  @Column(text) declare name: string;
  @Column(text) declare email: string;
  @Column(text) declare role: string;
  @Column(text) declare passwordHash: string;
  @Column(day) declare leftOn: string | null;
  @Column(text) declare pinHash: string | null;
  @Column(integer) declare pinFailures: number;
  @Column(integer) declare version: number;
}

/** A link that lets somebody in once: somebody new, or one who forgot the password. */
@ShopTable('invitations')
export class InvitationModel extends ShopRow {
  @PrimaryKey @Column(uuid) declare id: string;
  @Column(bytes) declare tokenHash: Buffer;
  @Column(uuid) declare personId: string | null;
  @Column(text) declare role: string;
  @Column(text) declare note: string;
  @Column(text) declare by: string;
  /** Who handed it out: it goes with them. */
  @Column(uuid) declare byId: string | null;
  @Column(time) declare until: Date;
}

/** A device on which a person has signed in before. */
@ShopTable('known_devices')
export class KnownDeviceModel extends ShopRow {
  @PrimaryKey @Column(uuid) declare personId: string;
  @PrimaryKey @Column(bytes) declare tokenHash: Buffer;
}

@ShopTable('sessions')
export class SessionModel extends ShopRow {
  @PrimaryKey @Column(bytes) declare tokenHash: Buffer;
  @Column(uuid) declare personId: string;
  @Column(uuid) declare id: string;
  @Column(time) declare createdAt: Date;
  @Column(time) declare expiresAt: Date;
  @Column(DataType.BOOLEAN) declare byPin: boolean;
  @Column(text) declare how: string;
  /** Session whose screen let this phone in; it ends with that one. */
  @Column(uuid) declare letInBy: string | null;
  @Column(text) declare device: string;
}

@ShopTable('customers')
export class CustomerModel extends ShopRow {
  @PrimaryKey @Column(uuid) declare id: string;
  @Column(day) declare retiredOn: string | null;
  @Column(text) declare name: string;
  @Column(text) declare phone: string;
}

@ShopTable('benches')
export class BenchModel extends ShopRow {
  @PrimaryKey @Column(text) declare name: string;
  @Column(integer) declare position: number;
}

@ShopTable('audit')
export class AuditModel extends ShopRow {
  @PrimaryKey @Column({ type: integer, autoIncrement: true }) declare id: number;
  @Column(text) declare by: string;
  @Column(text) declare action: string;
  @Column(time) declare at: Date;
  @Column(text) declare subject: string;
  @Column(json) declare detail: object;
  /** Place in the chain of the shop; null for what was noted before it was chained. */
  @Column(integer) declare seq: number | null;
  @Column(bytes) declare previousHash: Buffer | null;
  @Column(bytes) declare hash: Buffer | null;
}
