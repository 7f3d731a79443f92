import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { FirmView, OutView } from '@tribos/contract';
import { money, moneyText, NEWS, OUTSIDE_WORKS, type Firm, type NewsKind } from '@tribos/core';
import { api } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { useSettings } from '../kit/settings.js';
import { stationPath } from '../kit/stationPath.js';
import { FirmPicture } from '../outside/index.js';
import { useMay } from '../people/index.js';
import { Button, dayText, Empty, Failed, Loading, Page, TextLink } from '../ui/index.js';
import { FirmSheet } from './FirmSheet.js';

/** Everything that is out of the shop, and the firms it is at. */
export function OutPage() {
  const { unit } = useSettings();
  const mayEdit = useMay('manage-shop');
  const [open, setOpen] = useState<FirmView | 'new' | null>(null);
  const out = useQuery({ queryKey: keys.out, queryFn: () => api.get<OutView[]>('/firms/out') });
  const firms = useQuery({ queryKey: keys.firms, queryFn: () => api.get<FirmView[]>('/firms') });
  const today = new Date().toISOString().slice(0, 10);
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
      {out.data.length === 0 ? (
        <Empty>Nothing is out.</Empty>
      ) : (
        <ul className="border-t border-ink/60 bg-sheet">
          {out.data.map((o) => {
            const late = o.due !== null && o.due < today && o.outSince !== null;
            return (
              <li
                key={o.id}
                className="grid gap-x-4 gap-y-1 border-b border-rule px-4 py-3 md:grid-cols-[minmax(0,1.4fr)_minmax(0,1.2fr)_minmax(0,1fr)]"
              >
                <span>
                  <TextLink to={stationPath(o.jobId, 'outside')}>
                    <span className="figure mr-2">{String(o.number).padStart(4, '0')}</span>
                    {o.machine}
                  </TextLink>
                  <span className="block text-small text-soft">{o.cylinders}</span>
                </span>
                <span>
                  <span className="font-semibold">{o.firm}</span>
                  <span className="block text-small text-soft">{OUTSIDE_WORKS[o.what]}</span>
                </span>
                <span>
                  <span
                    className={
                      late
                        ? 'font-semibold text-beyond'
                        : o.outSince === null
                          ? 'font-semibold text-brass'
                          : ''
                    }
                  >
                    {o.outSince === null ? 'back, to be measured' : NEWS[o.state as NewsKind]}
                    {late && ', late'}
                  </span>
                  <span className="block text-small text-soft">
                    {[
                      o.outSince && `since ${dayText(o.outSince)}`,
                      o.due && `due ${dayText(o.due)}`,
                      o.price !== null && moneyText(money(o.price)),
                    ]
                      .filter(Boolean)
                      .join(', ')}
                  </span>
                </span>
              </li>
            );
          })}
        </ul>
      )}
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
