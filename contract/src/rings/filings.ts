import type { Filings } from '@tribos/core';
import { IsOptional } from 'class-validator';
import { IsId } from '../kit/rules.js';

/** What the shop filed off rings, by tool and person. */
export type FilingsView = readonly Filings[];

/** Which job is left out: its own filings are in its log already. */
export class FilingsQuery {
  @IsOptional()
  @IsId()
  besides?: string;
}
