import { useSave } from '../kit/useSave.js';
import { useQuery } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import type { BenchesView, EditJob, JobView } from '@tribos/contract';
import type { JobContext } from '../job/index.js';
import { api, ApiError } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { Button, CheckField, SelectField, Sheet, TextField } from '../ui/index.js';

export const PLAN_NAMES = {
  quick: 'quick: 2 directions × 2 depths',
  usual: 'usual: 2 directions × 3 depths',
  full: 'full: 4 directions × 3 depths',
} as const;

/** A temperature as typed, °C; NaN when it is none a part on a bench could have. */
function degrees(text: string, most: number): number {
  const value = text.trim() === '' ? NaN : Number(text.replace(',', '.'));
  return value >= -30 && value <= most ? value : NaN;
}

/** Bench, promise, plan, temperature. A change made elsewhere meanwhile is shown, never overwritten. */
export function EditJobSheet({ context, onClose }: { context: JobContext; onClose: () => void }) {
  const { job } = context.file;
  const [version, setVersion] = useState(context.version);
  const [form, setForm] = useState({
    bench: job.bench ?? '',
    promised: job.promised ?? '',
    plan: job.plan,
    seized: job.seized,
    celsius: String(job.thermal.celsius),
    measured: job.thermal.measured,
    sameBench: job.thermal.sameBench,
    cylinder: job.thermal.cylinder === null ? '' : String(job.thermal.cylinder),
    piston: job.thermal.piston === null ? '' : String(job.thermal.piston),
  });
  const benches = useQuery({ queryKey: keys.benches, queryFn: () => api.get<BenchesView>('/benches') });
  const set = (change: Partial<typeof form>) => setForm((before) => ({ ...before, ...change }));
  const celsius = degrees(form.celsius, 60);
  const cylinder = form.cylinder === '' ? null : degrees(form.cylinder, 200);
  const piston = form.piston === '' ? null : degrees(form.piston, 200);
  const trouble = (value: number | null, most: number) =>
    Number.isNaN(value) ? `Between −30 and ${most} °C.` : undefined;

  const save = useSave(
    (_: void) => {
      const body: EditJob = {
        version,
        plan: form.plan,
        seized: form.seized,
        bench: form.bench || null,
        promised: form.promised || null,
        thermal: { celsius, measured: form.measured, sameBench: form.sameBench, cylinder, piston },
      };
      return api.patch<JobView>(`/jobs/${job.id}`, body);
    },
    { topic: 'jobs', id: job.id, view: keys.job(job.id), done: onClose },
  );
  const conflict =
    save.error instanceof ApiError && save.error.status === 409
      ? (save.error.problem.current as { version: number; job: typeof job })
      : null;

  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (![celsius, cylinder, piston].some(Number.isNaN)) save.mutate();
  };
  return (
    <Sheet title="Job details" onClose={onClose}>
      <form onSubmit={submit} className="grid gap-4">
        <div className="grid gap-4 sm:grid-cols-2">
          <SelectField label="Bench" value={form.bench} onChange={(e) => set({ bench: e.target.value })}>
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
            value={form.promised}
            onChange={(e) => set({ promised: e.target.value })}
          />
        </div>
        <SelectField
          label="Plan of the bores"
          hint="Two directions cannot see an oval that lies at 45° to both."
          value={form.plan}
          onChange={(e) => set({ plan: e.target.value as typeof form.plan })}
        >
          {Object.entries(PLAN_NAMES).map(([k, v]) => (
            <option key={k} value={k}>
              {v}
            </option>
          ))}
        </SelectField>
        <CheckField
          label="The engine seized: an unseen oval is given more room"
          checked={form.seized}
          onChange={(e) => set({ seized: e.target.checked })}
        />
        <fieldset className="grid gap-2 border-t border-rule pt-3">
          <legend className="pr-2 font-semibold">Temperature while measuring</legend>
          <TextField
            label="Bench, °C"
            inputMode="decimal"
            className="figure"
            value={form.celsius}
            onChange={(e) => set({ celsius: e.target.value })}
            error={trouble(celsius, 60)}
          />
          <div className="grid gap-4 sm:grid-cols-2">
            <TextField
              label="Cylinder, °C, when it is not at the bench’s"
              inputMode="decimal"
              className="figure"
              value={form.cylinder}
              onChange={(e) => set({ cylinder: e.target.value })}
              error={trouble(cylinder, 200)}
            />
            <TextField
              label="Piston, °C, when it is not"
              inputMode="decimal"
              className="figure"
              value={form.piston}
              onChange={(e) => set({ piston: e.target.value })}
              error={trouble(piston, 200)}
            />
          </div>
          <CheckField
            label="read from a thermometer"
            checked={form.measured}
            onChange={(e) => set({ measured: e.target.checked })}
          />
          <CheckField
            label="part and gauge on the same bench for two hours"
            checked={form.sameBench}
            onChange={(e) => set({ sameBench: e.target.checked })}
          />
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
