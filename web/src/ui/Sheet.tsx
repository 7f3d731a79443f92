import { Dialog, DialogBackdrop, DialogPanel, DialogTitle } from '@headlessui/react';
import { X } from 'lucide-react';
import type { ReactNode } from 'react';

/** A sheet laid over the page: forms, working, keys. Escape closes it. */
export function Sheet({
  title,
  onClose,
  children,
  wide = false,
}: {
  title: string;
  onClose: () => void;
  children: ReactNode;
  wide?: boolean;
}) {
  return (
    <Dialog open onClose={onClose} className="relative z-50">
      <DialogBackdrop className="fixed inset-0 bg-black/50" />
      <div className="fixed inset-0 flex items-start justify-center overflow-y-auto p-4 sm:p-8">
        <DialogPanel
          className={`w-full ${wide ? 'max-w-3xl' : 'max-w-xl'} border-t-4 border-brass bg-sheet p-5`}
        >
          <div className="mb-4 flex items-start justify-between gap-4">
            <DialogTitle className="text-title font-semibold">{title}</DialogTitle>
            <button
              type="button"
              onClick={onClose}
              aria-label="Close"
              className="-mt-2 -mr-2 inline-flex size-11 items-center justify-center"
            >
              <X aria-hidden="true" />
            </button>
          </div>
          {children}
        </DialogPanel>
      </div>
    </Dialog>
  );
}
