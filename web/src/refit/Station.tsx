import { Suspense } from 'react';
import { jobKindInfo } from '@tribos/core/ground';
import { notYetStarted } from '@tribos/core/refit';
import { LeakAfter, LeakBar, useLeakAfter } from '../before/index.js';
import { useJobContext } from '../job/index.js';
import { useMay } from '../people/index.js';
import { BackPanel } from '../strip/index.js';
import { Loading } from '../ui/index.js';
import { Checks } from './Checks.js';
import { Fluids } from './Fluids.js';

/** Everything back on by the strip list run backwards; fluids; what is seen; and whether it may be started. */
export function RefitStation() {
  const context = useJobContext();
  const { file, judgement, unit } = context;
  const mayDo = useMay('measure');
  const leakAfter = useLeakAfter(file, mayDo);
  const missing = notYetStarted(file, judgement.items, unit);
  const { notStarted } = jobKindInfo(file);
  return (
    <Suspense fallback={<Loading what="what goes back" />}>
      <BackPanel
        context={context}
        mayDo={mayDo}
        bar={leakAfter.isInHand && <LeakBar leakAfter={leakAfter} />}
        work={
          <>
            {mayDo && <LeakAfter leakAfter={leakAfter} unit={unit} />}
            <Fluids file={file} mayDo={mayDo} />
          </>
        }
      >
        <section
          aria-label={notStarted ? 'Ready to go back' : 'First start'}
          className={`mb-4 border-l-5 bg-sheet p-3 ${missing.length > 0 ? 'border-undecided' : 'border-within'}`}
        >
          <h2 className="text-title font-semibold">{notStarted ? 'Ready to go back' : 'First start'}</h2>
          {missing.length > 0 ? (
            <>
              <p className="text-lead font-semibold text-undecided">
                {notStarted ? 'Not yet. Still missing:' : 'Shut. Still missing:'}
              </p>
              <ul className="mt-1">
                {missing.map((m) => (
                  <li key={m} className="border-t border-rule py-1">
                    {m}
                  </li>
                ))}
              </ul>
            </>
          ) : (
            <p className="text-lead font-semibold text-within">
              {notStarted
                ? 'It may go: everything is back, counted, oiled and closed.'
                : 'Open: everything is back, counted and filled.'}
            </p>
          )}
          <p className="mt-2 text-small text-soft">
            {notStarted
              ? 'It is not started here: whoever builds it in fills it first, by its manual.'
              : 'Outdoors or with extraction: carbon monoxide. Kill switch checked, hands and clothes clear, extinguisher at hand. A water-cooled watercraft engine is never run dry.'}
          </p>
        </section>
        <Checks file={file} mayDo={mayDo} />
      </BackPanel>
    </Suspense>
  );
}
