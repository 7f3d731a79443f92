import { useState } from 'react';
import { v7 } from 'uuid';
import type { ShopRulesBody, ShopView } from '@tribos/contract';
import {
  FEATURES,
  readShopRule,
  RULE_LETTERS,
  wholeLimitText,
  type EngineKind,
  type LengthUnit,
  type Material,
  type ShopRule,
  type ShopRuleLine,
} from '@tribos/core/ground';
import { api } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { useSave } from '../kit/useSave.js';
import { useMay } from '../people/index.js';
import { Button, Empty, SelectField, TextField, Trouble } from '../ui/index.js';

const KINDS: Readonly<Record<EngineKind, string>> = {
  motorcycle: 'motorcycles',
  atv: 'ATVs',
  snowmobile: 'snowmobiles',
  watercraft: 'watercraft',
  chainsaw: 'saws',
};
const PISTONS: Readonly<Partial<Record<Material, string>>> = {
  'cast-high-silicon': 'cast pistons',
  'forged-4032': 'pistons forged of 4032',
  'forged-2618': 'pistons forged of 2618',
};
const STROKES = { 2: 'two-strokes', 4: 'four-strokes' } as const;

/** Whom a rule is for, in words. */
const forWhom = ({ kind, strokes, material, use }: ShopRuleLine): string =>
  [
    kind === null ? 'every engine' : KINDS[kind],
    strokes === null ? '' : STROKES[strokes],
    material === null ? '' : (PISTONS[material] ?? material),
    use.trim() === '' ? '' : `${use.trim()} use`,
  ]
    .filter(Boolean)
    .join(', ');

/** What a rule asks for, in the shop's unit: words as words, figures as figures. */
const AsksFor = ({ rule: { limits }, unit }: { rule: Pick<ShopRule, 'limits'>; unit: LengthUnit }) => (
  <>
    {limits.map((l, n) => (
      <span key={`${l.feature} ${l.state}`}>
        {n > 0 && '; '}
        {FEATURES[l.feature].name} <span className="figure">{wholeLimitText(l, unit)}</span>
      </span>
    ))}
  </>
);

const fresh = (unit: LengthUnit): ShopRuleLine => ({
  id: v7(),
  ...{ kind: null, strokes: null, material: null, use: '', line: '', unit, reason: '' },
});

/** Rules over many engines: one line each, as a page would print it. They only ever tighten what a sheet gives. */
export function ShopRules({ shop }: { shop: ShopView }) {
  const manages = useMay('manage-shop');
  const { unit, sheetRules: rules } = shop;
  const [next, setNext] = useState(() => fresh(unit));
  const keep = useSave(
    (of: readonly ShopRule[]) =>
      api.put<ShopView>('/shop/rules', {
        version: shop.version,
        rules: of.map(({ limits: _, ...line }) => line),
      } satisfies ShopRulesBody),
    { topic: 'shops', id: '', view: keys.shop },
  );
  const read = next.line.trim() === '' ? null : readShopRule(next);
  const said = (over: Partial<ShopRuleLine>): void => setNext((was) => ({ ...was, ...over }));
  const add = (): void => {
    if (read?.ok) keep.mutate([...rules, read.rule], { onSuccess: () => setNext(fresh(unit)) });
  };
  return (
    <section className="grid gap-3 bg-sheet p-4" aria-label="Rules over many engines">
      <h2 className="font-semibold">Rules over many engines</h2>
      <p className="text-small text-soft">
        Each tightens what a sheet gives, is shown as the shop’s with its reason, and makes no verdict where
        no sheet speaks.
      </p>
      {rules.length === 0 && <Empty>No rule yet: every engine goes by its sheet alone.</Empty>}
      <ul>
        {rules.map((r) => (
          <li
            key={r.id}
            className="flex min-h-12 items-center justify-between gap-2 border-t border-rule py-1"
          >
            <span className="min-w-0">
              <AsksFor rule={r} unit={unit} />, {forWhom(r)}: {r.reason}
            </span>
            {manages && (
              <span className="shrink-0">
                <Button
                  look="quiet"
                  aria-label={`Take away ${r.line}`}
                  onClick={() => keep.mutate(rules.filter((x) => x.id !== r.id))}
                >
                  Take away
                </Button>
              </span>
            )}
          </li>
        ))}
      </ul>
      {manages && (
        <form
          className="grid gap-3"
          onSubmit={(e) => {
            e.preventDefault();
            add();
          }}
        >
          <TextField
            label={`Another rule (${unit})`}
            placeholder={unit === 'mm' ? 'ring gap top min 0.35' : 'ring gap top min .014'}
            maxLength={RULE_LETTERS.line}
            value={next.line}
            onChange={(e) => said({ line: e.target.value })}
          />
          <p aria-live="polite" className="min-h-5 text-small">
            {read === null ? (
              <span className="text-soft">
                as a page has it: a gap or its share of the bore, a clearance, a squish
              </span>
            ) : read.ok ? (
              <AsksFor rule={read.rule} unit={unit} />
            ) : (
              <span className="font-semibold text-undecided">{read.sentence}</span>
            )}
          </p>
          <TextField
            label="Why the rule"
            maxLength={RULE_LETTERS.reason}
            value={next.reason}
            onChange={(e) => said({ reason: e.target.value })}
          />
          <ForWhom rule={next} onSay={said} />
          <Trouble>{keep.error?.message ?? ''}</Trouble>
          <span>
            <Button type="submit" disabled={keep.isPending}>
              Add it
            </Button>
          </span>
        </form>
      )}
    </section>
  );
}

/** Which engines a rule is for. */
function ForWhom({ rule, onSay }: { rule: ShopRuleLine; onSay: (over: Partial<ShopRuleLine>) => void }) {
  return (
    <div className="grid gap-3 sm:grid-cols-2">
      <SelectField
        label="For which machines"
        value={rule.kind ?? ''}
        onChange={(e) => onSay({ kind: (e.target.value || null) as EngineKind | null })}
      >
        <option value="">all</option>
        {Object.entries(KINDS).map(([key, name]) => (
          <option key={key} value={key}>
            {name}
          </option>
        ))}
      </SelectField>
      <SelectField
        label="Strokes"
        value={String(rule.strokes ?? '')}
        onChange={(e) => onSay({ strokes: e.target.value === '' ? null : e.target.value === '2' ? 2 : 4 })}
      >
        <option value="">both</option>
        <option value="2">two</option>
        <option value="4">four</option>
      </SelectField>
      <SelectField
        label="Which pistons"
        value={rule.material ?? ''}
        onChange={(e) => onSay({ material: (e.target.value || null) as Material | null })}
      >
        <option value="">any</option>
        {Object.entries(PISTONS).map(([key, name]) => (
          <option key={key} value={key}>
            {name}
          </option>
        ))}
      </SelectField>
      <TextField
        label="For which use"
        placeholder="any"
        value={rule.use}
        onChange={(e) => onSay({ use: e.target.value })}
      />
    </div>
  );
}
