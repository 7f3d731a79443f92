import { IsBoolean } from 'class-validator';
import { IsName } from '../kit/rules.js';

/** Whether the shop has a special tool. */
export class OwnTool {
  @IsName()
  name!: string;

  @IsBoolean()
  have!: boolean;
}

export interface ToolView {
  /** In small letters: one tool, however it is written. */
  readonly name: string;
  readonly have: boolean;
}
