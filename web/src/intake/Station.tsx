import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { EditJob, type JobRow, type JobView, type Page } from '@tribos/contract';
import { sourceLine, type EngineSpec, type JobFile } from '@tribos/core/ground';
import { askedConditions, CODES, hangingLimits } from '@tribos/core/intake';
import { stripPlan } from '@tribos/core/strip';
import {
  figure,
  FormFields,
  numberOrNull,
  SaveTrouble,
  useContractForm,
  type FormAsks,
} from '../forms/index.js';
import { StationFrame } from '../frame/index.js';
import { useJobContext } from '../job/index.js';
import { api } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { useSave } from '../kit/useSave.js';
import { useMay } from '../people/index.js';
import { ToolList, useTools } from '../tools/index.js';
import { PhotoStrip } from '../photos/index.js';
import { Button, VerdictMark } from '../ui/index.js';
import { KindOfJob } from './KindOfJob.js';
import { JobLabel } from './JobLabel.js';
import { LikelyFindings } from './LikelyFindings.js';

/** What came in: whose it is, what is said of it, what was found on it, and how it looked. */
export function IntakeStation() {
  const { file, version } = useJobContext();
  const { job } = file;
  return (
    <StationFrame
      label="What came in"
      next={null}
      aside={
        <div className="grid gap-4">
          <LikelyFindings file={file} />
          <Codes engine={file.engine} />
          <Tools file={file} />
          <Before file={file} />
          <JobLabel file={file} />
          <p className="text-small text-soft">
            Battery off, fuel off and drained, engine cold, machine secured on a stand or lift rated for it.
            Saw: chain and bar off, plug lead off. The maker’s manual for this exact engine comes first.
          </p>
        </div>
      }
    >
      <div className="grid gap-4">
        <KindOfJob file={file} />
        <Facts key={version} file={file} version={version} />
        {/* On a phone, which is a camera, photos come first. */}
        <div className="max-md:order-first">
          <PhotoStrip jobId={job.id} station="intake" />
        </div>
      </div>
    </StationFrame>
  );
}

