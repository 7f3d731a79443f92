import type { InstrumentView } from '@tribos/contract';
import { api } from '../kit/api.js';
import { useSave } from '../kit/useSave.js';
import { Button } from '../ui/index.js';

/** Takes a gauge out of use, or back into it: the one is the undo of the other. */
export function RetireGauge({ view: { version, instrument } }: { view: InstrumentView }) {
  const { id, retiredOn } = instrument;
  const save = useSave(
    (retired: boolean) => api.patch<InstrumentView>(`/gauges/${id}/retired`, { version, retired }),
    { topic: 'instruments', id },
  );
  return (
    <span className="grid justify-items-end">
      <Button disabled={save.isPending} onClick={() => save.mutate(retiredOn === null)}>
        {retiredOn === null ? 'Retire it' : 'Back into use'}
      </Button>
      {save.error && (
        <span role="alert" className="max-w-md text-small text-beyond">
          {save.error.message}
        </span>
      )}
    </span>
  );
}
