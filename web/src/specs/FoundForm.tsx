import { useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { v7 } from 'uuid';
import { NewEngine, type EngineView, type JobView } from '@tribos/contract';
import { foundEngine, type EngineKind, type LengthUnit } from '@tribos/core/ground';
import { figure, FormFields, lengthOf, SaveTrouble, useContractForm } from '../forms/index.js';
import { api } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { useSettings } from '../kit/settings.js';
import { useSave } from '../kit/useSave.js';
import { Button } from '../ui/index.js';

interface Values {
  maker: string;
  model: string;
  /** Kind and strokes, as one answer. */
  what: string;
  bore: string;
}

const KINDS: readonly EngineKind[] = ['motorcycle', 'atv', 'snowmobile', 'watercraft', 'chainsaw'];
const WHAT = KINDS.flatMap((kind) =>
  [4, 2].map((n) => [`${kind} ${n}`, `${kind}, ${n === 4 ? 'four-stroke' : 'two-stroke'}`] as const),
);

const bodyOf = (id: string, v: Values, unit: LengthUnit): NewEngine => {
  const [kind, strokes] = v.what.split(' ') as [EngineKind, string];
  return foundEngine({
    ...{ id, kind, maker: v.maker, model: v.model },
    strokes: Number(strokes) as 2 | 4,
    bore: lengthOf('bore', v.bore, unit),
  });
};

/** An engine nobody has on file: four answers, and the work begins; whatever came in as it is opened as its job. */
export function FoundForm() {
  const navigate = useNavigate();
  const [query] = useSearchParams();
  const arrival = query.get('for');
  const settings = useSettings();
  const [unit] = useState(settings.unit);
  const [id] = useState(() => v7());
  const form = useContractForm<Values, NewEngine>(
    NewEngine,
    { maker: '', model: '', what: 'motorcycle 4', bore: '' },
    (v) => bodyOf(id, v, unit),
  );
  const save = useSave(
    async (v: Values) => {
      const made = await api.post<EngineView>('/engines', bodyOf(id, v, unit));
      if (arrival !== null) await api.post<JobView>(`/arrivals/${arrival}/job`, { engineId: id });
      return made;
    },
    {
      topic: 'engines',
      id,
      view: keys.engine(id),
      done: () => void navigate(arrival !== null ? `/jobs/${arrival}` : `/engines/${id}?copy=page`),
    },
  );
  return (
    <form
      onSubmit={(e) => void form.handleSubmit((v) => save.mutate(v))(e)}
      className="grid max-w-3xl gap-4 bg-sheet p-4"
    >
      <FormFields
        form={form}
        of={{
          maker: { label: 'Maker', wrong: 'Who makes it?', first: true },
          model: { label: 'Model', wrong: 'Which model?' },
          what: { label: 'In what', among: WHAT },
          bore: figure(`Bore, ${unit}`, 'As the page has it; another unit is said with it: 77 mm, 3.0315 in'),
        }}
      />
      <SaveTrouble error={save.error} />
      <div>
        <Button look="brass" type="submit" disabled={save.isPending}>
          {arrival !== null ? 'Add it, and open the job' : 'Add it, then its page'}
        </Button>
      </div>
      <p className="max-w-prose text-small text-soft">
        Three depths to read it at are proposed from the bore. Stroke, wall, direction of the pin and
        everything of its sheet are asked where something hangs on them.
      </p>
    </form>
  );
}
