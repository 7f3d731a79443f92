import type { Judgement } from '@tribos/core/house';
import { bottomEnd, CAUGHT, DEBRIS_TABLE, debrisOf } from '@tribos/core/inspect';
import { CauseSays } from '../cause/index.js';
import { PartsToGet } from '../parts/index.js';
import { Button, Kbd } from '../ui/index.js';
import { Cleaning } from './Cleaning.js';
import type { Clean } from './useClean.js';

/** Beside the parts: what is next, debris, the bottom end, why it failed, how the part at hand is cleaned, parts to get. */
export function CleanSide({
  clean,
  judgement,
  mayDo,
  onOpen,
}: {
  clean: Clean;
  judgement: Judgement;
  mayDo: boolean;
  onOpen: (what: 'debris' | 'cause' | 'bottom' | 'laid' | 'keys') => void;
}) {
  const { file } = clean;
  const caught = debrisOf(file);
  const bottom = bottomEnd(file, judgement.items);
  return (
    <>
      <CauseSays file={file} onOpen={() => onOpen('cause')} />
      <section className="mt-4" aria-label="Debris">
        <h2 className="text-small font-semibold text-soft">In oil, filter and case</h2>
        {caught.length === 0 ? (
          <p className="text-soft">Nothing written down.</p>
        ) : (
          <ul>
            {caught.map((d) => (
              <li key={d.id}>
                <span className="font-semibold">
                  {DEBRIS_TABLE[d.what].name}, {d.amount}
                </span>
                , {CAUGHT[d.from]}
                <span className="block text-small text-soft">points to {DEBRIS_TABLE[d.what].points}</span>
              </li>
            ))}
          </ul>
        )}
        <Button look="quiet" onClick={() => onOpen('debris')}>
          What lay in it <Kbd>d</Kbd>
        </Button>
      </section>
      {bottom.is !== 'not-asked' && (
        <section className="mt-4" aria-label="Bottom end">
          <h2 className="text-small font-semibold text-soft">Bottom end</h2>
          <p className={bottom.is === 'must' || bottom.against ? 'font-semibold text-beyond' : ''}>
            {bottom.is === 'open'
              ? 'It is opened.'
              : bottom.is === 'left'
                ? 'Left closed, as was said.'
                : 'It has to be opened. Ask the customer.'}
          </p>
          {bottom.whys.map((w) => (
            <p key={w} className="text-small text-soft">
              {w}
            </p>
          ))}
          {bottom.against && <p className="text-small">{bottom.later}</p>}
          {bottom.is !== 'open' && (
            <Button look="quiet" onClick={() => onOpen('bottom')}>
              What the customer said
            </Button>
          )}
        </section>
      )}
      <Cleaning clean={clean} mayDo={mayDo} />
      <div className="mt-4">
        <PartsToGet />
      </div>
      <div className="no-print mt-3 flex flex-wrap">
        <Button look="quiet" onClick={() => onOpen('laid')}>
          Laid out on a photo
        </Button>
        <Button look="quiet" onClick={() => onOpen('keys')}>
          Keys <Kbd>?</Kbd>
        </Button>
      </div>
    </>
  );
}
