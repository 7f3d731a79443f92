import { useSave } from '../kit/useSave.js';
import { keys } from '../kit/queries.js';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { v7 } from 'uuid';
import type { ReportView } from '@tribos/contract';
import type { LengthUnit } from '@tribos/core/ground';
import { api } from '../kit/api.js';
import { Button } from '../ui/index.js';

/** Asks for the report as a PDF, says how far it is, and hands it out when it is there. */
export function PdfButton({ jobId, unit }: { jobId: string; unit: LengthUnit }) {
  const [asked, setAsked] = useState<string | null>(null);
  const ask = useSave(
    (_: void) => {
      const id = v7();
      return api.post<ReportView>(`/jobs/${jobId}/reports`, { id, unit });
    },
    { topic: 'reports', id: jobId, done: ({ id }) => setAsked(id) },
  );
  const { data } = useQuery({
    queryKey: [...keys.reports(jobId), asked],
    queryFn: () => api.get<ReportView>(`/jobs/${jobId}/reports/${asked}`),
    enabled: asked !== null,
    refetchInterval: ({ state }) =>
      state.data?.state === 'done' || state.data?.state === 'failed' ? false : 500,
  });
  const working = asked !== null && (!data || data.state === 'queued' || data.state === 'working');
  if (working)
    return (
      <p
        role="progressbar"
        aria-label="making the PDF"
        aria-valuenow={Math.round((data?.progress ?? 0) * 100)}
      >
        Making the PDF, <span className="figure">{Math.round((data?.progress ?? 0) * 100)} %</span>
      </p>
    );
  return (
    <div className="no-print grid justify-items-end gap-1">
      {data?.state === 'done' ? (
        <a
          className="inline-flex min-h-11 items-center rounded-edge bg-brass px-4 font-semibold text-on-brass"
          href={`/api/jobs/${jobId}/reports/${asked}/pdf`}
          download
        >
          Save the PDF
        </a>
      ) : (
        <Button onClick={() => ask.mutate()} disabled={ask.isPending}>
          Make a PDF
        </Button>
      )}
      {(ask.isError || data?.state === 'failed') && (
        <p role="alert" className="text-beyond">
          {ask.error?.message ?? 'The PDF could not be made. Nothing is lost; ask again.'}
        </p>
      )}
    </div>
  );
}
