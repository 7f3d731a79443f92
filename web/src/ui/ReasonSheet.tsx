import { useState } from 'react';
import { Button } from './Button.js';
import { TextArea } from './Field.js';
import { Sheet } from './Sheet.js';

/** A reason in words, asked for before something is written down. */
export function ReasonSheet({
  title,
  label,
  hint,
  most,
  keep,
  trouble,
  onKeep,
  onClose,
}: {
  title: string;
  label: string;
  hint: string;
  /** Longest it may be, letters. */
  most: number;
  /** What the button says. */
  keep: string;
  /** Why it was not taken; null where it was. */
  trouble: string | null;
  /** @returns whether it was taken */
  onKeep: (text: string) => boolean;
  onClose: () => void;
}) {
  const [text, setText] = useState('');
  return (
    <Sheet title={title} onClose={onClose}>
      <div className="grid gap-4">
        <TextArea
          label={label}
          hint={hint}
          value={text}
          maxLength={most}
          onChange={(e) => setText(e.target.value)}
        />
        {trouble && (
          <p role="alert" className="text-beyond">
            {trouble}
          </p>
        )}
        <Button
          look="brass"
          onClick={() => {
            if (onKeep(text.trim())) onClose();
          }}
        >
          {keep}
        </Button>
      </div>
    </Sheet>
  );
}
