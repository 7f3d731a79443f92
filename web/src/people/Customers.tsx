import { useQuery } from '@tanstack/react-query';
import { useDeferredValue, useState } from 'react';
import { Link } from 'react-router';
import type { CustomerView } from '@tribos/contract';
import { api } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { useMay } from './useSession.js';
import { Button, Empty, Failed, Loading, TextField, Trouble } from '../ui/index.js';

/** Customers offered for new jobs; one who is gone is retired, and offered again when that was wrong. */
export function Customers() {
  const [search, setSearch] = useState('');
  const asked = useDeferredValue(search);
  const [retired, setRetired] = useState<readonly CustomerView[]>([]);
  const [trouble, setTrouble] = useState<string | null>(null);
  const list = useQuery({
    queryKey: keys.customers(asked),
    queryFn: () => api.get<CustomerView[]>(`/customers?search=${encodeURIComponent(asked)}`),
    placeholderData: (before) => before,
  });
  const retire = async (customer: CustomerView, gone: boolean) => {
    setTrouble(null);
    try {
      await api.patch(`/customers/${customer.id}/retired`, { retired: gone });
      setRetired((before) => [...before.filter((c) => c.id !== customer.id), ...(gone ? [customer] : [])]);
      await list.refetch();
    } catch (error) {
      setTrouble((error as Error).message);
    }
  };
  const row = (c: CustomerView, gone: boolean) => (
    <li key={c.id} className="flex items-center justify-between gap-3 border-t border-rule">
      <span className={`min-w-0 truncate ${gone ? 'text-soft line-through' : ''}`}>
        <Link
          to={`/customers/${c.id}`}
          className="inline-flex min-h-11 items-center text-blue underline underline-offset-4"
        >
          {c.name}
        </Link>{' '}
        {c.phone && <span className="figure text-small text-soft">{c.phone}</span>}
      </span>
      <Button
        look="quiet"
        className="shrink-0"
        aria-label={`${gone ? 'Offer again' : 'Retire'}: ${c.name}`}
        onClick={() => void retire(c, !gone)}
      >
        {gone ? 'Offer again' : 'Retire'}
      </Button>
    </li>
  );
  return (
    <section className="bg-sheet p-4" aria-label="Customers">
      <PastKeeping />
      <h2 className="font-semibold">Customers</h2>
      <p className="mb-2 text-soft">
        One who is retired is not offered for new jobs; their jobs keep the name.
      </p>
      <TextField
        label="Search customers"
        type="search"
        value={search}
        maxLength={100}
        onChange={(e) => setSearch(e.target.value)}
      />
      {list.isError ? (
        <Failed error={list.error} retry={() => void list.refetch()} />
      ) : !list.data ? (
        <Loading what="the customers" />
      ) : (
        <ul className="mt-2">
          {retired.map((c) => row(c, true))}
          {list.data.map((c) => row(c, false))}
        </ul>
      )}
      {list.data?.length === 0 && retired.length === 0 && (
        <Empty>{search ? `No customer has “${search}” in the name.` : 'No customer yet.'}</Empty>
      )}
      <Trouble>{trouble}</Trouble>
    </section>
  );
}

/** Who is past the years jobs are kept: erased one by one, by somebody who has looked. */
function PastKeeping() {
  const mayErase = useMay('manage-people');
  const { data = [], refetch } = useQuery({
    queryKey: keys.pastKeeping,
    queryFn: () => api.get<CustomerView[]>('/customers/past-keeping'),
    enabled: mayErase,
  });
  const [trouble, setTrouble] = useState<string | null>(null);
  const erase = async (id: string) => {
    setTrouble(null);
    try {
      await api.post(`/customers/${id}/erased`, {});
      await refetch();
    } catch (error) {
      setTrouble((error as Error).message);
    }
  };
  if (data.length === 0) return null;
  return (
    <div className="mb-4 border-l-4 border-brass pl-3">
      <h2 className="font-semibold">Longer ago than jobs are kept</h2>
      <p className="text-soft">
        Erasing takes the name and the number for good; what was measured and done on the engines stays.
      </p>
      <ul>
        {data.map((c) => (
          <li key={c.id} className="flex items-center justify-between gap-3 border-t border-rule">
            <Link
              to={`/customers/${c.id}`}
              className="inline-flex min-h-11 items-center text-blue underline underline-offset-4"
            >
              {c.name}
            </Link>
            <Button look="quiet" aria-label={`Erase: ${c.name}`} onClick={() => void erase(c.id)}>
              Erase
            </Button>
          </li>
        ))}
      </ul>
      <Trouble>{trouble}</Trouble>
    </div>
  );
}
