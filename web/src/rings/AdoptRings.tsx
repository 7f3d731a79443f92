import { useState } from 'react';
import { v7 } from 'uuid';
import type { EngineView, LimitBody } from '@tribos/contract';
import { FEATURES, RING_NAMES, wholeLimitText, type EngineSpec, type LengthUnit } from '@tribos/core/ground';
import {
  adoptablePages,
  adoptedLimit,
  adoptedPack,
  RING_PACKS,
  type AdoptablePage,
  type RingPack,
} from '@tribos/core/rings';
import { api } from '../kit/api.js';
import { useSettings } from '../kit/settings.js';
import { useSave } from '../kit/useSave.js';
import { useMay } from '../people/index.js';
import { Button, CheckField, Sheet, TextArea, Trouble } from '../ui/index.js';

const LONGEST = 200;

const packSays = ({ rings, mark, clock }: RingPack, zeroAt: string): string =>
  [
    `rings: ${rings.map((r) => RING_NAMES[r.ring]).join(', ')}`,
    `${mark.is} to ${mark.at === 0 ? zeroAt : `${mark.at}°`}`,
    ...(clock ? ['the drawing of their gaps'] : []),
  ].join('; ');

const pageName = ({ document, page }: AdoptablePage): string =>
  [document, page && `p. ${page}`].filter(Boolean).join(', ');

/** What stands on a page, in words. */
const pageSays = ({ pack, limits }: AdoptablePage, zeroAt: string, unit: LengthUnit): string =>
  [
    ...(pack ? [packSays(pack, zeroAt)] : []),
    ...limits.map((l) => `${FEATURES[l.feature].name} ${wholeLimitText(l, unit)}`),
  ].join('; ');

/**
 * Keeps what was adopted of some pages: the pack into the sheet, its limits one by one. What is there by now, from a try
 * that was cut off or from another device, is not kept twice.
 */
async function adopt(engineId: string, pages: ReadonlySet<string>, piston: string, reason: string) {
  const at = `/engines/${engineId}`;
  const { spec, partVersions } = await api.get<EngineView>(at);
  for (const page of adoptablePages(spec, piston)) {
    if (!pages.has(pageName(page))) continue;
    if (page.pack) {
      const packs = RING_PACKS.of(spec)?.packs ?? [];
      await api.put<EngineView>(`${at}/parts/${RING_PACKS.name}`, {
        version: partVersions[RING_PACKS.name] ?? 0,
        body: { packs: [...packs, adoptedPack(page.pack, piston, reason)] },
      });
    }
    for (const limit of page.limits) {
      const { source, rows: _r, ...of } = adoptedLimit(limit, piston, reason, v7());
      const { type: sourceType, party, document, page: from, revision } = source;
      await api.post<EngineView>(`${at}/limits`, {
        ...of,
        ...{ sourceType, party, document, page: from, revision, confirmed: true },
      } satisfies LimitBody);
    }
  }
}

/** The engine maker’s own rings for another maker’s piston, page by page, by a lead and with the reason. */
export function AdoptRings({ engine, piston }: { engine: EngineSpec; piston: string }) {
  const [isOpen, setOpen] = useState(false);
  const governs = useMay('govern');
  const pages = adoptablePages(engine, piston);
  if (pages.length === 0) return null;
  const whose = `${engine.maker}’s own rings are on file`;
  if (!governs)
    return (
      <p className="text-small text-soft">
        {whose}: a lead may say that they hold for the {piston} piston too.
      </p>
    );
  return (
    <p className="text-small">
      <button
        type="button"
        onClick={() => setOpen(true)}
        className="min-h-11 text-left text-blue underline underline-offset-4"
      >
        {whose}: say that they hold for the {piston} piston
      </button>
      {isOpen && <AdoptSheet engine={engine} piston={piston} pages={pages} onClose={() => setOpen(false)} />}
    </p>
  );
}

function AdoptSheet({
  engine,
  piston,
  pages,
  onClose,
}: {
  engine: EngineSpec;
  piston: string;
  pages: readonly AdoptablePage[];
  onClose: () => void;
}) {
  const { unit } = useSettings();
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [reason, setReason] = useState('');
  const [trouble, setTrouble] = useState('');
  const save = useSave(() => adopt(engine.id, chosen, piston, reason), {
    topic: 'sheet_parts',
    id: engine.id,
    done: onClose,
  });
  const keep = (): void => {
    if (chosen.size === 0) return setTrouble('Which page holds for it?');
    if (reason.trim() === '')
      return setTrouble('Why do they hold for it? It stands with every verdict they give.');
    setTrouble('');
    save.mutate();
  };
  return (
    <Sheet title={`${engine.maker}’s rings for the ${piston} piston`} onClose={onClose}>
      <div className="grid gap-4">
        {pages.map((p) => (
          <CheckField
            key={pageName(p)}
            label={`${pageName(p)}: ${pageSays(p, engine.zeroAt, unit)}`}
            checked={chosen.has(pageName(p))}
            onChange={(e) => {
              const next = new Set(chosen);
              if (e.target.checked) next.add(pageName(p));
              else next.delete(pageName(p));
              setChosen(next);
            }}
          />
        ))}
        <TextArea
          label="Why they hold for it"
          hint="Like: the box says the rings are the engine maker’s own."
          value={reason}
          maxLength={LONGEST}
          onChange={(e) => setReason(e.target.value)}
        />
        <Trouble>{trouble || (save.error?.message ?? '')}</Trouble>
        <Button look="brass" onClick={keep} disabled={save.isPending}>
          They hold
        </Button>
      </div>
    </Sheet>
  );
}
