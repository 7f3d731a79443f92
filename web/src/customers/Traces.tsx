import { useQuery } from '@tanstack/react-query';
import type { Trace } from '@tribos/contract';
import { api } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { Failed, Loading } from '../ui/index.js';

/** What holds a customer, in words. */
const HOLDS: Readonly<Record<Trace['kind'], string>> = {
  customer: 'Name and number',
  arrival: 'What came in and is no job yet',
  complaint: 'Their name or number in the words of a job',
  caption: 'Under a photo',
  print: 'Printed reports',
  import: 'The file a job came in',
  refused: 'Files that were not brought in',
  trick: 'In a trick pinned to an engine',
  timer: 'In a timer',
  note: 'In the log of a job',
  decision: 'In the reason of a decision',
  audit: 'In the audit trail',
  photo: 'Photos of their engines',
  sound: 'Sound notes on their engines',
};

const CHAINED = 'chained: changing one would break the proof of all that was measured';
const NAMESAKE = 'somebody else of this name is on file: whose it is, only you can tell';

/** Why something stays. */
const STAYS: Partial<Record<Trace['kind'], string>> = {
  arrival: 'the same name with another number: perhaps another person',
  refused: NAMESAKE,
  trick: NAMESAKE,
  note: CHAINED,
  decision: CHAINED,
  audit: CHAINED,
  photo: 'they show the engine; put away what shows the person first',
  sound: 'nobody can read them; listen, and put away what names the person first',
};

/** Everything that holds a customer, looked at before they are erased: what goes, what stays and why. */
export function Traces({ id }: { id: string }) {
  const { data, error, refetch } = useQuery({
    queryKey: [...keys.customer(id), 'traces'],
    queryFn: () => api.get<Trace[]>(`/customers/${id}/traces`),
    staleTime: 0,
    gcTime: 0,
  });
  if (!data)
    return error ? <Failed error={error} retry={() => void refetch()} /> : <Loading what="what holds them" />;
  const stays = data.filter((t) => !t.goes);
  return (
    <div className="grid w-full gap-4 text-body text-ink sm:grid-cols-2">
      <section aria-label="What goes" className="bg-sheet p-4">
        <h3 className="mb-1 font-semibold">Goes for good</h3>
        <List traces={data.filter((t) => t.goes)} />
      </section>
      <section aria-label="What stays" className="bg-sheet p-4">
        <h3 className="mb-1 font-semibold">Stays</h3>
        <List traces={stays} />
        <p className="mt-2 text-small text-soft">
          Readings, decisions and work on their engines stay without the person. Backups made before today
          still hold them; one that is brought back erases them again.
        </p>
      </section>
    </div>
  );
}

function List({ traces }: { traces: readonly Trace[] }) {
  return (
    <ul className="grid gap-2">
      {traces.map((t) => (
        <li key={t.kind}>
          <span className="font-semibold">{HOLDS[t.kind]}</span>
          {t.kind !== 'customer' && (
            <span className="figure text-soft">
              {' '}
              {t.count} · {t.places.join(', ')}
              {t.places.length < t.count && t.places.length >= 12 ? ' …' : ''}
            </span>
          )}
          {!t.goes && STAYS[t.kind] && <p className="text-small text-soft">{STAYS[t.kind]}</p>}
        </li>
      ))}
    </ul>
  );
}
