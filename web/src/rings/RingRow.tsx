import {
  bracketText,
  capital,
  depthText,
  inMetric,
  leafText,
  RING_NAMES,
  sourceLine,
  withUnit,
  type Figure,
  type JobFile,
  type LengthUnit,
} from '@tribos/core/ground';
import {
  gapAt,
  triedElsewhere,
  GAP_RULES,
  ringSentence,
  SECTIONS,
  stackText,
  type RingWork,
} from '@tribos/core/rings';
import { Kbd, VerdictMark, type MarkState } from '../ui/index.js';
import { markOf } from '../verdicts/index.js';
import { RingPicture } from './RingPicture.js';

/** What a ring's figures say together: the worse of its minimum and its maximum. */
const ORDER: readonly MarkState[] = ['beyond', 'undecided', 'waiting', 'noLimit', 'within'];
const worst = (figures: readonly Figure[]): MarkState =>
  ORDER.find((m) => figures.some((f) => markOf(f) === m)) ?? 'waiting';

const WORDS: Partial<Record<RingWork['next']['kind'], string>> = {
  done: 'proved and bagged',
  bag: 'goes: bag it, or onto its piston',
  another: 'too wide: another ring',
};

/** One ring: its rule, its gap drawn to scale, what it says, and what is next. */
export function RingRow({
  file,
  work,
  figures,
  here,
  unit,
  onPick,
  onCard,
  onWorking,
}: {
  file: JobFile;
  work: RingWork;
  figures: readonly Figure[];
  /** Whether the bar stands at it. */
  here: boolean;
  unit: LengthUnit;
  onPick: () => void;
  onCard: () => void;
  onWorking: (figure: Figure) => void;
}) {
  const { target, leaf, next, history, forWarmth } = work;
  const elsewhere = triedElsewhere(file, target.cylinder, target.ring);
  const at = gapAt(file, target.cylinder, target.ring, target.depths.least);
  const filedSince = at !== null && !at.tried;
  const rule = target.min.status === 'governed' ? target.min.limit : null;
  const card = target.pack?.rings.find((r) => r.ring === target.ring);
  const min = figures.find((f) => f.side === 'min');
  // A maximum that nobody gives is said beside the mark, it does not take its place.
  const noMaximum = figures.some((f) => f.side === 'max' && f.state === 'noLimit');
  const mark = worst(figures.filter((f) => !(noMaximum && f.side === 'max')));
  return (
    <li
      data-testid={`ring-${target.ring}`}
      data-next={next.kind}
      className={`grid items-center gap-x-4 border-b border-rule py-1 pl-3 md:grid-cols-[10.5rem_minmax(0,1fr)_11.5rem] ${here ? 'border-l-5 border-l-brass bg-page' : 'border-l-5 border-l-transparent'}`}
    >
      <div className="min-w-0">
        <button
          type="button"
          aria-current={here ? 'true' : undefined}
          onClick={onPick}
          className="min-h-11 w-full text-left text-lead leading-tight font-semibold md:min-h-8"
        >
          {capital(RING_NAMES[target.ring])}
        </button>
        <p className="text-small text-soft">
          {rule ? `${sourceLine(rule.source)}` : 'no rule on file'}
          {target.working(unit)
            ? ` · ${target.working(unit)}`
            : rule
              ? ` · ${GAP_RULES[target.kind ?? 'minimum']}`
              : ''}
        </p>
      </div>
      <div className="min-w-0 px-1" onClick={onPick}>
        <span className="sr-only">{ringSentence(file, work, unit)}</span>
        <RingPicture target={target} low={at?.low ?? null} high={at?.high ?? null} unit={unit} />
      </div>
      <div className="min-w-0">
        <button
          type="button"
          onClick={() => min && onWorking(min)}
          disabled={!min}
          className="block min-h-11 w-full text-left"
        >
          <span className="flex items-center">
            <VerdictMark state={mark} word={mark !== 'beyond' && mark !== 'waiting'} />
            {mark === 'waiting' && <span className="ml-1.5 font-semibold text-soft">not tried</span>}
            {mark === 'beyond' && (
              <span className="ml-1.5 font-semibold text-beyond">
                {min?.state === 'beyond' ? 'too small' : 'too wide'}
              </span>
            )}
          </span>
          <span className="block text-small leading-snug">
            {WORDS[next.kind] ??
              (leaf
                ? `${stackText(leaf.stack, unit)}${inMetric(unit, leaf.stack)} must go`
                : 'nothing to hold it against')}
            {forWarmth > 0 && next.kind !== 'done' && next.kind !== 'bag' && (
              <>
                {' · '}
                <span className="figure">+{leafText(forWarmth, unit)}</span> warmth, <Kbd>t</Kbd> drops it
              </>
            )}
            {noMaximum && ' · no maximum on file'}
            {filedSince && ' · not tried since it was filed'}
            {elsewhere
              .map((g) => ` · ${depthText(g.station.depth, unit)} down: ${bracketText(g.bracket, unit)}`)
              .join('')}
            {history.filed.length > 0 && ` · filed ${history.filed.map((f) => f.strokes).join(' + ')}`}
          </span>
        </button>
        {card && (
          <button
            type="button"
            onClick={onCard}
            className="min-h-11 text-left text-small text-blue underline underline-offset-4"
          >
            {history.card ? '✓ ' : ''}
            {SECTIONS[card.section]}
            {card.height === null ? '' : `, ${withUnit(card.height, { unit, step: 10_000 })}`}
            {card.mark === null ? '' : `, “${card.mark}” up`}
          </button>
        )}
      </div>
    </li>
  );
}
