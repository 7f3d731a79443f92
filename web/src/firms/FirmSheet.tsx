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
} from '@tribos/core/ground';
import {
  FieldTrouble,
  figure,
  FormFields,
  numberOrNull,
  SaveTrouble,
  useContractForm,
  type FormAsks,
} from '../forms/index.js';
import { api } from '../kit/api.js';
import { keys, queryClient } from '../kit/queries.js';
import { useSave } from '../kit/useSave.js';
import { Button, Sheet } from '../ui/index.js';

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

const bodyOf = (id: string, v: Values): FirmBody => ({
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

const rowOf = (firm: FirmView | null, what: OutsideWork): Row => {
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

const valuesOf = (firm: FirmView | null): Values => ({
  name: firm?.name ?? '',
  unit: firm?.unit ?? 'mm',
  freight: firm ? moneyText(money(firm.freight)) : '',
  line: firm?.line ?? '',
  works: Object.fromEntries(OUTSIDE_WORK_KEYS.map((k) => [k, rowOf(firm, k)])) as Values['works'],
});

const ASKS: FormAsks<Values> = {
  name: { label: 'Name', most: 120, first: true, beside: 1 },
  unit: { label: 'Sizes in', words: { mm: 'mm', in: 'in' } },
  freight: figure('There and back'),
  line: {
    ...figure(
      'Its line',
      'Its name at the exchange this server is told of: tickets go there, its answers come into the job. Empty: everything goes by paper.',
    ),
    most: 40,
    beside: 1,
  },
};
const workAsks = (what: OutsideWork): FormAsks<Values> => ({
  [`works.${what}.price`]: { ...figure('Price of one'), beside: 1 },
  [`works.${what}.soonest`]: figure('Days, soonest'),
  [`works.${what}.usual`]: figure('Days, usual'),
  [`works.${what}.latest`]: figure('Days, latest'),
});

/** A firm: what it does, for how much, how long it takes. Work without a price is not done there. */
export function FirmSheet({ firm, onClose }: { firm: FirmView | null; onClose: () => void }) {
  const [id] = useState(() => firm?.id ?? v7());
  const form = useContractForm<Values, FirmBody>(FirmBody, valuesOf(firm), (v) => bodyOf(id, v));
  const done = () => {
    void queryClient.invalidateQueries({ queryKey: keys.firms });
    onClose();
  };
  const save = useSave(
    (v: Values) =>
      firm
        ? api.put<FirmView>(`/firms/${id}`, { ...bodyOf(id, v), version: firm.version } satisfies EditFirm)
        : api.post<FirmView>('/firms', bodyOf(id, v)),
    { topic: 'firms', id, done },
  );
  const retire = useSave(
    () => api.patch<FirmView>(`/firms/${id}/retired`, { retired: firm?.retiredOn === null }),
    { topic: 'firms', id, done },
  );
  return (
    <Sheet title={firm ? firm.name : 'A firm'} onClose={onClose} wide>
      <form onSubmit={(e) => void form.handleSubmit((v) => save.mutate(v))(e)} className="grid gap-4">
        <FormFields form={form} of={ASKS} />
        {OUTSIDE_WORK_KEYS.map((what) => (
          <fieldset key={what} className="border-t border-rule pt-2">
            <legend className="font-semibold first-letter:uppercase">{OUTSIDE_WORKS[what]}</legend>
            <FormFields form={form} of={workAsks(what)} beside={3} />
          </fieldset>
        ))}
        <SaveTrouble error={save.error ?? retire.error} />
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
