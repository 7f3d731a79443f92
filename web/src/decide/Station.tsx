import { Beside } from './Beside.js';
import { useSave } from '../kit/useSave.js';
import { StationBody } from '../bar/index.js';
import { useJobContext } from '../job/index.js';
import { useContractForm } from '../forms/index.js';
import { api } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { useMay } from '../people/index.js';
import { Button, dayText, Empty, TextArea, TextLink, VerdictMark, type MarkState } from '../ui/index.js';
import { useState } from 'react';
import { v7 } from 'uuid';
import { NewDecision, type JobView } from '@tribos/contract';
import {
  whoOf,
  CONSTRUCTION,
  finishText,
  formatLength,
  capital,
  decidedText,
  kitSentence,
  routeOf,
  ROUTES,
  limitText,
  nm,
  oddsWords,
  PLATED_NO_REUSE,
  recommendationSentence,
  sourceLine,
  standingDecision,
  type KitOption,
  type LengthUnit,
  type RouteName,
} from '@tribos/core';

const SAYS: Record<
  NonNullable<KitOption['says']>,
  { readonly mark: MarkState; readonly bore: string; readonly fit: string }
> = {
  will: { mark: 'within', bore: 'will clean up', fit: 'fits' },
  may: { mark: 'undecided', bore: 'may clean up', fit: 'not proved' },
  'will-not': { mark: 'beyond', bore: 'will not clean up', fit: 'does not fit' },
};

/** What is being decided on, until it is kept or put back. */
interface Chosen {
  readonly route: RouteName;
  readonly kitId: string | null;
}

/** Ways out that need no kit of this list. */
const OTHER_WAYS: readonly RouteName[] = ['reuse', 'replate', 'sleeve', 'exchange'];

/** The kits of this engine side by side, the recommendation, and the choice with its reason. */
export function DecideStation() {
  const { file, judgement, unit } = useJobContext();
  const { kits } = judgement;
  const decision = standingDecision(file);
  const decidedFor = kits.options.find((o) => o.kit.id === decision?.kitId && o.way === 'bore') ?? null;
  const [chosen, setChosen] = useState<Chosen | null>(null);
  const choose = (route: RouteName, kitId: string | null) => setChosen({ route, kitId });
  const mayDecide = useMay('decide');
  const construction = CONSTRUCTION[file.engine.wall];

  return (
    <StationBody>
      <div className="relative grid min-h-0 flex-1 content-start gap-5 overflow-y-auto px-5 pb-6 lg:grid-cols-[minmax(0,1fr)_20rem]">
        <section className="grid content-start gap-4 bg-sheet p-4">
          {decision ? (
            <div className="border-l-5 border-brass pl-4">
              <h2 className="font-semibold text-brass">Decided</h2>
              <p className="text-reading leading-tight font-semibold">{decidedText(file)}</p>
              <p className="text-lead leading-snug">{decision.reason || 'no reason given'}</p>
              {decidedFor && <FinishedSizes option={decidedFor} unit={unit} />}
              <p className="mt-2 text-small text-soft">
                Recommended: {recommendationSentence(file, kits, judgement.items)}
              </p>
            </div>
          ) : (
            <div className="border-l-5 border-brass pl-4">
              <h2 className="font-semibold text-brass">Recommended</h2>
              <p className="text-lead leading-snug">{recommendationSentence(file, kits, judgement.items)}</p>
              {kits.recommended && <FinishedSizes option={kits.recommended} unit={unit} />}
              {kits.recommended && mayDecide && (
                <Button
                  look="brass"
                  className="mt-2"
                  onClick={() => choose(routeOf(kits.recommended!.kit), kits.recommended!.kit.id)}
                >
                  Choose {kits.recommended.kit.name}
                </Button>
              )}
            </div>
          )}
          {kits.options.length === 0 ? (
            <Empty>
              <p>No kit is on file for this engine, so no finished size can be given.</p>
            </Empty>
          ) : (
            <ul className="border-t border-ink/60">
              {kits.options.map((o) => (
                <Kit
                  key={o.kit.id}
                  option={o}
                  unit={unit}
                  recommended={!decision && kits.recommended?.kit.id === o.kit.id}
                  decided={decision?.kitId === o.kit.id}
                  onChoose={mayDecide && o.feasible ? () => choose(routeOf(o.kit), o.kit.id) : null}
                />
              ))}
            </ul>
          )}
          {mayDecide && (
            <div className="flex flex-wrap gap-2">
              {OTHER_WAYS.filter((r) => r !== 'sleeve' || construction.boring).map((r) => (
                <Button key={r} onClick={() => choose(r, null)}>
                  {capital(ROUTES[r])}
                </Button>
              ))}
            </div>
          )}
          <Beside file={file} judgement={judgement} unit={unit} />
          <p className="text-small text-soft">
            A two-point gauge cannot tell how the wear is shared between the sides, so a kit may clean up or
            not: the odds are over every share from even to one-sided, widened by the gauge. Boring is
            specialist work; the finished size goes to the machinist with the piston it is for.
          </p>
        </section>
        <aside className="grid content-start gap-4" aria-label="Decision">
          {chosen && (
            <Choose key={`${chosen.route}:${chosen.kitId}`} chosen={chosen} onDone={() => setChosen(null)} />
          )}
          <section>
            <h2 className="mb-1 text-small font-semibold text-soft">Decisions, the last one stands</h2>
            {file.decisions.length === 0 ? (
              <p className="text-soft">Nothing yet.</p>
            ) : (
              <ul>
                {[...file.decisions].reverse().map((d, i) => (
                  <li
                    key={d.id}
                    className={`border-b border-rule py-2 ${i > 0 ? 'text-soft line-through decoration-1' : ''}`}
                  >
                    <p className="font-semibold">
                      {d.importedBy !== null && 'In the file: '}
                      {file.engine.kits.find((k) => k.id === d.kitId)?.name ?? capital(ROUTES[d.route])}
                    </p>
                    <p>{d.reason || 'no reason given'}</p>
                    <p className="text-small text-soft">
                      {whoOf(d)}, {dayText(d.at)}
                    </p>
                  </li>
                ))}
              </ul>
            )}
            {decision && file.engine.kits.some((k) => k.id === decision.kitId) && (
              <p className="mt-2">
                <TextLink to={`/jobs/${file.job.id}`}>Measure its pistons</TextLink>: each bore gets its own
                size.
              </p>
            )}
          </section>
          <section className="border-t border-rule pt-3">
            <h2 className="text-small font-semibold text-soft">What may be done to this wall</h2>
            <p className="font-semibold first-letter:uppercase">{construction.name}</p>
            <p>May: {construction.may.join('; ')}.</p>
            <p className="mt-1 font-semibold text-beyond">Never: {construction.never.join('; ')}.</p>
            {file.engine.wall === 'plated' && <p className="mt-1">{PLATED_NO_REUSE}</p>}
          </section>
        </aside>
      </div>
    </StationBody>
  );
}

