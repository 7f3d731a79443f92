import type { Judgement, NextAction } from '@tribos/core/house';

/** What a station asks for: the job's own next action where it is here, else what is left to do here; null where nothing is. */
export const nextHere = ({ next, nextAt }: Judgement, where: string): NextAction | null =>
  next.station === where || next.kind === 'send-back' ? next : nextAt(where);
