import { recordsOf, type EngineSpec, type Source } from '@tribos/core/ground';
import { HOUSE, sheetsOf } from '@tribos/core/house';
import { Button } from '../ui/index.js';
import { TrustText, worthTyping } from './trust.js';

export const SHEET_PARTS = sheetsOf(HOUSE);

/** Sources that say the same, once, with how many records they stand behind. */
function alike(sources: readonly Source[]): { readonly source: Source; readonly count: number }[] {
  const known = new Map<string, { source: Source; count: number }>();
  for (const source of sources) {
    const key = JSON.stringify(source);
    const before = known.get(key) ?? { source, count: 0 };
    before.count += 1;
    known.set(key, before);
  }
  return [...known.values()];
}

/** The other parts of the sheet: what is on file of each, and who stands for it. */
export function PartsSection({
  engine,
  me,
  onShow,
  onEdit,
  onCheck,
}: {
  engine: EngineSpec;
  me: string;
  onShow: (part: string) => void;
  onEdit: ((part: string) => void) | null;
  onCheck: ((part: string) => void) | null;
}) {
  return (
    <section aria-label="The rest of its sheet">
      <h2 className="mb-2 font-semibold">The rest of its sheet</h2>
      <ul className="border-t border-ink/60 bg-sheet">
        {SHEET_PARTS.map((part) => {
          const records = recordsOf(engine.parts?.[part.name]);
          return (
            <li
              key={part.name}
              className="grid items-center gap-x-4 border-b border-rule px-3 py-1 md:grid-cols-[12rem_1fr_auto]"
            >
              <span className="font-semibold">{part.title}</span>
              <span className="min-w-0 text-small text-soft">
                {records.length === 0
                  ? 'nothing on file'
                  : alike(records).map(({ source: s, count }) => (
                      <span key={JSON.stringify(s)} className="block">
                        {s.document}
                        {s.page && `, p. ${s.page}`} · {s.party} · <TrustText source={s} />
                        {count > 1 && ` · ${count} entries`}
                      </span>
                    ))}
              </span>
              <span className="flex">
                {records.length > 0 && (
                  <Button look="quiet" aria-label={`Show ${part.title}`} onClick={() => onShow(part.name)}>
                    Show
                  </Button>
                )}
                {onCheck && records.some((s) => worthTyping(s, me)) && (
                  <Button
                    look="quiet"
                    aria-label={`Check ${part.title} against the document`}
                    onClick={() => onCheck(part.name)}
                  >
                    Check
                  </Button>
                )}
                {onEdit && (
                  <Button
                    look="quiet"
                    aria-label={`${records.length === 0 ? 'Enter' : 'Edit'} ${part.title}`}
                    onClick={() => onEdit(part.name)}
                  >
                    {records.length === 0 ? 'Enter' : 'Edit'}
                  </Button>
                )}
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