/** To what size each bore is to be taken: the figure this station is for. */
function FinishedSizes({ option, unit }: { option: KitOption; unit: LengthUnit }) {
  const { file } = useJobContext();
  return (
    <dl className="mt-1 flex flex-wrap gap-x-8">
      {option.cylinders.map((c) =>
        c.target && !c.target.cannotBeVerified && finishText(c.target, unit) ? (
          <div key={c.cylinder}>
            <dt className="text-small text-soft">
              {file.engine.cylinders[c.cylinder]}: finish to, {unit}
            </dt>
            <dd className="figure text-reading leading-9">{finishText(c.target, unit)}</dd>
          </div>
        ) : null,
      )}
    </dl>
  );
}

function Kit({
  option,
  unit,
  recommended,
  decided,
  onChoose,
}: {
  option: KitOption;
  unit: LengthUnit;
  recommended: boolean;
  decided: boolean;
  onChoose: (() => void) | null;
}) {
  const { file, judgement } = useJobContext();
  const { kit } = option;
  const says = option.says && SAYS[option.says];
  const figure = (v: number, extra = 0) => formatLength(nm(v), { unit, step: 1_000, extra });
  return (
    <li
      className={`grid gap-x-4 gap-y-2 border-b border-rule px-3 py-3 md:grid-cols-[8rem_minmax(0,1fr)] ${recommended ? 'border-l-5 border-l-brass' : 'border-l-5 border-l-transparent'}`}
    >
      <div>
        <p className="text-title leading-tight font-semibold">{kit.name}</p>
        <p className="text-small text-soft">
          {kit.maker}
          <br />
          piston <span className="figure">{figure(kit.piston)}</span>
        </p>
        {recommended && <p className="mt-1 font-semibold text-brass">recommended</p>}
        {decided && <p className="mt-1 font-semibold text-within">✓ chosen</p>}
        {onChoose && !decided && (
          <Button className="mt-2" onClick={onChoose} aria-label={`Choose ${kit.name}`}>
            Choose
          </Button>
        )}
      </div>
      <div className="min-w-0">
        <p className="flex flex-wrap items-center gap-x-3">
          {says && (
            <span className="inline-flex items-center gap-1 font-semibold">
              <VerdictMark state={says.mark} word={false} />
              {option.way === 'bore' ? says.bore : says.fit}
            </span>
          )}
          {option.p !== null && <span>{oddsWords(option.p)}</span>}
          {judgement.kits.soFar && option.p !== null && <span className="text-soft">so far</span>}
          {option.says !== 'will-not' && option.cylinders.some((c) => c.fit?.provisional) && (
            <span className="text-small text-soft">at least: the whole map is still being worked</span>
          )}
        </p>
        <p className="leading-snug">{kitSentence(file, option)}</p>
        {option.feasible && (
          <table className="mt-2 w-full text-left whitespace-nowrap">
            <thead className="text-small text-soft">
              <tr>
                <th className="pr-3 font-normal">cylinder</th>
                <th className="pr-3 font-normal">piston</th>
                <th className="pr-3 font-normal">{option.way === 'bore' ? 'finish bore to' : 'clearance'}</th>
                <th className="font-normal">
                  {option.way === 'bore' ? 'clean at, even / one-sided' : 'against'}
                </th>
              </tr>
            </thead>
            <tbody>
              {option.cylinders.map((c) => (
                <tr key={c.cylinder} className="border-t border-rule">
                  <td className="py-1 pr-3">{file.engine.cylinders[c.cylinder]}</td>
                  <td className="py-1 pr-3">
                    <span className="figure">{figure(c.piston.size)}</span>{' '}
                    <span className="text-small text-soft">{c.piston.from}</span>
                  </td>
                  <td className="figure py-1 pr-3 text-lead font-semibold">
                    {c.target
                      ? ((c.target.cannotBeVerified ? null : finishText(c.target, unit)) ??
                        'cannot be verified')
                      : c.fit
                        ? `${figure(c.fit.tightest)} – ${figure(c.fit.loosest)}`
                        : '–'}
                  </td>
                  <td className="figure py-1">
                    {c.cleanup
                      ? `${figure(c.cleanup.even)} / ${figure(c.cleanup.oneSided)}`
                      : option.clearance.status === 'governed'
                        ? limitText(option.clearance.limit.low, option.clearance.limit.high, unit)
                        : '–'}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        <p className="mt-1 text-small text-soft">
          {option.clearance.status === 'governed' &&
            `Clearance: ${sourceLine(option.clearance.limit.source)}. ${option.clearance.why} `}
          {option.way === 'bore' &&
            option.feasible &&
            option.verification &&
            `Low end raised so that ${option.verification.boreGauge.name} and ${option.verification.pistonGauge.name} can show the minimum is kept. `}
          {option.way === 'bore' &&
            `${option.oversizesLeft} oversize${option.oversizesLeft === 1 ? '' : 's'} left after it.`}
          {option.wallLeft !== null && ` Sleeve wall left ${figure(option.wallLeft)} ${unit}.`}
        </p>
      </div>
    </li>
  );
}

function Choose({ chosen: { route, kitId }, onDone }: { chosen: Chosen; onDone: () => void }) {
  const { file } = useJobContext();
  const [id] = useState(() => v7());
  const name = file.engine.kits.find((k) => k.id === kitId)?.name ?? capital(ROUTES[route]);
  const bodyOf = (v: { reason: string }): NewDecision => ({ id, route, kitId, reason: v.reason.trim() });
  const { register, handleSubmit, formState } = useContractForm(NewDecision, { reason: '' }, bodyOf);
  const save = useSave(
    (v: { reason: string }) => api.post<JobView>(`/jobs/${file.job.id}/decisions`, bodyOf(v)),
    { topic: 'decisions', id: file.job.id, view: keys.job(file.job.id), done: onDone },
  );
  return (
    <form
      onSubmit={(e) => void handleSubmit((v) => save.mutate(v))(e)}
      className="grid gap-3 border-t-4 border-brass bg-sheet p-4"
    >
      <h2 className="text-title font-semibold">{name}</h2>
      <TextArea
        label="Why"
        hint="The reason is kept with the decision."
        autoFocus
        maxLength={2000}
        error={formState.errors.reason?.message}
        {...register('reason')}
      />
      {save.isError && (
        <p role="alert" className="text-beyond">
          {save.error.message}
        </p>
      )}
      <div className="flex gap-2">
        <Button look="brass" type="submit" disabled={save.isPending}>
          Decide
        </Button>
        <Button onClick={onDone}>Not now</Button>
      </div>
    </form>
  );
}
