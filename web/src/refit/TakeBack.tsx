import { TAKE_BACK } from '@tribos/core/ground';
import type { SentEntry } from '@tribos/core/house';
import { newEntry } from '../job/index.js';
import { Button } from '../ui/index.js';

/** Takes back what was seen or filled: it is asked again. */
export const TakeBack = ({
  of,
  name,
  send,
}: {
  of: string;
  name: string;
  send: (entry: SentEntry) => boolean;
}) => (
  <Button
    look="quiet"
    className="no-print text-small font-normal"
    aria-label={`Take back: ${name}`}
    onClick={() => send(newEntry(TAKE_BACK, { of }))}
  >
    Take back
  </Button>
);
