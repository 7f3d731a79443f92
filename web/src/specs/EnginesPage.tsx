import { useQuery } from '@tanstack/react-query';
import { lazy, Suspense } from 'react';
import { Link, useSearchParams } from 'react-router';
import type { EngineRow } from '@tribos/contract';
import { formatLength, nm } from '@tribos/core';
import { api } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { useSettings } from '../kit/settings.js';
import { useMay } from '../people/index.js';
import { Button, Empty, Failed, Loading, Page } from '../ui/index.js';

const NewEngineSheet = lazy(async () => ({ default: (await import('./NewEngineSheet.js')).NewEngineSheet }));

export const WALL_NAMES = { 'iron-sleeve': 'iron sleeve', plated: 'plated', chrome: 'hard chrome' } as const;

export function EnginesPage() {
  const { unit } = useSettings();
  const [params, setParams] = useSearchParams();
  const mayEdit = useMay('edit-specs');
  const { data, error, refetch } = useQuery({
    queryKey: keys.engines,
    queryFn: () => api.get<EngineRow[]>('/engines'),
  });
  if (!data)
    return error ? <Failed error={error} retry={() => void refetch()} /> : <Loading what="the engines" />;
  return (
    <Page
      title="Engines"
      sub="Limits with the document each comes from."
      actions={
        mayEdit && (
          <Button look="brass" onClick={() => setParams({ new: '1' })}>
            Add an engine
          </Button>
        )
      }
    >
      {data.length === 0 && <Empty>No engine yet. Add the first one from its manual.</Empty>}
      <ul className="border-t border-ink/60 bg-sheet">
        {data.map((e) => (
          <li key={e.id} className="border-b border-rule">
            <Link
              to={`/engines/${e.id}`}
              className="grid min-h-14 grid-cols-[1fr_auto] items-center gap-x-4 px-3 py-1.5 hover:bg-page md:grid-cols-[14rem_1fr_10rem]"
            >
              <span className="font-semibold">
                {e.maker} {e.model}
              </span>
              <span className="col-start-1 row-start-2 text-soft md:col-start-auto md:row-start-auto">
                {e.kind}, {e.strokes}-stroke, {e.cylinders === 1 ? 'single' : `${e.cylinders} cylinders`} ·{' '}
                <span className="figure">
                  {formatLength(nm(e.bore), { unit, step: 10_000 })} ×{' '}
                  {formatLength(nm(e.stroke), { unit, step: 10_000 })} {unit}
                </span>{' '}
                · {WALL_NAMES[e.wall]}
              </span>
              <span className="row-span-2 text-right md:row-span-1">
                {e.limits} limits
                {e.unchecked > 0 && (
                  <span className="block text-small font-semibold text-undecided">
                    {e.unchecked} unchecked
                  </span>
                )}
              </span>
            </Link>
          </li>
        ))}
      </ul>
      {params.get('new') && mayEdit && (
        <Suspense fallback={null}>
          <NewEngineSheet onClose={() => setParams({})} />
        </Suspense>
      )}
    </Page>
  );
}
