import type { UseFormRegisterReturn } from 'react-hook-form';
import { useSave } from '../kit/useSave.js';
import { useEffect, useRef, useState } from 'react';
import { v7 } from 'uuid';
import type { StudyBody, StudyView } from '@tribos/contract';
import { FEWEST_REPEATS, formatLength, nm, type Instrument, type LengthUnit } from '@tribos/core/ground';
import { onFigure } from '../gaugeLine/index.js';
import { lengthOf, useCheckedForm } from '../forms/index.js';
import { api } from '../kit/api.js';
import { Button, Sheet, TextField, Trouble } from '../ui/index.js';

/** Repeats that make a cell of a study of several people. */
const FEWEST_FOR_CELL = 2;

/** Blind, re-seated repeats on one part, one at a time; what was read before is not shown. */
export function StudySheet({
  gauge,
  parts,
  unit,
  onClose,
}: {
  gauge: Instrument;
  parts: readonly string[];
  unit: LengthUnit;
  onClose: () => void;
}) {
  const [id] = useState(() => v7());
  const [started, setStarted] = useState(false);
  const [texts, setTexts] = useState<readonly string[]>([]);
  const naming = useCheckedForm<{ part: string }>({ part: '' }, (v): Record<string, string> =>
    v.part.trim() === '' ? { part: 'Name the part, so that others can measure the same one.' } : {},
  );
  const reading = useCheckedForm<{ typed: string }>({ typed: '' }, (v) => {
    lengthOf('typed', v.typed, gauge.unit);
    return {};
  });
  const part = naming.watch('part').trim();
  const keep = useSave(
    (_: void) =>
      api.post<StudyView>('/studies', {
        id,
        instrumentId: gauge.id,
        part,
        texts: [...texts],
      } satisfies StudyBody),
    { topic: 'studies', id: gauge.id },
  );

  const taken = ({ typed }: { typed: string }) => {
    setTexts((before) => [...before, typed.trim()]);
    reading.reset();
  };
  const take = (figure: string) => {
    reading.setValue('typed', figure);
    void reading.handleSubmit(taken)();
  };
  const latest = useRef(take);
  useEffect(() => {
    latest.current = take;
  });
  useEffect(() => (started ? onFigure((figure) => latest.current(figure)) : undefined), [started]);

  const n = texts.length;

  if (keep.data) return <Shown kept={keep.data} {...{ gauge, texts, unit, onClose }} />;
  return (
    <Sheet title={`Study: ${gauge.name}`} onClose={onClose}>
      <form
        onSubmit={(e) =>
          void (started ? reading.handleSubmit(taken) : naming.handleSubmit(() => setStarted(true)))(e)
        }
        className="grid gap-4"
      >
        {!started ? (
          <>
            <Naming
              parts={parts}
              error={naming.formState.errors.part?.message}
              field={naming.register('part')}
            />
            <Button look="brass" type="submit">
              Begin
            </Button>
          </>
        ) : (
          <>
            <p className="text-lead" role="status">
              <span className="figure text-reading font-semibold">{n + 1}</span>{' '}
              {n < FEWEST_REPEATS ? `of ${FEWEST_REPEATS}` : ', more than enough'} · {part}
            </p>
            <progress className="w-full" max={FEWEST_REPEATS} value={Math.min(n, FEWEST_REPEATS)} />
            <TextField
              key={n}
              label={`Re-seat the gauge and read it, ${gauge.unit}`}
              autoFocus
              autoComplete="off"
              inputMode="decimal"
              className="figure text-lead"
              error={reading.formState.errors.typed?.message}
              {...reading.register('typed')}
            />
            <div className="flex flex-wrap gap-2">
              <Button look={n >= FEWEST_REPEATS ? 'line' : 'brass'} type="submit">
                Next
              </Button>
              {n > 0 && (
                <Button onClick={() => setTexts((before) => before.slice(0, -1))}>Take the last back</Button>
              )}
              {n >= FEWEST_FOR_CELL && (
                <Button
                  look={n >= FEWEST_REPEATS ? 'brass' : 'line'}
                  disabled={keep.isPending}
                  onClick={() => keep.mutate()}
                >
                  {n >= FEWEST_REPEATS ? 'Done' : `Stop at ${n}`}
                </Button>
              )}
            </div>
            <Trouble>{keep.error && `${keep.error.message} The repeats are still here.`}</Trouble>
          </>
        )}
      </form>
    </Sheet>
  );
}

/** What the repeats show of this hand with this gauge. */
function Shown({
  kept,
  gauge,
  texts,
  unit,
  onClose,
}: {
  kept: StudyView;
  gauge: Instrument;
  texts: readonly string[];
  unit: LengthUnit;
  onClose: () => void;
}) {
  const figure = (v: number) => formatLength(nm(Math.round(v)), { unit, step: 1_000, extra: 1 });
  const { s, repeats } = kept;
  return (
    <Sheet title="What your repeats show" onClose={onClose}>
      <p className="text-lead">
        {s === null
          ? `${repeats} repeats are kept for the study of several people; ${FEWEST_REPEATS} would stand for you alone.`
          : `s ${figure(s)} ${unit} from ${repeats} repeats, against ${figure(gauge.repeatability)} usual. It counts for you with this gauge from now on.`}
      </p>
      <p className="figure mt-3 text-soft">{texts.join('  ')}</p>
      <Button look="brass" className="mt-4" onClick={onClose}>
        Good
      </Button>
    </Sheet>
  );
}

/** Which part is read again and again, so that others can read the same one. */
function Naming({
  parts,
  error,
  field,
}: {
  parts: readonly string[];
  error: string | undefined;
  field: UseFormRegisterReturn;
}) {
  return (
    <>
      <p>
        One part, one place, {FEWEST_REPEATS} times. Each time take the gauge off, turn away, put it back as
        if it were the first. The figures are not shown until you are done, so that one does not lead the
        next.
      </p>
      <TextField
        label="Part and place"
        hint="A ring, a piston at its gauge height, a marked spot in a bore"
        list="study-parts"
        autoFocus
        maxLength={200}
        error={error}
        {...field}
      />
      <datalist id="study-parts">
        {parts.map((p) => (
          <option key={p} value={p} />
        ))}
      </datalist>
    </>
  );
}
