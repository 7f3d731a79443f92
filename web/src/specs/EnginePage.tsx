import { useQuery } from '@tanstack/react-query';
import { lazy, Suspense, useState } from 'react';
import { useParams, useSearchParams } from 'react-router';
import type { EngineView } from '@tribos/contract';
import {
  conditionsOf,
  conditionText,
  FEATURE_KEYS,
  FEATURES,
  formatLength,
  nm,
  type FeatureKey,
  type Limit,
  wholeLimitText,
  asPrinted,
} from '@tribos/core/ground';
import { api } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { useSettings } from '../kit/settings.js';
import { useMay, useSession } from '../people/index.js';
import { Button, Empty, Failed, FileLink, LinkButton, Loading, Page } from '../ui/index.js';
import { CrownPicture } from './CrownPicture.js';
import { WALL_NAMES } from './EnginesPage.js';
import { KitsSection } from './KitsSection.js';
import { PartsSection, SHEET_PARTS } from './PartsSection.js';
import { TrustText, worthTyping } from './trust.js';
import { WallPicture } from './WallPicture.js';

const CheckLimits = lazy(async () => ({ default: (await import('./CheckLimits.js')).CheckLimits }));
const CopyPageSheet = lazy(async () => ({ default: (await import('../sheetLines/index.js')).CopyPageSheet }));
const KitSheet = lazy(async () => ({ default: (await import('./KitSheet.js')).KitSheet }));
const PartView = lazy(async () => ({ default: (await import('./PartView.js')).PartView }));
const PartSheet = lazy(async () => ({ default: (await import('./PartSheet.js')).PartSheet }));
const LimitSheet = lazy(async () => ({ default: (await import('./LimitSheet.js')).LimitSheet }));

export function EnginePage() {
  const { id = '' } = useParams();
  const { unit } = useSettings();
  const [params, setParams] = useSearchParams();
  const [editing, setEditing] = useState<Limit | null>(null);
  const mayEdit = useMay('edit-specs');
  const mayCheck = useMay('check-specs');
  const { data: session } = useSession();
  const { data, error, refetch } = useQuery({
    queryKey: keys.engine(id),
    queryFn: () => api.get<EngineView>(`/engines/${id}`),
  });
  if (!data)
    return error ? <Failed error={error} retry={() => void refetch()} /> : <Loading what="the engine" />;
  const { spec } = data;
  const figure = (v: number, step: number) => formatLength(nm(v), { unit, step });
  const me = session?.person.name;
  const toCheck = mayCheck ? spec.limits.filter((l) => worthTyping(l.source, me ?? '')) : [];
  const checking = params.get('check') !== null && mayCheck;
  const close = () => {
    setEditing(null);
    setParams({});
  };

  if (checking)
    return (
      <Page
        title={`${spec.maker} ${spec.model}`}
        sub="Typed again from the document, without looking at what is on file"
      >
        <Suspense fallback={null}>
          <CheckLimits engine={spec} versions={data.limitVersions} me={me ?? ''} onClose={close} />
        </Suspense>
      </Page>
    );
  const part = SHEET_PARTS.find((p) => p.name === (params.get('part') ?? params.get('again')));
  const again = params.get('again') !== null;
  const shown = SHEET_PARTS.find((p) => p.name === params.get('show'));
  if (part && (again ? mayCheck : mayEdit))
    return (
      <Suspense fallback={null}>
        <PartSheet key={`${part.name}:${again}`} view={data} part={part} again={again} onClose={close} />
      </Suspense>
    );
  return (
    <Page
      title={`${spec.maker} ${spec.model}`}
      sub={`${spec.kind}, ${spec.strokes}-stroke, ${spec.cylinders.join(' and ')}, ${WALL_NAMES[spec.wall]}, ${figure(spec.bore, 10_000)} × ${spec.stroke === null ? '?' : figure(spec.stroke, 10_000)} ${unit}; 0° is ${spec.zeroAt}`}
      actions={
        mayEdit && (
          <>
            {toCheck.length > 0 && (
              <Button onClick={() => setParams({ check: 'document' })}>
                Check {toCheck.length} against the document
              </Button>
            )}
            <LinkButton look="line" to={`/engines/${id}/edit`}>
              Edit the engine
            </LinkButton>
            <Button onClick={() => setParams({ add: 'bore' })}>Add a limit</Button>
            <Button look="brass" onClick={() => setParams({ copy: 'page' })}>
              Copy a page
            </Button>
          </>
        )
      }
    >
      <p className="flex flex-wrap items-center gap-x-4 text-small text-soft">
        <FileLink href={`/api/engines/${id}/file`}>Its sheet as a file</FileLink>
        If a figure differs from the maker’s manual for this exact engine, the manual wins. Demo figures are
        invented: never build an engine from them.
      </p>
      {spec.limits.length === 0 && (
        <Empty>No limit on file. Nothing measured on this engine can pass until one is.</Empty>
      )}
      <Limits spec={spec} onEdit={mayEdit ? setEditing : null} />
      <KitsSection
        engine={spec}
        onAdd={mayEdit ? () => setParams({ kit: 'new' }) : null}
        onEdit={mayEdit ? (id) => setParams({ kit: id }) : null}
      />
      <PartsSection
        engine={spec}
        me={me ?? ''}
        onShow={(name) => setParams({ show: name })}
        onEdit={mayEdit ? (name) => setParams({ part: name }) : null}
        onCheck={mayCheck ? (name) => setParams({ again: name }) : null}
      />
      <section className="grid max-w-3xl items-start gap-4 md:grid-cols-2" aria-label="Drawn">
        <CrownPicture engine={spec} />
        <WallPicture engine={spec} unit={unit} />
      </section>
      <Suspense fallback={null}>
        {shown && spec.parts?.[shown.name] !== undefined && (
          <PartView part={shown} value={spec.parts[shown.name]} unit={unit} onClose={close} />
        )}
        {mayEdit && <Changes view={data} editing={editing} params={params} onClose={close} />}
      </Suspense>
    </Page>
  );
}

