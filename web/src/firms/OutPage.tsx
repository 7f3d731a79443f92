import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { FirmView, OutView } from '@tribos/contract';
import { money, moneyText, OUTSIDE_WORKS, type Firm } from '@tribos/core/ground';
import { api } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { useSettings } from '../kit/settings.js';
import { FirmPicture, LineTrouble } from '../outside/index.js';
import { useMay } from '../people/index.js';
import { Button, Empty, Failed, Loading, Page } from '../ui/index.js';
import { FirmSheet } from './FirmSheet.js';
import { OutRows } from './OutRows.js';

/** Everything that is out of the shop, and the firms it is at. */
export function OutPage() {
  const { unit } = useSettings();
  const mayEdit = useMay('manage-shop');
  const [open, setOpen] = useState<FirmView | 'new' | null>(null);
  const out = useQuery({ queryKey: keys.out, queryFn: () => api.get<OutView[]>('/firms/out') });
  const firms = useQuery({ queryKey: keys.firms, queryFn: () => api.get<FirmView[]>('/firms') });
  if (!out.data || !firms.data) {
    const error = out.error ?? firms.error;
    return error ? (
      <Failed error={error} retry={() => void Promise.all([out.refetch(), firms.refetch()])} />
    ) : (
      <Loading what="what is out" />
    );
  }
  return (
    <Page
      title="Out"
      sub="What is out, where, since when; and how it comes back."
      actions={
        mayEdit && (
          <Button look="brass" onClick={() => setOpen('new')}>
            Add a firm
          </Button>
        )
      }
    >
      {firms.data
        .filter((f) => f.trouble !== null)
        .map((f) => (
          <div key={f.id} className="mb-3">
            <LineTrouble firm={f} />
          </div>
        ))}
      {out.data.length === 0 ? <Empty>Nothing is out.</Empty> : <OutRows rows={out.data} />}
      <h2 className="mt-6 mb-2 text-title font-semibold">Firms</h2>
      {firms.data.length === 0 && (
        <Empty>No firm yet. With one, ways that leave the shop get a price, days and their odds.</Empty>
      )}
      <ul className="grid gap-4 md:grid-cols-2 xl:grid-cols-3">
        {firms.data.map((f) => (
          <li key={f.id} className="bg-sheet p-4">
            <FirmPicture firm={f as unknown as Firm} unit={unit} />
            <ul className="mt-2">
              {f.works.map((w) => (
                <li key={w.what} className="flex justify-between gap-3 border-t border-rule py-0.5">
                  <span>{OUTSIDE_WORKS[w.what]}</span>
                  <span className="text-right text-small">
                    <span className="figure">{moneyText(money(w.price))}</span>, {w.days.soonest} –{' '}
                    {w.days.latest} days
                  </span>
                </li>
              ))}
            </ul>
            <p className="mt-1 text-small text-soft">
              there and back {moneyText(money(f.freight))}; sizes in {f.unit}
              {f.line === null ? '; by paper' : `; over its line, ${f.line}`}
              {f.retiredOn !== null && '; nothing more is sent there'}
            </p>
            {mayEdit && (
              <Button look="quiet" onClick={() => setOpen(f)}>
                Change<span className="sr-only"> {f.name}</span>
              </Button>
            )}
          </li>
        ))}
      </ul>
      {open && <FirmSheet firm={open === 'new' ? null : open} onClose={() => setOpen(null)} />}
    </Page>
  );
}
