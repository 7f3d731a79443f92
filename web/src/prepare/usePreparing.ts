import { useMemo, useState } from 'react';
import { isOfCylinder, placeKey, type Nanometres, type Place } from '@tribos/core/ground';
import { walkOf } from '@tribos/core/readings';
import { gapPlace, isPreparing, orderOfWork } from '@tribos/core/rings';
import { rememberedGauge, useBar } from '../bar/index.js';
import type { JobContext } from '../job/index.js';
import { ringActs } from './ringActs.js';
import { placeOf, useFilingTool, useRingWork } from './useRingWork.js';

const NO_LEAVES: readonly Nanometres[] = [];
/** Steps that come before any gap is tried. */
const BEFORE_RINGS = ['piston', 'cylinder', 'wash', 'slide'];

/** Rings being sized: which cylinder and ring is in hand, what comes before it, and what may be done with it. */
export function usePreparing(context: JobContext) {
  const { file, judgement } = context;
  const { engine } = file;
  const tool = useFilingTool();
  // The set that is in hand for gaps, here and at Measure.
  const leaves = rememberedGauge(file, gapPlace(0, 'top', engine.depths.top))?.leaves ?? NO_LEAVES;
  const rings = useRingWork(context, leaves);
  const all = rings.flat();
  const walk = useMemo(
    (): readonly Place[] => (all.length > 0 ? all.map(placeOf) : walkOf(file, true)),
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [rings, file],
  );
  const first = all.find((r) => r.next.kind !== 'done') ?? all[0] ?? null;
  const ringAt = (at: Place) => all.find((r) => placeKey(placeOf(r)) === placeKey(at));
  const entry = useBar(context, walk, {
    where: 'prepare',
    start: first && placeOf(first),
    propose: (at) => {
      const ring = ringAt(at);
      if (ring === undefined) return undefined;
      if (ring.next.kind === 'try') return ring.next.stack;
      // Proved: the next thicker leaf says what it was, for whoever wants to know.
      return ring.next.kind === 'bag' || ring.next.kind === 'done' ? ring.thicker : null;
    },
    near: (at) => {
      const goes = ringAt(at)?.leaf?.thickness;
      return goes === undefined ? null : { from: goes / 2, to: goes * 1.6 };
    },
    typedFor: `${tool === 'grinder' ? 'turns' : 'strokes'}: f files them`,
  });
  // Rings that were typed here a moment ago are in hand at once.
  const hasRings = all.length > 0;
  const [hadRings, setHadRings] = useState(hasRings);
  if (hasRings !== hadRings) {
    setHadRings(hasRings);
    if (hasRings && first && entry.station.part !== 'ring-gap') entry.pick(placeOf(first));
  }
  const { station } = entry;
  const cylinder = isOfCylinder(station) ? station.cylinder : 0;
  const work =
    all.find(
      (r) => station.part === 'ring-gap' && r.target.cylinder === cylinder && r.target.ring === station.ring,
    ) ?? null;
  const [asked, ask] = useState<string | null>(null);
  const acts = ringActs(context, entry, rings, work, tool, { asked, ask });
  const steps = orderOfWork(file, cylinder, judgement.items);
  const openStep = steps.find((s) => s.done === null && !s.optional) ?? null;
  const isBefore = isPreparing(file, cylinder) && openStep && BEFORE_RINGS.includes(openStep.key);
  const many = engine.cylinders.length;
  return {
    rings,
    all,
    walk,
    entry,
    cylinder,
    work,
    acts,
    asked,
    steps,
    openStep,
    beforeRings: isBefore ? openStep : null,
    moveCylinder: (by: 1 | -1) => acts.toCylinder((cylinder + by + many) % many),
  };
}

export type Preparing = ReturnType<typeof usePreparing>;
