import type { FirmView } from '@tribos/contract';
import { momentText } from '../ui/index.js';

/** What is wrong with a firm's line now, in one calm sentence. */
export function LineTrouble({ firm }: { firm: Pick<FirmView, 'name' | 'trouble'> }) {
  return (
    <p role="status" className="border-l-5 border-undecided pl-3">
      <span className="font-semibold">{firm.name}, </span>
      <span className="text-soft">since {momentText(firm.trouble!.since)}: </span>
      {firm.trouble!.sentence}
    </p>
  );
}
