import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { v7 } from 'uuid';
import { MOST_FILE_BYTES, type ImportView } from '@tribos/contract';
import { api, ApiError } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { useSave } from '../kit/useSave.js';

export const MOST_FILE = `${MOST_FILE_BYTES / 1e6} MB`;

interface Asked {
  readonly id: string;
  readonly file: File;
  readonly again: boolean;
}

/** Thrown here, before anything is sent. */
class TooLarge extends Error {}

/** Sends a job file and follows it until it is a job, or until it is said why not. */
export function useImport() {
  const [asked, setAsked] = useState<Asked | null>(null);
  const id = asked?.id ?? '';
  const send = useSave(
    async ({ id: as, file, again }: Asked) => {
      if (file.size > MOST_FILE_BYTES)
        throw new TooLarge(`${file.name} is larger than ${MOST_FILE}: no job is. Nothing was sent.`);
      const query = new URLSearchParams({ id: as, name: file.name, ...(again ? { again: 'yes' } : {}) });
      return api.file<ImportView>(`/imports?${query.toString()}`, file);
    },
    { topic: 'imports', id },
  );
  const { data } = useQuery({
    queryKey: keys.import(id),
    queryFn: () => api.get<ImportView>(`/imports/${id}`),
    enabled: send.isSuccess && asked !== null,
    refetchInterval: ({ state }) =>
      state.data?.state === 'done' || state.data?.state === 'refused' ? false : 500,
  });
  const { error } = send;
  const before =
    error instanceof ApiError && error.problem.code === 'already-imported'
      ? (error.problem.current as ImportView)
      : null;
  const ask = (file: File, again: boolean) => {
    const next = { id: v7(), file, again };
    setAsked(next);
    send.mutate(next);
  };
  return {
    bringIn: (file: File) => ask(file, false),
    /** The same file once more, after it was said that it is in already. */
    again: () => asked && ask(asked.file, true),
    forget: () => {
      setAsked(null);
      send.reset();
    },
    /** Share that is done; null while nothing is on its way. */
    progress:
      send.isPending || (send.isSuccess && (!data || data.state === 'queued' || data.state === 'working'))
        ? (data?.progress ?? 0)
        : null,
    jobId: data?.jobId ?? null,
    /** The import of the very same file, where there was one. */
    before,
    trouble: data?.problem?.detail ?? (error ? error.message : null),
  };
}
