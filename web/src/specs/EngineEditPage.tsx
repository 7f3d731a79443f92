import { useQuery } from '@tanstack/react-query';
import { useParams } from 'react-router';
import type { EngineView } from '@tribos/contract';
import { api } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { Failed, Loading, Page } from '../ui/index.js';
import { EngineForm } from './EngineForm.js';
import { FoundForm } from './FoundForm.js';

/** Adds an engine, or types one on. */
export function EngineEditPage() {
  const { id } = useParams();
  const { data, error, refetch } = useQuery({
    queryKey: keys.engine(id ?? ''),
    queryFn: () => api.get<EngineView>(`/engines/${id}`),
    enabled: id !== undefined,
  });
  if (id !== undefined && !data)
    return error ? <Failed error={error} retry={() => void refetch()} /> : <Loading what="the engine" />;
  return (
    <Page
      title={data ? `${data.spec.maker} ${data.spec.model}` : 'Add an engine'}
      sub={
        data
          ? 'As its manual has it; drawn while you type.'
          : 'This much is enough to begin: whatever hangs on more asks for it where it is needed.'
      }
    >
      {data ? <EngineForm key={id} view={data} /> : <FoundForm />}
    </Page>
  );
}
