import { useState } from 'react';
import { ShopSettings, type ShopView } from '@tribos/contract';
import { money, moneyText, parseMoney } from '@tribos/core/ground';
import {
  FieldTrouble,
  figure as figureOf,
  FormFields,
  lengthOf,
  lengthText,
  numberOrNull,
  SaveTrouble,
  useContractForm,
  type FormAsks,
} from '../forms/index.js';
import { api } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { useSave } from '../kit/useSave.js';
import { useMay } from '../people/index.js';
import { Button } from '../ui/index.js';
import { DAYS, hoursOf, hoursText } from './hours.js';

interface Values {
  name: string;
  unit: 'mm' | 'in';
  currency: string;
  taxPerMyriad: string;
  hourlyRate: string;
  enough: string;
  wearThreshold: string;
  allowance: string;
  allowanceReason: string;
  nextJobNumber: string;
  hours: string[];
  width: string;
  height: string;
  keepYears: string;
}

/** An amount of money as typed; nothing typed is nought. */
const amount = (field: string, text: string): number => {
  if (text.trim() === '') return 0;
  const value = parseMoney(text);
  if (value === null) throw new FieldTrouble(field, 'An amount, like 72.50.');
  return value;
};

const figure = (field: string, text: string): number => {
  const value = numberOrNull(text);
  if (value === null || !Number.isFinite(value)) throw new FieldTrouble(field, 'A figure is needed.');
  return value;
};

/** mm of an inch: labels are cut to whole millimetres, and read in the shop's unit. */
const INCH = 25.4;
const labelSize = (field: string, text: string, unit: 'mm' | 'in'): number =>
  Math.round(figure(field, text) * (unit === 'in' ? INCH : 1));
const labelText = (mm: number, unit: 'mm' | 'in'): string =>
  unit === 'in' ? (mm / INCH).toFixed(2) : String(mm);

const bodyOf = (v: Values, { unit }: ShopView, version: number): ShopSettings => ({
  version,
  name: v.name,
  unit: v.unit,
  currency: v.currency.toUpperCase(),
  taxPerMyriad: Math.round(figure('taxPerMyriad', v.taxPerMyriad) * 100),
  hourlyRate: amount('hourlyRate', v.hourlyRate),
  enough: Number((figure('enough', v.enough) / 100).toFixed(6)),
  wearThreshold: Number((figure('wearThreshold', v.wearThreshold) / 100).toFixed(6)),
  allowance: lengthOf('allowance', v.allowance, unit),
  allowanceReason: v.allowanceReason,
  nextJobNumber: figure('nextJobNumber', v.nextJobNumber),
  hours: v.hours.map((text, i) => hoursOf(`hours.${i}`, text)),
  label: { width: labelSize('width', v.width, unit), height: labelSize('height', v.height, unit) },
  keepYears: figure('keepYears', v.keepYears),
});

const valuesOf = (shop: ShopView): Values => ({
  name: shop.name,
  unit: shop.unit,
  currency: shop.currency,
  taxPerMyriad: String(shop.taxPerMyriad / 100),
  hourlyRate: shop.hourlyRate === 0 ? '' : moneyText(money(shop.hourlyRate)),
  enough: String(Number((shop.enough * 100).toFixed(4))),
  wearThreshold: String(Number((shop.wearThreshold * 100).toFixed(4))),
  allowance: lengthText(shop.allowance, shop.unit),
  allowanceReason: shop.allowanceReason,
  nextJobNumber: String(shop.nextJobNumber),
  hours: shop.hours.map(hoursText),
  width: labelText(shop.label.width, shop.unit),
  height: labelText(shop.label.height, shop.unit),
  keepYears: String(shop.keepYears),
});

const asksOf = ({ unit }: ShopView): FormAsks<Values> => ({
  name: { label: 'Name of the shop', wrong: 'The shop needs a name.' },
  unit: { label: 'Measures in', words: { mm: 'millimetres', in: 'inches' } },
  wearThreshold: figureOf(
    'A verdict of wear is given at, per cent',
    'From 80 to 99.9. Seizure has its own, and is not set here.',
  ),
  allowance: figureOf(
    `Clearance over a sheet’s least, ${unit}`,
    'Within what its range leaves; 0 for the sheet as it is.',
  ),
  allowanceReason: { label: 'Why, as it is printed', beside: 1 },
  currency: { label: 'Currency', most: 3 },
  taxPerMyriad: figureOf('Tax, per cent'),
  hourlyRate: figureOf('One hour of labour', 'Empty: no way out has a price.'),
  enough: figureOf('Recommended from, per cent', 'Odds from which a way out is recommended.'),
  nextJobNumber: figureOf('Next job number', 'Never one that was given.'),
  keepYears: figureOf('Jobs are kept, years'),
  width: figureOf(`Labels, width, ${unit}`),
  height: figureOf(`Labels, height, ${unit}`),
});

const HOURS: FormAsks<Values> = Object.fromEntries(
  DAYS.map((day, i) => [`hours.${i}`, { ...figureOf(day), placeholder: 'closed' }]),
);

/** What a lead sets for the shop; the others see it. */
export function SettingsForm({ shop }: { shop: ShopView }) {
  const manages = useMay('manage-shop');
  const [version, setVersion] = useState(shop.version);
  const form = useContractForm<Values, ShopSettings>(ShopSettings, valuesOf(shop), (v) =>
    bodyOf(v, shop, version),
  );
  const save = useSave((v: Values) => api.put<ShopView>('/shop', bodyOf(v, shop, version)), {
    topic: 'shops',
    id: '',
    view: keys.shop,
  });
  return (
    <form onSubmit={(e) => void form.handleSubmit((v) => save.mutate(v))(e)} className="bg-sheet p-4">
      <fieldset disabled={!manages} className="grid gap-4">
        <legend className="mb-2 font-semibold">The shop’s rules</legend>
        <FormFields form={form} of={asksOf(shop)} />
        <p className="font-semibold">Working hours</p>
        <FormFields form={form} of={HOURS} beside={3} />
        <SaveTrouble error={save.error} onOver={setVersion} />
        {manages ? (
          <div className="flex items-center gap-3">
            <Button look="brass" type="submit" disabled={save.isPending}>
              Save
            </Button>
            <span className="text-small text-soft">
              Every job is judged by it at once; the change is noted.
            </span>
          </div>
        ) : (
          <p className="text-small text-soft">A lead sets these.</p>
        )}
      </fieldset>
    </form>
  );
}
