import { PART_FINDINGS } from '@tribos/core/ground';
import { DISPOSITIONS, type Inspected } from '@tribos/core/inspect';
import { Button, Kbd, VerdictMark } from '../ui/index.js';
import { PartNow } from './PartNow.js';
import type { Clean } from './useClean.js';

const stands = ({ is, instead, state }: Inspected): string =>
  state.renewed
    ? 'another one fitted'
    : is === null
      ? ''
      : `${DISPOSITIONS[is]}${instead ? ', not as said' : ''}`;

/** The mark of what was measured of a part. */
function Measured({ clean, part }: { clean: Clean; part: string }) {
  const state = clean.measured(part);
  return state === null ? null : <VerdictMark state={state === 'unread' ? 'waiting' : state} />;
}

/** Everything on the bench in the order it came off; the part at hand stands open among the others. */
export function PartRows({
  clean,
  mayDo,
  onWall,
}: {
  clean: Clean;
  mayDo: boolean;
  onWall: (cylinder: number) => void;
}) {
  const { sections, inOrder, now } = clean;
  return (
    <>
      {sections.map((s) => {
        const mine = inOrder.filter((i) => i.part.kind.section === s.section);
        const left = mine.filter((i) => i.is === null).length;
        return (
          <section key={s.section} className="mb-4 bg-sheet px-4 py-2">
            <div className="flex flex-wrap items-center justify-between gap-x-4">
              <h2 className="text-lead font-semibold">
                {s.name}{' '}
                <span className="figure text-small font-normal text-soft">
                  {mine.length - left} of {mine.length}
                </span>
              </h2>
              {left > 0 && (
                <Button look="quiet" onClick={() => clean.restOf(s.section)}>
                  Reuse the rest of these {now?.part.kind.section === s.section && <Kbd>a</Kbd>}
                </Button>
              )}
            </div>
            <ol>
              {mine.map((i) => (
                <li key={i.part.key} className="border-t border-rule">
                  {i === now ? (
                    <PartNow clean={clean} mayDo={mayDo} onWall={onWall} />
                  ) : (
                    <button
                      type="button"
                      onClick={() => clean.pick(i.part.key)}
                      className="grid min-h-11 w-full grid-cols-[0.9rem_minmax(0,1fr)_auto] items-center gap-x-3 text-left"
                    >
                      <span
                        aria-hidden="true"
                        className={`block size-3 ${i.is === null ? 'border-2 border-ink/50' : i.state.ended && !i.state.renewed ? 'bg-beyond' : 'bg-ink/70'}`}
                      />
                      <span className="min-w-0 first-letter:uppercase">
                        {i.part.name}
                        {i.state.findings.length > 0 && (
                          <span className="text-small text-beyond">
                            {' '}
                            {i.state.findings.map((f) => PART_FINDINGS[f.what].name).join(', ')}
                          </span>
                        )}
                      </span>
                      <span
                        className={`flex items-center gap-2 text-small ${i.instead ? 'text-beyond' : 'text-soft'}`}
                      >
                        {stands(i)}
                        <Measured clean={clean} part={i.part.key} />
                      </span>
                    </button>
                  )}
                </li>
              ))}
            </ol>
          </section>
        );
      })}
    </>
  );
}
