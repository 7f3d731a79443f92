import { buildNow, buildText, isByBuild, type JobFile } from '@tribos/core/ground';
import { Button } from '../ui/index.js';

/** Of what it is built, where limits hang on that; what nobody has said since it was changed. */
export function BuildBar({ file, mayDo, onSay }: { file: JobFile; mayDo: boolean; onSay: () => void }) {
  const hangs = file.engine.limits.some((l) => l.conditions.build || isByBuild(l.feature));
  if (!hangs) return null;
  const now = buildNow(file);
  const open = now === null || Object.values(now).includes(null);
  return (
    <div
      className={`mb-2 flex flex-wrap items-center justify-between gap-3 border-l-5 bg-sheet p-3 ${open ? 'border-brass' : 'border-rule'}`}
    >
      <p className="text-lead">
        {now === null
          ? 'Of what is it built? Room at the valves and cam timing have limits for one build alone.'
          : open
            ? 'Something of the build was changed since it was said: say it again.'
            : `Built of ${buildText({ head: now.head!, cams: now.cams!, piston: now.piston!, gasket: now.gasket! })}.`}
      </p>
      {mayDo && (
        <Button look={open ? 'brass' : 'quiet'} onClick={onSay}>
          {open ? 'Say what it is built of' : 'Change'}
        </Button>
      )}
    </div>
  );
}
