import { useState } from 'react';
import { v7 } from 'uuid';
import type { InstrumentBody } from '@tribos/contract';
import { formatLength, usualGauges, type UsualGauge } from '@tribos/core/ground';
import { api } from '../kit/api.js';
import { useSettings } from '../kit/settings.js';
import { touch } from '../kit/topics.js';
import { Button, Sheet } from '../ui/index.js';

const bodyOf = (g: UsualGauge, id: string, setIn: string | null): InstrumentBody => ({
  id,
  name: g.name,
  type: g.type,
  unit: g.unit,
  resolution: g.resolution,
  repeatability: g.repeatability,
  studyRepeats: null,
  maxError: g.maxError,
  rangeLow: g.rangeLow,
  rangeHigh: g.rangeHigh,
  contacts: 2,
  settingKind: g.setIn ? 'micrometer' : 'none',
  settingU: null,
  settingInstrumentId: g.setIn ? setIn : null,
  travel: g.travel,
  leaves: [...g.leaves],
  calibrationDue: null,
});

/** Which of the usual gauges hang on this wall: ticked, and there with the usual figures of their type. */
export function ChooseGauges({ onClose }: { onClose: () => void }) {
  const { unit } = useSettings();
  const all = usualGauges(unit);
  const [ids] = useState(() => new Map(all.map((g) => [g.key, v7()])));
  const [chosen, setChosen] = useState<readonly string[]>(() => all.map((g) => g.key));
  const [done, setDone] = useState(0);
  const [trouble, setTrouble] = useState<string | null>(null);
  const picked = all.filter((g) => chosen.includes(g.key));
  /** The largest of the chosen micrometers that reaches into the range of a gauge set in one. */
  const setterOf = (g: UsualGauge): UsualGauge | null =>
    picked.findLast((m) => m.type === 'micrometer' && m.rangeLow < g.rangeHigh && m.rangeHigh > g.rangeLow) ??
    null;
  const lacking = picked.filter((g) => g.setIn && !setterOf(g));
  const add = async () => {
    setTrouble(null);
    try {
      for (const [i, g] of picked.entries()) {
        const setter = setterOf(g);
        await api.post('/gauges', bodyOf(g, ids.get(g.key)!, setter ? ids.get(setter.key)! : null));
        setDone(i + 1);
      }
      void touch('instruments', '');
      onClose();
    } catch (e) {
      void touch('instruments', '');
      setTrouble((e as Error).message);
    }
  };
  return (
    <Sheet title="Which of these do you have?" onClose={onClose} wide>
      <p className="mb-2 text-soft">
        Each comes with the usual figures of its type, called <em>not yet studied</em> until you repeat a
        reading with it a few times. Names and figures can be changed afterwards.
      </p>
      <ul className="grid gap-x-6 sm:grid-cols-2">
        {all.map((g) => (
          <li key={g.key} className="border-t border-rule">
            <label className="flex min-h-12 items-center gap-3">
              <input
                type="checkbox"
                className="size-5 shrink-0 accent-(--blue)"
                checked={chosen.includes(g.key)}
                onChange={(e) =>
                  setChosen(e.target.checked ? [...chosen, g.key] : chosen.filter((k) => k !== g.key))
                }
              />
              <span>
                {g.name}
                {/\d$/u.test(g.name) && ` ${unit}`}
                <span className="block text-small text-soft">
                  shows <span className="figure">{formatLength(g.resolution, { unit, step: 1_000 })}</span>,
                  repeats to{' '}
                  <span className="figure">
                    {formatLength(g.repeatability, { unit, step: 1_000, extra: 1 })}
                  </span>
                  {g.setIn &&
                    (setterOf(g) ? ` · set in ${setterOf(g)!.name}` : ' · set in no micrometer chosen')}
                </span>
              </span>
            </label>
          </li>
        ))}
      </ul>
      {lacking.length > 0 && (
        <p role="alert" className="mt-3 text-undecided">
          {lacking[0]!.name} is set in a micrometer: choose one that reaches its size, or leave it out and add
          it by itself.
        </p>
      )}
      {trouble && (
        <p role="alert" className="mt-3 text-beyond">
          {trouble} {done > 0 && `${done} were kept; choosing again adds only what is missing.`}
        </p>
      )}
      <p className="mt-4">
        <Button look="brass" disabled={picked.length === 0 || lacking.length > 0} onClick={() => void add()}>
          Hang up {picked.length} {picked.length === 1 ? 'gauge' : 'gauges'}
        </Button>
      </p>
    </Sheet>
  );
}
