import { useState } from 'react';
import type { LengthUnit } from '@tribos/core/ground';
import { useNavigate } from 'react-router';
import { v7 } from 'uuid';
import type { EngineView, SpecFilePreview } from '@tribos/contract';
import { api } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { useSettings } from '../kit/settings.js';
import { useSave } from '../kit/useSave.js';
import { Button, SelectField, Sheet, Trouble } from '../ui/index.js';
import { changeName, saidText } from './changeText.js';

type Change = SpecFilePreview['changes'][number];

const WHAT: Record<Change['what'], string> = {
  fact: 'The engine',
  limit: 'Limits',
  kit: 'Pistons and kits',
  part: 'The rest of its sheet',
};

/** What a specification or kit file would bring, beside what is here; nothing is taken before it was seen. */
export function BringInSheet({
  file,
  first,
  onClose,
}: {
  file: object;
  first: SpecFilePreview;
  onClose: () => void;
}) {
  const navigate = useNavigate();
  const { unit } = useSettings();
  const [id] = useState(() => v7());
  const [seen, setSeen] = useState(first);
  // What is new comes in; what is here already stays, unless somebody says otherwise.
  const [taken, setTaken] = useState<ReadonlySet<string>>(
    () => new Set(first.changes.filter((c) => c.state === 'new').map((c) => c.key)),
  );
  const [trouble, setTrouble] = useState<string | null>(null);
  const into = seen.into?.id ?? null;
  const choose = async (engineId: string) => {
    try {
      const next = await api.post<SpecFilePreview>('/specifications/preview', {
        file,
        into: engineId || null,
      });
      const now = engineId === '' ? { ...next, into: null } : next;
      setSeen(now);
      setTaken(new Set(now.changes.filter((c) => c.state === 'new').map((c) => c.key)));
      setTrouble(null);
    } catch (e) {
      setTrouble((e as Error).message);
    }
  };
  const save = useSave(() => api.post<EngineView>('/specifications', { file, into, id, take: [...taken] }), {
    topic: 'engines',
    id: into ?? id,
    view: keys.engine(into ?? id),
    done: (view) => void navigate(`/engines/${view.spec.id}`),
  });
  const flip = (key: string, on: boolean) => {
    const next = new Set(taken);
    if (on) next.add(key);
    else next.delete(key);
    setTaken(next);
  };
  const same = seen.changes.filter((c) => c.state === 'same').length;
  const groups = (Object.keys(WHAT) as Change['what'][]).flatMap((what) => {
    const of = seen.changes.filter((c) => c.what === what && c.state !== 'same');
    // A new engine comes with all its facts: without them there is none.
    return of.length === 0 || (what === 'fact' && into === null) ? [] : [{ what, of }];
  });
  const count = into === null ? taken.size : [...taken].length;
  return (
    <Sheet title={seen.title} onClose={onClose} wide>
      <SelectField label="It goes into" value={into ?? ''} onChange={(e) => void choose(e.target.value)}>
        <option value="">{seen.kind === 'engine' ? 'a new engine' : 'choose the engine'}</option>
        {seen.could.map((e) => (
          <option key={e.id} value={e.id}>
            {e.name}
          </option>
        ))}
      </SelectField>
      <p className="my-2 text-soft">
        {same > 0 && `${same} say the same here already. `}
        What comes in counts as typed by you and is unchecked until somebody else of this shop checks it.
      </p>
      {groups.map(({ what, of }) => (
        <section key={what} aria-label={WHAT[what]} className="mt-3">
          <h3 className="font-semibold">{WHAT[what]}</h3>
          <Changes of={of} taken={taken} unit={unit} onFlip={flip} />
        </section>
      ))}
      {groups.length === 0 && into !== null && (
        <p className="mt-3">Everything in the file is here already, and says the same.</p>
      )}
      <Trouble className="mt-3">{trouble ?? save.error?.message}</Trouble>
      <p className="mt-4">
        <Button
          look="brass"
          disabled={save.isPending || count === 0 || (seen.kind === 'kit' && into === null)}
          onClick={() => save.mutate(undefined)}
        >
          {into === null ? 'Bring the engine in' : `Take ${count}`}
        </Button>
      </p>
    </Sheet>
  );
}

/** What differs, here and in the file, each with its tick. */
function Changes({
  of,
  taken,
  unit,
  onFlip,
}: {
  of: readonly Change[];
  taken: ReadonlySet<string>;
  unit: LengthUnit;
  onFlip: (key: string, on: boolean) => void;
}) {
  return (
    <table className="w-full text-left">
      <thead className="text-small text-soft">
        <tr>
          <th className="w-10 font-normal">
            <span className="sr-only">take it</span>
          </th>
          <th className="font-normal">of what</th>
          <th className="font-normal">here</th>
          <th className="font-normal">in the file</th>
        </tr>
      </thead>
      <tbody>
        {of.map((c) => (
          <tr key={c.key} className="border-t border-rule">
            <td>
              <label className="inline-flex size-11 items-center justify-center">
                <input
                  type="checkbox"
                  className="size-5 accent-(--blue)"
                  aria-label={`Take ${changeName(c)}`}
                  checked={taken.has(c.key)}
                  onChange={(e) => onFlip(c.key, e.target.checked)}
                />
              </label>
            </td>
            <td className="pr-3">{changeName(c)}</td>
            <td className="figure pr-3 text-soft">
              {c.state === 'new' ? 'not here' : saidText(c, c.mine, unit)}
            </td>
            <td className={`figure ${c.state === 'differs' ? 'font-semibold text-undecided' : ''}`}>
              {saidText(c, c.theirs, unit)}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
