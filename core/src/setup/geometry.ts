import type { JobFile } from '../job/index.js';
import { thingsOfKind } from '../measurands/index.js';
import { boresOf } from '../bore/index.js';
import { compressionRatio, sweptVolume } from './compressionRatio.js';
import { portDuration, strokeOf } from './crankGeometry.js';
import { headGasket } from './laid.js';
import { portsNow } from './portMap.js';
import { deckOf, endsOf } from './squish.js';
import { CRANK_TRAIN } from './trainSheet.js';

/** What crank, rod, chamber and deck of one cylinder come to. */
export interface CylinderGeometry {
  readonly cylinder: number;
  /** Bore it is reckoned with, nm, and whether it was measured. */
  readonly bore: number;
  readonly measured: boolean;
  /** Deck clearance, nm; null while nobody read it: then 0 is taken, and said. */
  readonly deck: number | null;
  /** cm³. */
  readonly swept: number;
  readonly ratio: number | null;
  /** From where the exhaust shuts; null for four strokes, or without a port on file. */
  readonly trapped: number | null;
  /** What is missing for a ratio, in words; empty where nothing is. */
  readonly missing: string;
  readonly ports: readonly { readonly name: string; readonly degrees: number }[];
}

/**
 * Ratio, swept volume and port timing of every cylinder from what is on file and was read; null without crank and rod.
 * @param more how much more lies under the cylinder and under the head, nm: what a stack would do
 */
export function geometryOf(
  file: JobFile,
  more: { readonly base: number; readonly head: number } = { base: 0, head: 0 },
): readonly CylinderGeometry[] | null {
  const train = CRANK_TRAIN.of(file.engine)?.trains[0];
  if (!train) return null;
  const { engine } = file;
  const stroke = strokeOf(train);
  const head = headGasket(file);
  const open = portsNow(file);
  const bores = boresOf(file, 'mm');
  return thingsOfKind('cylinder')(engine).map((t): CylinderGeometry => {
    const both = deckOf(file, t);
    const sizes =
      bores[both.cylinder]?.survey?.depths.flatMap((d) => d.readings.map((r) => r.of.value)) ?? [];
    const read = sizes.length === 0 ? null : sizes.reduce((sum, v) => sum + v, 0) / sizes.length;
    const bore = read ?? engine.bore;
    const deck = endsOf(both)?.mean ?? null;
    const missing =
      train.burette === null
        ? 'the head was never filled from a burette'
        : head === null
          ? 'which head gasket lies there is not said'
          : '';
    const chamber = {
      bore,
      burette: train.burette ?? 0,
      gasket: (head ?? 0) + more.head,
      gasketBore: bore,
      deck: (deck ?? 0) + more.base,
      dome: train.dome,
    };
    const mine = open.filter((p) => p.thing.cylinder === both.cylinder);
    const first = (is: (name: string) => boolean): number | null =>
      mine
        .filter((p) => is(p.thing.port.name))
        .reduce<number | null>((least, p) => (least === null ? p.roof : Math.min(least, p.roof)), null);
    const exhaust = first((name) => name.startsWith('exhaust'));
    // Of several of a name the one that opens first.
    const names = [...new Set(mine.map((p) => p.thing.port.name))];
    return {
      cylinder: both.cylinder,
      bore,
      measured: read !== null,
      deck,
      swept: sweptVolume(bore, stroke),
      ratio: missing === '' ? compressionRatio(chamber, stroke) : null,
      trapped:
        missing === '' && engine.strokes === 2 && exhaust !== null
          ? compressionRatio(chamber, exhaust - chamber.deck)
          : null,
      missing,
      ports: names.flatMap((name) => {
        const degrees = portDuration(
          train,
          first((n) => n === name)!,
          chamber.deck,
        );
        return degrees === null ? [] : [{ name, degrees }];
      }),
    };
  });
}
