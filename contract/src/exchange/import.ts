import { object, oneOf } from '@tribos/core';
import { body } from '../kit/body.js';
import { clientId, naming } from '../kit/rules.js';
import type { Problem } from '../kit/problem.js';

/** A job file may not be larger than this, bytes: said before it is sent. */
export const MOST_FILE_BYTES = 8_000_000;

/** What is asked with a job file, in the address: the body is the file itself. */
export class AskImport extends body(
  object(
    {
      id: clientId,
      /** What the file is called. */
      name: naming,
    },
    {
      /** A file that is in already is brought in once more. */
      again: oneOf('yes'),
    },
  ),
) {}

/** How far bringing in a job file is. */
export interface ImportView {
  readonly id: string;
  /** What the file was called. */
  readonly name: string;
  readonly by: string;
  readonly askedAt: string;
  readonly state: 'queued' | 'working' | 'done' | 'refused';
  /** Share that is done, 0 to 1. */
  readonly progress: number;
  /** The job it became. */
  readonly jobId: string | null;
  /** Why nothing was imported. */
  readonly problem: Pick<Problem, 'code' | 'detail' | 'errors'> | null;
}
