import { useState } from 'react';
import { Button, Sheet, TextArea } from '../ui/index.js';
import type { Assembling } from './useAssembly.js';

/** Why there is no photo of a step that wants one: it stands in the report beside it. */
export function NoPhotoSheet({ assembling, onClose }: { assembling: Assembling; onClose: () => void }) {
  const [text, setText] = useState('');
  return (
    <Sheet title="No photo of this step" onClose={onClose}>
      <div className="grid gap-4">
        <TextArea
          label="Why there is none, and what was seen"
          hint="It stands in the report where the photo would be."
          value={text}
          maxLength={200}
          onChange={(e) => setText(e.target.value)}
        />
        {assembling.trouble && (
          <p role="alert" className="text-beyond">
            {assembling.trouble}
          </p>
        )}
        <Button
          look="brass"
          onClick={() => {
            if (assembling.pictured('', text.trim())) onClose();
          }}
        >
          Keep it
        </Button>
      </div>
    </Sheet>
  );
}
