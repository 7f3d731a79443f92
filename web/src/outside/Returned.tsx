import { depthText, directionName, nm, withUnit, type JobFile } from '@tribos/core/ground';
import { askedText, offBy, returnedBores, type TicketStanding } from '@tribos/core/outside';
import { stationPath } from '../kit/stationPath.js';
import { TextLink, VerdictMark } from '../ui/index.js';

/** What came back, place by place against the ticket: ours, and beside it what the firm read. */
export function Returned({ file, standing }: { file: JobFile; standing: TicketStanding }) {
  const { unit } = standing.ticket;
  const text = (v: number) => withUnit(nm(Math.round(v)), { unit, step: 1_000 });
  const bores = returnedBores(file, standing);
  return (
    <div className="mt-3 grid gap-4 lg:grid-cols-2">
      {bores.map((b) => (
        <section key={b.cylinder} aria-label={`Return of ${file.engine.cylinders[b.cylinder]}`}>
          <h3 className="font-semibold first-letter:uppercase">
            {file.engine.cylinders[b.cylinder]}
            {askedText(b, unit) && (
              <span className="figure font-normal text-soft"> {askedText(b, unit)}</span>
            )}
          </h3>
          {b.places.length === 0 ? (
            <p>
              Not read yet. <TextLink to={stationPath(file.job.id, 'measure')}>Measure it</TextLink> place by
              place before anything else happens to it.
            </p>
          ) : (
            <ul>
              {b.places.map((p) => {
                const off = offBy(b, p.value);
                return (
                  <li
                    key={`${p.depth}:${p.angle}`}
                    className="grid grid-cols-[minmax(0,1fr)_auto_auto] items-center gap-x-3 border-t border-rule py-0.5"
                  >
                    <span>
                      {depthText(nm(p.depth), unit)} · {directionName(file.engine, p.angle)}
                    </span>
                    <span className="figure text-lead">{text(p.value)}</span>
                    <span className={`flex items-center gap-1 ${off === 0 ? '' : 'text-beyond'}`}>
                      <VerdictMark state={off === 0 ? 'within' : 'beyond'} word={false} />
                      {off === 0 ? 'inside' : `${text(Math.abs(off))} ${off > 0 ? 'over' : 'under'}`}
                    </span>
                  </li>
                );
              })}
            </ul>
          )}
          {!b.complete && b.places.length > 0 && (
            <p className="text-undecided">Its plan is not read to the end yet.</p>
          )}
          {b.theirs.length > 0 && (
            <p className="mt-1 text-small">
              <span className="text-soft">They read: </span>
              {b.theirs.map((t) => `${t.where} ${text(t.value)}`).join('; ')}
            </p>
          )}
        </section>
      ))}
    </div>
  );
}
