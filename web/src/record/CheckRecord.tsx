import { useQuery } from '@tanstack/react-query';
import type { RecordCheck } from '@tribos/contract';
import { api } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { Button, Failed, Loading } from '../ui/index.js';

/** Follows every chain of the shop and says what does not. */
export function CheckRecord() {
  const { data, error, refetch, isFetching } = useQuery({
    queryKey: keys.recordCheck,
    queryFn: () => api.get<RecordCheck>('/record/check'),
    staleTime: 0,
  });
  return (
    <section className="grid content-start gap-2 bg-sheet p-4" aria-label="Check of the record">
      <h2 className="font-semibold">Is it as it was kept?</h2>
      {error ? (
        <Failed error={error} retry={() => void refetch()} />
      ) : !data ? (
        <Loading what="the record" />
      ) : (
        <>
          <p
            role="status"
            className={`text-lead font-semibold ${data.intact ? 'text-within' : 'text-beyond'}`}
          >
            {data.intact ? 'Yes: nothing was changed or cut off.' : 'No.'}
          </p>
          {data.troubles.length > 0 && (
            <ul className="list-disc pl-5">
              {data.troubles.map((t) => (
                <li key={t}>{t}</li>
              ))}
            </ul>
          )}
          <p className="text-soft">
            Followed: <span className="figure">{data.seals}</span> heads of chains,{' '}
            <span className="figure">{data.notes}</span> notes of who did what.
          </p>
        </>
      )}
      <p>
        <Button disabled={isFetching} onClick={() => void refetch()}>
          {isFetching ? 'Following the chains …' : 'Follow them again'}
        </Button>
      </p>
    </section>
  );
}
