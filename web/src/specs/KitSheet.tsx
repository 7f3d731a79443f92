import { useState } from 'react';
import { v7 } from 'uuid';
import { KitBody, type EngineView } from '@tribos/contract';
import { EXPANSION, type EngineSpec, type Kit, type LengthUnit, type Material } from '@tribos/core/ground';
import {
  figure,
  FormFields,
  lengthOf,
  lengthOrNull,
  lengthText,
  useContractForm,
  type FormAsks,
  SaveQuestions,
  SaveTrouble,
} from '../forms/index.js';
import { api, ApiError } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { useSettings } from '../kit/settings.js';
import { useSave } from '../kit/useSave.js';
import { Button, Sheet } from '../ui/index.js';

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
  const form = useContractForm<Values, KitBody>(
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
  const isAsked = save.error instanceof ApiError && save.error.problem.code === 'questions';
  return (
    <Sheet title={kit ? `${kit.maker} ${kit.name}` : 'Add a piston or kit'} onClose={onClose} wide>
      <form
        onSubmit={(e) => void form.handleSubmit((values) => save.mutate({ values, confirmed: false }))(e)}
        className="grid gap-4"
      >
        <FormFields form={form} of={asksIn(unit)} />
        <SaveQuestions
          error={save.error}
          onStands={() => save.mutate({ values: form.getValues(), confirmed: true })}
        />
        {!isAsked && <SaveTrouble error={save.error ?? remove.error} onOver={setStanding} />}
        <div className="flex flex-wrap gap-3">
          <Button look="brass" type="submit" disabled={save.isPending}>
            {kit ? 'Save' : 'Add it'}
          </Button>
          {kit && <Button onClick={() => remove.mutate(undefined)}>Take it off the sheet</Button>}
        </div>
      </form>
    </Sheet>
  );
}

const asksIn = (unit: LengthUnit): FormAsks<Values> => ({
  maker: {
    label: 'Maker',
    hint: 'Whose limits govern once it is fitted',
    wrong: 'Who makes it?',
    first: true,
  },
  name: { label: 'What it is called', hint: 'On its box: +0.25, A, kit 79-F', wrong: 'It needs a name.' },
  oversize: figure(`Over the standard bore, ${unit}`, '0 for standard size and graded pistons'),
  piston: figure(`Piston on its sheet, ${unit}`, 'At the maker’s gauge height'),
  gaugeHeight: figure(
    `Gauge height, ${unit}`,
    'Above the skirt’s lower edge; empty when the sheet is silent',
  ),
  material: {
    label: 'Piston of',
    among: PISTONS.map((m) => [m, `${m.replaceAll('-', ' ')}, ${EXPANSION[m]} ×10⁻⁶/K`]),
  },
});
