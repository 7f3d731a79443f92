import type { JobFile } from '../job/index.js';
import { thingsOfKind } from '../measurands/index.js';
import { boresOf } from '../bore/index.js';
import { compressionRatio, sweptVolume } from './compressionRatio.js';
import { portDuration, strokeOf } from './crankGeometry.js';
import { GASKETS } from './sheets.js';
import { deckOf, endsOf } from './squish.js';
import { CRANK_TRAIN } from './stack.js';

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

/** Ratio, swept volume and port timing of every cylinder from what is on file and was read; null without crank and rod. */
export function geometryOf(file: JobFile): readonly CylinderGeometry[] | null {
  const train = CRANK_TRAIN.of(file.engine)?.trains[0];
  if (!train) return null;
  const { engine } = file;
  const stroke = strokeOf(train);
  const head = (GASKETS.of(engine)?.gaskets ?? []).filter((g) => g.where === 'head' && g.made !== 'rubber');
  const bores = boresOf(file, 'mm');
  return thingsOfKind('cylinder')(engine).map((t): CylinderGeometry => {
    const both = deckOf(file, t, 'mm');
    const sizes =
      bores[both.cylinder]?.survey?.depths.flatMap((d) => d.readings.map((r) => r.of.value)) ?? [];
    const read = sizes.length === 0 ? null : sizes.reduce((sum, v) => sum + v, 0) / sizes.length;
    const bore = read ?? engine.bore;
    const deck = endsOf(both)?.mean ?? null;
    const missing =
      train.burette === null
        ? 'the head was never filled from a burette'
        : head.length > 1
          ? 'which head gasket lies there is not said'
          : '';
    const chamber = {
      bore,
      burette: train.burette ?? 0,
      gasket: head[0]?.thickness ?? 0,
      gasketBore: bore,
      deck: deck ?? 0,
      dome: train.dome,
    };
    const exhaust = engine.ports
      .filter((p) => p.name.startsWith('exhaust'))
      .reduce<number | null>((least, p) => (least === null ? p.roof : Math.min(least, p.roof)), null);
    const ports = [...new Map(engine.ports.map((p) => [p.name.replace(/ .*/u, ''), p])).values()];
    return {
      cylinder: both.cylinder,
      bore,
      measured: read !== null,
      deck,
      swept: sweptVolume(bore, stroke),
      ratio: missing === '' ? compressionRatio(chamber, stroke) : null,
      trapped:
        missing === '' && engine.strokes === 2 && exhaust !== null
          ? compressionRatio(chamber, exhaust - (deck ?? 0))
          : null,
      missing,
      ports: ports.flatMap((p) => {
        const degrees = portDuration(train, p.roof, deck ?? 0);
        return degrees === null ? [] : [{ name: p.name, degrees }];
      }),
    };
  });
}
