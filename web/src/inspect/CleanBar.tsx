import { Bar, BarPart, BarPress, BarTrouble, LastSaid } from '../frame/index.js';
import type { Clean } from './useClean.js';

/** The bar of looking over: what Space does, and what was said last. */
export function CleanBar({ clean, act, does }: { clean: Clean; act: () => void; does: string }) {
  const { now, trouble, last, lastSaid, open } = clean;
  return (
    <Bar label="Clean bar" over={<BarTrouble text={trouble} />}>
      <BarPart part="first">
        <BarPress says={does} onPress={act} />
      </BarPart>
      <BarPart part="middle">
        <p className="leading-tight font-semibold first-letter:uppercase">
          {now?.part.name ?? 'Nothing is left to look at'}
        </p>
        <p className="text-small text-soft">{open.length} to look at · arrows</p>
      </BarPart>
      <LastSaid said={lastSaid} onBack={last ? clean.takeBack : null} />
    </Bar>
  );
}
