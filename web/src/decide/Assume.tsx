import { formatLength, moneyText, money, nm, type JobFile, type LengthUnit } from '@tribos/core/ground';
import { assumed, type Assumptions } from '@tribos/core/routes';
import { Button } from '../ui/index.js';

type Slider = {
  readonly key: keyof Assumptions;
  readonly label: string;
  readonly min: number;
  readonly max: number;
  readonly step: number;
  readonly text: (v: number, unit: LengthUnit) => string;
};

const SLIDERS: readonly Slider[] = [
  {
    key: 'honeAllowance',
    label: 'Left for the hone after the bar, on diameter',
    min: 20_000,
    max: 120_000,
    step: 5_000,
    text: (v, unit) => `${formatLength(nm(v), { unit, step: 1_000 })} ${unit}`,
  },
  {
    key: 'shareMost',
    label: 'Most of the wear that one side may hold',
    min: 0.5,
    max: 1,
    step: 0.05,
    text: (v) => `${Math.round(100 * v)} %`,
  },
  {
    key: 'nextWear',
    label: 'Wear of the next interval, of the wear so far',
    min: 0,
    max: 1.5,
    step: 0.1,
    text: (v) => `${Math.round(100 * v)} %`,
  },
  {
    key: 'enough',
    label: 'Recommended from these odds on',
    min: 0.5,
    max: 0.99,
    step: 0.01,
    text: (v) => `${Math.round(100 * v)} %`,
  },
  {
    key: 'hourlyRate',
    label: 'One hour of labour',
    min: 0,
    max: 20_000,
    step: 100,
    text: (v) => moneyText(money(v)),
  },
];

const sliders = (assume: Assumptions) => SLIDERS.filter((s) => assume[s.key] !== null);

/** What was assumed otherwise than the shop does, in words; empty where nothing was. */
export function assumedText(file: JobFile, assume: Assumptions, unit: LengthUnit): string {
  const usual = assumed(file);
  const moved = sliders(assume).filter((s) => assume[s.key] !== usual[s.key]);
  return moved.length === 0
    ? ''
    : `(Assumed: ${moved.map((s) => `${s.label.toLowerCase()} ${s.text(assume[s.key]!, unit)}`).join('; ')}.)`;
}

/** What nobody measured: it moves under the hand, and the answer follows. */
export function Assume({
  file,
  assume,
  unit,
  onChange,
}: {
  file: JobFile;
  assume: Assumptions;
  unit: LengthUnit;
  onChange: (next: Assumptions) => void;
}) {
  const usual = assumed(file);
  return (
    <section aria-label="Assumptions" className="no-print border-t border-rule pt-3">
      <h2 className="text-small font-semibold text-soft">What is assumed</h2>
      {sliders(assume).map((s) => (
        <label key={s.key} className="mt-2 block">
          <span className="flex justify-between gap-3 leading-tight">
            <span>{s.label}</span>
            <span
              className={`figure shrink-0 font-semibold whitespace-nowrap ${assume[s.key] === usual[s.key] ? '' : 'text-brass'}`}
            >
              {s.text(assume[s.key]!, unit)}
            </span>
          </span>
          <input
            type="range"
            min={s.min}
            max={s.max}
            step={s.step}
            value={assume[s.key]!}
            aria-valuetext={s.text(assume[s.key]!, unit)}
            onChange={(e) => onChange({ ...assume, [s.key]: Number(e.target.value) })}
            className="h-11 w-full accent-brass"
          />
        </label>
      ))}
      {assumedText(file, assume, unit) !== '' && (
        <Button look="quiet" onClick={() => onChange(usual)}>
          As the shop assumes
        </Button>
      )}
    </section>
  );
}
