import type { JobFile } from '@tribos/core/ground';
import { CAUSES, causeAsked, causeSaid, mayNotAssemble, newFacts } from '@tribos/core/cause';
import { Button, Kbd } from '../ui/index.js';

/** Why it failed, as far as it was said: assembly waits for it. */
export function CauseSays({ file, onOpen }: { file: JobFile; onOpen: () => void }) {
  if (!causeAsked(file)) return null;
  const said = causeSaid(file);
  const against = newFacts(file);
  return (
    <section className="mt-4" aria-label="Why it failed">
      <h2 className="text-small font-semibold text-soft">Why it failed</h2>
      {said ? (
        <p>
          <span className="inline-block font-semibold first-letter:uppercase">
            {said.is === 'not-found' ? 'Not found' : CAUSES[said.is].name}
          </span>
          {said.text.trim() && `: ${said.text.trim()}`}
          {said.is !== 'not-found' && (
            <span className="block text-small text-soft">{CAUSES[said.is].then}</span>
          )}
        </p>
      ) : (
        <p>{mayNotAssemble(file)}</p>
      )}
      {against.map((f) => (
        <p key={f.text} className="text-undecided">
          {f.text}: speaks against it, and came after.
        </p>
      ))}
      <Button look={said ? 'quiet' : 'line'} onClick={onOpen}>
        {said ? 'Say it anew' : 'Why it failed'} <Kbd>c</Kbd>
      </Button>
    </section>
  );
}
