import { useEffect } from 'react';
import { useNavigate } from 'react-router';
import { Button, FileButton, LinkButton } from '../ui/index.js';
import { MOST_FILE, useImport } from './useImport.js';

/** Brings a job file in as a new job: says how far it is, what is wrong with it, or that it is in already. */
export function ImportButton() {
  const navigate = useNavigate();
  const { bringIn, again, forget, progress, jobId, before, trouble } = useImport();
  useEffect(() => {
    if (jobId) void navigate(`/jobs/${jobId}`);
  }, [jobId, navigate]);
  const done = progress === null ? null : Math.round(progress * 100);
  return (
    <div className="grid justify-items-end">
      {done === null ? (
        <FileButton label="Job file" title={`A job file of up to ${MOST_FILE}`} onFile={bringIn}>
          Import a job file
          <span className="text-small text-soft">to {MOST_FILE}</span>
        </FileButton>
      ) : (
        <p
          role="progressbar"
          aria-label="bringing the file in"
          aria-valuenow={done}
          className="inline-flex min-h-11 items-center gap-2"
        >
          Bringing it in, <span className="figure">{done} %</span>
        </p>
      )}
      {trouble && (
        <div role="alert" className="grid max-w-md justify-items-end gap-1 text-right">
          <p className="text-small text-beyond">{trouble}</p>
          {before && (
            <p className="flex flex-wrap justify-end gap-2">
              {before.jobId && (
                <LinkButton look="line" to={`/jobs/${before.jobId}`}>
                  Open that job
                </LinkButton>
              )}
              <Button onClick={again}>Bring it in again</Button>
              <Button look="quiet" onClick={forget}>
                Leave it
              </Button>
            </p>
          )}
        </div>
      )}
    </div>
  );
}
