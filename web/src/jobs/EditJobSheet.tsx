import { useSave } from '../kit/useSave.js';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { EditJob, type BenchesView, type JobView } from '@tribos/contract';
import {
  FieldTrouble,
  figure,
  FormFields,
  numberOrNull,
  SaveTrouble,
  useContractForm,
  type FormAsks,
} from '../forms/index.js';
import type { JobContext } from '../job/index.js';
import { PLAN_NAMES } from './planNames.js';
import { api } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { Button, Sheet } from '../ui/index.js';

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
  const form = useContractForm<Values, EditJob>(
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
  const save = useSave((v: Values) => api.patch<JobView>(`/jobs/${job.id}`, bodyOf(v)), {
    topic: 'jobs',
    id: job.id,
    view: keys.job(job.id),
    done: onClose,
  });
  const at = (benches.data?.benches ?? []).map((b): [string, string, boolean] => {
    const holds = b.job && b.job.id !== job.id ? b.job : null;
    return [
      b.name,
      `${b.name}${holds ? ` (holds ${String(holds.number).padStart(4, '0')})` : ''}`,
      holds !== null,
    ];
  });
  return (
    <Sheet title="Job details" onClose={onClose}>
      <form onSubmit={(e) => void form.handleSubmit((v) => save.mutate(v))(e)} className="grid gap-4">
        <FormFields
          form={form}
          of={{
            bench: { label: 'Bench', none: 'on the shelf', among: at },
            promised: { label: 'Promised', looks: 'date' },
            plan: {
              label: 'Plan of the bores',
              hint: 'Two directions cannot see an oval that lies at 45° to both.',
              words: PLAN_NAMES,
              beside: 1,
            },
            seized: {
              label: 'The engine seized: an unseen oval is given more room',
              looks: 'tick',
              beside: 1,
            },
          }}
        />
        <fieldset className="border-t border-rule pt-3">
          <legend className="pr-2 font-semibold">Temperature while measuring</legend>
          <FormFields form={form} of={TEMPERATURE} />
        </fieldset>
        <SaveTrouble<{ version: number; job: typeof job }>
          error={save.error}
          now={({ job: now }) =>
            `It now says: ${now.bench ?? 'on the shelf'}, promised ${now.promised ?? '–'}, plan ${now.plan}, ${now.thermal.celsius} °C.`
          }
          onOver={setVersion}
        />
        <Button look="brass" type="submit" disabled={save.isPending}>
          Save
        </Button>
      </form>
    </Sheet>
  );
}

const TEMPERATURE: FormAsks<Values> = {
  celsius: { ...figure('Bench, °C'), beside: 1 },
  cylinder: figure('Cylinder, °C, when it is not at the bench’s'),
  piston: figure('Piston, °C, when it is not'),
  measured: { label: 'read from a thermometer', looks: 'tick', beside: 1 },
  sameBench: { label: 'part and gauge on the same bench for two hours', looks: 'tick', beside: 1 },
};
