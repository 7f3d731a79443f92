import { NavLink, Outlet } from 'react-router';
import { useMay, useSession } from '../people/index.js';
import { Page } from '../ui/index.js';

/** What is seen to in the shop besides engines. */
const PARTS = [
  { to: '/shop', name: 'Rules and benches', end: true, record: false },
  { to: '/shop/people', name: 'People', end: false, record: false },
  { to: '/shop/customers', name: 'Customers', end: false, record: false },
  { to: '/shop/record', name: 'Who did what', end: false, record: true },
] as const;

export function ShopPage() {
  const { data: session } = useSession();
  const seesRecord = useMay('see-record');
  return (
    <Page title={session?.shop.name ?? 'The shop'}>
      <nav aria-label="Parts of the shop" className="-mt-2 flex flex-wrap gap-x-2 border-b border-rule">
        {PARTS.filter((p) => seesRecord || !p.record).map((p) => (
          <NavLink
            key={p.to}
            to={p.to}
            end={p.end}
            className={({ isActive }) =>
              `inline-flex min-h-11 items-center border-b-4 px-3 ${isActive ? 'border-brass font-semibold text-brass' : 'border-transparent text-soft'}`
            }
          >
            {p.name}
          </NavLink>
        ))}
      </nav>
      <Outlet />
    </Page>
  );
}
