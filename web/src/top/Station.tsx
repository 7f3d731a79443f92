import { useSearchParams } from 'react-router';
import { torqueRun } from '@tribos/core';
import { AssemblyPanel } from '../assembly/index.js';
import { StationBody } from '../bar/index.js';
import { useJobContext } from '../job/index.js';
import { useMay } from '../people/index.js';
import { TorquePanel } from '../torque/index.js';

const PARTS = [
  ['assembly', 'Assembly'],
  ['torque', 'Torque'],
] as const;
type Part = (typeof PARTS)[number][0];

/** The top end goes together: its list, what is seen at each hard stop, what is tightened in which order. */
export function TopStation() {
  const { file, judgement } = useJobContext();
  const mayDo = useMay('measure');
  const [query, setQuery] = useSearchParams();
  const at: Part = PARTS.find(([p]) => p === query.get('at'))?.[0] ?? 'assembly';
  const tight = torqueRun(file);
  return (
    <StationBody>
      <div role="tablist" aria-label="Parts of Top" className="no-print flex flex-wrap gap-x-2 px-5">
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
            {part === 'torque' && tight.begun && tight.now === null && ' ✓'}
          </button>
        ))}
      </div>
      {at === 'assembly' ? (
        <AssemblyPanel file={file} judgement={judgement} mayDo={mayDo} />
      ) : (
        <TorquePanel file={file} mayDo={mayDo} />
      )}
    </StationBody>
  );
}
