import { useRef, type ChangeEvent, type ReactNode } from 'react';
import { Button } from './Button.js';

/** A button that asks for a JSON file of this device; the same one may be given twice. */
export function FileButton({
  label,
  title,
  disabled = false,
  onFile,
  children,
}: {
  /** What the file is. */
  label: string;
  title?: string;
  disabled?: boolean;
  onFile: (file: File) => void;
  children: ReactNode;
}) {
  const input = useRef<HTMLInputElement>(null);
  const take = (event: ChangeEvent<HTMLInputElement>) => {
    const file = event.target.files?.[0];
    event.target.value = '';
    if (file) onFile(file);
  };
  return (
    <>
      <input
        ref={input}
        type="file"
        accept="application/json,.json"
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
