import type { StudyView } from '@tribos/contract';
import { formatLength, nm, type LengthUnit } from '@tribos/core/ground';
import { api } from '../kit/api.js';
import { useSave } from '../kit/useSave.js';
import { Button, dayText } from '../ui/index.js';

/** Every study of a gauge, newest first: one that went wrong is retired, and counts again when asked. */
export function StudyList({
  studies,
  unit,
  mayRetire,
}: {
  studies: readonly StudyView[];
  unit: LengthUnit;
  mayRetire: boolean;
}) {
  const save = useSave(
    ({ id, retired }: { readonly id: string; readonly retired: boolean }) =>
      api.patch<StudyView>(`/studies/${id}/retired`, { retired }),
    { topic: 'studies', id: studies[0]?.instrumentId ?? '' },
  );
  if (studies.length === 0) return null;
  return (
    <section className="bg-sheet p-4">
      <h2 className="mb-2 font-semibold">Studies</h2>
      <ul>
        {[...studies].reverse().map(({ id, by, at, part, repeats, s, retiredOn }) => (
          <li key={id} className="flex items-center justify-between gap-3 border-t border-rule">
            <span className={`min-w-0 py-1 ${retiredOn === null ? '' : 'text-soft'}`}>
              {by}, {dayText(at)}: {part}, {repeats} repeats
              {s !== null && (
                <span className="figure">
                  , s {formatLength(nm(Math.round(s)), { unit, step: 1_000, extra: 1 })} {unit}
                </span>
              )}
              {retiredOn !== null && (
                <strong className="block text-small">retired {dayText(retiredOn)}: it does not count</strong>
              )}
            </span>
            {mayRetire && (
              <Button
                look="quiet"
                className="shrink-0"
                disabled={save.isPending}
                aria-label={`${retiredOn === null ? 'Retire it' : 'Count it again'}: study of ${by}, ${dayText(at)}, ${part}`}
                onClick={() => save.mutate({ id, retired: retiredOn === null })}
              >
                {retiredOn === null ? 'Retire it' : 'Count it again'}
              </Button>
            )}
          </li>
        ))}
      </ul>
      {save.error && (
        <p role="alert" className="text-small text-beyond">
          {save.error.message}
        </p>
      )}
    </section>
  );
}
