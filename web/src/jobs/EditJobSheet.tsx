import { useSave } from '../kit/useSave.js';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { EditJob, type BenchesView, type JobView } from '@tribos/contract';
import { FieldTrouble, numberOrNull, useContractForm } from '../forms/index.js';
import type { JobContext } from '../job/index.js';
import { api, ApiError } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { Button, CheckField, SelectField, Sheet, TextField } from '../ui/index.js';

export const PLAN_NAMES = {
  quick: 'quick: 2 directions × 2 depths',
  usual: 'usual: 2 directions × 3 depths',
  full: 'full: 4 directions × 3 depths',
} as const;

interface Values {
  bench: string;
  promised: string;
  plan: keyof typeof PLAN_NAMES;
  seized: boolean;
  celsius: string;
  measured: boolean;
  sameBench: boolean;
  cylinder: string;
  piston: string;
}

/** A temperature as typed, °C. @throws FieldTrouble when it is none a part on a bench could have */
function degrees(field: string, text: string, most: number): number {
  const value = numberOrNull(text);
  if (value !== null && value >= -30 && value <= most) return value;
  throw new FieldTrouble(field, `Between −30 and ${most} °C.`);
}
const degreesOrNull = (field: string, text: string): number | null =>
  text.trim() === '' ? null : degrees(field, text, 200);

/** Bench, promise, plan, temperature. A change made elsewhere meanwhile is shown, never overwritten. */
export function EditJobSheet({ context, onClose }: { context: JobContext; onClose: () => void }) {
  const { job } = context.file;
  const [version, setVersion] = useState(context.version);
  const bodyOf = (v: Values): EditJob => ({
    version,
    plan: v.plan,
    seized: v.seized,
    bench: v.bench || null,
    promised: v.promised || null,
    thermal: {
      celsius: degrees('celsius', v.celsius, 60),
      measured: v.measured,
      sameBench: v.sameBench,
      cylinder: degreesOrNull('cylinder', v.cylinder),
      piston: degreesOrNull('piston', v.piston),
    },
  });
  const benches = useQuery({ queryKey: keys.benches, queryFn: () => api.get<BenchesView>('/benches') });
  const { register, handleSubmit, formState } = useContractForm<Values, EditJob>(
    EditJob,
    {
      bench: job.bench ?? '',
      promised: job.promised ?? '',
      plan: job.plan,
      seized: job.seized,
      celsius: String(job.thermal.celsius),
      measured: job.thermal.measured,
      sameBench: job.thermal.sameBench,
      cylinder: job.thermal.cylinder === null ? '' : String(job.thermal.cylinder),
      piston: job.thermal.piston === null ? '' : String(job.thermal.piston),
    },
    bodyOf,
  );
  const { errors } = formState;
  const save = useSave((v: Values) => api.patch<JobView>(`/jobs/${job.id}`, bodyOf(v)), {
    topic: 'jobs',
    id: job.id,
    view: keys.job(job.id),
    done: onClose,
  });
  const conflict =
    save.error instanceof ApiError && save.error.status === 409
      ? (save.error.problem.current as { version: number; job: typeof job })
      : null;

  return (
    <Sheet title="Job details" onClose={onClose}>
      <form onSubmit={(e) => void handleSubmit((v) => save.mutate(v))(e)} className="grid gap-4">
        <div className="grid gap-4 sm:grid-cols-2">
          <SelectField label="Bench" {...register('bench')}>
            <option value="">on the shelf</option>
            {(benches.data?.benches ?? []).map((b) => (
              <option key={b.name} value={b.name} disabled={b.job !== null && b.job.id !== job.id}>
                {b.name}
                {b.job && b.job.id !== job.id ? ` (holds ${String(b.job.number).padStart(4, '0')})` : ''}
              </option>
            ))}
          </SelectField>
          <TextField
            label="Promised"
            type="date"
            error={errors.promised?.message}
            {...register('promised')}
          />
        </div>
        <SelectField
          label="Plan of the bores"
          hint="Two directions cannot see an oval that lies at 45° to both."
          {...register('plan')}
        >
          {Object.entries(PLAN_NAMES).map(([k, v]) => (
            <option key={k} value={k}>
              {v}
            </option>
          ))}
        </SelectField>
        <CheckField label="The engine seized: an unseen oval is given more room" {...register('seized')} />
        <fieldset className="grid gap-2 border-t border-rule pt-3">
          <legend className="pr-2 font-semibold">Temperature while measuring</legend>
          <TextField
            label="Bench, °C"
            inputMode="decimal"
            className="figure"
            error={errors.celsius?.message}
            {...register('celsius')}
          />
          <div className="grid gap-4 sm:grid-cols-2">
            <TextField
              label="Cylinder, °C, when it is not at the bench’s"
              inputMode="decimal"
              className="figure"
              error={errors.cylinder?.message}
              {...register('cylinder')}
            />
            <TextField
              label="Piston, °C, when it is not"
              inputMode="decimal"
              className="figure"
              error={errors.piston?.message}
              {...register('piston')}
            />
          </div>
          <CheckField label="read from a thermometer" {...register('measured')} />
          <CheckField label="part and gauge on the same bench for two hours" {...register('sameBench')} />
        </fieldset>
        {save.isError && (
          <div role="alert" className="border-l-4 border-beyond pl-3">
            <p>{save.error.message}</p>
            {conflict && (
              <>
                <p className="text-soft">
                  It now says: {conflict.job.bench ?? 'on the shelf'}, promised {conflict.job.promised ?? '–'}
                  , plan {conflict.job.plan}, {conflict.job.thermal.celsius} °C.
                </p>
                <Button onClick={() => setVersion(conflict.version)}>Keep mine on top of that</Button>
              </>
            )}
          </div>
        )}
        <Button look="brass" type="submit" disabled={save.isPending}>
          Save
        </Button>
      </form>
    </Sheet>
  );
}
