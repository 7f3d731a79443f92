import { useState } from 'react';
import type { EngineView, PartCheck } from '@tribos/contract';
import type { SheetPart } from '@tribos/core/ground';
import { blank, draftOf, SaveTrouble, valueOf, type Draft, type DraftTroubles } from '../forms/index.js';
import { api } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { useSettings } from '../kit/settings.js';
import { useSave } from '../kit/useSave.js';
import { Button, Page } from '../ui/index.js';
import { PartBeside } from './PartView.js';
import { ShapeForm } from './ShapeForm.js';

/**
 * A part of an engine's sheet, typed from its document; or typed again by somebody else, from nothing, to check it.
 * One form for every part there is, made from the part's own description.
 */
export function PartSheet({
  view,
  part,
  again,
  onClose,
}: {
  view: EngineView;
  part: SheetPart;
  /** It is checked: what is on file is not shown. */
  again: boolean;
  onClose: () => void;
}) {
  const settings = useSettings();
  const [unit] = useState(settings.unit);
  const { spec } = view;
  const [version, setVersion] = useState(view.partVersions[part.name] ?? 0);
  const on = spec.parts?.[part.name];
  const [draft, setDraft] = useState<Draft>(() =>
    on === undefined || again ? first(part) : draftOf(part.shape, on, unit),
  );
  const [troubles, setTroubles] = useState<DraftTroubles>({});
  const [found, setFound] = useState<PartCheck | null>(null);
  /** What was compared, to be shown beside what is on file. */
  const [typed, setTyped] = useState<unknown>(null);
  const save = useSave(
    async (body: unknown): Promise<EngineView> => {
      if (!again) return api.put<EngineView>(`/engines/${spec.id}/parts/${part.name}`, { version, body });
      const check = await api.post<PartCheck>(`/engines/${spec.id}/parts/${part.name}/check`, {
        version,
        body,
      });
      setFound(check);
      setTyped(body);
      return api.get<EngineView>(`/engines/${spec.id}`);
    },
    {
      topic: 'sheet_parts',
      id: spec.id,
      view: keys.engine(spec.id),
      done: (now) => {
        if (again) setVersion(now.partVersions[part.name] ?? version);
        else onClose();
      },
    },
  );
  const keep = () => {
    const said = valueOf(part.shape, draft, unit);
    setTroubles(said.ok ? {} : said.troubles);
    if (said.ok) save.mutate(said.value);
  };
  const wrong = Object.keys(troubles).length;
  return (
    <Page
      title={`${part.title}, ${spec.maker} ${spec.model}`}
      sub={
        again
          ? 'Typed again from the document, without looking at what is on file'
          : `As the document has it; lengths in ${unit} unless another unit is typed with them`
      }
    >
      <form
        className="grid gap-4 bg-sheet p-4"
        onSubmit={(e) => {
          e.preventDefault();
          keep();
        }}
      >
        <ShapeForm
          of={{ part, unit, troubles }}
          shape={part.shape}
          draft={draft}
          name=""
          parent=""
          path=""
          onChange={setDraft}
        />
        {wrong > 0 && (
          <p role="alert" className="text-beyond">
            {wrong === 1 ? 'One place is' : `${wrong} places are`} not settled yet. Nothing was kept.
          </p>
        )}
        <SaveTrouble error={save.error} onOver={setVersion} />
        {found && (
          <p role="status" className={found.differ === 0 ? 'text-within' : 'text-undecided'}>
            {found.checked + found.retyped === 0 && found.differ === 0
              ? 'It says the same. You typed it yourself today, or it is checked already.'
              : `${found.checked} checked${found.retyped > 0 ? `, ${found.retyped} retyped` : ''} now${found.differ > 0 ? `; ${found.differ} not the same as on file, and still unchecked` : ''}.`}
          </p>
        )}
        {found && found.differ > 0 && typed !== null && (
          <PartBeside part={part} on={on} typed={typed} unit={unit} />
        )}
        <div className="flex flex-wrap gap-3">
          <Button look="brass" type="submit" disabled={save.isPending}>
            {again ? 'Compare it' : 'Keep it'}
          </Button>
          <Button onClick={onClose}>{found ? 'Back to the engine' : 'Leave it'}</Button>
        </div>
      </form>
    </Page>
  );
}

/** A new part opens with its first record. */
function first(part: SheetPart): Draft {
  const { made } = part.shape;
  if (made.as !== 'record') return blank(part.shape);
  return Object.fromEntries(
    Object.entries(made.fields).map(([k, s]) => [k, s.made.as === 'list' ? [blank(s.made.of)] : blank(s)]),
  );
}
