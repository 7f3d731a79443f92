import { useInfiniteQuery } from '@tanstack/react-query';
import { lazy, Suspense, useDeferredValue } from 'react';
import { useSearchParams } from 'react-router';
import type { JobRow, Page as ListPage } from '@tribos/contract';
import { ImportButton } from '../exchange/index.js';
import { Arrivals } from '../intake/index.js';
import { api } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { useMay } from '../people/index.js';
import { Button, Empty, Failed, Loading, Page, TextField } from '../ui/index.js';
import { JobRows } from './JobRows.js';

const NewJobSheet = lazy(async () => ({ default: (await import('./NewJobSheet.js')).NewJobSheet }));

const ORDERS = [
  { by: 'newest', name: 'All, newest first' },
  { by: 'promise', name: 'By promise, overdue first' },
  { by: 'station', name: 'By station' },
  { by: 'waits', name: 'By what waits outside' },
] as const;

/** All jobs, newest first, or the open ones by promise, by the station they have reached, by what they wait for; the search is in the address. */
export function JobsPage() {
  const [params, setParams] = useSearchParams();
  const search = params.get('search') ?? '';
  const asked = useDeferredValue(search);
  const by = ORDERS.find((o) => o.by === params.get('by'))?.by ?? 'newest';
  const mayEdit = useMay('edit-job');
  const list = useInfiniteQuery({
    queryKey: keys.jobs(by, asked),
    queryFn: ({ pageParam }) =>
      api.get<ListPage<JobRow>>(
        `/jobs?by=${by}&search=${encodeURIComponent(asked)}${pageParam ? `&after=${pageParam}` : ''}`,
      ),
    initialPageParam: '',
    getNextPageParam: (page) => page.next,
    placeholderData: (before) => before,
  });
  // A job that moves on while pages are read stands on two of them: it is one line, as the last page has it.
  const rows = [...new Map(list.data?.pages.flatMap((p) => p.items).map((r) => [r.id, r])).values()];
  const order: Record<string, string> = by === 'newest' ? {} : { by };
  const setSearch = (text: string) => setParams(text ? { ...order, search: text } : order, { replace: true });

  return (
    <Page
      title="Jobs"
      actions={
        mayEdit && (
          <>
            <ImportButton />
            <Button look="brass" onClick={() => setParams({ new: '1' })}>
              New job
            </Button>
          </>
        )
      }
    >
      <TextField
        label="Search number, engine, customer, complaint"
        type="search"
        value={search}
        onChange={(e) => setSearch(e.target.value)}
        maxLength={100}
      />
      {search === '' && (
        <div role="group" aria-label="In order of" className="flex flex-wrap gap-2">
          {ORDERS.map((o) => (
            <Button
              key={o.by}
              look={o.by === by ? 'line' : 'quiet'}
              aria-pressed={o.by === by}
              onClick={() => setParams(o.by === 'newest' ? '' : `by=${o.by}`, { replace: true })}
            >
              {o.name}
            </Button>
          ))}
        </div>
      )}
      {search === '' && by === 'newest' && <Arrivals />}
      {list.isPending ? (
        <Loading what="the jobs" />
      ) : list.isError ? (
        <Failed error={list.error} retry={() => void list.refetch()} />
      ) : rows.length === 0 ? (
        <Empty>
          {search
            ? `No job has “${search}” in it.`
            : by === 'newest'
              ? 'No job yet. Open the first one.'
              : 'No job is open.'}
        </Empty>
      ) : (
        <JobRows rows={rows} />
      )}
      {list.hasNextPage && (
        <Button onClick={() => void list.fetchNextPage()} disabled={list.isFetchingNextPage}>
          {list.isFetchingNextPage ? 'Fetching …' : by === 'newest' ? 'Older jobs' : 'More jobs'}
        </Button>
      )}
      {params.get('new') && mayEdit && (
        <Suspense fallback={null}>
          <NewJobSheet onClose={() => setParams({})} />
        </Suspense>
      )}
    </Page>
  );
}
