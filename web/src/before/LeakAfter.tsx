import type { LengthUnit } from '@tribos/core/ground';
import { Button } from '../ui/index.js';
import { LeakTest } from './LeakTestPanel.js';
import { SpotFigureBar } from './SpotFigureBar.js';
import type { LeakInHand } from './useLeakAfter.js';

/** The crankcase tested again after its new seals. */
export function LeakAfter({
  leakAfter: { testing, leak, bar, isInHand, layDown, last, lastSaid, takeBack },
  unit,
}: {
  leakAfter: LeakInHand;
  unit: LengthUnit;
}) {
  if (testing.file.engine.strokes !== 2) return null;
  return (
    <section aria-label="Crankcase leak test" className="mb-4 bg-sheet p-3">
      <h2 className="text-title font-semibold">Crankcase leak test</h2>
      <p className="mb-2">After new seals, before it runs: pressure and vacuum, each against its limit.</p>
      <LeakTest testing={testing} leak={leak} bar={bar} unit={unit} />
      {isInHand && !leak.running && (
        <Button look="quiet" onClick={layDown}>
          Back to the list
        </Button>
      )}
      {last && (
        <Button look="quiet" onClick={takeBack}>
          Take back: {lastSaid}
        </Button>
      )}
    </section>
  );
}

/** The bar while the leak test is in hand; nothing while it is not. */
export function LeakBar({
  leakAfter: { testing, bar, isInHand, last, lastSaid, takeBack },
}: {
  leakAfter: LeakInHand;
}) {
  if (!isInHand) return null;
  return (
    <SpotFigureBar
      label="Leak test bar"
      bar={bar}
      trouble={bar.at ? testing.troubleAt(bar.at.key) : undefined}
      last={lastSaid}
      onBack={last ? takeBack : null}
    />
  );
}
