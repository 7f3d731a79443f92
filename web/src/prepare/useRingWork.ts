import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import type { FilingsView } from '@tribos/contract';
import type { FilingTool, GappedRing, Nanometres, RingGapPlace } from '@tribos/core/ground';
import { gapPlace, gapped, packOf, askedRings, ringWork, type RingWork } from '@tribos/core/rings';
import type { JobContext } from '../job/index.js';
import { api } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { store } from '../kit/store.js';

const NOTHING: FilingsView = [];

const KEY = 'tribos:filing-tool';
const tool = store<FilingTool>(localStorage.getItem(KEY) === 'file' ? 'file' : 'grinder');
/** The filing tool of this bench. */
export const useFilingTool = tool.use;
export function takeTool(next: FilingTool): void {
  tool.set(next);
  localStorage.setItem(KEY, next);
}

/** Rings shown for a cylinder: its pack's, and whatever was tried besides. */
export function ringsShown({ file }: JobContext, cylinder: number): readonly GappedRing[] {
  const pack = packOf(file, cylinder);
  return [...new Set([...(pack ? gapped(pack) : []), ...askedRings(file, cylinder)])];
}

/** Every ring of every cylinder as it stands with the leaves and the tool in hand. */
export function useRingWork(
  context: JobContext,
  leaves: readonly Nanometres[],
): readonly (readonly RingWork[])[] {
  const inHand = useFilingTool();
  const { file, by } = context;
  const { data: before = NOTHING } = useQuery({
    queryKey: keys.filings(file.job.id),
    queryFn: () => api.get<FilingsView>(`/filings?besides=${file.job.id}`),
  });
  return useMemo(
    () =>
      file.engine.cylinders.map((_, cylinder) =>
        ringsShown(context, cylinder).map((ring) =>
          ringWork(file, cylinder, ring, leaves, inHand, by, before),
        ),
      ),
    // The file is all of the context that a ring hangs on.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [file, leaves, inHand, by, before],
  );
}

/** Where a ring is tried next. */
export const placeOf = ({ target, next }: RingWork): RingGapPlace =>
  gapPlace(target.cylinder, target.ring, next.kind === 'try' ? next.depth : target.depths.least);
