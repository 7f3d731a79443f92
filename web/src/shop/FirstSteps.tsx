import { Check } from 'lucide-react';
import type { BenchesView } from '@tribos/contract';
import { useMay } from '../people/index.js';
import { LinkButton, TextLink } from '../ui/index.js';

/** What a new shop still needs before its first verdict, in the order in which it is quickest. */
export function FirstSteps({ benches, has }: Pick<BenchesView, 'benches' | 'has'>) {
  const manages = useMay('manage-shop');
  const steps = [
    { name: 'Benches', what: 'where jobs stand', to: '/shop', done: benches.length > 0, ask: 'Add benches' },
    {
      name: 'Gauges',
      what: 'chosen from the usual ones; study your own later',
      to: '/gauges?choose=usual',
      done: has.gauge,
      ask: 'Choose your gauges',
    },
    {
      name: 'An engine',
      what: 'kind, strokes and bore are enough; then its page',
      to: '/engines/new',
      done: has.engine,
      ask: 'Add an engine',
    },
    {
      name: 'A job',
      what: 'a name is enough to open it',
      to: '/jobs?new=1',
      done: has.job,
      ask: 'Open the first job',
    },
  ];
  const next = steps.find((s) => !s.done);
  if (!next || !manages) return null;
  return (
    <section className="grid gap-3 border-l-4 border-brass bg-sheet p-4" aria-label="To begin with">
      <h2 className="text-title font-semibold">To begin with</h2>
      <ol className="grid gap-x-6 sm:grid-cols-2 lg:grid-cols-4">
        {steps.map((s, i) => (
          <li key={s.name} className="flex items-start gap-3 border-t border-rule py-2">
            <span className="figure text-lead text-soft" aria-hidden="true">
              {s.done ? <Check size={22} className="text-within" /> : i + 1}
            </span>
            <span>
              <TextLink to={s.to} className="-mt-2.5 font-semibold">
                {s.name}
              </TextLink>
              {s.done && <span className="sr-only">, there</span>}
              <span className="block px-1 text-soft">{s.what}</span>
            </span>
          </li>
        ))}
      </ol>
      <p className="flex flex-wrap items-center gap-4">
        <LinkButton to={next.to}>{next.ask}</LinkButton>
        <TextLink to="/shop/people">Invite the others</TextLink>
      </p>
    </section>
  );
}
