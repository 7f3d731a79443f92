import { Column, PrimaryKey } from 'sequelize-typescript';
import type { FirmWork, LineTrouble } from '@tribos/core';
import { day, integer, json, length, real, ShopRow, ShopTable, text, time, uuid } from '../kit/table.js';

@ShopTable('firms')
export class FirmModel extends ShopRow {
  @PrimaryKey @Column(uuid) declare id: string;
  @Column(text) declare name: string;
  @Column(text) declare unit: string;
  @Column(json) declare works: FirmWork[];
  @Column(length) declare freight: number;
  @Column(day) declare retiredOn: string | null;
  @Column(integer) declare version: number;
  /** Its name at the exchange of lines; null where everything goes by paper. */
  @Column(text) declare line: string | null;
  @Column(time) declare lineSince: Date | null;
}

/** What is wrong with the line of a firm, since when; nothing where it works. */
@ShopTable('firm_lines')
export class FirmLineModel extends ShopRow {
  @PrimaryKey @Column(uuid) declare id: string;
  @Column(text) declare trouble: LineTrouble | null;
  @Column(time) declare since: Date;
}

/** A ticket of a job as it stands, so that what is out is one question for the whole shop. */
@ShopTable('tickets')
export class TicketModel extends ShopRow {
  @PrimaryKey @Column(uuid) declare id: string;
  @Column(uuid) declare jobId: string;
  @Column(text) declare firm: string;
  @Column(text) declare what: string;
  @Column(text) declare cylinders: string;
  @Column(text) declare state: string;
  @Column(time) declare outSince: Date | null;
  @Column(day) declare due: string | null;
  @Column(length) declare price: number | null;
  /** How often it went out. */
  @Column(integer) declare turn: number;
  /** When this shop sent it, or sent it again; null where that was said by a file. */
  @Column(time) declare sentAt: Date | null;
}

/** A bore that came back from a firm and was measured: what it teaches. */
@ShopTable('firm_returns')
export class FirmReturnModel extends ShopRow {
  @PrimaryKey @Column(uuid) declare ticketId: string;
  @PrimaryKey @Column(integer) declare cylinder: number;
  @Column(uuid) declare jobId: string;
  @Column(text) declare firm: string;
  @Column(text) declare what: string;
  @Column(length) declare asked: number;
  @Column(length) declare found: number;
  @Column(real) declare u: number;
  @Column(time) declare at: Date;
}
