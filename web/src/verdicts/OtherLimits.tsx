import { useState } from 'react';
import type { JobView } from '@tribos/contract';
import {
  sourceLine,
  wholeLimitText,
  type Figure,
  type JobFile,
  type LengthUnit,
  type Limit,
} from '@tribos/core/ground';
import { api } from '../kit/api.js';
import { keys, queryClient } from '../kit/queries.js';
import { useSave } from '../kit/useSave.js';
import { useMay } from '../people/index.js';
import { Button, TextField } from '../ui/index.js';

/**
 * Other figures on file for a verdict; a lead may say in writing that one of them governs in this job, and take that
 * back. It shows on every verdict and print that uses it.
 */
export function OtherLimits({ file, item, unit }: { file: JobFile; item: Figure; unit: LengthUnit }) {
  const { governing } = item;
  const others: readonly Limit[] = governing.status === 'ask' ? governing.candidates : governing.others;
  const overridden = governing.status === 'governed' ? governing.overridden : null;
  const mayGovern = useMay('govern');
  const [picked, setPicked] = useState<Limit | null>(null);
  const [reason, setReason] = useState('');
  const save = useSave(
    (body: { of: Pick<Limit, 'feature' | 'state'>; limitId: string | null; reason: string }) =>
      api.put<JobView>(`/jobs/${file.job.id}/overrides`, {
        version: queryClient.getQueryData<JobView>(keys.job(file.job.id))?.version ?? 1,
        feature: body.of.feature,
        state: body.of.state,
        limitId: body.limitId,
        reason: body.reason,
      }),
    {
      topic: 'jobs',
      id: file.job.id,
      view: keys.job(file.job.id),
      done: () => {
        setPicked(null);
        setReason('');
      },
    },
  );
  if (others.length === 0 && !overridden) return null;
  return (
    <section className="grid gap-2">
      <h3 className="font-semibold">Other figures on file</h3>
      {overridden && (
        <p className="border-l-4 border-undecided pl-3">
          {overridden.by} overrode it for this job: {overridden.reason}{' '}
          {mayGovern && (
            <Button look="quiet" onClick={() => save.mutate({ of: overridden, limitId: null, reason: '' })}>
              Withdraw it
            </Button>
          )}
        </p>
      )}
      <ul>
        {others.map((l) => (
          <li key={l.id} className="flex min-h-11 items-center justify-between gap-4 border-b border-rule">
            <span>
              {l.source.party}: {sourceLine(l.source)}
            </span>
            <span className="flex items-center gap-3">
              <span className="figure">{wholeLimitText(l, unit)}</span>
              {mayGovern && (
                <Button
                  look="quiet"
                  aria-pressed={picked?.id === l.id}
                  aria-label={`Let ${l.source.party}, ${l.source.document} govern in this job`}
                  onClick={() => setPicked(picked?.id === l.id ? null : l)}
                >
                  Let it govern
                </Button>
              )}
            </span>
          </li>
        ))}
      </ul>
      {picked && (
        <form
          className="grid gap-2 border-l-4 border-brass pl-3"
          onSubmit={(e) => {
            e.preventDefault();
            save.mutate({ of: picked, limitId: picked.id, reason });
          }}
        >
          <TextField
            label={`Why ${picked.source.party} governs here`}
            hint="Shown on every verdict and print that uses it, with your name."
            autoFocus
            maxLength={2000}
            value={reason}
            error={save.error?.message}
            onChange={(e) => setReason(e.target.value)}
          />
          <div>
            <Button look="brass" type="submit" disabled={save.isPending}>
              Let it govern in this job
            </Button>
          </div>
        </form>
      )}
      {save.isError && !picked && (
        <p role="alert" className="text-beyond">
          {save.error.message}
        </p>
      )}
    </section>
  );
}
