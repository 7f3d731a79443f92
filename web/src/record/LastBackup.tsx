import { useQuery } from '@tanstack/react-query';
import { formatDistanceToNowStrict, parseISO } from 'date-fns';
import { useState } from 'react';
import type { BackupView } from '@tribos/contract';
import { api } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { Failed, Loading, momentText } from '../ui/index.js';

/** Older than this somebody should ask why, ms. */
const LATE_MS = 3 * 86_400_000;

/** How old the last backup is. */
export function LastBackup() {
  const { data, error, refetch } = useQuery({
    queryKey: keys.backup,
    queryFn: async () => (await api.get<BackupView>('/record/backup')).last,
    staleTime: 0,
  });
  const [now] = useState(() => Date.now());
  const late = data && now - parseISO(data.at).getTime() > LATE_MS;
  return (
    <section className="grid content-start gap-2 bg-sheet p-4" aria-label="Backup">
      <h2 className="font-semibold">Backup</h2>
      {error ? (
        <Failed error={error} retry={() => void refetch()} />
      ) : data === undefined ? (
        <Loading what="the backups" />
      ) : data === null ? (
        <p className="text-undecided">
          None yet. One is made by itself within a minute of the start, then daily while Tribos runs.
        </p>
      ) : (
        <p className={`text-lead font-semibold ${late ? 'text-beyond' : ''}`}>
          {formatDistanceToNowStrict(parseISO(data.at), { addSuffix: true })}
          <span className="block text-body font-normal text-soft">
            {momentText(data.at)}, <span className="figure">{(data.bytes / 1e6).toFixed(1)}</span> MB, read
            back when it was written
          </span>
        </p>
      )}
      <p className="text-small text-soft">
        By hand: <span className="figure">npm run backup</span>. Keep a copy on another disk; it is brought
        back with <span className="figure">npm run restore</span>.
      </p>
    </section>
  );
}
