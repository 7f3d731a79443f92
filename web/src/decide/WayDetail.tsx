import {
  sizeText,
  formatLength,
  limitText,
  moneyText,
  nm,
  sourceLine,
  type JobFile,
  type LengthUnit,
} from '@tribos/core/ground';
import { kitSentence, waySentence, type Way } from '@tribos/core/routes';

/** Everything one way is made of: sizes, odds, what it costs line by line, what is said against it. */
export function WayDetail({ file, way, unit }: { file: JobFile; way: Way; unit: LengthUnit }) {
  const { option, cost, displacement, life } = way;
  const figure = (v: number) => formatLength(nm(v), { unit, step: 1_000 });
  return (
    <div className="grid gap-3">
      <div>
        <p className="leading-snug">{waySentence(file, way, unit)}</p>
        {option && <p className="leading-snug text-soft">{kitSentence(file, option)}</p>}
        {way.warnings.map((w) => (
          <p key={w} className="font-semibold text-undecided">
            {w}
          </p>
        ))}
        {displacement && (
          <p>
            Displacement <span className="figure">{displacement.before.toFixed(1)}</span> to{' '}
            <span className="figure">{displacement.after.toFixed(1)}</span> cm³; compression ratio less one
            grows by <span className="figure">{(100 * displacement.ratioBy).toFixed(1)} %</span>, the chamber
            staying as it is.
          </p>
        )}
        {life.wallLeft !== null && life.wallWorst !== null && (
          <p>
            Sleeve wall left <span className="figure">{figure(life.wallLeft)}</span> {unit}, at worst{' '}
            <span className="figure">{figure(life.wallWorst)}</span> where the bar leaves the old axis.
          </p>
        )}
      </div>
      {(option?.feasible || way.targets.length > 0) && (
        <div className="overflow-x-auto" tabIndex={0} role="region" aria-label={`Sizes, ${way.name}`}>
          <table className="w-full text-left whitespace-nowrap">
            <thead className="text-small text-soft">
              <tr>
                <th className="pr-3 font-normal">cylinder</th>
                <th className="pr-3 font-normal">piston</th>
                <th className="pr-3 font-normal">{way.route === 'fit' ? 'clearance' : 'finish to'}</th>
                <th className="pr-3 font-normal">{way.route === 'fit' ? 'against' : 'never too large'}</th>
                {way.route === 'bore' && <th className="font-normal">clean at, even / one-sided</th>}
              </tr>
            </thead>
            <tbody>
              {file.engine.cylinders.map((name, i) => {
                const c = option?.cylinders.find((x) => x.cylinder === i);
                const t = way.targets.find((x) => x.cylinder === i)?.target ?? null;
                return (
                  <tr key={name} className="border-t border-rule">
                    <td className="py-1 pr-3">{name}</td>
                    <td className="py-1 pr-3">
                      <span className="figure">{figure(c?.piston.size ?? way.kit?.piston ?? 0)}</span>{' '}
                      <span className="text-small text-soft">{c?.piston.from ?? 'listed'}</span>
                    </td>
                    <td className="figure py-1 pr-3 text-lead font-semibold">
                      {t
                        ? ((t.cannotBeVerified ? null : sizeText(t, unit)) ?? 'cannot be verified')
                        : c?.fit
                          ? `${figure(c.fit.tightest)} – ${figure(c.fit.loosest)}`
                          : '–'}
                    </td>
                    <td className="figure py-1 pr-3">
                      {t
                        ? t.cannotBeVerified
                          ? '–'
                          : `${(100 * t.visits.kept).toFixed(1)} %${t.visits.further >= 0.05 ? `, ${t.visits.further.toFixed(1)} more visits` : ''}`
                        : option?.clearance.status === 'governed'
                          ? limitText(option.clearance.limit.low, option.clearance.limit.high, unit)
                          : '–'}
                    </td>
                    {way.route === 'bore' && (
                      <td className="figure py-1">
                        {c?.cleanup ? `${figure(c.cleanup.even)} / ${figure(c.cleanup.oneSided)}` : '–'}
                      </td>
                    )}
                  </tr>
                );
              })}
            </tbody>
          </table>
        </div>
      )}
      {option?.clearance.status === 'governed' && (
        <p className="text-small text-soft">
          Clearance: {sourceLine(option.clearance.limit.source)}. {option.clearance.why}
          {option.way === 'bore' &&
            option.verification &&
            ` Low end raised so that ${option.verification.boreGauge.name} and ${option.verification.pistonGauge.name} can show the minimum is kept.`}
        </p>
      )}
      {cost && <Cost file={file} cost={cost} />}
    </div>
  );
}

/** What it costs, line by line. */
function Cost({ file, cost }: { file: JobFile; cost: NonNullable<Way['cost']> }) {
  const currency = file.shop.costs?.currency ?? '';
  return (
    <table className="w-full text-left">
      <thead className="text-small text-soft">
        <tr>
          <th className="pr-3 font-normal">what</th>
          <th className="pr-3 text-right font-normal">count</th>
          <th className="pr-3 text-right font-normal">each</th>
          <th className="text-right font-normal">{currency}</th>
        </tr>
      </thead>
      <tbody>
        {cost.lines.map((l) => (
          <tr key={`${l.group}:${l.name}`} className="border-t border-rule">
            <td className="py-0.5 pr-3">
              {l.name}
              {l.note && <span className="block text-small text-undecided">{l.note}</span>}
            </td>
            <td className="figure py-0.5 pr-3 text-right">{Number(l.count.toFixed(2))}</td>
            <td className="figure py-0.5 pr-3 text-right">
              {l.price === null ? 'no price' : moneyText(l.price)}
            </td>
            <td className="figure py-0.5 text-right">{l.price === null ? '–' : moneyText(l.total)}</td>
          </tr>
        ))}
        <tr className="border-t border-ink/60">
          <td className="py-0.5" colSpan={3}>
            tax, {((file.shop.costs?.taxPerMyriad ?? 0) / 100).toFixed(2)} %
          </td>
          <td className="figure py-0.5 text-right">{moneyText(cost.tax)}</td>
        </tr>
        <tr className="border-t border-ink/60 font-semibold">
          <td className="py-0.5" colSpan={3}>
            together
          </td>
          <td className="figure py-0.5 text-right">{moneyText(cost.total)}</td>
        </tr>
      </tbody>
    </table>
  );
}
