import type { ComponentProps, ReactNode } from 'react';
import type { AnyEntry } from '@tribos/core/ground';
import { Sheet } from '../ui/index.js';
import { EntryForm } from './EntryForm.js';
import type { Sent } from './useEntryDraft.js';

/** A form of one entry, laid over the station. */
export function EntrySheet<E extends AnyEntry, B extends Sent>({
  title,
  wide,
  says,
  below,
  onKept,
  onClose,
  ...form
}: Omit<ComponentProps<typeof EntryForm<E, B>>, 'onKept'> & {
  title: string;
  wide?: boolean;
  /** What is said before anything is asked, and what stands under the form. */
  says?: ReactNode;
  below?: ReactNode;
  /** It was kept, and the sheet closes. */
  onKept?: () => void;
  onClose: () => void;
}) {
  return (
    <Sheet title={title} wide={wide} onClose={onClose}>
      <div className="grid gap-4">
        {says}
        <EntryForm
          {...form}
          onKept={() => {
            onKept?.();
            onClose();
          }}
        />
        {below}
      </div>
    </Sheet>
  );
}
