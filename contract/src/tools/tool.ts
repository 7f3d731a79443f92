import { boolean, object } from '@tribos/core';
import { body } from '../kit/body.js';
import { naming } from '../kit/rules.js';

/** Whether the shop has a special tool. */
export class OwnTool extends body(
  object({
    name: naming,
    have: boolean,
  }),
) {}

export interface ToolView {
  /** In small letters: one tool, however it is written. */
  readonly name: string;
  readonly have: boolean;
}
