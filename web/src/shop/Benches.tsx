import { useState } from 'react';
import type { ShopView } from '@tribos/contract';
import { api } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { useSave } from '../kit/useSave.js';
import { useMay } from '../people/index.js';
import { Button, Empty, TextField } from '../ui/index.js';

/** Benches by name; one that holds an engine stays. */
export function Benches({ shop }: { shop: ShopView }) {
  const manages = useMay('manage-shop');
  const [name, setName] = useState('');
  const [editing, setEditing] = useState<string | null>(null);
  const keep = useSave(
    (body: { was: string | null; name: string }) => api.put<ShopView>('/shop/benches', body),
    {
      topic: 'benches',
      id: '',
      view: keys.shop,
      done: () => {
        setName('');
        setEditing(null);
      },
    },
  );
  const remove = useSave((gone: string) => api.delete<ShopView>('/shop/benches', { name: gone }), {
    topic: 'benches',
    id: '',
    view: keys.shop,
  });
  const trouble = keep.error ?? remove.error;
  return (
    <section className="grid gap-2 bg-sheet p-4" aria-label="Benches of the shop">
      <h2 className="font-semibold">Benches</h2>
      {shop.benches.length === 0 && <Empty>No bench yet. A job stands on one while it is worked on.</Empty>}
      <ul>
        {shop.benches.map((b) => (
          <li key={b} className="flex min-h-12 items-center justify-between gap-2 border-t border-rule">
            <span className="min-w-0 truncate">{b}</span>
            {manages && (
              <span className="flex shrink-0">
                <Button
                  look="quiet"
                  aria-label={`Rename ${b}`}
                  onClick={() => {
                    setEditing(b);
                    setName(b);
                  }}
                >
                  Rename
                </Button>
                <Button look="quiet" aria-label={`Take away ${b}`} onClick={() => remove.mutate(b)}>
                  Take away
                </Button>
              </span>
            )}
          </li>
        ))}
      </ul>
      {manages && (
        <form
          className="grid gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            keep.mutate({ was: editing, name: name.trim() });
          }}
        >
          <TextField
            label={editing === null ? 'Another bench' : `${editing} is now called`}
            maxLength={200}
            value={name}
            error={trouble?.message}
            onChange={(e) => setName(e.target.value)}
          />
          <span className="flex gap-2">
            <Button type="submit" disabled={name.trim() === '' || keep.isPending}>
              {editing === null ? 'Add it' : 'Rename it'}
            </Button>
            {editing !== null && (
              <Button
                look="quiet"
                onClick={() => {
                  setEditing(null);
                  setName('');
                }}
              >
                Leave it
              </Button>
            )}
          </span>
        </form>
      )}
    </section>
  );
}
