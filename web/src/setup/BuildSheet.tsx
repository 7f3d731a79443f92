import { useState } from 'react';
import { BUILD_PARTS, BUILD_SAID, buildNow, MAKERS_OWN, type Build, type JobFile } from '@tribos/core';
import { newEntry, useSend } from '../job/index.js';
import { Button, Sheet, TextField } from '../ui/index.js';

const NAMES: Readonly<Record<keyof Build, string>> = {
  head: 'Head',
  cams: 'Cams',
  piston: 'Piston',
  gasket: 'Gasket stack',
};

/** What the top end is built of: what hangs on it has a limit for that build alone. */
export function BuildSheet({ file, onClose }: { file: JobFile; onClose: () => void }) {
  const now = buildNow(file);
  const [other, setOther] = useState<Record<keyof Build, string>>(() => {
    const named = (p: keyof Build) => (now?.[p] && now[p] !== MAKERS_OWN ? now[p] : '');
    return { head: named('head'), cams: named('cams'), piston: named('piston'), gasket: named('gasket') };
  });
  const { trouble, send } = useSend(file);
  const own = BUILD_PARTS.every((p) => other[p].trim() === '');
  const keep = () => {
    const said = (p: keyof Build) => other[p].trim() || MAKERS_OWN;
    const entry = newEntry(BUILD_SAID, {
      head: said('head'),
      cams: said('cams'),
      piston: said('piston'),
      gasket: said('gasket'),
    });
    if (send(entry)) onClose();
  };
  return (
    <Sheet title="What it is built of" onClose={onClose}>
      <div className="grid gap-4">
        <p>
          Room at the valves, cam timing and the decompressor have limits for one head, cams, piston and
          gasket together. Leave empty what is {file.engine.maker}’s own.
        </p>
        {BUILD_PARTS.map((p) => (
          <TextField
            key={p}
            label={NAMES[p]}
            hint={now && now[p] === null ? 'Changed since it was said last' : undefined}
            placeholder={`${file.engine.maker}’s own`}
            maxLength={80}
            value={other[p]}
            onChange={(e) => setOther({ ...other, [p]: e.target.value })}
          />
        ))}
        {trouble && (
          <p role="alert" className="text-beyond">
            {trouble}
          </p>
        )}
        <Button look="brass" onClick={keep}>
          {own ? `All ${file.engine.maker}’s own` : 'Keep it'}
        </Button>
      </div>
    </Sheet>
  );
}
