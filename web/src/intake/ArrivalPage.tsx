import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { ArrivalView, EngineRow, JobView } from '@tribos/contract';
import { api } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { useSave } from '../kit/useSave.js';
import { useMay } from '../people/index.js';
import { PhotoStrip } from '../photos/index.js';
import { Button, Failed, Loading, momentText, Page, SelectField, TextLink } from '../ui/index.js';

/** Something that came in before anybody knew which engine it is: photos now, the engine when it is found. */
export function ArrivalPage({ id }: { id: string }) {
  const navigate = useNavigate();
  const mayEdit = useMay('edit-job');
  const [engineId, setEngineId] = useState('');
  const { data, error, refetch } = useQuery({
    queryKey: [...keys.arrivals, id],
    queryFn: () => api.get<ArrivalView>(`/arrivals/${id}`),
  });
  const engines = useQuery({ queryKey: keys.engines, queryFn: () => api.get<EngineRow[]>('/engines') });
  const open = useSave(() => api.post<JobView>(`/arrivals/${id}/job`, { engineId }), {
    topic: 'jobs',
    id,
    view: keys.job(id),
  });
  const remove = useSave(() => api.delete(`/arrivals/${id}`), {
    topic: 'arrivals',
    id,
    done: () => void navigate('/jobs'),
  });
  if (!data)
    return error ? <Failed error={error} retry={() => void refetch()} /> : <Loading what="what came in" />;
  const trouble = open.error ?? remove.error;
  return (
    <Page
      title={`${String(data.number).padStart(4, '0')} ${data.machine || 'came in'}`}
      sub={`${data.customer}${data.phone ? `, ${data.phone}` : ''} · taken in by ${data.by}, ${momentText(data.at)}`}
    >
      {data.complaint && <p className="text-lead">{data.complaint}</p>}
      {mayEdit && (
        <section className="grid gap-3 border-l-4 border-brass bg-sheet p-4" aria-label="Which engine is it?">
          <h2 className="text-title font-semibold">Which engine is it?</h2>
          <div className="grid items-end gap-3 sm:grid-cols-[1fr_auto_auto]">
            <SelectField label="Engine" value={engineId} onChange={(e) => setEngineId(e.target.value)}>
              <option value="">choose</option>
              {(engines.data ?? []).map((e) => (
                <option key={e.id} value={e.id}>
                  {e.maker} {e.model}
                </option>
              ))}
            </SelectField>
            <Button
              look="brass"
              disabled={engineId === '' || open.isPending}
              onClick={() => open.mutate(undefined)}
            >
              It is this one
            </Button>
            <TextLink to={`/engines/new?for=${id}`}>Not among them: add it</TextLink>
          </div>
          <p className="text-small text-soft">
            Its number, its photos and what was said stay with it. Measuring begins once it is known; limits
            may come later.
          </p>
        </section>
      )}
      {trouble && (
        <p role="alert" className="text-beyond">
          {trouble.message}
        </p>
      )}
      <PhotoStrip jobId={id} station="intake" />
      {mayEdit && (
        <p>
          <Button look="quiet" onClick={() => remove.mutate(undefined)}>
            It went away again, or came in twice
          </Button>
        </p>
      )}
    </Page>
  );
}
