import { useRef, type ChangeEvent, type ReactNode } from 'react';
import { Button } from './Button.js';

/** A button that asks for a file of this device, a JSON file unless said otherwise; the same one may be given twice. */
export function FileButton({
  label,
  title,
  disabled = false,
  accept = 'application/json,.json',
  several = false,
  onFile,
  onFiles,
  children,
}: {
  /** What the file is. */
  label: string;
  title?: string;
  disabled?: boolean;
  accept?: string;
  several?: boolean;
  onFile?: (file: File) => void;
  onFiles?: (files: readonly File[]) => void;
  children: ReactNode;
}) {
  const input = useRef<HTMLInputElement>(null);
  const take = (event: ChangeEvent<HTMLInputElement>) => {
    const files = [...(event.target.files ?? [])];
    event.target.value = '';
    if (files.length === 0) return;
    onFile?.(files[0]!);
    onFiles?.(files);
  };
  return (
    <>
      <input
        ref={input}
        type="file"
        accept={accept}
        multiple={several}
        className="sr-only"
        tabIndex={-1}
        aria-label={label}
        onChange={take}
      />
      <Button disabled={disabled} title={title} onClick={() => input.current?.click()}>
        {children}
      </Button>
    </>
  );
}
