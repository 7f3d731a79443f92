import { useQuery } from '@tanstack/react-query';
import { lazy, Suspense, useState } from 'react';
import { Link } from 'react-router';
import type { EngineRow, SpecFilePreview } from '@tribos/contract';
import { formatLength, nm } from '@tribos/core/ground';
import { api } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { useSettings } from '../kit/settings.js';
import { useMay } from '../people/index.js';
import { Empty, Failed, FileButton, LinkButton, Loading, Page, Trouble } from '../ui/index.js';

const BringInSheet = lazy(async () => ({ default: (await import('./BringInSheet.js')).BringInSheet }));

export const WALL_NAMES = {
  'iron-sleeve': 'iron sleeve',
  plated: 'plated',
  chrome: 'hard chrome',
  unknown: 'wall not known',
} as const;

export function EnginesPage() {
  const { unit } = useSettings();
  const mayEdit = useMay('edit-specs');
  const [brought, setBrought] = useState<{ file: object; seen: SpecFilePreview } | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const look = async (chosen: File) => {
    setTrouble(null);
    try {
      const file = JSON.parse(await chosen.text()) as object;
      setBrought({
        file,
        seen: await api.post<SpecFilePreview>('/specifications/preview', { file, into: null }),
      });
    } catch (e) {
      setTrouble(
        e instanceof SyntaxError
          ? `${chosen.name} is no JSON file. Nothing was changed.`
          : (e as Error).message,
      );
    }
  };
  const { data, error, refetch } = useQuery({
    queryKey: keys.engines,
    queryFn: () => api.get<EngineRow[]>('/engines'),
  });
  if (!data)
    return error ? <Failed error={error} retry={() => void refetch()} /> : <Loading what="the engines" />;
  return (
    <Page
      title="Engines"
      sub="Limits with the document each comes from."
      actions={
        mayEdit && (
          <>
            <FileButton label="Specification or kit file" onFile={(file) => void look(file)}>
              Bring in a file
            </FileButton>
            <LinkButton to="/engines/new">Add an engine</LinkButton>
          </>
        )
      }
    >
      <Trouble>{trouble}</Trouble>
      {data.length === 0 && <Empty>No engine yet. Add the first one from its manual.</Empty>}
      <ul className="border-t border-ink/60 bg-sheet">
        {data.map((e) => (
          <li key={e.id} className="border-b border-rule">
            <Link
              to={`/engines/${e.id}`}
              className="grid min-h-14 grid-cols-[1fr_auto] items-center gap-x-4 px-3 py-1.5 hover:bg-page md:grid-cols-[14rem_1fr_10rem]"
            >
              <span className="font-semibold">
                {e.maker} {e.model}
              </span>
              <span className="col-start-1 row-start-2 text-soft md:col-start-auto md:row-start-auto">
                {e.kind}, {e.strokes}-stroke, {e.cylinders === 1 ? 'single' : `${e.cylinders} cylinders`} ·{' '}
                <span className="figure">
                  {formatLength(nm(e.bore), { unit, step: 10_000 })} ×{' '}
                  {e.stroke === null ? '?' : formatLength(nm(e.stroke), { unit, step: 10_000 })} {unit}
                </span>{' '}
                · {WALL_NAMES[e.wall]}
              </span>
              <span className="row-span-2 text-right md:row-span-1">
                {e.limits} limits
                {e.unchecked > 0 && (
                  <span className="block text-small font-semibold text-undecided">
                    {e.unchecked} unchecked
                  </span>
                )}
              </span>
            </Link>
          </li>
        ))}
      </ul>
      {brought && mayEdit && (
        <Suspense fallback={null}>
          <BringInSheet file={brought.file} first={brought.seen} onClose={() => setBrought(null)} />
        </Suspense>
      )}
    </Page>
  );
}