/** Limits on file, feature by feature. */
function Limits({ spec, onEdit }: { spec: EngineView['spec']; onEdit: ((limit: Limit) => void) | null }) {
  return (
    <ul className="border-t border-ink/60 bg-sheet">
      {FEATURE_KEYS.filter((f) => spec.limits.some((l) => l.feature === f)).map((feature) => (
        <li key={feature} className="grid gap-x-4 border-b border-rule px-3 py-2 md:grid-cols-[12rem_1fr]">
          <h2 className="pt-2 font-semibold">{FEATURES[feature].name}</h2>
          <ul>
            {spec.limits
              .filter((l) => l.feature === feature)
              .map((limit) => (
                <LimitRow key={limit.id} limit={limit} onEdit={onEdit && (() => onEdit(limit))} />
              ))}
          </ul>
        </li>
      ))}
    </ul>
  );
}

/** What of the sheet is being added or changed, as the address says. */
function Changes({
  view: { spec, kitVersions, limitVersions },
  editing,
  params,
  onClose,
}: {
  view: EngineView;
  editing: Limit | null;
  params: URLSearchParams;
  onClose: () => void;
}) {
  const [kit, adding] = [params.get('kit'), params.get('add')];
  return (
    <>
      {kit !== null && (
        <KitSheet
          engine={spec}
          kit={spec.kits.find((k) => k.id === kit) ?? null}
          version={kitVersions[kit] ?? 0}
          onClose={onClose}
        />
      )}
      {params.get('copy') === 'page' && <CopyPageSheet engine={spec} onClose={onClose} />}
      {(editing || adding) && (
        <LimitSheet
          engine={spec}
          limit={editing}
          version={editing ? (limitVersions[editing.id] ?? 1) : 0}
          feature={FEATURE_KEYS.includes(adding as FeatureKey) ? (adding as FeatureKey) : 'bore'}
          onClose={onClose}
        />
      )}
    </>
  );
}

function LimitRow({ limit, onEdit }: { limit: Limit; onEdit: (() => void) | null }) {
  const { unit } = useSettings();
  const { source } = limit;
  return (
    <li className="grid items-center gap-x-4 md:grid-cols-[4rem_15rem_1fr_auto]">
      <span className="text-soft">{limit.state === 'new' ? 'new' : 'service'}</span>
      <span className="figure text-lead">
        {wholeLimitText(limit, unit)}
        {asPrinted(limit, unit) && (
          <span className="block font-sans text-small text-soft">{asPrinted(limit, unit)}</span>
        )}
      </span>
      <span className="min-w-0 text-small text-soft">
        {source.document}
        {source.page && `, p. ${source.page}`} · {source.party}
        {Object.keys(conditionsOf(limit)).length > 0 && (
          <span className="block text-ink">holds only {conditionText(conditionsOf(limit))}</span>
        )}
        <span className="block">
          <TrustText source={source} />
        </span>
      </span>
      <span className="flex">
        {onEdit && (
          <Button
            look="quiet"
            onClick={onEdit}
            aria-label={`Edit ${FEATURES[limit.feature].name}, ${limit.state}`}
          >
            Edit
          </Button>
        )}
      </span>
    </li>
  );
}
