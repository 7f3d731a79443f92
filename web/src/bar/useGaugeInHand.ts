import { useState } from 'react';
import type { Place } from '@tribos/core/ground';
import type { JobContext } from '../job/index.js';
import { rememberedGauge, rememberGauge, suitable } from './gaugeFor.js';

/**
 * The gauge in hand at a place: what was taken for this kind of part, else what read it last.
 * @param stay told that somebody is at work here
 */
export function useGaugeInHand({ file }: JobContext, station: Place, stay: () => void) {
  // In hand for one kind of part; another part has a gauge of its own.
  const [inHand, setInHand] = useState<{ readonly part: Place['part']; readonly id: string } | null>(null);
  const gauges = suitable(file, station);
  const gauge =
    gauges.find((g) => g.id === inHand?.id && inHand.part === station.part) ?? rememberedGauge(file, station);
  const pickGauge = (id: string, at: Place = station): void => {
    stay();
    setInHand({ part: at.part, id });
    rememberGauge(at.part, id);
  };
  return {
    gauges,
    gauge,
    pickGauge,
    nextGauge: () => {
      const at = gauges.findIndex((g) => g.id === gauge?.id);
      const next = gauges[(at + 1) % gauges.length];
      if (next) pickGauge(next.id);
    },
  };
}
