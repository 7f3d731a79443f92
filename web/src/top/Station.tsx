import { useSearchParams } from 'react-router';
import { assemblyRun } from '@tribos/core/assembly';
import { torqueRun } from '@tribos/core/torque';
import { AssemblyPanel } from '../assembly/index.js';
import { useJobContext } from '../job/index.js';
import { useMay } from '../people/index.js';
import { SetupPanel } from '../setup/index.js';
import { TorquePanel } from '../torque/index.js';
import { Button } from '../ui/index.js';

const PARTS = [
  ['assembly', 'Assembly'],
  ['set-up', 'Set-up'],
  ['torque', 'Torque'],
] as const;
type Part = (typeof PARTS)[number][0];

/** The top end goes together: its list, what it is set up to, what is tightened in which order. */
export function TopStation() {
  const context = useJobContext();
  const { file, judgement } = context;
  const mayDo = useMay('measure');
  const [query, setQuery] = useSearchParams();
  const at: Part = PARTS.find(([p]) => p === query.get('at'))?.[0] ?? 'assembly';
  const tight = torqueRun(file);
  const tabs = (
    <div role="tablist" aria-label="Parts of Top" className="no-print flex flex-wrap gap-x-2">
      {PARTS.map(([part, name]) => (
        <button
          key={part}
          type="button"
          role="tab"
          aria-selected={at === part}
          onClick={() => setQuery({ at: part }, { replace: true })}
          className={`min-h-11 border-b-3 px-3 ${at === part ? 'border-brass font-semibold text-brass' : 'border-transparent text-soft'}`}
        >
          {name}
          {part === 'torque' && tight.begun && tight.groups.every((g) => g.done) && ' ✓'}
        </button>
      ))}
    </div>
  );
  // What of the top end is still open elsewhere: a part that is done leads on to it.
  const together = assemblyRun(file);
  const left = PARTS.filter(
    ([p]) =>
      p !== at &&
      ((p === 'assembly' && (!together.begun || together.now !== null)) ||
        (p === 'torque' && tight.groups.some((g) => !g.done))),
  );
  const onward = left[0] && (
    <Button look="brass" onClick={() => setQuery({ at: left[0]![0] }, { replace: true })}>
      On to {left[0][1]}
    </Button>
  );
  if (at === 'set-up') return <SetupPanel context={context} mayDo={mayDo} tabs={tabs} />;
  return at === 'assembly' ? (
    <AssemblyPanel file={file} judgement={judgement} mayDo={mayDo} tabs={tabs} onward={onward} />
  ) : (
    <TorquePanel file={file} mayDo={mayDo} tabs={tabs} onward={onward} />
  );
}