/** Where its codes and numbers are found, and what they say. */
function Codes({ engine }: { engine: EngineSpec }) {
  const { codes } = CODES.of(engine) ?? { codes: [] };
  if (codes.length === 0) return null;
  return (
    <section className="bg-sheet p-4" aria-label="Where its codes are">
      <h2 className="mb-1 font-semibold">Where its codes are</h2>
      <ul>
        {codes.map((c) => (
          <li key={c.what} className="border-t border-rule py-2">
            <span className="font-semibold">{c.what}</span>: {c.where}
            <span className="block">{c.means}</span>
            <span className="block text-small text-soft">{sourceLine(c.source)}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Special tools this engine needs, what the shop lacks on top: known before a promise is given. */
function Tools({ file }: { file: JobFile }) {
  const { tools, say } = useTools(file.engine, stripPlan(file).steps, false);
  return tools.length === 0 ? null : (
    <div className="bg-sheet p-4">
      <ToolList tools={tools} say={say} />
    </div>
  );
}

interface Values {
  engineNumber: string;
  use: string;
  complaint: string;
  fittedPiston: string;
  fittedRing: string;
  year: string;
  code: string;
  usedFor: string;
}

/** Makers whose figures are on file for a part, or whose kits are. */
const makersOf = (engine: EngineSpec): string[] => [
  ...new Set([
    ...engine.limits.filter((l) => l.source.type === 'part-maker').map((l) => l.source.party),
    ...engine.kits.map((k) => k.maker),
  ]),
];

function Facts({ file, version }: { file: JobFile; version: number }) {
  const { job, engine } = file;
  const mayEdit = useMay('edit-job');
  const [standing, setStanding] = useState(version);
  const asked = askedConditions(engine);
  const hanging = hangingLimits(file).length;
  const toBody = (v: Values): EditJob => ({
    version: standing,
    engineNumber: v.engineNumber,
    use: v.use,
    complaint: v.complaint,
    fittedPiston: v.fittedPiston || null,
    fittedRing: v.fittedRing || null,
    variant: {
      year: numberOrNull(v.year),
      code: v.code.trim() || null,
      use: v.usedFor.trim() || null,
    },
  });
  const form = useContractForm<Values, EditJob>(
    EditJob,
    {
      engineNumber: job.engineNumber,
      use: job.use,
      complaint: job.complaint,
      fittedPiston: job.fitted.piston ?? '',
      fittedRing: job.fitted.ring ?? '',
      year: job.variant.year === null ? '' : String(job.variant.year),
      code: job.variant.code ?? '',
      usedFor: job.variant.use ?? '',
    },
    toBody,
  );
  const save = useSave((v: Values) => api.patch<JobView>(`/jobs/${job.id}`, toBody(v)), {
    topic: 'jobs',
    id: job.id,
    view: keys.job(job.id),
  });
  return (
    <form onSubmit={(e) => void form.handleSubmit((v) => save.mutate(v))(e)} className="bg-sheet p-4">
      <fieldset disabled={!mayEdit} className="grid gap-4">
        <legend className="mb-2 font-semibold">
          {job.customer}: {job.machine}
        </legend>
        <FormFields form={form} of={factsAsked(engine, asked.serials)} />
        <p className="border-t border-rule pt-3">
          <span className="font-semibold">Which of these engines is it?</span>{' '}
          {hanging > 0 ? (
            <strong className="text-undecided">
              {hanging === 1 ? 'One limit hangs' : `${hanging} limits hang`} on what nobody has looked for
              yet.
            </strong>
          ) : (
            <span className="text-soft">No limit hangs on more than is known.</span>
          )}
        </p>
        <FormFields
          form={form}
          beside={3}
          of={{
            year: figure('Model year', knownOf('Limits turn at', asked.years)),
            code: { label: 'Code cast or stamped', hint: knownOf('Limits know', asked.codes), list: 'codes' },
            usedFor: { label: 'Used for', hint: knownOf('Limits know', asked.uses), list: 'uses' },
          }}
        />
        <Offered id="codes" of={asked.codes} />
        <Offered id="uses" of={asked.uses} />
        <SaveTrouble error={save.error} onOver={setStanding} />
        {mayEdit && (
          <div>
            <Button look="brass" type="submit" disabled={save.isPending}>
              Keep it
            </Button>
          </div>
        )}
      </fieldset>
    </form>
  );
}

const knownOf = (says: string, of: readonly (string | number)[]): string =>
  of.length > 0 ? `${says} ${of.join(', ')}` : 'No limit hangs on it';

/** What a field is offered while it is typed. */
const Offered = ({ id, of }: { id: string; of: readonly string[] }) => (
  <datalist id={id}>
    {of.map((o) => (
      <option key={o} value={o} />
    ))}
  </datalist>
);

const factsAsked = (engine: EngineSpec, serials: readonly string[]): FormAsks<Values> => {
  const makers = makersOf(engine).map((m) => [m, m] as const);
  return {
    complaint: { label: 'Complaint, in the customer’s words, and what was done before', looks: 'long' },
    engineNumber: {
      label: 'Engine number',
      hint: serials.length > 0 ? `Limits turn at ${serials.join(', ')}` : undefined,
    },
    use: { label: 'Hours or distance' },
    fittedPiston: {
      label: 'Piston found in it',
      hint: 'Its maker’s sheet governs the clearance.',
      none: 'the engine maker’s',
      among: makers,
    },
    fittedRing: {
      label: 'Rings found in it',
      hint: 'Their maker’s gaps govern.',
      none: 'the engine maker’s',
      among: makers,
    },
  };
};

/** The same engine, or the same customer, here before. */
function Before({ file }: { file: JobFile }) {
  const { job } = file;
  const asked = job.engineNumber.trim() || job.customer;
  const { data } = useQuery({
    queryKey: keys.jobs('newest', asked),
    queryFn: () => api.get<Page<JobRow>>(`/jobs?limit=8&search=${encodeURIComponent(asked.slice(0, 100))}`),
  });
  const rows = (data?.items ?? []).filter((j) => j.id !== job.id);
  if (rows.length === 0) return null;
  return (
    <section className="bg-sheet p-4" aria-label="Here before">
      <h2 className="mb-1 font-semibold">Here before</h2>
      <ul>
        {rows.map((j) => (
          <li key={j.id} className="border-t border-rule">
            <Link to={`/jobs/${j.id}`} className="flex min-h-12 items-center justify-between gap-3">
              <span className="min-w-0">
                <span className="figure text-soft">{String(j.number).padStart(4, '0')}</span> {j.engine},{' '}
                {j.customer}
                <span className="block truncate text-small text-soft">{j.decided ?? j.complaint}</span>
              </span>
              <VerdictMark state={j.overall ?? 'waiting'} word={false} />
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}
