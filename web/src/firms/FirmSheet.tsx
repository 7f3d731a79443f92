import { useState } from 'react';
import { v7 } from 'uuid';
import { FirmBody, type EditFirm, type FirmView } from '@tribos/contract';
import {
  money,
  moneyText,
  OUTSIDE_WORK_KEYS,
  OUTSIDE_WORKS,
  parseMoney,
  type OutsideWork,
} from '@tribos/core';
import { FieldTrouble, numberOrNull, useContractForm } from '../forms/index.js';
import { api } from '../kit/api.js';
import { keys, queryClient } from '../kit/queries.js';
import { useSave } from '../kit/useSave.js';
import { Button, SelectField, Sheet, TextField } from '../ui/index.js';

type Row = { price: string; soonest: string; usual: string; latest: string };
interface Values {
  name: string;
  unit: 'mm' | 'in';
  freight: string;
  line: string;
  works: Record<OutsideWork, Row>;
}

const NONE: Row = { price: '', soonest: '', usual: '', latest: '' };

const amount = (field: string, text: string): number => {
  const value = text.trim() === '' ? money(0) : parseMoney(text);
  if (value === null) throw new FieldTrouble(field, 'An amount, like 62.50.');
  return value;
};
const daysOf = (field: string, text: string): number => {
  const value = numberOrNull(text);
  if (value === null || !(value >= 0)) throw new FieldTrouble(field, 'How many working days?');
  return value;
};

/** A firm: what it does, for how much, how long it takes. Work without a price is not done there. */
export function FirmSheet({ firm, onClose }: { firm: FirmView | null; onClose: () => void }) {
  const [id] = useState(() => firm?.id ?? v7());
  const bodyOf = (v: Values): FirmBody => ({
    id,
    name: v.name.trim(),
    unit: v.unit,
    freight: amount('freight', v.freight),
    line: v.line.trim() || null,
    works: OUTSIDE_WORK_KEYS.flatMap((what) => {
      const row = v.works[what];
      if (row.price.trim() === '') return [];
      return [
        {
          what,
          price: amount(`works.${what}.price`, row.price),
          days: {
            soonest: daysOf(`works.${what}.soonest`, row.soonest),
            usual: daysOf(`works.${what}.usual`, row.usual),
            latest: daysOf(`works.${what}.latest`, row.latest),
          },
        },
      ];
    }),
  });
  const rowOf = (what: OutsideWork): Row => {
    const w = firm?.works.find((x) => x.what === what);
    return w
      ? {
          price: moneyText(money(w.price)),
          soonest: String(w.days.soonest),
          usual: String(w.days.usual),
          latest: String(w.days.latest),
        }
      : NONE;
  };
  const { register, handleSubmit, formState } = useContractForm<Values, FirmBody>(
    FirmBody,
    {
      name: firm?.name ?? '',
      unit: firm?.unit ?? 'mm',
      freight: firm ? moneyText(money(firm.freight)) : '',
      line: firm?.line ?? '',
      works: Object.fromEntries(OUTSIDE_WORK_KEYS.map((k) => [k, rowOf(k)])) as Values['works'],
    },
    bodyOf,
  );
  const { errors } = formState;
  const done = () => {
    void queryClient.invalidateQueries({ queryKey: keys.firms });
    onClose();
  };
  const save = useSave(
    (v: Values) =>
      firm
        ? api.put<FirmView>(`/firms/${id}`, { ...bodyOf(v), version: firm.version } satisfies EditFirm)
        : api.post<FirmView>('/firms', bodyOf(v)),
    { topic: 'firms', id, done },
  );
  const retire = useSave(
    () => api.patch<FirmView>(`/firms/${id}/retired`, { retired: firm?.retiredOn === null }),
    { topic: 'firms', id, done },
  );
  return (
    <Sheet title={firm ? firm.name : 'A firm'} onClose={onClose} wide>
      <form onSubmit={(e) => void handleSubmit((v) => save.mutate(v))(e)} className="grid gap-4">
        <div className="grid gap-4 sm:grid-cols-[minmax(0,1fr)_9rem_9rem]">
          <TextField
            label="Name"
            autoFocus
            maxLength={120}
            error={errors.name?.message}
            {...register('name')}
          />
          <SelectField label="Sizes in" {...register('unit')}>
            <option value="mm">mm</option>
            <option value="in">in</option>
          </SelectField>
          <TextField
            label="There and back"
            inputMode="decimal"
            className="figure"
            error={errors.freight?.message}
            {...register('freight')}
          />
        </div>
        <TextField
          label="Its line"
          hint="Its name at the exchange this server is told of: tickets go there, its answers come into the job. Empty: everything goes by paper."
          className="figure"
          maxLength={40}
          error={errors.line?.message}
          {...register('line')}
        />
        {OUTSIDE_WORK_KEYS.map((what) => (
          <fieldset key={what} className="grid gap-3 border-t border-rule pt-2 sm:grid-cols-4">
            <legend className="font-semibold first-letter:uppercase">{OUTSIDE_WORKS[what]}</legend>
            <TextField
              label="Price of one"
              inputMode="decimal"
              className="figure"
              error={errors.works?.[what]?.price?.message}
              {...register(`works.${what}.price`)}
            />
            {(['soonest', 'usual', 'latest'] as const).map((k) => (
              <TextField
                key={k}
                label={`Days, ${k}`}
                inputMode="decimal"
                className="figure"
                error={errors.works?.[what]?.[k]?.message}
                {...register(`works.${what}.${k}`)}
              />
            ))}
          </fieldset>
        ))}
        {(save.isError || retire.isError) && (
          <p role="alert" className="text-beyond">
            {(save.error ?? retire.error)!.message}
          </p>
        )}
        <div className="flex flex-wrap gap-3">
          <Button look="brass" type="submit" disabled={save.isPending}>
            Keep it
          </Button>
          {firm && (
            <Button onClick={() => retire.mutate(undefined as never)}>
              {firm.retiredOn === null ? 'Nothing more is sent there' : 'Work is sent there again'}
            </Button>
          )}
        </div>
      </form>
    </Sheet>
  );
}
