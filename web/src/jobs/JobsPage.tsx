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

/** All jobs, newest first; the search is in the address. */
export function JobsPage() {
  const [params, setParams] = useSearchParams();
  const search = params.get('search') ?? '';
  const asked = useDeferredValue(search);
  const mayEdit = useMay('edit-job');
  const list = useInfiniteQuery({
    queryKey: keys.jobs(asked),
    queryFn: ({ pageParam }) =>
      api.get<ListPage<JobRow>>(
        `/jobs?search=${encodeURIComponent(asked)}${pageParam ? `&after=${pageParam}` : ''}`,
      ),
    initialPageParam: '',
    getNextPageParam: (page) => page.next,
    placeholderData: (before) => before,
  });
  const rows = list.data?.pages.flatMap((p) => p.items) ?? [];
  const setSearch = (text: string) => setParams(text ? { search: text } : {}, { replace: true });

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
      {search === '' && <Arrivals />}
      {list.isPending ? (
        <Loading what="the jobs" />
      ) : list.isError ? (
        <Failed error={list.error} retry={() => void list.refetch()} />
      ) : rows.length === 0 ? (
        <Empty>{search ? `No job has “${search}” in it.` : 'No job yet. Open the first one.'}</Empty>
      ) : (
        <JobRows rows={rows} />
      )}
      {list.hasNextPage && (
        <Button onClick={() => void list.fetchNextPage()} disabled={list.isFetchingNextPage}>
          {list.isFetchingNextPage ? 'Fetching …' : 'Older jobs'}
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
