import { object, oneOf } from '@tribos/core';
import { body } from '../kit/body.js';
import { clientId } from '../kit/rules.js';

/** Asks for a report of a job as PDF. */
export class AskReport extends body(
  object({
    id: clientId,
    unit: oneOf('mm', 'in'),
  }),
) {}

/** How far a report is. */
export interface ReportView {
  readonly id: string;
  readonly state: 'queued' | 'working' | 'done' | 'failed';
  /** Share that is done, 0 to 1. */
  readonly progress: number;
  readonly askedAt: string;
}
