import { PressBar } from '../frame/index.js';
import type { Clean } from './useClean.js';

/** The bar of looking over: what Space does, and what was said last. */
export function CleanBar({ clean, act, does }: { clean: Clean; act: () => void; does: string }) {
  const { now, trouble, last, lastSaid, open } = clean;
  return (
    <PressBar
      label="Clean bar"
      press={{ says: does, onPress: act }}
      trouble={trouble}
      said={lastSaid}
      onBack={last ? clean.takeBack : null}
    >
      <p className="leading-tight font-semibold first-letter:uppercase">
        {now?.part.name ?? 'Nothing is left to look at'}
      </p>
      <p className="text-small text-soft">{open.length} to look at · arrows</p>
    </PressBar>
  );
}
