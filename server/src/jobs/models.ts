import { Column, DataType, PrimaryKey } from 'sequelize-typescript';
import type { Summary } from '../judging/index.js';
import type { Moved, StatesThen } from './moved.js';
import { bytes, day, integer, json, ShopRow, ShopTable, text, time, uuid } from '../kit/table.js';

@ShopTable('jobs')
export class JobModel extends ShopRow {
  @PrimaryKey @Column(uuid) declare id: string;
  @Column(integer) declare number: number;
  @Column(uuid) declare customerId: string;
  @Column(uuid) declare engineId: string;
  @Column(text) declare machine: string;
  @Column(text) declare engineNumber: string;
  @Column(text) declare use: string;
  @Column(text) declare complaint: string;
  @Column(text) declare bench: string | null;
  @Column(day) declare promised: string | null;
  @Column(text) declare plan: string;
  @Column(DataType.BOOLEAN) declare seized: boolean;
  @Column(json) declare thermal: object;
  @Column(text) declare fittedPiston: string | null;
  @Column(text) declare fittedRing: string | null;
  @Column(json) declare overrides: object[];
  @Column(json) declare variant: object;
  /** Verdicts as they stood when it was last summed up. */
  @Column(json) declare states: StatesThen | null;
  /** What moved since without anything being written to it, until somebody has seen it. */
  @Column(json) declare moved: Moved | null;
  @Column(text) declare overall: string | null;
  @Column(json) declare marks: object;
  @Column(integer) declare stationsRead: number;
  @Column(integer) declare stationsPlanned: number;
  @Column(text) declare decided: string | null;
  /** The one next thing, in both units; null until it was summed up. */
  @Column(json) declare next: Summary['next'] | null;
  /** Place on the run of the station it has reached; past the run where nothing is left to do. */
  @Column(integer) declare runPlace: number;
  /** Since when it waits for somebody outside. */
  @Column(time) declare waitsSince: Date | null;
  /** What its rooms keep for other jobs of the shop, by room. */
  @Column(json) declare rooms: Summary['rooms'];
  /** What the search looks through, in lower case. */
  @Column(text) declare search: string;
  @Column(integer) declare version: number;
  @Column(time) declare createdAt: Date;
}

/** Jobs whose summary is older than what was written to them. */
@ShopTable('summaries_due')
export class SummaryDueModel extends ShopRow {
  @PrimaryKey @Column(uuid) declare jobId: string;
}

@ShopTable('decisions')
export class DecisionModel extends ShopRow {
  @PrimaryKey @Column(uuid) declare jobId: string;
  @PrimaryKey @Column(integer) declare position: number;
  @Column(uuid) declare id: string;
  @Column(time) declare at: Date;
  @Column(text) declare by: string;
  /** Who brought in the file it comes from. */
  @Column(text) declare importedBy: string | null;
  @Column(text) declare route: string;
  @Column(uuid) declare kitId: string | null;
  @Column(text) declare reason: string;
  /** Null for what was decided before decisions were chained. */
  @Column(bytes) declare previousHash: Buffer | null;
  @Column(bytes) declare hash: Buffer | null;
}
