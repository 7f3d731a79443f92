import { useInfiniteQuery } from '@tanstack/react-query';
import type { AuditRow, Page } from '@tribos/contract';
import { api } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { Button, Empty, Failed, Loading, momentText } from '../ui/index.js';

/** Who did what, latest first. */
export function AuditTrail() {
  const list = useInfiniteQuery({
    queryKey: keys.audit,
    queryFn: ({ pageParam }) =>
      api.get<Page<AuditRow>>(`/record/audit${pageParam ? `?after=${pageParam}` : ''}`),
    initialPageParam: '',
    getNextPageParam: (page) => page.next,
    staleTime: 0,
  });
  if (list.isError) return <Failed error={list.error} retry={() => void list.refetch()} />;
  if (list.isPending) return <Loading what="who did what" />;
  const rows = list.data.pages.flatMap((p) => p.items);
  return (
    <section className="bg-sheet p-4" aria-label="Who did what">
      <h2 className="mb-2 font-semibold">Who did what</h2>
      {rows.length === 0 ? (
        <Empty>Nothing was done yet.</Empty>
      ) : (
        <table className="w-full text-left">
          <thead className="text-small text-soft">
            <tr>
              <th className="py-1 font-normal">when</th>
              <th className="py-1 font-normal">who</th>
              <th className="py-1 font-normal">what</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((r) => (
              <tr key={r.id} className="border-t border-rule">
                <td className="figure py-1 pr-4 whitespace-nowrap">{momentText(r.at)}</td>
                <td className="py-1 pr-4">{r.by}</td>
                <td className="py-1">{r.action}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {list.hasNextPage && (
        <Button className="mt-2" onClick={() => void list.fetchNextPage()} disabled={list.isFetchingNextPage}>
          {list.isFetchingNextPage ? 'Fetching …' : 'Earlier'}
        </Button>
      )}
    </section>
  );
}
