import { Gauge, ListChecks, PanelsTopLeft, Store, Truck, Wrench, type LucideIcon } from 'lucide-react';
import { lazy, Suspense, useEffect, useState } from 'react';
import { NavLink, Outlet } from 'react-router';
import type { SessionView } from '@tribos/contract';
import { sendFor, sendPhotosFor, sendTimersFor } from '../outbox/index.js';
import { useEvents } from '../kit/useEvents.js';
import { isEmptyHouse, useSession } from '../people/index.js';
import { Failed, Loading } from '../ui/index.js';
import { TopLine, useInJob } from './TopLine.js';

const SignIn = lazy(async () => ({ default: (await import('../people/SignIn.js')).SignIn }));
const FoundShop = lazy(async () => ({ default: (await import('../people/FoundShop.js')).FoundShop }));
const ChangePersonSheet = lazy(async () => ({
  default: (await import('../people/ChangePersonSheet.js')).ChangePersonSheet,
}));
const Find = lazy(async () => ({ default: (await import('./Find.js')).Find }));

interface RailPlace {
  readonly to: string;
  readonly name: string;
  readonly icon: LucideIcon;
  readonly end?: boolean;
}
const PLACES: readonly RailPlace[] = [
  { to: '/', name: 'Benches', icon: PanelsTopLeft, end: true },
  { to: '/jobs', name: 'Jobs', icon: ListChecks },
  { to: '/engines', name: 'Engines', icon: Wrench },
  { to: '/out', name: 'Out', icon: Truck },
  { to: '/gauges', name: 'Gauges', icon: Gauge },
  { to: '/shop', name: 'Shop', icon: Store },
];

export function Shell() {
  const session = useSession();
  if (session.isPending) return <Loading what="the shop" />;
  // Someone who was signed in stays so while the line is down: the server says otherwise when it is back.
  if (session.isError && session.data === undefined)
    return <Failed error={session.error} retry={() => void session.refetch()} />;
  if (!session.data)
    return <Suspense fallback={null}>{isEmptyHouse() ? <FoundShop /> : <SignIn />}</Suspense>;
  return <SignedIn session={session.data} />;
}

function SignedIn({ session }: { session: SessionView }) {
  const { id } = session.person;
  useEvents();
  const [finding, setFinding] = useState(false);
  const [changing, setChanging] = useState(false);
  const inJob = useInJob();

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k') {
        event.preventDefault();
        setFinding(true);
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  useEffect(() => {
    sendFor(id);
    sendPhotosFor(id);
    sendTimersFor(id);
  }, [id]);

  return (
    <div className="relative flex h-dvh flex-col-reverse overflow-hidden md:flex-row print:block print:h-auto print:overflow-visible">
      <a
        href="#main"
        className="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:bg-sheet focus:p-3"
      >
        To the sheet
      </a>
      <nav
        aria-label="Places"
        className={`no-print flex shrink-0 bg-rail text-rail-ink md:w-19 md:flex-col md:pt-3 ${inJob ? 'max-md:hidden' : ''}`}
      >
        {PLACES.map(({ to, name: word, icon: Icon, end }) => (
          <NavLink
            key={to}
            to={to}
            end={end ?? false}
            className={({ isActive }) =>
              `flex min-h-14 flex-1 flex-col items-center justify-center gap-1 border-t-3 text-small md:min-h-16 md:flex-none md:border-t-0 md:border-l-3 ${isActive ? 'border-brass-line bg-rail-on font-semibold text-white' : 'border-transparent'}`
            }
          >
            <Icon size={20} aria-hidden="true" />
            {word}
          </NavLink>
        ))}
      </nav>
      <div className="flex min-h-0 min-w-0 flex-1 flex-col print:block">
        <TopLine session={session} find={() => setFinding(true)} change={() => setChanging(true)} />
        <main
          id="main"
          tabIndex={-1}
          className="relative flex min-h-0 flex-1 flex-col overflow-y-auto outline-none print:block print:overflow-visible"
        >
          <Suspense fallback={<Loading what="the sheet" />}>
            <Outlet />
          </Suspense>
        </main>
      </div>
      {changing && (
        <Suspense fallback={null}>
          <ChangePersonSheet me={id} onClose={() => setChanging(false)} />
        </Suspense>
      )}
      {finding && (
        <Suspense fallback={null}>
          <Find onClose={() => setFinding(false)} />
        </Suspense>
      )}
    </div>
  );
}
