import { BUILD_PARTS, BUILD_SAID, buildNow, MAKERS_OWN, type Build, type JobFile } from '@tribos/core/ground';
import { EntrySheet } from '../entry/index.js';

const NAMES: Readonly<Record<keyof Build, string>> = {
  head: 'Head',
  cams: 'Cams',
  piston: 'Piston',
  gasket: 'Gasket stack',
};

/** Something of each of the four parts. */
const each = <T,>(of: (p: keyof Build) => T) =>
  Object.fromEntries(BUILD_PARTS.map((p) => [p, of(p)])) as Record<keyof Build, T>;

/** What the top end is built of: what hangs on it has a limit for that build alone. */
export function BuildSheet({ file, onClose }: { file: JobFile; onClose: () => void }) {
  const now = buildNow(file);
  const { maker } = file.engine;
  return (
    <EntrySheet
      title="What it is built of"
      says={
        <p>
          Room at the valves, cam timing and the decompressor have limits for one head, cams, piston and
          gasket together. Leave empty what is {maker}’s own.
        </p>
      }
      kind={BUILD_SAID}
      start={each((p) => (now?.[p] && now[p] !== MAKERS_OWN ? now[p] : ''))}
      asks={each((p) => ({
        label: NAMES[p],
        hint: now && now[p] === null ? 'Changed since it was said last' : undefined,
        placeholder: `${maker}’s own`,
      }))}
      also={(said) => each((p) => said[p] || MAKERS_OWN)}
      keep={({ text }) =>
        BUILD_PARTS.every((p) => text(p).trim() === '') ? `All ${maker}’s own` : 'Keep it'
      }
      onClose={onClose}
    />
  );
}
