import { NOTES, STRIP_NOTE } from '@tribos/core/strip';
import { EntrySheet } from '../entry/index.js';
import type { Strip } from './useStrip.js';

/** Written down while it can still be seen; it comes up again at the step that puts this back. */
export function NoteForAssembly({ strip, onClose }: { strip: Strip; onClose: () => void }) {
  const step = strip.shown?.step;
  const asked = step?.note ?? null;
  return (
    <EntrySheet
      title="For assembly"
      says={asked && <p className="text-lead font-semibold">{asked.ask}</p>}
      kind={STRIP_NOTE}
      at={{ step: step?.key ?? '', for: asked?.at ?? step?.key ?? '' }}
      start={{ about: asked?.about ?? 'orientation' }}
      asks={{
        text: { label: 'What is seen', first: true },
        about: { label: 'About', words: NOTES },
      }}
      onClose={onClose}
    />
  );
}
