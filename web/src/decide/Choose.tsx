import { useState } from 'react';
import { v7 } from 'uuid';
import { NewDecision, type JobView } from '@tribos/contract';
import { choosingAgain, type Way } from '@tribos/core/routes';
import { useContractForm } from '../forms/index.js';
import { useJobContext } from '../job/index.js';
import { api } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { useSave } from '../kit/useSave.js';
import { Button, TextArea, Trouble } from '../ui/index.js';

/** A way chosen, with its reason; what was assumed otherwise than usual goes with it. */
export function Choose({ way, assumed, onDone }: { way: Way; assumed: string; onDone: () => void }) {
  const { file } = useJobContext();
  const [id] = useState(() => v7());
  const { route, kit } = way;
  const again = choosingAgain(file, way);
  const bodyOf = (v: { reason: string }): NewDecision => ({
    id,
    route,
    kitId: kit?.id ?? null,
    reason: [v.reason.trim(), assumed].filter(Boolean).join(' '),
  });
  const { register, handleSubmit, formState } = useContractForm(NewDecision, { reason: '' }, bodyOf);
  const save = useSave(
    (v: { reason: string }) => api.post<JobView>(`/jobs/${file.job.id}/decisions`, bodyOf(v)),
    { topic: 'decisions', id: file.job.id, view: keys.job(file.job.id), done: onDone },
  );
  return (
    <form
      onSubmit={(e) => void handleSubmit((v) => save.mutate(v))(e)}
      className="grid gap-3 border-t-4 border-brass bg-sheet p-4"
    >
      <h2 className="text-title font-semibold">{way.name}</h2>
      {again && <p className="border-l-4 border-brass pl-3">{again}</p>}
      <TextArea
        label="Why"
        hint="The reason is kept with the decision."
        autoFocus
        maxLength={1600}
        error={formState.errors.reason?.message}
        {...register('reason')}
      />
      {assumed && <p className="text-small text-soft">Kept with it: {assumed}</p>}
      <Trouble>{save.error?.message}</Trouble>
      <div className="flex gap-2">
        <Button look="brass" type="submit" disabled={save.isPending}>
          Decide
        </Button>
        <Button onClick={onDone}>Not now</Button>
      </div>
    </form>
  );
}
