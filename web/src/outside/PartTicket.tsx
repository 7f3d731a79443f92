import { OUTSIDE_WORKS, type JobFile } from '@tribos/core/ground';
import { TICKET } from '@tribos/core/outside';
import { EntrySheet } from '../entry/index.js';

const PARTS = { head: OUTSIDE_WORKS.head, crank: OUTSIDE_WORKS.crank };

/** Head or crank sent out by itself: what is wanted of it, in words. */
export function PartTicket({ file, onClose }: { file: JobFile; onClose: () => void }) {
  const firmFor = (what: string) =>
    (file.shop.firms ?? []).find((f) => f.works.some((w) => w.what === what))?.name ?? '';
  return (
    <EntrySheet
      title="Head or crank sent out"
      kind={TICKET}
      at={{
        unit: 'mm',
        lines: [{ cylinder: 0, piston: null, from: 'none', mark: '', low: null, high: null, aim: null }],
        finish: '',
        chamfer: false,
        wash: true,
        readings: true,
      }}
      start={{ what: 'head' }}
      asks={({ what }) => ({
        what: { label: 'What goes', words: PARTS },
        firm: {
          label: 'To which firm',
          hint: firmFor(String(what)) && `${firmFor(String(what))}, where nothing is typed`,
        },
        text: {
          label: 'What is wanted',
          hint: 'Guides, seats, flatness, trueing: what was measured goes with it as the bench sheet.',
          looks: 'long',
        },
      })}
      also={({ what, firm }) => ({ firm: firm || firmFor(what) })}
      keep="Write it out"
      onClose={onClose}
    />
  );
}
