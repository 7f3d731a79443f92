import { useState } from 'react';
import { v7 } from 'uuid';
import { KitBody, type EngineView } from '@tribos/contract';
import { EXPANSION, type EngineSpec, type Kit, type Material } from '@tribos/core';
import { lengthOf, lengthOrNull, lengthText, useContractForm } from '../forms/index.js';
import { api, ApiError } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { useSettings } from '../kit/settings.js';
import { useSave } from '../kit/useSave.js';
import { Button, SelectField, Sheet, TextField } from '../ui/index.js';

interface Values {
  maker: string;
  name: string;
  oversize: string;
  piston: string;
  material: Material;
  gaugeHeight: string;
}

const PISTONS: readonly Material[] = ['cast-high-silicon', 'forged-4032', 'forged-2618'];

/** A piston or kit as its box and sheet say. */
export function KitSheet({
  engine,
  kit,
  version,
  onClose,
}: {
  engine: EngineSpec;
  kit: Kit | null;
  version: number;
  onClose: () => void;
}) {
  const settings = useSettings();
  const [unit] = useState(settings.unit);
  const [id] = useState(() => kit?.id ?? v7());
  const [standing, setStanding] = useState(version);
  const toBody = (v: Values): KitBody => ({
    id,
    maker: v.maker,
    name: v.name,
    oversize: lengthOf('oversize', v.oversize, unit),
    piston: lengthOf('piston', v.piston, unit),
    material: v.material,
    gaugeHeight: lengthOrNull('gaugeHeight', v.gaugeHeight, unit),
  });
  const { register, handleSubmit, getValues, formState } = useContractForm<Values, KitBody>(
    KitBody,
    {
      maker: kit?.maker ?? '',
      name: kit?.name ?? '',
      oversize: lengthText(kit?.oversize ?? 0, unit),
      piston: lengthText(kit?.piston ?? null, unit),
      material: kit?.material ?? 'cast-high-silicon',
      gaugeHeight: lengthText(kit?.gaugeHeight ?? null, unit),
    },
    toBody,
  );
  const { errors } = formState;
  const at = `/engines/${engine.id}/kits`;
  const after = { topic: 'kits', id: engine.id, view: keys.engine(engine.id), done: onClose } as const;
  const save = useSave(
    ({ values, confirmed }: { values: Values; confirmed: boolean }) =>
      kit
        ? api.put<EngineView>(`${at}/${id}`, { ...toBody(values), confirmed, version: standing })
        : api.post<EngineView>(at, { ...toBody(values), confirmed }),
    after,
  );
  const remove = useSave(() => api.delete<EngineView>(`${at}/${id}`, { version: standing }), after);
  const problem = save.error instanceof ApiError ? save.error.problem : null;
  return (
    <Sheet title={kit ? `${kit.maker} ${kit.name}` : 'Add a piston or kit'} onClose={onClose} wide>
      <form
        onSubmit={(e) => void handleSubmit((values) => save.mutate({ values, confirmed: false }))(e)}
        className="grid gap-4 sm:grid-cols-2"
      >
        <TextField
          label="Maker"
          hint="Whose limits govern once it is fitted"
          autoFocus
          error={errors.maker && 'Who makes it?'}
          {...register('maker')}
        />
        <TextField
          label="What it is called"
          hint="On its box: +0.25, A, kit 79-F"
          error={errors.name && 'It needs a name.'}
          {...register('name')}
        />
        <TextField
          label={`Over the standard bore, ${unit}`}
          hint="0 for standard size and graded pistons"
          className="figure"
          inputMode="decimal"
          error={errors.oversize?.message}
          {...register('oversize')}
        />
        <TextField
          label={`Piston on its sheet, ${unit}`}
          hint="At the maker’s gauge height"
          className="figure"
          inputMode="decimal"
          error={errors.piston?.message}
          {...register('piston')}
        />
        <TextField
          label={`Gauge height, ${unit}`}
          hint="Above the skirt’s lower edge; empty when the sheet is silent"
          className="figure"
          inputMode="decimal"
          error={errors.gaugeHeight?.message}
          {...register('gaugeHeight')}
        />
        <SelectField label="Piston of" {...register('material')}>
          {PISTONS.map((m) => (
            <option key={m} value={m}>
              {m.replaceAll('-', ' ')}, {EXPANSION[m]} ×10⁻⁶/K
            </option>
          ))}
        </SelectField>
        {problem?.code === 'questions' ? (
          <div role="alert" className="grid gap-2 border-l-4 border-undecided pl-4 sm:col-span-2">
            {problem.errors?.map((q) => (
              <p key={q.path}>{q.sentence}</p>
            ))}
            <div>
              <Button onClick={() => save.mutate({ values: getValues(), confirmed: true })}>
                It stands as typed
              </Button>
            </div>
          </div>
        ) : (
          (save.error ?? remove.error) && (
            <div role="alert" className="grid gap-2 text-beyond sm:col-span-2">
              <p>{(save.error ?? remove.error)!.message}</p>
              {problem?.code === 'stale' && (
                <div>
                  <Button onClick={() => setStanding((problem.current as { version: number }).version)}>
                    Keep mine on top of that
                  </Button>
                </div>
              )}
            </div>
          )
        )}
        <div className="flex flex-wrap gap-3 sm:col-span-2">
          <Button look="brass" type="submit" disabled={save.isPending}>
            {kit ? 'Save' : 'Add it'}
          </Button>
          {kit && <Button onClick={() => remove.mutate(undefined)}>Take it off the sheet</Button>}
        </div>
      </form>
    </Sheet>
  );
}
