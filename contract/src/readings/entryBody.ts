import { IsIn } from 'class-validator';
import { IsClientId, IsTime } from '../kit/rules.js';

export const ENTRY_KINDS = [
  'reading',
  'leaf',
  'zero',
  'closing-zero',
  'take-back',
  'answer',
  'finding',
  'work',
  'note',
] as const;

export class EntryBody {
  @IsClientId()
  id!: string;

  @IsIn(ENTRY_KINDS)
  kind!: (typeof ENTRY_KINDS)[number];

  @IsTime()
  at!: string;
}
