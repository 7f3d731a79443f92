import type { JobFile } from '@tribos/core/ground';
import { PISTON_CHECK } from '@tribos/core/fit';
import { EntrySheet } from '../entry/index.js';

/** A piston looked over before it goes in. */
export function PistonCheckSheet({
  file,
  cylinder,
  onClose,
}: {
  file: JobFile;
  cylinder: number;
  onClose: () => void;
}) {
  return (
    <EntrySheet
      title={`Piston, ${file.engine.cylinders[cylinder]}`}
      kind={PISTON_CHECK}
      at={{ cylinder }}
      start={{ edges: 'clean', clips: 'clean' }}
      asks={{
        edges: {
          label: 'Edges, felt all round',
          words: { clean: 'no burr', dressed: 'burrs dressed' },
          first: true,
        },
        clips: {
          label: 'Grooves of the pin clips',
          hint: 'A clip that does not seat comes out and scores the wall.',
          words: { clean: 'clean, a clip seats all round', damaged: 'damaged' },
        },
        grams: { label: 'Weight with its pin, g, where you weigh' },
      }}
      onClose={onClose}
    />
  );
}
