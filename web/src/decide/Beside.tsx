import type { JobFile, LengthUnit } from '@tribos/core/ground';
import type { Judgement } from '@tribos/core/house';
import { besideTheBores, bottomEnd } from '@tribos/core/inspect';
import { TextLink, VerdictMark } from '../ui/index.js';
import { stationPath } from '../kit/stationPath.js';

/** What is decided beside the bores: bottom end or not, head or not, with what leaving it costs later. */
export function Beside({ file, judgement, unit }: { file: JobFile; judgement: Judgement; unit: LengthUnit }) {
  const all = besideTheBores(file, judgement.items, unit);
  const bottom = bottomEnd(file, judgement.items);
  if (all.length === 0) return null;
  return (
    <section className="mt-4 border-t border-ink/60 pt-2" aria-label="Beside the bores">
      <h2 className="text-lead font-semibold">Beside the bores</h2>
      {bottom.is === 'must' && (
        <p className="border-l-5 border-brass pl-3 text-lead">
          The bottom end has to be opened: {bottom.whys[0]}.{' '}
          <TextLink to={stationPath(file.job.id, 'clean')}>Ask the customer</TextLink>
        </p>
      )}
      {bottom.against && <p className="text-beyond">The bottom end was left closed: {bottom.later}</p>}
      <ul>
        {all.map((s) => (
          <li
            key={s.section}
            className="grid grid-cols-[8.5rem_minmax(0,1fr)] gap-x-4 border-b border-rule py-2"
          >
            <span>
              <span className="block font-semibold">{s.name}</span>
              <VerdictMark state={s.state === 'unread' ? 'waiting' : s.state} />
            </span>
            <span>
              {s.says.length === 0 ? 'Nothing found that keeps it from being used again.' : null}
              {s.says.map((t) => (
                <span key={t} className="block first-letter:uppercase">
                  {t}
                </span>
              ))}
              {s.says.length > 0 && <span className="block text-small text-soft">{s.later}</span>}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
