import { useState } from 'react';
import { ShopSettings, type ShopView } from '@tribos/contract';
import { money, moneyText, parseMoney } from '@tribos/core';
import { FieldTrouble, lengthOf, lengthText, numberOrNull, useContractForm } from '../forms/index.js';
import { api, ApiError } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { useSave } from '../kit/useSave.js';
import { useMay } from '../people/index.js';
import { Button, SelectField, TextField } from '../ui/index.js';
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

/** What a lead sets for the shop; the others see it. */
export function SettingsForm({ shop }: { shop: ShopView }) {
  const manages = useMay('manage-shop');
  const [version, setVersion] = useState(shop.version);
  const toBody = (v: Values): ShopSettings => ({
    version,
    name: v.name,
    unit: v.unit,
    currency: v.currency.toUpperCase(),
    taxPerMyriad: Math.round(figure('taxPerMyriad', v.taxPerMyriad) * 100),
    hourlyRate: amount('hourlyRate', v.hourlyRate),
    enough: Number((figure('enough', v.enough) / 100).toFixed(6)),
    wearThreshold: Number((figure('wearThreshold', v.wearThreshold) / 100).toFixed(6)),
    allowance: lengthOf('allowance', v.allowance, shop.unit),
    allowanceReason: v.allowanceReason,
    nextJobNumber: figure('nextJobNumber', v.nextJobNumber),
    hours: v.hours.map((text, i) => hoursOf(`hours.${i}`, text)),
    label: { width: figure('width', v.width), height: figure('height', v.height) },
    keepYears: figure('keepYears', v.keepYears),
  });
  const { register, handleSubmit, formState } = useContractForm<Values, ShopSettings>(
    ShopSettings,
    {
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
      width: String(shop.label.width),
      height: String(shop.label.height),
      keepYears: String(shop.keepYears),
    },
    toBody,
  );
  const { errors } = formState;
  const save = useSave((v: Values) => api.put<ShopView>('/shop', toBody(v)), {
    topic: 'shops',
    id: '',
    view: keys.shop,
  });
  const stale = save.error instanceof ApiError && save.error.problem.code === 'stale';
  const field = (name: keyof Values, label: string, hint?: string) => (
    <TextField
      label={label}
      hint={hint}
      className="figure"
      inputMode="decimal"
      error={(errors[name] as { message?: string } | undefined)?.message}
      {...register(name)}
    />
  );
  return (
    <form onSubmit={(e) => void handleSubmit((v) => save.mutate(v))(e)} className="bg-sheet p-4">
      <fieldset disabled={!manages} className="grid gap-4 sm:grid-cols-2">
        <legend className="mb-2 font-semibold">The shop’s rules</legend>
        <TextField
          label="Name of the shop"
          error={errors.name && 'The shop needs a name.'}
          {...register('name')}
        />
        <SelectField label="Measures in" {...register('unit')}>
          <option value="mm">millimetres</option>
          <option value="in">inches</option>
        </SelectField>
        {field(
          'wearThreshold',
          'A verdict of wear is given at, per cent',
          'From 80 to 99.9. Seizure has its own, and is not set here.',
        )}
        {field(
          'allowance',
          `Clearance over a sheet’s least, ${shop.unit}`,
          'Within what its range leaves; 0 for the sheet as it is.',
        )}
        <div className="sm:col-span-2">
          <TextField
            label="Why, as it is printed"
            error={errors.allowanceReason?.message}
            {...register('allowanceReason')}
          />
        </div>
        <TextField
          label="Currency"
          maxLength={3}
          className="figure uppercase"
          error={errors.currency?.message}
          {...register('currency')}
        />
        {field('taxPerMyriad', 'Tax, per cent')}
        {field('hourlyRate', 'One hour of labour', 'Empty: no way out has a price.')}
        {field('enough', 'Recommended from, per cent', 'Odds from which a way out is recommended.')}
        {field('nextJobNumber', 'Next job number', 'Never one that was given.')}
        {field('keepYears', 'Jobs are kept, years')}
        {field('width', 'Labels, width, mm')}
        {field('height', 'Labels, height, mm')}
        <div className="grid gap-2 sm:col-span-2">
          <p className="font-semibold">Working hours</p>
          <div className="grid grid-cols-2 gap-3 sm:grid-cols-4">
            {DAYS.map((day, i) => (
              <TextField
                key={day}
                label={day}
                placeholder="closed"
                className="figure"
                error={errors.hours?.[i]?.message ?? errorAt(errors, `hours.${i}`)}
                {...register(`hours.${i}`)}
              />
            ))}
          </div>
        </div>
        {save.isError && (
          <div role="alert" className="grid gap-2 text-beyond sm:col-span-2">
            <p>{save.error.message}</p>
            {stale && (
              <div>
                <Button
                  onClick={() => setVersion(((save.error as ApiError).problem.current as ShopView).version)}
                >
                  Keep mine on top of that
                </Button>
              </div>
            )}
          </div>
        )}
        {manages ? (
          <div className="flex items-center gap-3 sm:col-span-2">
            <Button look="brass" type="submit" disabled={save.isPending}>
              Save
            </Button>
            <span className="text-small text-soft">
              Every job is judged by it at once; the change is noted.
            </span>
          </div>
        ) : (
          <p className="text-small text-soft sm:col-span-2">A lead sets these.</p>
        )}
      </fieldset>
    </form>
  );
}

/** A trouble that was filed under a name with a dot in it. */
const errorAt = (errors: object, name: string): string | undefined =>
  (errors as Record<string, { message?: string } | undefined>)[name]?.message;
