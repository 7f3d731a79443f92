import { useState } from 'react';
import { v7 } from 'uuid';
import { LimitBody, type EngineView } from '@tribos/contract';
import {
  FEATURE_KEYS,
  FEATURES,
  isByBuild,
  type EngineSpec,
  type FeatureKey,
  type Limit,
} from '@tribos/core/ground';
import {
  figure,
  FormFields,
  useContractForm,
  type FormAsks,
  SaveQuestions,
  SaveTrouble,
} from '../forms/index.js';
import { api, ApiError } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { useSave } from '../kit/useSave.js';
import { useMay } from '../people/index.js';
import { Button, Sheet } from '../ui/index.js';
import { limitBody, limitValues, shownFigure, unitsFor, type LimitValues } from './limitValues.js';

/** Types a limit from a document. Questions are asked before it is kept; the second person checks later. */
export function LimitSheet({
  engine,
  limit,
  version,
  feature,
  onClose,
}: {
  engine: EngineSpec;
  limit: Limit | null;
  version: number;
  feature: FeatureKey;
  onClose: () => void;
}) {
  const [id] = useState(() => limit?.id ?? v7());
  const [standing, setStanding] = useState(version);
  const mayAdopt = useMay('govern');
  const toBody = (values: LimitValues, confirmed: boolean) => limitBody(values, { id, limit, confirmed });
  const form = useContractForm<LimitValues, LimitBody>(LimitBody, limitValues(engine, limit, feature), (v) =>
    toBody(v, true),
  );
  const chosen = form.watch('feature');

  const save = useSave(
    ({ values, confirmed }: { values: LimitValues; confirmed: boolean }) => {
      const body = toBody(values, confirmed);
      return limit
        ? api.put<EngineView>(`/engines/${engine.id}/limits/${limit.id}`, { ...body, version: standing })
        : api.post<EngineView>(`/engines/${engine.id}/limits`, body);
    },
    { topic: 'limits', id: engine.id, view: keys.engine(engine.id), done: onClose },
  );
  const remove = useSave(
    () => api.delete<EngineView>(`/engines/${engine.id}/limits/${limit!.id}`, { version: standing }),
    { topic: 'limits', id: engine.id, view: keys.engine(engine.id), done: onClose },
  );
  const isAsked = save.error instanceof ApiError && save.error.problem.code === 'questions';
  const isAdoption = form.watch('sourceType') === 'adoption';
  const mayBeAdopted = mayAdopt || limit?.source.type === 'adoption';
  return (
    <Sheet title={limit ? 'Change a limit' : 'Add a limit'} onClose={onClose} wide>
      <form
        onSubmit={(e) => void form.handleSubmit((values) => save.mutate({ values, confirmed: false }))(e)}
        className="grid gap-4"
      >
        <FormFields
          form={form}
          of={{
            ...figuresOf(chosen, () => form.setValue('unit', unitsFor(form.getValues('feature'))[0]!)),
            ...sourceOf(isAdoption, mayBeAdopted),
          }}
        />
        <fieldset>
          <legend className="mb-1 text-soft">Only for some of these engines: left empty, for all</legend>
          <FormFields form={form} of={ONLY_FOR} beside={3} />
        </fieldset>
        {(isByBuild(chosen) || limit?.conditions.build) && (
          <fieldset>
            <legend className="mb-1 text-soft">
              Of what it is built: left empty, {engine.maker}’s own. It holds for this build alone.
            </legend>
            <FormFields form={form} of={BUILT_OF} />
          </fieldset>
        )}
        <p className="text-small text-soft">
          It stays unchecked until a second person has compared it with the document; every verdict that uses
          it says so.
        </p>
        <SaveQuestions
          error={save.error}
          onStands={() => save.mutate({ values: form.getValues(), confirmed: true })}
        />
        {!isAsked && (
          <SaveTrouble<Limit & { version: number }>
            error={save.error ?? remove.error}
            now={(c) =>
              `It now says ${shownFigure(c.low, c.feature, c.unit) || '–'} to ${shownFigure(c.high, c.feature, c.unit) || '–'} ${c.unit}.`
            }
            onOver={setStanding}
          />
        )}
        <div className="flex flex-wrap gap-3">
          <Button look={isAsked ? 'line' : 'brass'} type="submit" disabled={save.isPending}>
            {limit ? 'Save' : 'Add it'}
          </Button>
          {limit && <Button onClick={() => remove.mutate(undefined)}>Take it off the sheet</Button>}
        </div>
      </form>
    </Sheet>
  );
}

/** Of what, in which state, how much. */
const figuresOf = (chosen: FeatureKey, onFeature: () => void): FormAsks<LimitValues> => ({
  feature: {
    label: 'Of what',
    among: FEATURE_KEYS.map((f) => [f, FEATURES[f].name]),
    onAnswer: onFeature,
  },
  state: {
    label: 'Which state',
    hint: 'A service limit holds for what is reused, the new range for what is renewed.',
    words: { service: 'service limit', new: 'for new parts' },
  },
  low: figure('Low'),
  high: figure('High'),
  target: figure('Target', 'Only where the document names one; else the middle is aimed at.'),
  unit: { label: 'Unit of the document', among: unitsFor(chosen).map((u) => [u, u]) },
  means:
    chosen === 'crank.run-out'
      ? {
          label: 'The sheet means',
          hint: 'Read is the needle’s travel of one turn. A sheet that means the bow is doubled here.',
          words: { travel: 'needle travel of one turn', bow: 'bow: half of it' },
        }
      : undefined,
});

/** Whose figure it is, and where it stands. */
const sourceOf = (isAdoption: boolean, mayBeAdopted: boolean): FormAsks<LimitValues> => ({
  sourceType: {
    label: 'Who says so',
    words: {
      'engine-maker': 'engine maker',
      'part-maker': 'maker of the part',
      machinist: 'machinist',
      'shop-rule': 'rule of this shop (may only tighten)',
      ...(mayBeAdopted && {
        adoption: 'adoption by a lead: another maker’s figures hold for this part',
      }),
    },
  },
  party: {
    label: isAdoption ? 'Maker of the part it is adopted for' : 'Name',
    wrong: 'Say whose figure it is.',
  },
  document: {
    label: isAdoption ? 'Why they hold for it' : 'Document',
    wrong: 'Say which document it stands in.',
  },
  page: { label: 'Page' },
  revision: { label: 'Revision' },
});

const ONLY_FOR: FormAsks<LimitValues> = {
  yearFrom: figure('From year'),
  yearTo: figure('Up to year'),
  serialFrom: figure('From engine number', 'As the sheet prints it'),
  serialTo: figure('Up to engine number'),
  code: { label: 'With the code', hint: 'Cast or stamped' },
  use: { label: 'For the use' },
};

const BUILT_OF: FormAsks<LimitValues> = {
  head: { label: 'Head', most: 80 },
  cams: { label: 'Cams', most: 80 },
  ofPiston: { label: 'Piston', most: 80 },
  gasket: { label: 'Gasket stack', most: 80 },
};
