import {
  bracketText,
  capital,
  placeKey,
  verdictSentence,
  type AnyPlace,
  type Figure,
  type JobFile,
  type LengthUnit,
  type Place,
} from '@tribos/core/ground';
import { pistonChecks, pistonCheckText, weightSpread } from '@tribos/core/fit';
import { gapsRead } from '@tribos/core/readings';
import { groovePlace, type RingPack } from '@tribos/core/rings';
import { Button } from '../ui/index.js';

/** Piston and pin of one cylinder: looked over, pin against its limits, rings in their grooves. */
export function PistonRows({
  file,
  figures,
  cylinder,
  pack,
  unit,
  onLook,
  onPick,
}: {
  file: JobFile;
  /** Verdicts on this cylinder. */
  figures: readonly Figure[];
  cylinder: number;
  pack: RingPack | null;
  unit: LengthUnit;
  onLook: () => void;
  onPick: (place: Place) => void;
}) {
  const checks = pistonChecks(file);
  const check = checks[cylinder] ?? null;
  const apart = weightSpread(checks);
  const pins = figures.filter((f) => f.feature.startsWith('pin.') && f.because !== 'unread');
  const grooves = (['top', 'second'] as const).filter((r) => pack?.rings.some((x) => x.ring === r));
  return (
    <section aria-label="Piston and pin" className="min-w-0">
      <h3 className="text-lead font-semibold">Piston and pin</h3>
      <p>
        {check ? `✓ ${capital(pistonCheckText(check))}.` : 'Not looked over yet.'}
        {apart !== null && ` Pistons within ${apart} g of each other.`}
        <Button look="quiet" onClick={onLook}>
          {check ? 'Look again' : 'Look it over'}
        </Button>
      </p>
      {pins.map((f) => (
        <p key={f.key}>{verdictSentence(file, f, unit).headline}</p>
      ))}
      {grooves.map((ring) => {
        const place = groovePlace(cylinder, ring);
        const gap = gapsRead(file).get(placeKey(place as AnyPlace));
        return (
          <p key={ring} className="flex items-center gap-2">
            <span>{ring} ring in its groove, by the leaf beside it</span>
            <span className="figure">{gap ? bracketText(gap.bracket, unit) : '–'}</span>
            <Button look="quiet" onClick={() => onPick(place as unknown as Place)}>
              Try leaves
            </Button>
          </p>
        );
      })}
    </section>
  );
}
